// [L2] Call: one event over each path in use, and what the house rule asks of events, paths and receivers besides. Unknown attribution counts as arrived and proves no strand; evidence backwards is in the entry's `bears`.
import { inUse, type Judging } from '../context.ts';
import { type Reason, reason } from '../reason.ts';
import { type Judged, judged, type Verdict } from '../result.ts';
import { graded, nextGraded, unattributed } from './graded.ts';
import { type Demand, matrix, openDemands } from './matrix.ts';

const firstOf = (is: Verdict, of: readonly Judged[]): Judged | undefined => of.find((one) => one.is === is);

const least = (of: readonly Judged[]): Judged['grade'] =>
  of.reduce<Judged['grade']>((low, { grade }) => (grade === null ? low : low === null || grade < low ? grade : low), null);

const latest = (of: readonly Judged[]): number | null => {
  const dues = of.flatMap(({ due }) => (due === null ? [] : [due]));
  return dues.length === 0 ? null : Math.min(...dues);
};

const sameReason = (one: Reason, other: Reason): boolean =>
  one.code === other.code && one.entries.join() === other.entries.join() && one.keys.join() === other.keys.join();

const distinct = (of: readonly Demand[]): Reason[] =>
  of.flatMap(({ because }) => because).filter((one, i, all) => all.findIndex((other) => sameReason(one, other)) === i);

const nextCell = ({ of, zone, is, path, receiver }: Demand): Reason =>
  reason('next-cell', { what: of?.what ?? null, zone: of?.item === null ? null : zone, is, path, receiver });

export const call = (j: Judging): Judged => {
  const paths = inUse(j);
  const unknown = unattributed(j);
  const parts = paths.map((use) => ({ use, part: graded(j, 'Call', use) }));
  const made = parts.filter(({ part }) => part.is !== 'dark');
  const missing = parts.filter(({ part }) => part.is === 'dark').map(({ use }) => use);
  const sum = {
    grade: least(made.map(({ part }) => part)),
    rehearsal: made.some(({ part }) => part.rehearsal),
    simulated: made.some(({ part }) => part.simulated),
    stands: made.flatMap(({ part }) => part.stands),
    due: latest(made.map(({ part }) => part)),
  };
  const all = made.map(({ part }) => part);
  for (const is of ['failed', 'stale'] as const) {
    const one = firstOf(is, all);
    if (one !== undefined)
      return {
        ...judged(
          is,
          all.filter((part) => part.is === is).flatMap(({ because }) => because),
          sum,
        ),
        next: one.next,
      };
  }
  const asked = matrix(j);
  const denied = asked.demands.filter(({ verdict }) => verdict === 'failed');
  const [refused] = denied;
  if (refused !== undefined) return judged('failed', distinct(denied), { ...sum, next: nextCell(refused) });
  const fell = asked.demands.filter(({ verdict }) => verdict === 'stale');
  if (made.length > 0 && fell.length > 0) {
    const [one] = fell;
    return judged('stale', distinct(fell), { ...sum, next: one === undefined ? null : nextCell(one) });
  }
  const [absent] = missing;
  // A call that only claims its path counts as arrived; its path is named with those that have none.
  const claimed = made.filter(({ part }) => part.because.some(({ code }) => code === 'claimed' || code === 'no-longer-fits'));
  const lone = [...missing.map(({ path }) => path), ...claimed.map(({ use }) => use.path)];
  if (made.length > 0) {
    const marginal = firstOf('marginal', all);
    const open = openDemands(j, asked.demands);
    const accepted = asked.demands.filter(({ verdict }) => verdict === 'accepted');
    const because = [
      ...all.flatMap((part) => part.because),
      ...(lone.length > 0 ? [reason('paths-without-call', { paths: lone })] : []),
      ...(open.length > 0 ? [reason('cells-open', { open: open.length, of: asked.demands.length, rule: asked.rule })] : []),
      ...(accepted.length > 0 ? [reason('cells-accepted', { accepted: accepted.length })] : []),
    ];
    if (marginal === undefined && absent === undefined && open.length === 0 && accepted.length === 0) return judged('proven', because, sum);
    const [first] = open;
    const lead = parts.find(({ part }) => part.is !== 'proven' && part.next !== null)?.part.next ?? null;
    return judged('marginal', because, { ...sum, next: lead ?? (first === undefined ? null : nextCell(first)) });
  }
  if (unknown.is !== 'dark') {
    const why = paths.length === 0 ? reason('no-path', {}) : reason('paths-without-call', { paths: lone });
    const next = paths.length === 0 ? reason('next-path', {}) : reason('next-attribute', {});
    return {
      ...unknown,
      is: unknown.is === 'proven' ? 'marginal' : unknown.is,
      because: [reason('path-unknown', {}), ...unknown.because, why],
      next,
    };
  }
  const next = paths.length === 0 ? reason('next-path', {}) : nextGraded(j, 'Call', paths[0] ?? null);
  return judged('dark', [paths.length === 0 ? reason('no-path', {}) : reason('nothing', { lamp: 'Call' })], { next });
};
