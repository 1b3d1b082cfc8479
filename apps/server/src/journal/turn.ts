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
  /** Frames of before that are evidence now, by the entry that says so. */
  readonly picked: Map<number, Ulid>;
  readonly heard: Map<string, HeardOf>;
  readonly accounts: Map<string, Stream | null>;
  /** Addresses that stations name as a path's own, by `address station`; null where one no longer does. */
  readonly addresses: Map<string, { readonly address: string; readonly station: Stream } | null>;
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
  picked: new Map(),
  heard: new Map(),
  accounts: new Map(),
  addresses: new Map(),
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
  putAll(into.picked, from.picked);
  putAll(into.heard, from.heard);
  putAll(into.accounts, from.accounts);
  putAll(into.addresses, from.addresses);
  into.secrets.push(...from.secrets);
};
