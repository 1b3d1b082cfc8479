// [Y1] The yard: virtual equipment for stations, whose calls come over real sockets. It alone sets the mark 'simulated'.
import type { Socket } from 'node:net';
import { Injectable, type OnApplicationShutdown } from '@nestjs/common';
import { type ElementId, isStream, type Json, type Stream, type Ulid } from '@green-lamp/core/name';
import { forwardedTo } from '@green-lamp/core/lamp';
import { textOf, write } from '@green-lamp/core/journal';
import type { StationSeen, Tried, YardPlace } from '@green-lamp/core/api';
import type { Parsed } from '@green-lamp/core/problem';
import { cutLines, type ModbusDevice, readAnswer, writeLine } from '@green-lamp/core/wire';
import {
  type Act,
  type Dale,
  daleView,
  faultsFor,
  greet,
  hearProgrammer,
  hearText,
  instrumentOf,
  pingThrough,
  type Out,
  type Outfit,
  type Part,
  practiceSpec,
  type Programmable,
  programmableUnit,
  type SentText,
  specOf,
  startAct,
  type StationSpec,
  stationView,
  trace,
  type UnitProtocol,
  type World,
  type WorldPath,
  endings,
  type Woken,
  type YardEvent,
  type YardScenario,
} from '@green-lamp/core/yard';
import { Blobs } from '../blobs/blobs.ts';
import { Desk } from '../desk/desk.ts';
import { MarkedSockets } from '../desk/marked.ts';
import { Journal } from '../journal/journal.ts';
import { Clock, Ids } from '../shell/clock.ts';
import { Carrier } from './carrier.ts';
import { connectFrom } from './exchange.ts';
import { RunningWorld, tickEvery } from './running-world.ts';

export type Called = { readonly tried: readonly Tried[]; readonly why: string | null };

/** What a modem has answered and nobody has kept yet, at most; older lines go first. */
const mostSaid = 200_000;
const patience = 5000;
const mostTexts = 50;
/** The station under which the bench modem of the port runs; no stream has this name. */
export const benchStation = 'bench';
/** Invented; gives the bench modem its numbers. */
const benchSeed = 41_111;

@Injectable()
export class Yard implements OnApplicationShutdown {
  #made: RunningWorld | null = null;
  #timer: NodeJS.Timeout | null = null;
  #addresses = 0;
  /** By station and modem: what was said and not kept yet, and what was said lately. */
  readonly #said = new Map<string, { unkept: string; lately: string }>();
  readonly #carried = new Map<string, Tried[]>();
  readonly #written = new Map<string, { readonly [key: string]: Json }>();
  #texts: readonly SentText[] = [];
  #told: (text: Extract<Out, { out: 'text' }>) => void = () => undefined;
  #hears: (bytes: string) => void = () => undefined;

  constructor(
    private readonly journal: Journal,
    private readonly desk: Desk,
    private readonly marked: MarkedSockets,
    private readonly carrier: Carrier,
    private readonly blobs: Blobs,
    private readonly clock: Clock,
    private readonly ids: Ids,
  ) {}

  /** Begins the world at the clock's time, with the bench modem in it. */
  open(): void {
    this.#made = new RunningWorld(
      () => this.clock.now(),
      (out) => {
        this.#comes(out);
      },
      benchSeed,
    );
    this.act(startAct(practiceSpec({ id: benchStation, seed: benchSeed, carrier: 'Moorcell', kind: 'logger' })));
    this.#timer = setInterval(() => {
      this.#running.tick();
    }, tickEvery);
    this.#timer.unref();
  }
  get #running(): RunningWorld {
    if (this.#made === null) throw new Error('the yard is not open');
    return this.#made;
  }
  onApplicationShutdown(): void {
    if (this.#timer !== null) clearInterval(this.#timer);
  }

  /** The running equipment of a station by its paths, or null where it stands still. */
  view(stream: Stream): YardPlace[] | null {
    const outfit = this.#outfit(stream);
    if (outfit === null) return null;
    const { account, sequence, clock } = outfit.unit.caller;
    return outfit.paths.map(({ id, address, modem }) => ({
      path: id as ElementId,
      address,
      account,
      sequence,
      clock,
      modem: modem !== null,
    })); // made from the sheet's own paths
  }
  station(stream: string): StationSeen | null {
    const { world } = this.#running;
    const outfit = world.outfits[stream];
    if (outfit === undefined) return null;
    const heard = Object.keys(outfit.modems).map((id) => [id, this.#said.get(`${stream} ${id}`)?.lately ?? ''] as const);
    return {
      station: stationView(world, outfit, world.at),
      faults: faultsFor(world, stream).map(({ id, area, name }) => ({ id, area, name })),
      heard: Object.fromEntries(heard),
    };
  }
  dale(): Dale {
    const { world } = this.#running;
    return daleView(world, world.at);
  }
  scenario(): YardScenario {
    return this.#running.scenario('What was done in the yard');
  }
  /** Messages that virtual modems have sent to numbers outside of the yard, oldest first. */
  get sent(): readonly SentText[] {
    return this.#texts;
  }

  async spec(stream: Stream, parts: readonly Part[]): Promise<StationSpec> {
    const state = await this.journal.state(stream);
    return specOf(state, { id: stream, name: state.station?.name ?? '', parts, address: () => this.#nextAddress() });
  }
  async start(stream: Stream, parts: readonly Part[]): Promise<void> {
    this.#written.delete(stream);
    this.act(startAct(await this.spec(stream, parts)));
  }
  stop(stream: Stream): void {
    this.act({ act: 'stop', station: stream });
  }
  act(act: Act | Json): Parsed<string | null> {
    return this.#running.perform(act);
  }
  place(stream: Stream, path: string): { readonly outfit: Outfit; readonly path: WorldPath } | null {
    const outfit = this.#outfit(stream);
    const found = outfit?.paths.find(({ id }) => id === path);
    return outfit === null || found === undefined ? null : { outfit, path: found };
  }

  /** Types into the port of a path's modem and gives what it answers within a moment; what takes longer is heard later. */
  async ask(stream: Stream, path: WorldPath, typed: string): Promise<string> {
    if (path.modem === null) return '';
    const key = `${stream} ${path.modem}`;
    const before = this.#said.get(key)?.unkept.length ?? 0;
    this.act({ act: 'port', station: stream, modem: path.modem, bytes: typed });
    for (let waited = 0; waited < 3000 && this.#busy(stream, path.modem); waited += 100) await pause(100);
    return this.#said.get(key)?.unkept.slice(before) ?? '';
  }
  unkept(stream: Stream, path: WorldPath): string {
    return this.#said.get(`${stream} ${path.modem ?? ''}`)?.unkept ?? '';
  }

  /** Keeps what the modem has said since the last time, masked, as the yard's own entry; its id is what a reading then refers to. */
  async keep(stream: Stream, path: WorldPath): Promise<{ entry: Ulid; text: string }> {
    const said = this.#said.get(`${stream} ${path.modem ?? ''}`);
    const unkept = said?.unkept ?? '';
    if (said !== undefined) said.unkept = '';
    // made from the sheet's own paths
    return this.#capture(stream, { path: path.id as ElementId, about: 'AT dialogue of the virtual modem', text: unkept });
  }

  /** A host at one end of the virtual tunnel asks one at the other; null where the yard stands still for the station. */
  async through(stream: Stream, of: { host: string; from: string }): Promise<{ entry: Ulid; text: string } | null> {
    this.#running.tick();
    const outfit = this.#outfit(stream);
    const { world } = this.#running;
    return outfit === null
      ? null
      : this.#capture(stream, { path: null, about: 'Question through the virtual tunnel', text: pingThrough(world, outfit, of, world.at) });
  }

  async #capture(stream: Stream, of: { path: ElementId | null; about: string; text: string }): Promise<{ entry: Ulid; text: string }> {
    const blob = await this.blobs.putMasked(of.text, stream);
    const { lines, found, notUnderstood } = readAnswer(blob.text);
    const data = { path: of.path, about: of.about, lines, found: found.length, missed: notUnderstood.length, simulated: true };
    return this.journal.append((turn) => {
      const { state } = turn.head(stream);
      const pen = { id: this.ids.ulid(turn.now), at: turn.now, skew: 0, since: state.last?.ord ?? 0, who: { part: 'yard' } as const };
      const entry = write(pen, stream, 'capture.kept', data, { blobs: [blob.hash] });
      turn.keep(entry, textOf(entry));
      return { entry: entry.id, text: blob.text };
    });
  }

  /** Lets the unit make an event and report it over a path; waits for how that went. Refused for its clock, it sets it by the desk's time and calls once more. */
  async call(stream: Stream, path: WorldPath, event: YardEvent): Promise<Called> {
    this.#carried.set(stream, []);
    const done = this.act({ act: 'event', station: stream, event, over: path.id });
    if (!done.ok) return { tried: [], why: 'That is no event of the unit.' };
    if (done.value !== null) return { tried: [], why: done.value };
    const n = this.#outfit(stream)?.unit.counted ?? 0;
    const { world } = this.#running;
    const outfit = this.#outfit(stream);
    const way = outfit === null ? null : trace(world, outfit, path, world.at);
    const until = this.clock.now() + (way?.ms ?? 0) + 4 * patience;
    while (this.clock.now() < until) {
      this.#running.tick();
      const told = this.#outfit(stream)?.unit.told.findLast((one) => one.n === n && !one.said.startsWith('its clock'));
      if (told !== undefined) break;
      await pause(20);
    }
    const tried = this.#carried.get(stream) ?? [];
    return { tried, why: tried.length > 0 || way?.why == null ? null : endings[way.why].words };
  }

  /** A text reaches the unit of a path. It judges word and sender; if it calls, it calls the desk's programming port at `port`, for which the text's address stands, and the session runs on by itself. */
  async wake(
    stream: Stream,
    path: ElementId,
    of: { text: string; from: string; port: number; plain: (ref: string) => string | null },
  ): Promise<'calls' | Extract<Woken, { calls: false }>['why']> {
    const place = this.place(stream, path);
    const made = programmableUnit(await this.journal.state(stream), path, of.plain);
    if (place === null || made === null) return 'off';
    if (!textComes(this.#running.world, place)) return 'lost';
    const unit: Programmable = { ...made, values: { ...made.values, ...this.#written.get(stream) } };
    const woken = hearText(unit, of);
    if (!woken.calls) return woken.why;
    const socket = await connectFrom(place.path.address, of.port);
    this.marked.put(place.path.address, socket.localPort ?? 0, { station: stream, path });
    programmed(socket, unit, (values) => {
      this.#written.set(stream, values);
    });
    return 'calls';
  }

  /** The bench logger's instrument as a Modbus device; null while nothing of it can be read. */
  instrument(): ModbusDevice | null {
    const { world } = this.#running;
    const bench = world.outfits[benchStation];
    return bench?.unit.side == null ? null : instrumentOf(bench.unit.side, bench.seed, world.at);
  }

  /** Whoever has the bench modem's port hears what it says. */
  benchHears(hears: (bytes: string) => void): void {
    this.#hears = hears;
  }

  #outfit(stream: string): Outfit | null {
    return this.#running.world.outfits[stream] ?? null;
  }
  #busy(stream: string, modem: string): boolean {
    return this.#outfit(stream)?.modems[modem]?.running != null;
  }
  /** Who is told of a text that the yard's message centre passes on. */
  onText(hear: (text: Extract<Out, { out: 'text' }>) => void): void {
    this.#told = hear;
  }
  #comes(out: Out): void {
    switch (out.out) {
      case 'bytes': {
        if (out.station === benchStation) {
          this.#hears(out.bytes);
          return;
        }
        const key = `${out.station} ${out.modem}`;
        const was = this.#said.get(key) ?? { unkept: '', lately: '' };
        this.#said.set(key, { unkept: (was.unkept + out.bytes).slice(-mostSaid), lately: (was.lately + out.bytes).slice(-8000) });
        return;
      }
      case 'text':
        this.#texts = [...this.#texts, { to: out.to, text: out.text }].slice(-mostTexts);
        this.#told(out);
        return;
      case 'webhook':
        void tellWebhook(out.to, out.body);
        return;
      case 'call':
        void this.#carry(out);
    }
  }
  /** A call of the world is made over a real socket; what the desk answers goes back into the world. */
  async #carry({ station, path, address, protocol, port, frame }: Extract<Out, { out: 'call' }>): Promise<void> {
    const to = await this.#listensAt(station, protocol, port);
    const account = this.#outfit(station)?.unit.caller.account ?? '';
    const mark = { station: station as Stream, path: path as ElementId }; // both were made from a station's sheet
    const answer = await this.carrier.carry({ mark, account, address, protocol, port: to, frame: Buffer.from(frame, 'latin1') });
    const line = /^(OK|NO) \d/.exec(answer)?.[1];
    const said =
      (['ACK', 'NAK', 'DUH'] as const).find((word) => answer.includes(`"${word}"`)) ??
      (line === 'OK' ? 'ACK' : line === 'NO' ? 'DUH' : 'nothing');
    this.#carried.get(station)?.push({ sent: frame.trim(), answer: answer.trim(), said });
    this.act({ act: 'answered', station, answer });
  }

  /** The port of this computer that a unit's call comes to: as it is set, through the forward that the sheet has; the listener's own where nothing is set. */
  async #listensAt(station: string, protocol: UnitProtocol, set: string): Promise<number> {
    const port = Number(set);
    if (set === '' || !Number.isInteger(port)) return this.desk.portOf(protocol);
    return isStream(station) ? forwardedTo(await this.journal.state(station), port) : port;
  }

  #nextAddress(): string {
    this.#addresses = (this.#addresses % 250) + 1;
    return `127.0.7.${this.#addresses}`;
  }
}

const pause = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms));
/** The portal's word goes to this computer only: nothing of the yard leaves it. Who does not listen misses it, as with any webhook. */
const tellWebhook = async (to: string, body: string): Promise<void> => {
  const url = URL.parse(to);
  if (url?.protocol !== 'http:' || !/^(?:localhost|127(?:\.\d{1,3}){3}|\[::1\])$/.test(url.hostname)) return;
  await fetch(url, { method: 'POST', headers: { 'content-type': 'application/json' }, body, signal: AbortSignal.timeout(patience) }).catch(
    () => undefined,
  );
};
/** Whether a text by telephone comes to the card of a path now; a path without a card takes none, and the unit is then asked directly. */
const textComes = (world: World, { outfit, path }: { outfit: Outfit; path: WorldPath }): boolean => {
  const modem = path.modem === null ? undefined : outfit.modems[path.modem];
  if (modem === undefined) return true;
  const iccid = modem.slots[path.slot]?.card?.iccid;
  const card = world.cards.find((one) => one.iccid === iccid);
  return (
    modem.slot === path.slot && modem.registration.is === 'on' && card !== undefined && !world.carriers[card.carrier].textsByPortalOnly
  );
};

/** The unit's side of a session over a socket; what was written is told. */
const programmed = (socket: Socket, start: Programmable, written: (values: Programmable['values']) => void): void => {
  let [unit, held] = [start, ''];
  socket.setEncoding('utf8');
  socket.on('error', () => socket.destroy());
  socket.setTimeout(patience, () => socket.destroy());
  socket.on('data', (arrived: string) => {
    const cut = cutLines(held, arrived);
    held = cut.held;
    for (const line of cut.lines) {
      const step = hearProgrammer(unit, line);
      if (step.unit !== unit) written(step.unit.values);
      unit = step.unit;
      for (const said of step.say) socket.write(writeLine(said));
      if (step.over) socket.end();
    }
  });
  socket.write(writeLine(greet(start)));
};
