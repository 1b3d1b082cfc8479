// Reach: a harmless value changed from afar and read back in a session that the desk itself held; by a maker's program, its files before and after, and a call since.
import { readingOf } from '../../evidence/index.ts';
import { inUse, type Judging } from '../context.ts';
import { reason } from '../reason.ts';
import { type Judged, judged } from '../result.ts';
import { allStale, failedSince, lowered, onBench, readOf, standingOf, weighed, type Weighed, wordsOf } from '../weigh.ts';
import { callDoubt } from './graded.ts';

/** A call that came likely by a path after something: what was changed has not taken it off the air. */
const calledSince = (j: Judging, { evidence }: Weighed): boolean =>
  inUse(j).some((use) =>
    weighed(j, 'Call', use).some(
      ({ evidence: call, fresh }) =>
        call.what === 'call' && call.ord > evidence.ord && fresh.is !== 'stale' && callDoubt(j, use, call) === null,
    ),
  );

export const reach = (j: Judging): Judged => {
  const next = reason('next-reach', {});
  const of = weighed(j, 'Reach', null);
  if (of.length === 0) return judged('dark', [reason('nothing', { lamp: 'Reach' })], { next });
  const stale = allStale(of, reason('next-again', { lamp: 'Reach', path: null }));
  if (stale !== null) return stale;
  const standing = standingOf(of).filter(({ evidence }) => evidence.outcome !== 'bad');
  const real = standing.filter(({ evidence }) => !evidence.simulated);
  const ranked = (real.length > 0 ? real : standing).map((one) => {
    const what = readOf(one.evidence).what;
    const shown = what === 'reach.files';
    const full = (what === 'reach.readBack' && one.evidence.by !== 'word') || (shown && calledSince(j, one));
    return { one, what, shown, low: lowered(j, 'Reach', null, full ? 'proven' : 'marginal', one) };
  });
  const chosen =
    ranked.find(({ low }) => low.is === 'proven') ??
    ranked.find(({ what }) => what === 'reach.readBack' || what === 'reach.files') ??
    ranked[0];
  const failed = failedSince('Reach', of, chosen?.one.evidence ?? null);
  if (failed !== null) return failed;
  if (chosen === undefined) return judged('dark', [reason('nothing', { lamp: 'Reach' })], { next });
  const { one, low, shown, what } = chosen;
  const { evidence } = one;
  const label = shown ? 'The files before and after show the change' : (readingOf(what)?.label ?? wordsOf(evidence));
  const because =
    evidence.by === 'word'
      ? reason('seen-by-word', { label, at: evidence.ord }, [evidence.entry])
      : reason('seen', { label, at: evidence.ord, grade: null }, [evidence.entry]);
  const waits = shown && low.is !== 'proven' ? [reason('no-call-since', {})] : [];
  return judged(low.is, [because, ...low.because, ...waits], {
    stands: [evidence.entry],
    rehearsal: onBench(j, evidence),
    simulated: evidence.simulated,
    next: low.is === 'proven' ? null : shown ? reason('next-call-since', {}) : next,
    due: one.fresh.is === 'stale' ? null : one.fresh.due,
  });
};
