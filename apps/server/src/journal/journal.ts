// [J3] The one writer. Decisions run one at a time, are committed together, and only then answered. Nothing acknowledged is ever lost.
import { Injectable, Logger, type OnApplicationShutdown } from '@nestjs/common';
import { type ElementId, isStream, type Stream, sure, type Ulid } from '@green-lamp/core/name';
import { proves, strengths } from '@green-lamp/core/evidence';
import { instant, type Instant } from '@green-lamp/core/quantity';
import { advance, emptyState, type Entry, foldAll, hashOf, linkOf, placedEntry, type State, textOf } from '@green-lamp/core/journal';
import { accountsOf, evidenceOf, type Matched } from '@green-lamp/core/lamp';
import { Addresses } from './addresses.ts';
import { Clock, Ids } from '../shell/clock.ts';
import { Database } from '../shell/database.ts';
import { AccountRow } from '../desk/account.row.ts';
import { AddressRow } from '../desk/address.row.ts';
import { EntryRow } from './entry.row.ts';
import { FrameRow } from '../desk/frame.row.ts';
import { MetaRow } from '../shell/meta.row.ts';
import { SecretRow } from '../secrets/secret.row.ts';
import { commit } from './commit.ts';
import { Events } from './events.ts';
import { Heads } from './heads.ts';
import { HeardBook, heardKey, type Sort } from './heard.ts';
import { type Draft, type Head, type HeardOf, merge, newDraft, type NewEntry, type NewFrame, type NewSecret } from './turn.ts';
import { Waiting } from './waiting.ts';

type Job = { run: (turn: Turn) => unknown; at: Instant | null; done: (value: unknown) => void; failed: (error: unknown) => void };

/** What a decision may see and do. Everything it keeps is committed with the turn, or not at all. */
export type Turn = {
  readonly now: Instant;
  head: (stream: Stream) => Promise<Head>;
  found: (id: Ulid) => Promise<NewEntry | null>;
  station: (account: string) => Stream | null;
  keep: (entry: Entry, text: string) => Promise<NewEntry>;
  frameId: () => number;
  frame: (frame: NewFrame) => void;
  /** The newest frame of an account by a path, or from an address where the path is unknown, since an instant. */
  newest: (of: {
    readonly account: string;
    readonly path: ElementId | null;
    readonly address: string;
    readonly since: number;
  }) => Promise<NewFrame | null>;
  repeat: (frame: number) => void;
  heard: (of: Sort & { readonly grade: number }) => void;
  /** What was heard of a station, this turn's arrivals among it. */
  heardOf: (station: Stream) => HeardOf[];
  /** Whether no other station names an address. */
  alone: (address: string, station: Stream) => boolean;
  frameOf: (id: number) => Promise<NewFrame | null>;
  /** A frame that came likely or certainly by a path, from `from` on and before `to`. */
  cameBy: (station: Stream, path: string, from: number, to: number) => Promise<NewFrame | null>;
  secret: (row: NewSecret) => void;
  hasSecret: (ref: string) => Promise<boolean>;
};

const provingStrengths = strengths.filter(proves);
const mostJobs = 20_000;
/** Jobs of one turn, and how long it may take (ms) before the rest waits for the next: who asks meanwhile waits no longer. */
const mostAtOnce = 64;
const longestTurn = 20;
/** Frames that are looked at again in one page. */
const againAtOnce = 1000;
@Injectable()
export class Journal implements OnApplicationShutdown {
  readonly #log = new Logger('Journal');
  readonly #heads: Heads;
  readonly #accounts = new Map<string, Stream>();
  readonly #heard = new HeardBook();
  readonly #addresses = new Addresses();
  readonly #waiting = new Waiting<Job>();
  #running: Promise<void> | null = null;
  #n = 0;
  #frames = 0;
  #life = '';

  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly ids: Ids,
    private readonly events: Events,
  ) {
    this.#heads = new Heads(database);
  }

  get cursor(): number {
    return this.#n;
  }
  get life(): string {
    return this.#life;
  }
  /** Whether one more decision would wait behind too many. */
  get busy(): boolean {
    return this.#waiting.size >= mostJobs;
  }
  accounts(): { account: string; stream: Stream }[] {
    return [...this.#accounts].map(([account, stream]) => ({ account, stream }));
  }
  heardOf(station: Stream): HeardOf[] {
    return this.#heard.of(station);
  }

  /** Reads what every turn needs: the cursor, the accounts, what was heard. */
  async open(): Promise<void> {
    const em = this.database.em();
    const [last] = await em.createQueryBuilder(EntryRow).select('n').orderBy({ n: 'desc' }).limit(1).execute<{ n: number }[]>();
    const [frame] = await em.createQueryBuilder(FrameRow).select('id').orderBy({ id: 'desc' }).limit(1).execute<{ id: number }[]>();
    this.#n = last?.n ?? 0;
    this.#frames = frame?.id ?? 0;
    for (const row of await em.find(AccountRow, {})) this.#accounts.set(row.account, sure(isStream, row.station));
    await this.#heard.load(em);
    await this.#addresses.load(em);
    const life = await em.findOne(MetaRow, { name: 'life' });
    this.#life = life?.value ?? this.ids.ulid(this.clock.now());
    if (life === null) await em.insert(MetaRow, { name: 'life', value: this.#life });
    await this.#indexAddresses();
  }

  /** Addresses that were named before there was an index of them, once. */
  async #indexAddresses(): Promise<void> {
    const em = this.database.em();
    if ((await em.findOne(MetaRow, { name: 'addresses' })) !== null) return;
    const draft = newDraft();
    for (const stream of await this.#heads.streams())
      if (stream.startsWith('station:')) this.#addresses.draft(draft, emptyState(stream), await this.state(stream));
    for (const [what, row] of draft.addresses) if (row !== null) await em.upsert(AddressRow, { what, ...row });
    this.#addresses.take(draft.addresses);
    await em.insert(MetaRow, { name: 'addresses', value: 'indexed' });
  }

  /**
   * Runs a decision in its turn and answers once all that it kept is committed. `at` is only for the demo, which makes its own past.
   * `source` is the socket that a frame came from: sources are served in turn, and what people and parts write (none) comes before them.
   */
  append<T>(
    decide: (turn: Turn) => Promise<T> | T,
    { at = null, source = null }: { at?: Instant | null; source?: string | null } = {},
  ): Promise<T> {
    return new Promise<T>((done, failed) => {
      this.#waiting.add(
        {
          run: decide,
          at,
          done: (value) => {
            done(value as T); // the value is what decide gave
          },
          failed,
        },
        source,
      );
      this.#running ??= this.#work();
    });
  }

  /** The state of a stream, folded from what is committed. */
  async state(stream: Stream): Promise<State> {
    return (await this.#heads.of(stream)).state;
  }
  head(stream: Stream): Promise<Head> {
    return this.#heads.of(stream);
  }
  streams(): Promise<Stream[]> {
    return this.#heads.streams();
  }
  cacheStates(): Promise<void> {
    return this.#heads.cache();
  }

  async #work(): Promise<void> {
    while (this.#waiting.size > 0) {
      // The driver is synchronous: without this nobody's request would come in between two turns.
      await new Promise((next) => setImmediate(next));
      const taken = this.#waiting.take(mostAtOnce);
      const ran = await this.#turn(taken.map(({ job }) => job));
      this.#waiting.back(taken.slice(ran));
    }
    this.#running = null;
  }

  /** Runs jobs for as long as a turn may last, and commits them together. Gives how many were run. */
  async #turn(jobs: readonly Job[]): Promise<number> {
    const began = performance.now();
    let ran = 0;
    const draft = newDraft();
    const before = { n: this.#n, frames: this.#frames };
    const answers: (() => void)[] = [];
    for (const job of jobs) {
      if (ran > 0 && performance.now() - began > longestTurn) break;
      ran++;
      const own = newDraft();
      const marks = { n: this.#n, frames: this.#frames };
      try {
        const turn = this.#open(draft, own, job.at ?? this.clock.now());
        const value = await job.run(turn);
        await this.#lookAgain(turn, own);
        merge(draft, own);
        answers.push(() => {
          job.done(value);
        });
      } catch (error) {
        [this.#n, this.#frames] = [marks.n, marks.frames];
        answers.push(() => {
          job.failed(error);
        });
      }
    }
    try {
      const kept = this.clock.now();
      for (const frame of draft.frames) frame.kept = Math.max(kept, frame.at);
      await commit(this.database, draft);
    } catch (error) {
      [this.#n, this.#frames] = [before.n, before.frames];
      const [only] = jobs;
      if (ran === 1) only?.failed(error);
      else for (const job of jobs.slice(0, ran)) await this.#turn([job]);
      return ran;
    }
    this.#take(draft);
    for (const answer of answers) answer();
    if (draft.entries.length > 0) this.events.entries(this.#n);
    if (draft.frames.length > 0) this.events.frames(draft.frames);
    return ran;
  }

  #open(all: Draft, own: Draft, now: Instant): Turn {
    const turn: Turn = {
      now,
      head: async (stream) => own.heads.get(stream) ?? all.heads.get(stream) ?? (await this.#heads.of(stream)),
      found: async (id) => own.byId.get(id) ?? all.byId.get(id) ?? (await this.#found(id)),
      station: (account) => {
        const drafted = [own, all].find((draft) => draft.accounts.has(account));
        return (drafted ?? { accounts: this.#accounts }).accounts.get(account) ?? null;
      },
      keep: (entry, text) => this.#keep(turn, all, own, entry, text),
      frameId: () => ++this.#frames,
      frame: (frame) => {
        own.frames.push(frame);
      },
      newest: async ({ account, path, address, since }) => {
        const like = (frame: NewFrame): boolean =>
          frame.account === account && frame.path === path && (path !== null || frame.address === address);
        const drafted = own.frames.findLast(like) ?? all.frames.findLast(like);
        if (drafted !== undefined) return drafted;
        const of = { account, at: { $gt: since }, path, ...(path === null ? { address } : {}) };
        return this.database.em().findOne(FrameRow, of, { orderBy: { id: 'desc' } });
      },
      repeat: (frame) => {
        own.repeats.set(frame, (own.repeats.get(frame) ?? all.repeats.get(frame) ?? 0) + 1);
      },
      heard: (of) => {
        const next = this.#heard.next(of, [own, all], now);
        own.heard.set(heardKey(next), next);
      },
      heardOf: (station) => this.#heard.drafted(station, [own, all]),
      alone: (address, station) => this.#addresses.alone(address, station, [own, all]),
      frameOf: async (id) =>
        [...own.frames, ...all.frames].find((frame) => frame.id === id) ?? (await this.database.em().findOne(FrameRow, { id })),
      cameBy: async (station, path, from, to) =>
        [...own.frames, ...all.frames].find(
          (frame) =>
            frame.station === station &&
            frame.path === path &&
            provingStrengths.some((one) => one === frame.strength) &&
            frame.at >= from &&
            frame.at < to,
        ) ??
        (await this.database
          .em()
          .findOne(FrameRow, { station, status: 'matched', path, strength: { $in: provingStrengths }, at: { $gte: from, $lt: to } })),
      secret: (row) => {
        own.secrets.push(row);
      },
      hasSecret: async (ref) =>
        [...own.secrets, ...all.secrets].some((row) => row.ref === ref) || (await this.database.em().count(SecretRow, { ref })) > 0,
    };
    return turn;
  }

  async #keep(turn: Turn, all: Draft, own: Draft, entry: Entry, text: string): Promise<NewEntry> {
    const head = await turn.head(entry.stream);
    const received = instant(Math.max(turn.now, head.received + 1));
    const [hash, seq] = [hashOf(text), head.seq + 1];
    const link = linkOf(head.link, hash, seq, received);
    const placed = placedEntry(entry, received);
    const on = advance(head.state, [placed]);
    const state = on ?? foldAll(entry.stream, [...(await this.#heads.placed(entry.stream, [...all.entries, ...own.entries])), placed]);
    const mayMatter = state.changed?.id !== head.state.changed?.id;
    if (mayMatter && this.#heard.last(entry.stream, [all, own]) >= placed.pos.ord)
      own.late.set(entry.stream, Math.min(own.late.get(entry.stream) ?? Number.POSITIVE_INFINITY, placed.pos.ord));
    const row: NewEntry = { n: ++this.#n, id: entry.id, stream: entry.stream, seq, text, hash, received, link };
    const [before, after] = [accountsOf(head.state), accountsOf(state)];
    for (const account of before) if (!after.includes(account) && turn.station(account) === entry.stream) own.accounts.set(account, null);
    for (const account of after) if (turn.station(account) === null) own.accounts.set(account, entry.stream);
    this.#addresses.draft(own, head.state, state);
    own.heads.set(entry.stream, { seq, link, received, state });
    own.entries.push(row);
    own.byId.set(entry.id, row);
    return row;
  }

  /** [D4] After an entry that came late, frames since then may be evidence that they were not before: every one of them, in pages, each told that it was picked. */
  async #lookAgain(turn: Turn, own: Draft): Promise<void> {
    for (const [stream, ord] of own.late) {
      let after = 0;
      for (;;) {
        const frames = await this.database
          .em()
          .find(
            FrameRow,
            { station: stream, status: 'matched', at: { $gte: Math.floor(ord) }, id: { $gt: after } },
            { orderBy: { id: 'asc' }, limit: againAtOnce },
          );
        for (const frame of frames) {
          const { state } = await turn.head(stream);
          const entry = evidenceOf(state, frameOf(frame), this.ids.ulid(turn.now));
          if (entry === null) continue;
          await turn.keep(entry, textOf(entry));
          if (frame.entry === null) own.picked.set(frame.id, entry.id);
        }
        const last = frames.at(-1);
        if (last === undefined || frames.length < againAtOnce) break;
        after = last.id;
      }
    }
  }

  #take(draft: Draft): void {
    this.#heads.take(draft.heads);
    this.#heard.take(draft.heard);
    this.#addresses.take(draft.addresses);
    for (const [account, station] of draft.accounts) {
      if (station === null) this.#accounts.delete(account);
      else this.#accounts.set(account, station);
    }
  }

  async #found(id: Ulid): Promise<NewEntry | null> {
    return await this.database.em().findOne(EntryRow, { id });
  }

  async onApplicationShutdown(): Promise<void> {
    await this.#running;
    await this.cacheStates().catch((error: unknown) => {
      this.#log.warn(`states were not cached: ${String(error)}`);
    });
    await this.database.close();
  }
}

/** A stored frame, as the core looks at it: how it came was decided when it was kept. Its columns were written from a `Matched`. */
const frameOf = (row: FrameRow): Matched & { id: number; at: Instant; seen: number } =>
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
