import { groups, isSettingKey, lampNames, sure } from '../name/index.ts';
import { definitionOf, editValue, onceHolders, parameters, parseTyped, parseValue, secretFault, showValue } from './index.ts';
import { isZone, parseDuration, parseRfc3339, showDuration, wallTime, instant, ms, inWords } from '../quantity/index.ts';

const of = (key: string) => {
  const found = parameters.find((p) => p.key === key);
  if (found === undefined) throw new Error(key);
  return found;
};
const typed = (key: string, text: string): unknown => {
  const parsed = parseTyped(of(key), text);
  return parsed.ok ? parsed.value : parsed.problems.map(({ code }) => code);
};

test('the table has at least 400 settings, each under its holder, once, with a reason and somebody to ask', () => {
  expect(parameters.length).toBeGreaterThanOrEqual(400);
  expect(new Set(parameters.map(({ key }) => key)).size).toBe(parameters.length);
  for (const p of parameters) {
    expect(p.key.startsWith(`${p.holder}.`)).toBe(true);
    expect(p.why).toMatch(/^[A-Z].{10,}[.?]$/);
    expect(p.bears.every((lamp) => lampNames.includes(lamp))).toBe(true);
  }
  expect(new Set(parameters.map(({ holder }) => holder))).toEqual(new Set([...groups, ...onceHolders, 'listener']));
});
test('a key finds its definition without its element; one from a newer version finds none', () => {
  expect(definitionOf(sure(isSettingKey, 'sim:k7f3q2.apn'))?.label).toBe('APN');
  expect(definitionOf(sure(isSettingKey, 'sim:k7f3q2.colour'))).toBeNull();
});
test.each([
  ['modem.idleLimit', '95 s', 95_000],
  ['modem.idleLimit', '1.5 min', 90_000],
  ['modem.idleLimit', '95', ['form']],
  ['modem.idleLimit', '500 ms', ['range']],
  ['unit.supplyLeast', '12,6 V', 12_600],
  ['unit.supplyLeast', '9', 9_000],
  ['unit.supplyLeast', 'twelve', ['form']],
  ['unit.deskPort', '4110', 4110],
  ['unit.deskPort', '41.10', ['form']],
  ['sim.iccid', '8999 9012 3456 7890 124', '8999901234567890124'],
  ['sim.iccid', '123', ['form']],
  ['sim.roaming', 'yes', true],
  ['sim.size', '5FF', ['choice']],
  ['site.zone', 'Europe/Nowhere', ['form']],
  ['site.zone', 'Europe/Paris', 'Europe/Paris'],
  ['sim.apn', '', null],
  ['path.ip', '192.168.007.001', '192.168.7.1'],
  ['path.ip', '192.168.1.010', ['address']],
  ['path.ip', '192.168.7.1.9', ['address']],
  ['path.network', '192.168.7.0 255.255.254.0', '192.168.7.0/23'],
  ['path.network', '192.168.7.0/255.255.255.0', '192.168.7.0/24'],
  ['path.network', '192.168.7.0/255.0.255.0', ['form']],
  ['path.network', '2001:db8:7::/48', '2001:db8:7::/48'],
  ['number.number', '+44 (7700) 900-123', '+447700900123'],
  ['number.number', '+44 (0)7700 900123', ['form']],
  ['claim.id', '70-B3-D5-7E-D0-00-1A-2B', '70b3d57ed0001a2b'],
  ['claim.id', '70B3D57ED0001A2', ['form']],
  ['sim.until', '2028-02-29', '2028-02-29'],
  ['sim.until', '2027-02-29', ['form']],
  ['sim.until', '03/04/2027', ['form']],
  ['unit.testAt', '3:05', '03:05'],
  ['unit.testAt', '2405', ['form']],
  ['modem.bands', 'b3;b20  n28', 'B3, B20, n28'],
  ['sim.plan', '50 MB', 50_000_000],
  ['sim.plan', '50', ['form']],
  ['modem.watts', '4,5 W', 4500],
  ['antenna.cableLength', '5 m', 5000],
  ['wifi.chosenLevel', '\u221261 dBm', -61],
  ['sim.apn', 'iot.fellwave ', 'iot.fellwave '],
])('%s typed as %p means %p', (key, text, value) => expect(typed(key, text)).toEqual(value));
test('what is shown in a field is typed back to the same value', () => {
  for (const [key, value] of [
    ['modem.idleLimit', 95_000],
    ['unit.supplyLeast', 12_600],
    ['unit.testEvery', 86_400_000],
    ['sim.iccid', '8999901234567890124'],
    ['modem.imei', '490154203237518'],
    ['sim.roaming', false],
    ['unit.deskPort', 4110],
  ] as const)
    expect(typed(key, editValue(of(key), value))).toEqual(value);
});
test('a secret never shows, in a field or in a sentence', () => {
  const value = { secret: '01ARZ3NDEKTSV4RRFFQ69G5FAV' };
  expect(showValue(of('sim.pin'), value)).toBe('kept secret');
  expect(editValue(of('sim.pin'), value)).toBe('');
  expect(parseValue(of('sim.pin'), '4071', 'value').ok).toBe(false);
  const form = of('sim.pin').form;
  expect(form.is === 'secret' ? [secretFault(form, '407'), secretFault(form, '40a1'), secretFault(form, '4071')] : []).toEqual([
    'It has 3 characters; 4 to 8 are possible.',
    'It may only have digits.',
    null,
  ]);
});
test.each([
  ['2026-11-12T14:06:02Z', Date.UTC(2026, 10, 12, 14, 6, 2)],
  ['1985-04-12T23:20:50.52Z', 482_196_050_520],
  ['1996-12-19T16:39:57-08:00', 851_042_397_000],
])('%s is an instant (the latter two are RFC 3339 §5.8’s)', (text, at) => expect(parseRfc3339(text)).toBe(at));
test.each(['2026-13-01T00:00:00Z', '2026-02-29T00:00:00Z', '2026-11-12', '2026-11-12T24:00:00Z', '12.11.2026', ''])('%p is none', (text) =>
  expect(parseRfc3339(text)).toBeNull(),
);
test('a duration has its unit or is refused, and is written back in the largest that fits', () => {
  expect(parseDuration('10').ok).toBe(false);
  expect(
    ['95 s', '2 min', '24 h', '31 d', '500 ms'].map((text) => {
      const parsed = parseDuration(text);
      return parsed.ok ? showDuration(parsed.value) : '';
    }),
  ).toEqual(['95 s', '2 min', '24 h', '31 d', '500 ms']);
  expect([inWords(41_000), inWords(ms(180_000)), inWords(5 * 3_600_000), inWords(12 * 86_400_000)]).toEqual([
    '41 s',
    '3 min',
    '5 h',
    '12 d',
  ]);
});
test('wall time is the zone’s, on both sides of its clock change', () => {
  expect(isZone('UTC')).toBe(true);
  expect(wallTime(instant(Date.UTC(2025, 2, 30, 0, 59)), 'Europe/Paris').time).toBe('01:59');
  expect(wallTime(instant(Date.UTC(2025, 2, 30, 1, 0)), 'Europe/Paris').time).toBe('03:00');
});
