// A listener for a stream: a real TCP socket for one protocol, plain or under TLS. Answers go out in the order of the pieces, each after its commit; one bad client never disturbs another.
import { createServer, type Socket } from 'node:net';
import { createServer as createTlsServer } from 'node:tls';
import type { ListenerState } from '@green-lamp/core/api';
import { listeners, type StreamKind } from '@green-lamp/core/wire';
import type { Tls } from '../../tls/certificates.ts';
import type { Gate } from '../gate.ts';
import type { Ingest, Source } from '../ingest.ts';
import type { MarkedSockets } from '../marked.ts';
import { Connection } from './connection.ts';
import { type Limits, type Listener, plainAddress, Tally } from './listener.ts';
import { Sockets } from './sockets.ts';

export class TcpListener implements Listener {
  readonly #sockets: Sockets;
  readonly #tally = new Tally();

  constructor(
    private readonly kind: StreamKind,
    tls: Tls | null,
    private readonly ingest: Ingest,
    private readonly marked: MarkedSockets,
    private readonly gate: Gate,
    private readonly limits: () => Limits,
    changed: () => void,
  ) {
    const options = { allowHalfOpen: true };
    const server =
      tls === null
        ? createServer(options)
        : createTlsServer({ ...options, cert: tls.cert, key: tls.key, handshakeTimeout: 20_000 }, (socket) => this.#serve(socket));
    this.#sockets = new Sockets(kind, server, tls, gate, this.#tally, changed, (socket) => {
      if (tls === null) this.#serve(socket);
    });
  }

  get state(): ListenerState {
    return this.#sockets.state;
  }

  async listen(host: string, port: number): Promise<void> {
    await this.#sockets.listen(host, port);
  }
  renew(tls: Tls): void {
    this.#sockets.renew(tls);
  }
  async close(): Promise<void> {
    await this.#sockets.close();
  }

  #serve(socket: Socket): void {
    const { firstByte, idle } = this.limits();
    socket.setTimeout(firstByte, () => socket.destroy());
    socket.setNoDelay(true);
    socket.on('error', () => socket.destroy());
    new Connection(socket, listeners[this.kind].ear, this.ingest, this.gate, this.#tally, idle, (of) => this.#sourceOf(of));
  }

  /** Where a connection comes from, looked at once, at its first byte. */
  #sourceOf(socket: Socket): Source {
    const [address, port] = [plainAddress(socket.remoteAddress), socket.remotePort ?? 0];
    return { listener: this.kind, address, port, listenerPort: this.#sockets.port, mark: this.marked.take(address, port) };
  }
}
