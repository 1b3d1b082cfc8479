// [D5] What comes in runs down this list, in this order, whatever the protocol: read, look at its clock, match by account, attribute, keep frame and evidence together, and only then answer.
import { Injectable } from '@nestjs/common';
import type { ElementId, Stream } from '@green-lamp/core/name';
import { sha256Of, textOf } from '@green-lamp/core/journal';
import { evidenceOf, matched } from '@green-lamp/core/lamp';
import type { Instant } from '@green-lamp/core/quantity';
import { bytesOf, type Call, clockRefuses, type Fate, joined, type ListenerKind, type Piece } from '@green-lamp/core/wire';
import { Journal, type Turn } from '../journal/journal.ts';
import type { NewFrame } from '../journal/turn.ts';
import { Clock, Ids } from '../shell/clock.ts';

/** What the yard says of a socket that it made: whose call it plays, and over which path. */
export type Mark = { readonly station: Stream; readonly path: ElementId };
export type Source = {
  readonly listener: ListenerKind;
  readonly address: string;
  readonly port: number;
  readonly listenerPort: number;
  readonly mark: Mark | null;
};
type Heard = { readonly bytes: Uint8Array; readonly source: Source; readonly at: Instant };

@Injectable()
export class Ingest {
  constructor(
    private readonly journal: Journal,
    private readonly clock: Clock,
    private readonly ids: Ids,
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
    const { account, instant, event, grade } = call;
    const frame: NewFrame = { ...blank(turn, heard), digest, account, instant, event, grade, fields: JSON.stringify(call.fields) };
    if (refused) {
      turn.frame({ ...frame, status: 'refused', why: 'clock', station });
      return fate;
    }
    const { state } = station === null ? { state: null } : await turn.head(station);
    const { address, port, listenerPort, mark } = heard.source;
    const of =
      state === null
        ? null
        : matched(state, {
            account,
            event,
            grade,
            port: listenerPort,
            source: { address, port },
            fields: call.fields,
            simulated: mark !== null,
            own: mark !== null && mark.station === station ? mark.path : null,
          });
    if (station === null || state === null || of === null) {
      turn.frame({ ...frame, status: 'unknown' });
      return 'unknown';
    }
    const { receiver, path, how } = of;
    const seen = state.last?.ord ?? 0;
    const entry = evidenceOf(state, { ...of, id: frame.id, at: turn.now, seen }, this.ids.ulid(turn.now));
    turn.frame({ ...frame, status: 'matched', station, receiver, path, how, seen, entry: entry?.id ?? null });
    turn.heard({ station, path, receiver, event });
    if (entry !== null) await turn.keep(entry, textOf(entry));
    return fate;
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
  event: null,
  grade: null,
  seen: 0,
  simulated: source.mark !== null,
  repeats: 0,
  entry: null,
});
