// A station's own rhythm: how far apart its calls mostly are, learned from the last ones, and from when on a silence is longer than that. It sends nobody: it is a hint before a window ends.
import { minutes, seconds } from '../quantity/index.ts';

/** When the desk itself was away. */
export type Down = { readonly from: number; readonly to: number };
/** Since when nothing has come, how far apart (ms) its calls mostly were, and from when on that is quieter than usual. */
export type Quiet = { readonly since: number; readonly usual: number; readonly from: number };

/** So many gaps have to be known; calls that are closer than this are one; nine gaps of ten are at most as long as what is usual. Ours. */
const leastGaps = 6;
const one = seconds(10);
const share = 0.9;
/** Quiet is twice what is usual, and at least so much more than it. */
const more = minutes(5);

/** The rhythm of calls at some instants, of which the last (of any kind) was at `last`. Gaps in which the desk itself was away are none. Null where too few are known. */
export const rhythm = (instants: readonly number[], last: number, downs: readonly Down[]): Quiet | null => {
  const calls = [...new Set(instants)].sort((a, b) => a - b).filter((at, i, all) => i === 0 || at - (all[i - 1] ?? 0) > one);
  const gaps = calls.slice(1).flatMap((at, i) => {
    const before = calls[i] ?? at;
    return downs.some(({ from, to }) => from < at && to > before) ? [] : [at - before];
  });
  if (gaps.length < leastGaps) return null;
  const usual = gaps.sort((a, b) => a - b)[Math.ceil(share * gaps.length) - 1] ?? 0;
  const since = Math.max(last, ...downs.map(({ to }) => to));
  return { since: last, usual, from: since + Math.max(2 * usual, usual + more) };
};
