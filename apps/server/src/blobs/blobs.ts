// [S2] Keeps texts by their hash. A text in which a secret still stands is refused: what is kept may be exported and printed.
import { Injectable } from '@nestjs/common';
import { bad, good, type Parsed, problem } from '@green-lamp/core/problem';
import type { Sha256, Stream } from '@green-lamp/core/name';
import { mask, maskPlaces, maskText } from '@green-lamp/core/wire';
import { Clock } from '../shell/clock.ts';
import { Journal } from '../journal/journal.ts';
import { Database } from '../shell/database.ts';
import { hashOf } from '../shell/sha256.ts';
import { BlobRow } from './blob.row.ts';
import { Standing } from './standing.ts';

@Injectable()
export class Blobs {
  constructor(
    private readonly database: Database,
    private readonly journal: Journal,
    private readonly clock: Clock,
    private readonly standing: Standing,
  ) {}

  /** Keeps a text of a stream. What may not be kept is refused with its reason, and with where it stands. */
  async put(text: string, stream: Stream): Promise<Parsed<Sha256>> {
    if (!text.isWellFormed())
      return bad(problem('refused', 'text', { why: 'It has half a character in it (a lone surrogate); copy it anew from where it came.' }));
    if (mask(text) !== text) return bad(problem('secret-stands', 'text', { at: [] }));
    const stands = await this.standing.look(stream, text);
    if (stands.is === 'too much')
      return bad(problem('refused', 'text', { why: 'Too many texts were offered for this station within an hour. Offer it again later.' }));
    if (stands.is === 'there') return bad(problem('secret-stands', 'text', { at: stands.at }));
    return good(await this.#keep(text));
  }
  async #keep(text: string): Promise<Sha256> {
    const hash = hashOf(text);
    await this.journal.append((turn) => {
      if (!turn.hasBlob(hash)) turn.blob({ hash, bytes: Buffer.from(text, 'utf8'), kept: this.clock.now() });
    });
    return hash;
  }
  /** Keeps a text that this desk made itself, with whatever is secret in it masked. */
  async putMasked(text: string, stream: Stream): Promise<{ hash: Sha256; text: string }> {
    const masked = mask(text);
    const stands = await this.standing.look(stream, masked);
    const plain = stands.is === 'none' ? masked : stands.is === 'there' ? maskPlaces(masked, stands.at) : maskText;
    return { hash: await this.#keep(plain), text: plain };
  }
  async get(hash: Sha256): Promise<string | null> {
    const row = await this.database.em().findOne(BlobRow, { hash });
    return row === null ? null : Buffer.from(row.bytes).toString('utf8');
  }
}
