// [J3] The one writer. Decisions run one at a time, are committed together, and only then answered. Nothing acknowledged is ever lost.
// A turn is all at once: between its first decision and its commit nobody else comes in. Between two turns everybody does.
import { Logger } from '@nestjs/common';
import type { Stream } from '@green-lamp/core/name';
import { type Instant, instant } from '@green-lamp/core/quantity';
import { inOrder, type Pos, textOf } from '@green-lamp/core/journal';
import { accountsOf, evidenceOf, type Matched } from '@green-lamp/core/lamp';
import type { Clock, Ids } from '../shell/clock.ts';
import type { Database } from '../shell/database.ts';
import type { Books } from './books.ts';
import { commit } from './commit.ts';
import type { Events } from './events.ts';
import { breathe } from './refold.ts';
import type { Streams } from './streams.ts';
import type { Tables } from './tables.ts';
import { NotKept, troubleOf } from './trouble.ts';
import { type Draft, merge, newDraft, type NewFrame, rowsOf, type Turn } from './turn.ts';
import { Late, NotReady, type TurnOf, Turns } from './turns.ts';
import { Waiting } from './waiting.ts';

type Job = {
  readonly run: (turn: Turn) => unknown;
  readonly at: Instant | null;
  readonly done: (value: unknown) => void;
  readonly failed: (error: unknown) => void;
};
type Queued = { readonly job: Job; readonly source: string | null };
type Ran = { readonly answer: () => void } | { readonly waits: Stream; readonly late: boolean };

const mostJobs = 20_000;
/** Jobs and rows of one turn, and how long it may take (ms) before the rest waits for the next: who asks meanwhile waits no longer. */
const mostAtOnce = 40;
const longestTurn = 10;
/** Late entries of one stream that are taken into one refold, and how long (ms) they are judged before others are let in. */
const mostLate = 2000;
const longestSlice = 2;
/** Frames that are looked at again in one page. */
const againAtOnce = 200;

export class Writer {
  readonly #waiting = new Waiting<Job>();
  readonly #turns: Turns;
  /** Jobs that wait for a stream which is being folded, in their order. */
  readonly #parked = new Map<Stream, Queued[]>();
  #running: Promise<void> | null = null;
  readonly #folding = new Set<Promise<void>>();
  readonly #log = new Logger('Writer');
  #trouble: string | null = null;
  #n = 0;
  #frames = 0;

  constructor(
    private readonly database: Database,
    private readonly tables: Tables,
    private readonly streams: Streams,
    private readonly books: Books,
    private readonly clock: Clock,
    private readonly ids: Ids,
    private readonly events: Events,
  ) {
    this.#turns = new Turns(tables, streams, books, (stream) => this.#parked.has(stream));
  }

  get cursor(): number {
    return this.#n;
  }
  /** Whether one more decision would wait behind too many. */
  get busy(): boolean {
    return this.#waiting.size >= mostJobs || [...this.#parked.values()].some(({ length }) => length >= mostJobs);
  }
  /** Reads how far entries and frames have got. */
  open(): void {
    this.#n = this.tables.entry.first('true order by n desc', [])?.n ?? 0;
    this.#frames = this.tables.frame.first('true order by id desc', [])?.id ?? 0;
  }

  /**
   * Runs a decision in its turn and answers once all that it kept is committed. It must be made at once, and may be made again
   * before anything of it is kept. `at` is only for the demo, which makes its own past.
   * `source` is the socket that a frame came from: sources are served in turn, and what people and parts write (none) comes before them.
   */
  append<T>(decide: (turn: Turn) => T, { at = null, source = null }: { at?: Instant | null; source?: string | null } = {}): Promise<T> {
    return new Promise<T>((done, failed) => {
      const job: Job = {
        run: decide,
        at,
        done: (value) => {
          done(value as T); // the value is what decide gave
        },
        failed,
      };
      this.#waiting.add(job, source);
      this.#wake();
    });
  }

  /** Waits until nothing waits any more. */
  async rest(): Promise<void> {
    while (this.#running !== null || this.#folding.size > 0) await Promise.all([this.#running, ...this.#folding]);
  }

  #wake(): void {
    this.#running ??= this.#work();
  }
  async #work(): Promise<void> {
    while (this.#waiting.size > 0) {
      await breathe();
      const taken = this.#waiting.take(mostAtOnce);
      this.#waiting.back(taken.slice(this.#turn(taken)));
    }
    this.#running = null;
  }

  /** Runs jobs for as long as a turn may last, and commits them together. Gives how many were run. */
  #turn(queued: readonly Queued[]): number {
    const began = performance.now();
    const draft = newDraft();
    const before = this.#frames;
    const answers: (() => void)[] = [];
    let ran = 0;
    for (const one of queued) {
      if (ran > 0 && (performance.now() - began > longestTurn || rowsOf(draft) >= mostAtOnce)) break;
      ran++;
      const marks = this.#frames;
      const of = this.#run(one.job, { all: draft, own: newDraft(), now: one.job.at ?? this.clock.now(), frameId: () => ++this.#frames });
      if ('answer' in of) {
        answers.push(of.answer);
        continue;
      }
      this.#frames = marks;
      this.#park(of.waits, one, of.late);
    }
    try {
      this.#commit(draft);
    } catch (error) {
      this.#frames = before;
      const kept = queued.slice(0, ran).filter((one) => !this.#isParked(one));
      const trouble = this.#failed(error);
      if (trouble !== null) {
        for (const { job } of kept) job.failed(trouble);
        return ran;
      }
      const [only] = kept;
      if (kept.length === 1) only?.job.failed(error);
      else for (const one of kept) this.#turn([one]);
      return ran;
    }
    for (const answer of answers) answer();
    this.#tell(draft);
    return ran;
  }

  /** Makes one decision. What it drafted is added to the turn, or dropped where it failed or has to wait. */
  #run(job: Job, of: TurnOf): Ran {
    try {
      const value = job.run(this.#turns.of(of));
      merge(of.all, of.own);
      return {
        answer: () => {
          job.done(value);
        },
      };
    } catch (error) {
      if (error instanceof NotReady) return { waits: error.stream, late: false };
      if (error instanceof Late) return { waits: error.stream, late: true };
      return {
        answer: () => {
          job.failed(error);
        },
      };
    }
  }

  #commit(draft: Draft): void {
    const kept = this.clock.now();
    for (const frame of draft.frames) frame.kept = Math.max(kept, frame.at);
    let n = this.#n;
    for (const row of draft.entries) row.n = ++n;
    commit(this.database, this.tables, draft);
    this.#n = n;
    if (this.#trouble !== null && rowsOf(draft) > 0) {
      this.#trouble = null;
      this.events.trouble('journal', null);
    }
    this.streams.take(draft.heads);
    this.streams.tookCached(draft.states);
    this.books.take(draft);
    this.events.kept(draft);
  }
  #tell(draft: Draft): void {
    if (draft.entries.length > 0) this.events.entries(this.#n, new Set(draft.entries.map(({ stream }) => stream)));
    if (draft.frames.length > 0) this.events.frames(draft.frames);
  }

  #isParked(one: Queued): boolean {
    return [...this.#parked.values()].some((parked) => parked.includes(one));
  }
  /** Lets a job wait for a stream; the first to come has it folded. Jobs of other streams go on. */
  #park(stream: Stream, one: Queued, late: boolean): void {
    const parked = this.#parked.get(stream);
    if (parked !== undefined) {
      parked.push(one);
      return;
    }
    this.#parked.set(stream, [one]);
    const fold = (late ? this.#late(stream) : this.streams.of(stream).then(() => undefined))
      .catch((error: unknown) => {
        for (const { job } of this.#parked.get(stream) ?? []) job.failed(error);
        this.#parked.set(stream, []);
      })
      .then(() => {
        this.#waiting.back(this.#parked.get(stream) ?? []);
        this.#parked.delete(stream);
        this.#folding.delete(fold);
        if (this.#waiting.size > 0) this.#wake();
      });
    this.#folding.add(fold);
  }

  /** People's jobs that wait for a stream, in their order; frames stay. */
  #takeLate(stream: Stream): Job[] {
    const parked = this.#parked.get(stream) ?? [];
    const taken = parked.filter(({ source }) => source === null).slice(0, mostLate);
    this.#parked.set(
      stream,
      parked.filter((one) => !taken.includes(one)),
    );
    return taken.map(({ job }) => job);
  }

  /** Entries that come late to a stream: judged one by one, folded once, committed together. */
  async #late(stream: Stream): Promise<void> {
    await breathe();
    while (this.#waiting.people > 0) await breathe(); // the rest of what was posted with the first
    const jobs = this.#takeLate(stream);
    const draft = newDraft();
    const late: NonNullable<TurnOf['late']> = { stream, placed: [], changed: null };
    const before = (await this.streams.of(stream)).state;
    const answers: (() => void)[] = [];
    const frameId = (): number => {
      throw new Error('a late decision keeps no frame');
    };
    let began = performance.now();
    for (const job of jobs) {
      const [count, changed] = [late.placed.length, late.changed];
      const ran = this.#run(job, { all: draft, own: newDraft(), now: job.at ?? this.clock.now(), frameId, late });
      if ('answer' in ran) answers.push(ran.answer);
      else this.#waiting.back([{ job, source: null }]); // it looks at a stream that is being folded itself
      if (!('answer' in ran)) [late.placed.length, late.changed] = [count, changed];
      if (performance.now() - began < longestSlice) continue;
      await breathe();
      began = performance.now();
    }
    try {
      await this.#fold(draft, late);
      if (late.changed !== null && (await this.#lookAgain(draft, late, late.changed))) await this.#fold(draft, late);
      this.#index(stream, before, draft);
      this.#commit(draft);
    } catch (error) {
      this.streams.undo(stream);
      const trouble = this.#failed(error);
      for (const job of jobs) job.failed(trouble ?? error);
      return;
    }
    for (const answer of answers) answer();
    this.#tell(draft);
  }

  /** Remembers and logs what the machine does not let be written; null where it is not the machine. */
  #failed(error: unknown): NotKept | null {
    const trouble = troubleOf(error);
    if (trouble === null) {
      this.#log.error(`a decision could not be written: ${String(error)}`);
      return null;
    }
    if (this.#trouble !== trouble) this.#log.error(`${trouble} (${String(error)})`);
    this.#trouble = trouble;
    this.events.trouble('journal', trouble);
    return new NotKept(trouble);
  }

  /** The state of a stream with its late entries in their places. */
  async #fold(draft: Draft, { stream, placed }: NonNullable<TurnOf['late']>): Promise<void> {
    const head = draft.heads.get(stream);
    const sorted = inOrder(placed);
    const [first] = sorted;
    if (head === undefined || first === undefined) return;
    draft.heads.set(stream, { ...head, state: await this.streams.late(stream, sorted, first.pos) });
  }

  /** What the late entries change of whose accounts and addresses are whose. */
  #index(stream: Stream, before: Parameters<typeof accountsOf>[0], draft: Draft): void {
    const after = draft.heads.get(stream)?.state;
    if (after === undefined) return;
    const [was, is] = [accountsOf(before), accountsOf(after)];
    for (const account of was) if (!is.includes(account) && this.books.station(account, []) === stream) draft.accounts.set(account, null);
    for (const account of is) if (this.books.station(account, []) === null) draft.accounts.set(account, stream);
    this.books.addresses.draft(draft, before, after);
  }

  /** [D4] After an entry that came late, frames since then may be evidence that they were not before: every one of them, in pages, each told that it was picked. */
  async #lookAgain(draft: Draft, late: NonNullable<TurnOf['late']>, since: Pos): Promise<boolean> {
    const { stream } = late;
    let [after, found] = [0, false];
    for (;;) {
      const frames = this.tables.frame.where(`station = ? and status = 'matched' and at >= ? and id > ? order by id limit ?`, [
        stream,
        Math.floor(since.ord),
        after,
        againAtOnce,
      ]);
      const own = newDraft();
      const now = this.clock.now();
      const turn = this.#turns.of({ all: draft, own, now, frameId: () => 0, late });
      for (const frame of frames) {
        const entry = evidenceOf(turn.head(stream).state, frameOf(frame), () => this.ids.ulid(now));
        if (entry === null) continue;
        turn.keep(entry, textOf(entry));
        found = true;
        if (frame.entry === null) own.picked.set(frame.id, entry.id);
      }
      merge(draft, own);
      const last = frames.at(-1);
      if (last === undefined || frames.length < againAtOnce) return found;
      after = last.id;
      await breathe();
    }
  }
}

/** A stored frame, as the core looks at it: how it came was decided when it was kept. Its columns were written from a `Matched`. */
const frameOf = (row: NewFrame): Matched & { id: number; at: Instant; seen: number } =>
  ({
    id: row.id,
    at: instant(row.at),
    seen: row.seen,
    account: row.account,
    listener: row.listener,
    port: row.port,
    source: { address: row.address, port: row.fromPort },
    simulated: row.simulated,
    receiver: row.receiver,
    path: row.path,
    how: row.how,
    strength: row.strength,
    impossible: JSON.parse(row.impossible ?? '[]') as string[],
    event: row.event,
    grade: row.grade,
    zone: row.zone,
    is: row.turn,
    part: row.part,
  }) as unknown as Matched & { id: number; at: Instant; seen: number };
