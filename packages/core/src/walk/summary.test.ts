import { shippedRules } from '../lamp/index.ts';
import { emptyState } from '../journal/index.ts';
import { onePath } from '../lamp/testing.ts';
import { deskStream } from '../name/index.ts';
import { byUrgency, summary, type Summary, zoneOf } from './index.ts';

const of = (m: ReturnType<typeof onePath>['m']): Summary => {
  const made = summary(m.state, { ...shippedRules, heard: [], now: m.now, traits: () => null, person: () => 'Ines' });
  if (made === null) throw new Error('the station is open');
  return made;
};

test('a stream without a station has no row', () =>
  expect(
    summary(emptyState(deskStream), { ...shippedRules, heard: [], now: onePath().m.now, traits: () => null, person: () => null }),
  ).toBeNull());
test('a station wants a person where a lamp failed or fell, or a stop is open, and not where it is merely unfinished', () => {
  const { m, unit, sim } = onePath();
  expect(of(m)).toMatchObject({ name: 'Mast', urgent: false, who: 'you', strange: false });
  m.call('0233', { event: 'high' }).enter('sim.apn', sim, 'new.example');
  expect(of(m)).toMatchObject({ urgent: true, line: { station: 'stale' } });
  const other = onePath();
  other.m.set(unit, {}).set(other.unit, { 'unit.account': '0332' });
  expect(of(other.m)).toMatchObject({ urgent: true, line: { station: 'dark' } });
});
test('an accepted stop no longer makes it urgent', () => {
  const { m, unit, receiver } = onePath();
  m.set(receiver, { 'receiver.port': null }).set(unit, { 'unit.deskPort': 0 });
  expect(of(m).urgent).toBe(true);
  const id = `route/port-possible|port-impossible|${unit}`;
  m.add('finding.accepted', { finding: id, about: '{"args":{"port":0},"severity":"stop"}', reason: 'a test bench', lifted: false });
  expect(of(m).urgent).toBe(false);
});
test('rows come by urgency, then by name; times are told in the site’s zone', () => {
  const row = of(onePath().m);
  const named = (name: string, urgent: boolean): Summary => ({ ...row, name, urgent });
  expect([named('b', false), named('c', true), named('a', false)].sort(byUrgency).map(({ name }) => name)).toEqual(['c', 'a', 'b']);
  const { m } = onePath();
  expect(zoneOf(m.state)).toBe('UTC');
  expect(zoneOf(m.set(null, { 'site.zone': 'Europe/Paris' }).state)).toBe('Europe/Paris');
});
