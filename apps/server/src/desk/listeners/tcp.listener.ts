// A listener: a real TCP socket for one protocol. Answers go out in the order of the pieces, each after its commit; one bad client never disturbs another.
import { createServer, type Server, type Socket } from 'node:net';
import { ears, type Fate, type ListenerKind, type Piece } from '@green-lamp/core/wire';
import type { Ingest, Source } from '../ingest.ts';
import type { MarkedSockets } from '../marked.ts';

export type Limits = { readonly firstByte: number; readonly idle: number };
export type ListenerState = {
  readonly kind: ListenerKind;
  readonly host: string;
  readonly port: number;
  readonly state: 'listening' | 'closed';
  readonly connections: number;
};

/** Pieces of one connection that wait for their commit before its socket is paused. */
const mostWaiting = 200;

export class TcpListener {
  readonly #server: Server;
  readonly #sockets = new Set<Socket>();
  #port = 0;
  #state: ListenerState['state'] = 'closed';

  constructor(
    private readonly kind: ListenerKind,
    private readonly ingest: Ingest,
    private readonly marked: MarkedSockets,
    private readonly limits: () => Limits,
    private readonly changed: () => void,
  ) {
    this.#server = createServer({ allowHalfOpen: true }, (socket) => {
      this.#serve(socket);
    });
  }

  get state(): ListenerState {
    return { kind: this.kind, host: this.#host, port: this.#port, state: this.#state, connections: this.#sockets.size };
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
    this.#sockets.add(socket);
    this.changed();
    let ear = ears[this.kind];
    let source: Source | null = null;
    let waiting = 0;
    let answered: Promise<void> = Promise.resolve();
    const { firstByte, idle } = this.limits();
    socket.setTimeout(firstByte, () => socket.destroy());
    socket.setNoDelay(true);
    socket.on('error', () => socket.destroy());
    socket.on('close', () => {
      this.#sockets.delete(socket);
      this.changed();
    });
    const answer = (piece: Piece, from: Source): void => {
      waiting++;
      answered = Promise.all([answered, this.ingest.take(piece, from)])
        .then(([, fate]) => {
          this.#reply(socket, piece, fate);
        })
        .catch(() => socket.destroy()) // not committed: the unit must send again
        .then(() => {
          waiting--;
          if (waiting < mostWaiting && socket.isPaused()) socket.resume();
        });
    };
    socket.on('data', (arrived: Buffer) => {
      source ??= this.#sourceOf(socket);
      socket.setTimeout(idle);
      const step = ear.hear(arrived);
      ear = step.ear;
      for (const piece of step.pieces) answer(piece, source);
      if (waiting >= mostWaiting) socket.pause();
    });
    socket.on('end', () => {
      if (source !== null) for (const piece of ear.end()) answer(piece, source);
      void answered.then(() => socket.end());
    });
  }

  #reply(socket: Socket, piece: Piece, fate: Fate): void {
    const bytes = piece.answer(fate, this.ingest.now);
    if (bytes !== null && socket.writable) socket.write(bytes);
  }

  /** Where a connection comes from, looked at once, at its first byte. */
  #sourceOf(socket: Socket): Source {
    const [address, port] = [plainAddress(socket.remoteAddress ?? ''), socket.remotePort ?? 0];
    return { listener: this.kind, address, port, listenerPort: this.#port, mark: this.marked.take(address, port) };
  }
}

/** An IPv4 address that came in over an IPv6 socket, as IPv4. */
const plainAddress = (address: string): string => address.replace(/^::ffff:(?=\d+\.)/i, '');
