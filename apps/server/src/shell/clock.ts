// The one clock and the one maker of ids in the server.
import { Injectable } from '@nestjs/common';
import { isUlid, sure, type Ulid } from '@green-lamp/core/name';
import { type Instant, instant } from '@green-lamp/core/quantity';
import { monotonicFactory } from 'ulid';

@Injectable()
export class Clock {
  #ahead = 0;
  /** Sets the clock so that it says `at` now and runs on from there. */
  startFrom(at: number): void {
    this.#ahead = at - Date.now();
  }
  now(): Instant {
    return instant(Date.now() + this.#ahead);
  }
}

@Injectable()
export class Ids {
  readonly #next = monotonicFactory();
  ulid(at: number): Ulid {
    return sure(isUlid, this.#next(at));
  }
}
