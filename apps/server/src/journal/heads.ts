// Where each stream stands: its chain's head and its folded state, cached in memory and, for the next start, on disk.
import { isSha256, isStream, type Stream, sure } from '@green-lamp/core/name';
import { instant } from '@green-lamp/core/quantity';
import {
  advance,
  emptyState,
  type Entry,
  firstLink,
  foldAll,
  foldVersion,
  type PlacedEntry,
  placedEntry,
  readEntry,
  type State,
} from '@green-lamp/core/journal';
import type { Database } from '../shell/database.ts';
import { EntryRow } from './entry.row.ts';
import { StateRow } from './state.row.ts';
import { inBatches } from './commit.ts';
import type { Head, NewEntry } from './turn.ts';

type Stored = { text: string; received: number };

export class Heads {
  readonly #heads = new Map<Stream, Head>();
  readonly #dirty = new Set<Stream>();

  constructor(private readonly database: Database) {}

  async of(stream: Stream): Promise<Head> {
    const there = this.#heads.get(stream);
    if (there !== undefined) return there;
    const [last] = await this.database
      .em()
      .createQueryBuilder(EntryRow)
      .select(['seq', 'link', 'received'])
      .where({ stream })
      .orderBy({ seq: 'desc' })
      .limit(1)
      .execute<{ seq: number; link: string; received: number }[]>();
    if (last === undefined) return { seq: 0, link: firstLink(stream), received: instant(0), state: emptyState(stream) };
    const { seq, link, received } = last;
    const head: Head = { seq, link: sure(isSha256, link), received: instant(received), state: await this.#folded(stream, seq) };
    const newer = this.#heads.get(stream);
    if (newer !== undefined) return newer;
    this.#heads.set(stream, head);
    return head;
  }

  /** Takes over what a turn has committed. */
  take(heads: ReadonlyMap<Stream, Head>): void {
    for (const [stream, head] of heads) {
      this.#heads.set(stream, head);
      this.#dirty.add(stream);
    }
  }

  async streams(): Promise<Stream[]> {
    const rows = await this.database.em().createQueryBuilder(EntryRow).select('stream', true).execute<{ stream: string }[]>();
    return rows.map(({ stream }) => sure(isStream, stream));
  }

  /** Every entry of a stream in its place, with those that a turn has drafted. */
  async placed(stream: Stream, drafted: readonly NewEntry[]): Promise<PlacedEntry[]> {
    const rows = await this.#texts(stream, 0);
    return [...rows, ...drafted.filter((row) => row.stream === stream)].map(({ text, received }) => placedEntry(trusted(text), received));
  }

  /** Writes the states that changed, so that the next start does not fold from the first entry. A cache: losing it loses nothing. */
  async cache(): Promise<void> {
    const dirty = [...this.#dirty];
    this.#dirty.clear();
    const rows = dirty.flatMap((stream) => {
      const head = this.#heads.get(stream);
      return head === undefined ? [] : [{ stream, seq: head.seq, foldVersion, json: JSON.stringify(head.state) }];
    });
    await inBatches(rows, 20, (some) => this.database.em().upsertMany(StateRow, some));
  }

  /** The cached state with what came after it, or the whole stream folded again. */
  async #folded(stream: Stream, seq: number): Promise<State> {
    const cached = await this.database.em().findOne(StateRow, { stream });
    if (cached !== null && cached.foldVersion === foldVersion && cached.seq <= seq) {
      const state = JSON.parse(cached.json) as State; // written by this program, of this foldVersion
      const since = await this.#texts(stream, cached.seq);
      const on = advance(
        state,
        since.map(({ text, received }) => placedEntry(trusted(text), received)),
      );
      if (on !== null) return on;
    }
    return foldAll(stream, await this.placed(stream, []));
  }

  #texts(stream: Stream, after: number): Promise<Stored[]> {
    return this.database
      .em()
      .createQueryBuilder(EntryRow)
      .select(['text', 'received'])
      .where({ stream, seq: { $gt: after } })
      .orderBy({ seq: 'asc' })
      .execute<Stored[]>();
  }
}

/** An entry's text as this database keeps it: it was judged before it was kept. */
const trusted = (text: string): Entry => {
  const read = readEntry(text);
  if (!read.ok) throw new Error('a kept entry can’t be read');
  return read.value;
};
