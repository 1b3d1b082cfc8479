import { betweenFalseFailovers } from './false-failover.ts';
import { monthBytes } from './month.ts';

const day = 86_400_000;
const hour = 3_600_000;
// Waiting time for a run of losses, three probes thirty seconds apart; worked by hand and re-derived.
test.each([
  [0.01, 350.7 * day],
  [0.02, 44.3 * day],
  [0.05, 2.92 * day],
  [0.1, 9.25 * hour],
  [0.2, 1.29 * hour],
])('at a loss of %p three misses in a row come by chance about every %p ms', (loss, between) => {
  const found = betweenFalseFailovers(30_000, 3, loss);
  expect(Math.abs(found - between) / between).toBeLessThan(0.004);
});
test('no loss is never, all lost is at once, and nonsense is no number', () => {
  expect([betweenFalseFailovers(30_000, 3, 0), betweenFalseFailovers(30_000, 3, 1)]).toEqual([Number.POSITIVE_INFINITY, 90_000]);
  for (const [every, misses, loss] of [
    [0, 3, 0.1],
    [30, 0, 0.1],
    [30, 1.5, 0.1],
    [30, 3, -0.1],
    [30, 3, 1.1],
  ] as const)
    expect(betweenFalseFailovers(every, misses, loss)).toBeNaN();
});
// 84 bytes both ways every thirty seconds: 2,880 a day of 168 bytes, 14.5 MB in thirty days.
test('probes alone: 14.5 MB a month', () =>
  expect(monthBytes({ eventsHour: 0, eventBytes: 100, testEvery: null, probeEvery: 30_000, probeBytes: 168 }).value).toBe(14_515_200));
test('events, tests and probes add up, and each step says what it gives', () => {
  const worked = monthBytes({ eventsHour: 2, eventBytes: 80, testEvery: day, probeEvery: 60_000, probeBytes: 100 });
  expect(worked.steps.map(({ gives }) => gives)).toEqual([2 * 24 * 30 * 400, 30 * 400, 30 * 24 * 60 * 100]);
  expect(worked.value).toBe(576_000 + 12_000 + 4_320_000);
});
