// The desk: its listeners and their limits, which stand as settings in the desk's own stream.
import { Injectable, Logger, type BeforeApplicationShutdown } from '@nestjs/common';
import { deskStream, type SettingKey, settingKey } from '@green-lamp/core/name';
import { type State, wanted } from '@green-lamp/core/journal';
import { hours, seconds } from '@green-lamp/core/quantity';
import { clamped, definitionOf } from '@green-lamp/core/sheet';
import { isStreamKind, type ListenerKind, listenerKinds, listeners, type StreamKind } from '@green-lamp/core/wire';
import { Journal } from '../journal/journal.ts';
import { Events } from '../journal/events.ts';
import type { Env } from '../shell/env.ts';
import { StartError } from '../shell/start-error.ts';
import type { Tls } from '../tls/certificates.ts';
import { Uplinks } from './radio/uplinks.ts';
import { Gate } from './gate.ts';
import { Ingest } from './ingest.ts';
import type { ListenerState } from '@green-lamp/core/api';
import { HttpListener, type Logs, type Texts, type Visits } from './listeners/http.listener.ts';
import type { Limits, Listener } from './listeners/listener.ts';
import { MqttListener } from './listeners/mqtt.listener.ts';
import { RadioListener } from './listeners/radio.listener.ts';
import { SerialListener } from './listeners/serial.listener.ts';
import { TcpListener } from './listeners/tcp.listener.ts';
import { UdpListener } from './listeners/udp.listener.ts';
import { MarkedSockets } from './marked.ts';
import { UnitKeys } from './unit-keys.ts';

const shipped: Limits = { firstByte: seconds(30), idle: hours(1) };
/** How often (ms) it is looked whether the certificate of the listeners was made anew. */
const renewEvery = 6 * 3_600_000;

/** A place where a protocol is heard: opened, closed and opened again as the desk's settings say, always on the number that it got first. */
type Place = {
  readonly kind: ListenerKind;
  readonly tls: boolean;
  port: number;
  listener: Listener | null;
  datagrams: Listener | null;
  /** Why it could not be opened again. */
  why: string | null;
};
type Opens = Pick<Env, 'listenHost' | 'ports' | 'tlsPorts' | 'bounds'>;

@Injectable()
export class Desk implements BeforeApplicationShutdown {
  readonly #log = new Logger('Desk');
  #limits: Limits = shipped;
  #places: Place[] = [];
  #host = '';
  #tls: (() => Promise<Tls>) | null = null;
  #certificate: Tls | null = null;
  #renewing: NodeJS.Timeout | null = null;
  #applying: Promise<void> = Promise.resolve();
  #closed = false;
  #visits: Visits = () => Promise.resolve(null);
  #texts: Texts = () => Promise.resolve('not allowed');
  #logs: Logs = () => Promise.resolve('not allowed');

  constructor(
    private readonly ingest: Ingest,
    private readonly keys: UnitKeys,
    private readonly uplinks: Uplinks,
    private readonly marked: MarkedSockets,
    private readonly gate: Gate,
    private readonly journal: Journal,
    private readonly events: Events,
  ) {
    events.onEntries((_, streams) => {
      if (streams.has(deskStream)) this.#apply();
    });
  }

  get listeners(): readonly ListenerState[] {
    return this.#places.flatMap((place) => [this.#stateOf(place), ...(place.datagrams === null ? [] : [place.datagrams.state])]);
  }
  #stateOf({ kind, tls, port, listener, why }: Place): ListenerState {
    if (listener !== null) return listener.state;
    const by = tls ? 'tls' : listeners[kind].by === 'gateways' ? 'udp' : 'tcp';
    return { kind, host: this.#host, port, by, state: why === null ? 'off' : 'closed', connections: 0, last: null, refused: 0, why };
  }

  /** Who is told of a one-time address that is opened on the listener for posts. */
  onVisit(hear: Visits): void {
    this.#visits = hear;
  }

  /** Who is told of a text that is posted there. */
  onText(hear: Texts): void {
    this.#texts = hear;
  }

  /** Who is told of another desk's log that is posted there. */
  onLog(hear: Logs): void {
    this.#logs = hear;
  }

  /** The port on which a protocol is heard first, without TLS. */
  portOf(kind: ListenerKind): number {
    return this.#places.find((place) => place.kind === kind && !place.tls)?.port ?? 0;
  }

  async open({ listenHost, ports, tlsPorts, bounds }: Opens, tls: () => Promise<Tls>): Promise<void> {
    this.gate.set(bounds);
    this.#host = listenHost;
    this.#tls = tls;
    const place = (kind: ListenerKind, port: number, under: boolean): Place => ({
      kind,
      tls: under,
      port,
      listener: null,
      datagrams: null,
      why: null,
    });
    this.#places = listenerKinds.flatMap((kind) => [
      ...ports[kind].map((port) => place(kind, port, false)),
      ...tlsPorts[kind].map((port) => place(kind, port, true)),
    ]);
    const state = await this.journal.state(deskStream);
    this.#readLimits(state);
    for (const one of this.#places) {
      const { env, tlsEnv } = listeners[one.kind];
      try {
        // Each takes its port at the start, so that a port of chance stays the same when it is heard later.
        await this.#openPlace(one);
        if (!isHeard(state, one.kind)) await this.#closePlace(one);
      } catch (error) {
        throw new StartError(portWords(error, one.port, listenHost, one.tls ? (tlsEnv ?? env) : env));
      }
    }
    this.#renewing = setInterval(() => {
      this.#renew().catch((error: unknown) => {
        this.#log.error(`the listeners’ certificate could not be renewed: ${error instanceof Error ? error.message : String(error)}`);
      });
    }, renewEvery);
    this.#renewing.unref();
    this.events.listeners();
  }

  /** The listeners close first: while they take calls the writer never comes to rest. */
  async beforeApplicationShutdown(): Promise<void> {
    this.#closed = true;
    if (this.#renewing !== null) clearInterval(this.#renewing);
    await this.#applying;
    await Promise.all(this.#places.map((place) => this.#closePlace(place)));
  }

  async #openPlace(place: Place): Promise<void> {
    const { kind } = place;
    const tls = place.tls ? await this.#secure() : null;
    const listener = this.#make(kind, tls);
    await listener.listen(this.#host, place.port);
    place.port = listener.state.port;
    place.listener = listener;
    if (place.tls || !isStreamKind(kind) || !listeners[kind].datagrams) return;
    // A protocol that comes as datagrams too is heard on the same number.
    const datagrams = new UdpListener(kind, this.ingest, this.gate);
    await datagrams.listen(this.#host, place.port);
    place.datagrams = datagrams;
  }
  async #closePlace(place: Place): Promise<void> {
    const were = [place.listener, place.datagrams];
    [place.listener, place.datagrams] = [null, null];
    for (const one of were) await one?.close();
  }

  #make(kind: ListenerKind, tls: Tls | null): Listener {
    const changed = (): void => {
      this.events.listeners();
    };
    const limits = (): Limits => this.#limits;
    if (isStreamKind(kind)) return this.#stream(kind, tls, limits, changed);
    if (kind === 'radio') return new RadioListener(this.ingest, this.uplinks, this.marked, this.gate);
    if (kind === 'serial') return new SerialListener(tls, this.ingest, this.journal, this.marked, this.gate, limits, changed);
    const of = [tls, this.ingest, this.keys, this.marked, this.gate, limits, changed] as const;
    return kind === 'http'
      ? new HttpListener(
          ...of,
          (...visit) => this.#visits(...visit),
          (...text) => this.#texts(...text),
          (...log) => this.#logs(...log),
        )
      : new MqttListener(...of);
  }
  #stream(kind: StreamKind, tls: Tls | null, limits: () => Limits, changed: () => void): Listener {
    return new TcpListener(kind, tls, this.ingest, this.marked, this.gate, limits, changed);
  }

  async #secure(): Promise<Tls> {
    if (this.#tls === null) throw new Error('nobody said by which certificate');
    this.#certificate ??= await this.#tls();
    return this.#certificate;
  }
  async #renew(): Promise<void> {
    if (this.#certificate === null || this.#tls === null) return;
    const fresh = await this.#tls();
    if (fresh.cert === this.#certificate.cert) return;
    this.#certificate = fresh;
    for (const { listener, tls } of this.#places) if (tls) listener?.renew?.(fresh);
  }

  /** What the desk's own settings say, one change after another. */
  #apply(): void {
    this.#applying = this.#applying
      .then(async () => {
        if (this.#closed) return;
        const state = await this.journal.state(deskStream);
        this.#readLimits(state);
        for (const place of this.#places) await this.#switch(place, isHeard(state, place.kind));
        this.events.listeners();
      })
      .catch(() => undefined); // what was read before stands
  }
  async #switch(place: Place, on: boolean): Promise<void> {
    if (!on) {
      place.why = null;
      await this.#closePlace(place);
      return;
    }
    if (place.listener !== null) return;
    try {
      await this.#openPlace(place);
      place.why = null;
    } catch (error) {
      await this.#closePlace(place);
      const { env, tlsEnv } = listeners[place.kind];
      place.why = portWords(error, place.port, this.#host, place.tls ? (tlsEnv ?? env) : env);
    }
  }

  #readLimits(state: State): void {
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

const switches: { readonly [K in ListenerKind]: SettingKey } = {
  line: settingKey('listener', null, 'lineOn'),
  dc09: settingKey('listener', null, 'dc09On'),
  http: settingKey('listener', null, 'httpOn'),
  mqtt: settingKey('listener', null, 'mqttOn'),
  serial: settingKey('listener', null, 'serialOn'),
  radio: settingKey('listener', null, 'radioOn'),
};
/** Whether the desk's settings leave a protocol on. */
const isHeard = (state: State, kind: ListenerKind): boolean => wanted(state, switches[kind]) !== false;

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
