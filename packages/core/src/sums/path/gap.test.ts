// The distribution of the gap against closed forms and against draws; the probes against the independent formula and against a simulation.
import { betweenFalseFailovers } from './false-failover.ts';
import { gapOf, meanOf, type Stretch, stretchesOf } from './gap.ts';
import { betweenBurstSwitches, burstStays, probeChoices, proposedProbe } from './probes.ts';

const flat = (least: number, most: number): Stretch => ({
  code: 'x',
  shape: 'flat',
  least,
  usual: (least + most) / 2,
  most,
  source: { practice: true },
});
/** Park and Miller's minimal generator, so that the draws are the same each time. */
const draws = (seed: number) => {
  let at = seed;
  return (): number => (at = (at * 16_807) % 2_147_483_647) / 2_147_483_647;
};
const drawOf = ({ shape, least, usual, most }: Stretch, u: number): number => {
  if (shape === 'flat') return least + u * (most - least);
  const top = (usual - least) / (most - least);
  return u < top ? least + Math.sqrt(u * (most - least) * (usual - least)) : most - Math.sqrt((1 - u) * (most - least) * (most - usual));
};

// Irwin–Hall: the sum of two and of three uniform times, closed forms (from memory).
test('two and three flat stretches sum as Irwin and Hall have it', () => {
  expect(gapOf([flat(0, 1000), flat(0, 1000)]).p95 / 1000).toBeCloseTo(2 - Math.sqrt(2 * 0.05), 2);
  const three = gapOf([flat(0, 1000), flat(0, 1000), flat(0, 1000)]);
  expect(three.p95 / 1000).toBeCloseTo(3 - Math.cbrt(6 * 0.05), 2);
  expect(three.expected).toBe(1500);
  const half = three.curve.find(({ at }) => at >= 1500)?.over ?? 0;
  expect(half).toBeCloseTo(0.5, 2);
});
test('noticing lies between (n−1)·I + t and n·I + t, exactly; one stretch alone is itself', () => {
  const [notice] = stretchesOf({ every: 30_000, misses: 3, patience: 5_000 }, { kind: 'ethernet', up: true, tunnel: false, retry: null });
  expect(notice).toMatchObject({ least: 65_000, most: 95_000 });
  const alone = gapOf(notice === undefined ? [] : [notice]);
  expect([alone.least, alone.expected, alone.worst]).toEqual([65_000, 80_000, 95_000]);
  expect(alone.p95 / 1000).toBeCloseTo(65 + 0.95 * 30, 1);
});
test('a hundred thousand draws of a cold cellular standby lie where the distribution says', () => {
  const stretches = stretchesOf(
    { every: 30_000, misses: 3, patience: 5_000 },
    { kind: 'cellular', up: false, tunnel: true, retry: 60_000 },
  );
  const gap = gapOf(stretches);
  const next = draws(20_261_127);
  const sums = Array.from({ length: 100_000 }, () => stretches.reduce((all, one) => all + drawOf(one, next()), 0)).sort((a, b) => a - b);
  expect(Math.abs((sums[95_000] ?? 0) - gap.p95)).toBeLessThan((gap.worst - gap.least) / 150);
  expect(Math.abs(sums.reduce((all, one) => all + one, 0) / sums.length - gap.expected)).toBeLessThan(300);
  expect(sums[0]).toBeGreaterThanOrEqual(gap.least);
  expect(sums.at(-1)).toBeLessThanOrEqual(gap.worst);
  expect(stretches.reduce((all, one) => all + meanOf(one), 0)).toBeCloseTo(gap.expected, 6);
});
test('a standby that is up needs no dialling; text and Wi-Fi have stretches of their own', () => {
  const codes = (of: Parameters<typeof stretchesOf>[1]) => stretchesOf(null, of).map(({ code }) => code);
  expect(codes({ kind: 'cellular', up: true, tunnel: false, retry: null })).toEqual(['gap-link', 'gap-route', 'gap-desk']);
  expect(codes({ kind: 'cellular', up: false, tunnel: false, retry: null })).toContain('gap-register');
  expect(codes({ kind: 'wifi', up: false, tunnel: false, retry: null })).toContain('gap-join');
  expect(codes({ kind: 'text', up: false, tunnel: false, retry: null }).at(-1)).toBe('gap-text');
});

describe('false switches', () => {
  test('where losses do not stay, the burst formula is the independent one', () => {
    for (const [n, p] of [
      [1, 0.1],
      [2, 0.05],
      [3, 0.2],
      [5, 0.3],
    ] as const)
      expect(betweenBurstSwitches(30_000, n, p, p) / betweenFalseFailovers(30_000, n, p)).toBeCloseTo(1, 9);
  });
  test('a simulation of bursts agrees', () => {
    const [loss, stays, n] = [0.1, 0.5, 3];
    const begins = (loss * (1 - stays)) / (1 - loss);
    const next = draws(7);
    let [steps, runs, row] = [0, 0, 0];
    while (runs < 4000) {
      steps++;
      row = next() < (row === 0 ? begins : stays) ? row + 1 : 0;
      if (row < n) continue;
      runs++;
      row = 0;
    }
    expect(steps / runs / (betweenBurstSwitches(1, n, loss, stays) || 1)).toBeCloseTo(1, 1);
  });
  test('bursts make it worse, no loss never switches, and what is outside of the ranges is no number', () => {
    const alone = betweenBurstSwitches(30_000, 3, 0.02, 0.02);
    expect(betweenBurstSwitches(30_000, 3, 0.02, burstStays(30_000, 60_000, 0.02))).toBeLessThan(alone);
    expect(betweenBurstSwitches(30_000, 3, 0, 0)).toBe(Infinity);
    for (const of of [
      [0, 3, 0.1, 0.1],
      [30_000, 0, 0.1, 0.1],
      [30_000, 3, 1, 0.1],
      [30_000, 3, 0.1, 2],
    ] as const) {
      const [every, misses, loss, stays] = of;
      expect(betweenBurstSwitches(every, misses, loss, stays)).toBeNaN();
    }
  });
  test('the edge holds no choice that another beats in all, and the proposal keeps what was asked with the least data', () => {
    const choices = probeChoices({ patience: 5_000, loss: 0.02, burst: 20_000, bytes: 120 });
    const edge = choices.filter((one) => one.edge);
    expect(edge.length).toBeGreaterThan(5);
    expect(edge.length).toBeLessThan(choices.length);
    const one = proposedProbe(choices, 600_000, 1);
    expect(one).not.toBeNull();
    for (const other of choices)
      if (other.notice <= 600_000 && other.bursts <= 1) expect(other.data).toBeGreaterThanOrEqual(one?.data ?? 0);
    expect(proposedProbe(choices, 1_000, 1)).toBeNull();
  });
});
