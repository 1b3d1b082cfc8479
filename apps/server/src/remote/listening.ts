// A programming port that is open for one session and no longer: it never holds a port that another program needs.
import { createServer, type Socket } from 'node:net';
import { cutLines, endSession, hearUnit, type Job, newSession, type Session, writeLine } from '@green-lamp/core/wire';
import type { Mark } from '../desk/ingest.ts';
import type { MarkedSockets } from '../desk/marked.ts';
import { openPort } from '../shell/open-port.ts';

export type Said = { readonly from: 'desk' | 'unit'; readonly text: string };
export type Heard = { readonly session: Session; readonly lines: readonly Said[]; readonly from: string; readonly mark: Mark | null };

/** How long (ms) a caller may take to open the session by naming the station's account, and how many may try at once. */
const longestOpening = 1000;
const mostTrying = 8;

/** Waits for one unit on an open server and talks with it. Only a caller that opens with the station's account takes the session; whoever else calls is hung up on. Ends with the session. */
export class Listening {
  readonly #server = createServer((socket) => {
    this.#serve(socket);
  });
  #socket: Socket | null = null;
  #session: Session;
  readonly #lines: Said[] = [];
  #from = '';
  #mark: Mark | null = null;
  #trying = 0;
  #strayed: string | null = null;

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
  /** The account that a caller named last which was not this station's. */
  get strayed(): string | null {
    return this.#strayed;
  }
  close(): void {
    this.#socket?.destroy();
    this.#server.close();
  }

  #serve(socket: Socket): void {
    socket.on('error', () => socket.destroy());
    if (this.#socket !== null || this.#trying >= mostTrying) {
      socket.destroy();
      return;
    }
    this.#trying++;
    const tooLong = setTimeout(() => socket.destroy(), longestOpening);
    const from = (socket.remoteAddress ?? '').replace(/^::ffff:(?=\d+\.)/i, '');
    socket.setEncoding('utf8');
    let held = '';
    socket.on('data', (arrived: string) => {
      const cut = cutLines(held, arrived);
      held = cut.held;
      for (const line of cut.lines) {
        if (this.#socket === null && this.#opens(line)) {
          clearTimeout(tooLong);
          this.#take(socket, from);
        }
        if (this.#socket === socket) this.#hear(line, socket);
        else socket.destroy();
      }
    });
    socket.on('close', () => {
      clearTimeout(tooLong);
      this.#trying--;
      if (this.#socket === socket) this.#end();
    });
  }

  /** Whether a first line is the opening of this session. */
  #opens(line: string): boolean {
    const { fault, at } = hearUnit(this.#session, line).session;
    if (fault?.code === 'account') this.#strayed = fault.got;
    return at === 'reading';
  }
  #take(socket: Socket, from: string): void {
    this.#socket = socket;
    this.#from = from;
    socket.setTimeout(20_000, () => socket.destroy());
    this.#mark = this.marked.take(from, socket.remotePort ?? 0);
    this.changed('traffic');
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
