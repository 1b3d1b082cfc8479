// [J3] The one writer. Decisions run one at a time, are committed together, and only then answered. Nothing acknowledged is ever lost.
import { Injectable, Logger, type OnApplicationShutdown } from '@nestjs/common';
import { isStream, type Stream, sure, type Ulid } from '@green-lamp/core/name';
import { instant, type Instant } from '@green-lamp/core/quantity';
import { advance, type Entry, foldAll, hashOf, linkOf, placedEntry, type State, textOf } from '@green-lamp/core/journal';
import { accountsOf, evidenceOf, type Matched } from '@green-lamp/core/lamp';
import { Clock, Ids } from '../shell/clock.ts';
import { Database } from '../shell/database.ts';
import { AccountRow } from '../desk/account.row.ts';
import { EntryRow } from './entry.row.ts';
import { FrameRow } from '../desk/frame.row.ts';
import { MetaRow } from '../shell/meta.row.ts';
import { SecretRow } from '../secrets/secret.row.ts';
import { commit } from './commit.ts';
import { Events } from './events.ts';
import { Heads } from './heads.ts';
import { HeardBook, heardKey, type Sort } from './heard.ts';
import { type Draft, type Head, type HeardOf, merge, newDraft, type NewEntry, type NewFrame, type NewSecret } from './turn.ts';

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
  repeatOf: (digest: string, account: string, since: number) => Promise<number | null>;
  repeat: (frame: number) => void;
  heard: (of: Sort) => void;
  secret: (row: NewSecret) => void;
  hasSecret: (ref: string) => Promise<boolean>;
};

const mostJobs = 20_000;
const mostAtOnce = 256;
@Injectable()
export class Journal implements OnApplicationShutdown {
  readonly #log = new Logger('Journal');
  readonly #heads: Heads;
  readonly #accounts = new Map<string, Stream>();
  readonly #heard = new HeardBook();
  #jobs: Job[] = [];
  #first: Job[] = [];
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
    return this.#jobs.length + this.#first.length >= mostJobs;
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
    const life = await em.findOne(MetaRow, { name: 'life' });
    this.#life = life?.value ?? this.ids.ulid(this.clock.now());
    if (life === null) await em.insert(MetaRow, { name: 'life', value: this.#life });
  }

  /**
   * Runs a decision in its turn and answers once all that it kept is committed. `at` is only for the demo, which makes its own past.
   * What people write goes `first`: a flood of frames must not hold it up.
   */
  append<T>(
    decide: (turn: Turn) => Promise<T> | T,
    { at = null, first = false }: { at?: Instant | null; first?: boolean } = {},
  ): Promise<T> {
    return new Promise<T>((done, failed) => {
      (first ? this.#first : this.#jobs).push({
        run: decide,
        at,
        done: (value) => {
          done(value as T);
        },
        failed,
      }); // the value is what decide gave
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
    await Promise.resolve();
    while (this.#first.length + this.#jobs.length > 0) {
      const first = this.#first.splice(0, mostAtOnce);
      await this.#turn([...first, ...this.#jobs.splice(0, mostAtOnce - first.length)]);
    }
    this.#running = null;
  }

  async #turn(jobs: Job[]): Promise<void> {
    const draft = newDraft();
    const before = { n: this.#n, frames: this.#frames };
    const answers: (() => void)[] = [];
    for (const job of jobs) {
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
      if (jobs.length === 1) jobs[0]?.failed(error);
      else for (const job of jobs) await this.#turn([job]);
      return;
    }
    this.#take(draft);
    for (const answer of answers) answer();
    if (draft.entries.length > 0) this.events.entries(this.#n);
    if (draft.frames.length > 0) this.events.frames(draft.frames);
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
      repeatOf: async (digest, account, since) => {
        const drafted = [...own.frames, ...all.frames].find((frame) => frame.digest === digest && frame.account === account);
        if (drafted !== undefined) return drafted.id;
        const row = await this.database.em().findOne(FrameRow, { digest, account, at: { $gt: since } });
        return row?.id ?? null;
      },
      repeat: (frame) => {
        own.repeats.set(frame, (own.repeats.get(frame) ?? all.repeats.get(frame) ?? 0) + 1);
      },
      heard: (of) => {
        const next = this.#heard.next(of, [own, all], now);
        own.heard.set(heardKey(next), next);
      },
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
    own.heads.set(entry.stream, { seq, link, received, state });
    own.entries.push(row);
    own.byId.set(entry.id, row);
    return row;
  }

  /** [D4] After an entry that came late, frames since then may be evidence that they were not before. */
  async #lookAgain(turn: Turn, own: Draft): Promise<void> {
    for (const [stream, ord] of own.late) {
      const frames = await this.database
        .em()
        .find(FrameRow, { station: stream, status: 'matched', at: { $gte: Math.floor(ord) } }, { orderBy: { id: 'asc' }, limit: 5000 });
      for (const frame of frames) {
        const { state } = await turn.head(stream);
        const entry = evidenceOf(state, frameOf(frame), this.ids.ulid(turn.now));
        if (entry !== null) await turn.keep(entry, textOf(entry));
      }
    }
  }

  #take(draft: Draft): void {
    this.#heads.take(draft.heads);
    this.#heard.take(draft.heard);
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

/** A stored frame, as the core looks at it. Its columns were written from a `Matched`. */
const frameOf = (row: FrameRow): Matched & { id: number; at: Instant; seen: number } =>
  ({
    id: row.id,
    at: instant(row.at),
    seen: row.seen,
    account: row.account,
    port: row.port,
    source: { address: row.address, port: row.fromPort },
    fields: JSON.parse(row.fields ?? '{}') as object,
    simulated: row.simulated,
    own: null,
    receiver: row.receiver,
    path: row.path,
    how: row.how,
    event: row.event,
    grade: row.grade,
  }) as Matched & { id: number; at: Instant; seen: number };
