// Instants: RFC 3339 in, local wall time out. Zones are IANA names; the instant itself is always UTC.
import { Temporal } from 'temporal-polyfill';
import { type Instant, instant, isInstant } from './in.ts';

const rfc3339 =
  /^\d{4}-(?:0[1-9]|1[0-2])-(?:0[1-9]|[12]\d|3[01])[Tt ](?:[01]\d|2[0-3]):[0-5]\d:(?:[0-5]\d|60)(?:\.\d{1,9})?(?:[Zz]|[+-](?:[01]\d|2[0-3]):[0-5]\d)$/;

/** An instant from RFC 3339 §5.6 text, rounded down to milliseconds; null where the text is of another form or no such day exists. */
export const parseRfc3339 = (text: string): Instant | null => {
  if (!rfc3339.test(text)) return null;
  try {
    const at = Temporal.Instant.from(text.toUpperCase().replace(' ', 'T')).epochMilliseconds;
    return isInstant(at) ? at : null;
  } catch {
    return null;
  }
};

export const isZone = (name: string): boolean => {
  try {
    Temporal.Instant.fromEpochMilliseconds(0).toZonedDateTimeISO(name);
    return /^[A-Za-z]/.test(name);
  } catch {
    return false;
  }
};

const two = (n: number): string => String(n).padStart(2, '0');
const months = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];

export type Clockwise = { day: string; time: string; second: string };

/** Wall time in a zone: day as '12 Nov 2026', time as '14:06', second as '14:06:02'. Falls back to UTC for a zone the engine lacks. */
export const wallTime = (at: Instant, zone: string): Clockwise => {
  const local = Temporal.Instant.fromEpochMilliseconds(at).toZonedDateTimeISO(isZone(zone) ? zone : 'UTC');
  const time = `${two(local.hour)}:${two(local.minute)}`;
  return { day: `${local.day} ${months[local.month - 1] ?? ''} ${local.year}`, time, second: `${time}:${two(local.second)}` };
};

/** The local day in a zone, as 2027-03-14; UTC for a zone the engine lacks. */
export const dayIn = (at: Instant, zone: string): string =>
  Temporal.Instant.fromEpochMilliseconds(at)
    .toZonedDateTimeISO(isZone(zone) ? zone : 'UTC')
    .toPlainDate()
    .toString();

/** '14:06' on the same local day as now, '12 Nov 14:06' in the same year, else with the year. */
export const sayWhen = (at: Instant, now: Instant, zone: string): string => {
  const [then, today] = [wallTime(at, zone), wallTime(now, zone)];
  if (then.day === today.day) return then.time;
  const sameYear = then.day.slice(-4) === today.day.slice(-4);
  return `${sameYear ? then.day.slice(0, -5) : then.day} ${then.time}`;
};

export const isoText = (at: Instant): string => Temporal.Instant.fromEpochMilliseconds(at).toString();
export const later = (at: Instant, by: number): Instant => instant(at + Math.round(by));

/** A day so many days before another, both as 2027-03-14; null where there is no such day. */
export const dayBefore = (day: string, days: number): string | null => {
  try {
    return Temporal.PlainDate.from(day).subtract({ days }).toString();
  } catch {
    return null;
  }
};

export type UtcParts = {
  readonly year: number;
  readonly month: number;
  readonly day: number;
  readonly hour: number;
  readonly minute: number;
  readonly second: number;
};
/** Wall time in UTC, by its parts. */
export const utcParts = (at: Instant): UtcParts => {
  const { year, month, day, hour, minute, second } = Temporal.Instant.fromEpochMilliseconds(at).toZonedDateTimeISO('UTC');
  return { year, month, day, hour, minute, second };
};
/** The instant of parts in UTC; null where there is no such time. */
export const utcInstant = (of: UtcParts): Instant | null => {
  try {
    return instant(Temporal.PlainDateTime.from(of, { overflow: 'reject' }).toZonedDateTime('UTC').epochMilliseconds);
  } catch {
    return null;
  }
};

/** An instant from `YYYY-MM-DD HH:MM[:SS]` on the clock of an IANA zone; null where the text is of another form or that instant does not exist there. */
export const localInstant = (text: string, zone: string): Instant | null => {
  if (!/^\d{4}-\d\d-\d\d[T ]\d\d:\d\d(?::\d\d)?$/.test(text)) return null;
  try {
    const at = Temporal.PlainDateTime.from(text.replace(' ', 'T')).toZonedDateTime(zone, { disambiguation: 'reject' }).epochMilliseconds;
    return isInstant(at) ? at : null;
  } catch {
    return null;
  }
};

/** When the local day of an instant ends in a zone: its next midnight, however long that day is. */
export const dayEnds = (at: Instant, zone: string): Instant =>
  instant(
    Temporal.Instant.fromEpochMilliseconds(at)
      .toZonedDateTimeISO(isZone(zone) ? zone : 'UTC')
      .startOfDay()
      .add({ days: 1 })
      .startOfDay().epochMilliseconds,
  );
