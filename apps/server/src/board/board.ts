// The board: every station as a row, judged beside the writer by a worker of its own, read from here. Also whom to ask about all stations at once.
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import { Injectable, Logger, type OnApplicationShutdown } from '@nestjs/common';
import type { Stream } from '@green-lamp/core/name';
import type { Judging, Show, Summary } from '@green-lamp/core/api';
import { type Instant, instant } from '@green-lamp/core/quantity';
import { Whereabouts } from '../desk/here.ts';
import { Events } from '../journal/events.ts';
import { NotKept } from '../journal/trouble.ts';
import { Clock } from '../shell/clock.ts';
import { Database } from '../shell/database.ts';
import type { Answers, FromJudge, Question, ToJudge } from './asked.ts';
import { BoardReader, isBroken } from './file.ts';
import type { Facts } from './judging.ts';
import { plainName } from './plain-name.ts';

export type WatchedRow = { readonly watch: number; readonly summary: Summary; readonly settings: Facts['settings'] };
/** The days of visits, both inclusive. */
export type Visits = { readonly from: string; readonly to: string };
type Asked = { readonly show: Show; readonly find: string; readonly visits?: Visits };
export type Place = { readonly urgent: number; readonly sort: string; readonly stream: string };

/** How often (ms) the worker is told the time and where the desk stands, and how long what was heard is gathered for it. */
const tellEvery = 5000;
const gather = 200;
/** How long (ms) a list waits for what was just written, and for the first look at few stations. */
const settles = 1000;
const few = 200;

/** How long (ms) it is waited before a worker that died is started again, and after how long a death counts as the first. */
const firstPause = 500;
const longestPause = 60_000;
const calm = 300_000;
const stopped =
  'Stations are not judged at present: the list and what is asked across stations stand still. It is started again by itself; the server’s log says why it stopped.';
const stuck =
  'What was judged of stations could not be written, so the list stands still. Make room on the disk and look at the rights of the data folder; it is tried again every second.';

const byPlace = (a: Place, b: Place): number =>
  b.urgent - a.urgent || (a.sort < b.sort ? -1 : a.sort > b.sort ? 1 : a.stream < b.stream ? -1 : 1);

/** The worker is a program of its own: built, also where this file runs from its source. */
const program = join(__dirname, '..', '..', 'dist', 'board', 'judge.js');

@Injectable()
export class Board implements OnApplicationShutdown {
  readonly #log = new Logger('Board');
  #worker: Worker | null = null;
  #reader: BoardReader | null = null;
  #turn = 0;
  #settled = 0;
  #judging: Judging = { waiting: 0, of: 0 };
  #asked = 0;
  readonly #answers = new Map<number, { done: (answer: never) => void; failed: (error: Error) => void }>();
  readonly #onJudged: ((streams: readonly string[]) => void)[] = [];
  readonly #heard = new Set<string>();
  #timers: NodeJS.Timeout[] = [];
  #opened: (() => void) | null = null;
  #again: NodeJS.Timeout | null = null;
  #pause = firstPause;
  #diedAt = Number.NEGATIVE_INFINITY;
  #closed = false;
  readonly #events: Events;

  constructor(
    private readonly database: Database,
    private readonly where: Whereabouts,
    private readonly clock: Clock,
    events: Events,
  ) {
    this.#events = events;
    events.onEntries((_, streams) => {
      this.#say({ is: 'changed', streams: [...streams], turn: ++this.#turn });
    });
    events.onFrames((frames) => {
      for (const { station } of frames) if (station != null) this.#heard.add(station);
    });
  }

  /** Rises with each change of a station, of the rules or of the desk. */
  get turn(): number {
    return this.#turn;
  }
  get judging(): Judging {
    return this.#judging;
  }
  onJudged(listen: (streams: readonly string[]) => void): void {
    this.#onJudged.push(listen);
  }

  /** Starts the worker; done once it has looked at what there is, not once all of it is judged. */
  async open(): Promise<void> {
    this.#timers = [
      setInterval(() => {
        this.#tell();
      }, tellEvery),
      setInterval(() => {
        if (this.#heard.size === 0) return;
        this.#say({ is: 'heard', stations: [...this.#heard] });
        this.#heard.clear();
      }, gather),
    ];
    for (const timer of this.#timers) timer.unref();
    this.clock.onStep(() => this.#tell());
    await this.#start().catch(() => undefined); // units are heard and entries kept without it; it is started again
  }

  async onApplicationShutdown(): Promise<void> {
    for (const timer of this.#timers) clearInterval(timer);
    if (this.#again !== null) clearTimeout(this.#again);
    this.#closed = true;
    const worker = this.#worker;
    this.#worker = null;
    this.#reader?.close();
    this.#reader = null;
    if (worker === null) return;
    const gone = new Promise((done) => worker.once('exit', done));
    worker.postMessage({ is: 'stop' } satisfies ToJudge);
    await Promise.race([gone, new Promise((done) => setTimeout(done, 2000))]);
    await worker.terminate();
  }

  async #start(): Promise<void> {
    const board = join(this.database.folderPath, 'board.db');
    const worker = new Worker(program, { workerData: { journal: this.database.file, board } });
    this.#worker = worker;
    let why = 'it ended';
    worker.on('message', (message: FromJudge) => {
      this.#hear(message);
    });
    worker.on('error', (error) => {
      why = String(error);
    });
    const opened = new Promise<void>((done, failed) => {
      this.#opened = done;
      worker.once('exit', () => {
        failed(new NotKept(stopped));
      });
    });
    worker.once('exit', () => {
      if (!this.#closed) this.#died(why);
    });
    this.#tell();
    await opened;
    this.#reader?.close();
    this.#reader = new BoardReader(board);
    this.#events.trouble('board', null);
  }

  /** Whoever waits for an answer gets a sentence; everybody is told, and the worker is started again, after twice as long each time. */
  #died(why: string): void {
    this.#log.error(`the judging of stations has stopped: ${why}`);
    this.#worker = null;
    this.#events.trouble('board', stopped);
    for (const { failed } of this.#answers.values()) failed(new NotKept(stopped));
    this.#answers.clear();
    const now = performance.now();
    this.#pause = now - this.#diedAt > calm ? firstPause : Math.min(2 * this.#pause, longestPause);
    this.#diedAt = now;
    this.#again = setTimeout(() => {
      this.#start().catch(() => undefined); // its exit is heard above
    }, this.#pause).unref();
  }

  /** Waits a little until what was written is judged, so that whoever wrote sees it. */
  async settled(): Promise<void> {
    const until = performance.now() + settles;
    while (performance.now() < until && this.#judging.waiting <= few && (this.#settled < this.#turn || this.#judging.waiting > 0))
      await new Promise((done) => setTimeout(done, 5));
  }

  /** Rows behind a place, in their order: what wants a person first, then by name. */
  rows(of: {
    show: Show;
    find: string;
    after: Place | null;
    from: number;
    limit: number;
    visits?: Visits;
  }): (Place & { readonly body: string })[] {
    if (of.from > 0) {
      const { sql, values } = this.#where(of);
      const down = `select at from row where true${sql} order by urgent desc, sort, stream limit ? offset ?`;
      const rows = this.#all(`select urgent, sort, stream, body from row where at in (${down})`, [...values, of.limit, of.from]);
      return (rows as (Place & { body: string })[]).sort(byPlace);
    }
    const asked = (urgent: 0 | 1, behind: Place | null, limit: number): (Place & { body: string })[] => {
      const { sql, values } = this.#where(of);
      const from = behind === null ? '' : ' and (sort, stream) > (?, ?)';
      return this.#all(`select urgent, sort, stream, body from row where urgent = ?${from}${sql} order by sort, stream limit ?`, [
        urgent,
        ...(behind === null ? [] : [behind.sort, behind.stream]),
        ...values,
        limit,
      ]) as (Place & { body: string })[];
    };
    if (of.after?.urgent === 0) return asked(0, of.after, of.limit);
    const urgent = asked(1, of.after, of.limit);
    return urgent.length === of.limit ? urgent : [...urgent, ...asked(0, null, of.limit - urgent.length)];
  }

  /** How many rows there are in all, of each kind, and of those that are found. */
  counts(of: Asked): { readonly counts: { readonly [S in Show]: number }; readonly total: number } {
    const count = (sql: string, values: readonly string[] = []): number =>
      (this.#all(`select count(*) as n from row ${sql}`, values)[0] as { n: number }).n;
    const [all, mine, test] = [count(''), count("where who = 'mine'"), count('where test = 1')];
    const { sql, values } = this.#where(of);
    return { counts: { all, mine, others: all - mine, test }, total: sql === '' ? all : count(`where true${sql}`, values) };
  }

  /** When the next window of a station's calls ends, by what is judged; null for none, or while nothing is judged. */
  nextWindow(): Instant | null {
    if (this.#reader === null) return null;
    const [row] = this.#all('select min(watch) as at from row where watch > 0', []) as { at: number | null }[];
    return row?.at == null ? null : instant(row.at);
  }
  /** Stations whose window has ended, the longest ago first. */
  endedWindows(now: Instant, limit: number): { readonly stream: Stream; readonly watch: number }[] {
    const rows = this.#all('select stream, watch from row where watch > 0 and watch <= ? order by watch limit ?', [now, limit]);
    return rows as { stream: Stream; watch: number }[]; // written by the board's own worker
  }
  /** Stations that the desk asks by itself, and how often (ms). */
  polled(): { readonly stream: Stream; readonly every: number }[] {
    const rows = this.#all('select stream, polls as every from row where polls > 0', []);
    return rows as { stream: Stream; every: number }[]; // written by the board's own worker
  }
  /** What is silent, oldest first; what is due next; who is on test; and how many stations are watched. */
  watched(): {
    readonly lapses: WatchedRow[];
    readonly next: WatchedRow[];
    readonly test: WatchedRow[];
    readonly quiet: WatchedRow[];
    readonly armed: number;
  } {
    const of = (sql: string): WatchedRow[] =>
      (this.#all(`select watch, body, facts from row ${sql}`, []) as { watch: number; body: string; facts: string }[]).map(
        ({ watch, body, facts }) => ({
          watch,
          summary: JSON.parse(body) as Summary, // both written by the board's own worker
          settings: (JSON.parse(facts) as Facts).settings,
        }),
      );
    return {
      lapses: of('where lapse > 0 order by lapse limit 200'),
      next: of('where watch > 0 order by watch limit 50'),
      test: of('where test = 1 order by sort limit 200'),
      quiet: of('where quiet > 0 order by quiet limit 50'),
      armed: (this.#all('select count(*) as n from row where watch > 0', [])[0] as { n: number }).n,
    };
  }

  /** Asks the worker something about all stations. */
  ask<W extends Question['what']>(question: Extract<Question, { what: W }>): Promise<Answers[W]> {
    const id = ++this.#asked;
    return new Promise((done, failed) => {
      if (this.#worker === null) {
        failed(new NotKept(stopped));
        return;
      }
      this.#answers.set(id, { done, failed });
      this.#say({ is: 'ask', id, question });
    });
  }

  /** What is shown and found, as SQL: three letters and more by the index of trigrams, fewer by looking at every name. */
  #where({ show, find, visits }: Asked): { readonly sql: string; readonly values: readonly string[] } {
    const of = this.#found(show, find);
    return visits === undefined
      ? of
      : { sql: ` and visit <> '' and visit between ? and ?${of.sql}`, values: [visits.from, visits.to, ...of.values] };
  }
  #found(show: Show, find: string): { readonly sql: string; readonly values: readonly string[] } {
    const who =
      show === 'all'
        ? { sql: '', values: [] }
        : show === 'test'
          ? { sql: ' and test = 1', values: [] }
          : { sql: ' and who = ?', values: [show] };
    const words = plainName(find.trim());
    if (words === '') return who;
    const found =
      Array.from(words).length >= 3
        ? { sql: ' and at in (select rowid from found where found match ?)', value: `"${words.replaceAll('"', '""')}"` }
        : { sql: ` and at in (select rowid from found where words like ? escape '\\')`, value: `%${words.replace(/[\\%_]/g, '\\$&')}%` };
    return { sql: `${who.sql}${found.sql}`, values: [...who.values, found.value] };
  }
  #all(sql: string, values: readonly (string | number)[]): unknown[] {
    if (this.#reader === null) throw new NotKept(stopped);
    try {
      return this.#reader.all(sql, values);
    } catch (error) {
      throw isBroken(error) ? new NotKept(stopped) : error;
    }
  }
  #tell(): void {
    this.#say({ is: 'now', now: this.clock.now(), here: this.where.here });
  }
  #say(message: ToJudge): void {
    this.#worker?.postMessage(message);
  }
  #hear(message: FromJudge): void {
    if (message.is === 'failed') {
      this.#log.error(message.why);
      if (message.id !== null) {
        this.#answers.get(message.id)?.failed(new Error(message.why));
        this.#answers.delete(message.id);
      }
      return;
    }
    if (message.is === 'stuck') {
      this.#log.error(`judged rows could not be written: ${message.why}`);
      this.#events.trouble('board', stuck);
      return;
    }
    if (message.is === 'answer') {
      this.#answers.get(message.id)?.done(message.answer as never); // the answer of that question
      this.#answers.delete(message.id);
      return;
    }
    this.#events.trouble('board', null);
    this.#settled = Math.max(this.#settled, message.turn);
    this.#judging = { waiting: message.waiting, of: message.of };
    this.#opened?.();
    this.#opened = null;
    if (message.streams.length > 0) for (const listen of this.#onJudged) listen(message.streams);
  }
}
