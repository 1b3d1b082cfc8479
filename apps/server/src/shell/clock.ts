// The one clock and the one maker of ids in the server.
import { readFileSync } from 'node:fs';
import { Injectable } from '@nestjs/common';
import { isUlid, sure, type Ulid } from '@green-lamp/core/name';
import { type Instant, instant } from '@green-lamp/core/quantity';
import { monotonicFactory } from 'ulid';

/** What a clock is read off: the machine's date, what counts on steadily, and what counts on while the machine sleeps too (null where nothing does). In ms. */
export type Hands = { readonly date: () => number; readonly steady: () => number; readonly awakeAndAsleep: () => number | null };

/** From this much on (ms) a change of the machine's date is a jump and no correction. */
const jump = 60_000;
/** How long a jump ahead has to stand before it is followed, and how far one is never followed before the next start: a receipt can't be taken back. */
const standsFor = 10 * 60_000;
const neverBeyond = 86_400_000;

const machine: Hands = {
  date: () => Date.now(),
  steady: () => performance.now(),
  awakeAndAsleep: () => {
    try {
      return Number(readFileSync('/proc/uptime', 'utf8').split(' ')[0]) * 1000;
    } catch {
      return null;
    }
  },
};

/** Goes with the machine's date, but for a jump ahead: what is received then would stand in the future for good. */
@Injectable()
export class Clock {
  #hands = machine;
  #offset = machine.date() - machine.steady();
  #ahead = 0;
  #asleep: number | null = null;
  #pending: { readonly by: number; readonly since: number } | null = null;

  /** For tests: reads it off other hands. */
  by(hands: Hands): this {
    this.#hands = hands;
    this.#offset = hands.date() - hands.steady();
    this.#asleep = null;
    return this;
  }
  /** Sets the clock so that it says `at` now and runs on from there. */
  startFrom(at: number): void {
    this.#ahead = at - this.#hands.date();
  }
  /** For tests that live through days: steps ahead at once, and tells whoever waits for an hour. Sockets stay in real time. */
  step(by: number): void {
    this.#ahead += by;
    for (const listen of this.#onStep) listen();
  }
  onStep(listen: () => void): void {
    this.#onStep.push(listen);
  }
  readonly #onStep: (() => void)[] = [];
  now(): Instant {
    return instant(Math.floor(this.#hands.steady() + this.#offset) + this.#ahead);
  }
  /** How far (ms) the machine's date has jumped ahead of this clock, which does not follow yet; 0 where it goes with it. */
  get jumped(): number {
    return this.#pending?.by ?? 0;
  }

  /** Looks at the machine's date; to be called every second. Gives by how much (ms) it has just jumped, else null. */
  look(): { readonly by: number; readonly followed: boolean } | null {
    const { date, steady, awakeAndAsleep } = this.#hands;
    const [asleep, before] = [awakeAndAsleep(), this.#asleep];
    const slept = asleep === null || before === null ? 0 : asleep - steady() - before;
    this.#asleep = asleep === null ? null : asleep - steady();
    if (slept > 1000) this.#offset += slept; // a machine that slept has jumped nowhere
    const by = Math.round(date() - (steady() + this.#offset));
    if (Math.abs(by) <= jump) {
      this.#offset += by;
      this.#pending = null;
      return null;
    }
    if (by < 0) {
      this.#offset += by;
      this.#pending = null;
      return { by, followed: true };
    }
    const same = this.#pending !== null && Math.abs(this.#pending.by - by) <= jump ? this.#pending : null;
    this.#pending = same ?? { by, since: steady() };
    if (same === null) return { by, followed: false };
    if (by > neverBeyond || steady() - same.since < standsFor) return null;
    this.#offset += by;
    this.#pending = null;
    return { by, followed: true };
  }
}

@Injectable()
export class Ids {
  readonly #next = monotonicFactory();
  ulid(at: number): Ulid {
    return sure(isUlid, this.#next(at));
  }
}
