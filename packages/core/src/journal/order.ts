// [J1] The order of entries. Whoever saw an entry sorts after it, whatever the clocks say; what was received caps what a fast clock claims.
import type { Ulid } from '../name/index.ts';
import type { Entry } from './entry.ts';

/** A position: order key and entry id. Always compared as a pair. */
export type Pos = { readonly ord: number; readonly id: Ulid };
export type PlacedEntry = { readonly entry: Entry; readonly pos: Pos };

/** ord = min(max(at + (skew ?? 0), since + 1), received ?? ∞), in milliseconds. `received` is null while an entry waits. */
export const ordOf = (entry: Pick<Entry, 'at' | 'skew' | 'since'>, received: number | null): number =>
  Math.min(Math.max(entry.at + (entry.skew ?? 0), entry.since + 1), received ?? Number.POSITIVE_INFINITY);

export const placedEntry = (entry: Entry, received: number | null): PlacedEntry => ({
  entry,
  pos: { ord: ordOf(entry, received), id: entry.id },
});

export const comparePos = (a: Pos, b: Pos): number => a.ord - b.ord || (a.id < b.id ? -1 : a.id > b.id ? 1 : 0);
export const isAfter = (a: Pos, b: Pos | null): boolean => b === null || comparePos(a, b) > 0;
export const inOrder = (entries: readonly PlacedEntry[]): PlacedEntry[] => [...entries].sort((a, b) => comparePos(a.pos, b.pos));
