// Folds the streams that this browser keeps: kept entries once, what waits on top of them.
import type { Stream } from '@green-lamp/core/name';
import { advance, emptyState, type Entry, foldAll, type PlacedEntry, placedEntry, readEntry, type State } from '@green-lamp/core/journal';
import { db, type KeptRow, type QueueRow } from './db.ts';

type Cached = { rows: Map<string, PlacedEntry>; state: State };
const cache = new Map<Stream, Cached>();

const entryOf = (text: string): Entry | null => {
  const read = readEntry(text);
  return read.ok ? read.value : null;
};

const placedRow = (row: KeptRow): PlacedEntry[] => {
  const entry = entryOf(row.text);
  return entry === null ? [] : [placedEntry(entry, row.received)];
};

export type Folded = {
  /** All that is known here, waiting entries on top. */
  readonly state: State;
  /** What the server has kept, alone. */
  readonly kept: State;
  readonly entries: readonly (PlacedEntry & { readonly waits: boolean })[];
};

export const foldStream = (stream: Stream, kept: readonly KeptRow[], waiting: readonly QueueRow[]): Folded => {
  const was = cache.get(stream) ?? { rows: new Map<string, PlacedEntry>(), state: emptyState(stream) };
  const gone = was.rows.size > kept.length;
  const fresh = kept.filter(({ id }) => gone || !was.rows.has(id)).flatMap(placedRow);
  const rows = new Map([...(gone ? [] : was.rows), ...fresh.map((placed): [string, PlacedEntry] => [placed.pos.id, placed])]);
  const state =
    fresh.length === 0 && !gone ? was.state : ((gone ? null : advance(was.state, fresh)) ?? foldAll(stream, [...rows.values()]));
  cache.set(stream, { rows, state });
  const waits = waiting
    .filter(({ id }) => !rows.has(id))
    .flatMap(({ text }) => {
      const entry = entryOf(text);
      return entry === null ? [] : [placedEntry(entry, null)];
    });
  const all = [
    ...[...rows.values()].map((placed) => ({ ...placed, waits: false })),
    ...waits.map((placed) => ({ ...placed, waits: true })),
  ];
  return {
    kept: state,
    state: waits.length === 0 ? state : (advance(state, waits) ?? foldAll(stream, [...rows.values(), ...waits])),
    entries: all,
  };
};

/** A stream as it stands in this browser's own store. Both tables are read as of one moment: an entry that is just being delivered is in neither or both otherwise. */
export const foldedStream = (stream: Stream): Promise<Folded> =>
  db.transaction('r', db.kept, db.queue, async () => {
    const kept = await db.kept.where('stream').equals(stream).toArray();
    const waiting = await db.queue.where('stream').equals(stream).toArray();
    return foldStream(stream, kept, waiting);
  });
