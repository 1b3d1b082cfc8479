// Silences of this station: the one that stands, who takes it, and those of before.
import { useState } from 'react';
import { openLapses, whomToCall } from '@green-lamp/core/lamp';
import type { Lapse } from '@green-lamp/core/journal';
import { inWords } from '@green-lamp/core/quantity';
import { takeLapse } from '../../../../commands/watch.ts';
import { SayWindow, type Saying } from '../../../../parts/SayWindow.tsx';
import { tell } from '../../../../store/live.ts';
import type { Station } from '../../../../store/use-station.ts';

const minute = 60_000;
const long = (from: number, to: number): string => inWords(Math.max(minute, Math.round((to - from) / minute) * minute));

const Open = ({ station, one, take }: { station: Station; one: Lapse; take: () => void }) => {
  const { speaker } = station;
  const called = whomToCall(one.called);
  return (
    <li className="flex flex-wrap items-center gap-3 border-2 border-ink p-3" role="alert">
      <p className="min-w-52 grow basis-0">
        <strong>
          {one.is === 'first' ? 'What was due after the last visit did not come' : 'Silent'}
          {one.path !== null && ` over ${speaker.element(one.path)}`}, nothing since {speaker.when(one.since)}.
        </strong>{' '}
        Noticed {speaker.when(one.pos.ord)}.
        <span className="block">
          {called.length === 0 ? 'The sheet names nobody to call.' : `To call: ${called.map((who, i) => `${i + 1} ${who}`).join(', ')}.`}
        </span>
        {one.taken !== null && (
          <span className="block">
            Taken by {speaker.who(one.taken.who)}, {speaker.when(one.taken.pos.ord)}
            {one.taken.words !== '' && `: ${one.taken.words}`}
          </span>
        )}
      </p>
      <button type="button" className="button" onClick={take}>
        {one.taken === null ? 'I take it…' : 'What was found…'}
      </button>
    </li>
  );
};

export const Lapses = ({ station }: { station: Station }) => {
  const [saying, setSaying] = useState<Saying | null>(null);
  const open = openLapses(station.state);
  const closed = station.state.lapses.filter((one) => one.closed !== null).reverse();
  const take = ({ id, taken }: Lapse): void => {
    setSaying({
      title: taken === null ? 'I take it' : 'What was found',
      label: 'What you do, or what you have found',
      must: taken !== null,
      button: taken === null ? 'I take it' : 'Write it down',
      say: (words) => void takeLapse(station, id, words.slice(0, 500)).catch(tell),
    });
  };
  if (open.length + closed.length === 0) return null;
  return (
    <section aria-label="Silences">
      <ul className="flex flex-col gap-3">
        {open.map((one) => (
          <Open key={one.id} station={station} one={one} take={() => take(one)} />
        ))}
      </ul>
      {closed.length > 0 && (
        <details className="mt-1">
          <summary className="link flex min-h-11 items-center">Silences of before, {closed.length}</summary>
          <ul>
            {closed.map((one) => (
              <li key={one.id} className="border-b border-rule py-1">
                {one.is === 'first' ? 'After a visit' : 'Silent'}
                {one.path !== null && ` over ${station.speaker.element(one.path)}`} from {station.speaker.when(one.since)} for{' '}
                {long(one.since, one.closed ?? one.due)}
                {one.taken !== null && `; ${station.speaker.who(one.taken.who)}: ${one.taken.words === '' ? 'taken' : one.taken.words}`}
              </li>
            ))}
          </ul>
        </details>
      )}
      {saying !== null && <SayWindow saying={saying} close={() => setSaying(null)} />}
    </section>
  );
};
