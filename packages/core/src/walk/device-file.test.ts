// What devices export, in every manner, against the sheet and against a later file.
import fc from 'fast-check';
import { asPlanned } from '../lamp/index.ts';
import { onePath } from '../lamp/testing.ts';
import { bindingsOf, sheetRows, shippedProfiles } from '../sheet/index.ts';
import { compareDeviceFile, fileChanges, readDeviceFile } from './index.ts';

const router = shippedProfiles.filter(({ id }) => id === 'router-with-modem');
const texts = {
  JSON: '{"wan": {"apn": "m2m.fellwave.example", "roaming": true}, "lan ip": "192.168.8.1", "sim pin": "4711", "colour": "green"}',
  INI: '; saved by the device\n[wan]\napn = "m2m.fellwave.example"\nroaming=yes\n[lan]\nlan ip=192.168.8.1\nsim pin=4711\ncolour=green\n',
  CSV: 'parameter,value\napn,m2m.fellwave.example\nroaming,yes\nlan ip,192.168.8.1\nsim pin,4711\ncolour,green\n',
  pairs: '# saved\napn: m2m.fellwave.example\nroaming: yes\nlan ip: 192.168.8.1\nsim pin: 4711\ncolour: green\n',
} as const;
const compared = (text: string) => {
  const { m, sim, modem } = onePath();
  m.set(sim, { 'sim.roaming': false });
  const view = asPlanned(m.state);
  return { sim, modem, ...compareDeviceFile(readDeviceFile(text), m.state, sheetRows(view, bindingsOf(view)), router) };
};

test.each(Object.entries(texts))('%s: the same settings are found, equal or not, and the form is known', (form, text) => {
  const { sim, modem, rows, form: is } = compared(text);
  expect(is).toBe(form);
  expect(rows.map(({ name, key, is: how }) => [name.split('.').at(-1), key, how])).toEqual([
    ['apn', `sim:${sim}.apn`, 'equal'],
    ['roaming', `sim:${sim}.roaming`, 'differs'],
    ['lan ip', `modem:${modem}.lan`, 'not on the sheet'],
    ['sim pin', `sim:${sim}.pin`, 'secret'],
    ['colour', null, 'not known'],
  ]);
});
test('a secret’s value is not in what comes back', () => {
  for (const text of Object.values(texts)) expect(JSON.stringify(compared(text))).not.toContain('4711');
});
test('what the profile has a name for and the file lacks is missing; what can’t be read says so', () => {
  const { sim, modem, missing, rows } = compared('lan ip: 010.1.1.300\n');
  expect(missing).toEqual([`sim:${sim}.iccid`, `sim:${sim}.apn`, `sim:${sim}.roaming`]);
  expect(rows).toMatchObject([{ is: 'not understood', key: `modem:${modem}.lan` }]);
});
test('a CSV of two columns without a head line, and one with semicolons', () => {
  expect(readDeviceFile('apn,a.example\nroaming,yes').pairs).toEqual([
    { line: 1, name: 'apn', typed: 'a.example' },
    { line: 2, name: 'roaming', typed: 'yes' },
  ]);
  expect(readDeviceFile('name;current\napn;a.example').pairs).toEqual([{ line: 2, name: 'apn', typed: 'a.example' }]);
});
test('lists and depth in JSON keep their place in the name; broken JSON is read as lines', () => {
  expect(readDeviceFile('{"dns": ["192.0.2.1", "192.0.2.2"], "off": null}').pairs.map(({ name, typed }) => `${name}=${typed}`)).toEqual([
    'dns.1=192.0.2.1',
    'dns.2=192.0.2.2',
    'off=',
  ]);
  expect(readDeviceFile('{"apn": "a.example",\n').form).toBe('pairs');
});
test('before and after: changed, gone and new; another order is no change', () => {
  const [before, after] = [readDeviceFile('a=1\nb=2\nc=3\n'), readDeviceFile('c=3\nb=4\nd=5\n')];
  expect(fileChanges(before, after)).toEqual([
    { name: 'a', was: '1', is: null },
    { name: 'b', was: '2', is: '4' },
    { name: 'd', was: null, is: '5' },
  ]);
  expect(fileChanges(before, readDeviceFile('c=3\nb=2\na=1\n'))).toEqual([]);
});
test('any text is read without throwing, and a file against itself never differs', () => {
  fc.assert(
    fc.property(fc.string({ maxLength: 200 }), (text) => {
      const file = readDeviceFile(text);
      expect(fileChanges(file, file)).toEqual([]);
    }),
    { seed: 12, numRuns: 200 },
  );
});
