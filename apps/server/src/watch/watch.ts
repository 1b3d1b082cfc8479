// A silence is found when its window ends: once, also after a restart, and never for the time that the desk was away itself.
// The board knows whose window ends next; the writer looks again, in its turn, before anything is entered.
import { Injectable, Logger, type OnApplicationShutdown } from '@nestjs/common';
import { deskStream, type Stream } from '@green-lamp/core/name';
import { overdue, supervision } from '@green-lamp/core/lamp';
import { instant } from '@green-lamp/core/quantity';
import { Board } from '../board/board.ts';
import { deskEnters } from '../journal/desk-enters.ts';
import { Journal } from '../journal/journal.ts';
import { NotKept } from '../journal/trouble.ts';
import type { Turn } from '../journal/turn.ts';
import { Clock, Ids } from '../shell/clock.ts';
import { Presence, touchEvery } from './away.ts';
import { tell } from './telling.ts';

/** The longest that a timer is set for (ms): clocks jump. */
const longest = 60_000;
/** How long (ms) it is waited where the board is behind: a call came meanwhile and is not judged yet. */
const again = 500;
/** So many are looked at in one pass, in groups that leave room for others. */
const most = 20_000;
const atOnce = 100;

@Injectable()
export class Watch implements OnApplicationShutdown {
  readonly #log = new Logger('Watch');
  #timer: NodeJS.Timeout | null = null;
  #touching: NodeJS.Timeout | null = null;
  #presence: Presence | null = null;
  #looking: Promise<void> | null = null;
  #closed = false;
  #latest: number | null = null;

  constructor(
    private readonly journal: Journal,
    private readonly board: Board,
    private readonly clock: Clock,
    private readonly ids: Ids,
  ) {}

  /** How late (ms) after its window's end the latest silence was found. */
  get latest(): number | null {
    return this.#latest;
  }

  async open(folder: string): Promise<void> {
    const presence = new Presence(folder);
    this.#presence = presence;
    const away = presence.away(this.clock.now());
    if (away !== null)
      await this.journal.append((turn) => {
        deskEnters(turn, this.ids, deskStream, 'desk.down', away);
      });
    this.#touch();
    this.#touching = setInterval(() => this.#touch(), touchEvery).unref();
    this.board.onJudged(() => this.#arm());
    this.clock.onStep(() => this.#arm());
    this.#arm();
  }
  async onApplicationShutdown(): Promise<void> {
    this.#closed = true;
    if (this.#timer !== null) clearTimeout(this.#timer);
    if (this.#touching !== null) clearInterval(this.#touching);
    await this.#looking;
    if (this.#presence !== null) this.#touch();
  }

  #touch(): void {
    try {
      this.#presence?.touch(this.clock.now());
    } catch (error) {
      this.#log.warn(`when the desk was last there could not be written: ${String(error)}`);
    }
  }

  /** While nothing is judged nobody knows: it is asked again once something is. */
  #next(): number | null {
    try {
      return this.board.nextWindow();
    } catch (error) {
      if (error instanceof NotKept) return null;
      throw error;
    }
  }
  /** Sets the timer for the window that ends next. */
  #arm(least = 0): void {
    if (this.#closed || this.#looking !== null) return;
    if (this.#timer !== null) clearTimeout(this.#timer);
    const due = this.#next();
    const wait = due === null ? longest : Math.min(longest, Math.max(least, due - this.clock.now()));
    this.#timer = setTimeout(() => {
      this.#looking = this.#look()
        .catch((error: unknown) => {
          this.#log.error(`a silence could not be entered: ${String(error)}`);
        })
        .finally(() => {
          this.#looking = null;
          this.#arm(again);
        });
    }, wait).unref();
  }

  /** Looks at every station whose window has ended by what the board knows. */
  async #look(): Promise<void> {
    const streams = this.board.endedWindows(this.clock.now(), most);
    for (let from = 0; from < streams.length; from += atOnce)
      await Promise.all(streams.slice(from, from + atOnce).map((station) => this.journal.append((turn) => this.#found(turn, station))));
  }

  /** Enters what is silent by what stands in this turn. */
  #found(turn: Turn, station: Stream): void {
    const { state } = turn.head(station);
    const { downs } = turn.head(deskStream).state;
    const of = supervision(state, turn.heardOf(station), turn.now, downs);
    for (const { is, path, since, due } of overdue(state, of, turn.now)) {
      const called = of.called.join(', then ').slice(0, 80);
      const entry = deskEnters(turn, this.ids, station, 'lapse.found', { is, path, since: instant(since), due: instant(due), called });
      const name = state.station?.name ?? '';
      tell(turn, { id: entry.id, is: 'silent', station, name, since, at: due, called: of.called, simulated: state.station?.demo === true });
      this.#latest = Math.max(0, turn.now - due);
    }
  }
}
