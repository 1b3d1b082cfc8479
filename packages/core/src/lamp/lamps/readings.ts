// What the lamps of readings share: the newest standing reading of each sort, then one question, then what a later 'it failed' or a mere word makes of it.
import type { LampName } from '../../name/index.ts';
import type { PathUse } from '../../sheet/index.ts';
import type { Judging } from '../context.ts';
import { type Reason, reason } from '../reason.ts';
import { type Judged, judged, type Verdict } from '../result.ts';
import { allStale, failedSince, lowered, onBench, readOf, saidBy, standingOf, weighed, type Weighed, wordsOf } from '../weigh.ts';

export type Answer = { is: Verdict; because: readonly Reason[]; on: readonly Weighed[]; next?: Reason | null };

const isRead = ({ what }: Weighed['evidence']): boolean => what === 'reading' || what === 'hold';

/** Newest first goes in; for each sort of reading a real one before a simulated one, then the newest. */
export const readingsBy = (standing: readonly Weighed[]): Map<string, Weighed> => {
  const by = new Map<string, Weighed>();
  for (const one of standing.filter(({ evidence }) => isRead(evidence))) {
    const { what } = readOf(one.evidence);
    const there = by.get(what);
    if (there === undefined || (there.evidence.simulated && !one.evidence.simulated)) by.set(what, one);
  }
  return by;
};

/** Judges a lamp by its readings. `ask` is only asked where there is at least one standing reading. */
export const settle = (
  j: Judging,
  lamp: LampName,
  use: PathUse | null,
  next: Reason,
  ask: (read: Map<string, Weighed>) => Answer,
): Judged => {
  const of = weighed(j, lamp, use);
  if (of.length === 0) return judged('dark', [reason('nothing', { lamp })], { next });
  const stale = allStale(of, reason('next-again', { lamp, path: use?.path ?? null }));
  if (stale !== null) return stale;
  const standing = standingOf(of);
  const read = readingsBy(standing);
  const word = standing.find(({ evidence }) => evidence.what === 'declaration' && evidence.outcome !== 'bad');
  const newest = read.size > 0 ? (standing.find(({ evidence }) => isRead(evidence)) ?? null) : (word ?? null);
  const failed = failedSince(lamp, of, newest?.evidence ?? null);
  if (failed !== null) return failed;
  if (read.size === 0) {
    if (word === undefined) return judged('dark', [reason('nothing', { lamp })], { next });
    const { evidence } = word;
    return judged(
      'marginal',
      [reason('declared', { words: wordsOf(evidence), at: evidence.ord, who: saidBy(evidence) }, [evidence.entry])],
      {
        next,
        stands: [evidence.entry],
      },
    );
  }
  const answer = ask(read);
  const low = answer.on.map((one) => lowered(j, lamp, use?.path ?? null, answer.is, one)).find(({ is }) => is !== answer.is);
  const is = low?.is ?? answer.is;
  const dues = answer.on.flatMap(({ fresh }) => (fresh.is === 'stale' || fresh.due === null ? [] : [fresh.due]));
  return judged(is, [...answer.because, ...(low?.because ?? [])], {
    rehearsal: answer.on.some(({ evidence }) => onBench(j, evidence)),
    simulated: answer.on.some(({ evidence }) => evidence.simulated),
    stands: answer.on.map(({ evidence }) => evidence.entry),
    next: is === 'proven' ? null : (low?.next ?? answer.next ?? next),
    due: dues.length === 0 ? null : Math.min(...dues),
  });
};
