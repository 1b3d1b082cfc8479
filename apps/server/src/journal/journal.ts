// The journal as the rest of the server has it: what was kept, where each stream stands, and the one way to keep more.
import { Injectable, Logger, type OnApplicationShutdown } from '@nestjs/common';
import type { Here } from '@green-lamp/core/evidence';
import type { Stream } from '@green-lamp/core/name';
import { emptyState, type State } from '@green-lamp/core/journal';
import { Clock, Ids } from '../shell/clock.ts';
import { Database } from '../shell/database.ts';
import { Books } from './books.ts';
import { Events } from './events.ts';
import { Streams } from './streams.ts';
import { type Tables, tablesOf } from './tables.ts';
import { type Head, type HeardOf, newDraft, type NewEntry, type Turn } from './turn.ts';
import { Writer } from './writer.ts';

@Injectable()
export class Journal implements OnApplicationShutdown {
  readonly #log = new Logger('Journal');
  readonly #tables: Tables;
  readonly #streams: Streams;
  readonly #books = new Books();
  readonly #writer: Writer;
  #life = '';
  #here: () => Here | null = () => null;

  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly ids: Ids,
    events: Events,
  ) {
    this.#tables = tablesOf(database);
    this.#streams = new Streams(database.statements, this.#tables);
    this.#writer = new Writer(database, this.#tables, this.#streams, this.#books, clock, ids, events);
  }

  get cursor(): number {
    return this.#writer.cursor;
  }
  /** Where the desk stands, as a check of what was signed has to know it; null before that is known. */
  get here(): Here | null {
    return this.#here();
  }
  standsAt(here: () => Here): void {
    this.#here = here;
  }
  get life(): string {
    return this.#life;
  }
  /** Whether one more decision would wait behind too many. */
  get busy(): boolean {
    return this.#writer.busy;
  }
  accounts(): { account: string; stream: Stream }[] {
    return this.#books.accounts();
  }
  /** Stations that name an address as a path's own. */
  stationsAt(address: string): readonly Stream[] {
    return this.#books.addresses.named(address);
  }
  /** The station that has an account at the desk. */
  stationOf(account: string): Stream | null {
    return this.#books.station(account, []);
  }
  hasAccount(account: string): boolean {
    return this.#books.station(account, []) !== null;
  }
  heardOf(station: Stream): HeardOf[] {
    return this.#books.heard.of(station);
  }

  /** Reads what every turn needs: the cursor, the accounts, what was heard. */
  async open(): Promise<void> {
    this.#writer.open();
    this.#books.load(this.#tables);
    this.#life = this.#tables.meta.first('name = ?', ['life'])?.value ?? '';
    if (this.#life === '') {
      const life = this.ids.ulid(this.clock.now());
      await this.append((turn) => {
        turn.meta('life', life);
      });
      this.#life = life;
    }
    await this.#indexAddresses();
  }

  /** Addresses that were named before there was an index of them, once. */
  async #indexAddresses(): Promise<void> {
    if (this.#tables.meta.has('addresses and numbers')) return;
    const draft = newDraft();
    for (const stream of this.streams())
      if (stream.startsWith('station:')) this.#books.addresses.draft(draft, emptyState(stream), await this.state(stream));
    await this.append((turn) => {
      for (const [what, row] of draft.addresses) turn.address(what, row);
      turn.meta('addresses and numbers', 'indexed');
    });
  }

  /** Runs a decision in its turn and answers once all that it kept is committed (`Writer.append`). */
  append<T>(decide: (turn: Turn) => T, of: Parameters<Writer['append']>[1] = {}): Promise<T> {
    return this.#writer.append(decide, of);
  }

  /** Kept entries of some streams behind a cursor, in the order of their cursors. */
  after(streams: readonly Stream[], n: number, most: number): NewEntry[] {
    // A query for each stream, by its own index, merged here: one for all of them would sort what it finds.
    return streams
      .flatMap((stream) => this.#tables.entry.where('stream = ? and n > ? order by n limit ?', [stream, n, most]))
      .sort((a, b) => a.n - b.n)
      .slice(0, most);
  }

  /** Entries of all streams, newest first: those before a number, so many at most. */
  newest(before: number, most: number): NewEntry[] {
    return this.#tables.entry.where('n < ? order by n desc limit ?', [before, most]);
  }

  /** The state of a stream, folded from what is committed. */
  async state(stream: Stream): Promise<State> {
    return (await this.#streams.of(stream)).state;
  }
  head(stream: Stream): Promise<Head> {
    return this.#streams.of(stream);
  }
  streams(): Stream[] {
    return this.#streams.streams();
  }

  /** Writes states that went far from their cached ones, a few in a turn, so that the next start does not fold from the first entry. */
  async cacheStates(all = false): Promise<void> {
    for (const [stream, state] of this.#streams.uncached(all))
      await this.append((turn) => {
        turn.cache(stream, state);
      });
  }

  async onApplicationShutdown(): Promise<void> {
    await this.#writer.rest();
    await this.cacheStates(true).catch((error: unknown) => {
      this.#log.warn(`states were not cached: ${String(error)}`);
    });
    await this.database.close();
  }
}
