// [J2] [J5] state = fold(entries): pure, in order. The same entries in any order and any pieces give the same state.
import type { Json, Stream } from '../name/index.ts';
import { foldKnown, readData } from './kinds/index.ts';
import { inOrder, isAfter, type PlacedEntry } from './order.ts';
import { owning } from './state/owned.ts';
import { emptyState, type State } from './state/state.ts';

const foldOne = (state: State, { entry, pos }: PlacedEntry): State => {
  const counted: State = { ...state, count: state.count + 1, last: pos };
  const read = readData(entry);
  const fold = foldKnown(entry.kind);
  if (!read.ok || read.value === null || fold === null) {
    const what = `${entry.kind} v${entry.v}`;
    return { ...counted, strange: { ...counted.strange, [what]: (counted.strange[what] ?? 0) + 1 } };
  }
  return fold(counted, read.value.data as unknown as Json, { entry, pos, skew: entry.skew ?? 0 }); // every kind's data are JSON
};

/** The state after all entries of a stream. Entries may come in any order; one that comes twice counts once. */
export const foldAll = (stream: Stream, entries: readonly PlacedEntry[]): State => foldOn(emptyState(stream), entries);

const foldOn = (state: State, entries: readonly PlacedEntry[]): State =>
  owning(() => {
    let now = state;
    for (const placed of inOrder(entries)) if (now.last?.id !== placed.pos.id) now = foldOne(now, placed);
    return now;
  });

/** Folds more entries onto a state, or gives null where one sorts before what is folded already: then the stream is folded again. */
export const advance = (state: State, more: readonly PlacedEntry[]): State | null =>
  more.every(({ pos }) => isAfter(pos, state.last)) ? foldOn(state, more) : null;
