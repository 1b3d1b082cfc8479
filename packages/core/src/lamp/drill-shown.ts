// What a drill shows by the frames that its entry names, and nothing else.
import { type ElementId, isElementId, isObject, settingKey } from '../name/index.ts';
import { type DrillKind, drillRow, isDrillKind, isEvidenceHow, isStrength, proves } from '../evidence/index.ts';
import type { PathUse } from '../sheet/index.ts';
import { stillFits } from './attribute.ts';
import { asItRuns, asPlanned, type Judging } from './context.ts';
import { isApart, isPowerEvent, ownSlack, showsCut } from './drilled.ts';
import { type Reason, reason } from './reason.ts';
import { factOf, type Weighed } from './weigh.ts';

export type DrillShown = {
  readonly drill: DrillKind;
  readonly path: ElementId;
  /** When it was put back, and the path of the call that came while it was cut; null where none came that can be believed. */
  readonly over: number;
  readonly took: { readonly at: number; readonly path: ElementId } | null;
  /** The last path was cut, and the others had to go on: it shows that they need nothing of that path’s own, and is no drill of the standby. */
  readonly apart: boolean;
  /** Whether it shows what its kind has to show of the standby. */
  readonly shown: boolean;
  /** The path that was cut came back, and stayed. */
  readonly back: boolean;
  /** The gap was longer than the client allows, for certain. */
  readonly slow: boolean;
  readonly because: Reason;
  readonly one: Weighed;
};

type Came = { readonly at: number; readonly path: ElementId; readonly event: string };
/** A frame that a drill names, where it came likely by itself over a path that the sheet still fits; else null. */
const came = (j: Judging, value: unknown, over: (path: string) => boolean): Came | null => {
  if (!isObject(value)) return null;
  const { path, how, strength, source, received, event } = value;
  if (!isElementId(path) || !over(path) || !isStrength(strength) || !proves(strength) || !isEvidenceHow(how)) return null;
  const use = j.bindings.paths.find((one) => one.path === path);
  const address = isObject(source) ? String(source['address']) : '';
  return use !== undefined && typeof received === 'number' && stillFits(asItRuns(j.state), use, { how, source: { address } })
    ? { at: received, path, event: String(event) }
    : null;
};

/** Whether events that were made while nothing led out came afterwards, each once, in their order, with their own time where they carry one. */
const keptInOrder = (j: Judging, kept: readonly unknown[], over: number): { came: number; whole: boolean } => {
  const rows = kept.filter(isObject).map(({ at, own, frame }) => {
    const by = came(j, frame, () => true);
    const inTime = typeof own !== 'number' || (typeof at === 'number' && Math.abs(own - at) <= ownSlack);
    return by !== null && by.at >= over && inTime && isObject(frame) ? { at: by.at, frame: Number(frame['frame']) } : null;
  });
  const there = rows.filter((row) => row !== null);
  const inOrder = there.every((row, i) => i === 0 || row.at >= (there[i - 1]?.at ?? 0));
  const once = new Set(there.map(({ frame }) => frame)).size === there.length;
  return { came: there.length, whole: rows.length > 0 && there.length === rows.length && inOrder && once };
};

/** Null where the evidence is no drill. */
export const drillShown = (j: Judging, one: Weighed): DrillShown | null => {
  const { facts, entry } = one.evidence;
  const [drill, path, begun, over] = [factOf(facts, 'drill'), factOf(facts, 'path'), factOf(facts, 'begun'), factOf(facts, 'over')];
  if (!isDrillKind(drill) || !isElementId(path) || typeof begun !== 'number' || typeof over !== 'number') return null;
  const { paths } = j.bindings;
  const useOf = (of: string): PathUse | undefined => paths.find((use) => use.path === of);
  const cut = useOf(path);
  const { way } = drillRow(drill);
  const apart = way === 'over' && cut !== undefined && isApart(cut, paths);
  const shows = (of: string): boolean => {
    const by = useOf(of);
    return by !== undefined && cut !== undefined && showsCut(by, cut, paths);
  };
  const took = came(j, factOf(facts, 'took'), way === 'slow' ? () => true : shows);
  const back = came(j, factOf(facts, 'back'), way === 'over' || way === 'slow' ? (by) => by === path : () => true);
  const during = took !== null && took.at >= begun && took.at <= over;
  const returned = back !== null && back.at >= over;
  const kept = factOf(facts, 'kept');
  const made = keptInOrder(j, Array.isArray(kept) ? kept : [], over);
  const lost = came(j, factOf(facts, 'lost'), () => true);
  const dark = [lost, back].some((of) => of !== null && of.at >= begun && isPowerEvent(of.event));
  const shown = way === 'dark' ? returned && dark : way === 'kept' ? returned && made.whole : during && !apart;
  const since = factOf(facts, 'since');
  const seen = factOf(facts, 'seen');
  const flaps = isObject(seen) && typeof seen['flaps'] === 'number' ? seen['flaps'] : 0;
  const allowed = asPlanned(j.state).value(settingKey('path', path, 'switchMost'));
  const least = during && typeof since === 'number' ? Math.max(0, since - begun) : null;
  const args = {
    drill,
    path,
    at: one.evidence.ord,
    least,
    gap: during ? took.at - begun : null,
    returned: returned ? back.at - over : null,
    kept: way === 'kept' ? { came: made.came, made: Array.isArray(kept) ? kept.length : 0, whole: made.whole } : null,
    dark: way === 'dark' ? dark : null,
    flaps,
    apart,
    simulated: one.evidence.simulated,
  };
  // Where it was asked for at no instant before, the whole time until the call may be the gap; but nobody knows that it was.
  const slow = way === 'over' && !apart && during && typeof allowed === 'number' && (least ?? 0) > allowed;
  return {
    drill,
    path,
    over,
    took: during ? { at: took.at, path: took.path } : null,
    apart,
    shown,
    back: (way === 'over' || way === 'slow') && returned && flaps === 0,
    slow,
    because: reason('drill', args, [entry]),
    one,
  };
};
