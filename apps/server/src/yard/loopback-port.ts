// A TCP port on loopback that hands each connection on: what the yard offers to programs on this computer.
import { createServer, type Socket } from 'node:net';
import { portWords } from '../desk/desk.ts';
import { StartError } from '../shell/start-error.ts';

export class LoopbackPort {
  #port = 0;
  readonly sockets = new Set<Socket>();
  readonly #server = createServer((socket) => {
    this.sockets.add(socket);
    socket.setNoDelay(true);
    socket.on('error', () => socket.destroy());
    socket.on('close', () => this.sockets.delete(socket));
    this.serve(socket);
  });

  constructor(
    private readonly variable: string,
    private readonly serve: (socket: Socket) => void,
  ) {}

  get port(): number {
    return this.#port;
  }

  /** On loopback only: whoever reaches it can make the yard act. */
  open(port: number, host = '127.0.0.1'): Promise<void> {
    return new Promise((done, failed) => {
      this.#server.once('error', (error) => {
        failed(new StartError(portWords(error, port, host, this.variable)));
      });
      this.#server.listen(port, host, () => {
        const address = this.#server.address();
        this.#port = typeof address === 'object' && address !== null ? address.port : port;
        done();
      });
    });
  }
  close(): void {
    for (const socket of this.sockets) socket.destroy();
    this.#server.close();
  }
}
