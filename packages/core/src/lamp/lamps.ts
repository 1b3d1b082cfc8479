// lamps(state, …): the line of a station, judged. Pure: house rules, what was heard and the instant come in.
import { type LampName, plainText } from '../name/index.ts';
import { noneKey, type State } from '../journal/index.ts';
import { type PathUse, strandOf } from '../sheet/index.ts';
import { inUse, type JudgedBy, type Judging, judging, waitsOf } from './context.ts';
import { call } from './lamps/call.ts';
import { card } from './lamps/card.ts';
import { graded } from './lamps/graded.ts';
import { power } from './lamps/power.ts';
import { signal } from './lamps/signal.ts';
import { inputs } from './lamps/inputs.ts';
import { reach } from './lamps/reach.ts';
import { standby } from './lamps/standby.ts';
import { watch } from './lamps/watch.ts';
import { type Cut, cuts } from './cuts.ts';
import { reason } from './reason.ts';
import { type Judged, judged, type LampResult, type Verdict, worst } from './result.ts';
import { type TunnelResult, tunnels } from './tunnels.ts';
import { factOf } from './weigh.ts';

export type Line = {
  readonly before: readonly LampResult[];
  readonly strands: readonly { readonly use: PathUse; readonly lamps: readonly LampResult[] }[];
  readonly after: readonly LampResult[];
  /** Paths over the paths. */
  readonly tunnels: readonly TunnelResult[];
  /** Each path’s own cable, card and supply, as they were cut. */
  readonly cuts: readonly Cut[];
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
  const result = accepted === undefined ? byProfile(j, lamp, judge) : acceptedNone(accepted);
  // A station that was never placed is on the bench: whatever is proved there is a rehearsal, and says so.
  const rehearsal = result.rehearsal || (!j.state.everAtSite && (result.is === 'proven' || result.is === 'marginal'));
  return { lamp, path, ...result, rehearsal, waits: waitsOf(j, lamp, use) };
};

const acceptedNone = (accepted: State['none'][string]): Judged =>
  judged('none', [reason('none', { reason: accepted.reason, at: accepted.pos.ord, who: accepted.who }, [accepted.pos.id])], {
    stands: [accepted.pos.id],
  });

/** What the adopted profiles make of it: a lamp that the equipment does not ask for is none; one that stands on the best obtainable says so and has no next. */
const byProfile = (j: Judging, lamp: LampName, judge: () => Judged): Judged => {
  const notAsked = j.profiles.find((profile) => profile.notAsked[lamp] !== undefined);
  if (notAsked !== undefined) return judged('none', [reason('not-asked', { profile: notAsked.name, why: notAsked.notAsked[lamp] ?? '' })]);
  const result = judge();
  const of = j.profiles.find((profile) => profile.best[lamp] !== undefined);
  const best = of?.best[lamp];
  if (of === undefined || best === undefined || result.is !== 'marginal' || !hasReached(j, result, best.with)) return result;
  return { ...result, because: [...result.because, reason('best-obtainable', { profile: of.name, why: best.why })], next: null };
};

const hasReached = (j: Judging, { stands, grade }: Judged, best: string): boolean => {
  if (/^\d$/.test(best)) return (grade ?? -1) >= Number(best);
  return Object.values(j.state.evidence).some(
    ({ entry, what, facts }) => stands.includes(entry) && (best === what || plainText(factOf(facts, 'what')) === best),
  );
};

export const lamps = (state: State, by: JudgedBy): Line => {
  const j = judging(state, by);
  const single = ([lamp, judge]: readonly [LampName, (j: Judging) => Judged]): LampResult => withNone(j, lamp, null, () => judge(j));
  const strands = j.bindings.paths.map((use) => ({
    use,
    lamps: strandOf(use.kind).map((lamp) => withNone(j, lamp, use, () => strandLamp(j, lamp, use))),
  }));
  const line = { before: before.map(single), strands, after: after.map(single), tunnels: tunnels(j), cuts: cuts(j) };
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
