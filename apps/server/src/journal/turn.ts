// One turn of the writer: what it has decided so far and not yet committed. A later decision of the same turn sees the earlier ones.
import type { ElementId, Sha256, Stream, Ulid } from '@green-lamp/core/name';
import type { Instant } from '@green-lamp/core/quantity';
import type { Entry, State } from '@green-lamp/core/journal';
import type { Heard } from '@green-lamp/core/lamp';
import type { LoginRow } from '../accounts/login.row.ts';
import type { DeviceKeyRow } from '../accounts/device-key.row.ts';
import type { SessionRow } from '../accounts/session.row.ts';
import type { BlobRow } from '../blobs/blob.row.ts';
import type { FrameRow } from '../desk/frame.row.ts';
import type { SecretRow } from '../secrets/secret.row.ts';
import type { EntryRow } from './entry.row.ts';

export type Plain<T> = { -readonly [K in keyof T as K extends symbol ? never : K]: T[K] };

/** Where a stream stands: its chain's head and its folded state. */
export type Head = { readonly seq: number; readonly link: Sha256; readonly received: Instant; readonly state: State };
export type HeardOf = Heard & { readonly station: Stream };

/** What tells one sort of arrival from another. */
export type Sort = Pick<HeardOf, 'station' | 'path' | 'receiver' | 'event' | 'strength' | 'simulated'>;

export type NewEntry = Plain<EntryRow>;
export type NewFrame = Plain<FrameRow>;
export type NewSecret = Plain<SecretRow>;
export type NewBlob = Plain<BlobRow>;
export type NewLogin = Plain<LoginRow>;
export type NewDeviceKey = Plain<DeviceKeyRow>;
export type NewSession = Plain<SessionRow>;

/** What a decision may see and do, at once: all of it is in memory or one prepared statement away. Everything that it keeps is committed with the turn, or not at all. */
export type Turn = {
  readonly now: Instant;
  /** Where a stream stands. Throws `NotReady` where that is still being folded: the decision is then made again later. */
  head: (stream: Stream) => Head;
  found: (id: Ulid) => NewEntry | null;
  station: (account: string) => Stream | null;
  /** Keeps an entry. Its cursor `n` is known once it is committed. */
  keep: (entry: Entry, text: string) => NewEntry;
  frameId: () => number;
  frame: (frame: NewFrame) => void;
  /** The newest frame of an account by a path, or from an address where the path is unknown, since an instant. */
  newest: (of: {
    readonly account: string;
    readonly path: ElementId | null;
    readonly address: string;
    readonly since: number;
  }) => NewFrame | null;
  repeat: (frame: number) => void;
  heard: (of: Sort & { readonly grade: number }) => void;
  /** What was heard of a station, this turn's arrivals among it. */
  heardOf: (station: Stream) => HeardOf[];
  /** Whether no other station names an address. */
  alone: (address: string, station: Stream) => boolean;
  frameOf: (id: number) => NewFrame | null;
  /** What came of a station from `from` up to and with `to`, a thousand at most, in no order. */
  cameBetween: (station: Stream, from: number, to: number) => NewFrame[];
  secret: (row: NewSecret) => void;
  /** Lets go of a stream's secret for good. */
  erase: (stream: Stream, ref: string) => void;
  hasSecret: (ref: string) => boolean;
  /** Keeps a text or picture by its hash; the same one twice is one. */
  blob: (row: NewBlob) => void;
  blobOf: (hash: Sha256) => Uint8Array | null;
  hasBlob: (hash: Sha256) => boolean;
  /** What is true of the database as a whole. */
  meta: (name: string, value: string) => void;
  /** Caches the state of a stream as it stands at an entry. */
  cache: (stream: Stream, of: { readonly seq: number; readonly state: State }) => void;
  login: (row: NewLogin) => void;
  session: (id: string, row: NewSession | null) => void;
  deviceKey: (id: string, row: NewDeviceKey | null) => void;
  address: (what: string, row: { readonly address: string; readonly station: Stream } | null) => void;
};

/** Everything that one or more decisions want to write, in the order in which it is committed: all of it or nothing. */
export type Draft = {
  readonly heads: Map<Stream, Head>;
  readonly entries: NewEntry[];
  readonly byId: Map<Ulid, NewEntry>;
  readonly frames: NewFrame[];
  readonly repeats: Map<number, number>;
  /** Texts that entries name: they stay. */
  readonly named: Set<Sha256>;
  /** Frames of before that are evidence now, by the entry that says so. */
  readonly picked: Map<number, Ulid>;
  readonly heard: Map<string, HeardOf>;
  readonly accounts: Map<string, Stream | null>;
  /** Addresses that stations name as a path's own, by `address station`; null where one no longer does. */
  readonly addresses: Map<string, { readonly address: string; readonly station: Stream } | null>;
  readonly secrets: Map<string, NewSecret>;
  /** Secrets that go, by reference, with their stream. */
  readonly erased: Map<string, Stream>;
  readonly blobs: Map<string, NewBlob>;
  /** Cached states: losing them loses nothing. */
  readonly states: Map<Stream, { readonly seq: number; readonly state: State }>;
  readonly logins: Map<string, NewLogin>;
  readonly sessions: Map<string, NewSession | null>;
  readonly deviceKeys: Map<string, NewDeviceKey | null>;
  readonly meta: Map<string, string>;
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
  secrets: new Map(),
  erased: new Map(),
  blobs: new Map(),
  named: new Set(),
  states: new Map(),
  logins: new Map(),
  sessions: new Map(),
  deviceKeys: new Map(),
  meta: new Map(),
});

const putAll = <K, V>(into: Map<K, V>, from: ReadonlyMap<K, V>): void => {
  for (const [key, value] of from) into.set(key, value);
};

/** Adds what one decision drafted to the draft of the whole turn. */
export const merge = (into: Draft, from: Draft): void => {
  into.entries.push(...from.entries);
  into.frames.push(...from.frames);
  putAll(into.heads, from.heads);
  putAll(into.byId, from.byId);
  putAll(into.repeats, from.repeats);
  putAll(into.picked, from.picked);
  putAll(into.heard, from.heard);
  putAll(into.accounts, from.accounts);
  putAll(into.addresses, from.addresses);
  putAll(into.secrets, from.secrets);
  putAll(into.erased, from.erased);
  putAll(into.blobs, from.blobs);
  for (const hash of from.named) into.named.add(hash);
  putAll(into.states, from.states);
  putAll(into.logins, from.logins);
  putAll(into.sessions, from.sessions);
  putAll(into.deviceKeys, from.deviceKeys);
  putAll(into.meta, from.meta);
};

/** How many rows a draft writes. */
export const rowsOf = (draft: Draft): number =>
  draft.entries.length +
  draft.frames.length +
  draft.repeats.size +
  draft.secrets.size +
  draft.blobs.size +
  draft.states.size +
  draft.logins.size +
  draft.sessions.size +
  draft.deviceKeys.size +
  draft.meta.size;
