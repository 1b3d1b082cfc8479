// The test of the way in: opens the very port that a maker's program will need, sees whether somebody gets through from outside, closes, and lets go of it.
import { createServer, type Server } from 'node:net';
import { Injectable, type OnApplicationShutdown } from '@nestjs/common';
import type { WayIn } from '@green-lamp/core/api';
import { Clock } from '../shell/clock.ts';
import { openPort } from '../shell/open-port.ts';

@Injectable()
export class WayInTest implements OnApplicationShutdown {
  #server: Server | null = null;
  #timer: NodeJS.Timeout | null = null;
  #now: WayIn | null = null;

  constructor(private readonly clock: Clock) {}

  get state(): WayIn | null {
    return this.#now;
  }

  /** Opens `port` on `host` for `within` ms, or says that another program holds it. */
  async open(host: string, port: number, within: number): Promise<WayIn> {
    this.stop();
    const since = this.clock.now();
    const server = createServer((socket) => {
      const from = (socket.remoteAddress ?? '').replace(/^::ffff:(?=\d+\.)/i, '');
      socket.destroy();
      this.#close({ is: 'seen', from, at: this.clock.now() });
    });
    try {
      const got = await openPort(server, host, port);
      this.#server = server;
      this.#now = { port: got, is: 'open', since, until: since + within, from: null, at: null };
      this.#timer = setTimeout(() => {
        this.#close({ is: 'nobody' });
      }, within);
    } catch {
      this.#now = { port, is: 'taken', since, until: since, from: null, at: null };
    }
    return this.#now;
  }

  stop(): void {
    if (this.#now?.is === 'open') this.#close({ is: 'stopped' });
  }
  onApplicationShutdown(): void {
    this.stop();
  }

  #close(to: Partial<WayIn>): void {
    if (this.#timer !== null) clearTimeout(this.#timer);
    this.#server?.close();
    [this.#server, this.#timer] = [null, null];
    if (this.#now !== null) this.#now = { ...this.#now, ...to };
  }
}
