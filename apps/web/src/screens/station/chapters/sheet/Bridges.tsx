// What must agree between two holders: what stands on each side, and whether it does.
import { bridges, type Bridge, kindWords } from '@green-lamp/core/check';
import { wanted } from '@green-lamp/core/journal';
import { asPlanned } from '@green-lamp/core/lamp';
import type { SettingKey } from '@green-lamp/core/name';
import { definitionOf, showValue } from '@green-lamp/core/sheet';
import type { Station } from '../../../../store/use-station.ts';
import { holderOf } from './holders.ts';

const signs: { readonly [I in Bridge['is']]: { readonly sign: string; readonly word: string } } = {
  agrees: { sign: '=', word: 'agrees' },
  differs: { sign: '≠', word: 'differs' },
  'one side': { sign: '?', word: 'one side only' },
};

const said = (station: Station, key: SettingKey): string => {
  const text = showValue(
    definitionOf(key),
    wanted(station.state, key) ?? null,
    (id) => station.state.elements.find((one) => one.id === id)?.label ?? id,
  );
  return text === '' ? 'not filled in' : text;
};

/** The bridges of one setting, in its editor. */
export const BridgesOf = ({ station, of }: { station: Station; of: SettingKey }) => {
  const mine = bridges(asPlanned(station.state)).filter(({ a, b }) => a === of || b === of);
  if (mine.length === 0) return null;
  return (
    <ul aria-label="Must agree with" className="mt-2 flex flex-col gap-1 text-note">
      {mine.map(({ agreement, a, b, is }) => {
        const other = a === of ? b : a;
        return (
          <li key={`${a} ${b}`} className="border-l-4 border-rule-2 pl-2">
            {signs[is].word}: {station.speaker.setting(other)}, <span className="mono">{said(station, other)}</span> (
            {kindWords[agreement.kind]}). {agreement.otherwise}
          </li>
        );
      })}
    </ul>
  );
};

/** Bridges between two holders, drawn between them. */
const Between = ({
  station,
  pair,
  of,
  goTo,
}: {
  station: Station;
  pair: readonly [string, string];
  of: readonly Bridge[];
  goTo: (key: string) => void;
}) => (
  <section aria-label={`${pair[0]} and ${pair[1]}`} className="border-t border-rule-2 pt-1">
    <h4 className="grid grid-cols-[minmax(0,1fr)_92px_minmax(0,1fr)] gap-2 text-note font-bold">
      <span>{pair[0]}</span>
      <span />
      <span>{pair[1]}</span>
    </h4>
    <ul>
      {of.map(({ agreement, a, b, is }) => (
        <li key={`${a} ${b}`} className="grid grid-cols-[minmax(0,1fr)_92px_minmax(0,1fr)] items-center gap-2 border-b border-rule">
          {([a, b] as const).map((key, i) => (
            <button
              key={key}
              type="button"
              className={`flex min-h-11 flex-col justify-center text-left ${i === 0 ? '' : 'order-3'}`}
              onClick={() => {
                goTo(key);
              }}
            >
              <span className="link text-note">{station.speaker.setting(key)}</span>
              <span className="mono break-words">{said(station, key)}</span>
            </button>
          ))}
          <span
            className={`order-2 flex flex-col items-center text-center text-small ${is === 'differs' ? 'font-bold' : 'text-ink-2'}`}
            title={kindWords[agreement.kind]}
          >
            <span aria-hidden="true" className="text-head leading-none">
              {signs[is].sign}
            </span>
            {signs[is].word}
          </span>
        </li>
      ))}
    </ul>
  </section>
);

/** What must agree, between the devices that it lies between; of one device where one is named. */
export const Bridges = ({ station, goTo, of }: { station: Station; goTo: (key: string) => void; of: string | null }) => {
  const order: readonly Bridge['is'][] = ['differs', 'one side', 'agrees'];
  const all = bridges(asPlanned(station.state))
    .filter(({ a, b }) => of === null || holderOf(a) === of || holderOf(b) === of)
    .sort((x, y) => order.indexOf(x.is) - order.indexOf(y.is));
  if (all.length === 0) return null;
  const count = (is: Bridge['is']): number => all.filter((one) => one.is === is).length;
  const name = (key: SettingKey): string => {
    const holder = holderOf(key) ?? '';
    return station.state.elements.find(({ id }) => id === holder)?.label ?? holder.replace(/^./, (first) => first.toUpperCase());
  };
  const pairs = new Map<string, { pair: readonly [string, string]; of: Bridge[] }>();
  for (const bridge of all) {
    const pair = [name(bridge.a), name(bridge.b)] as const;
    const there = pairs.get(pair.join('|')) ?? { pair, of: [] };
    there.of.push(bridge);
    pairs.set(pair.join('|'), there);
  }
  return (
    <details>
      <summary className="link flex min-h-11 items-center">
        What must agree: {count('differs')} differ, {count('one side')} known on one side only, {count('agrees')} agree
      </summary>
      <div role="group" aria-label="What must agree" className="flex flex-col gap-3">
        {[...pairs.values()].map(({ pair, of: mine }) => (
          <Between key={pair.join('|')} station={station} pair={pair} of={mine} goTo={goTo} />
        ))}
      </div>
    </details>
  );
};
