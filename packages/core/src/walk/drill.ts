// A drill while it runs: what of the calls that came it has to name, when the unit is to be made to call, and how what was measured lies to what was computed.
import type { ElementId } from '../name/index.ts';
import { drillKinds, type DrillKind, drillMade, drillRow, provingDrills, type Turn } from '../evidence/index.ts';
import type { Drilling } from '../journal/index.ts';
import { type CameIn, type DrillSeen, drillSeen, isApart, isPowerEvent, showsCut, standsBehind } from '../lamp/index.ts';
import { seconds } from '../quantity/index.ts';
import type { PathUse } from '../sheet/index.ts';
import type { Gap } from '../sums/index.ts';

/** A call as the desk shows it. */
export type DrillCall = CameIn & { readonly id: number; readonly event: string; readonly zone: string | null; readonly is: Turn | null };

/** What shows a path's own cable, card and supply. */
const ownDrills: readonly DrillKind[] = ['link loss', 'supply loss', 'refused card'];

/** Which drills can be made: of which paths, and how, in the order in which they are tried. A path can be cut where another stands behind it; the last one by those kinds that show what its own cable and supply are. */
export type DrillChoice = { readonly drill: DrillKind; readonly paths: readonly { readonly use: PathUse; readonly make: string }[] };
export const drillChoices = (paths: readonly PathUse[], isLent: (use: PathUse) => boolean = () => false): DrillChoice[] =>
  drillKinds.flatMap((drill) => {
    const { way } = drillRow(drill);
    const asked =
      way === 'dark' || way === 'kept'
        ? paths.slice(0, 1)
        : paths.filter((cut) => paths.some((by) => standsBehind(by, cut)) || (ownDrills.includes(drill) && isApart(cut, paths)));
    const of = asked.flatMap((use) => {
      const make = drillMade(drill, use.kind, isLent(use));
      return make === null ? [] : [{ use, make }];
    });
    return of.length === 0 ? [] : [{ drill, paths: of }];
  });

export type KeptCall<C> = { readonly made: Drilling['made'][number]; readonly call: C | null };
export type DrillNow<C> = {
  /** A call that should not have come: its path is not cut. */
  readonly uncut: C | null;
  readonly took: C | null;
  readonly back: C | null;
  readonly kept: readonly KeptCall<C>[];
  /** The event that says that it was without supply. */
  readonly lost: C | null;
  /** The last instant when it was made to call and nothing came: the switch lies after it. */
  readonly since: number | null;
  readonly seen: DrillSeen | null;
};

/** What calls say of a drill. `calls` in any order; only those that count by their path are looked at. */
export const drillNow = <C extends DrillCall>(drill: Drilling, paths: readonly PathUse[], calls: readonly C[]): DrillNow<C> => {
  const { begun, over, path } = drill;
  const { way } = drillRow(drill.drill);
  const cut = paths.find((use) => use.path === path);
  const behind = new Set<ElementId>(paths.filter((by) => cut !== undefined && showsCut(by, cut, paths)).map((use) => use.path));
  const apart = cut !== undefined && way === 'over' && isApart(cut, paths);
  const came = calls.filter(({ at, counts, path: by }) => counts && by !== null && at >= begun).sort((a, b) => a.at - b.at || a.id - b.id);
  const meanwhile = came.filter(({ at }) => over === null || at < over);
  const after = over === null ? [] : came.filter(({ at }) => at >= over);
  const byOthers = (one: C): boolean => one.path !== null && behind.has(one.path);
  const took = way === 'over' ? meanwhile.find(byOthers) : way === 'slow' ? meanwhile[0] : undefined;
  // The last path is not called by while the first is up: that the station lives is all that can be seen then.
  const back = after.find((one) => way === 'dark' || way === 'kept' || apart || one.path === path);
  const uncut = way === 'kept' ? meanwhile[0] : way === 'over' ? meanwhile.find((one) => one.path === path) : undefined;
  const used = new Set<number>();
  const kept = drill.made.map((made): KeptCall<C> => {
    const call = after.find(
      (one) => !used.has(one.id) && (made.zone === null || made.zone === one.zone) && (made.is === null || made.is === (one.is ?? 'alarm')),
    );
    if (call !== undefined) used.add(call.id);
    return { made, call: call ?? null };
  });
  const asked = took === undefined ? [] : drill.asked.filter((at) => at <= took.at).sort((a, b) => a - b);
  const last = came.at(-1);
  return {
    uncut: uncut ?? null,
    took: took ?? null,
    back: back ?? null,
    kept: way === 'kept' ? kept : [],
    lost: way === 'dark' ? (came.find(({ event }) => isPowerEvent(event)) ?? null) : null,
    // The newest of them is the one that was answered.
    since: asked.at(-2) ?? null,
    seen: back === undefined || over === null || last === undefined ? null : drillSeen({ path, begun, over, to: last.at }, came),
  };
};

/** When the unit is to be made to call, since one that tests once a day is silent after the cut: at the least, the expected and the worst that was computed, ms since 1970. */
export const drillAsks = (
  begun: number,
  gap: Gap | null,
): readonly { readonly at: number; readonly is: 'least' | 'expected' | 'worst' }[] =>
  gap === null
    ? []
    : [
        { at: begun + gap.least, is: 'least' },
        { at: begun + gap.expected, is: 'expected' },
        { at: begun + gap.worst, is: 'worst' },
      ];

/** How a measured gap lies to the computed one. `least` and `most`: between which the switch lies, ms. */
export type GapLies = 'as computed' | 'slowest' | 'longer' | 'shorter' | 'open';
export const gapLies = (gap: Gap, { least, most }: { readonly least: number; readonly most: number }): GapLies => {
  if (least > gap.worst) return 'longer';
  if (most < gap.least) return 'shorter';
  if (least > gap.p95) return 'slowest';
  return most <= gap.worst ? 'as computed' : 'open';
};

/** How long a refused modem may be silent before it asks the network again (T3402 of 3GPP TS 24.301, default), ms. */
const refusedFor = seconds(720);
/** How long until the first path can be back, ms: its return delay, and what a refused modem waits. */
export const returnAfter = (drill: DrillKind, holdDown: number | null): number =>
  (holdDown ?? 0) + (drill === 'refused card' ? refusedFor : 0);

/** Whether the computed gap speaks of a kind of drill: of the probes' kinds alone, and the link's own sign may be faster. */
export const gapSpeaksOf = (drill: DrillKind): boolean => provingDrills.some((one) => one === drill) || drill === 'refused card';
