// The unit's clock from the stamps of its calls: days against Temporal, offsets against clocks that are set wrong on purpose. Common practice, no source, for what each means.
import fc from 'fast-check';
import { Temporal } from 'temporal-polyfill';
import { clockOf, type Stamped } from './clock.ts';

const start = Date.UTC(2026, 10, 3, 6, 0, 0);
const hour = 3_600_000;
/** A call every six hours, late by some seconds, from a clock that is `off` and gains so much a day. */
const calls = (off: number, gains = 0, n = 12): Stamped[] =>
  Array.from({ length: n }, (_, i) => {
    const made = start + i * 6 * hour;
    return { said: made + off + (gains * i) / 4, came: made + 2_000 + (i % 3) * 9_000 };
  });
const is = (off: number, gains = 0): string | undefined => clockOf(calls(off, gains))?.is;

test('a clock that is right within a minute is right, although calls come late', () => {
  expect(is(0)).toBe('right');
  expect(is(40_000)).toBe('right');
  expect(clockOf(calls(0))?.ahead).toBe(-2_000);
});
test.each([
  [hour, 'summer time'],
  [-hour, 'summer time'],
  [2 * hour, 'zone'],
  [-5 * hour, 'zone'],
  [5.5 * hour, 'half hour'],
  [-3.5 * hour, 'half hour'],
  [14 * hour, 'zone'],
  [12 * 60_000, 'off'],
  [-17 * 60_000, 'off'],
  [40 * hour, 'off'],
])('%i ms off: %s', (off, said) => expect(is(off)).toBe(said));
test('a clock that gains half a minute a day drifts, and by how much is said', () => {
  const found = clockOf(calls(0, 20_000, 12));
  expect(found).toMatchObject({ is: 'drifts' });
  expect(Math.abs((found?.drift ?? 0) - 20_000)).toBeLessThan(5_000);
  expect(clockOf(calls(0, 20_000, 3))?.drift).toBeNull();
});
test('day and month exchanged are told from a clock that is months off', () => {
  const swapped = calls(0).map(({ said, came }) => {
    const of = Temporal.Instant.fromEpochMilliseconds(said).toZonedDateTimeISO('UTC');
    const { day, month } = of;
    return { said: of.with({ day: month, month: day }).epochMilliseconds, came };
  });
  expect(clockOf(swapped)?.is).toBe('day and month');
  expect(is(120 * 24 * hour)).toBe('off');
});
test('a backlog that comes hours late does not make the clock slow, as long as something came at once', () => {
  const late = calls(0).map((one, i) => (i % 2 === 0 ? { ...one, came: one.came + 5 * hour } : one));
  expect(clockOf(late)?.is).toBe('right');
});
test('nothing says nothing', () => expect(clockOf([])).toBeNull());
test('whatever the stamps, the offset is never more than the least late call says', () =>
  fc.assert(
    fc.property(
      fc.array(fc.record({ said: fc.integer({ min: 0, max: 4e12 }), came: fc.integer({ min: 0, max: 4e12 }) }), {
        minLength: 1,
        maxLength: 30,
      }),
      (stamps) => {
        const found = clockOf(stamps);
        return found !== null && found.ahead <= Math.max(...stamps.map(({ said, came }) => said - came));
      },
    ),
    { seed: 41, numRuns: 200 },
  ));
