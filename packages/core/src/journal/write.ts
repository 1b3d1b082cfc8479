// Makes an entry of a known kind. The instant, the id and what the writer had seen come in.
import type { Json, Sha256, Stream, Ulid } from '../name/index.ts';
import type { Instant } from '../quantity/index.ts';
import { canonical } from './canonical.ts';
import type { Entry, Who } from './entry.ts';
import { type DataOf, type KindName, versionOf } from './kinds/index.ts';

export type Pen = { readonly id: Ulid; readonly at: Instant; readonly skew: number | null; readonly since: number; readonly who: Who };

export const write = <N extends KindName>(
  pen: Pen,
  stream: Stream,
  kind: N,
  data: DataOf<N>,
  more: { re?: readonly Ulid[]; blobs?: readonly Sha256[] } = {},
): Entry => ({
  ...pen,
  stream,
  kind,
  v: versionOf(kind),
  data: data as Json, // every kind's data are JSON
  ...(more.re === undefined || more.re.length === 0 ? {} : { re: more.re }),
  ...(more.blobs === undefined || more.blobs.length === 0 ? {} : { blobs: more.blobs }),
});

export const textOf = (entry: Entry): string => canonical(entry); // an entry is JSON by construction
