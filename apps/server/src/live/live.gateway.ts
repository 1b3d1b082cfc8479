// The live channel: 'cursor is n, these streams changed', the listeners' states, the tail of frames, rows that were judged. What was missed is fetched over HTTP.
import type { IncomingMessage } from 'node:http';
import { WebSocketGateway } from '@nestjs/websockets';
import { WebSocket } from 'ws';
import { Desk } from '../desk/desk.ts';
import { type LiveMessage, may } from '@green-lamp/core/api';
import { secretsOf } from '../accounts/cookies.ts';
import { Sessions } from '../accounts/sessions.ts';
import { Board } from '../board/board.ts';
import { Gate } from '../desk/gate.ts';
import { Frames } from '../desk/frames.ts';
import { Events } from '../journal/events.ts';
import { Journal } from '../journal/journal.ts';
import { May } from '../shell/may.ts';

/** Most frames of one commit that are sent at once; the rest is there over HTTP. */
const mostFrames = 50;

/** With which a page that is not, or no longer, signed in is let go. */
const signedOut = 4401;
/** Most streams that are named in one message: beyond that a page asks for all that it keeps. */
const mostStreams = 200;
/** Bytes that a page has not read (beyond them it is told no more), and how often (ms) is looked whether it has. */
const mostUnread = 256 * 1024;
const catchesUp = 500;
const again = JSON.stringify({ again: true } satisfies LiveMessage);

@May('live.listen')
@WebSocketGateway({ path: '/ws' })
export class LiveGateway {
  #cursorDue: NodeJS.Timeout | null = null;
  readonly #changed = new Set<string>();
  readonly #behind = new Set<WebSocket>();
  /** Pages that may listen, and by which sign-in; null where none is needed. */
  readonly #pages = new Map<WebSocket, string | null>();
  #later: NodeJS.Timeout | null = null;

  constructor(
    private readonly journal: Journal,
    private readonly desk: Desk,
    private readonly frames: Frames,
    private readonly gate: Gate,
    board: Board,
    private readonly events: Events,
    private readonly sessions: Sessions,
  ) {
    sessions.onEnded((ids) => {
      for (const [client, by] of this.#pages) if (by !== null && ids.includes(by)) client.close(signedOut, 'signed out');
    });
    events.onEntries((_, streams) => {
      for (const stream of streams) this.#changed.add(stream);
      this.#soon();
    });
    events.onListeners(() => {
      this.#send({ listeners: this.desk.listeners });
    });
    board.onJudged((streams) => {
      this.#send({ board: streams.slice(0, mostStreams), judging: board.judging });
    });
    events.onTrouble(() => {
      this.#send({ trouble: events.troubled });
    });
    events.onFrames((arrived) => {
      if (!this.#heard) return;
      void Promise.all(arrived.slice(-mostFrames).map((frame) => this.frames.view(frame))).then((views) => {
        this.#send({ frames: views });
      });
    });
  }

  async handleConnection(client: WebSocket, request: IncomingMessage): Promise<void> {
    const { page, token } = secretsOf(request);
    const caller = await this.sessions.caller(page, token);
    if (!may(caller?.role ?? null, 'live.listen')) {
      client.close(signedOut, 'signed out');
      return;
    }
    if (client.readyState !== WebSocket.OPEN) return;
    if (!this.gate.page()) {
      client.close(1013, 'too many pages');
      return;
    }
    this.#pages.set(client, caller?.session?.id ?? null);
    client.once('close', () => {
      this.#pages.delete(client);
      this.gate.pageLeft();
    });
    client.send(
      JSON.stringify({
        cursor: this.journal.cursor,
        life: this.journal.life,
        listeners: this.desk.listeners,
        trouble: this.events.troubled,
      }),
    );
  }

  /** Whether anybody listens: nothing is made where nobody does. */
  get #heard(): boolean {
    return this.#pages.size > 0;
  }

  /** One message for the commits of a twentieth of a second. */
  #soon(): void {
    this.#cursorDue ??= setTimeout(() => {
      this.#cursorDue = null;
      const streams = this.#changed.size > mostStreams ? null : [...this.#changed];
      this.#changed.clear();
      this.#send({ cursor: this.journal.cursor, life: this.journal.life, streams });
    }, 50);
  }

  /** A page that does not read what it is sent is told no more; once it has caught up, that it should ask again. */
  #send(message: LiveMessage): void {
    if (!this.#heard) return;
    const text = JSON.stringify(message);
    for (const client of this.#pages.keys()) {
      if (client.readyState !== WebSocket.OPEN) continue;
      if (client.bufferedAmount > mostUnread) this.#behind.add(client);
      else if (this.#behind.delete(client)) client.send(again);
      else client.send(text);
    }
    this.#lookLater();
  }
  #lookLater(): void {
    if (this.#behind.size === 0) return;
    this.#later ??= setTimeout(() => {
      this.#later = null;
      this.#catchUp();
    }, catchesUp).unref();
  }
  #catchUp(): void {
    for (const client of this.#behind) {
      if (client.readyState !== WebSocket.OPEN) this.#behind.delete(client);
      else if (client.bufferedAmount === 0) {
        this.#behind.delete(client);
        client.send(again);
      }
    }
    this.#lookLater();
  }
}
