import type { ElementId, LampName } from '../name/index.ts';
import { onePath, twoSims } from './testing.ts';
import { worst } from './index.ts';

const four = ['inputs.range', 'inputs.function', 'inputs.rest', 'inputs.zones'];

test('a blank station is dark all along, and each lamp says what would light it', () => {
  const { m, path } = onePath();
  for (const [lamp, of] of [
    ['Power', null],
    ['Inputs', null],
    ['Card', path],
    ['Signal', path],
    ['Bearer', path],
    ['Route', path],
    ['Call', null],
    ['Standby', null],
    ['Watch', null],
    ['Reach', null],
  ] as [LampName, ElementId | null][]) {
    expect(m.lamp(lamp, of)).toMatchObject({ is: 'dark', because: [{ code: 'nothing' }] });
    expect(m.lamp(lamp, of).next).not.toBeNull();
  }
});
test('Power: sign marginal, one voltage marginal, both in range proven, out of range failed', () => {
  const { m, unit } = onePath();
  m.set(unit, { 'unit.supplyLeast': 9000, 'unit.supplyMost': 30_000 }).read('Power', null, 'supply.sign', true);
  expect(m.lamp('Power').is).toBe('marginal');
  m.read('Power', null, 'supply.idle', 12_600, 'mV');
  expect(m.lamp('Power')).toMatchObject({ is: 'marginal', next: { code: 'next-volts' } });
  m.read('Power', null, 'supply.transmitting', 8_900, 'mV');
  expect(m.lamp('Power')).toMatchObject({ is: 'failed', because: [{ code: 'out-of-range', args: { value: 8_900, least: 9000 } }] });
  m.read('Power', null, 'supply.transmitting', 9_000, 'mV');
  expect(m.lamp('Power')).toMatchObject({ is: 'proven', next: null });
});
test('Inputs: any of the four steps is marginal and names what is left, all four prove it', () => {
  const { m } = onePath();
  for (const what of four.slice(0, 3)) m.read('Inputs', null, what, true);
  expect(m.lamp('Inputs')).toMatchObject({
    is: 'marginal',
    next: { code: 'next-steps', args: { left: ['Zones and texts are the desk’s'] } },
  });
  m.read('Inputs', null, 'inputs.zones', true);
  expect(m.lamp('Inputs').is).toBe('proven');
});
test('Card: another number fails, the sheet’s number with PIN ready proves, a call only says that some card works', () => {
  const { m, path } = onePath();
  m.call('0233', { event: 'high' });
  expect(m.lamp('Card', path)).toMatchObject({ is: 'marginal', because: [{ code: 'some-card' }] });
  m.read('Card', path, 'card.number', '8999900000000000014');
  expect(m.lamp('Card', path)).toMatchObject({ is: 'failed', because: [{ code: 'card-other' }] });
  m.read('Card', path, 'card.number', '8999901234567890124');
  expect(m.lamp('Card', path)).toMatchObject({ is: 'marginal', next: { code: 'next-pin' } });
  m.read('Card', path, 'card.pin', 'ready');
  expect(m.lamp('Card', path).is).toBe('proven');
  m.read('Card', path, 'card.pin', 'PIN wanted');
  expect(m.lamp('Card', path).is).toBe('failed');
});
test.each([
  [-80, 'marginal'],
  [-105, 'marginal'],
  [-110, 'marginal'],
  [-111, 'failed'],
])('Signal: one reading of %d dBm is %s, never proven without a hold', (value, is) => {
  const { m, path } = onePath();
  m.read('Signal', path, 'signal.rsrp', value, 'dBm');
  expect(m.lamp('Signal', path).is).toBe(is);
});
test.each([
  ['bearer.indicator', 'Bearer', 1, 'marginal'],
  ['bearer.word', 'Bearer', 2, 'marginal'],
  ['bearer.address', 'Bearer', 3, 'proven'],
  ['route.somewhere', 'Route', 4, 'marginal'],
  ['route.byPath', 'Route', 5, 'marginal'],
] as const)('%s gives %s grade %d: %s', (what, lamp, grade, is) => {
  const { m, path } = onePath();
  m.read(lamp, path, what, true);
  expect(m.lamp(lamp, path)).toMatchObject({ is, grade });
});
test('Standby: all four kinds of failure prove it, the plug alone is marginal, none is accepted with its reason', () => {
  const { m } = twoSims();
  m.read('Standby', null, 'standby.linkLoss', true);
  expect(m.lamp('Standby').is).toBe('marginal');
  for (const what of ['standby.softFailure', 'standby.supplyLoss', 'standby.return']) m.read('Standby', null, what, true);
  expect(m.lamp('Standby').is).toBe('proven');
  m.none('Standby', null, 'taken out');
  expect(m.lamp('Standby')).toMatchObject({ is: 'none', because: [{ code: 'none', args: { reason: 'taken out' } }] });
  m.add('none.accepted', { lamp: 'Standby', path: null, reason: 'back again', lifted: true });
  expect(m.lamp('Standby').is).toBe('proven');
});
test('Watch: two unattended check-ins, supervision armed and the account off test', () => {
  const { m } = onePath();
  m.read('Watch', null, 'watch.checkIns', 1, 'count');
  expect(m.lamp('Watch').is).toBe('marginal');
  m.read('Watch', null, 'watch.checkIns', 2, 'count');
  expect(m.lamp('Watch').next?.code).toBe('next-arm');
  m.set(null, { 'desk.supervision': true });
  expect(m.lamp('Watch').next?.code).toBe('next-off-test');
  m.set(null, { 'desk.onTest': false });
  expect(m.lamp('Watch').is).toBe('proven');
});
test('Reach: a session is marginal, a value changed and read back proves it', () => {
  const { m } = onePath();
  m.read('Reach', null, 'reach.session', true);
  expect(m.lamp('Reach').is).toBe('marginal');
  m.read('Reach', null, 'reach.readBack', true);
  expect(m.lamp('Reach').is).toBe('proven');
});
test('a declaration is marginal at most, never proves Call, and a bad one fails the lamp until better evidence is later', () => {
  const { m, path } = onePath();
  m.add('declaration.made', { lamp: 'Route', path, outcome: 'good', words: 'IT says that it is open' }).add('declaration.made', {
    lamp: 'Call',
    path,
    outcome: 'good',
    words: 'they saw it',
  });
  expect(m.lamp('Route', path).is).toBe('marginal');
  expect(m.lamp('Call').is).toBe('dark');
  m.call('0233', { event: 'high' }).add('declaration.made', { lamp: 'Route', path, outcome: 'bad', words: 'refused' });
  expect(m.lamp('Route', path)).toMatchObject({ is: 'failed', because: [{ args: { words: 'refused' } }] });
  m.read('Route', path, 'route.byPath', true);
  expect(m.lamp('Route', path)).toMatchObject({ is: 'marginal', grade: 5 });
  m.call('0233', { event: 'other' });
  expect(m.lamp('Route', path)).toMatchObject({ is: 'proven', grade: 7 });
});
test('a path that is accepted as none has no lamps to prove and Call does without it', () => {
  const { m, paths } = twoSims();
  m.call('0417', { event: 'low' }, { address: '198.51.100.1', port: 1 }).none(null, paths[1], 'comes next year');
  expect(m.lamp('Bearer', paths[1]).is).toBe('none');
  expect(m.lamp('Call').is).toBe('proven');
});
test('the station’s own lamp is the worst of its required ones; none is skipped', () => {
  expect(worst(['proven', 'marginal', 'none'])).toBe('marginal');
  expect(worst(['dark', 'stale', 'proven'])).toBe('stale');
  expect(worst(['stale', 'failed'])).toBe('failed');
  expect(worst(['none'])).toBe('none');
});
