// An exercise while it runs, and what there is to say about it afterwards.
import { useState } from 'react';
import { counted } from '@green-lamp/core/quantity';
import { choicesOf, debrief, type Deed, exerciseNamed, minutesOf, type View, type World } from '@green-lamp/core/yard';
import { Choose } from '../../parts/Field.tsx';
import { Press } from '../../parts/Press.tsx';
import { Empty } from '../../parts/State.tsx';
import { tell } from '../../store/live.ts';
import { answerExercise, endPractice, usePractice } from '../../store/practice.ts';
import { Mono } from './world.tsx';

const viewWords: { readonly [V in View]: string } = {
  desk: 'at the desk',
  unit: 'at the unit',
  modem: 'at the modem',
  site: 'at supply, lines and router',
  beyond: 'by a call to the carrier, the office or the portal',
};

const Deeds = ({ done }: { done: readonly Deed[] }) => (
  <ol aria-label="What you did" className="mt-2">
    {done.map(({ what, minutes }, i) => (
      <li key={i} className="flex gap-3 border-t border-rule py-1">
        <Mono>{minutes} min</Mono> {what}
      </li>
    ))}
  </ol>
);

const Asked = ({ world }: { world: World }) => {
  const [answer, setAnswer] = useState('');
  const [said, setSaid] = useState('');
  const choices = choicesOf(world);
  return (
    <div className="flex flex-wrap items-end gap-3">
      <div className="min-w-64 grow basis-0">
        <Choose
          label="What was it?"
          value={answer}
          empty="choose what is wrong"
          of={choices.map(({ id, name }) => ({ value: id, label: name }))}
          change={setAnswer}
        />
      </div>
      <Press
        main
        why={answer === '' ? 'Choose what is wrong first.' : null}
        onPress={() => {
          answerExercise(answer).then((judged) => {
            setSaid(
              judged === 'the right part'
                ? 'It is not that, but you are at the right part.'
                : judged === 'wrong'
                  ? 'It is not that, and not there.'
                  : '',
            );
          }, tell);
        }}
      >
        That is what it was
      </Press>
      <button type="button" className="quiet" onClick={() => void answerExercise(null).catch(tell)}>
        Tell me
      </button>
      {said !== '' && (
        <p role="status" className="basis-full font-semibold">
          {said} Mending it took 20 min more.
        </p>
      )}
    </div>
  );
};

export const ExerciseBar = ({ world }: { world: World }) => {
  const { exercise } = usePractice();
  const of = exercise === null ? null : exerciseNamed(exercise.id);
  if (exercise === null || of === null) return null;
  const { done, began, over, answers } = exercise;
  if (over === null)
    return (
      <section aria-label="Exercise" className="mt-3 border-2 border-rule-2 bg-slip px-4 py-3">
        <p>
          <strong>{of.complaint}</strong>
        </p>
        <p role="status" className="text-note">
          {counted(minutesOf(done, world.at - began), 'minute')} so far.
        </p>
        <Asked world={world} />
      </section>
    );
  const told = debrief(of, { done, began, now: over });
  const right = answers.at(-1) === of.fault;
  return (
    <section aria-label="What it was" className="mt-3 border-2 border-rule-2 bg-slip px-4 py-3">
      <h2 className="text-head font-bold">
        {right ? 'Found' : 'Told'}: {told.was}
      </h2>
      <p>{told.is}</p>
      <p>
        <strong>What would have told it</strong>, {viewWords[told.shows]}: {told.sign}
      </p>
      <p>
        {told.seenAfter === null ? 'You were never where it shows.' : `It was there to see after ${counted(told.seenAfter, 'minute')}.`} It
        took you {counted(told.minutes, 'minute')}; {counted(told.best, 'minute')} would have done.
      </p>
      {done.length === 0 ? <Empty>You did nothing.</Empty> : <Deeds done={done} />}
      <button type="button" className="button button-main mt-3" onClick={() => void endPractice().catch(tell)}>
        Back to the course
      </button>
    </section>
  );
};

/** What has arrived at the practice yard's own desk. */
export const DeskView = ({ world, station }: { world: World; station: string }) => {
  const calls = world.arrived.filter((one) => one.station === station);
  const paths = world.outfits[station]?.paths ?? [];
  return (
    <section aria-label="At the desk">
      <h2 className="font-bold">At the desk</h2>
      {calls.length === 0 ? (
        <Empty>Nothing has arrived.</Empty>
      ) : (
        <ul>
          {calls.toReversed().map(({ at, account, event, path }, i) => (
            <li key={i} className="border-t border-rule py-1">
              <Mono>{new Date(at).toISOString().slice(0, 19).replace('T', ' ')} UTC</Mono> account <Mono>{account}</Mono>: {event}, over{' '}
              {paths.find(({ id }) => id === path)?.label ?? path}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
};
