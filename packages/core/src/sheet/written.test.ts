import { asMeant, copyFault, definition, parseTyped, withoutCopied } from './index.ts';

test.each([
  ['sim.roaming', 'roaming on', true],
  ['sim.roaming', 'Roaming: not allowed', false],
  ['sim.roaming', 'allowed', true],
  ['sim.roaming', 'off', false],
  ['sim.pinOn', 'disabled', false],
  ['path.lease', 'static', 'fixed'],
  ['path.lease', 'DHCP', 'dhcp'],
  ['path.lease', 'dynamic', 'dhcp'],
  ['sim.addressKind', 'static', 'fixed'],
  ['sim.addressKind', 'CGNAT', 'nat'],
  ['sim.addressKind', 'carrier-grade NAT', 'nat'],
  ['sim.size', 'nano SIM', '4FF'],
  ['sim.planEnd', 'throttled', 'slow'],
  ['modem.mode', '4G only', 'lte'],
  ['unit.testEvery', '24 hours', 86_400_000],
  ['unit.testEvery', '1 day', 86_400_000],
  ['unit.testEvery', 'one day', 86_400_000],
  ['unit.testEvery', 'daily', 86_400_000],
  ['unit.testEvery', 'every 12 hrs', 43_200_000],
  ['modem.idleLimit', '90 seconds', 90_000],
  ['sim.plan', '150 megabytes', 150_000_000],
  ['site.supplyVolts', '12.6 volts', 12_600],
])('%s written as %p is %p', (key, typed, value) => {
  const of = definition(key);
  if (of === null) throw new Error(key);
  expect(parseTyped(of, asMeant(of, typed))).toEqual({ ok: true, value });
});
test.each([
  ['sim.roaming', 'perhaps'],
  ['sim.addressKind', 'static or not'],
  ['sim.addressKind', 'not static'],
  ['unit.testEvery', '24'],
  ['unit.testEvery', 'sometimes'],
  ['sim.plan', 'unlimited'],
])('%s written as %p is not guessed', (key, typed) => {
  const of = definition(key);
  if (of === null) throw new Error(key);
  expect(parseTyped(of, asMeant(of, typed)).ok).toBe(false);
});
test.each([
  ['iot.fellwave', null],
  ['iot.fellwave ', 'blank at its end'],
  [' iot', 'blank at its beginning'],
  ['iot\u00a0', 'characters that nobody sees'],
  ['io\u200bt', 'characters that nobody sees'],
  ['iot\t', 'characters that nobody sees'],
])('%p came along with %p', (typed, fault) => {
  expect(copyFault(typed)).toBe(fault);
  expect(copyFault(withoutCopied(typed))).toBeNull();
});
