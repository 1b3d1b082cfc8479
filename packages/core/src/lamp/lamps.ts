// lamps(state, …): the line of a station, judged. Pure: house rules, what was heard and the instant come in.
import type { LampName } from '../name/index.ts';
import type { House } from '../house/index.ts';
import { noneKey, type State } from '../journal/index.ts';
import { type PathUse, strandOf } from '../sheet/index.ts';
import { type Heard, inUse, type Judging, judging, waitsOf } from './context.ts';
import { call } from './lamps/call.ts';
import { card } from './lamps/card.ts';
import { graded } from './lamps/graded.ts';
import { power } from './lamps/power.ts';
import { signal } from './lamps/signal.ts';
import { inputs, reach, standby } from './lamps/steps.ts';
import { watch } from './lamps/watch.ts';
import { reason } from './reason.ts';
import { type Judged, judged, type LampResult, type Verdict, worst } from './result.ts';

export type Line = {
  readonly before: readonly LampResult[];
  readonly strands: readonly { readonly use: PathUse; readonly lamps: readonly LampResult[] }[];
  readonly after: readonly LampResult[];
  /** The station's own lamp: the worst of its required ones. */
  readonly station: Verdict;
};

const before: readonly [LampName, (j: Judging) => Judged][] = [
  ['Power', power],
  ['Inputs', inputs],
];
const after: readonly [LampName, (j: Judging) => Judged][] = [
  ['Call', call],
  ['Standby', standby],
  ['Watch', watch],
  ['Reach', reach],
];

const strandLamp = (j: Judging, lamp: LampName, use: PathUse): Judged => {
  switch (lamp) {
    case 'Card':
      return card(j, use);
    case 'Signal':
      return signal(j, use);
    default:
      return graded(j, lamp, use);
  }
};

const withNone = (j: Judging, lamp: LampName, use: PathUse | null, judge: () => Judged): LampResult => {
  const path = use?.path ?? null;
  const accepted = j.state.none[noneKey(lamp, path)] ?? (path === null ? undefined : j.state.none[noneKey(null, path)]);
  const of =
    accepted === undefined
      ? judge()
      : judged('none', [reason('none', { reason: accepted.reason, at: accepted.pos.ord, who: accepted.who }, [accepted.pos.id])], {
          stands: [accepted.pos.id],
        });
  return { lamp, path, ...of, waits: waitsOf(j, lamp, use) };
};

export const lamps = (state: State, by: { house: House; heard: readonly Heard[]; now: number }): Line => {
  const j = judging(state, by);
  const single = ([lamp, judge]: readonly [LampName, (j: Judging) => Judged]): LampResult => withNone(j, lamp, null, () => judge(j));
  const strands = j.bindings.paths.map((use) => ({
    use,
    lamps: strandOf(use.kind).map((lamp) => withNone(j, lamp, use, () => strandLamp(j, lamp, use))),
  }));
  const line = { before: before.map(single), strands, after: after.map(single) };
  const used = new Set(inUse(j).map(({ path }) => path));
  const required = [
    ...line.before,
    ...line.strands.filter(({ use }) => used.has(use.path)).flatMap((strand) => strand.lamps),
    ...line.after,
  ];
  return { ...line, station: worst(required.map(({ is }) => is)) };
};

/** All lamps in the order of the wire. */
export const allLamps = (line: Line): readonly LampResult[] => [
  ...line.before,
  ...line.strands.flatMap((strand) => strand.lamps),
  ...line.after,
];

/** Lamps that may be accepted as not fitted. The others are what the station is for. */
export const mayBeNone: readonly LampName[] = ['Inputs', 'Standby', 'Watch', 'Reach'];
