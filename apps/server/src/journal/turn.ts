// One turn of the writer: what it has decided so far and not yet committed. A later decision of the same turn sees the earlier ones.
import type { Sha256, Stream, Ulid } from '@green-lamp/core/name';
import type { Instant } from '@green-lamp/core/quantity';
import type { State } from '@green-lamp/core/journal';
import type { Heard } from '@green-lamp/core/lamp';
import type { EntryRow } from './entry.row.ts';
import type { FrameRow } from '../desk/frame.row.ts';
import type { SecretRow } from '../secrets/secret.row.ts';

export type Plain<T> = { -readonly [K in keyof T as K extends symbol ? never : K]: T[K] };

/** Where a stream stands: its chain's head and its folded state. */
export type Head = { readonly seq: number; readonly link: Sha256; readonly received: Instant; readonly state: State };
export type HeardOf = Heard & { readonly station: Stream };

export type NewEntry = Plain<EntryRow>;
export type NewFrame = Plain<FrameRow>;
export type NewSecret = Plain<SecretRow>;

/** Everything that one or more decisions want to write, in the order in which it is committed: all of it or nothing. */
export type Draft = {
  readonly heads: Map<Stream, Head>;
  readonly entries: NewEntry[];
  readonly byId: Map<Ulid, NewEntry>;
  readonly frames: NewFrame[];
  readonly repeats: Map<number, number>;
  readonly heard: Map<string, HeardOf>;
  readonly accounts: Map<string, Stream | null>;
  readonly secrets: NewSecret[];
  /** Streams in which an entry stands before a frame that came already: their frames since are looked at again. */
  readonly late: Map<Stream, number>;
};

export const newDraft = (): Draft => ({
  heads: new Map(),
  entries: [],
  byId: new Map(),
  frames: [],
  repeats: new Map(),
  heard: new Map(),
  accounts: new Map(),
  secrets: [],
  late: new Map(),
});

const putAll = <K, V>(into: Map<K, V>, from: ReadonlyMap<K, V>): void => {
  for (const [key, value] of from) into.set(key, value);
};

/** Adds what one decision drafted to the draft of the whole turn. */
export const merge = (into: Draft, from: Draft): void => {
  putAll(into.heads, from.heads);
  into.entries.push(...from.entries);
  putAll(into.byId, from.byId);
  into.frames.push(...from.frames);
  putAll(into.repeats, from.repeats);
  putAll(into.heard, from.heard);
  putAll(into.accounts, from.accounts);
  into.secrets.push(...from.secrets);
};
