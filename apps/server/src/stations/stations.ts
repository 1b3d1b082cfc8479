// Stations as they are asked for: the list from the board, and what only shows across them.
import { Injectable } from '@nestjs/common';
import { isObject, type Stream } from '@green-lamp/core/name';
import { canonical, type State } from '@green-lamp/core/journal';
import type { Heard, NamedRules } from '@green-lamp/core/lamp';
import type { Here } from '@green-lamp/core/evidence';
import { sharedBy } from '@green-lamp/core/check';
import type { listStations, Says, sharedWith, Show, Summary } from '@green-lamp/core/api';
import type { Answers } from '../board/asked.ts';
import { Board, type Place, type Visits } from '../board/board.ts';
import { Whereabouts } from '../desk/here.ts';
import { Journal } from '../journal/journal.ts';
import { hashOf } from '../shell/sha256.ts';

/** How much longer than it took one look at all stations is good for. */
const goodFor = 20;

@Injectable()
export class Stations {
  constructor(
    private readonly journal: Journal,
    private readonly board: Board,
    private readonly where: Whereabouts,
  ) {}

  async list(of: {
    show: Show;
    find: string;
    after: string | null;
    from: number;
    limit: number;
    visits?: Visits;
  }): Promise<Says<typeof listStations>> {
    await this.board.settled();
    const rows = this.board.rows({ ...of, after: placeOf(of.after), limit: of.limit + 1 });
    const shown = rows.slice(0, of.limit);
    const last = shown.at(-1);
    return {
      stations: shown.map(({ body }) => JSON.parse(body) as Summary), // written by the board's own worker
      ...this.board.counts(of),
      next: rows.length > of.limit && last !== undefined ? placeText(last) : null,
      judging: this.board.judging,
    };
  }

  /** What only shows across stations: findings, what ends when, and who owns what at which portal. */
  async across(): Promise<Answers['across']> {
    await this.board.settled();
    return this.board.ask({ what: 'across' });
  }

  /** What one station shares with others and must not. It takes every station's sheet, so one look is good for twenty times as long as it took; where something has changed since, it is said when to ask again. */
  async shared(stream: Stream): Promise<Says<typeof sharedWith>> {
    const now = performance.now();
    if (this.#findings === null || (now > this.#findings.until && this.#findings.turn !== this.board.turn)) {
      const looked = { turn: this.board.turn, until: Number.POSITIVE_INFINITY, found: this.across().then(({ findings }) => findings) };
      this.#findings = looked;
      await looked.found.finally(() => {
        const done = performance.now();
        looked.until = done + goodFor * (done - now);
      });
    }
    const { found, turn, until } = this.#findings;
    const shared = sharedBy(await found, stream);
    return { shared, again: turn === this.board.turn ? null : Math.ceil(Math.max(0, until - performance.now())) };
  }
  #findings: { readonly turn: number; until: number; readonly found: Promise<Answers['across']['findings']> } | null = null;

  /** Every station's sheet, secrets left out. */
  async sheets(): Promise<Answers['sheets']> {
    await this.board.settled();
    return this.board.ask({ what: 'sheets' });
  }

  /** Every secret that stands, and who knows it. */
  async secrets(): Promise<Answers['secrets']> {
    await this.board.settled();
    return this.board.ask({ what: 'secrets' });
  }

  /** For a published version: every station, whether it has adopted that version, and which of its lamps would be another by it; null where there is no such version. */
  async preview(role: NamedRules['role'], id: string, version: number): Promise<Answers['preview']> {
    await this.board.settled();
    return this.board.ask({ what: 'preview', role, id, version });
  }

  readonly #fingerprints = new WeakMap<State, string>();

  /** What the browser adds to the entries that it keeps: what was heard, and the chain's head with the state's fingerprint. */
  async beside(stream: Stream): Promise<{ heard: readonly Heard[]; here: Here; head: { seq: number; link: string; state: string } }> {
    const { seq, link, state } = await this.journal.head(stream);
    const known = this.#fingerprints.get(state) ?? hashOf(canonical(state));
    this.#fingerprints.set(state, known);
    return {
      heard: this.journal.heardOf(stream).map(({ station: _, ...heard }) => heard),
      here: this.where.here,
      head: { seq, link, state: known },
    };
  }
}

const placeText = ({ urgent, sort, stream }: Place): string =>
  Buffer.from(JSON.stringify({ urgent, sort, stream }), 'utf8').toString('base64url');
const placeOf = (text: string | null): Place | null => {
  if (text === null) return null;
  try {
    const place: unknown = JSON.parse(Buffer.from(text, 'base64url').toString('utf8'));
    if (!isObject(place)) return null;
    const { urgent, sort, stream } = place;
    return typeof urgent === 'number' && typeof sort === 'string' && typeof stream === 'string' ? { urgent, sort, stream } : null;
  } catch {
    return null;
  }
};
