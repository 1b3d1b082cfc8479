// [N3] Radio frames from gateways: those of one node that several gateways heard are one; it is opened by its keys, counted, read by its decoder and kept, and only then answered.
import { Injectable } from '@nestjs/common';
import { elementsOf, type State, wanted } from '@green-lamp/core/journal';
import { gatewayAt, gatewaysOf, nodeAt, radioAccountOf } from '@green-lamp/core/lamp';
import { settingKey, type Stream } from '@green-lamp/core/name';
import { type Instant, isoText } from '@green-lamp/core/quantity';
import {
  answerWindow,
  bytesOf,
  type Decoded,
  type Fate,
  type HeardByGateway,
  hexOf,
  isRegion,
  nodePiece,
  openRadioFrame,
  type Piece,
  radioNot,
  type RadioFrame,
  readRadioFrame,
  writeRadioAck,
} from '@green-lamp/core/wire';
import type { Source } from '../ingest.ts';
import { type KeyedNode, UnitKeys } from '../unit-keys.ts';
import { Journal } from '../../journal/journal.ts';
import { Counters } from './counters.ts';
import { Decoders } from './decoders.ts';

/** How long (ms) it is waited whether another gateway heard the same frame. */
const gathers = 200;
/** Nodes of nobody's sheet that are remembered. */
const mostStrangers = 200;

type Ear = { readonly gateway: string; readonly heard: HeardByGateway; readonly source: Source };
type Group = { readonly ears: Ear[]; readonly done: Promise<Taken> };
/** What became of a radio frame: nothing is kept of a node that is on no sheet. */
export type Taken = { readonly is: 'kept' | 'again' | 'stranger' | 'refused' };
export type Answer = {
  readonly gateway: string;
  readonly tmst: number;
  readonly freq: number;
  readonly rate: string;
  readonly phy: Uint8Array;
};
export type Hears = {
  readonly take: (piece: Piece, source: Source) => Promise<Fate>;
  /** Whether a gateway can be told to send now. */
  readonly reaches: (gateway: string) => boolean;
  readonly send: (answer: Answer) => void;
  readonly now: () => Instant;
};
/** A node that gateways heard and no sheet has. */
export type Stranger = { readonly address: string; readonly count: number; readonly last: Instant; readonly gateway: string };
type DataFrame = Extract<RadioFrame, { is: 'data' }>;
type Whose = { readonly station: Stream; readonly state: State; readonly account: string; readonly node: KeyedNode };

@Injectable()
export class Uplinks {
  readonly #groups = new Map<string, Group>();
  readonly #turns = new Map<Stream, Promise<unknown>>();
  readonly #strangers = new Map<string, Stranger>();

  constructor(
    private readonly journal: Journal,
    private readonly keys: UnitKeys,
    private readonly counters: Counters,
    private readonly decoders: Decoders,
  ) {}

  get strangers(): readonly Stranger[] {
    return [...this.#strangers.values()].toReversed();
  }

  /** The station that has a gateway, and the account under which its uplinks come; null where none or several have it. */
  async gatewayOf(eui: string): Promise<{ readonly station: Stream; readonly account: string } | null> {
    const [station, other] = this.journal.stationsAt(gatewayAt(eui));
    if (station === undefined || other !== undefined) return null;
    const account = radioAccountOf(await this.journal.state(station));
    return account === null ? null : { station, account };
  }

  /** One radio frame of one gateway. Settled once it is kept, as one with what others heard of it. */
  hear(ear: Ear, hears: Hears): Promise<Taken> {
    const key = hexOf(ear.heard.phy);
    const there = this.#groups.get(key);
    if (there !== undefined) {
      there.ears.push(ear);
      return there.done;
    }
    const ears = [ear];
    const done = new Promise<void>((go) => setTimeout(go, gathers)).then(() => {
      this.#groups.delete(key);
      return this.#take(key, ears, hears);
    });
    this.#groups.set(key, { ears, done });
    return done;
  }

  async #take(key: string, ears: readonly Ear[], hears: Hears): Promise<Taken> {
    const [first] = ears;
    if (first === undefined) return { is: 'refused' };
    const frame = readRadioFrame(first.heard.phy);
    const bytes = bytesOf(first.heard.text);
    if (frame?.is !== 'data') {
      const at = await this.gatewayOf(first.gateway);
      if (at === null || frame?.is === 'other') return { is: 'stranger' };
      await hears.take(radioNot(bytes, frame === null ? 'not a radio frame' : 'join request', at.account, true), first.source);
      return { is: 'refused' };
    }
    const stations = this.journal.stationsAt(nodeAt(frame.address));
    if (stations.length === 0) {
      this.#isStranger(frame.address, first.gateway, hears.now());
      return { is: 'stranger' };
    }
    for (const station of stations) {
      const taken = await this.#inTurn(station, () => this.#ofStation(station, key, frame, ears, hears));
      if (taken !== null) return taken;
    }
    const [station] = stations;
    const account = station === undefined || stations.length > 1 ? null : radioAccountOf(await this.journal.state(station));
    if (account !== null) await hears.take(radioNot(bytes, 'node key', account, true), first.source);
    return { is: 'refused' };
  }

  /** A frame as one of a station's nodes; null where none of its keys fits. */
  async #ofStation(station: Stream, phy: string, frame: DataFrame, ears: readonly Ear[], hears: Hears): Promise<Taken | null> {
    const state = await this.journal.state(station);
    const account = radioAccountOf(state);
    if (account === null) return null;
    const [first] = ears;
    for (const node of await this.keys.nodesOf(station)) {
      if (node.address !== frame.address || node.session === null || first === undefined) continue;
      const was = await this.counters.of(station, node.address);
      const open = openRadioFrame(frame, node.session, was.up) ?? (node.resets ? openRadioFrame(frame, node.session, -1) : null);
      if (open === null) continue;
      const whose: Whose = { station, state, account, node };
      if (open.counter === was.up && was.phy === phy) {
        this.#answer(whose, frame, ears, was.down + 1, hears);
        this.counters.set(station, node.address, { ...was, down: was.down + 1 });
        return { is: 'again' };
      }
      const isReset = open.counter <= was.up;
      if (isReset && !(node.resets && open.counter < was.up)) {
        await hears.take(radioNot(bytesOf(first.heard.text), 'counter behind', account, true), first.source);
        return { is: 'refused' };
      }
      const decoded = await this.#decoded(node, open.payload, frame.port, hears.now());
      const by = best(ears);
      const own = gatewaysOf(state);
      const ownEar = by.find(({ gateway }) => own.includes(gateway));
      const down = frame.confirmed ? was.down + 1 : null;
      const piece = nodePiece({
        account,
        node: node.address,
        name: node.name,
        zone: node.zone,
        ...open,
        port: frame.port,
        decoded,
        by: by.map(({ gateway, heard: { rssi, snr, rate } }) => ({ gateway, rssi, snr, rate })),
        answer: down,
        // A counter that fell proves nothing: an old frame would fit it as well.
        own: ownEar !== undefined && !isReset,
        text: first.heard.text,
      });
      const fate = await hears.take(piece, (ownEar ?? by[0] ?? first).source);
      if (fate === 'busy') return { is: 'refused' };
      this.counters.set(station, node.address, { up: open.counter, down: down ?? was.down, phy });
      if (down !== null) this.#answer(whose, frame, ears, down, hears);
      return { is: 'kept' };
    }
    return null;
  }

  async #decoded({ decoder }: KeyedNode, bytes: Uint8Array, port: number | null, now: Instant): Promise<Decoded> {
    if (decoder === '' || port === null || port === 0) return { is: 'none' };
    return this.decoders.run({ code: decoder, bytes, port, at: isoText(now) });
  }

  /** Has the gateway that heard it best send the answer of a confirmed frame, where one is the station's own, can be told, and its region has a window for it. */
  #answer({ state, node }: Whose, { confirmed, address }: DataFrame, ears: readonly Ear[], counter: number, hears: Hears): void {
    const own = gatewaysOf(state);
    const ear = best(ears).find(({ gateway }) => own.includes(gateway) && hears.reaches(gateway));
    const region = elementsOf(state, 'unit')
      .map(({ id }) => wanted(state, settingKey('unit', id, 'region')))
      .find(isRegion);
    const window = ear === undefined || region === undefined ? null : answerWindow(region, ear.heard);
    if (!confirmed || ear === undefined || window === null || node.session === null) return;
    hears.send({ gateway: ear.gateway, ...window, phy: writeRadioAck(address, counter, node.session.network) });
  }

  #isStranger(address: string, gateway: string, now: Instant): void {
    const count = (this.#strangers.get(address)?.count ?? 0) + 1;
    this.#strangers.delete(address);
    this.#strangers.set(address, { address, count, last: now, gateway });
    const [oldest] = this.#strangers.keys();
    if (this.#strangers.size > mostStrangers && oldest !== undefined) this.#strangers.delete(oldest);
  }

  /** One after another, so that a counter is looked at and moved in one go. */
  #inTurn<T>(station: Stream, work: () => Promise<T>): Promise<T> {
    const before = this.#turns.get(station) ?? Promise.resolve();
    const turn = before.then(work);
    const settled = turn.catch(() => undefined);
    this.#turns.set(station, settled);
    void settled.then(() => {
      if (this.#turns.get(station) === settled) this.#turns.delete(station);
    });
    return turn;
  }
}

const best = (ears: readonly Ear[]): Ear[] => ears.toSorted((a, b) => (b.heard.snr ?? -99) - (a.heard.snr ?? -99));
