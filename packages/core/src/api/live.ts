// What the live channel says, in any of these parts.
import type { FrameView, ListenerState } from './desk.ts';
import type { Judging } from './stations.ts';

export type LiveMessage = {
  readonly cursor?: number;
  readonly life?: string;
  /** Streams in which something was kept; null where they are too many to name. */
  readonly streams?: readonly string[] | null;
  readonly listeners?: readonly ListenerState[];
  readonly frames?: readonly FrameView[];
  /** Stations whose rows were judged anew. */
  readonly board?: readonly string[];
  readonly judging?: Judging;
  readonly trouble?: string | null;
  /** More was said than was read: ask for all that is kept. */
  readonly again?: true;
};
