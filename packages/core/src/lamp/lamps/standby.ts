// Standby: drills made of calls that the desk heard by the other path. A press says what somebody saw and makes it marginal.
import { isElementId, isObject, type LampName, settingKey } from '../../name/index.ts';
import {
  type DrillKind,
  drillRow,
  furtherDrills,
  isDrillKind,
  isEvidenceHow,
  isStrength,
  proves,
  provingDrills,
  readingOf,
} from '../../evidence/index.ts';
import { schoolOf } from '../../house/index.ts';
import type { PathUse } from '../../sheet/index.ts';
import { stillFits } from '../attribute.ts';
import { asItRuns, asPlanned, inUse, type Judging } from '../context.ts';
import { isPowerEvent, ownSlack, standsBehind } from '../drilled.ts';
import { type Reason, reason } from '../reason.ts';
import { type Judged, judged } from '../result.ts';
import { allStale, factOf, failedSince, onBench, readOf, standingOf, weighed, type Weighed, wordsOf } from '../weigh.ts';

const lamp: LampName = 'Standby';

type Judgement = {
  readonly drill: DrillKind;
  /** Whether it shows what its kind has to show. */
  readonly shown: boolean;
  /** The first path came back, and stayed. */
  readonly back: boolean;
  /** The gap was longer than the client allows, for certain. */
  readonly slow: boolean;
  readonly because: Reason;
  readonly one: Weighed;
};

type Came = { readonly at: number; readonly path: string; readonly event: string };
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

/** What a drill shows by the frames that its entry names, and nothing else. */
const judge = (j: Judging, one: Weighed): Judgement | null => {
  const { facts, entry } = one.evidence;
  const [drill, path, begun, over] = [factOf(facts, 'drill'), factOf(facts, 'path'), factOf(facts, 'begun'), factOf(facts, 'over')];
  if (!isDrillKind(drill) || !isElementId(path) || typeof begun !== 'number' || typeof over !== 'number') return null;
  const useOf = (of: string): PathUse | undefined => j.bindings.paths.find((use) => use.path === of);
  const cut = useOf(path);
  const { way } = drillRow(drill);
  const behind = (of: string): boolean => {
    const by = useOf(of);
    return by !== undefined && cut !== undefined && standsBehind(by, cut);
  };
  // To cut the standby and hear the first path shows nothing.
  const took = came(j, factOf(facts, 'took'), way === 'slow' ? () => true : behind);
  const back = came(j, factOf(facts, 'back'), way === 'over' || way === 'slow' ? (by) => by === path : () => true);
  const during = took !== null && took.at >= begun && took.at <= over;
  const returned = back !== null && back.at >= over;
  const kept = factOf(facts, 'kept');
  const made = keptInOrder(j, Array.isArray(kept) ? kept : [], over);
  const lost = came(j, factOf(facts, 'lost'), () => true);
  const dark = [lost, back].some((of) => of !== null && of.at >= begun && isPowerEvent(of.event));
  const shown = way === 'dark' ? returned && dark : way === 'kept' ? returned && made.whole : during;
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
    simulated: one.evidence.simulated,
  };
  // Where it was asked for at no instant before, the whole time until the call may be the gap; but nobody knows that it was.
  const slow = way === 'over' && during && typeof allowed === 'number' && (least ?? 0) > allowed;
  return {
    drill,
    shown,
    back: (way === 'over' || way === 'slow') && returned && flaps === 0,
    slow,
    because: reason('drill', args, [entry]),
    one,
  };
};

/** The kinds of drill that a standby is proved by, by house rule. */
const demanded = (j: Judging): readonly DrillKind[] =>
  schoolOf(j.house.schools, 'drills')?.id === 'dark' ? [...provingDrills, ...furtherDrills] : provingDrills;

/** Nothing stands by, and what was drilled besides is told: that it comes back by itself, and keeps what was made meanwhile. */
const onePath = (j: Judging, of: readonly Weighed[]): Judged => {
  const drills = standingOf(of)
    .filter(({ evidence }) => evidence.outcome === 'good')
    .flatMap((one) => judge(j, one) ?? []);
  const failed = failedSince(lamp, of, drills[0]?.one.evidence ?? null);
  if (failed !== null) return failed;
  return judged('none', [reason('one-path-planned', {}), ...drills.map(({ because }) => because)], {
    stands: drills.map(({ one }) => one.evidence.entry),
  });
};

export const standby = (j: Judging): Judged => {
  const paths = inUse(j).length;
  const none = paths < 2 ? reason('next-standby-none', {}) : reason('next-drill', { drill: provingDrills[0] });
  const of = weighed(j, lamp, null);
  // The plan has one path: nothing stands by, and nobody has to say so once more.
  const planned = schoolOf(j.house.schools, 'one path')?.id !== 'reason';
  if (paths === 1 && planned && of.every(({ evidence }) => evidence.what === 'drill')) return onePath(j, of);
  if (of.length === 0) return judged('dark', [reason('nothing', { lamp })], { next: none });
  const stale = allStale(of, reason('next-again', { lamp, path: null }));
  if (stale !== null) return stale;
  const standing = standingOf(of).filter(({ evidence }) => !(evidence.place === 'bench' && j.state.everAtSite));
  const real = standing.some(({ evidence }) => evidence.what === 'drill' && !evidence.simulated);
  const drills = standing
    .filter(({ evidence }) => evidence.what === 'drill' && evidence.outcome === 'good' && (!real || !evidence.simulated))
    .flatMap((one) => judge(j, one) ?? []);
  const counted = schoolOf(j.house.schools, 'late switch')?.id === 'counts';
  const good = drills.filter(({ shown, slow, one }) => shown && (counted || !slow) && one.fresh.is === 'fresh');
  const newest = drills[0]?.one.evidence ?? null;
  const failed = failedSince(lamp, of, newest);
  if (failed !== null) return failed;
  const wanted = demanded(j);
  const done = wanted.flatMap((kind) => good.find(({ drill }) => drill === kind) ?? []);
  const back = good.find((one) => one.back);
  const words = standing.filter(({ evidence }) => evidence.by === 'word' && evidence.outcome === 'good');
  const because = [
    ...drills.map((one) => one.because),
    ...words.map(({ evidence }) =>
      reason('seen-by-word', { label: readingOf(readOf(evidence).what)?.label ?? wordsOf(evidence), at: evidence.ord }, [evidence.entry]),
    ),
  ];
  const sum = {
    stands: [...drills.map(({ one }) => one.evidence.entry), ...words.map(({ evidence }) => evidence.entry)],
    rehearsal: drills.some(({ one }) => onBench(j, one.evidence)),
    simulated: drills.some(({ one }) => one.evidence.simulated),
    due: done.reduce<number | null>(
      (due, { one: { fresh } }) => (fresh.is === 'stale' || fresh.due === null ? due : Math.min(due ?? fresh.due, fresh.due)),
      null,
    ),
  };
  const late = drills.filter(({ slow, shown, drill }) => shown && slow && !counted && !done.some((one) => one.drill === drill));
  const left = [...wanted.filter((kind) => !done.some(({ drill }) => drill === kind)), ...(back === undefined ? ['the return'] : [])];
  if (left.length === 0) return judged('proven', because, sum);
  const first = wanted.find((kind) => kind === left[0]) ?? null;
  if (drills.length + words.length === 0) return judged('dark', [reason('nothing', { lamp })], { next: none });
  const slow = late.map(({ drill }) => reason('drill-slow', { drill }));
  return judged('marginal', [...because, ...slow, reason('steps-left', { left })], {
    ...sum,
    next: first === null ? reason('next-return', {}) : reason('next-drill', { drill: first }),
  });
};
