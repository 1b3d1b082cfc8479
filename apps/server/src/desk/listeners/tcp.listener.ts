// A listener for a stream: a real TCP socket for one protocol, plain or under TLS. Answers go out in the order of the pieces, each after its commit; one bad client never disturbs another.
import { createServer, type Server, type Socket } from 'node:net';
import { createServer as createTlsServer, type Server as TlsServer } from 'node:tls';
import type { ListenerState } from '@green-lamp/core/api';
import { listeners, type StreamKind } from '@green-lamp/core/wire';
import type { Tls } from '../../tls/certificates.ts';
import { openPort } from '../../shell/open-port.ts';
import type { Gate } from '../gate.ts';
import type { Ingest, Source } from '../ingest.ts';
import type { MarkedSockets } from '../marked.ts';
import { Connection } from './connection.ts';
import { type Limits, type Listener, plainAddress, Tally } from './listener.ts';

export class TcpListener implements Listener {
  readonly #server: Server | TlsServer;
  readonly #sockets = new Set<Socket>();
  readonly #tally = new Tally();
  #host = '';
  #port = 0;
  #state: ListenerState['state'] = 'closed';

  constructor(
    private readonly kind: StreamKind,
    private readonly tls: Tls | null,
    private readonly ingest: Ingest,
    private readonly marked: MarkedSockets,
    private readonly gate: Gate,
    private readonly limits: () => Limits,
    private readonly changed: () => void,
  ) {
    const options = { allowHalfOpen: true };
    this.#server =
      tls === null
        ? createServer(options)
        : createTlsServer({ ...options, cert: tls.cert, key: tls.key, handshakeTimeout: 20_000 }, (socket) => this.#serve(socket));
    this.#server.on('connection', (socket: Socket) => {
      if (this.#admits(socket) && tls === null) this.#serve(socket);
    });
    if (tls !== null) this.#server.on('tlsClientError', () => this.#tally.turnedAway('It did not agree on TLS with the desk.'));
  }

  get state(): ListenerState {
    return {
      kind: this.kind,
      host: this.#host,
      port: this.#port,
      by: this.tls === null ? 'tcp' : 'tls',
      state: this.#state,
      connections: this.#sockets.size,
      ...this.#tally.state,
    };
  }

  async listen(host: string, port: number): Promise<void> {
    this.#host = host;
    this.#port = await openPort(this.#server, host, port);
    this.#state = 'listening';
  }
  renew({ cert, key }: Tls): void {
    if ('setSecureContext' in this.#server) this.#server.setSecureContext({ cert, key });
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

  #admits(socket: Socket): boolean {
    const address = plainAddress(socket.remoteAddress);
    if (!this.gate.connected(address)) {
      this.#tally.turnedAway('There are as many connections as the desk takes, in all or from its address.');
      socket.destroy();
      return false;
    }
    this.#sockets.add(socket);
    this.changed();
    socket.on('error', () => socket.destroy());
    socket.on('close', () => {
      this.#sockets.delete(socket);
      this.gate.left(address);
      this.changed();
    });
    return true;
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
    return { listener: this.kind, address, port, listenerPort: this.#port, mark: this.marked.take(address, port) };
  }
}
