import { failoverWindow } from './failover.ts';

const s = 1000;
// Definitions and figures are ours: fault just before a probe, on average, just after a good one.
test.each([
  [60, 3, 10, 130, 160, 190],
  [10, 3, 5, 25, 30, 35],
  [300, 2, 30, 330, 480, 630],
  [30, 1, 5, 5, 20, 35],
  [60, 3, 60, 180, 210, 240],
])('a probe every %p s, %p misses, %p s patience: %p / %p / %p s', (every, misses, patience, least, mean, most) =>
  expect(failoverWindow({ every: every * s, misses, patience: patience * s })).toMatchObject({
    value: mean * s,
    least: least * s,
    most: most * s,
    outside: null,
    steps: [{ gives: least * s }, { gives: mean * s }, { gives: most * s }],
  }),
);
// Common practice, no source: three probes thirty seconds apart are 'about a minute and a half'.
test('three probes half a minute apart lie around a minute and a half', () => {
  const { least, most } = failoverWindow({ every: 30 * s, misses: 3, patience: 5 * s });
  expect([least, most]).toEqual([65 * s, 95 * s]);
});
test('a probe may not wait longer than the interval', () =>
  expect(failoverWindow({ every: 10 * s, misses: 3, patience: 11 * s })).toMatchObject({
    value: null,
    outside: 'failover-overlap',
    steps: [],
  }));
test.each([
  [0, 3, 1],
  [10, 0, 1],
  [10, 1.5, 1],
  [10, 3, -1],
])('every %p, misses %p, patience %p is no probe', (every, misses, patience) =>
  expect(failoverWindow({ every, misses, patience })).toMatchObject({ value: null, outside: 'failover-none' }),
);
