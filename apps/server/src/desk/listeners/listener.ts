// What every listener is to the desk, by whatever protocol it hears, and what it counts.
import type { ListenerState } from '@green-lamp/core/api';
import type { Instant } from '@green-lamp/core/quantity';
import { type Fate, type Piece, whyWords } from '@green-lamp/core/wire';
import type { Tls } from '../../tls/certificates.ts';

export type Limits = { readonly firstByte: number; readonly idle: number };

export type Listener = {
  readonly state: ListenerState;
  /** Opens, or fails as the system says. */
  listen(host: string, port: number): Promise<void>;
  close(): Promise<void>;
  /** Takes a newer certificate; connections go on. */
  renew?(tls: Tls): void;
};

/** What a listener heard last, and whom it turned away. */
export class Tally {
  #last: Instant | null = null;
  #refused = 0;
  #why: string | null = null;

  get state(): Pick<ListenerState, 'last' | 'refused' | 'why'> {
    return { last: this.#last, refused: this.#refused, why: this.#why };
  }
  took({ read }: Piece, fate: Fate, now: Instant): void {
    this.#last = now;
    if (fate === 'kept') return;
    this.#refused++;
    this.#why = read.ok ? reasons[fate] : whyWords(read.why);
  }
  turnedAway(why: string): void {
    this.#refused++;
    this.#why = why;
  }
}

const reasons: { readonly [F in Fate]: string } = {
  kept: '',
  unknown: 'Its account is no station’s.',
  'not understood': 'It was not understood.',
  clock: 'Its clock is outside of the window that the protocol allows.',
  busy: 'The desk was busy, or its address called too often; it was told to send again.',
  withheld: 'The first receiver does not answer this account now, so that its unit tries the spare.',
};

/** An IPv4 address that came in over an IPv6 socket, as IPv4. */
export const plainAddress = (address: string | undefined): string => (address ?? '').replace(/^::ffff:(?=\d+\.)/i, '');
