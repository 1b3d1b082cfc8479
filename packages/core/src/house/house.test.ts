import { houseShape, isQuestion, otherSchools, schoolIn, schoolOf, schools, shippedHouse, withSchool } from './index.ts';

test('there are at least twenty questions, each with two schools or more, reasons, and exactly one that ships', () => {
  expect(schools.length).toBeGreaterThanOrEqual(20);
  expect(new Set(schools.map(({ id }) => id)).size).toBe(schools.length);
  for (const { of, question } of schools) {
    expect([question, of.length >= 2, of.filter(({ ours }) => ours === true).length]).toEqual([question, true, 1]);
    for (const { why } of of) expect(why).toMatch(/\.$/);
  }
});
test('a choice is followed, a choice that does not exist is not, and without one it is ours', () => {
  expect(schoolOf({ hold: '20 s' }, 'hold')?.says).toBe('20 s');
  expect(schoolOf({ hold: '25 s' }, 'hold')?.says).toBe('30 s');
  expect(schoolOf(undefined, 'hold')?.says).toBe('30 s');
  expect([schoolOf(undefined, 'colour'), isQuestion('colour'), isQuestion('hold')]).toEqual([null, false, true]);
});
test('house rules with choices are sound, with a question that nobody asks they are not', () => {
  expect(houseShape({ ...shippedHouse, schools: { hold: '20 s' } }, '').ok).toBe(true);
  expect(houseShape({ ...shippedHouse, schools: { colour: 'red' } }, '')).toMatchObject({
    ok: false,
    problems: [{ path: 'schools.colour' }],
  });
});
test('choosing a school brings its figure along, and touches no other', () => {
  const short = withSchool(shippedHouse, 'hold', '20 s');
  expect(short.hold).toEqual({ ...shippedHouse.hold, time: 20_000 });
  expect(withSchool(short, 'fair', 'passes').hold.time).toBe(20_000);
  expect(withSchool(short, 'hold', '30 s').hold).toEqual(shippedHouse.hold);
  expect(schoolIn(short)('hold')).toBe('20 s');
  expect(schoolIn(short)('fair')).toBe('reason');
});
test('the other schools are those that decide a figure or a lamp, without the one that is followed', () => {
  const named = otherSchools(shippedHouse).map(({ question, choice }) => `${question}: ${choice}`);
  expect(named).toEqual([
    'hold: 20 s',
    'level: bars',
    'level: colour',
    'proof: sign',
    'calls: any',
    'matrix: full',
    'fair: passes',
    'fair: move',
    'drills: dark',
    'late switch: counts',
    'one path: reason',
    'each path: each',
  ]);
  expect(otherSchools(withSchool(shippedHouse, 'hold', '20 s')).map(({ choice }) => choice)).toContain('30 s');
  expect(
    otherSchools({ ...shippedHouse, hold: { ...shippedHouse.hold, time: 45_000 } }).filter(({ question }) => question === 'hold'),
  ).toHaveLength(2);
});
