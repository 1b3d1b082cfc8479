// A silence that is longer than a station's own rhythm, before its window ends.
import fc from 'fast-check';
import { hours, minutes, seconds } from '../quantity/index.ts';
import { rhythm } from './rhythm.ts';

const start = 1_780_000_000_000;
const every = (gap: number, count: number): number[] => Array.from({ length: count }, (_, i) => start + i * gap);

test('seven calls are a rhythm, six are none; quiet is twice the usual gap, and at least five minutes more than it', () => {
  const calls = every(minutes(20), 7);
  const last = calls.at(-1) ?? 0;
  expect(rhythm(calls, last, [])).toEqual({ since: last, usual: minutes(20), from: last + minutes(40) });
  expect(rhythm(every(minutes(20), 6), last, [])).toBeNull();
  const quick = every(minutes(1), 20);
  expect(rhythm(quick, quick.at(-1) ?? 0, [])?.from).toBe((quick.at(-1) ?? 0) + minutes(6));
});
test('one long gap in twenty changes nothing; a burst is one call; an event since the last check-in counts as a call', () => {
  const calls = [...every(minutes(20), 20), start + 19 * minutes(20) + hours(9)];
  expect(rhythm(calls, calls.at(-1) ?? 0, [])?.usual).toBe(minutes(20));
  const bursts = every(minutes(20), 8).flatMap((at) => [at, at + seconds(2), at + seconds(5)]);
  expect(rhythm(bursts, bursts.at(-1) ?? 0, [])?.usual).toBeCloseTo(minutes(20), -4);
  expect(rhythm(every(minutes(20), 8), start + hours(5), [])?.since).toBe(start + hours(5));
});
test('while the desk itself was away nothing was learned, and the wait begins anew when it is back', () => {
  const calls = [...every(minutes(20), 8), ...every(minutes(20), 8).map((at) => at + hours(12))];
  const away = { from: start + 7 * minutes(20) + 1, to: start + hours(12) - 1 };
  expect(rhythm(calls, calls.at(-1) ?? 0, [away])?.usual).toBe(minutes(20));
  const back = (calls.at(-1) ?? 0) + minutes(35);
  expect(rhythm(calls, calls.at(-1) ?? 0, [{ from: back - minutes(30), to: back }])?.from).toBe(back + minutes(40));
});
test('it is never quieter than usual sooner than after the longest of nine gaps in ten', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 20_000, max: 86_400_000 }), { minLength: 6, maxLength: 31 }), (gaps) => {
      const calls = gaps.reduce<number[]>((all, gap) => [...all, (all.at(-1) ?? start) + gap], [start]);
      const found = rhythm(calls, calls.at(-1) ?? 0, []);
      if (found === null) throw new Error('enough gaps are known');
      expect(gaps.filter((gap) => gap <= found.usual).length / gaps.length).toBeGreaterThanOrEqual(0.9);
      expect(found.from - found.since).toBeGreaterThanOrEqual(2 * found.usual);
    }),
    { seed: 71, numRuns: 200 },
  );
});
