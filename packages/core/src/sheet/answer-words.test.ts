import { mask, readAnswer } from '../wire/index.ts';
import { answerWords, profileShape, shippedProfiles } from './index.ts';

const known = (text: string, profiles: Parameters<typeof answerWords>[0]): { [what: string]: unknown } =>
  Object.fromEntries(readAnswer(text, answerWords(profiles)).found.map(({ what, value }) => [what, value]));

test('a device’s names are read by its profile: of settings that it tells in force, and of what it measures', () => {
  const aliases = { Kanal: 'sim.apn', Karte: 'sim.iccid', Pegel: 'signal.rsrp', Geheim: 'sim.pin' };
  expect(known('Kanal: iot\nKarte: 8999901234567890124\nPegel: -97 dBm', [{ aliases }])).toEqual({
    'context.apn': 'iot',
    'card.number': '8999901234567890124',
    'signal.rsrp': -97,
  });
  expect(known('Kanal: iot\nPegel: -97 dBm', [])).toEqual({});
});
test('a name that a profile gives to a secret masks what stands behind it', () => {
  const words = answerWords([{ aliases: { Kode: 'sim.pin' }, secretCommands: ['+XNAME'] }]);
  expect(mask('Kode: 7319\nAT+XNAME=tech', words)).not.toMatch(/7319|tech/);
});
test('a status word says which path carries the traffic, whatever its letters’ size; without the profile it says nothing', () => {
  const [router] = shippedProfiles.filter(({ id }) => id === 'router-with-modem');
  expect(readAnswer('Status: Backup', answerWords(router === undefined ? [] : [router])).found).toMatchObject([
    { what: 'status.word', value: 'Backup', note: 'not by this path: it waits for the other to fail' },
  ]);
  expect(known('Status: Backup', [])).toEqual({});
});
test('of two profiles the first holds', () =>
  expect(known('Wert: -97 dBm', [{ aliases: { Wert: 'signal.rsrp' } }, { aliases: { wert: 'signal.rssi' } }])).toEqual({
    'signal.rsrp': -97,
  }));
test('a profile may name what a device tells, and nothing else', () => {
  const shaped = (aliases: { [name: string]: string }) => profileShape({ ...shippedProfiles[0], aliases }, '').ok;
  expect([shaped({ Pegel: 'signal.rsrp' }), shaped({ APN: 'sim.apn' }), shaped({ Pegel: 'signal.loudness' })]).toEqual([true, true, false]);
});
