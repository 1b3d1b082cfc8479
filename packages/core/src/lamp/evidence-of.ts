// What the desk writes of a frame: attributed, graded, and only where it is evidence.
import type { FrameId, Ulid } from '../name/index.ts';
import { type Entry, placedEntry, type State, write } from '../journal/index.ts';
import { attribute, type Arrived, eventOf, picks, receiverFor } from './arrival.ts';
import { type Instant, instant } from '../quantity/index.ts';

/** What the desk writes of a matched frame: a `call.arrived`, or nothing where it is no evidence. `seen` is the greatest order key the desk had seen. */
export const evidenceOf = (state: State, frame: Arrived & { id: FrameId; at: Instant; seen: number }, id: Ulid): Entry | null => {
  const receiver = receiverFor(state, frame.account, frame.port);
  if (receiver === null) return null;
  const { path, how } = attribute(state, frame);
  const { event, grade } = eventOf(frame.fields);
  const entry = write({ id, at: frame.at, skew: null, since: frame.seen, who: { part: 'desk' } }, state.stream, 'call.arrived', {
    frame: frame.id,
    account: frame.account,
    receiver,
    event,
    grade,
    path,
    how,
    source: frame.source,
    received: instant(frame.at),
    simulated: frame.simulated,
  });
  const { pos } = placedEntry(entry, null);
  return picks(state, { pos, path, receiver, event, grade, simulated: frame.simulated }) ? entry : null;
};
