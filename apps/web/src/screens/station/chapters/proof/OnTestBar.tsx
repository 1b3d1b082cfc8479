// Before events are made: on test, so that alarms send nobody. At our own desk it ends by itself; at another one somebody is rung, before and after.
import { useState } from 'react';
import { onTest } from '@green-lamp/core/lamp';
import { inWords } from '@green-lamp/core/quantity';
import { extendTest, isElsewhere, liveAgain, putOnTest } from '../../../../commands/on-test.ts';
import { CautionNote } from '../../../../parts/CautionNote.tsx';
import { Choose } from '../../../../parts/Field.tsx';
import { SayWindow, type Saying } from '../../../../parts/SayWindow.tsx';
import { tell } from '../../../../store/live.ts';
import type { Station } from '../../../../store/use-station.ts';
import { useNow } from '../../../../store/use-stream.ts';

const minute = 60_000;
const lasting = [30, 60, 120, 240, 480].map((minutes) => ({ value: String(minutes), label: inWords(minutes * minute) }));

export const OnTestBar = ({ station }: { station: Station }) => {
  const now = useNow(1000);
  const [minutes, setMinutes] = useState('60');
  const [saying, setSaying] = useState<Saying | null>(null);
  // A press shows at once, not at the next second.
  const open = onTest(station.state, Math.max(now, station.state.last?.ord ?? 0));
  const elsewhere = isElsewhere(station);
  const ring = (title: string, button: string, then: (told: string) => Promise<unknown>): void =>
    setSaying({ title, label: 'Who at the desk was told', must: true, button, say: (told) => void then(told).catch(tell) });
  return (
    <section aria-label="On test" className="border-b border-rule-2 pb-3">
      {open === null ? (
        <div className="flex flex-wrap items-end gap-3">
          <p className="min-w-52 grow basis-0">
            <strong>Live.</strong> What you make now is taken for real{elsewhere ? ' at the desk that it goes to' : ''}.
          </p>
          <div className="w-40">
            <Choose label="For" value={minutes} of={lasting} change={setMinutes} />
          </div>
          <button
            type="button"
            className="button"
            onClick={() => {
              const lasts = Number(minutes) * minute;
              if (elsewhere) ring('Ring the desk: on test', 'They have put it on test', (told) => putOnTest(station, lasts, told));
              else putOnTest(station, lasts, '').catch(tell);
            }}
          >
            {elsewhere ? 'The desk has put it on test…' : 'Put on test'}
          </button>
        </div>
      ) : (
        <div role="status" className="flex flex-wrap items-center gap-3">
          <p className="min-w-52 grow basis-0">
            <strong>
              {open.overdue
                ? `Still on test since ${station.speaker.when(open.window.from)}: its time was over ${station.speaker.when(open.window.until)}.`
                : `On test until ${station.speaker.when(open.window.until)}, ${inWords(Math.ceil(open.left / minute) * minute)} more.`}
            </strong>{' '}
            {open.window.elsewhere
              ? `${open.window.told} at the desk was told; they have to be told again when it is over.`
              : 'Alarms send nobody; it ends by itself.'}
          </p>
          <button type="button" className="button" onClick={() => void extendTest(station, open.window.until, 30 * minute).catch(tell)}>
            30 min more
          </button>
          <button
            type="button"
            className="button"
            onClick={() => {
              if (open.window.elsewhere)
                ring('Ring the desk: live again', 'They have taken it off test', (told) => liveAgain(station, told));
              else liveAgain(station, '').catch(tell);
            }}
          >
            {open.window.elsewhere ? 'The desk has taken it off test…' : 'Live again'}
          </button>
        </div>
      )}
      <div className="mt-2">
        <CautionNote of="event" />
      </div>
      {saying !== null && <SayWindow saying={saying} close={() => setSaying(null)} />}
    </section>
  );
};
