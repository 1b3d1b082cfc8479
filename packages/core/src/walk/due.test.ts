import { later } from '../quantity/index.ts';
import { onePath } from '../lamp/testing.ts';
import { dueList } from './index.ts';

const zone = 'Europe/Vienna';
test('what ends on a day and which proof grows too old, in one list, earliest first', () => {
  const { m, sim } = onePath();
  m.set(sim, { 'sim.until': '2026-09-01' });
  m.read('Power', null, 'supply.idle', 12_900, 'mV').read('Power', null, 'supply.transmitting', 12_100, 'mV');
  const list = dueList(m.state, m.line(), { now: m.now, zone });
  // House rules as they ship: Power for twelve months. The base of the test is 28 May 2026.
  expect(list.map((one) => (one.is === 'end' ? [one.day, one.kind] : [one.day, one.lamp]))).toEqual([
    ['2026-09-01', 'card contract'],
    ['2027-05-28', 'Power'],
  ]);
});
test('a window of the watch is no date for a diary, and what is too old already is due now, not then', () => {
  const { m } = onePath();
  m.read('Power', null, 'supply.idle', 12_900, 'mV').read('Power', null, 'supply.transmitting', 12_100, 'mV');
  const late = later(m.now, 400 * 86_400_000);
  expect(dueList(m.state, m.line(late), { now: late, zone })).toEqual([]);
  m.call('0233', { event: 'test' });
  expect(dueList(m.state, m.line(), { now: m.now, zone }).every(({ day }) => day >= '2026-06-04')).toBe(true);
});
