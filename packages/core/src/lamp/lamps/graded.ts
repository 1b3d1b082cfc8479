// Bearer, Route and a path's part of Call: lamps that go by the grade of their evidence, and for calls by how surely they came this way.
import { schoolOf } from '../../house/index.ts';
import type { ElementId, LampName } from '../../name/index.ts';
import {
  type Evidence,
  type HowAttributed,
  isEvidenceHow,
  isStrength,
  proves,
  provenFrom,
  readingOf,
  type Strength,
} from '../../evidence/index.ts';
import { evidencePos, isAfter } from '../../journal/index.ts';
import { isObject, plainText } from '../../name/index.ts';
import type { PathUse } from '../../sheet/index.ts';
import { stillFits } from '../attribute.ts';
import { asItRuns, deskIsOurs, type Judging, runsOf } from '../context.ts';
import { type Reason, reason } from '../reason.ts';
import { type Judged, judged, type Verdict } from '../result.ts';
import {
  allStale,
  best,
  factOf,
  failedSince,
  lowered,
  onBench,
  readOf,
  saidBy,
  standingOf,
  weighed,
  type Weighed,
  wordsOf,
} from '../weigh.ts';

/** How a call answered what was asked for; null where it merely arrived. `over` is the path that was meant. */
const askedFor = ({ facts }: Evidence): { readonly after: number; readonly over: unknown } | null => {
  const asked = factOf(facts, 'asked');
  return isObject(asked) && typeof asked['after'] === 'number' ? { after: asked['after'], over: asked['path'] } : null;
};

/** By house rule only an event that was asked for proves Call: what merely arrives may be yesterday's, or another's. */
export const asksFor = (j: Judging): boolean => schoolOf(j.house.schools, 'calls')?.id !== 'any';

const verdictOf = (j: Judging, lamp: LampName, evidence: Evidence): Verdict => {
  const sign = schoolOf(j.house.schools, 'proof')?.id === 'sign'; // by that school a sign counts, and never for more than this
  if (evidence.what === 'declaration') return lamp === 'Call' && deskIsOurs(j) && !sign ? 'dark' : 'marginal';
  const grade = evidence.grade ?? 0;
  if (grade >= (provenFrom[lamp] ?? 9)) return 'proven';
  return lamp === 'Call' && grade < 5 && !sign ? 'dark' : 'marginal';
};

export const howOf = (evidence: Evidence): HowAttributed => {
  const how = factOf(evidence.facts, 'how');
  return isEvidenceHow(how) ? how : 'unknown';
};
export const strengthOf = (evidence: Evidence): Strength => {
  const strength = factOf(evidence.facts, 'strength');
  return isStrength(strength) ? strength : 'unknown';
};
const sourceOf = (evidence: Evidence): { address: string } => {
  const source = factOf(evidence.facts, 'source');
  return { address: isObject(source) ? String(source['address']) : '' };
};

/** 'The only path' is a claim; it is likely once the call answers what was asked for over that very path. */
const isRaised = (use: PathUse, evidence: Evidence): boolean =>
  howOf(evidence) === 'only' && strengthOf(evidence) === 'claimed' && askedFor(evidence)?.over === use.path;

/** What keeps a call from proving a path: nobody is sure that it came this way, or its source no longer fits the path as the sheet stands. */
export const callDoubt = (j: Judging, use: PathUse | null, evidence: Evidence): Reason | null => {
  if (evidence.what !== 'call' || use === null) return null;
  const how = howOf(evidence);
  if (!proves(strengthOf(evidence)) && !isRaised(use, evidence)) return reason('claimed', { how, path: use.path }, [evidence.entry]);
  const source = sourceOf(evidence);
  return stillFits(asItRuns(j.state), use, { how, source })
    ? null
    : reason('no-longer-fits', { address: source.address, path: use.path }, [evidence.entry]);
};

/** What a piece of evidence makes of the lamp of a path by itself. */
export const weigh = (
  j: Judging,
  lamp: LampName,
  use: PathUse | null,
  path: ElementId | null,
  one: Weighed,
): ReturnType<typeof lowered> => {
  const of = verdictOf(j, lamp, one.evidence);
  const doubt = of === 'proven' ? callDoubt(j, use, one.evidence) : null;
  if (doubt !== null) return { is: 'marginal', because: [doubt], next: reason('next-attribute', {}) };
  const low = lowered(j, lamp, path, of, one);
  if (lamp !== 'Call' || low.is !== 'proven' || one.evidence.what !== 'call' || !asksFor(j) || askedFor(one.evidence) !== null) return low;
  return { is: 'marginal', because: [reason('not-asked-for', {}, [one.evidence.entry])], next: nextGraded(j, lamp, use) };
};

const because = (evidence: Evidence, path: ElementId | null): Reason => {
  if (evidence.what === 'call') {
    const event = String(factOf(evidence.facts, 'event'));
    const grade = evidence.grade ?? 0;
    const args = {
      event,
      at: evidence.ord,
      grade,
      how: howOf(evidence),
      strength: strengthOf(evidence),
      path,
      simulated: evidence.simulated,
    };
    return reason('call', { ...args, source: sourceOf(evidence).address, real: grade >= 7, asked: askedFor(evidence)?.after ?? null }, [
      evidence.entry,
    ]);
  }
  if (evidence.what === 'confirmation') {
    const fact = (name: string): string => plainText(factOf(evidence.facts, name));
    return reason('confirmed', { how: fact('how'), person: fact('person'), event: fact('event'), at: evidence.to, path }, [evidence.entry]);
  }
  if (evidence.what === 'declaration')
    return reason('declared', { words: wordsOf(evidence), at: evidence.ord, who: saidBy(evidence) }, [evidence.entry]);
  return reason('seen', { label: readingOf(readOf(evidence).what)?.label ?? '', at: evidence.ord, grade: evidence.grade }, [
    evidence.entry,
  ]);
};

/** What would turn the lamp green next. */
export const nextGraded = (j: Judging, lamp: LampName, use: PathUse | null): Reason => {
  const receiver = use?.receivers[0] ?? null;
  const account = runsOf(j, 'receiver', receiver, 'account');
  if (lamp === 'Bearer') return reason('next-bearer', {});
  if (lamp === 'Call' && !deskIsOurs(j)) return reason('next-confirm', { path: use?.path ?? null });
  if (typeof account !== 'string') return reason('next-account', {});
  return lamp === 'Route' ? reason('next-route', {}) : reason('next-call', { account, path: use?.path ?? null, asked: asksFor(j) });
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
  const chosen = best(standing.map((one) => ({ of: one, verdict: weigh(j, lamp, use, path, one).is })));
  const failed = failedSince(lamp, of, chosen?.of.evidence ?? null);
  if (failed !== null) return failed;
  if (chosen === null) return judged('dark', [reason('nothing', { lamp })], { next });
  const { evidence, fresh } = chosen.of;
  const low = weigh(j, lamp, use, path, chosen.of);
  const testOnly = lamp === 'Call' && evidence.grade === 6 ? [reason('only-test', {})] : [];
  // A desk of somebody else's that reads back: nothing better can be had there, unless a portal gives its log.
  const atBest =
    lamp === 'Call' && evidence.what === 'confirmation' && evidence.by === 'word' && j.whose === 'theirs' && low.is === 'marginal';
  return judged(low.is, [because(evidence, path), ...low.because, ...testOnly], {
    grade: evidence.grade,
    rehearsal: onBench(j, evidence),
    simulated: evidence.simulated,
    stands: [evidence.entry],
    next: low.is === 'proven' || atBest ? null : (low.next ?? next),
    due: fresh.is === 'stale' ? null : fresh.due,
  });
};

export const graded = (j: Judging, lamp: LampName, use: PathUse): Judged => judgeOf(j, lamp, use, use.path, weighed(j, lamp, use));

/** Calls that arrived without a path: they count as arrived and prove no strand. */
export const unattributed = (j: Judging): Judged => judgeOf(j, 'Call', null, null, weighed(j, 'Call', null, null));

/** The best test call over a path that stands: it shows the way and proves no event. */
export const testCall = (j: Judging, use: PathUse): { readonly evidence: Evidence; readonly is: Verdict } | null => {
  const of = weighed(j, 'Call', use).filter(({ evidence }) => evidence.what === 'call' && (evidence.grade ?? 0) < 7);
  const chosen = best(standingOf(of).map((one) => ({ of: one, verdict: weigh(j, 'Route', use, use.path, one).is })));
  if (chosen !== null) return { evidence: chosen.of.evidence, is: chosen.verdict };
  const [old] = of;
  return old === undefined ? null : { evidence: old.evidence, is: 'stale' };
};
