// The line listener: a real TCP socket. Answers go out in the order of the records, each after its commit; one bad client never disturbs another.
import { createServer, type Server, type Socket } from 'node:net';
import { line, type LineFault } from '@green-lamp/core/wire';
import type { Ingest, Source } from '../ingest.ts';

export type Limits = { readonly firstByte: number; readonly idle: number };
export type ListenerState = {
  readonly kind: 'line';
  readonly host: string;
  readonly port: number;
  readonly state: 'listening' | 'closed';
  readonly connections: number;
};

/** Records of one connection that wait for their commit before its socket is paused. */
const mostWaiting = 200;

export class LineListener {
  readonly #server: Server;
  readonly #sockets = new Set<Socket>();
  #port = 0;
  #state: ListenerState['state'] = 'closed';

  constructor(
    private readonly ingest: Ingest,
    private readonly limits: () => Limits,
    private readonly changed: () => void,
  ) {
    this.#server = createServer({ allowHalfOpen: true }, (socket) => {
      this.#serve(socket);
    });
  }

  get state(): ListenerState {
    return { kind: 'line', host: this.#host, port: this.#port, state: this.#state, connections: this.#sockets.size };
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
    const source: Source = { address: plainAddress(socket.remoteAddress ?? ''), port: socket.remotePort ?? 0, listenerPort: this.#port };
    let cutter = line.newCutter;
    let n = 0;
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
    const answer = (n: number, fault: Promise<LineFault | null>): void => {
      waiting++;
      answered = Promise.all([answered, fault])
        .then(([, what]) => {
          if (socket.writable) socket.write(line.answer(n, what));
        })
        .catch(() => socket.destroy()) // not committed: the unit must send again
        .then(() => {
          waiting--;
          if (waiting < mostWaiting && socket.isPaused()) socket.resume();
        });
    };
    socket.on('data', (arrived: Buffer) => {
      socket.setTimeout(idle);
      const step = line.cut(cutter, arrived);
      cutter = step.cutter;
      for (const { kind, bytes } of step.cuts)
        answer(++n, kind === 'record' ? this.ingest.lineRecord(bytes, source) : this.ingest.oversize(bytes, source));
      if (waiting >= mostWaiting) socket.pause();
    });
    socket.on('end', () => {
      if (cutter.held.length > 0) answer(++n, this.ingest.unfinished(cutter.held, source));
      void answered.then(() => socket.end());
    });
  }
}

/** An IPv4 address that came in over an IPv6 socket, as IPv4. */
const plainAddress = (address: string): string => address.replace(/^::ffff:(?=\d+\.)/i, '');
