// [S2] Keeps texts by their hash. A text in which a secret still stands is refused: what is kept may be exported and printed.
import { Injectable } from '@nestjs/common';
import { bad, good, type Parsed, problem } from '@green-lamp/core/problem';
import { hashOf } from '@green-lamp/core/journal';
import type { Sha256 } from '@green-lamp/core/name';
import { mask } from '@green-lamp/core/wire';
import { Clock } from '../shell/clock.ts';
import { Database } from '../shell/database.ts';
import { BlobRow } from './blob.row.ts';

@Injectable()
export class Blobs {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
  ) {}

  async put(text: string): Promise<Parsed<Sha256>> {
    if (!text.isWellFormed())
      return bad(problem('refused', 'text', { why: 'It has half a character in it (a lone surrogate); copy it anew from where it came.' }));
    if (mask(text) !== text) return bad(problem('refused', 'text', { why: 'A secret still stands in it; mask it before it is kept.' }));
    const hash = hashOf(text);
    const em = this.database.em();
    const row = { hash, bytes: Buffer.from(text, 'utf8'), kept: this.clock.now() };
    if ((await em.count(BlobRow, { hash })) === 0) await em.upsertMany(BlobRow, [row], { onConflictAction: 'ignore' });
    return good(hash);
  }
  async get(hash: Sha256): Promise<string | null> {
    const row = await this.database.em().findOne(BlobRow, { hash });
    return row === null ? null : Buffer.from(row.bytes).toString('utf8');
  }
  /** Those of some hashes that are not here. */
  async missing(hashes: readonly Sha256[]): Promise<Sha256[]> {
    if (hashes.length === 0) return [];
    const here = await this.database.em().find(BlobRow, { hash: { $in: [...hashes] } }, { fields: ['hash'] });
    return hashes.filter((hash) => here.every((row) => row.hash !== hash));
  }
}
