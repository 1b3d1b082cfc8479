// The desk's end: the office's line and router, its name, its listener and certificate; and somebody else's desk, with a person who reads back what came in.
import type { Instant } from '../../quantity/index.ts';
import { noise } from '../noise.ts';

export type Office = {
  readonly line: boolean;
  /** Where the desk's name leads: to it, to where it was before, or nowhere. */
  readonly name: 'right' | 'old address' | 'dead';
  /** What the desk's ports are forwarded to. */
  readonly forward: 'right' | 'missing' | 'wrong machine';
  readonly listener: boolean;
  readonly protocol: 'right' | 'other';
  readonly certificateUntil: Instant | null;
  /** Milliseconds that the desk's clock is off. */
  readonly clock: number;
  /** A person on the telephone at somebody else's desk. */
  readonly operator: OperatorMood;
};
export const operatorMoods = ['careful', 'swaps digits', 'reads the event before', 'looks at another account', 'sees nothing'] as const;
export type OperatorMood = (typeof operatorMoods)[number];
export const usualOffice: Office = {
  line: true,
  name: 'right',
  forward: 'right',
  listener: true,
  protocol: 'right',
  certificateUntil: null,
  clock: 0,
  operator: 'careful',
};

export type Arrived = { readonly account: string; readonly event: string; readonly at: Instant };
const swapTwo = (account: string, seed: number): string => {
  const digits = Array.from(account);
  const pairs = digits.flatMap((digit, i) => (i > 0 && digit !== digits[i - 1] ? [i] : []));
  const i = pairs[Math.floor(noise(seed, 3) * pairs.length)];
  if (i === undefined) return account;
  [digits[i - 1], digits[i]] = [digits[i] ?? '', digits[i - 1] ?? ''];
  return digits.join('');
};
export type ReadBack =
  | { readonly said: 'read'; readonly account: string; readonly event: string; readonly at: Instant }
  | { readonly said: 'nothing' };
/** What the person reads back when they are asked about an account: right, or with such people's mistakes. */
export const readsBack = (mood: OperatorMood, arrived: readonly Arrived[], of: { account: string; seed: number }): ReadBack => {
  const own = arrived.filter(({ account }) => account === of.account);
  const last = own.at(-1);
  const pick = {
    'reads the event before': own.at(-2) ?? last,
    'looks at another account': arrived.findLast(({ account }) => account !== of.account),
  };
  const told =
    mood === 'sees nothing' ? undefined : mood === 'reads the event before' || mood === 'looks at another account' ? pick[mood] : last;
  if (told === undefined) return { said: 'nothing' };
  return { said: 'read', ...told, account: mood === 'swaps digits' ? swapTwo(told.account, of.seed) : told.account };
};
