// The desk asks its stations: by schedule, again after a failure, or by a press. What is answered goes the way of every call; what is not is told, with the place where the way ends.
import { Injectable, Logger, type OnApplicationShutdown } from '@nestjs/common';
import type { Stream } from '@green-lamp/core/name';
import { type Instant, instant } from '@green-lamp/core/quantity';
import { plainSource } from '@green-lamp/core/lamp';
import { cannotArrive, doorsOf, type NotPolled, type Polling, pollingOf } from '@green-lamp/core/walk';
import { polledEvent } from '@green-lamp/core/wire';
import type { Poll, PollState, TriedDoor } from '@green-lamp/core/api';
import { Board } from '../board/board.ts';
import { Whereabouts } from '../desk/here.ts';
import { Ingest, type Mark } from '../desk/ingest.ts';
import { Journal } from '../journal/journal.ts';
import { NotKept } from '../journal/trouble.ts';
import { Clock } from '../shell/clock.ts';
import { ModbusPort } from '../yard/modbus-port.ts';
import { type Answered, askStation } from './asker.ts';
import { tryDoor } from './doors.ts';

/** How often (ms) it is looked who is due, and the list of them is read anew at most. */
const tick = 1000;
/** At most so many at once; the others wait for their turn. */
const atOnce = 20;
/** After a failure (ms): soon, then less soon, at most as often as the schedule itself. */
const retries = [60_000, 300_000] as const;
/** How many answers and failures of a station are told. */
const told = 10;
/** After the start stations are asked spread over so long (ms) at most. */
const spreadOver = 60_000;

type Known = { every: number | null; next: number | null; failures: number; running: boolean; last: Poll[] };

@Injectable()
export class Poller implements OnApplicationShutdown {
  readonly #log = new Logger('Polls');
  readonly #known = new Map<Stream, Known>();
  #timer: NodeJS.Timeout | null = null;
  #running = 0;
  #stale = true;
  #closed = false;

  constructor(
    private readonly journal: Journal,
    private readonly board: Board,
    private readonly ingest: Ingest,
    private readonly where: Whereabouts,
    private readonly clock: Clock,
    private readonly instrument: ModbusPort,
  ) {}

  open(): void {
    this.board.onJudged(() => {
      this.#stale = true;
    });
    this.#timer = setInterval(() => this.#look(), tick).unref();
  }
  onApplicationShutdown(): void {
    this.#closed = true;
    if (this.#timer !== null) clearInterval(this.#timer);
  }

  async state(stream: Stream): Promise<PollState> {
    const state = await this.journal.state(stream);
    const polling = pollingOf(state);
    const known = this.#known.get(stream);
    const not: NotPolled | null = typeof polling === 'string' ? polling : null;
    return {
      not,
      stops: not === 'off' ? null : cannotArrive(state),
      running: known?.running ?? false,
      next: known?.next == null ? null : instant(known.next),
      last: known?.last ?? [],
    };
  }

  /** Asks a station now, whatever its schedule; where it is being asked already, that asking counts. */
  async askNow(stream: Stream): Promise<PollState> {
    const polling = pollingOf(await this.journal.state(stream));
    if (typeof polling !== 'string') {
      const known = this.#of(stream, polling.every);
      if (!known.running) await this.#ask(stream, known, polling);
    }
    return this.state(stream);
  }

  /** Tries a station's admin ports, as anybody outside could. */
  async tryDoors(stream: Stream): Promise<TriedDoor[]> {
    return Promise.all(doorsOf(await this.journal.state(stream)).map((door) => tryDoor(door, (address) => this.#isOwn(address))));
  }

  #of(stream: Stream, every: number | null): Known {
    const there = this.#known.get(stream);
    if (there !== undefined) return there;
    const made: Known = { every, next: null, failures: 0, running: false, last: [] };
    this.#known.set(stream, made);
    return made;
  }

  #look(): void {
    if (this.#closed) return;
    const now = this.clock.now();
    if (this.#stale) this.#read(now);
    for (const [stream, known] of this.#known) {
      if (this.#running >= atOnce) return;
      if (known.running || known.next === null || known.next > now) continue;
      known.running = true;
      this.#due(stream, known).catch((error: unknown) => {
        known.running = false;
        this.#log.error(`a station could not be asked: ${error instanceof Error ? error.message : String(error)}`);
      });
    }
  }
  /** Who is asked, by what is judged; while nothing is, the list stays as it was. */
  #read(now: number): void {
    try {
      const rows = this.board.polled();
      this.#stale = false;
      const asked = new Map(rows.map(({ stream, every }) => [stream, every]));
      for (const [stream, known] of this.#known) if (!asked.has(stream)) known.next = null;
      for (const [stream, every] of asked) {
        const known = this.#of(stream, every);
        if (known.next !== null && known.every === every) continue;
        const last = known.last[0]?.at;
        known.every = every;
        known.next = last === undefined ? now + (seedOf(stream) % Math.min(every, spreadOver)) : last + every;
      }
    } catch (error) {
      if (!(error instanceof NotKept)) throw error;
    }
  }
  async #due(stream: Stream, known: Known): Promise<void> {
    const polling = pollingOf(await this.journal.state(stream));
    known.running = false;
    if (typeof polling === 'string') {
      known.next = null;
      return;
    }
    await this.#ask(stream, known, polling);
  }

  async #ask(stream: Stream, known: Known, polling: Polling): Promise<void> {
    known.running = true;
    this.#running++;
    const at = this.clock.now();
    try {
      const path = this.#standsIn(polling)
        ? ((await this.journal.state(stream)).elements.find(({ group }) => group === 'path')?.id ?? null)
        : null;
      const isOwn = (address: string): boolean => path === null && this.#isOwn(address);
      const got = await askStation(polling, isOwn);
      const kept = got.is === 'answered' ? await this.#keep(polling, got, path === null ? null : { station: stream, path }) : true;
      this.#said(known, { at, is: got.is, detail: got.is === 'answered' ? '' : got.detail });
      if (!kept) this.#log.warn('an answer could not be kept: it is asked for again');
      this.#schedule(known, polling, at, got.is === 'answered' && kept);
    } finally {
      known.running = false;
      this.#running--;
    }
  }
  /** Whether an address is the desk's own machine. */
  #isOwn(address: string): boolean {
    const { addresses, testPaths } = this.where.here;
    const outside = testPaths && address.startsWith('127.0.9.');
    return address === '::1' || addresses.includes(plainSource(address)) || (address.startsWith('127.') && !outside);
  }
  /** The yard's own instrument stands on loopback: what it answers is simulated. */
  #standsIn({ host, port, asking }: Polling): boolean {
    return asking.by === 'modbus' && /^(?:127\.0\.0\.1|localhost)$/.test(host) && port === this.instrument.port;
  }
  #said(known: Known, poll: Poll): void {
    known.last = [poll, ...known.last].slice(0, told);
  }
  #schedule(known: Known, { every }: Polling, at: Instant, well: boolean): void {
    known.failures = well ? 0 : known.failures + 1;
    if (every === null) {
      known.next = null;
      return;
    }
    const again = well ? every : (retries[known.failures - 1] ?? every);
    known.next = at + Math.min(again, every);
  }

  /** The answer is a call like any other: read, matched, attributed, kept. */
  async #keep({ account, asking }: Polling, { fields, bytes, source }: Answered, mark: Mark | null): Promise<boolean> {
    const call = {
      account,
      instant: '',
      at: null,
      event: polledEvent,
      grade: 6,
      fields,
      zone: null,
      is: null,
      other: null,
      repeats: null,
      window: null,
    } as const;
    const piece = { bytes, read: { ok: true as const, calls: [call] }, answer: () => null };
    const fate = await this.ingest.take(piece, { listener: asking.by, ...source, listenerPort: 0, mark });
    return fate === 'kept';
  }
}

/** Spreads stations over time: the same for the same station. */
const seedOf = (stream: string): number => Array.from(stream).reduce((sum, char) => (sum * 31 + char.charCodeAt(0)) % 1_000_003, 7);
