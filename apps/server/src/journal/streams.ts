// Where each stream stands: its chain's head and its folded state, in memory for those in use, cached on disk for the next start.
import { isSha256, isStream, type Stream, sure } from '@green-lamp/core/name';
import { instant } from '@green-lamp/core/quantity';
import {
  advance,
  emptyState,
  firstLink,
  foldVersion,
  keptEntry,
  placedEntry,
  type PlacedEntry,
  type Pos,
  type State,
} from '@green-lamp/core/journal';
import type { Statements } from '../shell/sqlite.ts';
import { Checkpoints } from './checkpoints.ts';
import { refolded } from './refold.ts';
import type { Tables } from './tables.ts';
import type { Draft, Head } from './turn.ts';

/** Entries behind a cached state that are folded at once; a stream with more is folded in slices. */
const fewEntries = 200;
/** States that are kept in memory, the ones used last. */
const mostStates = 1000;
/** Entries after which a state is cached again. */
const cacheAfter = 20;

export class Streams {
  readonly #heads = new Map<Stream, Head>();
  readonly #checkpoints = new Map<Stream, Checkpoints>();
  /** How far each state in memory is cached on disk. */
  readonly #cached = new Map<Stream, number>();
  readonly #loading = new Map<Stream, Promise<Head>>();

  constructor(
    private readonly statements: Statements,
    private readonly tables: Tables,
  ) {}

  /** Where a stream stands, where that can be told at once; else null, and `of` folds it. */
  known(stream: Stream): Head | null {
    const there = this.#heads.get(stream);
    if (there !== undefined) {
      this.#heads.delete(stream);
      this.#heads.set(stream, there); // the last one used
      return there;
    }
    const head = this.#headOf(stream);
    if (head.seq === 0) return { ...head, state: emptyState(stream) };
    const cached = this.#cachedState(stream, head.seq);
    if (cached === null || head.seq - cached.seq > fewEntries) return null;
    const state = advance(cached.state, this.#since(stream, cached.seq));
    return state === null ? null : this.#remember(stream, { ...head, state }, cached.seq);
  }

  async of(stream: Stream): Promise<Head> {
    const known = this.known(stream);
    if (known !== null) return known;
    const loading = this.#loading.get(stream);
    if (loading !== undefined) return loading;
    const load = this.#load(stream).finally(() => this.#loading.delete(stream));
    this.#loading.set(stream, load);
    return load;
  }

  streams(): Stream[] {
    return (this.statements.all('select stream from stream order by stream') as { stream: string }[]).map(({ stream }) =>
      sure(isStream, stream),
    );
  }

  /** Takes over what a turn has committed. */
  take(heads: Draft['heads']): void {
    for (const [stream, head] of heads) {
      this.#remember(stream, head, this.#cached.get(stream) ?? 0);
      this.#checkpointsOf(stream).see(head.state);
    }
  }

  /** The state of a stream with entries that come late, folded again from before the first of them. */
  async late(stream: Stream, drafted: readonly PlacedEntry[], from: Pos): Promise<State> {
    const checkpoints = this.#checkpointsOf(stream);
    const start = checkpoints.before(from) ?? emptyState(stream);
    checkpoints.cut(from);
    return refolded(this.statements, start, drafted, checkpoints);
  }

  /** States that are to be cached: those that went far enough, or all. */
  uncached(all: boolean): Draft['states'] {
    return new Map(
      [...this.#heads].flatMap(([stream, { seq, state }]) =>
        seq - (this.#cached.get(stream) ?? 0) >= (all ? 1 : cacheAfter) ? [[stream, { seq, state }]] : [],
      ),
    );
  }
  tookCached(states: Draft['states']): void {
    for (const [stream, { seq }] of states) if (this.#heads.has(stream)) this.#cached.set(stream, seq);
    this.#forget();
  }

  /** Forgets what was folded on the way to something that was not kept after all. */
  undo(stream: Stream): void {
    this.#checkpoints.delete(stream);
  }

  async #load(stream: Stream): Promise<Head> {
    const { seq } = this.#headOf(stream);
    const cached = this.#cachedState(stream, seq);
    const checkpoints = this.#checkpointsOf(stream);
    const good = cached !== null && !this.#isLate(stream, cached.seq, cached.state.last) ? cached : null;
    const state = await refolded(this.statements, good?.state ?? emptyState(stream), [], checkpoints);
    const newer = this.#heads.get(stream);
    return newer ?? this.#remember(stream, { ...this.#headOf(stream), state }, good?.seq ?? 0);
  }

  #remember(stream: Stream, head: Head, cached: number): Head {
    this.#heads.delete(stream);
    this.#heads.set(stream, head);
    this.#cached.set(stream, cached);
    this.#forget();
    return head;
  }
  /** Forgets the states that were used longest ago; those whose cache is far behind wait for the next one. */
  #forget(): void {
    if (this.#heads.size <= mostStates) return;
    for (const [stream, { seq }] of this.#heads) {
      if (this.#heads.size <= mostStates) return;
      if (seq - (this.#cached.get(stream) ?? 0) >= cacheAfter) continue;
      this.#heads.delete(stream);
      this.#cached.delete(stream);
      this.#checkpoints.delete(stream);
    }
  }

  #checkpointsOf(stream: Stream): Checkpoints {
    const there = this.#checkpoints.get(stream) ?? new Checkpoints();
    this.#checkpoints.set(stream, there);
    return there;
  }

  #headOf(stream: Stream): Omit<Head, 'state'> {
    const row = this.tables.stream.first('stream = ?', [stream]);
    return row === null
      ? { seq: 0, link: firstLink(stream), received: instant(0) }
      : { seq: row.seq, link: sure(isSha256, row.link), received: instant(row.received) };
  }
  #cachedState(stream: Stream, seq: number): { seq: number; state: State } | null {
    const row = this.tables.state.first('stream = ?', [stream]);
    if (row?.foldVersion !== foldVersion || row.seq > seq) return null;
    return { seq: row.seq, state: JSON.parse(row.json) as State }; // written by this program, of this foldVersion
  }
  /** Whether an entry behind a cached state sorts before its last one. */
  #isLate(stream: Stream, seq: number, last: Pos | null): boolean {
    const before = 'select 1 from entry where stream = ? and seq > ? and (ord, id) <= (?, ?) limit 1';
    return last !== null && this.statements.all(before, [stream, seq, last.ord, last.id]).length > 0;
  }
  #since(stream: Stream, seq: number): PlacedEntry[] {
    const rows = this.statements.all('select text, received from entry where stream = ? and seq > ? order by seq', [stream, seq]);
    return (rows as { text: string; received: number }[]).map(({ text, received }) => placedEntry(keptEntry(text), received));
  }
}
