// Bearer, Route and a path's part of Call: lamps that go by the grade of their evidence, and for calls by how surely they came this way.
import { schoolOf } from '../../house/index.ts';
import type { ElementId, Grade, LampName } from '../../name/index.ts';
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

/** What keeps a call from proving a path: nobody is sure that it came this way, or its source no longer fits the path as the sheet stands. */
export const callDoubt = (j: Judging, use: PathUse | null, evidence: Evidence): Reason | null => {
  if (evidence.what !== 'call' || use === null) return null;
  const how = howOf(evidence);
  if (!proves(strengthOf(evidence))) return reason('claimed', { how, path: use.path }, [evidence.entry]);
  const source = sourceOf(evidence);
  return stillFits(asItRuns(j.state), use, { how, source })
    ? null
    : reason('no-longer-fits', { address: source.address, path: use.path }, [evidence.entry]);
};

/** What a piece of evidence makes of the lamp of a path by itself. */
const weigh = (j: Judging, lamp: LampName, use: PathUse | null, path: ElementId | null, one: Weighed): ReturnType<typeof lowered> => {
  const of = verdictOf(j, lamp, one.evidence);
  const doubt = of === 'proven' ? callDoubt(j, use, one.evidence) : null;
  return doubt === null ? lowered(j, lamp, path, of, one) : { is: 'marginal', because: [doubt], next: reason('next-attribute', {}) };
};

/** After how long (ms) a call answered an event that was asked for; null where nobody had asked. */
const askedFor = ({ state }: Judging, { entry }: Evidence): number | null => {
  const asked = state.challenges.find(({ answered }) => answered?.entry === entry);
  return asked?.answered == null || asked.pressed === null ? null : Math.max(0, asked.answered.at - asked.pressed);
};

const because = (j: Judging, evidence: Evidence, path: ElementId | null): Reason => {
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
    return reason('call', { ...args, source: sourceOf(evidence).address, real: grade >= 7, asked: askedFor(j, evidence) }, [
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
  return judged(low.is, [because(j, evidence, path), ...low.because, ...testOnly], {
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

/** Whether a call is an event and not a mere test. */
const isEvent = (grade: Grade | null): boolean => (grade ?? 0) >= 7;

export type CallCell = { readonly evidence: Evidence; readonly is: Verdict; readonly because: readonly Reason[] };
const cellOf = (j: Judging, use: PathUse, of: readonly Weighed[]): CallCell | null => {
  const [newest] = of;
  if (newest === undefined) return null;
  const stands = of.filter(({ fresh }) => fresh.is !== 'stale');
  const chosen = best(stands.map((one) => ({ of: one, verdict: weigh(j, 'Route', use, use.path, one).is })))?.of ?? newest;
  if (chosen.fresh.is === 'stale') return { evidence: chosen.evidence, is: 'stale', because: chosen.fresh.because };
  const { is, because } = weigh(j, 'Route', use, use.path, chosen);
  return { evidence: chosen.evidence, is, because };
};

export type CallCells = { readonly [C in 'event' | 'test' | 'confirmed']: CallCell | null };
/** For a path: its best event, its best test call and what another desk confirms best, each with what it is worth now. The screens show it; they judge nothing. */
export const callCells = (j: Judging, use: PathUse): CallCells => {
  const all = weighed(j, 'Call', use);
  const calls = all.filter(({ evidence }) => evidence.what === 'call');
  return {
    event: cellOf(
      j,
      use,
      calls.filter(({ evidence }) => isEvent(evidence.grade)),
    ),
    test: cellOf(
      j,
      use,
      calls.filter(({ evidence }) => !isEvent(evidence.grade)),
    ),
    confirmed: cellOf(
      j,
      use,
      all.filter(({ evidence }) => evidence.what === 'confirmation'),
    ),
  };
};
