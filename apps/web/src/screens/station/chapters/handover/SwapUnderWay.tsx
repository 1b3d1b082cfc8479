// A swap that is not through: what is read off the new label, typed again, and done about the old one. It stands in the way of a complete site.
import { Link } from 'react-router';
import { swapsUnderWay } from '@green-lamp/core/walk';
import { append } from '../../../../store/append.ts';
import { tell } from '../../../../store/live.ts';
import type { Station } from '../../../../store/use-station.ts';

export const SwapUnderWay = ({ station }: { station: Station }) => {
  const { state, speaker } = station;
  const swaps = swapsUnderWay(state, speaker);
  if (swaps.length === 0) return null;
  const done = (what: string): void => {
    append(station.stream, [{ kind: 'step.done', data: { what, done: true, words: '' } }]).catch(tell);
  };
  return (
    <section aria-label="A swap is not through">
      <h3 className="border-b border-rule-2 font-bold">A swap is not through</h3>
      {swaps.map(({ element, since, tasks }) => (
        <div key={element} className="mt-1">
          <p>
            <strong>{speaker.element(element)}</strong> was swapped {speaker.when(since.ord)}. Every lamp has to be proved again with the
            new one.
          </p>
          <ul>
            {tasks.map(({ sentence, step, key }) => (
              <li key={step ?? key ?? sentence} className="flex flex-wrap items-center gap-x-4 border-b border-rule py-1">
                <span className="min-w-52 grow basis-0">{sentence}</span>
                {step === null ? (
                  <Link className="link flex min-h-11 items-center" to={`/stations/${station.stream}/sheet`}>
                    Open the sheet
                  </Link>
                ) : (
                  <button
                    type="button"
                    className="button"
                    aria-label={`It is done: ${sentence}`}
                    onClick={() => {
                      done(step);
                    }}
                  >
                    It is done
                  </button>
                )}
              </li>
            ))}
          </ul>
        </div>
      ))}
    </section>
  );
};
