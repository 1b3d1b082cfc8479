// The rows of evidence: every one of a lamp, and used by the lamp that it names.
import { lampNames } from '../name/index.ts';
import { usedBy } from '../lamp/lamps/used.ts';
import { kinds, kindsOf, plainZone, readingOf, readings, readingsOf, retiredReadings } from './index.ts';

test('every reading has a name of its own, and the lamp that uses it is the one that its row names', () => {
  expect(new Set(readings.map(({ what }) => what)).size).toBe(readings.length);
  for (const { what, lamp } of readings) expect([what, usedBy[what].lamp]).toEqual([what, lamp]);
});
test('each lamp but Call and Watch has readings of its own; each of them has something that proves it, and every row says what that is', () => {
  expect(new Set(readings.map(({ lamp }) => lamp))).toEqual(new Set(lampNames.filter((lamp) => lamp !== 'Call' && lamp !== 'Watch')));
  for (const lamp of lampNames) expect([lamp, kindsOf(lamp).length + readingsOf(lamp).length]).not.toEqual([lamp, 0]);
  for (const { proves } of [...readings, ...Object.values(kinds)]) expect(proves).toMatch(/^\p{Lu}.{15,}\.$/u);
});
test('what is merely seen is a word first; no row that a person presses is measured', () => {
  for (const { form, by } of readings) if (form.is === 'seen') expect(by[0]).toBe('word');
  for (const what of retiredReadings) expect(readingOf(what)).toBeNull();
});
test.each([
  ['003', '3'],
  ['3', '3'],
  ['0', null],
  ['000', null],
  ['', null],
  [undefined, null],
  [' 12 ', '12'],
  ['A07', 'A07'],
])('zone %p is compared as %p', (zone, plain) => expect(plainZone(zone)).toBe(plain));
