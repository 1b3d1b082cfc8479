// Stations of the demo whose units go on calling while somebody looks: what each says of what it measures.
import type { Instant } from '../quantity/index.ts';

type Caller = { readonly of: RegExp; readonly says: string; readonly mean: number; readonly swing: number; readonly digits: number };

const callers: readonly Caller[] = [
  { of: /^Frost mast/, says: 'air', mean: 4.5, swing: 6, digits: 1 },
  { of: /^Chiller/, says: 'water', mean: 6.8, swing: 0.9, digits: 1 },
  { of: /^Signal box/, says: 'supply', mean: 24.4, swing: 0.5, digits: 1 },
  { of: /^Wind mast/, says: 'wind', mean: 7.2, swing: 5, digits: 1 },
];

const day = 86_400_000;

/** What a station's unit measures at an instant, as the fields of a line record: warmest in the afternoon, and a little restless. Null for a station that has no such unit. */
export const readingAt = (name: string, at: Instant): string | null => {
  const caller = callers.find(({ of }) => of.test(name));
  if (caller === undefined) return null;
  const hour = (2 * Math.PI * ((at % day) / day - 0.625)) % (2 * Math.PI);
  const restless = Math.sin(at / 61_000) * 0.15;
  return `${caller.says}=${(caller.mean + caller.swing * (Math.cos(hour) / 2 + restless)).toFixed(caller.digits)}`;
};
