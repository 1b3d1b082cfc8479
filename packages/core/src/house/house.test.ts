import { houseShape, isQuestion, schoolOf, schools, shippedHouse } from './index.ts';

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
