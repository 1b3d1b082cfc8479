// [D5] What comes in runs down this list, in this order: read, match by account, attribute, keep frame and evidence together, and only then answer.
import { Injectable } from '@nestjs/common';
import { sha256Of, textOf } from '@green-lamp/core/journal';
import { evidenceOf, matched } from '@green-lamp/core/lamp';
import type { Instant } from '@green-lamp/core/quantity';
import { line, type LineFault, type LineRecord, type LineWhy } from '@green-lamp/core/wire';
import { Journal, type Turn } from '../journal/journal.ts';
import type { NewFrame } from '../journal/turn.ts';
import { Clock, Ids } from '../shell/clock.ts';

export type Source = { readonly address: string; readonly port: number; readonly listenerPort: number };
type Heard = { readonly bytes: Uint8Array; readonly source: Source; readonly at: Instant };

const repeatsFor = 24 * 3_600_000;

@Injectable()
export class Ingest {
  constructor(
    private readonly journal: Journal,
    private readonly clock: Clock,
    private readonly ids: Ids,
  ) {}

  /** Takes one record's bytes and says what to answer: null is OK. The answer may be given, since it is all committed. */
  async lineRecord(bytes: Uint8Array, source: Source, at: Instant | null = null): Promise<LineFault | null> {
    if (this.journal.busy) return 'busy';
    const heard = { bytes, source, at: at ?? this.clock.now() };
    const read = line.readRecord(bytes);
    if (!read.ok) return this.#notUnderstood(heard, read.fault, read.why, read.account, at);
    return this.journal.append((turn) => this.#decide(turn, heard, read.record), at);
  }

  async oversize(bytes: Uint8Array, source: Source): Promise<LineFault> {
    return this.#notUnderstood({ bytes, source, at: this.clock.now() }, 'size', 'too long', null, null);
  }

  /** The rest of a connection that was closed in the middle of a record. */
  async unfinished(bytes: Uint8Array, source: Source): Promise<LineFault> {
    return this.#notUnderstood({ bytes, source, at: this.clock.now() }, 'form', 'no end', null, null);
  }

  async #notUnderstood<F extends LineFault>(heard: Heard, fault: F, why: LineWhy, account: string | null, at: Instant | null): Promise<F> {
    await this.journal.append((turn) => {
      turn.frame({ ...blank(turn, heard), status: 'not understood', why, account });
    }, at);
    return fault;
  }

  async #decide(turn: Turn, heard: Heard, record: LineRecord): Promise<LineFault | null> {
    const frame: NewFrame = {
      ...blank(turn, heard),
      account: record.account,
      instant: record.instant,
      fields: JSON.stringify(record.fields),
    };
    const station = turn.station(record.account);
    const answer = station === null ? 'account' : null;
    const repeated = record.instant === '' ? null : await turn.repeatOf(frame.digest, record.account, turn.now - repeatsFor);
    if (repeated !== null) {
      turn.repeat(repeated);
      return answer;
    }
    const { state } = station === null ? { state: null } : await turn.head(station);
    const { address, port, listenerPort } = heard.source;
    const of =
      state === null
        ? null
        : matched(state, {
            account: record.account,
            port: listenerPort,
            source: { address, port },
            fields: record.fields,
            simulated: false,
          });
    if (station === null || state === null || of === null) {
      turn.frame({ ...frame, status: 'unknown' });
      return 'account';
    }
    const { receiver, path, how, event, grade } = of;
    const seen = state.last?.ord ?? 0;
    const entry = evidenceOf(state, { ...of, id: frame.id, at: turn.now, seen }, this.ids.ulid(turn.now));
    turn.frame({ ...frame, status: 'matched', station, receiver, path, how, event, grade, seen, entry: entry?.id ?? null });
    turn.heard({ station, path, receiver, event });
    if (entry !== null) await turn.keep(entry, textOf(entry));
    return answer;
  }
}

const blank = (turn: Turn, { bytes, source, at }: Heard): NewFrame => ({
  id: turn.frameId(),
  at,
  kept: at,
  listener: 'line',
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
  simulated: false,
  repeats: 0,
  entry: null,
});
