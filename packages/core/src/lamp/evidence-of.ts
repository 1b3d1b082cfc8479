// What the desk makes of a frame: whose it is, by which path, of what weight; and what it writes where the frame is evidence.
import type { ElementId, FrameId, Ulid } from '../name/index.ts';
import { type Entry, type HowAttributed, ordOf, type State, write } from '../journal/index.ts';
import type { Instant } from '../quantity/index.ts';
import { type Arrived, attribute, picks, receiverFor } from './arrival.ts';

export type Matched = Arrived & {
  readonly receiver: ElementId;
  readonly path: ElementId | null;
  readonly how: HowAttributed;
};

/** A frame held against a station's sheet; null where the station has no receiver of that account. */
export const matched = (state: State, frame: Arrived): Matched | null => {
  const receiver = receiverFor(state, frame.account, frame.port);
  return receiver === null ? null : { ...frame, receiver, ...attribute(state, frame) };
};

/** The `call.arrived` of a frame that is evidence, or null. `seen` is the greatest order key that the desk had seen when it came. */
export const evidenceOf = (
  state: State,
  frame: Matched & { readonly id: FrameId; readonly at: Instant; readonly seen: number },
  id: Ulid,
): Entry | null => {
  const { account, receiver, event, grade, path, how, source, simulated } = frame;
  const pen = { id, at: frame.at, skew: null, since: frame.seen, who: { part: 'desk' } } as const;
  const data = { frame: frame.id, account, receiver, event, grade, path, how, source, received: frame.at, simulated };
  const entry = write(pen, state.stream, 'call.arrived', data);
  return picks(state, { pos: { ord: ordOf(entry, null), id }, path, receiver, event, grade, simulated }) ? entry : null;
};
