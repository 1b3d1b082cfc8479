// The browser's own store: kept entries, the queue, what was not accepted, and what stands beside the stations it keeps.
import Dexie, { type EntityTable } from 'dexie';
import type { ElementId, LampName, Sha256, Stream, Ulid } from '@green-lamp/core/name';
import type { Instant } from '@green-lamp/core/quantity';
import type { Here } from '@green-lamp/core/evidence';
import type { Heard } from '@green-lamp/core/lamp';
import type { Traits } from '@green-lamp/core/check';
import type { Sealed } from '@green-lamp/core/wire';
import type { Summary, Told } from '@green-lamp/core/api';

export type KeptRow = { id: Ulid; n: number; stream: Stream; seq: number; text: string; hash: string; received: number; link: string };
export type SealedSecret = Sealed & { ref: string };
export type QueueRow = { q: number; id: Ulid; stream: Stream; text: string; person: Ulid; secrets: SealedSecret[] };
/** `secrets`: as they were sealed, so that another try has them; a row of before has none. */
export type RefusedRow = { id: Ulid; stream: Stream; text: string; person: Ulid; secrets?: SealedSecret[]; problems: Told[]; at: number };
export type StreamRow = {
  stream: Stream;
  /** Cursor up to which this stream's entries are here. */
  n: number;
  heard: Heard[];
  /** Where the desk stands; null until it was asked. */
  here?: Here | null;
  head: { seq: number; link: string; state: string } | null;
  traits: (Traits & { ref: string })[];
  asOf: number | null;
};
/** `waits` is 1 until the desk has it: IndexedDB indexes no booleans. */
export type BlobRow = { hash: Sha256; text: string; waits: 0 | 1 };
/** A picture that was taken here; `waits` is 0 once the desk has it and its entry is written, 2 where the desk refused it. */
export type PictureRow = {
  hash: Sha256;
  bytes: Uint8Array;
  stream: Stream;
  step: string;
  lamp: LampName | null;
  path: ElementId | null;
  /** The entry that it goes with. */
  re?: Ulid;
  taken: Instant;
  person: Ulid;
  waits: 0 | 1 | 2;
};
/** A secret that was taken along for a visit, or entered here: sealed to the key that this device's PIN gives, for its days. */
export type TakenRow = { ref: string; stream: Stream; person: Ulid; sealed: Sealed; until: number };
export type SummaryRow = Summary & { asOf: number };

class Store extends Dexie {
  kept!: EntityTable<KeptRow, 'id'>;
  queue!: EntityTable<QueueRow, 'q'>;
  refused!: EntityTable<RefusedRow, 'id'>;
  streams!: EntityTable<StreamRow, 'stream'>;
  summaries!: EntityTable<SummaryRow, 'stream'>;
  blobs!: EntityTable<BlobRow, 'hash'>;
  pictures!: EntityTable<PictureRow, 'hash'>;
  taken!: EntityTable<TakenRow, 'ref'>;
  meta!: EntityTable<{ name: string; value: string }, 'name'>;

  constructor() {
    super('green-lamp');
    this.version(1).stores({
      kept: 'id, stream, [stream+n], n',
      queue: '++q, id, stream',
      refused: 'id, stream',
      streams: 'stream',
      summaries: 'stream',
      meta: 'name',
    });
    this.version(2).stores({ blobs: 'hash, waits' });
    // What was heard is summed up by strength and mark now, and lamps judged before stand on less: both come anew from the desk.
    this.version(3)
      .stores({})
      .upgrade(async (tx) => {
        await tx.table('streams').toCollection().modify({ heard: [], asOf: null });
        await tx.table('summaries').clear();
      });
    this.version(4).stores({ pictures: 'hash, waits, stream' });
    this.version(5).stores({ taken: 'ref, stream, until' });
  }
}

export const db = new Store();
