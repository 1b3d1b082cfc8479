// [L2] Call: one event over each path in use. Unknown attribution counts as arrived and proves no strand; evidence backwards is in the entry's `bears`.
import { inUse, type Judging } from '../context.ts';
import { reason } from '../reason.ts';
import { type Judged, judged, type Verdict } from '../result.ts';
import { graded, nextGraded, unattributed } from './graded.ts';

const firstOf = (is: Verdict, of: readonly Judged[]): Judged | undefined => of.find((one) => one.is === is);

const least = (of: readonly Judged[]): Judged['grade'] =>
  of.reduce<Judged['grade']>((low, { grade }) => (grade === null ? low : low === null || grade < low ? grade : low), null);

const latest = (of: readonly Judged[]): number | null => {
  const dues = of.flatMap(({ due }) => (due === null ? [] : [due]));
  return dues.length === 0 ? null : Math.min(...dues);
};

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
  const [absent] = missing;
  // A call that only claims its path counts as arrived; its path is named with those that have none.
  const claimed = made.filter(({ part }) => part.because.some(({ code }) => code === 'claimed' || code === 'no-longer-fits'));
  const lone = [...missing.map(({ path }) => path), ...claimed.map(({ use }) => use.path)];
  if (made.length > 0) {
    const because = [...all.flatMap((part) => part.because), ...(lone.length > 0 ? [reason('paths-without-call', { paths: lone })] : [])];
    const marginal = firstOf('marginal', all);
    if (marginal === undefined && absent === undefined) return judged('proven', because, sum);
    return judged('marginal', because, {
      ...sum,
      next: marginal?.next ?? (marginal === undefined || absent !== undefined ? nextGraded(j, 'Call', absent ?? null) : null),
    });
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
