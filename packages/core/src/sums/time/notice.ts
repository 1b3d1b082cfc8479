// How long a dead station stays unnoticed, and what a category of alarm transmission allows.
import type { Origin } from '../../name/index.ts';
import type { Source, Worked } from '../../problem/index.ts';

type Watching = { readonly every: number; readonly late: number; readonly grace: number };

/**
 * The time from a fault to the desk's notice, ms: the unit calls every `every` ms, one call may be late by `late`, and a silence of `grace` since the last call is noticed.
 * Least max(0, G − T − L), a fault just before a late call; mean max(0, G − T/2); most G, a fault just after a call. Source: ours.
 */
export const noticeTime = ({ every, late, grace }: Watching, origin: Origin = 'typed'): Worked<'notice'> => {
  const inputs = [
    { name: 'notice-every', value: every, in: 'ms', origin },
    { name: 'notice-late', value: late, in: 'ms', origin },
    { name: 'notice-grace', value: grace, in: 'ms', origin },
  ] as const;
  const outside = every <= 0 || grace <= 0 || late < 0 ? 'notice-none' : grace <= every ? 'notice-short' : null;
  if (outside !== null) return { sum: 'notice', value: null, in: 'ms', inputs, steps: [], assumes: [], outside };
  const source = { ours: 'definitions of least, mean and most' } as const;
  const least = Math.max(0, grace - every - late);
  const mean = grace - every / 2;
  return {
    sum: 'notice',
    value: grace,
    in: 'ms',
    least,
    most: grace,
    inputs,
    steps: [
      { code: 'notice-least', formula: 'max(0, G \u2212 T \u2212 L)', gives: least, in: 'ms', source },
      { code: 'notice-mean', formula: 'G \u2212 T / 2', gives: mean, in: 'ms', source },
      { code: 'notice-most', formula: 'G', gives: grace, in: 'ms', source },
    ],
    assumes: ['notice-all-lost', 'notice-desk-there'],
    outside: null,
  };
};

const [second, minute, hour, day] = [1000, 60_000, 3_600_000, 86_400_000] as const;
const memory: Source = { standard: 'EN 50136-1', clause: 'reporting time of a fault, by category', fromMemory: true };
/** Within what time a fault of the way has to be reported, by category: of the first path; of the other one while the first works; of the other one while the first has failed. */
export const reportingTimes = {
  SP1: { primary: 32 * day, other: null, otherAlone: null },
  SP2: { primary: 25 * hour, other: null, otherAlone: null },
  SP3: { primary: 30 * minute, other: null, otherAlone: null },
  SP4: { primary: 3 * minute, other: null, otherAlone: null },
  SP5: { primary: 90 * second, other: null, otherAlone: null },
  SP6: { primary: 20 * second, other: null, otherAlone: null },
  DP1: { primary: 25 * hour, other: 50 * hour, otherAlone: 25 * hour },
  DP2: { primary: 30 * minute, other: 25 * hour, otherAlone: 30 * minute },
  DP3: { primary: 3 * minute, other: 25 * hour, otherAlone: 3 * minute },
  DP4: { primary: 90 * second, other: 5 * hour, otherAlone: 90 * second },
} as const satisfies {
  readonly [C: string]: { readonly primary: number; readonly other: number | null; readonly otherAlone: number | null };
};
export type Category = keyof typeof reportingTimes;
export const isCategory = (value: unknown): value is Category => typeof value === 'string' && Object.hasOwn(reportingTimes, value);
export const reportingSource = memory;
