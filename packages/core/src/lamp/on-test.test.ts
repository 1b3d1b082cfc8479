// On test: at our own desk it ends by its time, at another by somebody who was told; what arrived meanwhile is known by its time.
import { hours, instant, minutes } from '../quantity/index.ts';
import { cameOnTest, onTest, testDue } from './index.ts';
import { onePath } from './testing.ts';

const begun = (elsewhere: boolean, lasts = hours(1)) => {
  const { m } = onePath();
  const from = m.now;
  m.add('test.begun', { until: instant(from + lasts), elsewhere, told: elsewhere ? 'Bo' : '', words: '' });
  return { m, from: m.state.onTest[0]?.from ?? 0, until: from + lasts };
};

test('our own ends by its time, and says until then how long it lasts', () => {
  const { m, from, until } = begun(false);
  expect(onTest(m.state, from - 1)).toBeNull();
  expect(onTest(m.state, until - minutes(20))).toMatchObject({ overdue: false, left: minutes(20) });
  expect(testDue(m.state, from)).toBe(until);
  expect([onTest(m.state, until), testDue(m.state, until)]).toEqual([null, null]);
});
test('another desk’s is overdue when its time is over, and stays so until somebody there was told', () => {
  const { m, until } = begun(true);
  expect(onTest(m.state, until + hours(30))).toMatchObject({ overdue: true, left: 0 });
  expect(testDue(m.state, until + hours(30))).toBeNull();
  m.add('test.ended', { told: 'Bo', words: 'Live again.' });
  expect(onTest(m.state, m.now + hours(30))).toBeNull();
});
test('one press more makes it longer, and never shorter', () => {
  const { m, until } = begun(false);
  m.add('test.extended', { until: instant(until + minutes(30)) });
  expect(onTest(m.state, until + minutes(29))?.left).toBe(minutes(1));
  m.add('test.extended', { until: instant(until - minutes(30)) });
  expect(m.state.onTest.at(-1)?.until).toBe(until + minutes(30));
});
test('a second window ends the first', () => {
  const { m } = begun(true);
  m.add('test.begun', { until: instant(m.now + hours(2)), elsewhere: true, told: 'Eva', words: '' });
  expect(m.state.onTest.map(({ ended }) => ended === null)).toEqual([false, true]);
});
test('a call came on test within the window and at no other time; at another desk until it was told', () => {
  const { m, from, until } = begun(false);
  expect([from - 1, from, until - 1, until].map((at) => cameOnTest(m.state, at))).toEqual([false, true, true, false]);
  const other = begun(true);
  expect(cameOnTest(other.m.state, other.until + hours(5))).toBe(true);
});
