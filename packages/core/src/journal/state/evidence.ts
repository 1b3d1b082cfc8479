// Evidence by lamp, path, what it was, receiver, grade, outcome, place, whose knowledge, strength and mark: in each slot the newest.
import { isObject, keyParts, isSettingKey } from '../../name/index.ts';
import { type Evidence, plainZone } from '../../evidence/index.ts';
import { comparePos, type Pos } from '../order.ts';
import type { State } from './state.ts';
import { put } from './owned.ts';

export type NewEvidence = Omit<Evidence, 'place'> & {
  readonly kindOf: string;
  readonly receiver: string | null;
  /** How surely a call came by its path. */
  readonly strength?: string;
  /** Zone and turn, which tell one input from another. */
  readonly item?: string;
  /** Whether it answers what was asked for: a later one that merely arrived does not take its place. */
  readonly asked?: boolean;
};

const posOf = (evidence: Evidence): Pos => ({ ord: evidence.ord, id: evidence.entry });
export const evidencePos = posOf;

export const withEvidence = (state: State, { kindOf, receiver, strength = '', item = '', asked = false, ...made }: NewEvidence): State => {
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
      evidence.by,
      strength,
      evidence.simulated ? 'simulated' : '',
      ...(lamp === 'Inputs' || lamp === 'Call' ? [item] : []),
      ...(asked ? ['asked'] : []),
    ].join('|');
    const there = slots[slot];
    if (there === undefined || comparePos(posOf(there), posOf(evidence)) < 0) slots = put(slots, slot, evidence);
    if (there === undefined && evidence.what === 'call') slots = withoutOldest(state, slots, `${lamp}|${path ?? ''}|`);
  }
  return { ...state, evidence: slots };
};

/** Sorts of call that are held for one lamp of one path: an outside client may invent event names without end. The sheet's own zones are not among them. */
const mostCalls = 128;

const withoutOldest = (state: State, slots: State['evidence'], prefix: string): State['evidence'] => {
  const calls = Object.entries(slots).filter(([slot, { what }]) => what === 'call' && slot.startsWith(prefix));
  if (calls.length <= mostCalls) return slots;
  const own = zonesOf(state);
  const strange = calls.filter(([, { facts }]) => !isOwnZone(own, isObject(facts) ? facts['zone'] : null));
  if (strange.length <= mostCalls) return slots;
  const [oldest] = strange.reduce((first, one) => (comparePos(posOf(one[1]), posOf(first[1])) < 0 ? one : first));
  return Object.fromEntries(Object.entries(slots).filter(([slot]) => slot !== oldest));
};

const zoneKeys: readonly string[] = ['input.channel', 'input.deskZone', 'device.zone', 'device.deskZone'];

/** The zones that the sheet gives to its inputs and local devices, as they are compared. */
export const zonesOf = (state: State): ReadonlySet<string> =>
  new Set(
    Object.entries(state.settings).flatMap(([key, leaves]) => {
      const value = leaves.at(-1)?.value;
      if (typeof value !== 'number' || !isSettingKey(key) || !zoneKeys.includes(keyParts(key).definition)) return [];
      return plainZone(String(value)) ?? [];
    }),
  );
export const isOwnZone = (own: ReadonlySet<string>, zone: unknown): boolean => typeof zone === 'string' && own.has(zone);

/** Whether check-ins were entered since somebody was last there; real ones stand also where simulated ones are asked for. */
export const hasCheckIn = (state: State, simulated: boolean): boolean =>
  Object.values(state.evidence).some(
    (one) =>
      one.what === 'check-in' && (!one.simulated || simulated) && (state.attended === null || comparePos(posOf(one), state.attended) > 0),
  );

/** Takes back what a frame was taken to prove, so that its correction can stand in its place. */
export const withoutFrame = (state: State, frame: number): State => {
  const about = ({ what, facts }: Evidence): boolean => what === 'call' && isObject(facts) && facts['frame'] === frame;
  return {
    ...state,
    evidence: Object.fromEntries(Object.entries(state.evidence).filter(([, evidence]) => !about(evidence))),
    picked: Object.fromEntries(Object.entries(state.picked).filter(([, picked]) => picked.frame !== frame)),
  };
};
