// A programming port that is open for one session and no longer: it never holds a port that another program needs.
import { createServer, type Server, type Socket } from 'node:net';
import { cutLines, endSession, hearUnit, type Job, newSession, type Session, writeLine } from '@green-lamp/core/wire';
import type { Mark } from '../desk/ingest.ts';
import type { MarkedSockets } from '../desk/marked.ts';

export type Said = { readonly from: 'desk' | 'unit'; readonly text: string };
export type Heard = { readonly session: Session; readonly lines: readonly Said[]; readonly from: string; readonly mark: Mark | null };

/** Opens `port` (0: a free one) on `host`; gives the port that it got. */
export const openPort = (server: Server, host: string, port: number): Promise<number> =>
  new Promise((done, failed) => {
    server.once('error', failed);
    server.listen(port, host, () => {
      server.off('error', failed);
      const address = server.address();
      done(typeof address === 'object' && address !== null ? address.port : port);
    });
  });

/** Waits for one unit on an open server and talks with it; another that calls meanwhile is hung up on. Ends with the session. */
export class Listening {
  readonly #server = createServer((socket) => {
    this.#serve(socket);
  });
  #socket: Socket | null = null;
  #session: Session;
  readonly #lines: Said[] = [];
  #from = '';
  #mark: Mark | null = null;

  constructor(
    job: Job,
    private readonly marked: MarkedSockets,
    private readonly changed: (is: 'traffic' | 'over') => void,
  ) {
    this.#session = newSession(job);
  }

  open(host: string, port: number): Promise<number> {
    return openPort(this.#server, host, port);
  }
  get heard(): Heard {
    return { session: this.#session, lines: this.#lines, from: this.#from, mark: this.#mark };
  }
  close(): void {
    this.#socket?.destroy();
    this.#server.close();
  }

  #serve(socket: Socket): void {
    socket.on('error', () => socket.destroy());
    if (this.#socket !== null) {
      socket.destroy();
      return;
    }
    this.#socket = socket;
    this.#from = (socket.remoteAddress ?? '').replace(/^::ffff:(?=\d+\.)/i, '');
    socket.setEncoding('utf8');
    socket.setTimeout(20_000, () => socket.destroy());
    let held = '';
    let first = true;
    socket.on('data', (arrived: string) => {
      if (first) {
        this.#mark = this.marked.take(this.#from, socket.remotePort ?? 0);
        first = false;
        this.changed('traffic');
      }
      const cut = cutLines(held, arrived);
      held = cut.held;
      for (const line of cut.lines) this.#hear(line, socket);
    });
    socket.on('close', () => {
      this.#end();
    });
  }

  #hear(line: string, socket: Socket): void {
    if (this.#session.at === 'over') return;
    this.#lines.push({ from: 'unit', text: line.trimEnd() });
    const step = hearUnit(this.#session, line);
    this.#session = step.session;
    for (const said of step.say) {
      const text = writeLine(said);
      this.#lines.push({ from: 'desk', text: text.trimEnd() });
      socket.write(text);
    }
    if (step.session.at === 'over') socket.end();
  }

  #end(): void {
    this.#session = endSession(this.#session);
    this.#server.close();
    this.changed('over');
  }
}
