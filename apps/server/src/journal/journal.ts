// [J3] The one writer. Decisions run one at a time, are committed together, and only then answered. Nothing acknowledged is ever lost.
import { Injectable, Logger, type OnApplicationShutdown } from '@nestjs/common';
import { isElementId, isSha256, isStream, type Stream, sure, type Ulid } from '@green-lamp/core/name';
import { instant, type Instant } from '@green-lamp/core/quantity';
import {
  advance,
  type Entry,
  firstLink,
  foldAll,
  foldVersion,
  hashOf,
  linkOf,
  type PlacedEntry,
  placedEntry,
  readEntry,
  type State,
  emptyState,
  textOf,
} from '@green-lamp/core/journal';
import { accountsOf, evidenceOf, type Matched } from '@green-lamp/core/lamp';
import { Clock, Ids } from '../shell/clock.ts';
import { Database, type Em } from '../shell/database.ts';
import { AccountRow, EntryRow, FrameRow, HeardRow, MetaRow, SecretRow, StateRow } from '../shell/rows.ts';
import { Events } from './events.ts';
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
  heard: (of: { station: Stream; path: HeardOf['path']; receiver: HeardOf['receiver']; event: string }) => void;
  secret: (row: NewSecret) => void;
  hasSecret: (ref: string) => Promise<boolean>;
};

const mostJobs = 20_000;
const mostAtOnce = 256;
/** Sorts of call that are summed up for one station: an outside client may invent event names without end. */
const mostSorts = 256;

const heardKey = ({ station, path, receiver, event }: Pick<HeardOf, 'station' | 'path' | 'receiver' | 'event'>): string =>
  [station, path ?? '', receiver, event].join('|');

@Injectable()
export class Journal implements OnApplicationShutdown {
  readonly #log = new Logger('Journal');
  readonly #heads = new Map<Stream, Head>();
  readonly #accounts = new Map<string, Stream>();
  readonly #heard = new Map<Stream, ReadonlyMap<string, HeardOf>>();
  readonly #dirty = new Set<Stream>();
  #jobs: Job[] = [];
  #running: Promise<void> | null = null;
  #n = 0;
  #frames = 0;
  #life = '';

  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly ids: Ids,
    private readonly events: Events,
  ) {}

  get cursor(): number {
    return this.#n;
  }
  get life(): string {
    return this.#life;
  }
  /** Whether one more decision would wait behind too many. */
  get busy(): boolean {
    return this.#jobs.length >= mostJobs;
  }
  accounts(): { account: string; stream: Stream }[] {
    return [...this.#accounts].map(([account, stream]) => ({ account, stream }));
  }
  heardOf(station: Stream): HeardOf[] {
    return [...(this.#heard.get(station)?.values() ?? [])];
  }

  /** Reads what every turn needs: the cursor, the accounts, what was heard. */
  async open(): Promise<void> {
    const em = this.database.em();
    const [last] = await em.createQueryBuilder(EntryRow).select('n').orderBy({ n: 'desc' }).limit(1).execute<{ n: number }[]>();
    const [frame] = await em.createQueryBuilder(FrameRow).select('id').orderBy({ id: 'desc' }).limit(1).execute<{ id: number }[]>();
    this.#n = last?.n ?? 0;
    this.#frames = frame?.id ?? 0;
    for (const row of await em.find(AccountRow, {})) this.#accounts.set(row.account, sure(isStream, row.station));
    for (const { what, station, path, receiver, event, last, count, gap } of await em.find(HeardRow, {}))
      this.#hears(what, {
        station: sure(isStream, station),
        path: path == null ? null : sure(isElementId, path),
        receiver: sure(isElementId, receiver),
        event,
        last,
        count,
        gap: gap ?? null,
      });
    const life = await em.findOne(MetaRow, { name: 'life' });
    this.#life = life?.value ?? this.ids.ulid(this.clock.now());
    if (life === null) await em.insert(MetaRow, { name: 'life', value: this.#life });
  }

  /** Runs a decision in its turn and answers once all that it kept is committed. `at` is only for the demo, which makes its own past. */
  append<T>(decide: (turn: Turn) => Promise<T> | T, at: Instant | null = null): Promise<T> {
    return new Promise<T>((done, failed) => {
      this.#jobs.push({
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
    return (await this.#head(stream)).state;
  }
  head(stream: Stream): Promise<Head> {
    return this.#head(stream);
  }
  async streams(): Promise<Stream[]> {
    const rows = await this.database.em().createQueryBuilder(EntryRow).select('stream', true).execute<{ stream: string }[]>();
    return rows.map(({ stream }) => sure(isStream, stream));
  }

  async #work(): Promise<void> {
    await Promise.resolve();
    while (this.#jobs.length > 0) await this.#turn(this.#jobs.splice(0, mostAtOnce));
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
      await this.#commit(draft);
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
      head: async (stream) => own.heads.get(stream) ?? all.heads.get(stream) ?? (await this.#head(stream)),
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
        const there = this.#heard.get(of.station);
        const drafted = [own, all].map(({ heard }) => heard);
        const known = (event: string): HeardOf | undefined =>
          drafted.map((heard) => heard.get(heardKey({ ...of, event }))).find((heard) => heard !== undefined) ??
          there?.get(heardKey({ ...of, event }));
        const event =
          known(of.event) !== undefined || (there?.size ?? 0) + own.heard.size + all.heard.size < mostSorts ? of.event : 'other';
        const was = known(event);
        own.heard.set(heardKey({ ...of, event }), {
          ...of,
          event,
          last: now,
          count: (was?.count ?? 0) + 1,
          gap: was === undefined ? null : now - was.last,
        });
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
    const state = on ?? foldAll(entry.stream, [...(await this.#placed(entry.stream, [...all.entries, ...own.entries])), placed]);
    const mayMatter = state.changed?.id !== head.state.changed?.id;
    if (mayMatter && this.#lastHeard(entry.stream, [all, own]) >= placed.pos.ord)
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

  #hears(what: string, heard: HeardOf): void {
    this.#heard.set(heard.station, new Map(this.#heard.get(heard.station)).set(what, heard));
  }

  /** When the last frame of a station came, else 0. */
  #lastHeard(station: Stream, drafts: readonly Draft[]): number {
    const all = [
      ...(this.#heard.get(station)?.values() ?? []),
      ...drafts.flatMap(({ heard }) => [...heard.values()].filter((of) => of.station === station)),
    ];
    return all.reduce((last, heard) => Math.max(last, heard.last), 0);
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

  async #commit(draft: Draft): Promise<void> {
    if (draft.entries.length + draft.frames.length + draft.repeats.size + draft.secrets.length === 0) return;
    const kept = this.clock.now();
    for (const frame of draft.frames) frame.kept = Math.max(kept, frame.at);
    await this.database.em().transactional(async (tx) => {
      await inBatches(draft.secrets, 50, (rows) => tx.insertMany(SecretRow, rows));
      await inBatches(draft.entries, 100, (rows) => tx.insertMany(EntryRow, rows));
      await inBatches(draft.frames, 40, (rows) => tx.insertMany(FrameRow, rows));
      for (const [id, more] of draft.repeats) await addRepeats(tx, id, more);
      await inBatches(
        [...draft.heard].map(([what, { station, path, receiver, event, last, count, gap }]) => ({
          what,
          station,
          path,
          receiver,
          event,
          last,
          count,
          gap,
        })),
        100,
        (rows) => tx.upsertMany(HeardRow, rows),
      );
      for (const [account, station] of draft.accounts) {
        if (station === null) await tx.nativeDelete(AccountRow, { account });
        else await tx.upsert(AccountRow, { account, station });
      }
    });
  }

  #take(draft: Draft): void {
    for (const [stream, head] of draft.heads) {
      this.#heads.set(stream, head);
      this.#dirty.add(stream);
    }
    for (const [what, heard] of draft.heard) this.#hears(what, heard);
    for (const [account, station] of draft.accounts) {
      if (station === null) this.#accounts.delete(account);
      else this.#accounts.set(account, station);
    }
  }

  async #found(id: Ulid): Promise<NewEntry | null> {
    return await this.database.em().findOne(EntryRow, { id });
  }

  async #placed(stream: Stream, drafted: readonly NewEntry[]): Promise<PlacedEntry[]> {
    const rows = await this.database
      .em()
      .createQueryBuilder(EntryRow)
      .select(['text', 'received'])
      .where({ stream })
      .orderBy({ seq: 'asc' })
      .execute<{ text: string; received: number }[]>();
    return [...rows, ...drafted.filter((row) => row.stream === stream)].map(({ text, received }) => placedEntry(trusted(text), received));
  }

  async #head(stream: Stream): Promise<Head> {
    const there = this.#heads.get(stream);
    if (there !== undefined) return there;
    const em = this.database.em();
    const [last] = await em
      .createQueryBuilder(EntryRow)
      .select(['seq', 'link', 'received'])
      .where({ stream })
      .orderBy({ seq: 'desc' })
      .limit(1)
      .execute<{ seq: number; link: string; received: number }[]>();
    if (last === undefined) return { seq: 0, link: firstLink(stream), received: instant(0), state: emptyState(stream) };
    const head: Head = {
      seq: last.seq,
      link: sure(isSha256, last.link),
      received: instant(last.received),
      state: await this.#folded(stream, last.seq),
    };
    const newer = this.#heads.get(stream);
    if (newer !== undefined) return newer;
    this.#heads.set(stream, head);
    return head;
  }

  /** The cached state with what came after it, or the whole stream folded again. */
  async #folded(stream: Stream, seq: number): Promise<State> {
    const em = this.database.em();
    const cached = await em.findOne(StateRow, { stream });
    if (cached !== null && cached.foldVersion === foldVersion && cached.seq <= seq) {
      const since = await em
        .createQueryBuilder(EntryRow)
        .select(['text', 'received'])
        .where({ stream, seq: { $gt: cached.seq } })
        .orderBy({ seq: 'asc' })
        .execute<{ text: string; received: number }[]>();
      const state = JSON.parse(cached.json) as State; // written by this program, of this foldVersion
      const on = advance(
        state,
        since.map(({ text, received }) => placedEntry(trusted(text), received)),
      );
      if (on !== null) return on;
    }
    return foldAll(stream, await this.#placed(stream, []));
  }

  /** Writes the states that changed, so that the next start does not fold from the first entry. A cache: losing it loses nothing. */
  async cacheStates(): Promise<void> {
    const dirty = [...this.#dirty];
    this.#dirty.clear();
    const rows = dirty.flatMap((stream) => {
      const head = this.#heads.get(stream);
      return head === undefined ? [] : [{ stream, seq: head.seq, foldVersion, json: JSON.stringify(head.state) }];
    });
    await inBatches(rows, 20, (some) => this.database.em().upsertMany(StateRow, some));
  }

  async onApplicationShutdown(): Promise<void> {
    await this.#running;
    await this.cacheStates().catch((error: unknown) => {
      this.#log.warn(`states were not cached: ${String(error)}`);
    });
    await this.database.close();
  }
}

const inBatches = async <T>(rows: readonly T[], size: number, write: (some: T[]) => Promise<unknown>): Promise<void> => {
  for (let from = 0; from < rows.length; from += size) await write(rows.slice(from, from + size));
};

const addRepeats = async (tx: Em, id: number, more: number): Promise<void> => {
  const row = await tx.findOneOrFail(FrameRow, { id });
  await tx.nativeUpdate(FrameRow, { id }, { repeats: row.repeats + more });
};

/** An entry's text as this database keeps it: it was judged before it was kept. */
export const trusted = (text: string): Entry => {
  const read = readEntry(text);
  if (!read.ok) throw new Error('a kept entry can’t be read');
  return read.value;
};

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
    receiver: row.receiver,
    path: row.path,
    how: row.how,
    event: row.event,
    grade: row.grade,
  }) as Matched & { id: number; at: Instant; seen: number };
