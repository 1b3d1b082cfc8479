// What the desk makes of a frame: whose it is, by which path, of what weight; and what it writes where the frame is evidence.
import type { ElementId, FrameId, Ulid } from '../name/index.ts';
import { type HowAttributed, isAtLeast, type Strength } from '../evidence/index.ts';
import { answeredBy, type Entry, isAfter, ordOf, type State, write } from '../journal/index.ts';
import type { Instant } from '../quantity/index.ts';
import { type Arrived, picks, picksNothing } from './arrival.ts';
import type { Knowing } from './attribute.ts';
import { howItCame } from './how-it-came.ts';

export type Matched = Omit<Arrived, 'own' | 'fields' | 'keyed'> & {
  /** Null where it arrived at a listener that is no receiver of the station. */
  readonly receiver: ElementId | null;
  readonly path: ElementId | null;
  readonly how: HowAttributed;
  readonly strength: Strength;
  readonly impossible: readonly ElementId[];
};

/** A call at another listener shows the way out and no more. */
const elsewhere = 5;

/** A frame held against a station's sheet: how it came, for which receiver, how surely. What is decided here stands with the frame for good. */
export const matched = (state: State, frame: Arrived, knowing: Knowing): Matched => {
  const { fields: _, own: __, keyed: ___, ...rest } = frame;
  const { received, came } = howItCame(state, frame, knowing);
  const open = received !== null && !received.sure && isAtLeast(came.strength, 'likely');
  return {
    ...rest,
    ...came,
    grade: received === null && rest.grade > elsewhere ? elsewhere : rest.grade,
    strength: open ? 'claimed' : came.strength,
    receiver: received?.receiver ?? null,
  };
};

/** The `call.arrived` of a frame that is evidence, or null. `seen` is the greatest order key that the desk had seen when it came; an id is made only where it is needed. */
export const evidenceOf = (
  state: State,
  frame: Matched & { readonly id: FrameId; readonly at: Instant; readonly seen: number },
  mint: () => Ulid,
): Entry | null => {
  // What was asked for is evidence whatever came before it.
  const asked = answeredBy(state, { ...frame, received: frame.at }) !== null;
  if (!asked && picksNothing(state, frame)) return null;
  const id = mint();
  const { account, receiver, event, grade, zone, is, part, listener, port, path, how, strength, source, simulated } = frame;
  const pen = { id, at: frame.at, skew: null, since: frame.seen, who: { part: 'desk' } } as const;
  const facts = { account, receiver, event, grade, zone, is, part, listener, port, path, how, strength, source, simulated };
  const entry = write(pen, state.stream, 'call.arrived', { frame: frame.id, ...facts, received: frame.at });
  const pos = { ord: ordOf(entry, null), id };
  if (asked) return isAfter(pos, state.changed) ? entry : null;
  return picks(state, { pos, path, receiver, event, zone, is, grade, strength, simulated }) ? entry : null;
};
