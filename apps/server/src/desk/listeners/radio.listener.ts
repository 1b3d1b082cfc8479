// Long-range gateways: their packet forwarders' datagrams, each acknowledged once what is in it is kept; and what the desk has them send.
import type { RemoteInfo } from 'node:dgram';
import type { ListenerState } from '@green-lamp/core/api';
import {
  bytesOf,
  type Fate,
  type FromGateway,
  type Piece,
  radioNot,
  readForwarder,
  statusPiece,
  writeForwarderAck,
  writeSend,
} from '@green-lamp/core/wire';
import type { Answer, Hears, Uplinks } from '../radio/uplinks.ts';
import type { Gate } from '../gate.ts';
import type { Ingest, Source } from '../ingest.ts';
import type { MarkedSockets } from '../marked.ts';
import { taking } from './connection.ts';
import { Datagrams } from './datagrams.ts';
import type { Listener } from './listener.ts';

/** Datagrams that wait for their commit; more are let go of. */
const mostWaiting = 500;
/** Gateways whose way back is remembered, and for how long (ms) after they last asked. */
const mostGateways = 2000;
const remembered = 10 * 60_000;

type WayBack = { readonly address: string; readonly port: number; readonly version: number; readonly at: number };

export class RadioListener implements Listener {
  readonly #socket: Datagrams;
  #waiting = 0;
  #token = 0;
  readonly #back = new Map<string, WayBack>();
  readonly #hears: Hears = {
    take: (piece, source) => this.#take(piece, source),
    reaches: (gateway) => this.#wayBack(gateway) !== null,
    send: (answer) => {
      this.#tell(answer);
    },
    now: () => this.ingest.now,
  };

  constructor(
    private readonly ingest: Ingest,
    private readonly uplinks: Uplinks,
    private readonly marked: MarkedSockets,
    private readonly gate: Gate,
  ) {
    this.#socket = new Datagrams('radio', (bytes, from) => {
      this.#hear(bytes, from);
    });
  }

  get state(): ListenerState {
    return this.#socket.state;
  }
  listen(host: string, port: number): Promise<void> {
    return this.#socket.listen(host, port);
  }
  close(): Promise<void> {
    return this.#socket.close();
  }

  #hear(bytes: Buffer, { address, port }: RemoteInfo): void {
    if (this.#waiting >= mostWaiting || !this.gate.waits(bytes.length)) {
      this.#socket.tally.turnedAway('The desk had no room for it.');
      return;
    }
    this.gate.heard(bytes.length);
    const source: Source = {
      listener: 'radio',
      address,
      port,
      listenerPort: this.#socket.port,
      mark: this.marked.take(address, port),
      datagram: true,
    };
    this.#waiting++;
    void this.#told(bytes, source)
      .catch(() => undefined) // what could not be kept was told by the ingest
      .finally(() => {
        this.#waiting--;
      });
  }

  async #told(bytes: Buffer, source: Source): Promise<void> {
    const said = readForwarder(bytes);
    if (said === null) {
      await this.#take(radioNot(bytes, 'not a forwarder', null, false), source);
      return;
    }
    const at = await this.uplinks.gatewayOf(said.gateway);
    if (said.is === 'push') return this.#pushed(said, at?.account ?? null, bytes, source);
    if (at === null) {
      this.#socket.tally.turnedAway(`A gateway that is on no sheet asked for its turn: ${said.gateway}.`);
      return;
    }
    if (said.is === 'pull') {
      this.#remember(said.gateway, { address: source.address, port: source.port, version: said.version, at: performance.now() });
      this.#socket.send(writeForwarderAck(said), source.port, source.address);
    } else if (said.error !== null)
      await this.#take(radioNot(bytesOf(`${said.gateway} ${said.error}`), 'not sent', at.account, true), source);
  }

  /** Of a gateway that is on no sheet only nodes are heard that are. */
  async #pushed(said: Extract<FromGateway, { is: 'push' }>, account: string | null, bytes: Buffer, source: Source): Promise<void> {
    const { gateway, heard, status, unread } = said;
    if (unread > 0) this.#socket.tally.turnedAway('Radio frames in a datagram could not be read.');
    if (heard.some(({ sound }) => sound === false)) this.#socket.tally.turnedAway('A radio frame with a wrong check sum was forwarded.');
    const frames = heard
      .filter(({ sound }) => sound !== false)
      .map((one) => this.uplinks.hear({ gateway, heard: one, source }, this.#hears));
    const taken = await Promise.all(frames);
    let kept = account !== null || taken.some(({ is }) => is === 'kept' || is === 'again');
    if (status !== null && account !== null)
      kept = (await this.#take(statusPiece(account, gateway, status, bytes.subarray(12)), source)) !== 'busy';
    else if (status !== null) await this.#take(radioNot(bytes.subarray(12), 'gateway unknown', gateway, false), source);
    if (kept) this.#socket.send(writeForwarderAck(said), source.port, source.address);
  }

  #take(piece: Piece, source: Source): Promise<Fate> {
    return taking(this.ingest, piece, source, this.#socket.tally).then(({ fate }) => fate);
  }

  #remember(gateway: string, way: WayBack): void {
    this.#back.delete(gateway);
    this.#back.set(gateway, way);
    const [oldest] = this.#back.keys();
    if (this.#back.size > mostGateways && oldest !== undefined) this.#back.delete(oldest);
  }
  #wayBack(gateway: string): WayBack | null {
    const way = this.#back.get(gateway);
    return way !== undefined && performance.now() - way.at < remembered ? way : null;
  }
  #tell({ gateway, ...toSend }: Answer): void {
    const way = this.#wayBack(gateway);
    if (way === null) return;
    this.#token = (this.#token + 1) & 0xffff;
    this.#socket.send(writeSend(way.version, this.#token, toSend), way.port, way.address);
  }
}
