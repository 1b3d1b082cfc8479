// [D5] What comes in runs down this list, in this order, whatever the protocol: read, look at its clock, match by account, attribute, keep frame and evidence together, and only then answer.
import { Injectable } from '@nestjs/common';
import type { ElementId, Sha256, Stream } from '@green-lamp/core/name';
import { houseStream, profilesStream } from '@green-lamp/core/name';
import { plainZone, proves } from '@green-lamp/core/evidence';
import { hasCheckIn, type State, textOf } from '@green-lamp/core/journal';
import {
  cameOnTest,
  checkInsOf,
  evidenceOf,
  isOfItself,
  type Matched,
  matched,
  openLapses,
  type Rules,
  rulesOf,
  withheldAt,
} from '@green-lamp/core/lamp';
import { type Instant, instant } from '@green-lamp/core/quantity';
import type { Profile } from '@green-lamp/core/sheet';
import {
  type AskedKind,
  bytesOf,
  type Call,
  clockRefuses,
  type Fate,
  joined,
  type ListenerKind,
  mask,
  maskText,
  onceKind,
  type Piece,
  type textKind,
  wayOutEvent,
} from '@green-lamp/core/wire';
import { deskEnters } from '../journal/desk-enters.ts';
import { Journal } from '../journal/journal.ts';
import type { NewFrame, Turn } from '../journal/turn.ts';
import { Clock, Ids } from '../shell/clock.ts';
import { sha256Of } from '../shell/sha256.ts';
import { tell } from '../watch/telling.ts';
import { Gate } from './gate.ts';
import { Whereabouts } from './here.ts';
import { UnitKeys } from './unit-keys.ts';

/** What the yard says of a socket that it made: whose call it plays, and over which path; of nobody's where it plays a stranger. */
export type Mark = { readonly station: Stream | null; readonly path: ElementId | null };
export type Source = {
  readonly listener: ListenerKind | AskedKind | typeof onceKind | typeof textKind;
  readonly address: string;
  readonly port: number;
  readonly listenerPort: number;
  readonly mark: Mark | null;
  /** Made by the demo's builder for its own stations: simulated, by nobody's socket. */
  readonly built?: boolean;
  /** It came as a datagram: nobody has shown that answers find their way to that address. */
  readonly datagram?: boolean;
};
type Again =
  | { readonly is: 'new' | 'perhaps'; readonly digest: Sha256; readonly alike: Sha256 | null }
  | { readonly is: 'repeat'; readonly of: number };
/** `masked` are the bytes as they are kept. */
type Heard = { readonly bytes: Uint8Array; readonly masked: Buffer; readonly source: Source; readonly at: Instant };

@Injectable()
export class Ingest {
  constructor(
    private readonly journal: Journal,
    private readonly clock: Clock,
    private readonly ids: Ids,
    private readonly where: Whereabouts,
    private readonly gate: Gate,
    private readonly keys: UnitKeys,
  ) {}

  /** The desk's clock, as answers carry it. */
  get now(): Instant {
    return this.clock.now();
  }

  /** A piece that is encrypted, opened by the key that the sheet has for its account; as it is where it is not, or there is none. */
  async opened(piece: Piece): Promise<Piece> {
    const account = piece.read.ok ? null : piece.read.account;
    if (piece.open === undefined || account === null) return piece;
    const key = await this.keys.keyOf(account);
    return key === null ? piece : piece.open(key);
  }
  /** Takes one piece and says what became of it. It may be answered, since it is all committed. `at` is only for the demo. */
  async take({ bytes, read }: Piece, source: Source, at: Instant | null = null): Promise<Fate> {
    if (this.journal.busy) return 'busy';
    if (bytes.length === 0) return 'not understood'; // nothing came: nothing is kept
    if (source.built !== true && source.mark === null && !this.gate.frame(source.address, !read.ok || this.#isStranger(read.calls)))
      return 'busy';
    const heard = { bytes, masked: maskedBytes(bytes), source, at: at ?? this.clock.now() };
    const from = source.built === true ? null : `${source.address} ${source.port}`;
    if (read.ok) return this.journal.append((turn) => this.#decide(turn, heard, read.calls), { at, source: from });
    await this.journal.append(
      (turn) => {
        const station = read.account === null ? null : turn.station(read.account);
        const frame = { ...blank(turn, heard), why: read.why, account: read.account };
        turn.frame(read.refused === true ? { ...frame, status: 'refused', station } : { ...frame, status: 'not understood' });
      },
      { at, source: from },
    );
    return 'not understood';
  }

  #isStranger(calls: readonly Call[]): boolean {
    return calls.every(({ account }) => !this.journal.hasAccount(account));
  }

  /** Decides of one piece: of one call, or of the several events of one block, which are one call of several parts. */
  #decide(turn: Turn, heard: Heard, calls: readonly Call[]): Fate {
    const [call] = calls;
    if (call === undefined) return 'not understood';
    const refused = clockRefuses(call, heard.at);
    const station = turn.station(call.account);
    const fate = refused ? 'clock' : station === null ? 'unknown' : 'kept';
    const { state } = station === null || refused ? { state: null } : turn.head(station);
    const others = {
      here: this.where.here,
      alone: (one: string) => station !== null && turn.alone(one, station),
      profiles: state === null ? [] : this.#profiles(turn, state),
    };
    const parts = calls.map((one, part) => ({
      call: one,
      part,
      of: state === null || one.other !== null ? null : asFar(heard, one, matched(state, cameAs(one, part, heard, station), others)),
    }));
    // The first receiver gives this account no answer: its unit is to try the spare, where the same bytes are no repeat.
    const of = parts[0]?.of ?? null;
    const held = state !== null && of !== null && of.receiver !== null && withheldAt(state, turn.now)?.receiver === of.receiver;
    if (held) {
      turn.frame({
        ...blank(turn, heard),
        account: call.account,
        event: call.event,
        digest: sha256Of(joined(bytesOf('withheld: '), heard.bytes)),
        status: 'refused',
        why: 'withheld',
        station,
      });
      return 'withheld';
    }
    const again = this.#again(turn, heard, call, refused, of?.path ?? null);
    if (again.is === 'repeat') {
      turn.repeat(again.of);
      return fate;
    }
    for (const { call: one, part, of } of parts) {
      const { account, event, grade, instant: said, fields } = one;
      const frame: NewFrame = {
        ...blank(turn, heard),
        digest: again.digest,
        alike: again.alike,
        account,
        instant: said,
        event,
        grade,
        part,
        fields: JSON.stringify(maskedFields(fields, heard)),
        why: again.is === 'perhaps' ? 'perhaps a repeat' : null,
      };
      if (refused) turn.frame({ ...frame, status: 'refused', why: 'clock', station });
      else if (station === null || state === null) turn.frame({ ...frame, status: 'unknown' });
      else if (of === null) turn.frame({ ...frame, status: 'refused', why: 'two accounts', station });
      else this.#keep(turn, frame, of, station);
    }
    return fate;
  }

  /** Whether a call is the newest of its account and path once more. The same by another path is a call of its own, and so is one after which others came. */
  #again(turn: Turn, { bytes, source, at: _ }: Heard, { account, repeats }: Call, refused: boolean, path: ElementId | null): Again {
    const digest = sha256Of(refused ? joined(bytesOf('refused: clock'), bytes) : (repeats?.of ?? bytes));
    const alike = repeats?.like == null || refused ? null : sha256Of(repeats.like);
    if (repeats === null) return { is: 'new', digest, alike };
    const newest = turn.newest({ account, path, address: source.address, since: turn.now - repeats.within });
    if (newest?.digest === digest) return { is: 'repeat', of: newest.id };
    return { is: alike !== null && newest?.alike === alike ? 'perhaps' : 'new', digest, alike };
  }

  /** Keeps a frame of a station, with what it is evidence of. The station's state is that of now: a part before it may have written. */
  #keep(turn: Turn, frame: NewFrame, of: Matched, station: Stream): void {
    const { state } = turn.head(station);
    const { receiver, path, how, strength, impossible, zone, is } = of;
    const seen = state.last?.ord ?? 0;
    const entry = evidenceOf(state, { ...of, id: frame.id, at: turn.now, seen }, () => this.ids.ulid(turn.now));
    const came = { receiver, path, how, strength, impossible: JSON.stringify(impossible), zone, turn: is, grade: of.grade, seen };
    const why = [frame.why, cameOnTest(state, turn.now) ? 'on test' : null].filter((one) => one !== null).join(', ');
    turn.frame({ ...frame, ...came, why: why === '' ? null : why, status: 'matched', station, entry: entry?.id ?? null });
    if (strength === 'impossible') return;
    if (of.event === wayOutEvent) {
      if (entry !== null) turn.keep(entry, textOf(entry));
      return;
    }
    turn.heard({ station, path, receiver, event: of.event, strength, simulated: frame.simulated, grade: of.grade });
    if (entry !== null) turn.keep(entry, textOf(entry));
    this.#checkIn(turn, station, of);
    this.#called(turn, station, of, frame);
  }

  /** A call ends a silence: of its path, and of the station. One that is simulated ends none that real calls had made. */
  #called(turn: Turn, station: Stream, { path, receiver, event, simulated }: Matched, { id }: NewFrame): void {
    const { state } = turn.head(station);
    if (receiver === null || openLapses(state).length === 0 || !isOfItself(state, { event })) return;
    if (simulated && turn.heardOf(station).some((one) => !one.simulated && one.strength !== 'impossible')) return;
    for (const lapse of openLapses(turn.head(station).state)) {
      if (lapse.path !== null && lapse.path !== path) continue;
      deskEnters(turn, this.ids, station, 'lapse.closed', { lapse: lapse.id, frame: id, at: turn.now });
      const { station: of } = turn.head(station).state;
      const message = { id: lapse.id, station, name: of?.name ?? '', since: lapse.since, at: turn.now, called: [], simulated };
      tell(turn, { ...message, is: 'called again' });
    }
  }

  /** Profiles that a station has adopted; only they say what its unit sets by itself. */
  #profiles(turn: Turn, state: State): readonly Profile[] {
    if (state.adopted.unit === undefined && state.adopted.modem === undefined) return [];
    return this.#rules(turn, state).profiles;
  }
  #rules(turn: Turn, state: State): Rules {
    const published = { house: turn.head(houseStream).state, profiles: turn.head(profilesStream).state };
    const known = this.#judged.get(state.adopted);
    if (known?.house === published.house && known.profiles === published.profiles) return known.rules;
    const rules = rulesOf(state, published);
    this.#judged.set(state.adopted, { ...published, rules });
    return rules;
  }
  /** Rules by what a station has adopted: a state that did not change its pins keeps the same object. */
  readonly #judged = new WeakMap<State['adopted'], { house: State; profiles: State; rules: Rules }>();

  /** Writes the entry that Watch stands on once as many scheduled check-ins as house rules ask have come by themselves. */
  #checkIn(turn: Turn, station: Stream, { grade, path, strength, simulated }: Matched): void {
    if (grade !== 6 || !proves(strength)) return;
    const { state } = turn.head(station);
    const { house } = this.#rules(turn, state);
    const { instants, sure, simulated: made } = checkInsOf({ state, heard: turn.heardOf(station), now: turn.now });
    if (!sure || made !== simulated || instants.length < house.checkIns || hasCheckIn(state, simulated)) return;
    const data = { path, instants: instants.slice(-house.checkIns).map(instant), asked: house.checkIns, strength, simulated };
    deskEnters(turn, this.ids, station, 'checkins.seen', data);
  }
}

/** Anybody writes any source on a datagram: without the unit's key its address is a claim. Over TCP the answer had to find its way back. */
const asFar = ({ source }: Heard, { keyed }: Call, of: Matched): Matched =>
  source.datagram === true && keyed !== true && of.strength !== 'impossible'
    ? { ...of, strength: of.how === 'only' || of.how === 'unknown' ? 'unknown' : 'claimed' }
    : of;

/** A call as the attribution asks for it. */
const cameAs = (
  { account, event, grade, zone, is, fields, keyed }: Call,
  part: number,
  { source }: Heard,
  station: Stream | null,
): Parameters<typeof matched>[1] => ({
  account,
  event,
  grade,
  listener: source.listener,
  port: source.listenerPort,
  zone: plainZone(zone ?? undefined),
  is,
  part,
  source: { address: source.address, port: source.port },
  fields,
  keyed: keyed === true,
  simulated: source.mark !== null || source.built === true,
  own: source.mark !== null && station !== null && source.mark.station === station ? source.mark.path : null,
});

/** [S2] What is kept of a call is masked like any text; it was attributed by what came. A text that holds no secret has no field that does. */
const maskedFields = (fields: Call['fields'], { bytes, masked }: Heard): Call['fields'] =>
  masked.equals(bytes)
    ? fields
    : Object.fromEntries(
        Object.entries(fields).map(([key, value]) => [key, mask(`${key}=${value}`) === `${key}=${value}` ? value : maskText]),
      );
const maskedBytes = (bytes: Uint8Array): Buffer => {
  const text = Buffer.from(bytes).toString('latin1');
  const masked = mask(text);
  return masked === text ? Buffer.from(bytes) : Buffer.from(masked.replaceAll(maskText, '***'), 'latin1');
};

const blank = (turn: Turn, { bytes, masked, source, at }: Heard): NewFrame => ({
  id: turn.frameId(),
  at,
  kept: at,
  listener: source.listener,
  port: source.listenerPort,
  address: source.address,
  fromPort: source.port,
  bytes: masked,
  digest: sha256Of(bytes),
  alike: null,
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
