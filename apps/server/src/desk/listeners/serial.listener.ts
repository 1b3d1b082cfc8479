// Bytes of instruments behind modems that hand them through: a TCP socket whose station is known by its address, else by the account with which the modem signs on, and whose bytes only that station's sheet can cut and read.
import { createServer, type Socket } from 'node:net';
import { createServer as createTlsServer } from 'node:tls';
import type { ListenerState } from '@green-lamp/core/api';
import { accountsOf, plainSource } from '@green-lamp/core/lamp';
import { elementsOf, wanted } from '@green-lamp/core/journal';
import { settingKey, type Stream } from '@green-lamp/core/name';
import { recordsOf } from '@green-lamp/core/walk';
import { cutRecords, type Piece, rawNot, recordPiece, signOnIn, signOnPiece } from '@green-lamp/core/wire';
import type { Journal } from '../../journal/journal.ts';
import type { Tls } from '../../tls/certificates.ts';
import type { Gate } from '../gate.ts';
import type { Ingest, Source } from '../ingest.ts';
import type { MarkedSockets } from '../marked.ts';
import { taking } from './connection.ts';
import { type Limits, type Listener, plainAddress, Tally } from './listener.ts';
import { Sockets } from './sockets.ts';

type Known = { readonly station: Stream; readonly account: string };
/** Records of one piece that are kept at once; the socket is read on after them. */
const atOnce = 50;

export class SerialListener implements Listener {
  readonly #sockets: Sockets;
  readonly #tally = new Tally();

  constructor(
    tls: Tls | null,
    private readonly ingest: Ingest,
    private readonly journal: Journal,
    private readonly marked: MarkedSockets,
    private readonly gate: Gate,
    private readonly limits: () => Limits,
    changed: () => void,
  ) {
    const server =
      tls === null
        ? createServer()
        : createTlsServer({ cert: tls.cert, key: tls.key, handshakeTimeout: 20_000 }, (socket) => this.#serve(socket));
    this.#sockets = new Sockets('serial', server, tls, gate, this.#tally, changed, (socket) => {
      if (tls === null) this.#serve(socket);
    });
  }

  get state(): ListenerState {
    return this.#sockets.state;
  }
  async listen(host: string, port: number): Promise<void> {
    await this.#sockets.listen(host, port);
  }
  renew(tls: Tls): void {
    this.#sockets.renew(tls);
  }
  async close(): Promise<void> {
    await this.#sockets.close();
  }

  #serve(socket: Socket): void {
    const { firstByte, idle } = this.limits();
    socket.setTimeout(firstByte, () => socket.destroy());
    socket.on('error', () => socket.destroy());
    const talk = new Talk(this.journal, (piece, source) => taking(this.ingest, piece, source, this.#tally).then(({ fate }) => fate));
    let source: Source | null = null;
    let running: Promise<void> = Promise.resolve();
    const then = (work: () => Promise<boolean>): void => {
      running = running
        .then(work)
        .then((goesOn) => {
          if (goesOn) socket.resume();
          else socket.destroy();
        })
        .catch(() => {
          socket.destroy();
        });
    };
    let silence: NodeJS.Timeout | null = null;
    socket.on('data', (arrived: Buffer) => {
      if (!this.gate.waits(arrived.length)) {
        socket.destroy();
        return;
      }
      socket.pause();
      socket.setTimeout(idle);
      const from = (source ??= this.#sourceOf(socket));
      if (silence !== null) clearTimeout(silence);
      then(async () => {
        this.gate.heard(arrived.length);
        const goesOn = await talk.hear(arrived, from);
        const after = talk.silence;
        if (after !== null) silence = setTimeout(() => then(() => talk.rest(from)), after).unref();
        return goesOn;
      });
    });
    socket.on('close', () => {
      if (silence !== null) clearTimeout(silence);
      const from = source;
      if (from !== null) running = running.then(() => talk.end(from)).catch(() => undefined); // what could not be kept is told by the ingest
    });
  }

  #sourceOf(socket: Socket): Source {
    const [address, port] = [plainAddress(socket.remoteAddress), socket.remotePort ?? 0];
    return { listener: 'serial', address, port, listenerPort: this.#sockets.port, mark: this.marked.take(address, port) };
  }
}

/** What one connection has said so far. */
class Talk {
  #known: Known | null = null;
  #held: Uint8Array = new Uint8Array(0);
  /** How long (ms) nothing has to come for what is held to be a record; null where records end otherwise. */
  silence: number | null = null;

  constructor(
    private readonly journal: Journal,
    private readonly take: (piece: Piece, source: Source) => Promise<unknown>,
  ) {}

  /** Gives whether the connection goes on. */
  async hear(arrived: Uint8Array, source: Source): Promise<boolean> {
    let left = arrived;
    const signOn = this.#held.length > 0 ? null : signOnIn(arrived);
    // An instrument may well send a number that is somebody's account: whose address it is comes first, and who is known stays known.
    this.#known ??= await this.#at(source);
    if (signOn !== null && this.#known === null) {
      this.#known = await this.#named(signOn.words);
      if (this.#known !== null) await this.take(signOnPiece(this.#known.account), source);
    }
    if (signOn !== null && signOn.words === this.#known?.account) left = arrived.subarray(signOn.to);
    const known = this.#known;
    if (known === null) {
      const several = this.journal.stationsAt(plainSource(source.address)).length > 1;
      await this.take(rawNot(arrived, several ? 'two here' : 'nobody here', null), source);
      return false;
    }
    return left.length === 0 || this.#records(known, left, source);
  }
  /** Nothing has come for as long as ends a record. */
  async rest(source: Source): Promise<boolean> {
    const held = this.#held;
    this.#held = new Uint8Array(0);
    this.silence = null;
    if (held.length > 0 && this.#known !== null) await this.#record(this.#known, held, source);
    return true;
  }
  async end(source: Source): Promise<void> {
    if (this.silence !== null) await this.rest(source);
    else if (this.#held.length > 0) await this.take(rawNot(this.#held, 'record cut off', this.#known?.account ?? null), source);
    this.#held = new Uint8Array(0);
  }

  /** Only a station whose sheet says that it calls so is known by its sign-on. */
  async #named(words: string): Promise<Known | null> {
    const station = this.journal.stationOf(words);
    if (station === null) return null;
    const state = await this.journal.state(station);
    const speaks = elementsOf(state, 'receiver').some(({ id }) => wanted(state, settingKey('receiver', id, 'protocol')) === 'serial');
    return speaks ? { station, account: words } : null;
  }
  async #at({ address, mark }: Source): Promise<Known | null> {
    const [station, other] = mark === null ? this.journal.stationsAt(plainSource(address)) : mark.station === null ? [] : [mark.station];
    if (station === undefined || other !== undefined) return null;
    const [account] = accountsOf(await this.journal.state(station));
    return account === undefined ? null : { station, account };
  }
  /** The sheet is asked anew for each piece: it may be corrected while the instrument goes on. */
  async #records(known: Known, arrived: Uint8Array, source: Source): Promise<boolean> {
    const said = recordsOf(await this.journal.state(known.station));
    if (typeof said === 'string') {
      await this.take(rawNot(arrived, said, known.account), source);
      return true;
    }
    const { records, held, over } = cutRecords(said.rule, this.#held, arrived);
    this.#held = held;
    this.silence = said.rule.by === 'silence' && held.length > 0 ? said.rule.ms : null;
    for (let from = 0; from < records.length; from += atOnce)
      await Promise.all(
        records.slice(from, from + atOnce).map((record) => this.take(recordPiece(known.account, record, said.split, said.places), source)),
      );
    if (!over) return true;
    await this.take(rawNot(this.#held.subarray(0, 256), 'record too long', known.account), source);
    this.#held = new Uint8Array(0);
    return false;
  }
  async #record({ station, account }: Known, bytes: Uint8Array, source: Source): Promise<void> {
    const said = recordsOf(await this.journal.state(station));
    await this.take(typeof said === 'string' ? rawNot(bytes, said, account) : recordPiece(account, bytes, said.split, said.places), source);
  }
}
