// [Y1] The yard: virtual equipment for stations, whose calls come over real sockets. It alone sets the mark 'simulated'.
import { connect, type Socket } from 'node:net';
import { Injectable } from '@nestjs/common';
import type { ElementId, Json, Stream, Ulid } from '@green-lamp/core/name';
import { textOf, write } from '@green-lamp/core/journal';
import { cutLines, readAnswer, writeLine } from '@green-lamp/core/wire';
import {
  callFrame,
  type Conditions,
  type DeskSaid,
  hearDesk,
  greet,
  hearModem,
  hearProgrammer,
  hearText,
  modemFacts,
  type Programmable,
  programmableUnit,
  underConditions,
  unitAccount,
  type VirtualModem,
  virtualModem,
  type VirtualUnit,
  virtualUnit,
  type Woken,
  type YardEvent,
  yardPaths,
} from '@green-lamp/core/yard';
import { Blobs } from '../blobs/blobs.ts';
import { Desk } from '../desk/desk.ts';
import { MarkedSockets } from '../desk/marked.ts';
import { Journal } from '../journal/journal.ts';
import { Clock, Ids } from '../shell/clock.ts';

type Place = {
  readonly address: string;
  unit: VirtualUnit;
  modem: VirtualModem | null;
  said: string;
  /** What was written into the unit from afar since it was started. */
  written: { readonly [key: string]: Json };
};
export type Tried = { readonly sent: string; readonly answer: string; readonly said: DeskSaid };
export type PlaceView = {
  readonly path: ElementId;
  readonly address: string;
  readonly account: string;
  readonly sequence: number;
  readonly clock: number;
  readonly conditions: Conditions | null;
};

/** What a modem has answered and nobody has kept yet, at most; older lines go first. */
const mostSaid = 200_000;
const patience = 5000;

@Injectable()
export class Yard {
  readonly #running = new Map<Stream, Map<ElementId, Place>>();
  #addresses = 0;

  constructor(
    private readonly journal: Journal,
    private readonly desk: Desk,
    private readonly marked: MarkedSockets,
    private readonly blobs: Blobs,
    private readonly clock: Clock,
    private readonly ids: Ids,
  ) {}

  /** The running equipment of a station, or null where it stands still. */
  view(stream: Stream): PlaceView[] | null {
    const places = this.#running.get(stream);
    if (places === undefined) return null;
    return [...places].map(([path, { address, unit, modem }]) => ({ path, address, ...unit, conditions: modem?.conditions ?? null }));
  }

  async start(stream: Stream): Promise<void> {
    const state = await this.journal.state(stream);
    const places = yardPaths(state).map((path): [ElementId, Place] => {
      const facts = modemFacts(state, path);
      const modem = facts === null ? null : virtualModem(facts);
      return [path, { address: this.#nextAddress(), unit: virtualUnit(unitAccount(state, path)), modem, said: '', written: {} }];
    });
    this.#running.set(stream, new Map(places));
  }
  stop(stream: Stream): void {
    this.#running.delete(stream);
  }
  place(stream: Stream, path: string): Place | null {
    return [...(this.#running.get(stream) ?? [])].find(([id]) => id === path)?.[1] ?? null;
  }

  weather(place: Place, conditions: Conditions): void {
    if (place.modem !== null) place.modem = underConditions(place.modem, conditions);
  }
  setClock(place: Place, clock: number): void {
    place.unit = { ...place.unit, clock };
  }

  /** Types into the modem's port and gives what it answers; the dialogue is remembered until it is kept. */
  ask(place: Place, typed: string): string {
    if (place.modem === null) return '';
    const { modem, answer } = hearModem(place.modem, typed, this.clock.now());
    place.modem = modem;
    place.said = (place.said + answer).slice(-mostSaid);
    return answer;
  }

  /** Keeps what the modem has said since the last time, masked, as the yard's own entry; its id is what a reading then refers to. */
  async keep(stream: Stream, path: ElementId, place: Place): Promise<{ entry: Ulid; text: string }> {
    const { masked, lines, found, notUnderstood } = readAnswer(place.said);
    place.said = '';
    const blob = await this.blobs.put(masked);
    if (!blob.ok) throw new Error('a masked text is not masked'); // mask is idempotent
    const data = {
      path,
      about: 'AT dialogue of the virtual modem',
      lines,
      found: found.length,
      missed: notUnderstood.length,
      simulated: true,
    };
    return this.journal.append(
      async (turn) => {
        const { state } = await turn.head(stream);
        const pen = { id: this.ids.ulid(turn.now), at: turn.now, skew: 0, since: state.last?.ord ?? 0, who: { part: 'yard' } as const };
        const entry = write(pen, stream, 'capture.kept', data, { blobs: [blob.value] });
        await turn.keep(entry, textOf(entry));
        return { entry: entry.id, text: masked };
      },
      { first: true },
    );
  }

  /** Makes a call over the path's own address. Refused for its clock, the unit sets it by the desk's time and calls once more. */
  async call(stream: Stream, path: ElementId, place: Place, event: YardEvent): Promise<Tried[]> {
    const first = await this.#once(stream, path, place, event);
    return first.said === 'NAK' ? [first, await this.#once(stream, path, place, event)] : [first];
  }

  async #once(stream: Stream, path: ElementId, place: Place, event: YardEvent): Promise<Tried> {
    const frame = callFrame(place.unit, event, this.clock.now());
    const socket = await this.#connect(place.address);
    this.marked.put(place.address, socket.localPort ?? 0, { station: stream, path });
    const answer = await exchange(socket, frame);
    const { unit, said } = hearDesk(place.unit, answer, this.clock.now());
    place.unit = unit;
    return { sent: Buffer.from(frame).toString('latin1').trim(), answer: answer.trim(), said };
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
    const unit: Programmable = { ...made, values: { ...made.values, ...place.written } };
    const woken = hearText(unit, of);
    if (!woken.calls) return woken.why;
    const socket = await this.#connect(place.address, of.port);
    this.marked.put(place.address, socket.localPort ?? 0, { station: stream, path });
    programmed(socket, unit, (values) => {
      place.written = values;
    });
    return 'calls';
  }

  #connect(localAddress: string, port = this.desk.portOf('dc09')): Promise<Socket> {
    return new Promise((done, failed) => {
      const socket = connect({ port, host: '127.0.0.1', localAddress }, () => {
        done(socket);
      });
      socket.once('error', failed);
    });
  }

  #nextAddress(): string {
    this.#addresses = (this.#addresses % 250) + 1;
    return `127.0.7.${this.#addresses}`;
  }
}

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

/** Sends and waits for one whole answer, for the socket's end, or until patience ends. */
const exchange = (socket: Socket, frame: Uint8Array): Promise<string> =>
  new Promise((done) => {
    let answer = '';
    const end = (): void => {
      clearTimeout(timer);
      socket.destroy();
      done(answer);
    };
    const timer = setTimeout(end, patience);
    socket.on('data', (chunk) => {
      answer += chunk.toString('latin1');
      if (answer.includes('\r')) end();
    });
    socket.on('close', end);
    socket.on('error', end);
    socket.write(frame);
  });
