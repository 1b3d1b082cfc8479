// What the live channel says, in any of these parts.
import { atLeast, type Given, known, listOf, optional, orNull, text, whole } from '../problem/index.ts';
import { frameShape, listenerShape } from './frames.ts';
import { mostWhole } from './route.ts';
import { judgingShape } from './stations.ts';

export const liveMessage = atLeast({
  cursor: optional(whole(0, mostWhole)),
  life: optional(text(100)),
  /** Streams in which something was kept; null where they are too many to name. */
  streams: optional(orNull(listOf(text(60), 1000))),
  listeners: optional(listOf(listenerShape, 1000)),
  frames: optional(listOf(frameShape, 1000)),
  /** Stations whose rows were judged anew. */
  board: optional(listOf(text(60), 1000)),
  judging: optional(judgingShape),
  trouble: optional(orNull(text(4000))),
  /** More was said than was read: ask for all that is kept. */
  again: optional(known((value): value is true => value === true, 'yes')),
});
export type LiveMessage = Given<typeof liveMessage>;
