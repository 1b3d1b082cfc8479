// Inputs, item by item: what is asked of each, what stands for it, and its range where it is mounted.
import { readingOf } from '@green-lamp/core/evidence';
import { type ItemAsked, judging, ledger, sayReason, verdictWords } from '@green-lamp/core/lamp';
import { LampMark } from '../../../parts/LampMark.tsx';
import { Empty } from '../../../parts/State.tsx';
import type { Station } from '../../../store/use-station.ts';
import { TakeFigure } from './Readings.tsx';

const names: { readonly [W in ItemAsked['what']]: string } = {
  event: 'its event',
  rest: 'its restoral',
  range: 'its range',
  link: 'a call through it',
  zone: 'its zone',
  name: 'its name at the desk',
};

export const Ledger = ({ station }: { station: Station }) => {
  const items = ledger(judging(station.state, { ...station.rules, heard: station.beside?.heard ?? [], now: station.now }));
  const score = readingOf('inputs.score');
  if (items.length === 0) return <Empty>Nothing that hangs on the unit is on the sheet.</Empty>;
  return (
    <ul aria-label="What hangs on the unit" className="flex flex-col gap-3">
      {items.map(({ item, group, zone, asked }) => (
        <li key={item} className="border-t border-rule pt-2">
          <p className="font-semibold">
            {station.speaker.element(item)}
            {zone !== null && <span className="font-normal text-ink-2"> · zone {zone}</span>}
          </p>
          <ul>
            {asked.map(({ what, is, because }) => (
              <li key={what} className="flex items-start gap-2 py-1 text-note">
                <LampMark is={is} size={17} />
                <span>
                  <strong className="sr-only">
                    {names[what]}, {verdictWords[is]}.{' '}
                  </strong>
                  {because.map((reason) => sayReason(reason, station.speaker)).join(' ')}
                </span>
              </li>
            ))}
          </ul>
          {group === 'device' && score !== null && (
            <TakeFigure
              reading={score}
              station={station}
              of={{ path: null, item }}
              label={`Range score of 9, ${station.speaker.element(item)}`}
            />
          )}
        </li>
      ))}
    </ul>
  );
};
