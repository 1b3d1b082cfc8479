// A UDP socket of a listener: opened and closed once, with what its state says of it.
import { createSocket, type RemoteInfo, type Socket } from 'node:dgram';
import type { ListenerState } from '@green-lamp/core/api';
import type { ListenerKind } from '@green-lamp/core/wire';
import { Tally } from './listener.ts';

export class Datagrams {
  readonly #socket: Socket = createSocket('udp4');
  #state: ListenerState['state'] = 'closed';
  #host = '';
  #port = 0;
  readonly tally = new Tally();

  constructor(
    private readonly kind: ListenerKind,
    hear: (bytes: Buffer, from: RemoteInfo) => void,
  ) {
    this.#socket.on('message', hear);
  }

  get port(): number {
    return this.#port;
  }
  get state(): ListenerState {
    return { kind: this.kind, host: this.#host, port: this.#port, by: 'udp', state: this.#state, connections: 0, ...this.tally.state };
  }
  listen(host: string, port: number): Promise<void> {
    this.#host = host;
    return new Promise((done, failed) => {
      this.#socket.once('error', failed);
      this.#socket.bind(port, host, () => {
        this.#socket.off('error', failed);
        this.#socket.on('error', () => undefined); // an answer that could not go out: whoever waits for it sends again
        this.#port = this.#socket.address().port;
        this.#state = 'listening';
        done();
      });
    });
  }
  close(): Promise<void> {
    if (this.#state === 'closed') return Promise.resolve();
    this.#state = 'closed';
    return new Promise((done) => this.#socket.close(() => done()));
  }
  /** Sends for as long as it is open. */
  send(bytes: Uint8Array, port: number, address: string): void {
    if (this.#state === 'listening') this.#socket.send(bytes, port, address);
  }
}
