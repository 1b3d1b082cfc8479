// A listener: a real TCP socket for one protocol. Answers go out in the order of the pieces, each after its commit; one bad client never disturbs another.
import { createServer, type Server, type Socket } from 'node:net';
import type { ListenerState } from '@green-lamp/core/api';
import { type ListenerKind, listeners } from '@green-lamp/core/wire';
import type { Gate } from '../gate.ts';
import type { Ingest, Source } from '../ingest.ts';
import type { MarkedSockets } from '../marked.ts';
import { Connection } from './connection.ts';

export type Limits = { readonly firstByte: number; readonly idle: number };

export class TcpListener {
  readonly #server: Server;
  readonly #sockets = new Set<Socket>();
  #port = 0;
  #state: ListenerState['state'] = 'closed';

  constructor(
    private readonly kind: ListenerKind,
    private readonly ingest: Ingest,
    private readonly marked: MarkedSockets,
    private readonly gate: Gate,
    private readonly limits: () => Limits,
    private readonly changed: () => void,
  ) {
    this.#server = createServer({ allowHalfOpen: true }, (socket) => {
      this.#serve(socket);
    });
  }

  get state(): ListenerState {
    return { kind: this.kind, host: this.#host, port: this.#port, by: 'tcp', state: this.#state, connections: this.#sockets.size };
  }
  #host = '';

  listen(host: string, port: number): Promise<void> {
    this.#host = host;
    return new Promise((done, failed) => {
      this.#server.once('error', failed);
      this.#server.listen(port, host, () => {
        this.#server.off('error', failed);
        const address = this.#server.address();
        this.#port = typeof address === 'object' && address !== null ? address.port : port;
        this.#state = 'listening';
        done();
      });
    });
  }

  async close(): Promise<void> {
    this.#state = 'closed';
    for (const socket of this.#sockets) socket.destroy();
    await new Promise<void>((done) => {
      this.#server.close(() => {
        done();
      });
    });
  }

  #serve(socket: Socket): void {
    const address = plainAddress(socket.remoteAddress ?? '');
    if (!this.gate.connected(address)) {
      socket.destroy();
      return;
    }
    this.#sockets.add(socket);
    this.changed();
    const { firstByte, idle } = this.limits();
    socket.setTimeout(firstByte, () => socket.destroy());
    socket.setNoDelay(true);
    socket.on('error', () => socket.destroy());
    socket.on('close', () => {
      this.#sockets.delete(socket);
      this.gate.left(address);
      this.changed();
    });
    new Connection(socket, listeners[this.kind].ear, this.ingest, this.gate, idle, (of) => this.#sourceOf(of));
  }

  /** Where a connection comes from, looked at once, at its first byte. */
  #sourceOf(socket: Socket): Source {
    const [address, port] = [plainAddress(socket.remoteAddress ?? ''), socket.remotePort ?? 0];
    return { listener: this.kind, address, port, listenerPort: this.#port, mark: this.marked.take(address, port) };
  }
}

/** An IPv4 address that came in over an IPv6 socket, as IPv4. */
const plainAddress = (address: string): string => address.replace(/^::ffff:(?=\d+\.)/i, '');
