// The bench modem of the yard on a TCP port, as a raw byte stream: any terminal program or real client of modems can use it. It is one modem in the yard's world; who connects finds it as the last one left it.
import { createServer, type Socket } from 'node:net';
import { Injectable, type OnApplicationShutdown } from '@nestjs/common';
import { portWords } from '../desk/desk.ts';
import { StartError } from '../shell/env.ts';
import { benchStation, Yard } from './yard.ts';

const modem = { station: benchStation, modem: 'modem' } as const;

@Injectable()
export class ModemPort implements OnApplicationShutdown {
  #port = 0;
  readonly #sockets = new Set<Socket>();
  readonly #server = createServer((socket) => {
    this.#serve(socket);
  });

  constructor(private readonly yard: Yard) {
    yard.benchHears((bytes) => {
      for (const socket of this.#sockets) socket.write(bytes, 'latin1');
    });
  }

  get port(): number {
    return this.#port;
  }

  /** On loopback only: whoever reaches it can make the modem send. */
  open(port: number, host = '127.0.0.1'): Promise<void> {
    return new Promise((done, failed) => {
      this.#server.once('error', (error) => {
        failed(new StartError(portWords(error, port, host, 'GREENLAMP_MODEM_PORT')));
      });
      this.#server.listen(port, host, () => {
        const address = this.#server.address();
        this.#port = typeof address === 'object' && address !== null ? address.port : port;
        done();
      });
    });
  }

  onApplicationShutdown(): void {
    for (const socket of this.#sockets) socket.destroy();
    this.#server.close();
  }

  #serve(socket: Socket): void {
    this.#sockets.add(socket);
    // What another client left half typed is nobody's.
    this.yard.act({ act: 'port-left', ...modem });
    socket.setNoDelay(true);
    socket.setEncoding('latin1');
    socket.on('error', () => socket.destroy());
    // Who hangs up lets go of the line: to the modem that is DTR falling.
    socket.on('close', () => {
      this.#sockets.delete(socket);
      if (this.#sockets.size === 0) this.yard.act({ act: 'port-left', ...modem });
    });
    socket.on('data', (arrived: string) => {
      for (let from = 0; from < arrived.length; from += 4000)
        this.yard.act({ act: 'port', ...modem, bytes: arrived.slice(from, from + 4000) });
    });
  }
}
