// Weighs the evidence of one lamp (of one path): fresh before stale, real before simulated, then what proves more, then the newest.
import { type ElementId, isObject, isUlid, type LampName, plainText } from '../name/index.ts';
import type { Evidence } from '../evidence/index.ts';
import { comparePos, evidencePos, type Who } from '../journal/index.ts';
import type { PathUse } from '../sheet/index.ts';
import { evidenceFor, type Judging } from './context.ts';
import { type Freshness, freshness } from './freshness.ts';
import { type Reason, reason } from './reason.ts';
import { type Judged, judged, type Verdict } from './result.ts';

export type Weighed = { readonly evidence: Evidence; readonly fresh: Freshness };

export const weighed = (j: Judging, lamp: LampName, use: PathUse | null, path: ElementId | null = use?.path ?? null): Weighed[] =>
  evidenceFor(j, lamp, path)
    .map((evidence) => ({ evidence, fresh: freshness(j, lamp, use, evidence) }))
    .sort((a, b) => comparePos(evidencePos(b.evidence), evidencePos(a.evidence)));

export const standingOf = (of: readonly Weighed[]): readonly Weighed[] => of.filter(({ fresh }) => fresh.is !== 'stale');

/** All evidence is stale: the newest says why. */
export const allStale = (of: readonly Weighed[], next: Reason): Judged | null => {
  const [newest] = of;
  return newest?.fresh.is === 'stale' && standingOf(of).length === 0
    ? judged('stale', newest.fresh.because, {
        next,
        stands: [newest.evidence.entry],
        grade: newest.evidence.grade,
        simulated: newest.evidence.simulated,
      })
    : null;
};

/** A later word or reading that it does not work. */
export const failedSince = (lamp: LampName, of: readonly Weighed[], best: Evidence | null): Judged | null => {
  const bad = standingOf(of).find(({ evidence }) => evidence.outcome === 'bad');
  if (bad === undefined || (best !== null && comparePos(evidencePos(bad.evidence), evidencePos(best)) < 0)) return null;
  return judged('failed', [reason('said-bad', { words: wordsOf(bad.evidence), at: bad.evidence.ord }, [bad.evidence.entry])], {
    next: reason('next-mend', { lamp }),
    stands: [bad.evidence.entry],
  });
};

/** Who gave their word; null where the entry of that time did not keep it. */
export const saidBy = (evidence: Evidence): Who | null => {
  const who = member(evidence.facts, 'who');
  return isWho(who) ? who : null;
};
const isWho = (value: unknown): value is Who => isObject(value) && (isUlid(value['person']) || typeof value['part'] === 'string');

const member = (facts: Evidence['facts'], name: string): unknown =>
  typeof facts === 'object' && facts !== null && !Array.isArray(facts) ? (facts as { readonly [name: string]: unknown })[name] : undefined;

export const wordsOf = (evidence: Evidence): string => plainText(member(evidence.facts, 'words'));
export const readOf = (evidence: Evidence): { what: string; value: unknown } => ({
  what: plainText(member(evidence.facts, 'what')),
  value: member(evidence.facts, 'value'),
});
export const factOf = member;

/** Lowers a verdict for what it stands on: the bench after the site, a change that is not known to be in force, somebody's word. */
export const lowered = (
  j: Judging,
  lamp: LampName,
  path: ElementId | null,
  verdict: Verdict,
  { evidence, fresh }: Weighed,
): { is: Verdict; because: Reason[]; next: Reason | null } => {
  if (verdict !== 'proven') return { is: verdict, because: [], next: fresh.is === 'unsure' ? fresh.next : null };
  if (fresh.is === 'unsure') return { is: 'marginal', because: [fresh.because], next: fresh.next };
  if (evidence.place === 'bench' && j.state.everAtSite)
    return { is: 'marginal', because: [reason('bench', {})], next: reason('next-again', { lamp, path }) };
  if (evidence.by === 'word')
    return { is: 'marginal', because: [reason('by-word', { who: saidBy(evidence) }, [evidence.entry])], next: null };
  return { is: 'proven', because: [], next: null };
};

const order: readonly Verdict[] = ['proven', 'marginal', 'dark', 'stale', 'failed', 'none'];

/** The piece of evidence that speaks for the lamp, with what it alone would make of it. */
export const best = <T extends { verdict: Verdict; of: Weighed }>(candidates: readonly T[]): T | null =>
  [...candidates].sort(
    (a, b) =>
      Number(a.of.evidence.simulated) - Number(b.of.evidence.simulated) ||
      order.indexOf(a.verdict) - order.indexOf(b.verdict) ||
      (b.of.evidence.grade ?? -1) - (a.of.evidence.grade ?? -1) ||
      comparePos(evidencePos(b.of.evidence), evidencePos(a.of.evidence)),
  )[0] ?? null;

export const onBench = (j: Judging, evidence: Evidence): boolean => evidence.place === 'bench' && !j.state.everAtSite;
