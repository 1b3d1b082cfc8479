import { onePath } from '../lamp/testing.ts';
import { dueList, summary } from './index.ts';
import { judging, ringAfter } from '../lamp/index.ts';
import { days, hours, instant, later } from '../quantity/index.ts';

const zone = 'Europe/Vienna';
test('what ends on a day and which proof grows too old, in one list, earliest first', () => {
  const { m, sim } = onePath();
  m.set(sim, { 'sim.until': '2026-09-01' });
  m.read('Power', null, 'supply.idle', 12_900, 'mV').read('Power', null, 'supply.transmitting', 12_100, 'mV');
  const list = dueList(m.state, m.line(), { now: m.now, zone, ring: null });
  // House rules as they ship: Power for twelve months. The base of the test is 28 May 2026.
  expect(list.map((one) => (one.is === 'end' ? [one.day, one.kind] : [one.day, one.is === 'proof' ? one.lamp : one.is]))).toEqual([
    ['2026-09-01', 'card contract'],
    ['2027-05-28', 'Power'],
  ]);
});
test('a window of the watch is no date for a diary, and what is too old already is due now, not then', () => {
  const { m } = onePath();
  m.read('Power', null, 'supply.idle', 12_900, 'mV').read('Power', null, 'supply.transmitting', 12_100, 'mV');
  const late = later(m.now, 400 * 86_400_000);
  expect(dueList(m.state, m.line(late), { now: late, zone, ring: null })).toEqual([]);
  m.call('0233', { event: 'test' });
  expect(dueList(m.state, m.line(), { now: m.now, zone, ring: null }).every(({ day }) => day >= '2026-06-04')).toBe(true);
});
test('another desk is to be rung once the tests that house rules ask for were due with nobody there, and no more once they were told', () => {
  const { m, unit } = onePath();
  const of = () => judging(m.state, { ...m.rules, heard: m.heard, now: m.now });
  const row = (now = m.now) => summary(m.state, { ...m.rules, heard: m.heard, now, traits: () => null, person: () => null });
  m.set(unit, { 'unit.testEvery': days(1) })
    .entered(unit)
    .restarted(unit);
  m.add('placed', { place: 'site', where: 'the weir' });
  // At our own desk nobody is rung.
  expect(ringAfter(of())).toBeNull();
  m.set(null, { 'desk.whose': 'theirs' });
  const left = m.state.attended?.ord ?? 0;
  const asked = m.rules.house.checkIns;
  const after = left + asked * days(1) + hours(1);
  expect(ringAfter(of())).toBe(after);
  expect(row()).toMatchObject({ ring: after });
  expect(row(instant(after))?.urgent).toBe(true);
  const [first] = dueList(m.state, m.line(), { now: m.now, zone: 'UTC', ring: instant(after) });
  expect(first).toEqual({ is: 'ring', day: new Date(after).toISOString().slice(0, 10) });
  m.wait(after - m.now + hours(1));
  const tests = Array.from({ length: asked }, (_, i) => instant(left + days(i + 1)));
  m.add('watch.asked', { person: 'Ruth', path: null, tests, armed: true, offTest: true, words: '' });
  expect(ringAfter(of())).toBeNull();
  // Somebody was there since: they are asked for anew.
  m.add('placed', { place: 'site', where: 'the weir' });
  expect(ringAfter(of())).not.toBeNull();
});
