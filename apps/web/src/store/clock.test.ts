// The device's clock as the server sees it: measured at each answer, not believed after a jump.
import { isUlid } from '@green-lamp/core/name';
import { currentSkew, deviceId, deviceNow, measureSkew, sharedNow, watchClock } from './device.ts';

const realNow = Date.now.bind(Date);
let off = 0;
beforeAll(() => {
  Date.now = () => realNow() + off;
});
afterAll(() => {
  Date.now = realNow;
});

test('skew is the server’s clock minus the middle of asking and answering', () => {
  measureSkew(10_500, 10_000, 10_200);
  expect(currentSkew()).toBe(400);
});
test('a clock that jumps makes the skew unknown until the next answer', () => {
  const at = Date.now();
  measureSkew(at + 250, at, at);
  expect(Math.abs(sharedNow() - deviceNow() - 250)).toBeLessThan(20);
  off = 7_200_000;
  expect(currentSkew()).toBeNull();
  expect(currentSkew()).toBeNull();
  const later = Date.now();
  measureSkew(later - 7_200_000, later, later);
  expect(currentSkew()).toBe(-7_200_000);
  expect(Math.abs(sharedNow() - realNow())).toBeLessThan(20);
  off = 0;
});
test('whoever shows a time is told when the desk’s clock is another than was thought, and not of its jitter', () => {
  const at = Date.now();
  measureSkew(at, at, at);
  let told = 0;
  const stop = watchClock(() => {
    told += 1;
  });
  measureSkew(at + 400, at, at);
  expect(told).toBe(0);
  measureSkew(at - 1_300_000, at, at);
  expect(told).toBe(1);
  stop();
  measureSkew(at, at, at);
  expect(told).toBe(1);
});
test('this browser has one id, for good', () => {
  const id = deviceId();
  expect(isUlid(id)).toBe(true);
  expect(deviceId()).toBe(id);
});
