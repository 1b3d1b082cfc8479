import { Clock } from './clock.ts';

const day = 86_400_000;
const start = Date.UTC(2026, 10, 12);
const made = () => {
  const at = { date: start, steady: 5000, asleep: 90_000 };
  const clock = new Clock().by({ date: () => at.date, steady: () => at.steady, awakeAndAsleep: () => at.asleep });
  const pass = (ms: number): void => {
    at.date += ms;
    at.steady += ms;
    at.asleep += ms;
  };
  clock.look();
  return { at, clock, pass };
};

test('it goes with the machine’s date, small corrections too', () => {
  const { at, clock, pass } = made();
  pass(1000);
  at.date += 400;
  expect(clock.look()).toBeNull();
  expect(clock.now()).toBe(start + 1400);
});
test('a jump to 2036 is seen at once and not followed, however long it stands: nothing is received in 2036', () => {
  const { at, clock, pass } = made();
  at.date += 3650 * day;
  pass(1000);
  expect(clock.look()).toEqual({ by: 3650 * day, followed: false });
  expect([clock.now(), clock.jumped]).toEqual([start + 1000, 3650 * day]);
  for (let i = 0; i < 3600; i++) {
    pass(1000);
    expect(clock.look()).toBeNull();
  }
  expect(clock.now()).toBe(start + 3_601_000);
  at.date -= 3650 * day;
  expect(clock.look()).toBeNull();
  expect(clock.jumped).toBe(0);
});
test('a jump ahead of an hour is followed once it has stood for ten minutes, and one back at once', () => {
  const { at, clock, pass } = made();
  at.date += 3_600_000;
  expect(clock.look()).toEqual({ by: 3_600_000, followed: false });
  pass(599_000);
  expect(clock.look()).toBeNull();
  pass(2000);
  expect(clock.look()).toEqual({ by: 3_600_000, followed: true });
  expect(clock.now()).toBe(start + 3_600_000 + 601_000);
  at.date -= 120_000;
  expect(clock.look()).toEqual({ by: -120_000, followed: true });
  expect(clock.now()).toBe(start + 3_600_000 + 481_000);
});
test('a machine that slept has jumped nowhere: the clock is right as soon as it wakes', () => {
  const { at, clock } = made();
  at.date += 8 * 3_600_000;
  at.asleep += 8 * 3_600_000;
  expect(clock.look()).toBeNull();
  expect(clock.now()).toBe(start + 8 * 3_600_000);
});
