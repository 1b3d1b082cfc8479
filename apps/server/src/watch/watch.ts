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
const again = 100;
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
  /** Whose silence was entered, by the window that the board had of it: until it is judged anew nothing more is found there. */
  readonly #entered = new Map<Stream, number>();

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
    const ended = this.board.endedWindows(this.clock.now(), most);
    const still = new Map(ended.map(({ stream, watch }) => [stream, watch]));
    for (const [stream, watch] of this.#entered) if (still.get(stream) !== watch) this.#entered.delete(stream);
    const open = ended.filter(({ stream }) => !this.#entered.has(stream));
    for (let from = 0; from < open.length; from += atOnce)
      await Promise.all(
        open.slice(from, from + atOnce).map(async ({ stream, watch }) => {
          if (await this.journal.append((turn) => this.#found(turn, stream))) this.#entered.set(stream, watch);
        }),
      );
  }

  /** Enters what is silent by what stands in this turn; gives whether anything was. */
  #found(turn: Turn, station: Stream): boolean {
    const { state } = turn.head(station);
    const { downs } = turn.head(deskStream).state;
    const of = supervision(state, turn.heardOf(station), turn.now, downs);
    const silent = overdue(state, of, turn.now);
    for (const { is, path, since, due } of silent) {
      const called = of.called.join(', then ').slice(0, 80);
      const entry = deskEnters(turn, this.ids, station, 'lapse.found', { is, path, since: instant(since), due: instant(due), called });
      const name = state.station?.name ?? '';
      tell(turn, { id: entry.id, is: 'silent', station, name, since, at: due, called: of.called, simulated: state.station?.demo === true });
      this.#latest = Math.max(0, turn.now - due);
    }
    return silent.length > 0;
  }
}
