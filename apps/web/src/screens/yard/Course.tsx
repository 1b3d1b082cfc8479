// A course of twelve: what somebody complains of, and how one has done so far. What is wrong stands nowhere.
import type { Stream } from '@green-lamp/core/name';
import { practiceStream } from '@green-lamp/core/name';
import { counted } from '@green-lamp/core/quantity';
import { course } from '@green-lamp/core/yard';
import { chosenPerson } from '../../store/device.ts';
import { tell } from '../../store/live.ts';
import { beginExercise } from '../../store/practice.ts';
import { useStream } from '../../store/use-stream.ts';

const Results = ({ stream, began }: { stream: Stream | null; began: () => void }) => (
  <section aria-label="A course of twelve" className="mt-6">
    <h2 className="font-bold">A course of twelve</h2>
    <p className="text-note">
      Something is wrong, and you are told what the client is told. What you do takes minutes: a drive, a climb, a call, a look. Say what it
      was in as few as you can; what was not broken and is mended takes twenty more.
    </p>
    <ol className="mt-2">
      {course.map((of, i) => (
        <li key={of.id} className="flex flex-wrap items-center gap-3 border-t border-rule py-2">
          <span className="mono w-8 text-ink-2">{i + 1}</span>
          <span className="min-w-40 grow basis-0">
            {of.complaint}
            {stream !== null && <Best stream={stream} exercise={of.id} />}
          </span>
          <button
            type="button"
            className="button"
            aria-label={`Begin exercise ${i + 1}`}
            onClick={() => {
              beginExercise(of, Math.floor(performance.now() * 1000) % 100_000).then(began, tell);
            }}
          >
            Begin
          </button>
        </li>
      ))}
    </ol>
  </section>
);
const Best = ({ stream, exercise }: { stream: Stream; exercise: string }) => {
  const mine = (useStream(stream)?.state.practised ?? []).filter((one) => one.exercise === exercise);
  const found = mine.filter(({ right }) => right);
  if (mine.length === 0) return null;
  const least = Math.min(...found.map(({ minutes }) => minutes));
  const [{ best } = { best: 0 }] = mine;
  return (
    <span className="block text-small text-ink-2">
      {found.length === 0
        ? `Tried ${mine.length === 1 ? 'once' : `${mine.length} times`}, not found yet.`
        : `Found in ${counted(least, 'minute')}; ${counted(best, 'minute')} would have done.`}
    </span>
  );
};

export const Course = ({ began }: { began: () => void }) => {
  const person = chosenPerson();
  return <Results stream={person === null ? null : practiceStream(person)} began={began} />;
};
