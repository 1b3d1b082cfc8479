// Units of the demo that go on calling, so that Desk moves: one after another, over real sockets that are marked as the yard's own.
import { Injectable, type OnApplicationShutdown } from '@nestjs/common';
import type { Stream } from '@green-lamp/core/name';
import { accountsOf, asItRuns } from '@green-lamp/core/lamp';
import { readingAt } from '@green-lamp/core/scenario';
import { bindingsOf } from '@green-lamp/core/sheet';
import { Desk } from '../desk/desk.ts';
import { MarkedSockets } from '../desk/marked.ts';
import { Journal } from '../journal/journal.ts';
import { Clock } from '../shell/clock.ts';
import { connectFrom, exchange } from '../yard/exchange.ts';

@Injectable()
export class DemoCalls implements OnApplicationShutdown {
  #timer: NodeJS.Timeout | null = null;
  #made = 0;

  constructor(
    private readonly journal: Journal,
    private readonly desk: Desk,
    private readonly marked: MarkedSockets,
    private readonly clock: Clock,
  ) {}

  /** Calls every so many ms; never for 0. */
  open(every: number): void {
    if (every === 0) return;
    this.#timer = setInterval(() => {
      this.next().catch(() => undefined); // a unit that did not get through calls again later
    }, every);
    this.#timer.unref();
  }
  onApplicationShutdown(): void {
    if (this.#timer !== null) clearInterval(this.#timer);
  }

  /** The next unit calls once; gives what it sent and what the desk answered, or null where no station of the demo has such a unit. */
  async next(): Promise<{ readonly station: Stream; readonly sent: string; readonly answer: string } | null> {
    const callers = await this.#callers();
    const caller = callers[this.#made % callers.length];
    if (caller === undefined) return null;
    this.#made += 1;
    const { station, path, account, reading } = caller;
    const sent = `${account};;event=reading;${reading};n=${this.#made}`;
    const address = `127.0.7.${251 + (this.#made % 4)}`;
    const socket = await connectFrom(address, this.desk.portOf('line'));
    this.marked.put(address, socket.localPort ?? 0, { station, path });
    return { station, sent, answer: (await exchange(socket, Buffer.from(`${sent}\n`, 'latin1'))).trim() };
  }

  async #callers() {
    const all = await Promise.all(
      this.journal.streams().map(async (station) => {
        const state = await this.journal.state(station);
        const reading = state.station?.demo === true ? readingAt(state.station.name, this.clock.now()) : null;
        const [use] = reading === null ? [] : bindingsOf(asItRuns(state)).paths;
        const [account] = accountsOf(state);
        return reading === null || use === undefined || account === undefined ? [] : [{ station, path: use.path, account, reading }];
      }),
    );
    return all.flat();
  }
}
