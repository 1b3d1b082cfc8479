// A listener for datagrams: each is heard by itself, and answered to where it came from after its commit. A source of a datagram is easily forged: it proves no more than its address could.
import { createSocket, type RemoteInfo, type Socket } from 'node:dgram';
import type { ListenerState } from '@green-lamp/core/api';
import { listeners, type StreamKind } from '@green-lamp/core/wire';
import type { Gate } from '../gate.ts';
import type { Ingest, Source } from '../ingest.ts';
import { taking } from './connection.ts';
import { type Listener, Tally } from './listener.ts';

/** Datagrams that wait for their commit; more are let go of, and their units send again. */
const mostWaiting = 500;
/** No frame is longer; what is cut off is nothing. */
const longest = 8192;

export class UdpListener implements Listener {
  readonly #socket: Socket;
  #state: ListenerState['state'] = 'closed';
  #host = '';
  #port = 0;
  #waiting = 0;
  readonly #tally = new Tally();

  constructor(
    private readonly kind: StreamKind,
    private readonly ingest: Ingest,
    private readonly gate: Gate,
  ) {
    this.#socket = createSocket('udp4');
    this.#socket.on('message', (bytes, from) => {
      this.#hear(bytes, from);
    });
  }

  get state(): ListenerState {
    return { kind: this.kind, host: this.#host, port: this.#port, by: 'udp', state: this.#state, connections: 0, ...this.#tally.state };
  }

  listen(host: string, port: number): Promise<void> {
    this.#host = host;
    return new Promise((done, failed) => {
      this.#socket.once('error', failed);
      this.#socket.bind(port, host, () => {
        this.#socket.off('error', failed);
        this.#socket.on('error', () => undefined); // an answer that could not go out: the unit sends again
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

  #hear(bytes: Buffer, { address, port }: RemoteInfo): void {
    if (bytes.length > longest || this.#waiting >= mostWaiting || !this.gate.waits(bytes.length)) {
      this.#tally.turnedAway('The desk had no room for it, or it is longer than any frame.');
      return;
    }
    this.gate.heard(bytes.length);
    const source: Source = { listener: this.kind, address, port, listenerPort: this.#port, mark: null, datagram: true };
    const { ear, pieces } = listeners[this.kind].ear.hear(bytes);
    for (const piece of [...pieces, ...ear.end()]) {
      this.#waiting++;
      void taking(this.ingest, piece, source, this.#tally)
        .then(({ piece: of, fate }) => {
          const answer = of.answer(fate, this.ingest.now);
          if (answer !== null && this.#state === 'listening') this.#socket.send(answer, port, address);
        })
        .finally(() => {
          this.#waiting--;
        });
    }
  }
}
