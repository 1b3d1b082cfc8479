// Sign-ins that fail: after some, more of the same name from the same side are held up for a while. What others try holds nobody up who signs in where they have signed in before.
import { Injectable } from '@nestjs/common';

/** Failures of a name from one address before it is held up there, and of a name from anywhere. Ours. */
const freeHere = 5;
const freeAnywhere = 100;
/** How long then (ms): doubled each time, at most. */
const first = 30_000;
const longest = 15 * 60_000;
/** Failures from one address in ten minutes, whatever the names. */
const mostOfAddress = 60;
const window = 10 * 60_000;
/** Names and addresses that are remembered. */
const remembered = 20_000;

type Failed = { count: number; until: number; since: number };
/** From where a name is tried. `known`: this browser has signed this person in before; it is counted apart. */
export type Try = { readonly name: string; readonly address: string; readonly known: boolean };

@Injectable()
export class Attempts {
  readonly #failed = new Map<string, Failed>();

  /** How long (ms) a sign-in has to wait; 0 where it may be tried. */
  wait(of: Try, now: number): number {
    return Math.max(0, ...keysOf(of).map(({ key }) => (this.#of(key, now)?.until ?? 0) - now));
  }

  /** Says that one failed; gives whether it is held up from now on. */
  failed(of: Try, now: number): boolean {
    if (this.#failed.size > remembered) this.#failed.clear();
    let held = false;
    for (const { key, free } of keysOf(of)) {
      const own = this.#of(key, now) ?? { count: 0, until: 0, since: now };
      own.count++;
      if (own.count >= free) own.until = now + Math.min(longest, first * 2 ** (own.count - free));
      held ||= own.count === free;
      this.#failed.set(key, own);
    }
    return held;
  }
  passed(of: Try): void {
    for (const { key } of keysOf(of).slice(0, 1)) this.#failed.delete(key);
  }

  #of(key: string, now: number): Failed | undefined {
    const there = this.#failed.get(key);
    return there !== undefined && now - there.since > window && now > there.until ? undefined : there;
  }
}

const keysOf = ({ name, address, known }: Try): { readonly key: string; readonly free: number }[] => {
  const plain = name.trim().toLowerCase();
  return known
    ? [{ key: `known ${plain}`, free: freeHere }]
    : [
        { key: `here ${plain} ${address}`, free: freeHere },
        { key: `anywhere ${plain}`, free: freeAnywhere },
        { key: `from ${address}`, free: mostOfAddress },
      ];
};
