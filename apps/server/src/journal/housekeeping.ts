// Once an hour: looks how much is kept, lets go of what is due, a few rows in a turn of the writer, and remembers the size, so that growth can be told.
import { Injectable, Logger, type OnApplicationShutdown } from '@nestjs/common';
import type { FrameClass, Keeps, Room, Sizes } from '@green-lamp/core/api';
import { Clock } from '../shell/clock.ts';
import { Database } from '../shell/database.ts';
import { Journal } from './journal.ts';
import { atOnce, daysLeft, giveBack, goesBefore, removeBlobs, removeFrames, sizesOf } from './retention.ts';

const hour = 3_600_000;
const sizesName = 'sizes';
/** Looks that are remembered: eight days of hours. */
const mostLooks = 192;
type Look = { readonly at: number; readonly file: number };

@Injectable()
export class Housekeeping implements OnApplicationShutdown {
  readonly #log = new Logger('Housekeeping');
  #keeps: Keeps = { routineDays: 0, routineMegabytes: 0, strangerDays: 0, strangerMegabytes: 0 };
  #kept: Room | null = null;
  #removed = 0;
  #looks: readonly Look[] = [];
  #timers: readonly NodeJS.Timeout[] = [];

  constructor(
    private readonly database: Database,
    private readonly journal: Journal,
    private readonly clock: Clock,
  ) {}

  /** What is kept, as of the last look; null before the first. */
  get kept(): Room | null {
    return this.#kept;
  }

  open(keeps: Keeps): void {
    this.#keeps = keeps;
    const stored = this.database.statements.all('select value from meta where name = ?', [sizesName]) as { value: string }[];
    this.#looks = stored[0] === undefined ? [] : (JSON.parse(stored[0].value) as Look[]); // written below
    const run = (): void => {
      this.run().catch((error: unknown) => {
        this.#log.error(`what is due could not be removed: ${String(error)}`);
      });
    };
    this.#timers = [setTimeout(run, 5000).unref(), setInterval(run, hour).unref()];
  }
  onApplicationShutdown(): void {
    for (const timer of this.#timers) clearTimeout(timer);
  }

  /** Looks, and lets go of what is due. */
  async run(): Promise<void> {
    const { routineDays, routineMegabytes, strangerDays, strangerMegabytes } = this.#keeps;
    const before = this.#look();
    const now = this.clock.now();
    await this.#remove('routine', goesBefore(before.frames.routine, now, routineDays, routineMegabytes));
    await this.#remove('strangers', goesBefore(before.frames.strangers, now, strangerDays, strangerMegabytes));
    await this.#until(() => removeBlobs(this.database.statements, now) === atOnce);
    while (giveBack(this.database.statements)) await new Promise((next) => setImmediate(next));
    const { at, file } = this.#look();
    this.#looks = [...this.#looks, { at, file }].slice(-mostLooks);
    await this.journal.append((turn) => {
      turn.meta(sizesName, JSON.stringify(this.#looks));
    });
  }

  #look(): Sizes {
    const sizes = sizesOf(this.database.statements, this.database.file, this.clock.now());
    const [first = null] = this.#looks;
    this.#kept = { ...sizes, keeps: this.#keeps, daysLeft: daysLeft(first, sizes), since: first?.at ?? null, removed: this.#removed };
    return sizes;
  }
  #remove(name: FrameClass, before: number): Promise<void> {
    return before <= 0
      ? Promise.resolve()
      : this.#until(() => {
          const gone = removeFrames(this.database.statements, name, before);
          this.#removed += gone;
          return gone === atOnce;
        });
  }
  /** Runs something in turns of the writer for as long as there is more. */
  async #until(more: () => boolean): Promise<void> {
    while (await this.journal.append(more));
  }
}
