// Standby: drills made of calls that the desk heard by the other path. A press says what somebody saw and makes it marginal.
import { isElementId, isObject, type LampName } from '../../name/index.ts';
import { type DrillKind, drillKinds, isEvidenceHow, isStrength, proves, readingOf } from '../../evidence/index.ts';
import type { PathUse } from '../../sheet/index.ts';
import { stillFits } from '../attribute.ts';
import { asItRuns, inUse, type Judging } from '../context.ts';
import { type Reason, reason } from '../reason.ts';
import { type Judged, judged } from '../result.ts';
import { allStale, factOf, failedSince, onBench, readOf, standingOf, weighed, type Weighed, wordsOf } from '../weigh.ts';

const lamp: LampName = 'Standby';

type Judgement = {
  readonly drill: DrillKind;
  readonly took: boolean;
  readonly back: boolean;
  readonly because: Reason;
  readonly one: Weighed;
};

/** Whether a frame that a drill names came likely by itself, over a path that the sheet still fits. */
const counts = (j: Judging, value: unknown, over: (path: string) => boolean): number | null => {
  if (!isObject(value)) return null;
  const { path, how, strength, source, received } = value;
  if (!isElementId(path) || !over(path) || !isStrength(strength) || !proves(strength) || !isEvidenceHow(how)) return null;
  const use = j.bindings.paths.find((one) => one.path === path);
  const address = isObject(source) ? String(source['address']) : '';
  return use !== undefined && typeof received === 'number' && stillFits(asItRuns(j.state), use, { how, source: { address } })
    ? received
    : null;
};

/** Whether a path can be the standby of another: it comes no earlier in the unit's order. Where the sheet says no order, any path can. */
export const standsBehind = (by: PathUse, cut: PathUse): boolean =>
  by.path !== cut.path && (by.priority === null || cut.priority === null || by.priority >= cut.priority);

/** What a drill shows by the frames that its entry names, and nothing else. */
const judge = (j: Judging, one: Weighed): Judgement | null => {
  const { facts, entry } = one.evidence;
  const drill = drillKinds.find((kind) => kind === factOf(facts, 'drill'));
  const [path, begun, over] = [factOf(facts, 'path'), factOf(facts, 'begun'), factOf(facts, 'over')];
  if (drill === undefined || !isElementId(path) || typeof begun !== 'number' || typeof over !== 'number') return null;
  const useOf = (of: string): PathUse | undefined => j.bindings.paths.find((use) => use.path === of);
  const cut = useOf(path);
  const behind = (of: string): boolean => {
    const by = useOf(of);
    return by !== undefined && cut !== undefined && standsBehind(by, cut);
  };
  // To cut the standby and hear the first path shows nothing.
  const took = counts(j, factOf(facts, 'took'), behind);
  const back = counts(j, factOf(facts, 'back'), (by) => by === path);
  const during = took !== null && took >= begun && took <= over;
  const returned = back !== null && back >= over;
  const args = {
    drill,
    path,
    at: one.evidence.ord,
    gap: during ? took - begun : null,
    returned: returned ? back - over : null,
    simulated: one.evidence.simulated,
  };
  return { drill, took: during, back: returned, because: reason('drill', args, [entry]), one };
};

export const standby = (j: Judging): Judged => {
  const paths = inUse(j).length;
  const none = paths < 2 ? reason('next-standby-none', {}) : reason('next-drill', { drill: drillKinds[0] });
  const of = weighed(j, lamp, null);
  // The plan has one path: nothing stands by, and nobody has to say so once more.
  if (of.length === 0 && paths === 1) return judged('none', [reason('one-path-planned', {})]);
  if (of.length === 0) return judged('dark', [reason('nothing', { lamp })], { next: none });
  const stale = allStale(of, reason('next-again', { lamp, path: null }));
  if (stale !== null) return stale;
  const standing = standingOf(of).filter(({ evidence }) => !(evidence.place === 'bench' && j.state.everAtSite));
  const real = standing.some(({ evidence }) => evidence.what === 'drill' && !evidence.simulated);
  const drills = standing
    .filter(({ evidence }) => evidence.what === 'drill' && evidence.outcome === 'good' && (!real || !evidence.simulated))
    .flatMap((one) => judge(j, one) ?? []);
  const good = drills.filter(({ took, one }) => took && one.fresh.is === 'fresh');
  const newest = drills[0]?.one.evidence ?? null;
  const failed = failedSince(lamp, of, newest);
  if (failed !== null) return failed;
  const done = drillKinds.flatMap((kind) => good.find(({ drill }) => drill === kind) ?? []);
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
  const left = [...drillKinds.filter((kind) => !done.some(({ drill }) => drill === kind)), ...(back === undefined ? ['the return'] : [])];
  if (left.length === 0) return judged('proven', because, sum);
  const wanted = drillKinds.find((kind) => kind === left[0]) ?? null;
  if (drills.length + words.length === 0) return judged('dark', [reason('nothing', { lamp })], { next: none });
  return judged('marginal', [...because, reason('steps-left', { left })], {
    ...sum,
    next: wanted === null ? reason('next-return', {}) : reason('next-drill', { drill: wanted }),
  });
};
