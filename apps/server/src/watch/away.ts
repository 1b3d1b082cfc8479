// When the desk was last there: a file that is touched while it runs. What lies between its last touch and a start is time in which no call could arrive.
import { readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { type Instant, isInstant } from '@green-lamp/core/quantity';

/** How often (ms) it is touched, and from how long an absence is told. Ours. */
export const touchEvery = 10_000;
const told = 60_000;

export class Presence {
  readonly #file: string;
  constructor(folder: string) {
    this.#file = join(folder, 'last-there');
  }

  /** The time that it was away, where that is long enough to be told; null otherwise. An instant that is yet to come is of another clock. */
  away(now: Instant): { readonly from: Instant; readonly to: Instant } | null {
    const from = this.#read();
    return from === null || now - from < told ? null : { from, to: now };
  }
  touch(now: Instant): void {
    writeFileSync(`${this.#file}.new`, String(now), { mode: 0o600 });
    renameSync(`${this.#file}.new`, this.#file);
  }

  #read(): Instant | null {
    try {
      const at = Number(readFileSync(this.#file, 'utf8'));
      return isInstant(at) ? at : null;
    } catch {
      return null; // the first start
    }
  }
}
