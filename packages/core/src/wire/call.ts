// One way of hearing for every protocol: bytes in any pieces go in, whole calls come out, each with the answer that fits what became of it.
import type { Grade } from '../name/index.ts';
import type { Instant } from '../quantity/index.ts';

/** The event of an answer that the desk asked for itself. */
export const polledEvent = 'polled';

/** What opening a one-time address is kept as: it shows the way out, and is no call of the unit's. */
export const onceKind = 'once';
export const wayOutEvent = 'way out';

/** A text message, and the event of one that says nothing that the sheet knows. */
export const textKind = 'text';
export const textEvent = 'text';

export type Call = {
  readonly account: string;
  /** The unit's own instant, as it sent it; empty where it sent none. */
  readonly instant: string;
  readonly at: number | null;
  /** The event as one name: 'test' and 'null' are a session with the desk, grade 6; any other is grade 7. */
  readonly event: string;
  readonly grade: Grade;
  readonly fields: { readonly [key: string]: string };
  /** The zone as the protocol has it, and whether the event begins or is over; null where it does not say. */
  readonly zone: string | null;
  readonly is: 'alarm' | 'restoral' | null;
  /** Another account in the data than in the head: then nobody can say whose it is. */
  readonly other: string | null;
  /**
   * What makes another call the same one, sent again, and for how long (ms). Null where a like call is always a new one.
   * `like`: what is the same where only the timestamp differs, for calls that have a number; else null.
   */
  readonly repeats: { readonly of: Uint8Array; readonly like: Uint8Array | null; readonly within: number } | null;
  /** It carries the unit's own key or token: whoever sent it has it. */
  readonly keyed?: boolean;
  /** How far the unit's instant may lie behind and ahead of the desk's (ms). Null where the protocol does not ask. */
  readonly window: { readonly behind: number; readonly ahead: number } | null;
};

export type Read =
  /** One call, or the several events of one block in their order. */
  | { readonly ok: true; readonly calls: readonly Call[] }
  | {
      readonly ok: false;
      readonly why: string;
      readonly account: string | null;
      /** It was understood, and is turned away. */
      readonly refused?: true;
    };

/** What became of a piece at the desk. A repeat has the fate of the first. */
export type Fate = 'kept' | 'unknown' | 'not understood' | 'clock' | 'busy' | 'withheld';

export type Piece = {
  readonly bytes: Uint8Array;
  readonly read: Read;
  /** Of a piece that is encrypted: the same with its account’s key. */
  readonly open?: (key: Uint8Array) => Piece;
  /** The bytes to send back, or null for silence. `now` is the desk's clock. */
  readonly answer: (fate: Fate, now: Instant) => Uint8Array | null;
};

/** One connection being heard. It does not change: each step gives the next. */
export type Ear = {
  readonly hear: (arrived: Uint8Array) => { readonly ear: Ear; readonly pieces: readonly Piece[] };
  /** What is left when the other side has closed. */
  readonly end: () => readonly Piece[];
};

/** Whether a call's own instant lies outside the window that its protocol asks for. */
export const clockRefuses = ({ at, window }: Call, now: Instant): boolean =>
  at !== null && window !== null && (at < now - window.behind || at > now + window.ahead);

/** Two runs of bytes as one. */
export const joined = (a: Uint8Array, b: Uint8Array): Uint8Array => {
  const both = new Uint8Array(a.length + b.length);
  both.set(a);
  both.set(b, a.length);
  return both;
};

export const bytesOf = (text: string): Uint8Array => new TextEncoder().encode(text);
