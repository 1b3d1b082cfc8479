// Folds a stream from what is kept, in slices: whoever waits for another stream waits no longer than one slice.
import { sure, isStream, type Stream } from '@green-lamp/core/name';
import { advance, comparePos, keptEntry, type PlacedEntry, type Pos, type State } from '@green-lamp/core/journal';
import type { Statements } from '../shell/sqlite.ts';
import type { Checkpoints } from './checkpoints.ts';

/** Entries that are read at once, and how long (ms) is folded before others are let in. */
const atOnce = 100;
const longestSlice = 2;
const first: Pos = { ord: -1, id: '' as Pos['id'] }; // before every entry

type Row = { readonly text: string; readonly ord: number; readonly id: string };
const place = ({ text, ord }: Pick<Row, 'text' | 'ord'>): PlacedEntry => {
  const entry = keptEntry(text);
  return { entry, pos: { ord, id: entry.id } };
};
export const breathe = (): Promise<void> =>
  new Promise((next) => {
    setImmediate(next);
  });

/** Entries of a stream behind a place, in their order, a page at a time. */
const after = (statements: Statements, stream: Stream, pos: Pos): PlacedEntry[] =>
  (
    statements.all('select text, ord, id from entry where stream = ? and (ord, id) > (?, ?) order by ord, id limit ?', [
      stream,
      pos.ord,
      pos.id,
      atOnce,
    ]) as Row[]
  ).map(place); // columns of the entry table

/**
 * The state after every kept entry of a stream and those that are about to be kept (in their order), folded from a state on.
 * Checkpoints are remembered on the way.
 */
export const refolded = async (
  statements: Statements,
  from: State,
  drafted: readonly PlacedEntry[],
  checkpoints: Checkpoints,
): Promise<State> => {
  const stream = sure(isStream, from.stream);
  let [state, read, next] = [from, from.last ?? first, 0];
  let began = performance.now();
  for (;;) {
    const page = after(statements, stream, read);
    const end = page.length < atOnce;
    const last = page.at(-1)?.pos ?? read;
    while (next < drafted.length) {
      const one = drafted[next];
      if (one === undefined || (!end && comparePos(one.pos, last) > 0)) break;
      page.push(one);
      next++;
    }
    const on = advance(state, page);
    if (on === null) throw new Error(`entries of ${stream} are not in their order`);
    state = on;
    read = last;
    checkpoints.see(state);
    if (end) return state;
    if (performance.now() - began > longestSlice) {
      await breathe();
      began = performance.now();
    }
  }
};
