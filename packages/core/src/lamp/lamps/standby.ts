// Standby: drills made of calls that the desk heard by the other path. A press says what somebody saw and makes it marginal.
import type { ElementId, LampName } from '../../name/index.ts';
import { type DrillKind, furtherDrills, provingDrills, readingOf } from '../../evidence/index.ts';
import { schoolOf } from '../../house/index.ts';
import { inUse, type Judging } from '../context.ts';
import { cuts, notSeenSince } from '../cuts.ts';
import { drillShown } from '../drill-shown.ts';
import { reason } from '../reason.ts';
import { type Judged, judged } from '../result.ts';
import { allStale, failedSince, onBench, readOf, standingOf, weighed, type Weighed, wordsOf } from '../weigh.ts';

const lamp: LampName = 'Standby';

/** The kinds of drill that a standby is proved by, by house rule. */
const demanded = (j: Judging): readonly DrillKind[] =>
  schoolOf(j.house.schools, 'drills')?.id === 'dark' ? [...provingDrills, ...furtherDrills] : provingDrills;

/** Cables and supplies of paths that a house rule wants cut, each on its own, and that were not. */
const uncut = (j: Judging): readonly { readonly path: ElementId; readonly part: string }[] =>
  schoolOf(j.house.schools, 'each path')?.id === 'each'
    ? cuts(j)
        .filter(({ part, is }) => part !== 'card' && is !== 'proven' && is !== 'marginal')
        .map(({ path, part }) => ({ path, part }))
    : [];

/** Nothing stands by, and what was drilled besides is told: that it comes back by itself, and keeps what was made meanwhile. */
const onePath = (j: Judging, of: readonly Weighed[]): Judged => {
  const drills = standingOf(of)
    .filter(({ evidence }) => evidence.outcome === 'good')
    .flatMap((one) => drillShown(j, one) ?? []);
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
    .flatMap((one) => drillShown(j, one) ?? []);
  const counted = schoolOf(j.house.schools, 'late switch')?.id === 'counts';
  const good = drills.filter(({ shown, slow, one }) => shown && (counted || !slow) && one.fresh.is === 'fresh');
  const newest = drills[0]?.one.evidence ?? null;
  const failed = failedSince(lamp, of, newest);
  if (failed !== null) return failed;
  const wanted = demanded(j);
  const done = wanted.flatMap((kind) => good.find(({ drill }) => drill === kind) ?? []);
  const back = good.find((one) => one.back);
  const out = notSeenSince(j, drills);
  const own = uncut(j);
  const words = standing.filter(({ evidence }) => evidence.by === 'word' && evidence.outcome === 'good');
  const because = [
    ...drills.map((one) => one.because),
    ...words.map(({ evidence }) =>
      reason('seen-by-word', { label: readingOf(readOf(evidence).what)?.label ?? wordsOf(evidence), at: evidence.ord }, [evidence.entry]),
    ),
    ...out.map((path) => reason('standby-unseen', { path })),
    ...(own.length === 0 ? [] : [reason('own-uncut', { own })]),
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
  if (left.length === 0 && out.length === 0 && own.length === 0) return judged('proven', because, sum);
  const first = wanted.find((kind) => kind === left[0]) ?? null;
  if (drills.length + words.length === 0) return judged('dark', [reason('nothing', { lamp })], { next: none });
  const slow = late.map(({ drill }) => reason('drill-slow', { drill }));
  const next =
    first !== null
      ? reason('next-drill', { drill: first })
      : left.length > 0
        ? reason('next-return', {})
        : out.length > 0
          ? reason('next-drill', { drill: provingDrills[0] })
          : reason('next-own', {});
  return judged('marginal', [...because, ...slow, ...(left.length === 0 ? [] : [reason('steps-left', { left })])], { ...sum, next });
};
