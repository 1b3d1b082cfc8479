// A jump of the server's clock is seen, entered, and told: what was stamped around it has to be read with care.
import { Injectable, Logger, type OnApplicationShutdown } from '@nestjs/common';
import { deskStream } from '@green-lamp/core/name';
import { deskEnters } from '../journal/desk-enters.ts';
import { Journal } from '../journal/journal.ts';
import { Clock, Ids } from '../shell/clock.ts';

const every = 1000;

@Injectable()
export class ClockWatch implements OnApplicationShutdown {
  readonly #log = new Logger('Clock');
  #timer: NodeJS.Timeout | null = null;

  constructor(
    private readonly journal: Journal,
    private readonly clock: Clock,
    private readonly ids: Ids,
  ) {}

  open(): void {
    this.#timer = setInterval(() => {
      this.look().catch((error: unknown) => {
        this.#log.error(`a jump of the clock could not be entered: ${String(error)}`);
      });
    }, every);
    this.#timer.unref();
  }
  onApplicationShutdown(): void {
    if (this.#timer !== null) clearInterval(this.#timer);
  }

  async look(): Promise<void> {
    const jumped = this.clock.look();
    if (jumped === null) return;
    this.#log.warn(`the machine's clock has jumped by ${Math.round(jumped.by / 1000)} s`);
    await this.journal.append((turn) => {
      deskEnters(turn, this.ids, deskStream, 'clock.jumped', jumped);
    });
  }
}
