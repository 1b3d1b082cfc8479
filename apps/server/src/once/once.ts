// Addresses that are open for a moment: whoever opens one is noted with the source that the desk saw. It shows the way out of a path and no more; what it proves is judged like any call's.
import { randomInt } from 'node:crypto';
import { createSocket, type RemoteInfo, type Socket as UdpSocket } from 'node:dgram';
import { createServer, type Server, type Socket } from 'node:net';
import { Injectable, type OnApplicationShutdown } from '@nestjs/common';
import type { Stream } from '@green-lamp/core/name';
import { accountsOf } from '@green-lamp/core/lamp';
import { minutes, type Instant, instant } from '@green-lamp/core/quantity';
import { onceKind, wayOutEvent } from '@green-lamp/core/wire';
import type { Once } from '@green-lamp/core/api';
import { Gate } from '../desk/gate.ts';
import { Ingest, type Source } from '../desk/ingest.ts';
import { plainAddress } from '../desk/listeners/listener.ts';
import { Journal } from '../journal/journal.ts';
import { NotKept } from '../journal/trouble.ts';
import { Clock } from '../shell/clock.ts';
import { openPort } from '../shell/open-port.ts';

/** How long one is open, and how often it may be opened by whoever has it. */
const openFor = minutes(10);
const mostVisits = 30;
/** Letters and digits that are not mistaken for one another, read out or typed. */
const alphabet = '23456789abcdefghjkmnpqrstuvwxyz';
const length = 8;
/** How long (ms) a connection may take to say its code. */
const patience = 10_000;

type Open = Once & { readonly stream: Stream; readonly account: string; visits: number };
export type Visit = { readonly address: string; readonly port: number };

@Injectable()
export class OnceAddresses implements OnApplicationShutdown {
  readonly #open = new Map<string, Open>();
  #tcp: Server | null = null;
  #udp: UdpSocket | null = null;
  #host = '127.0.0.1';
  #pagePort: () => number = () => 0;

  constructor(
    private readonly journal: Journal,
    private readonly ingest: Ingest,
    private readonly gate: Gate,
    private readonly clock: Clock,
  ) {}

  at(host: string, pagePort: () => number): void {
    this.#host = host;
    this.#pagePort = pagePort;
  }
  async onApplicationShutdown(): Promise<void> {
    this.#open.clear();
    await this.#shut();
  }

  of(stream: Stream): Once | null {
    this.#letGo();
    return [...this.#open.values()].find((one) => one.stream === stream) ?? null;
  }
  /** Opens one, in place of the station's last; null where the sheet has no account, so that nothing could be its. */
  async open(stream: Stream): Promise<Once | null> {
    await this.close(stream);
    const [account] = accountsOf(await this.journal.state(stream));
    if (account === undefined) return null;
    const [tcp, udp] = [await this.#openTcp(), await this.#openUdp()];
    const code = Array.from({ length }, () => alphabet[randomInt(alphabet.length)] ?? '').join('');
    const until: Instant = instant(this.clock.now() + openFor);
    const made: Open = { code, until, page: this.#pagePort(), tcp, udp, stream, account, visits: 0 };
    this.#open.set(code, made);
    return made;
  }
  async close(stream: Stream): Promise<void> {
    for (const [code, one] of this.#open) if (one.stream === stream) this.#open.delete(code);
    this.#letGo();
    if (this.#open.size === 0) await this.#shut();
  }

  /** Notes that somebody opened an address; null where none is open by that code. What was seen is kept before it is told. */
  async visited(
    code: string,
    by: 'page' | 'tcp' | 'udp',
    visit: Visit,
    of: { port: number; mark?: Source['mark'] },
  ): Promise<Visit | null> {
    this.#letGo();
    const open = this.#open.get(code);
    if (open === undefined || open.visits >= mostVisits) return null;
    open.visits++;
    const fields = { by, from: `${visit.address} port ${visit.port}` };
    const call = {
      account: open.account,
      instant: '',
      at: null,
      event: wayOutEvent,
      grade: 5,
      fields,
      zone: null,
      is: null,
      other: null,
      repeats: null,
      window: null,
    } as const;
    const bytes = Buffer.from(`${by} ${fields.from}`);
    const source: Source = {
      listener: onceKind,
      ...visit,
      listenerPort: of.port,
      mark: of.mark ?? null,
      ...(by === 'udp' ? { datagram: true } : {}),
    };
    try {
      const fate = await this.ingest.take({ bytes, read: { ok: true, calls: [call] }, answer: () => null }, source);
      return fate === 'kept' ? visit : null;
    } catch (error) {
      if (error instanceof NotKept) return null;
      throw error;
    }
  }

  #letGo(): void {
    const now = this.clock.now();
    for (const [code, { until }] of this.#open) if (until <= now) this.#open.delete(code);
  }

  async #openTcp(): Promise<number> {
    if (this.#tcp !== null) return portOf(this.#tcp.address());
    const server = createServer((socket) => {
      this.#hearTcp(socket);
    });
    this.#tcp = server;
    try {
      return await openPort(server, this.#host, 0);
    } catch {
      this.#tcp = null;
      return 0;
    }
  }
  #hearTcp(socket: Socket): void {
    const visit = { address: plainAddress(socket.remoteAddress), port: socket.remotePort ?? 0 };
    socket.on('error', () => socket.destroy());
    if (!this.gate.connected(visit.address)) {
      socket.destroy();
      return;
    }
    socket.on('close', () => this.gate.left(visit.address));
    socket.setTimeout(patience, () => socket.destroy());
    let held = '';
    socket.on('data', (arrived: Buffer) => {
      held += arrived.toString('latin1');
      if (!held.includes('\n') && held.length <= 64) return;
      const code = held.split('\n')[0]?.trim() ?? '';
      socket.removeAllListeners('data');
      const port = portOf(this.#tcp?.address() ?? null);
      this.visited(code, 'tcp', visit, { port }).then(
        (seen) => socket.end(seen === null ? 'No such address is open.\n' : `You are ${visit.address} port ${visit.port}.\n`),
        () => socket.destroy(),
      );
    });
  }
  #openUdp(): Promise<number> {
    if (this.#udp !== null) return Promise.resolve(this.#udp.address().port);
    const socket = createSocket('udp4');
    this.#udp = socket;
    socket.on('message', (bytes, from) => {
      this.#hearUdp(socket, bytes, from);
    });
    return new Promise((done) => {
      socket.once('error', () => {
        this.#udp = null;
        done(0);
      });
      socket.bind(0, this.#host, () => done(socket.address().port));
    });
  }
  #hearUdp(socket: UdpSocket, bytes: Buffer, { address, port }: RemoteInfo): void {
    if (bytes.length > 64) return;
    void this.visited(bytes.toString('latin1').trim(), 'udp', { address, port }, { port: socket.address().port }).then((seen) => {
      // Nobody is answered who has no code: a forged source would have others be sent to.
      if (seen !== null && this.#udp === socket) socket.send(`You are ${address} port ${port}.\n`, port, address, () => undefined);
    });
  }
  async #shut(): Promise<void> {
    const [tcp, udp] = [this.#tcp, this.#udp];
    [this.#tcp, this.#udp] = [null, null];
    if (tcp !== null) await new Promise((done) => tcp.close(done));
    if (udp !== null) await new Promise<void>((done) => udp.close(() => done()));
  }
}

const portOf = (at: ReturnType<Server['address']>): number => (typeof at === 'object' && at !== null ? at.port : 0);
