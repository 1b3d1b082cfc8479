// [D5] What comes in runs down this list, in this order, whatever the protocol: read, look at its clock, match by account, attribute, keep frame and evidence together, and only then answer.
import { Injectable } from '@nestjs/common';
import type { ElementId, Stream } from '@green-lamp/core/name';
import { houseStream, profilesStream } from '@green-lamp/core/name';
import { plainZone, proves } from '@green-lamp/core/evidence';
import { hasCheckIn, sha256Of, type State, textOf, write } from '@green-lamp/core/journal';
import { checkInsOf, evidenceOf, type Matched, matched, type Rules, rulesOf } from '@green-lamp/core/lamp';
import { type Instant, instant } from '@green-lamp/core/quantity';
import type { Profile } from '@green-lamp/core/sheet';
import { bytesOf, type Call, clockRefuses, type Fate, joined, type ListenerKind, type Piece } from '@green-lamp/core/wire';
import { Journal, type Turn } from '../journal/journal.ts';
import type { NewFrame } from '../journal/turn.ts';
import { Clock, Ids } from '../shell/clock.ts';
import { Whereabouts } from './here.ts';

/** What the yard says of a socket that it made: whose call it plays, and over which path. */
export type Mark = { readonly station: Stream; readonly path: ElementId };
export type Source = {
  readonly listener: ListenerKind;
  readonly address: string;
  readonly port: number;
  readonly listenerPort: number;
  readonly mark: Mark | null;
  /** Made by the demo's builder for its own stations: simulated, by nobody's socket. */
  readonly built?: boolean;
};
type Heard = { readonly bytes: Uint8Array; readonly source: Source; readonly at: Instant };

@Injectable()
export class Ingest {
  constructor(
    private readonly journal: Journal,
    private readonly clock: Clock,
    private readonly ids: Ids,
    private readonly where: Whereabouts,
  ) {}

  /** The desk's clock, as answers carry it. */
  get now(): Instant {
    return this.clock.now();
  }

  /** Takes one piece and says what became of it. It may be answered, since it is all committed. `at` is only for the demo. */
  async take({ bytes, read }: Piece, source: Source, at: Instant | null = null): Promise<Fate> {
    if (this.journal.busy) return 'busy';
    const heard = { bytes, source, at: at ?? this.clock.now() };
    if (read.ok) return this.journal.append((turn) => this.#decide(turn, heard, read.call), { at });
    await this.journal.append(
      (turn) => {
        turn.frame({ ...blank(turn, heard), status: 'not understood', why: read.why, account: read.account });
      },
      { at },
    );
    return 'not understood';
  }

  async #decide(turn: Turn, heard: Heard, call: Call): Promise<Fate> {
    const refused = clockRefuses(call, heard.at);
    const station = turn.station(call.account);
    const fate = refused ? 'clock' : station === null ? 'unknown' : 'kept';
    const digest = sha256Of(refused ? joined(bytesOf('refused: clock'), heard.bytes) : (call.repeats?.of ?? heard.bytes));
    const repeated = call.repeats === null ? null : await turn.repeatOf(digest, call.account, turn.now - call.repeats.within);
    if (repeated !== null) {
      turn.repeat(repeated);
      return fate;
    }
    const { account, event, grade } = call;
    const frame: NewFrame = {
      ...blank(turn, heard),
      digest,
      account,
      instant: call.instant,
      event,
      grade,
      fields: JSON.stringify(call.fields),
    };
    if (refused) {
      turn.frame({ ...frame, status: 'refused', why: 'clock', station });
      return fate;
    }
    const { state } = station === null ? { state: null } : await turn.head(station);
    if (station === null || state === null) {
      turn.frame({ ...frame, status: 'unknown' });
      return 'unknown';
    }
    if (call.other !== null) {
      turn.frame({ ...frame, status: 'refused', why: 'two accounts', station });
      return fate;
    }
    const { address, port, listener, listenerPort, mark } = heard.source;
    const of = matched(
      state,
      {
        account,
        event,
        grade,
        listener,
        port: listenerPort,
        zone: plainZone(call.zone ?? undefined),
        is: call.is,
        part: 0,
        source: { address, port },
        fields: call.fields,
        simulated: frame.simulated,
        own: mark !== null && mark.station === station ? mark.path : null,
      },
      { here: this.where.here, alone: (one) => turn.alone(one, station), profiles: await this.#profiles(turn, state) },
    );
    const { receiver, path, how, strength, impossible, zone, is } = of;
    const seen = state.last?.ord ?? 0;
    const entry = evidenceOf(state, { ...of, id: frame.id, at: turn.now, seen }, this.ids.ulid(turn.now));
    const came = { receiver, path, how, strength, impossible: JSON.stringify(impossible), zone, turn: is, grade: of.grade, seen };
    turn.frame({ ...frame, ...came, status: 'matched', station, entry: entry?.id ?? null });
    if (strength === 'impossible') return fate;
    turn.heard({ station, path, receiver, event, strength, simulated: frame.simulated, grade: of.grade });
    if (entry !== null) await turn.keep(entry, textOf(entry));
    await this.#checkIn(turn, station, of);
    return fate;
  }

  /** Profiles that a station has adopted; only they say what its unit sets by itself. */
  async #profiles(turn: Turn, state: State): Promise<readonly Profile[]> {
    if (state.adopted.unit === undefined && state.adopted.modem === undefined) return [];
    return this.#rules(turn, state).then(({ profiles }) => profiles);
  }
  async #rules(turn: Turn, state: State): Promise<Rules> {
    const published = { house: (await turn.head(houseStream)).state, profiles: (await turn.head(profilesStream)).state };
    const known = this.#judged.get(state.adopted);
    if (known?.house === published.house && known.profiles === published.profiles) return known.rules;
    const rules = rulesOf(state, published);
    this.#judged.set(state.adopted, { ...published, rules });
    return rules;
  }
  /** Rules by what a station has adopted: a state that did not change its pins keeps the same object. */
  readonly #judged = new WeakMap<State['adopted'], { house: State; profiles: State; rules: Rules }>();

  /** Writes the entry that Watch stands on once as many scheduled check-ins as house rules ask have come by themselves. */
  async #checkIn(turn: Turn, station: Stream, { grade, path, strength, simulated }: Matched): Promise<void> {
    if (grade !== 6 || !proves(strength)) return;
    const { state } = await turn.head(station);
    const { house } = await this.#rules(turn, state);
    const { instants, sure, simulated: made } = checkInsOf({ state, heard: turn.heardOf(station), now: turn.now });
    if (!sure || made !== simulated || instants.length < house.checkIns || hasCheckIn(state, simulated)) return;
    const pen = { id: this.ids.ulid(turn.now), at: turn.now, skew: null, since: state.last?.ord ?? 0, who: { part: 'desk' } } as const;
    const data = { path, instants: instants.slice(-house.checkIns).map(instant), asked: house.checkIns, strength, simulated };
    const entry = write(pen, station, 'checkins.seen', data);
    await turn.keep(entry, textOf(entry));
  }
}

const blank = (turn: Turn, { bytes, source, at }: Heard): NewFrame => ({
  id: turn.frameId(),
  at,
  kept: at,
  listener: source.listener,
  port: source.listenerPort,
  address: source.address,
  fromPort: source.port,
  bytes: Buffer.from(bytes),
  digest: sha256Of(bytes),
  status: 'unknown',
  why: null,
  account: null,
  instant: null,
  fields: null,
  station: null,
  receiver: null,
  path: null,
  how: null,
  strength: null,
  impossible: null,
  event: null,
  grade: null,
  zone: null,
  turn: null,
  part: 0,
  seen: 0,
  simulated: source.mark !== null || source.built === true,
  repeats: 0,
  entry: null,
});
