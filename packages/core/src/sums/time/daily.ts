// A daily local time on the days when the clock is changed (IANA zones).
import { Temporal } from 'temporal-polyfill';

export type OddDay = { readonly day: string; readonly is: 'missing' | 'twice' };

/** The days of the year after `from` (ms since 1970) on which a local time 'HH:MM' does not exist, or exists twice. Throws a RangeError for a zone the engine lacks. */
export const oddDays = (time: string, zone: string, from: number): OddDay[] => {
  const [hour = 0, minute = 0] = time.split(':').map(Number);
  let at = Temporal.Instant.fromEpochMilliseconds(from).toZonedDateTimeISO(zone);
  const end = at.add({ years: 1 });
  const found: OddDay[] = [];
  for (;;) {
    const next = at.getTimeZoneTransition('next');
    if (next === null || Temporal.ZonedDateTime.compare(next, end) > 0) return found;
    for (const day of [next.subtract({ nanoseconds: 1 }).toPlainDate(), next.toPlainDate()]) {
      const wall = day.toPlainDateTime({ hour, minute });
      const [earlier, later] = (['earlier', 'later'] as const).map((disambiguation) => wall.toZonedDateTime(zone, { disambiguation }));
      if (earlier === undefined || later === undefined || earlier.epochNanoseconds === later.epochNanoseconds) continue;
      const is = earlier.toPlainDateTime().equals(wall) ? 'twice' : 'missing';
      if (!found.some((one) => one.day === day.toString())) found.push({ day: day.toString(), is });
    }
    at = next;
  }
};
