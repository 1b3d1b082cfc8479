// What a decision sees of the journal, and what it drafts.
import { isObject, type Stream } from '@green-lamp/core/name';
import { instant, type Instant } from '@green-lamp/core/quantity';
import {
  advance,
  type Entry,
  isAfter,
  type KindName,
  linkOf,
  type PlacedEntry,
  placedEntry,
  type Pos,
  type State,
} from '@green-lamp/core/journal';
import { accountsOf } from '@green-lamp/core/lamp';
import { hashOf, sha256Of } from '../shell/sha256.ts';
import type { Books } from './books.ts';
import { heardKey } from './heard.ts';
import type { Streams } from './streams.ts';
import type { Tables } from './tables.ts';
import type { Draft, Head, NewEntry, NewFrame, Turn } from './turn.ts';

/** Entries that ask for a call. */
const asks: ReadonlySet<string> = new Set<KindName>(['challenge.made', 'challenge.pressed']);

/** A stream is still being folded: the decision is made again when it stands. */
export class NotReady extends Error {
  constructor(readonly stream: Stream) {
    super(`${stream} is being folded`);
  }
}
/** An entry sorts before what is folded, or before calls that came since: its stream is folded again, once for all that wait for it. */
export class Late extends Error {
  constructor(readonly stream: Stream) {
    super(`an entry of ${stream} comes late`);
  }
}

/** Frames of before that an entry names. One that the desk picks as it comes carries its entry itself. */
const framesIn = ({ kind, data }: Entry): number[] => {
  if (!isObject(data) || (kind !== 'call.attributed' && kind !== 'drill.run')) return [];
  const kept = Array.isArray(data['kept']) ? data['kept'].flatMap((one) => (isObject(one) ? [one['frame']] : [])) : [];
  return [data, data['took'], data['back'], data['lost'], ...kept].flatMap((of) =>
    isObject(of) && typeof of['frame'] === 'number' ? [of['frame']] : [],
  );
};

const onTop = (state: State, placed: PlacedEntry): State => {
  const on = advance(state, [placed]);
  if (on === null) throw new Error(`${placed.pos.id} sorts before what is folded`);
  return on;
};

export type TurnOf = {
  readonly all: Draft;
  readonly own: Draft;
  readonly now: Instant;
  readonly frameId: () => number;
  /** Late entries of one stream: folded on top for now, in their place once all of them are there. */
  readonly late?: { readonly stream: Stream; readonly placed: PlacedEntry[]; changed: Pos | null };
};

export class Turns {
  constructor(
    private readonly tables: Tables,
    private readonly streams: Streams,
    private readonly books: Books,
    private readonly resting: (stream: Stream) => boolean,
  ) {}

  of(of: TurnOf): Turn {
    const { all, own, now } = of;
    const drafts = [own, all];
    const { tables, books } = this;
    const turn: Turn = {
      now,
      head: (stream) => own.heads.get(stream) ?? all.heads.get(stream) ?? this.#head(stream, of),
      found: (id) => own.byId.get(id) ?? all.byId.get(id) ?? tables.entry.first('id = ?', [id]),
      station: (account) => books.station(account, drafts),
      keep: (entry, text) => this.#keep(turn, of, entry, text),
      frameId: of.frameId,
      frame: (frame) => {
        own.frames.push(frame);
      },
      newest: ({ account, path, address, since }) => {
        const like = (frame: NewFrame): boolean =>
          frame.account === account && frame.path === path && (path !== null || frame.address === address);
        const drafted = own.frames.findLast(like) ?? all.frames.findLast(like);
        if (drafted !== undefined) return drafted;
        return path === null
          ? tables.frame.first('account = ? and path is null and address = ? and at > ? order by id desc', [account, address, since])
          : tables.frame.first('account = ? and path = ? and at > ? order by id desc', [account, path, since]);
      },
      repeat: (frame) => {
        own.repeats.set(frame, (own.repeats.get(frame) ?? all.repeats.get(frame) ?? 0) + 1);
      },
      heard: (sort) => {
        const next = books.heard.next(sort, drafts, now);
        own.heard.set(heardKey(next), next);
      },
      heardOf: (station) => books.heard.drafted(station, drafts),
      alone: (address, station) => books.addresses.alone(address, station, drafts),
      frameOf: (id) => [...own.frames, ...all.frames].find((frame) => frame.id === id) ?? tables.frame.first('id = ?', [id]),
      cameBetween: (station, from, to) => [
        ...tables.frame.where("station = ? and at >= ? and at <= ? and status = 'matched' limit 1000", [station, from, to]),
        ...[...all.frames, ...own.frames].filter(
          (frame) => frame.station === station && frame.status === 'matched' && frame.at >= from && frame.at <= to,
        ),
      ],
      secret: (row) => {
        own.secrets.set(row.ref, row);
      },
      erase: (stream, ref) => {
        own.erased.set(ref, stream);
      },
      hasSecret: (ref) => drafts.some(({ secrets }) => secrets.has(ref)) || tables.secret.has(ref),
      blob: (row) => {
        own.blobs.set(row.hash, row);
      },
      blobOf: (hash) =>
        drafts.map(({ blobs }) => blobs.get(hash)).find((row) => row !== undefined)?.bytes ??
        tables.blob.first('hash = ?', [hash])?.bytes ??
        null,
      hasBlob: (hash) => drafts.some(({ blobs }) => blobs.has(hash)) || tables.blob.has(hash),
      meta: (name, value) => {
        own.meta.set(name, value);
      },
      cache: (stream, state) => {
        own.states.set(stream, state);
      },
      address: (what, row) => {
        own.addresses.set(what, row);
      },
      login: (row) => {
        own.logins.set(row.person, row);
      },
      session: (id, row) => {
        own.sessions.set(id, row);
      },
      deviceKey: (id, row) => {
        own.deviceKeys.set(id, row);
      },
    };
    return turn;
  }

  #head(stream: Stream, { late }: TurnOf): Head {
    const head = this.resting(stream) && late?.stream !== stream ? null : this.streams.known(stream);
    if (head === null) throw new NotReady(stream);
    return head;
  }

  #keep(turn: Turn, { all, own, late }: TurnOf, entry: Entry, text: string): NewEntry {
    const { stream } = entry;
    const head = turn.head(stream);
    const received = instant(Math.max(turn.now, head.received + 1));
    const [hash, seq] = [hashOf(text), head.seq + 1];
    const link = linkOf(head.link, hash, seq, received, sha256Of);
    const placed = placedEntry(entry, received);
    const inTime = isAfter(placed.pos, head.state.last);
    if (late?.stream !== stream && !inTime) throw new Late(stream);
    const state = inTime ? onTop(head.state, placed) : { ...onTop({ ...head.state, last: null }, placed), last: head.state.last };
    const drafts = [own, all];
    // A move makes calls since evidence anew; what was asked for may have been answered before the asking came.
    const looks = state.changed?.id !== head.state.changed?.id || asks.has(entry.kind);
    if (looks && this.books.heard.last(stream, drafts) >= placed.pos.ord) {
      if (late?.stream !== stream) throw new Late(stream);
      if (late.changed === null || placed.pos.ord < late.changed.ord) late.changed = placed.pos;
    }
    const row: NewEntry = { n: 0, id: entry.id, stream, seq, ord: placed.pos.ord, text, hash, received, link };
    if (late?.stream === stream) late.placed.push(placed);
    else {
      const [before, after] = [accountsOf(head.state), accountsOf(state)];
      for (const account of before) if (!after.includes(account) && turn.station(account) === stream) own.accounts.set(account, null);
      for (const account of after) if (turn.station(account) === null) own.accounts.set(account, stream);
      this.books.addresses.draft(own, head.state, state);
    }
    own.heads.set(stream, { seq, link, received, state });
    own.entries.push(row);
    for (const hash of entry.blobs ?? []) own.named.add(hash);
    for (const frame of framesIn(entry)) if (!own.picked.has(frame)) own.picked.set(frame, entry.id);
    own.byId.set(entry.id, row);
    return row;
  }
}
