// What somebody made for a unit is no sign that it calls when it is due: it ends no silence, is no check-in and no call at another listener.
import { hours, instant } from '../quantity/index.ts';
import { besideOf, checkInsOf, type Heard, supervision } from './index.ts';
import { base, onePath } from './testing.ts';

const day = base + hours(48);
const made = () => {
  const { m, unit, path, receiver } = onePath();
  m.set(unit, { 'unit.testEvery': hours(24) });
  m.set(null, { 'desk.grace': hours(25), 'desk.supervision': true });
  const recent = [0, 24, 48].map((h) => instant(day + hours(h)));
  const of = (event: string, more: Partial<Heard> = {}): Heard => ({
    event,
    path,
    receiver,
    strength: 'certain',
    simulated: false,
    last: recent[2] ?? base,
    count: 3,
    recent,
    ...more,
  });
  return { m, unit, of };
};
test.each(['polled', 'way out'])('%s is no check-in, and keeps no window from ending', (event) => {
  const { m, of } = made();
  const now = day + hours(49);
  expect(checkInsOf({ state: m.state, heard: [of('test')], now })).toMatchObject({ instants: [day + hours(24), day + hours(48)] });
  expect(checkInsOf({ state: m.state, heard: [of(event)], now })).toMatchObject({ instants: [], due: null });
  const dueOf = (heard: readonly Heard[]): unknown => supervision(m.state, heard, now, []);
  expect(dueOf([of(event)])).toEqual(dueOf([]));
  expect(dueOf([of('test')])).not.toEqual(dueOf([]));
});
test('a page that was opened at a one-time address is no call at another listener', () => {
  const { m, of } = made();
  const at = { receiver: null, last: day + hours(500) };
  expect(besideOf(m.state, [of('way out', at)])).toEqual([]);
  expect(besideOf(m.state, [of('test', at)])).toHaveLength(1);
});
