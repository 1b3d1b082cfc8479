// The desk: its listeners and their limits, which stand as settings in the desk's own stream.
import { Injectable, type BeforeApplicationShutdown } from '@nestjs/common';
import { deskStream, type SettingKey, settingKey } from '@green-lamp/core/name';
import { wanted } from '@green-lamp/core/journal';
import { hours, seconds } from '@green-lamp/core/quantity';
import { clamped, definitionOf } from '@green-lamp/core/sheet';
import { forListeners, type ListenerKind, listenerKinds, listeners } from '@green-lamp/core/wire';
import { Journal } from '../journal/journal.ts';
import { Events } from '../journal/events.ts';
import type { Env } from '../shell/env.ts';
import { StartError } from '../shell/start-error.ts';
import { Gate } from './gate.ts';
import { Ingest } from './ingest.ts';
import type { ListenerState } from '@green-lamp/core/api';
import { type Limits, TcpListener } from './listeners/tcp.listener.ts';
import { UdpListener } from './listeners/udp.listener.ts';
import { MarkedSockets } from './marked.ts';

const shipped: Limits = { firstByte: seconds(30), idle: hours(1) };

@Injectable()
export class Desk implements BeforeApplicationShutdown {
  #limits: Limits = shipped;
  /** Of each protocol the first is there from the start; others are opened beside it. */
  readonly #listeners: { readonly [K in ListenerKind]: TcpListener };
  readonly #more: TcpListener[] = [];
  readonly #datagrams: UdpListener[] = [];
  readonly #make: (kind: ListenerKind) => TcpListener;

  constructor(
    private readonly ingest: Ingest,
    marked: MarkedSockets,
    private readonly gate: Gate,
    private readonly journal: Journal,
    private readonly events: Events,
  ) {
    this.#make = (kind) =>
      new TcpListener(
        kind,
        ingest,
        marked,
        gate,
        () => this.#limits,
        () => {
          events.listeners();
        },
      );
    this.#listeners = forListeners(this.#make);
    events.onEntries((_, streams) => {
      if (streams.has(deskStream)) this.#readLimits().catch(() => undefined); // what was read before stands
    });
  }

  get listeners(): readonly ListenerState[] {
    return this.#all.map(({ state }) => state);
  }

  get #all(): readonly (TcpListener | UdpListener)[] {
    return [...listenerKinds.map((kind) => this.#listeners[kind]), ...this.#more, ...this.#datagrams];
  }

  /** The port on which a protocol is heard first. */
  portOf(kind: ListenerKind): number {
    return this.#listeners[kind].state.port;
  }

  async open({ listenHost, ports, bounds }: Pick<Env, 'listenHost' | 'ports' | 'bounds'>): Promise<void> {
    this.gate.set(bounds);
    await this.#readLimits();
    for (const kind of listenerKinds) {
      const [first, ...more] = ports[kind];
      const of = [this.#listeners[kind], ...more.map(() => this.#make(kind))];
      this.#more.push(...of.slice(1));
      for (const [i, listener] of of.entries()) {
        const port = (i === 0 ? first : more[i - 1]) ?? 0;
        try {
          await listener.listen(listenHost, port);
          if (listeners[kind].datagrams) await this.#hearDatagrams(kind, listenHost, listener.state.port);
        } catch (error) {
          throw new StartError(portWords(error, port, listenHost, listeners[kind].env));
        }
      }
    }
    this.events.listeners();
  }

  /** A protocol that comes as datagrams too is heard on the same number. */
  async #hearDatagrams(kind: ListenerKind, host: string, port: number): Promise<void> {
    const datagrams = new UdpListener(kind, this.ingest, this.gate);
    this.#datagrams.push(datagrams);
    await datagrams.listen(host, port);
  }

  /** The listeners close first: while they take calls the writer never comes to rest. */
  async beforeApplicationShutdown(): Promise<void> {
    await Promise.all(this.#all.map((listener) => listener.close()));
  }

  async #readLimits(): Promise<void> {
    const state = await this.journal.state(deskStream);
    const of = (key: SettingKey, ships: number): number => {
      const value = wanted(state, key);
      return typeof value === 'number' ? clamped(definitionOf(key), value) : ships;
    };
    this.#limits = {
      firstByte: of(settingKey('listener', null, 'firstByte'), shipped.firstByte),
      idle: of(settingKey('listener', null, 'idle'), shipped.idle),
    };
  }
}

/** One sentence on why a port can't be had and how to choose another. */
export const portWords = (error: unknown, port: number, host: string, variable: string): string => {
  const code = typeof error === 'object' && error !== null && 'code' in error ? String(error.code) : '';
  if (code === 'EADDRINUSE')
    return `Port ${port} on ${host} is taken by another program: choose another with ${variable}=… (0 takes a free one).`;
  if (code === 'EACCES')
    return `Port ${port} on ${host} needs rights that this user does not have: choose one from 1024 up with ${variable}=….`;
  if (code === 'EADDRNOTAVAIL')
    return `${host} is not an address of this machine: choose another with ${variable.startsWith('GREENLAMP') ? 'GREENLAMP_LISTEN_HOST' : 'GREENLAMP_WEB_HOST'}=….`;
  return `Port ${port} on ${host} could not be opened (${code}).`;
};
