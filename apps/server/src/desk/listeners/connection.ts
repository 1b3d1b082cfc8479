// One connection to a listener. It is heard in small slices, waits while too many of its pieces wait for their commit, and is answered in their order, each after its commit.
import type { Socket } from 'node:net';
import { Logger } from '@nestjs/common';
import type { Ear, Fate, Piece } from '@green-lamp/core/wire';
import type { Gate } from '../gate.ts';
import type { Ingest, Source } from '../ingest.ts';
import { NotKept } from '../../journal/trouble.ts';
import { byTurns } from './by-turns.ts';
import type { Tally } from './listener.ts';

/** Pieces of one connection that wait for their commit before no more of it is heard. */
const mostWaiting = 200;
/** Bytes that are heard at once; then others get their turn. */
const slice = 1024;
/** Bytes of answers that the other side has not read: no more of it is heard; far beyond, or for this long (ms), it is let go. */
const mostUnread = 64 * 1024;
const farTooMuch = 1024 * 1024;
const longestUnread = 30_000;

const log = new Logger('Connection');

/** Opens a piece that is encrypted, and has it taken. */
export const taking = async (ingest: Ingest, piece: Piece, source: Source, tally: Tally): Promise<{ piece: Piece; fate: Fate }> => {
  try {
    const of = await ingest.opened(piece);
    const fate = await ingest.take(of, source);
    tally.took(of, fate, ingest.now);
    return { piece: of, fate };
  } catch (error) {
    if (!(error instanceof NotKept)) log.error(`a call could not be kept: ${error instanceof Error ? error.message : String(error)}`);
    return { piece, fate: 'busy' }; // not committed: the unit is told to send again
  }
};

export class Connection {
  #ear: Ear;
  #source: Source | null = null;
  #waiting = 0;
  #answered: Promise<void> = Promise.resolve();
  readonly #arrived: Buffer[] = [];
  #hearing = false;
  #ended = false;
  #corked = false;
  #unreadSince: number | null = null;

  constructor(
    private readonly socket: Socket,
    ear: Ear,
    private readonly ingest: Ingest,
    private readonly gate: Gate,
    private readonly tally: Tally,
    private readonly idle: number,
    private readonly sourceOf: (socket: Socket) => Source,
  ) {
    this.#ear = ear;
    socket.on('data', (arrived: Buffer) => {
      // What was not heard was not acknowledged: it is let go of where the desk has no room for it.
      if (!gate.waits(arrived.length)) {
        socket.destroy();
        return;
      }
      this.#source ??= this.sourceOf(socket);
      socket.setTimeout(this.idle);
      this.#arrived.push(arrived);
      this.#hear();
    });
    socket.on('close', () => {
      for (const left of this.#arrived.splice(0)) gate.heard(left.length);
    });
    socket.on('end', () => {
      this.#ended = true;
      this.#hear();
    });
    socket.on('drain', () => {
      this.#unreadSince = null;
      this.#hear();
    });
  }

  get #full(): boolean {
    return this.#waiting >= mostWaiting || this.socket.writableLength > mostUnread;
  }

  /** Hears what arrived, a slice at a time, for as long as there is room; the socket is read on once all of it was heard. */
  #hear(): void {
    if (this.#hearing || this.socket.destroyed) return; // what was not heard was not acknowledged either
    const [first] = this.#arrived;
    if (first === undefined) {
      if (this.#ended) this.#end();
      else if (this.socket.isPaused()) this.socket.resume();
      return;
    }
    if (!this.socket.isPaused()) this.socket.pause();
    if (this.#full) return;
    const step = this.#ear.hear(first.subarray(0, slice));
    this.#ear = step.ear;
    this.gate.heard(Math.min(first.length, slice));
    if (first.length > slice) this.#arrived[0] = first.subarray(slice);
    else this.#arrived.shift();
    for (const piece of step.pieces) this.#answer(piece);
    this.#hearSoon();
  }
  #hearSoon(): void {
    if (this.#hearing) return;
    this.#hearing = true;
    byTurns(() => {
      this.#hearing = false;
      this.#hear();
    });
  }

  #end(): void {
    this.#ended = false;
    if (this.#source !== null) for (const piece of this.#ear.end()) this.#answer(piece);
    this.#answered.then(() => this.socket.end()).catch(() => this.socket.destroy());
  }

  #answer(piece: Piece): void {
    if (this.#source === null) return;
    this.#waiting++;
    const taken = taking(this.ingest, piece, this.#source, this.tally);
    this.#answered = Promise.all([this.#answered, taken])
      .then(([, { piece: of, fate }]) => {
        this.#reply(of, fate);
      })
      .catch(() => this.socket.destroy())
      .then(() => {
        this.#waiting--;
        if (this.#waiting < mostWaiting / 2) this.#hearSoon();
      });
  }

  /** Answers of one turn go out together. A peer that does not read them is let go after a while. */
  #reply(piece: Piece, fate: Fate): void {
    const bytes = piece.answer(fate, this.ingest.now);
    if (bytes === null || !this.socket.writable) return;
    if (!this.#corked) {
      this.#corked = true;
      this.socket.cork();
      setImmediate(() => {
        this.#corked = false;
        this.socket.uncork();
      });
    }
    this.socket.write(bytes);
    if (this.socket.writableLength <= mostUnread) {
      this.#unreadSince = null;
      return;
    }
    this.#unreadSince ??= performance.now();
    if (this.socket.writableLength > farTooMuch || performance.now() - this.#unreadSince > longestUnread) this.socket.destroy();
  }
}
