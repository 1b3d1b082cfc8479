// Bearer, Route and a path's part of Call: lamps that go by the grade of their evidence.
import type { ElementId, Grade, LampName } from '../../name/index.ts';
import { type Evidence, evidencePos, type HowAttributed, isAfter, isEvidenceHow } from '../../journal/index.ts';
import { type PathUse, readingOf } from '../../sheet/index.ts';
import { type Judging, runsOf } from '../context.ts';
import { type Reason, reason } from '../reason.ts';
import { type Judged, judged, type Verdict } from '../result.ts';
import { allStale, best, factOf, failedSince, lowered, onBench, readOf, standingOf, weighed, type Weighed, wordsOf } from '../weigh.ts';

const provenFrom: { readonly [L in LampName]?: Grade } = { Bearer: 3, Route: 6, Call: 7 };

const verdictOf = (lamp: LampName, evidence: Evidence): Verdict => {
  if (evidence.what === 'declaration') return lamp === 'Call' ? 'dark' : 'marginal';
  const grade = evidence.grade ?? 0;
  if (grade >= (provenFrom[lamp] ?? 9)) return 'proven';
  return lamp === 'Call' && grade < 5 ? 'dark' : 'marginal';
};

const howOf = (evidence: Evidence): HowAttributed => {
  const how = factOf(evidence.facts, 'how');
  return isEvidenceHow(how) ? how : 'unknown';
};

const because = (evidence: Evidence, path: ElementId | null): Reason => {
  if (evidence.what === 'call') {
    const event = String(factOf(evidence.facts, 'event'));
    const args = {
      event,
      at: evidence.ord,
      grade: evidence.grade ?? 0,
      how: howOf(evidence),
      path,
      simulated: evidence.simulated,
      real: (evidence.grade ?? 0) >= 7,
    };
    return reason('call', args, [evidence.entry]);
  }
  if (evidence.what === 'declaration')
    return reason('declared', { words: wordsOf(evidence), at: evidence.ord, who: null }, [evidence.entry]);
  return reason('seen', { label: readingOf(readOf(evidence).what)?.label ?? '', at: evidence.ord, grade: evidence.grade }, [
    evidence.entry,
  ]);
};

/** What would turn the lamp green next. */
export const nextGraded = (j: Judging, lamp: LampName, use: PathUse | null): Reason => {
  const receiver = use?.receivers[0] ?? null;
  const account = runsOf(j, 'receiver', receiver, 'account');
  if (lamp === 'Bearer') return reason('next-bearer', {});
  if (typeof account !== 'string') return reason('next-account', {});
  return lamp === 'Route' ? reason('next-route', {}) : reason('next-call', { account, path: use?.path ?? null });
};

const judgeOf = (j: Judging, lamp: LampName, use: PathUse | null, path: ElementId | null, of: readonly Weighed[]): Judged => {
  const next = nextGraded(j, lamp, use);
  if (of.length === 0) return judged('dark', [reason('nothing', { lamp })], { next });
  const stale = allStale(of, next);
  if (stale !== null) return stale;
  const bad = standingOf(of).find(({ evidence }) => evidence.outcome === 'bad');
  const standing = standingOf(of).filter(
    ({ evidence }) => evidence.outcome !== 'bad' && (bad === undefined || isAfter(evidencePos(evidence), evidencePos(bad.evidence))),
  );
  const chosen = best(standing.map((one) => ({ of: one, verdict: lowered(j, lamp, path, verdictOf(lamp, one.evidence), one).is })));
  const failed = failedSince(lamp, of, chosen?.of.evidence ?? null);
  if (failed !== null) return failed;
  if (chosen === null) return judged('dark', [reason('nothing', { lamp })], { next });
  const { evidence, fresh } = chosen.of;
  const low = lowered(j, lamp, path, verdictOf(lamp, evidence), chosen.of);
  const testOnly = lamp === 'Call' && evidence.grade === 6 ? [reason('only-test', {})] : [];
  return judged(low.is, [because(evidence, path), ...low.because, ...testOnly], {
    grade: evidence.grade,
    rehearsal: onBench(j, evidence),
    simulated: evidence.simulated,
    stands: [evidence.entry],
    next: low.is === 'proven' ? null : (low.next ?? next),
    due: fresh.is === 'stale' ? null : fresh.due,
  });
};

export const graded = (j: Judging, lamp: LampName, use: PathUse): Judged => judgeOf(j, lamp, use, use.path, weighed(j, lamp, use));

/** Calls that arrived without a path: they count as arrived and prove no strand. */
export const unattributed = (j: Judging): Judged => judgeOf(j, 'Call', null, null, weighed(j, 'Call', null, null));
