// The spare receiver is reached while the first gives this account no answer: for a few minutes, and it ends by itself.
import { useState } from 'react';
import { elementsOf, wanted } from '@green-lamp/core/journal';
import { withheldAt } from '@green-lamp/core/lamp';
import { isElementId, settingKey } from '@green-lamp/core/name';
import { inWords } from '@green-lamp/core/quantity';
import { answerAgain, withhold } from '../../../../commands/on-test.ts';
import { Choose } from '../../../../parts/Field.tsx';
import { tell } from '../../../../store/live.ts';
import type { Station } from '../../../../store/use-station.ts';
import { useNow } from '../../../../store/use-stream.ts';

const minute = 60_000;

export const SpareReceiver = ({ station }: { station: Station }) => {
  const now = useNow(1000);
  const { state, speaker } = station;
  const receivers = elementsOf(state, 'receiver').filter(({ id }) => wanted(state, settingKey('receiver', id, 'role')) !== 'maintenance');
  const first = receivers.find(({ id }) => wanted(state, settingKey('receiver', id, 'role')) === 'primary') ?? receivers[0];
  const [chosen, setChosen] = useState<string | null>(null);
  const held = withheldAt(state, Math.max(now, state.last?.ord ?? 0));
  if (receivers.length < 2 || first === undefined) return null;
  const receiver = receivers.find(({ id }) => id === chosen) ?? first;
  return (
    <section aria-label="The spare receiver" className="flex flex-wrap items-end gap-3">
      {held === null ? (
        <>
          <p className="min-w-52 grow basis-0">
            <strong>A spare is tried only when the first gives no answer.</strong> For ten minutes this account alone is given none; then it
            ends by itself.
          </p>
          <div className="w-56">
            <Choose
              label="No answer from"
              value={receiver.id}
              change={setChosen}
              of={receivers.map(({ id, label }) => ({ value: id, label }))}
            />
          </div>
          <button
            type="button"
            className="button"
            onClick={() => {
              if (isElementId(receiver.id)) withhold(station, receiver.id, 10 * minute).catch(tell);
            }}
          >
            Give no answer
          </button>
        </>
      ) : (
        <>
          <p role="status" className="min-w-52 grow basis-0">
            <strong>
              {speaker.element(held.receiver)} gives this account no answer,{' '}
              {inWords(Math.max(minute, Math.ceil((held.until - now) / minute) * minute))} more.
            </strong>{' '}
            Make an event now: the unit tries it there first, and its spare after its own retries.
          </p>
          <button type="button" className="button" onClick={() => void answerAgain(station).catch(tell)}>
            Answer again
          </button>
        </>
      )}
    </section>
  );
};
