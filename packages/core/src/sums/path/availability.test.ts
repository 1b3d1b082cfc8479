import { jointAvailability } from './availability.ts';

// By hand: two ways of 99 in 100 are out together in 1 of 10,000; behind one supply of 999 in 1000 it is that supply that counts.
test.each([
  [[0.99], [], 0.99, 87.6],
  [[0.99, 0.99], [], 0.9999, 0.876],
  [[0.99, 0.95], [], 0.9995, 4.38],
  [[0.99, 0.99], [0.999], 0.9989001, 9.635],
  [[0.999, 0.99, 0.9], [0.9999, 0.999], 0.9988991, 9.644],
] as const)('%p behind %p: %p of the time', (ways, shared, up, hours) => {
  const joint = jointAvailability(ways, shared);
  expect(joint.up).toBeCloseTo(up, 6);
  expect(joint.darkHours).toBeCloseTo(hours, 2);
});
test('against a simulation of independent ways behind one shared part', () => {
  let at = 4171;
  const unit = (): number => (at = (at * 16_807) % 2_147_483_647) / 2_147_483_647;
  const n = 400_000;
  let up = 0;
  for (let i = 0; i < n; i++) if (unit() < 0.98 && [0.9, 0.8].map((a) => unit() < a).some(Boolean)) up++;
  expect(up / n).toBeCloseTo(jointAvailability([0.9, 0.8], [0.98]).up, 2);
});
test('no way at all, and what is no share of the time, are refused', () => {
  for (const [ways, shared] of [
    [[], []],
    [[1.1], []],
    [[0.9], [-0.1]],
    [[Number.NaN], []],
  ])
    expect(() => jointAvailability(ways ?? [], shared ?? [])).toThrow(RangeError);
});
