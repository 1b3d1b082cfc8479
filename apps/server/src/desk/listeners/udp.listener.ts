// A listener for datagrams: each is heard by itself, and answered to where it came from after its commit. A source of a datagram is easily forged: it proves no more than its address could.
import type { RemoteInfo } from 'node:dgram';
import type { ListenerState } from '@green-lamp/core/api';
import { listeners, type StreamKind } from '@green-lamp/core/wire';
import type { Gate } from '../gate.ts';
import type { Ingest, Source } from '../ingest.ts';
import { taking } from './connection.ts';
import { Datagrams } from './datagrams.ts';
import type { Listener } from './listener.ts';

/** Datagrams that wait for their commit; more are let go of, and their units send again. */
const mostWaiting = 500;
/** No frame is longer; what is cut off is nothing. */
const longest = 8192;

export class UdpListener implements Listener {
  readonly #socket: Datagrams;
  #waiting = 0;

  constructor(
    private readonly kind: StreamKind,
    private readonly ingest: Ingest,
    private readonly gate: Gate,
  ) {
    this.#socket = new Datagrams(kind, (bytes, from) => {
      this.#hear(bytes, from);
    });
  }

  get state(): ListenerState {
    return this.#socket.state;
  }
  listen(host: string, port: number): Promise<void> {
    return this.#socket.listen(host, port);
  }
  close(): Promise<void> {
    return this.#socket.close();
  }

  #hear(bytes: Buffer, { address, port }: RemoteInfo): void {
    if (bytes.length > longest || this.#waiting >= mostWaiting || !this.gate.waits(bytes.length)) {
      this.#socket.tally.turnedAway('The desk had no room for it, or it is longer than any frame.');
      return;
    }
    this.gate.heard(bytes.length);
    const source: Source = { listener: this.kind, address, port, listenerPort: this.#socket.port, mark: null, datagram: true };
    const { ear, pieces } = listeners[this.kind].ear.hear(bytes);
    for (const piece of [...pieces, ...ear.end()]) {
      this.#waiting++;
      void taking(this.ingest, piece, source, this.#socket.tally)
        .then(({ piece: of, fate }) => {
          const answer = of.answer(fate, this.ingest.now);
          if (answer !== null) this.#socket.send(answer, port, address);
        })
        .finally(() => {
          this.#waiting--;
        });
    }
  }
}
