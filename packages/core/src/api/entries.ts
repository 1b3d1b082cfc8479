// How entries are delivered and brought up to date: what is answered to whoever writes, and to whoever keeps streams.
import type { Traits } from '../check/index.ts';
import type { Here } from '../evidence/index.ts';
import type { Heard } from '../lamp/index.ts';
import type { Sha256, Stream, Ulid } from '../name/index.ts';

/** A problem as it is answered: with its sentence. */
export type Told = {
  readonly code: string;
  readonly path: string;
  readonly args: { readonly [name: string]: unknown };
  readonly sentence: string;
};

/** Stands in every answer: the server's clock, how far its entries have got, the wire's version, and the database's life. */
export type Every = { readonly now: number; readonly cursor: number; readonly wire: number; readonly life: string };

/** What became of an entry that was delivered. */
export type Answer =
  | {
      readonly id: string | null;
      readonly is: 'kept' | 'already';
      readonly hash: string;
      readonly seq: number;
      readonly received: number;
      readonly link: string;
      readonly n: number;
    }
  | { readonly id: string | null; readonly is: 'refused'; readonly problems: readonly Told[] };

/** An entry as it is kept, with its place among all (`n`) and in its stream (`seq`). */
export type KeptEntry = {
  readonly n: number;
  readonly id: Ulid;
  readonly stream: Stream;
  readonly seq: number;
  readonly text: string;
  readonly hash: Sha256;
  readonly received: number;
  readonly link: Sha256;
};
/** What stands beside a station's entries. `state` is the fingerprint of its folded state. */
export type Beside = {
  readonly stream: Stream;
  readonly heard: readonly Heard[];
  readonly head: { readonly seq: number; readonly link: string; readonly state: string };
  readonly traits: readonly (Traits & { readonly ref: string })[];
};
/** Answer of `GET /api/kept`. */
export type Kept = {
  readonly entries: readonly KeptEntry[];
  readonly more: boolean;
  /** Everything up to this cursor is among the entries, unless there is more. */
  readonly upTo: number;
  readonly here: Here;
  /** To which secrets are sealed that are on their way. */
  readonly key: string;
  readonly beside: readonly Beside[];
};
