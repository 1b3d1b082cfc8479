// Evidence by lamp, path, what it was, receiver, grade, outcome, place, word and mark: in each slot the newest.
import type { Evidence } from '../evidence.ts';
import { comparePos, type Pos } from '../order.ts';
import type { State } from './state.ts';

export type NewEvidence = Omit<Evidence, 'place'> & { readonly kindOf: string; readonly receiver: string | null };

const posOf = (evidence: Evidence): Pos => ({ ord: evidence.ord, id: evidence.entry });
export const evidencePos = posOf;

export const withEvidence = (state: State, { kindOf, receiver, ...made }: NewEvidence): State => {
  const evidence: Evidence = { ...made, place: state.placed?.place ?? 'bench' };
  let slots = state.evidence;
  for (const { lamp, path } of evidence.bears) {
    const slot = [
      lamp,
      path ?? '',
      kindOf,
      receiver ?? '',
      evidence.grade ?? '',
      evidence.outcome,
      evidence.place,
      evidence.told ? 'told' : '',
      evidence.simulated ? 'simulated' : '',
    ].join('|');
    const there = slots[slot];
    if (there === undefined || comparePos(posOf(there), posOf(evidence)) < 0) slots = { ...slots, [slot]: evidence };
    if (there === undefined && evidence.what === 'call') slots = withoutOldest(slots, `${lamp}|${path ?? ''}|`);
  }
  return { ...state, evidence: slots };
};

/** Sorts of call that are held for one lamp of one path: an outside client may invent event names without end. */
const mostCalls = 128;

const withoutOldest = (slots: State['evidence'], prefix: string): State['evidence'] => {
  const calls = Object.entries(slots).filter(([slot, { what }]) => what === 'call' && slot.startsWith(prefix));
  if (calls.length <= mostCalls) return slots;
  const [oldest] = calls.reduce((first, one) => (comparePos(posOf(one[1]), posOf(first[1])) < 0 ? one : first));
  return Object.fromEntries(Object.entries(slots).filter(([slot]) => slot !== oldest));
};

/** Takes back what a frame was taken to prove, so that its correction can stand in its place. */
export const withoutFrame = (state: State, frame: number): State => {
  const about = (evidence: Evidence): boolean =>
    evidence.what === 'call' &&
    typeof evidence.facts === 'object' &&
    evidence.facts !== null &&
    'frame' in evidence.facts &&
    evidence.facts.frame === frame;
  return {
    ...state,
    evidence: Object.fromEntries(Object.entries(state.evidence).filter(([, evidence]) => !about(evidence))),
    picked: Object.fromEntries(Object.entries(state.picked).filter(([, picked]) => picked.frame !== frame)),
  };
};
