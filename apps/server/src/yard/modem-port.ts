// The bench modem of the yard on a TCP port, as a raw byte stream: any terminal program or real client of modems can use it. It is one modem in the yard's world; who connects finds it as the last one left it.
import type { Socket } from 'node:net';
import { Injectable, type OnApplicationShutdown } from '@nestjs/common';
import { LoopbackPort } from './loopback-port.ts';
import { benchStation, Yard } from './yard.ts';

const modem = { station: benchStation, modem: 'modem' } as const;
/** Most bytes that one act types. */
const piece = 4000;

@Injectable()
export class ModemPort implements OnApplicationShutdown {
  readonly #at = new LoopbackPort('GREENLAMP_MODEM_PORT', (socket) => {
    this.#serve(socket);
  });

  constructor(private readonly yard: Yard) {
    yard.benchHears((bytes) => {
      for (const socket of this.#at.sockets) socket.write(bytes, 'latin1');
    });
  }

  get port(): number {
    return this.#at.port;
  }
  open(port: number): Promise<void> {
    return this.#at.open(port);
  }
  onApplicationShutdown(): void {
    this.#at.close();
  }

  #serve(socket: Socket): void {
    // What another client left half typed is nobody's.
    this.yard.act({ act: 'port-left', ...modem });
    socket.setEncoding('latin1');
    // Who hangs up lets go of the line: to the modem that is DTR falling.
    socket.on('close', () => {
      if (this.#at.sockets.size === 0) this.yard.act({ act: 'port-left', ...modem });
    });
    socket.on('data', (arrived: string) => {
      for (let from = 0; from < arrived.length; from += piece)
        this.yard.act({ act: 'port', ...modem, bytes: arrived.slice(from, from + piece) });
    });
  }
}
