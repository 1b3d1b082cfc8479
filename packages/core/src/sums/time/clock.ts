// A unit's clock against the desk's: by what its calls say of themselves and when they came. Times in ms.

import { isInstant, utcInstant, utcParts } from '../../quantity/index.ts';

/** When a call says that it was made, and when it came. */
export type Stamped = { readonly said: number; readonly came: number };
export type ClockIs = 'right' | 'off' | 'zone' | 'summer time' | 'half hour' | 'day and month' | 'drifts';
export type ClockSaid = {
  readonly is: ClockIs;
  /** Unit minus desk. */
  readonly ahead: number;
  /** ms a day; null where the calls do not span a day. */
  readonly drift: number | null;
  readonly of: number;
};

const minute = 60_000;
const hour = 3_600_000;
const day = 24 * hour;
/** How far off a clock may be before it is told. Common practice, no source: a minute. */
const allowed = minute;
/** How far from whole hours an offset may lie and still be a zone. */
const near = 5 * minute;

/** A call comes after it is made, late by its way and its queue: the least late of some is nearest to the clock's own offset. */
const leastLate = (calls: readonly Stamped[]): Stamped | undefined =>
  calls.reduce<Stamped | undefined>((was, now) => (was === undefined || now.said - now.came > was.said - was.came ? now : was), undefined);
const offsetOf = (calls: readonly Stamped[]): number => {
  const one = leastLate(calls);
  return one === undefined ? 0 : one.said - one.came;
};

/** The instant with day and month exchanged, as UTC; null where there is no such day. */
const exchanged = (said: number): number | null => {
  if (!isInstant(said)) return null;
  const parts = utcParts(said);
  return parts.day > 12 || parts.day === parts.month ? null : utcInstant({ ...parts, day: parts.month, month: parts.day });
};

const isNear = (ahead: number, to: number): boolean => Math.abs(ahead - to) <= near;

/**
 * What the stamps of a unit's calls say of its clock; null without one. The newest third gives its offset, with the oldest third its drift.
 * Source: ours; that whole hours are a zone, one hour mostly summer time, and exchanged days a date order is common practice.
 */
export const clockOf = (calls: readonly Stamped[]): ClockSaid | null => {
  if (calls.length === 0) return null;
  const sorted = [...calls].sort((a, b) => a.came - b.came);
  const third = Math.max(1, Math.floor(sorted.length / 3));
  const [oldest, newest] = [sorted.slice(0, third), sorted.slice(-third)];
  const ahead = offsetOf(newest);
  const apart = (leastLate(newest)?.came ?? 0) - (leastLate(oldest)?.came ?? 0);
  const drift = apart >= day && sorted.length >= 6 ? ((ahead - offsetOf(oldest)) / apart) * day : null;
  const said = (is: ClockIs): ClockSaid => ({ is, ahead, drift, of: calls.length });
  if (Math.abs(ahead) <= allowed) return said(drift !== null && Math.abs(drift) > 10_000 ? 'drifts' : 'right');
  const swapped = newest.flatMap(({ said: at, came }) => {
    const other = exchanged(at);
    return other === null ? [] : [{ said: other, came }];
  });
  if (Math.abs(ahead) > day && swapped.length > 0 && Math.abs(offsetOf(swapped)) < day) return said('day and month');
  for (let half = -28; half <= 28; half += 1) {
    if (half === 0 || !isNear(ahead, (half * hour) / 2)) continue;
    if (Math.abs(half) === 2) return said('summer time');
    return said(half % 2 === 0 ? 'zone' : 'half hour');
  }
  return said('off');
};
