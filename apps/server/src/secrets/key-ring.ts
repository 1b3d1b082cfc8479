// The keys, in a folder of their own outside the data. A lost key file means lost secrets and nothing else: the chain still verifies.
import { chmodSync, existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { randomBytes } from 'node:crypto';
import { join } from 'node:path';
import { isObject } from '@green-lamp/core/name';
import { StartError } from '../shell/start-error.ts';

/** `keys` by id: the current one seals, the others only open. `mark` makes the HMAC that says whether two secrets are the same. */
export type KeyRing = {
  readonly current: string;
  readonly keys: { readonly [id: string]: string };
  readonly exchange: string;
  readonly mark: string;
};

const fileName = 'secrets.json';
const hex32 = /^[0-9a-f]{64}$/;

const isKey = (key: unknown): key is string => typeof key === 'string' && hex32.test(key);

const isRing = (value: unknown): value is KeyRing => {
  if (!isObject(value) || !isObject(value['keys'])) return false;
  const { current, exchange, mark } = value;
  return (
    typeof current === 'string' && Object.hasOwn(value['keys'], current) && [...Object.values(value['keys']), exchange, mark].every(isKey)
  );
};

const fresh = (): string => randomBytes(32).toString('hex');
const newId = (): string => randomBytes(6).toString('hex');

const write = (folder: string, ring: KeyRing): void => {
  const draft = join(folder, `${fileName}.new`);
  writeFileSync(draft, JSON.stringify(ring, null, 1), { mode: 0o600 });
  renameSync(draft, join(folder, fileName));
};

const readRing = (file: string): unknown => {
  try {
    chmodSync(file, 0o600);
    return JSON.parse(readFileSync(file, 'utf8'));
  } catch {
    return null;
  }
};

/** Opens the key file, or makes one where there is none and nothing was sealed yet. `sealed`: how many secrets wait for their key; `anew`: a person has given them up. */
export const openKeyRing = (folder: string, { sealed = 0, anew = false }: { sealed?: number; anew?: boolean } = {}): KeyRing => {
  const file = join(folder, fileName);
  if (!existsSync(file)) {
    if (sealed > 0 && !anew)
      throw new StartError(
        `The key file ${file} is missing, and ${sealed === 1 ? 'one secret is' : `${sealed} secrets are`} sealed with it. Put back a copy of it, or give those secrets up with: npm start -- --new-keys`,
      );
    try {
      mkdirSync(folder, { recursive: true, mode: 0o700 });
      const id = newId();
      write(folder, { current: id, keys: { [id]: fresh() }, exchange: fresh(), mark: fresh() });
    } catch {
      throw new StartError(
        `The key folder ${folder} can’t be written. Give this user the right to write there, or choose another one with GREENLAMP_KEYS.`,
      );
    }
  }
  const ring = readRing(file);
  if (!isRing(ring))
    throw new StartError(
      `The key file ${file} can’t be read. Put back a good copy, or move it away and start with new keys: npm start -- --new-keys (kept secrets then stay sealed).`,
    );
  return ring;
};

/** Adds a new current key and keeps the old ones for opening. */
export const turnKeyRing = (folder: string): KeyRing => {
  const ring = openKeyRing(folder);
  const id = newId();
  write(folder, { ...ring, current: id, keys: { ...ring.keys, [id]: fresh() } });
  return openKeyRing(folder);
};
