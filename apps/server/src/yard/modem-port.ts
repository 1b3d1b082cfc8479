// The bench modem of the yard on a TCP port, as a raw byte stream: any terminal program or real client of modems can use it. It is one modem; who connects finds it as the last one left it.
import { createServer, type Socket } from 'node:net';
import { Injectable, type OnApplicationShutdown } from '@nestjs/common';
import { hearModem, type VirtualModem, virtualModem } from '@green-lamp/core/yard';
import { portWords } from '../desk/desk.ts';
import { Clock } from '../shell/clock.ts';
import { StartError } from '../shell/env.ts';

/** Invented, with right check digits. */
const facts = {
  seed: 41,
  iccid: '8999990100000041116',
  imsi: '999990000041111',
  imei: '350000000411112',
  apn: 'm2m.moorcell.example',
  address: '100.72.41.11',
};

@Injectable()
export class ModemPort implements OnApplicationShutdown {
  #modem: VirtualModem = virtualModem(facts);
  #port = 0;
  readonly #sockets = new Set<Socket>();
  readonly #server = createServer((socket) => {
    this.#serve(socket);
  });

  constructor(private readonly clock: Clock) {}

  get port(): number {
    return this.#port;
  }
  /** Messages that the modem has sent, oldest first. */
  get outbox(): VirtualModem['outbox'] {
    return this.#modem.outbox;
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
    this.#modem = { ...this.#modem, held: '', writing: null };
    socket.setNoDelay(true);
    socket.setEncoding('latin1');
    socket.on('error', () => socket.destroy());
    socket.on('close', () => this.#sockets.delete(socket));
    socket.on('data', (arrived: string) => {
      const { modem, answer } = hearModem(this.#modem, arrived, this.clock.now());
      this.#modem = modem;
      if (answer !== '') socket.write(answer, 'latin1');
    });
  }
}
