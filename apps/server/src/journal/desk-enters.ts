// An entry that the desk itself writes, by its own clock, behind all that stands in the stream.
import type { Sha256, Stream } from '@green-lamp/core/name';
import { type DataOf, type Entry, type KindName, textOf, write } from '@green-lamp/core/journal';
import type { Ids } from '../shell/clock.ts';
import type { Turn } from './turn.ts';

export const deskEnters = <N extends KindName>(
  turn: Turn,
  ids: Ids,
  stream: Stream,
  kind: N,
  data: DataOf<N>,
  blobs: readonly Sha256[] = [],
): Entry => {
  const { last } = turn.head(stream).state;
  const pen = { id: ids.ulid(turn.now), at: turn.now, skew: 0, since: last?.ord ?? 0, who: { part: 'desk' } as const };
  const entry = write(pen, stream, kind, data, blobs.length === 0 ? {} : { blobs });
  turn.keep(entry, textOf(entry));
  return entry;
};
