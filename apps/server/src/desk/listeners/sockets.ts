// What every listener over TCP has, whatever it hears: its port, plain or under TLS, and the connections that the gate let in.
import type { Server, Socket } from 'node:net';
import { Server as TlsServer } from 'node:tls';
import type { ListenerState } from '@green-lamp/core/api';
import { openPort } from '../../shell/open-port.ts';
import type { Tls } from '../../tls/certificates.ts';
import type { Gate } from '../gate.ts';
import { plainAddress, type Tally } from './listener.ts';

export class Sockets {
  readonly #open = new Set<Socket>();
  #host = '';
  #port = 0;
  #state: ListenerState['state'] = 'closed';

  /** `admitted` is told of each connection that is let in, before TLS is agreed on. */
  constructor(
    private readonly kind: ListenerState['kind'],
    private readonly server: Server,
    private readonly tls: Tls | null,
    private readonly gate: Gate,
    private readonly tally: Tally,
    private readonly changed: () => void,
    admitted: (socket: Socket) => void = () => undefined,
  ) {
    server.on('connection', (socket: Socket) => {
      if (this.#admits(socket)) admitted(socket);
    });
    if (tls !== null) server.on('tlsClientError', () => tally.turnedAway('It did not agree on TLS with the desk.'));
  }

  get port(): number {
    return this.#port;
  }
  get state(): ListenerState {
    const by = this.tls === null ? 'tcp' : 'tls';
    const where = { kind: this.kind, host: this.#host, port: this.#port, by } as const;
    return { ...where, state: this.#state, connections: this.#open.size, ...this.tally.state };
  }
  async listen(host: string, port: number): Promise<void> {
    this.#host = host;
    this.#port = await openPort(this.server, host, port);
    this.#state = 'listening';
  }
  renew({ cert, key }: Tls): void {
    if (this.server instanceof TlsServer) this.server.setSecureContext({ cert, key });
  }
  async close(): Promise<void> {
    this.#state = 'closed';
    for (const socket of this.#open) socket.destroy();
    await new Promise<void>((done) => {
      this.server.close(() => {
        done();
      });
    });
  }

  #admits(socket: Socket): boolean {
    const address = plainAddress(socket.remoteAddress);
    if (!this.gate.connected(address)) {
      this.tally.turnedAway('There are as many connections as the desk takes, in all or from its address.');
      socket.destroy();
      return false;
    }
    this.#open.add(socket);
    this.changed();
    socket.on('error', () => socket.destroy());
    socket.on('close', () => {
      this.#open.delete(socket);
      this.gate.left(address);
      this.changed();
    });
    return true;
  }
}
