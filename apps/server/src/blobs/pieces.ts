// Pictures that arrive in pieces: what has come lies in a file until it is whole, is what its hash says, and is a picture; then it is kept like any blob.
import { appendFile, mkdir, readdir, readFile, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { Injectable } from '@nestjs/common';
import type { Sha256 } from '@green-lamp/core/name';
import { bad, good, type Parsed, problem } from '@green-lamp/core/problem';
import { sha256Of } from '../shell/sha256.ts';
import { jpegSize, mostPicture } from '@green-lamp/core/wire';
import { Journal } from '../journal/journal.ts';
import { Clock } from '../shell/clock.ts';
import { Database } from '../shell/database.ts';
import { BlobRow } from './blob.row.ts';

/** Unfinished pictures at once, and how long one is waited for. Ours: a technician's week of bad network. */
const mostWaiting = 200;
const waits = 7 * 86_400_000;

export type Come = { readonly have: number; readonly kept: boolean };

@Injectable()
export class Pieces {
  #folder = '';
  /** One piece of a picture at a time: two pages may send the same one. */
  readonly #turns = new Map<Sha256, Promise<unknown>>();

  constructor(
    private readonly database: Database,
    private readonly journal: Journal,
    private readonly clock: Clock,
  ) {}

  async open(data: string): Promise<void> {
    this.#folder = join(data, 'pieces');
    await mkdir(this.#folder, { recursive: true, mode: 0o700 });
    await this.#sweep();
  }

  /** How much of a picture has come. */
  async come(hash: Sha256): Promise<Come> {
    if (await this.#isKept(hash)) return { have: 0, kept: true };
    return { have: await this.#sizeOf(hash), kept: false };
  }

  /** Takes the piece that begins at `at` of a picture of `of` octets. A piece that does not follow what is there is not taken, and the answer says where it goes on. */
  take(hash: Sha256, at: number, of: number, piece: Uint8Array): Promise<Parsed<Come>> {
    const before = this.#turns.get(hash) ?? Promise.resolve();
    const mine = before.catch(() => undefined).then(() => this.#take(hash, at, of, piece));
    this.#turns.set(hash, mine);
    return mine.finally(() => {
      if (this.#turns.get(hash) === mine) this.#turns.delete(hash);
    });
  }

  async picture(hash: Sha256): Promise<Uint8Array | null> {
    const row = await this.database.em().findOne(BlobRow, { hash });
    return row !== null && jpegSize(row.bytes) !== null ? row.bytes : null;
  }

  async #take(hash: Sha256, at: number, of: number, piece: Uint8Array): Promise<Parsed<Come>> {
    if (await this.#isKept(hash)) return good({ have: of, kept: true });
    if (of > mostPicture || at + piece.length > of)
      return bad(problem('range', 'of', { least: 1, most: mostPicture, got: Math.max(of, at + piece.length) }));
    const have = await this.#sizeOf(hash);
    if (at !== have) return good({ have, kept: false });
    if (have === 0 && (await readdir(this.#folder)).length >= mostWaiting) await this.#sweep();
    if (have === 0 && (await readdir(this.#folder)).length >= mostWaiting)
      return bad(problem('refused', 'picture', { why: 'Too many unfinished pictures wait here. Let the others come first.' }));
    await appendFile(this.#file(hash), piece, { mode: 0o600 });
    if (at + piece.length < of) return good({ have: at + piece.length, kept: false });
    return this.#finish(hash, of);
  }

  async #finish(hash: Sha256, of: number): Promise<Parsed<Come>> {
    const bytes = await readFile(this.#file(hash));
    const why =
      sha256Of(bytes) !== hash
        ? 'It did not come as it was sent; it is sent anew.'
        : jpegSize(bytes) === null
          ? 'It is no picture (JPEG) that can be read.'
          : null;
    if (why === null)
      await this.journal.append((turn) => {
        if (!turn.hasBlob(hash)) turn.blob({ hash, bytes, kept: this.clock.now() });
      });
    await rm(this.#file(hash), { force: true });
    return why === null ? good({ have: of, kept: true }) : bad(problem('refused', 'picture', { why }));
  }

  async #isKept(hash: Sha256): Promise<boolean> {
    return (await this.database.em().count(BlobRow, { hash })) > 0;
  }
  async #sizeOf(hash: Sha256): Promise<number> {
    return stat(this.#file(hash)).then(
      ({ size }) => size,
      () => 0, // nothing of it has come
    );
  }
  #file(hash: Sha256): string {
    return join(this.#folder, hash);
  }
  /** What nobody has gone on with for a week is let go. */
  async #sweep(): Promise<void> {
    for (const name of await readdir(this.#folder)) {
      const file = join(this.#folder, name);
      const { mtimeMs } = await stat(file);
      if (Date.now() - mtimeMs > waits) await rm(file, { force: true });
    }
  }
}
