// One server on a data folder, and nobody else's eyes in it. Whoever comes second is told who has it; a kill at any moment frees it.
import { chmodSync, existsSync, mkdirSync, readFileSync, realpathSync, rmSync, writeFileSync } from 'node:fs';
import { hostname } from 'node:os';
import { basename, dirname, join } from 'node:path';
import Libsql from 'libsql';
import { isObject } from '@green-lamp/core/name';
import { StartError } from './start-error.ts';

const codeOf = (error: unknown): string => (isObject(error) && typeof error['code'] === 'string' ? error['code'] : '');

/** Where a path really lies, also where its last parts do not exist yet. */
export const realPath = (path: string): string =>
  existsSync(path) ? realpathSync(path) : dirname(path) === path ? path : join(realPath(dirname(path)), basename(path));

/** Refuses keys that lie inside the data folder, whatever links lead there. */
export const keysApart = (data: string, keys: string): void => {
  if (!`${realPath(keys)}/`.startsWith(`${realPath(data)}/`)) return;
  throw new StartError(
    `GREENLAMP_KEYS (${keys}) lies inside the data folder. Keep the keys elsewhere, so that a copy of the data does not open its secrets.`,
  );
};

type Owner = { readonly process: number; readonly host: string; readonly since: string };
const ownerOf = (file: string): Owner | null => {
  try {
    const said: unknown = JSON.parse(readFileSync(file, 'utf8'));
    if (!isObject(said)) return null;
    const { process, host, since } = said;
    return typeof process === 'number' && typeof host === 'string' && typeof since === 'string' ? { process, host, since } : null;
  } catch {
    return null;
  }
};

/** A data folder in this server's hands. `unclean`: the last server on it did not stop by itself. */
export class DataFolder {
  readonly database: string;
  readonly unclean: boolean;
  readonly #owner: string;
  readonly #lock: InstanceType<typeof Libsql>;

  private constructor(
    readonly path: string,
    lock: InstanceType<typeof Libsql>,
  ) {
    this.#lock = lock;
    this.database = join(path, 'green-lamp.db');
    this.#owner = join(path, 'in-use.json');
    this.unclean = existsSync(this.#owner);
  }

  /** Makes the folder where it is not there, for its owner alone, and takes it. Throws a StartError in one sentence where it can't be had. */
  static take(path: string): DataFolder {
    try {
      mkdirSync(path, { recursive: true, mode: 0o700 });
      chmodSync(path, 0o700);
      const database = join(path, 'green-lamp.db');
      for (const file of [database, `${database}-wal`, `${database}-shm`]) if (existsSync(file)) chmodSync(file, 0o600);
      // Its log takes the file's own mode.
      if (!existsSync(database)) writeFileSync(database, '', { mode: 0o600 });
    } catch (error) {
      throw new StartError(
        `The data folder ${path} can’t be written (${codeOf(error)}). Give this user the right to write there, or choose another folder with GREENLAMP_DATA.`,
      );
    }
    const lock = new Libsql(join(path, 'lock.db'));
    try {
      chmodSync(join(path, 'lock.db'), 0o600);
      lock.exec('pragma busy_timeout = 0');
      lock.exec('begin exclusive');
    } catch (error) {
      lock.close();
      const owner = ownerOf(join(path, 'in-use.json'));
      const who = owner === null ? 'another Green Lamp' : `process ${owner.process} on ${owner.host} since ${owner.since}`;
      if (codeOf(error) === 'SQLITE_BUSY')
        throw new StartError(
          `The data folder ${path} is in use by ${who}. Stop that one first, or choose another folder with GREENLAMP_DATA.`,
        );
      throw new StartError(
        `The data folder ${path} can’t be locked (${codeOf(error)}): choose one on a disk of this machine with GREENLAMP_DATA.`,
      );
    }
    return new DataFolder(path, lock);
  }

  /** Says who has it, from now until it is given back. */
  sign(): void {
    const owner: Owner = { process: process.pid, host: hostname(), since: new Date().toISOString() };
    writeFileSync(this.#owner, JSON.stringify(owner), { mode: 0o600 });
  }
  /** The last server stopped by itself, so that what its log held is in the file. */
  stopped(): void {
    rmSync(this.#owner, { force: true });
  }
  /** Gives the folder back. */
  free(): void {
    this.#lock.close();
  }
}
