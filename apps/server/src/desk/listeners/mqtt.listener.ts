// A listener for MQTT 3.1.1: a broker that is one unit's way to the desk and nobody's way to another. The user name is the account, the password its token; a message is acknowledged after its commit.
import { createServer, type Socket } from 'node:net';
import { Duplex, pipeline } from 'node:stream';
import { createServer as createTlsServer } from 'node:tls';
import { Aedes, type Client, type PublishPacket } from 'aedes';
import type { ListenerState } from '@green-lamp/core/api';
import { isName, mostBody, type Piece, type PostedForm, sniffed } from '@green-lamp/core/wire';
import type { Tls } from '../../tls/certificates.ts';
import type { Gate } from '../gate.ts';
import type { Ingest, Source } from '../ingest.ts';
import type { MarkedSockets } from '../marked.ts';
import type { UnitKeys } from '../unit-keys.ts';
import { taking } from './connection.ts';
import { type Limits, type Listener, plainAddress, Tally } from './listener.ts';
import { Sockets } from './sockets.ts';
import { MqttGuard, TurnedAway } from './mqtt-guard.ts';
import { has, pieceOf, utf8 } from './posted.ts';

/** Beside the body, a packet has a topic. */
const mostPacket = mostBody + 1024;
/** Longest (s) that a unit may be silent between two packets, by its own keepalive. */
const longestKeepalive = 3600;
/** How long (ms) the same message, marked as sent again, is that message. */
const resentFor = 60_000;

type Known = { readonly account: string; readonly token: string };
const bytesOf = (payload: string | Buffer): Buffer => (typeof payload === 'string' ? Buffer.from(payload) : payload);

export class MqttListener implements Listener {
  readonly #sockets: Sockets;
  readonly #tally = new Tally();
  readonly #sources = new WeakMap<object, Source>();
  readonly #known = new WeakMap<Client, Known>();
  #broker: Aedes | null = null;

  constructor(
    tls: Tls | null,
    private readonly ingest: Ingest,
    private readonly keys: UnitKeys,
    private readonly marked: MarkedSockets,
    gate: Gate,
    private readonly limits: () => Limits,
    changed: () => void,
  ) {
    const serve = (socket: Socket): void => {
      this.#serve(socket);
    };
    const server = tls === null ? createServer(serve) : createTlsServer({ cert: tls.cert, key: tls.key, handshakeTimeout: 20_000 }, serve);
    this.#sockets = new Sockets('mqtt', server, tls, gate, this.#tally, changed);
  }

  get state(): ListenerState {
    return this.#sockets.state;
  }
  async listen(host: string, port: number): Promise<void> {
    this.#broker = await Aedes.createBroker({
      connectTimeout: this.limits().firstByte,
      keepaliveLimit: longestKeepalive,
      maxClientsIdLength: 128,
      preConnect: (_, packet, done) => {
        // Nobody takes the place of another account's unit by its name.
        packet.clientId = `${packet.username ?? ''}/${packet.clientId}`;
        done(null, true);
      },
      authenticate: (client, account, password, done) => {
        this.#knows(client, account ?? '', password?.toString('utf8') ?? '').then(
          (is) => done(null, is),
          () => done(null, false),
        );
      },
      authorizePublish: (client, packet, done) => {
        packet.retain = false; // nothing is stored for whoever comes later
        if (client === null) {
          done(null);
          return;
        }
        this.#published(client, packet).then(
          (kept) => done(kept ? null : new Error('not kept')),
          () => done(new Error('not kept')),
        );
      },
      authorizeSubscribe: (client, subscription, done) => {
        const account = this.#known.get(client)?.account;
        done(null, account !== undefined && subscription.topic.startsWith(`${account}/desk/`) ? subscription : null);
      },
    });
    this.#broker.on('clientError', (client) => client.close());
    this.#broker.on('connectionError', (client) => client.close());
    await this.#sockets.listen(host, port);
  }
  renew(tls: Tls): void {
    this.#sockets.renew(tls);
  }
  async close(): Promise<void> {
    await this.#sockets.close();
    await new Promise<void>((done) => {
      if (this.#broker === null) done();
      else this.#broker.close(done);
    });
  }

  #serve(socket: Socket): void {
    const [address, port] = [plainAddress(socket.remoteAddress), socket.remotePort ?? 0];
    socket.setNoDelay(true);
    socket.on('error', () => socket.destroy());
    const guard = new MqttGuard(mostPacket, (bytes) => socket.write(bytes));
    const conn = Duplex.from({ readable: guard, writable: socket });
    this.#sources.set(conn, { listener: 'mqtt', address, port, listenerPort: this.#sockets.port, mark: null });
    conn.on('error', () => undefined); // told by whoever made it
    conn.on('close', () => socket.destroySoon());
    pipeline(socket, guard, (error) => {
      if (error instanceof TurnedAway) this.#tally.turnedAway(error.message);
      socket.destroySoon();
      conn.destroy();
    });
    this.#broker?.handle(conn);
  }
  async #knows(client: Client, account: string, token: string): Promise<boolean> {
    // Its first bytes are here: only now it is said whether the yard made the socket.
    const source = this.#sources.get(client.conn);
    if (source !== undefined) this.#sources.set(client.conn, { ...source, mark: this.marked.take(source.address, source.port) });
    const shown = await this.keys.shows(account, token);
    if (shown === 'right') {
      this.#known.set(client, { account, token });
      return true;
    }
    const bytes = Buffer.from(`CONNECT ${account}`);
    if (/^[0-9A-Za-z]{1,16}$/.test(account)) await this.#take(client, pieceOf({ account, bytes, form: 'json', shown, now: 0 }));
    else this.#tally.turnedAway('Its user name is no account.');
    return false;
  }

  /** Keeps a message; false where it has to come again. */
  async #published(client: Client, packet: PublishPacket): Promise<boolean> {
    const known = this.#known.get(client);
    if (known === undefined) return false;
    const { account, token } = known;
    const bytes = bytesOf(packet.payload);
    // The broker itself speaks a last will; the unit is not there any more.
    if ('will' in client && client.will === packet) return this.#take(client, refused(account, bytes, 'last will'));
    if (packet.topic !== account && !packet.topic.startsWith(`${account}/`))
      return this.#take(client, refused(account, bytes, 'other topic'));
    const body = this.#bodyOf(account, packet.topic, bytes);
    const piece = pieceOf({ account, ...body, shown: await this.keys.shows(account, token), now: this.ingest.now });
    return this.#take(client, packet.dup ? again(piece) : piece);
  }
  /** A body by what it begins like; a bare value is named by the last level of its topic. */
  #bodyOf(account: string, topic: string, bytes: Buffer): { bytes: Uint8Array; form: PostedForm | null } {
    const text = utf8(bytes);
    const form = text === null ? null : sniffed(text);
    if (text === null || form !== null) return { bytes, form: form ?? 'json' };
    const name = topic === account ? 'value' : topic.slice(topic.lastIndexOf('/') + 1);
    return isName(name) ? { bytes: Buffer.from(JSON.stringify({ [name]: text.trim() })), form: 'json' } : { bytes, form: 'json' };
  }
  async #take(client: Client, piece: Piece): Promise<boolean> {
    const source = this.#sources.get(client.conn);
    if (source === undefined) return false;
    return has((await taking(this.ingest, piece, source, this.#tally)).fate);
  }
}

const refused = (account: string, bytes: Uint8Array, why: string): Piece => ({
  bytes,
  read: { ok: false, why, account, refused: true },
  answer: () => null,
});
/** A message that says of itself that it was sent before. */
const again = (piece: Piece): Piece =>
  piece.read.ok
    ? {
        ...piece,
        read: {
          ok: true,
          calls: piece.read.calls.map((call) => ({ ...call, repeats: call.repeats ?? { of: piece.bytes, like: null, within: resentFor } })),
        },
      }
    : piece;
