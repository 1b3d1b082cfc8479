// Each path's own cable, card and supply, proved by cutting it: the others go on, and it is seen again. What is shared takes both.
import type { ElementId, Ulid } from '../name/index.ts';
import { type DrillKind, drillMade, isStrength, proves } from '../evidence/index.ts';
import type { State } from '../journal/index.ts';
import type { PathUse } from '../sheet/index.ts';
import { type Heard, inUse, type Judging } from './context.ts';
import { type DrillShown, drillShown } from './drill-shown.ts';
import type { Verdict } from './result.ts';
import { factOf, weighed } from './weigh.ts';

/** What of a path is cut, by the kinds of drill that cut it. */
export const ownParts = {
  cable: ['link loss'],
  supply: ['supply loss'],
  card: ['refused card', 'soft failure'],
} as const satisfies { readonly [part: string]: readonly DrillKind[] };
export type OwnPart = keyof typeof ownParts;
export const isOwnPart = (value: unknown): value is OwnPart => typeof value === 'string' && Object.hasOwn(ownParts, value);

export type Cut = {
  readonly path: ElementId;
  readonly part: OwnPart;
  /**
   * 'failed': nothing called while it was cut, so that another path hangs on it too. 'marginal': the others called, as they do anyway;
   * that the last path was cut at all is a word, since no call is missing by it.
   */
  readonly is: Extract<Verdict, 'proven' | 'marginal' | 'failed' | 'stale' | 'dark'>;
  readonly at: number | null;
  readonly simulated: boolean;
  readonly entry: Ulid | null;
};

const nothing = { is: 'dark', at: null, simulated: false, entry: null } as const;

const cutOf = (drills: readonly DrillShown[], { path }: PathUse, part: OwnPart): Cut => {
  const kinds: readonly DrillKind[] = ownParts[part];
  const of = drills.filter((one) => one.path === path && kinds.includes(one.drill));
  // Real before simulated, fresh before stale, then the newest: a later one at which all went dark tells more than an earlier good one.
  const newest = (some: readonly DrillShown[]): DrillShown | undefined => some.find(({ one }) => !one.evidence.simulated) ?? some[0];
  const fresh = newest(of.filter(({ one }) => one.fresh.is !== 'stale'));
  const told = fresh ?? newest(of);
  if (told === undefined) return { path, part, ...nothing };
  const { evidence, fresh: stands } = told.one;
  return {
    path,
    part,
    is: stands.is === 'stale' ? 'stale' : told.took === null ? 'failed' : told.apart ? 'marginal' : 'proven',
    at: evidence.ord,
    simulated: evidence.simulated,
    entry: evidence.entry,
  };
};

const drillsOf = (j: Judging): DrillShown[] =>
  weighed(j, 'Standby', null)
    .filter(({ evidence }) => evidence.what === 'drill')
    .flatMap((one) => drillShown(j, one) ?? []);

/** Every path in use with those of its parts that can be cut; empty where there is just one. */
export const cuts = (j: Judging): Cut[] => {
  const uses = inUse(j);
  if (uses.length < 2) return [];
  const drills = drillsOf(j);
  return uses.flatMap((use) =>
    Object.entries(ownParts).flatMap(([part, kinds]) =>
      isOwnPart(part) && kinds.some((kind) => drillMade(kind, use.kind) !== null) && (part !== 'card' || use.sim !== null)
        ? [cutOf(drills, use, part)]
        : [],
    ),
  );
};

/** Whether something came by a path after an instant, ms since 1970: by a call of its own, or because another was cut. */
const cameBy = (state: State, heard: readonly Heard[], drills: readonly DrillShown[], path: ElementId, after: number): boolean =>
  drills.some(({ took }) => took?.path === path && took.at > after) ||
  heard.some((one) => one.path === path && proves(one.strength) && one.last > after) ||
  Object.values(state.evidence).some(({ what, outcome, from, facts, bears }) => {
    const strength = factOf(facts, 'strength');
    return (
      what === 'call' &&
      outcome === 'good' &&
      from > after &&
      isStrength(strength) &&
      proves(strength) &&
      bears.some((one) => one.path === path)
    );
  });

/** Paths that were cut as the standby and not seen since: nobody knows that they are back. */
export const notSeenSince = (j: Judging, drills: readonly DrillShown[]): readonly ElementId[] => [
  ...new Set(drills.filter(({ apart, path, over }) => apart && !cameBy(j.state, j.heard, drills, path, over)).map(({ path }) => path)),
];
