// The live channel: 'cursor is n', the listeners' states, the tail of frames. What was missed is fetched over HTTP.
import type { IncomingMessage } from 'node:http';
import { WebSocketGateway, WebSocketServer } from '@nestjs/websockets';
import { WebSocket, type WebSocketServer as Server } from 'ws';
import { Desk } from '../desk/desk.ts';
import { Board } from '../board/board.ts';
import { Gate } from '../desk/gate.ts';
import { Frames } from '../desk/frames.ts';
import { Events } from '../journal/events.ts';
import { Journal } from '../journal/journal.ts';
import { foreign } from '../shell/at-home.ts';
import { May } from '../shell/may.ts';

/** Most frames of one commit that are sent at once; the rest is there over HTTP. */
const mostFrames = 50;

@May('live.listen')
@WebSocketGateway({ path: '/ws', verifyClient: ({ req }: { req: IncomingMessage }) => foreign(req) === null })
export class LiveGateway {
  @WebSocketServer() private readonly server: Server | undefined; // there once the web side listens
  #cursorDue: NodeJS.Timeout | null = null;

  constructor(
    private readonly journal: Journal,
    private readonly desk: Desk,
    private readonly frames: Frames,
    private readonly gate: Gate,
    board: Board,
    events: Events,
  ) {
    events.onEntries(() => {
      this.#soon();
    });
    events.onListeners(() => {
      this.#send({ listeners: this.desk.listeners });
    });
    board.onJudged((streams) => {
      this.#send({ board: streams, judging: board.judging });
    });
    events.onTrouble(() => {
      this.#send({ trouble: this.journal.trouble });
    });
    events.onFrames((arrived) => {
      if (!this.#heard) return;
      void Promise.all(arrived.slice(-mostFrames).map((frame) => this.frames.view(frame))).then((views) => {
        this.#send({ frames: views });
      });
    });
  }

  handleConnection(client: WebSocket): void {
    if (!this.gate.page()) {
      client.close(1013, 'too many pages');
      return;
    }
    client.once('close', () => {
      this.gate.pageLeft();
    });
    client.send(
      JSON.stringify({
        cursor: this.journal.cursor,
        life: this.journal.life,
        listeners: this.desk.listeners,
        trouble: this.journal.trouble,
      }),
    );
  }

  /** Whether anybody listens: nothing is made where nobody does. */
  get #heard(): boolean {
    return (this.server?.clients.size ?? 0) > 0;
  }

  /** One message for the commits of a twentieth of a second. */
  #soon(): void {
    this.#cursorDue ??= setTimeout(() => {
      this.#cursorDue = null;
      this.#send({ cursor: this.journal.cursor, life: this.journal.life });
    }, 50);
  }

  #send(message: object): void {
    if (!this.#heard) return;
    const text = JSON.stringify(message);
    for (const client of this.server?.clients ?? []) if (client.readyState === WebSocket.OPEN) client.send(text);
  }
}
