// What a command of the modem is: how it was put, and what it answers.
import type { Instant } from '../../quantity/index.ts';
import { cmeErrors } from '../../wire/index.ts';
import { type Around, cardIn, type VirtualModem, type Work } from './modem.ts';

export type Failed = 'error' | 'no carrier' | { readonly code: number; readonly words: string } | null;
export type Answered = {
  readonly modem: VirtualModem;
  readonly lines: readonly string[];
  readonly failed: Failed;
  /** Not done yet: what it is at, and for how long, ms. */
  readonly work?: { readonly work: Work; readonly for: number; readonly abortable: boolean; readonly with: readonly string[] };
};
/** How a command was put: alone, with `?`, with `=?`, or with `=` and its arguments (TS 27.007 clause 4.2). */
export type Put = { readonly how: 'run' | 'ask' | 'may' | 'set'; readonly with: readonly string[] };
export type Command = (modem: VirtualModem, put: Put, at: Instant, around: Around) => Answered;
export type Commands = { readonly [name: string]: Command };

export const says = (modem: VirtualModem, ...lines: string[]): Answered => ({ modem, lines, failed: null });
export const fails = (modem: VirtualModem, code: number): Answered => ({
  modem,
  lines: [],
  failed: { code, words: cmeErrors[code] ?? 'unknown' },
});
export const error = (modem: VirtualModem): Answered => ({ modem, lines: [], failed: 'error' });
export const takes = (modem: VirtualModem, work: Work, of: { for: number; abortable?: boolean; with?: readonly string[] }): Answered => ({
  ...says(modem),
  work: { work, for: of.for, abortable: of.abortable ?? false, with: of.with ?? [] },
});

const cardFault = (modem: VirtualModem): number | null =>
  ({ waiting: 14, absent: 10, PIN: 11, PUK: 12, failed: 13, ready: null })[modem.seen.is];
/** Runs only with an open card, else gives the number of the error. */
export const withOpenCard =
  (run: Command): Command =>
  (modem, put, at, around) => {
    const fault = cardFault(modem);
    return fault === null ? run(modem, put, at, around) : fails(modem, fault);
  };
/** The card's number is readable without its PIN, but not without a card. */
export const withSomeCard =
  (run: Command): Command =>
  (modem, put, at, around) => {
    if (modem.seen.is === 'waiting') return fails(modem, 14);
    return cardIn(modem) === null ? fails(modem, 10) : run(modem, put, at, around);
  };

/** A number among those that are allowed, else null. */
export const oneOf = <N extends number>(allowed: readonly N[], given: string | undefined): N | null =>
  allowed.find((n) => String(n) === given) ?? null;
export const withReport = (modem: VirtualModem, name: string, value: number): VirtualModem => ({
  ...modem,
  lines: { ...modem.lines, reports: { ...modem.lines.reports, [name]: value } },
});
