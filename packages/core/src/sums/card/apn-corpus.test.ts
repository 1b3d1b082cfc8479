// Every access point name of an open dataset (Debian's package mobile-broadband-provider-info), read at test time. No name of it is kept or shown.
import { readFileSync } from 'node:fs';
import { apnFault } from './apn.ts';

const file = '/usr/share/mobile-broadband-provider-info/serviceproviders.xml';
const names = [...new Set([...readFileSync(file, 'utf8').matchAll(/<apn\s+value="([^"]*)"/g)].map(([, name = '']) => name))];

/** Whether a name breaks 3GPP TS 23.003 clause 9.1, asked in another way than ours: by its characters and lengths alone. */
const breaksTheStandard = (name: string): boolean =>
  !/^[A-Za-z0-9](?:[A-Za-z0-9.-]*[A-Za-z0-9])?$/.test(name) ||
  name.length > 62 ||
  name.split('.').some((label) => label === '' || label.length > 63 || label.startsWith('-') || label.endsWith('-')) ||
  /^(?:rac|lac|sgsn|rnc)/i.test(name) ||
  /\.gprs$/i.test(name);

test('the dataset is there and large', () => expect(names.length).toBeGreaterThan(500));
test('each of its names passes, or is shown to break the standard', () => {
  const disagree = names.filter((name) => (apnFault(name) === null) === breaksTheStandard(name));
  expect(disagree.length).toBe(0);
});
test('nearly all of them pass', () => {
  const refused = names.filter((name) => apnFault(name) !== null).length;
  expect(refused / names.length).toBeLessThan(0.01);
});
