// [S1] Secrets at rest: sealed by a key outside the data folder, never in an entry, log, export or answer. Checks see only length, alphabet and sameness.
import { createHmac, randomBytes } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import { xchacha20poly1305 } from '@noble/ciphers/chacha.js';
import type { Traits } from '@green-lamp/core/check';
import { isSealed, openSealed, publicKeyOf, type Sealed, sealTo, tokenLength } from '@green-lamp/core/wire';
import { Database } from '../shell/database.ts';
import { SecretRow } from './secret.row.ts';
import type { NewSecret } from '../journal/turn.ts';
import { type KeyRing, turnKeyRing } from './key-ring.ts';

/** Passwords that gear leaves the factory with: common practice, no source. */
const factory = new Set([
  'admin',
  'password',
  'root',
  '1234',
  '12345',
  '123456',
  '0000',
  '00000000',
  'default',
  'user',
  'guest',
  'changeme',
]);

const alphabetOf = (plain: string): Traits['alphabet'] =>
  /^\d+$/.test(plain) ? 'digits' : /^[A-Za-z]+$/.test(plain) ? 'letters' : 'mixed';
const about = (stream: string, ref: string): string => `${stream} ${ref}`;

@Injectable()
export class Vault {
  #ring: KeyRing;
  constructor(
    private readonly database: Database,
    ring: KeyRing,
    private readonly folder: string,
  ) {
    this.#ring = ring;
  }

  /** The public key to which the browser seals what waits. */
  get publicKey(): string {
    return publicKeyOf(Buffer.from(this.#ring.exchange, 'hex'));
  }

  /** Takes a secret as it travelled and gives its row; null where it can't be opened with this server's key. */
  accept(stream: string, ref: string, sealed: unknown): NewSecret | null {
    if (!isSealed(sealed)) return null;
    const plain = openSealed(Buffer.from(this.#ring.exchange, 'hex'), about(stream, ref), sealed);
    return plain === null ? null : this.row(stream, ref, plain);
  }

  row(stream: string, ref: string, plain: string): NewSecret {
    const keyId = this.#ring.current;
    return {
      ref,
      stream,
      keyId,
      sealed: this.#seal(keyId, stream, ref, plain),
      same: this.#markOf(plain),
      length: plain.length,
      alphabet: alphabetOf(plain),
      factoryDefault: factory.has(plain.toLowerCase()),
    };
  }

  async traits(stream: string): Promise<(Traits & { ref: string })[]> {
    const rows = await this.database.em().find(SecretRow, { stream });
    return rows.map(({ ref, length, alphabet, factoryDefault, same }) => ({
      ref,
      length,
      alphabet: alphabet === 'digits' || alphabet === 'letters' ? alphabet : 'mixed',
      factoryDefault,
      same,
    }));
  }

  /** Whether a word is one of a stream's secrets, by their marks; null where it has none that is long enough to be looked for. */
  async knows(stream: string): Promise<((word: string) => boolean) | null> {
    const rows = await this.database.em().find(SecretRow, { stream, length: { $gte: tokenLength.least } }, { fields: ['same', 'length'] });
    const marks = new Set(rows.map(({ same }) => same));
    const lengths = new Set(rows.map(({ length }) => length));
    return marks.size === 0 ? null : (word) => lengths.has(word.length) && marks.has(this.#markOf(word));
  }

  /** A secret sealed to the page that asks for it; null where it was erased or its key is lost. */
  async reveal(stream: string, ref: string, to: string): Promise<Sealed | null> {
    const row = await this.database.em().findOne(SecretRow, { ref, stream });
    const plain = row === null ? null : this.#open(row.keyId, stream, ref, row.sealed);
    return plain === null ? null : sealTo(to, about(stream, ref), plain, { key: randomBytes(32), nonce: randomBytes(24) });
  }

  /** The secrets of a stream in the clear, for use inside this process alone: never answered, never logged, never kept. */
  async opened(stream: string): Promise<ReadonlyMap<string, string>> {
    const rows = await this.database.em().find(SecretRow, { stream });
    return new Map(
      rows.flatMap((row) => {
        const plain = this.#open(row.keyId, stream, row.ref, row.sealed);
        return plain === null ? [] : [[row.ref, plain]];
      }),
    );
  }

  /** Seals every secret again under a new key and has the writer keep them. Touches no entry. Gives how many were sealed again. */
  async rotate(keep: (rows: readonly NewSecret[]) => Promise<void>): Promise<number> {
    this.#ring = turnKeyRing(this.folder);
    const keyId = this.#ring.current;
    const old = await this.database.em().find(SecretRow, { keyId: { $ne: keyId } });
    const again = old.flatMap((row) => {
      const plain = this.#open(row.keyId, row.stream, row.ref, row.sealed);
      return plain === null ? [] : [{ ...row, keyId, sealed: this.#seal(keyId, row.stream, row.ref, plain) }];
    });
    await keep(again);
    return again.length;
  }

  #markOf(plain: string): string {
    return createHmac('sha256', Buffer.from(this.#ring.mark, 'hex')).update(plain, 'utf8').digest('hex');
  }

  #seal(keyId: string, stream: string, ref: string, plain: string): Buffer {
    const nonce = randomBytes(24);
    const cipher = xchacha20poly1305(this.#key(keyId) ?? new Uint8Array(0), nonce, Buffer.from(about(stream, ref)));
    return Buffer.concat([nonce, cipher.encrypt(Buffer.from(plain, 'utf8'))]);
  }

  #open(keyId: string, stream: string, ref: string, sealed: Uint8Array): string | null {
    const key = this.#key(keyId);
    if (key === null) return null;
    try {
      return Buffer.from(
        xchacha20poly1305(key, sealed.subarray(0, 24), Buffer.from(about(stream, ref))).decrypt(sealed.subarray(24)),
      ).toString('utf8');
    } catch {
      return null;
    }
  }

  #key(id: string): Uint8Array | null {
    const key = this.#ring.keys[id];
    return key === undefined ? null : Buffer.from(key, 'hex');
  }
}
