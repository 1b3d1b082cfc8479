// Texts that arrive in pieces. What has come is in memory alone: until it is whole nobody can say whether a secret stands in it, and what is in no file can be found in none. A restart begins them anew.
import { Injectable } from '@nestjs/common';
import { mostText } from '@green-lamp/core/api';
import type { Sha256, Stream } from '@green-lamp/core/name';
import { bad, good, type Parsed, problem } from '@green-lamp/core/problem';
import { sha256Of } from '../shell/sha256.ts';
import { Blobs } from './blobs.ts';
import type { Come } from './pieces.ts';

/** Unfinished texts at once; the one that nobody has gone on with for longest makes room. Ours. */
const mostWaiting = 64;

@Injectable()
export class TextPieces {
  readonly #waiting = new Map<Sha256, Buffer>();
  constructor(private readonly blobs: Blobs) {}

  /** How much of a text has come. */
  async come(hash: Sha256): Promise<Come> {
    return (await this.blobs.get(hash)) === null ? { have: this.#waiting.get(hash)?.length ?? 0, kept: false } : { have: 0, kept: true };
  }

  /** Takes the piece that begins at `at` of a text of `of` octets. A piece that does not follow is not taken, and the answer says where it goes on. The last has the whole judged as any text is. */
  async take(hash: Sha256, at: number, of: number, piece: Uint8Array, stream: Stream): Promise<Parsed<Come>> {
    if ((await this.blobs.get(hash)) !== null) return good({ have: of, kept: true });
    const before = this.#waiting.get(hash) ?? Buffer.alloc(0);
    if (at !== before.length) return good({ have: before.length, kept: false });
    if (of > mostText || at + piece.length > of)
      return bad(problem('range', 'of', { least: 1, most: mostText, got: Math.max(of, at + piece.length) }));
    const now = Buffer.concat([before, piece]);
    this.#waiting.delete(hash);
    if (now.length < of) {
      const [oldest] = this.#waiting.keys();
      if (oldest !== undefined && this.#waiting.size >= mostWaiting) this.#waiting.delete(oldest);
      this.#waiting.set(hash, now);
      return good({ have: now.length, kept: false });
    }
    if (sha256Of(now) !== hash) return bad(problem('refused', 'text', { why: 'It did not come as it was sent; it is sent anew.' }));
    const kept = await this.blobs.put(now.toString('utf8'), stream);
    return kept.ok ? good({ have: of, kept: true }) : kept;
  }
}
