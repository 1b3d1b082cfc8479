// Values against their channels. That a value which never moves is a stuck sensor is common practice, no source; how long is ours. SenML's measures: RFC 8428, 12.1, from memory.
import { onePath } from '../lamp/testing.ts';
import { type Came, type Channel, channelsOf, isValueName, oddOf, pointOf, rhythmOf, withGaps } from './index.ts';

const hour = 3_600_000;
const now = Date.UTC(2026, 10, 12, 12, 0, 0);
/** One an hour, the newest an hour ago. */
const hourly = (texts: readonly string[]): Came[] => texts.map((text, i) => ({ at: now - (texts.length - i) * hour, text }));
const made = (): Channel => {
  const { m } = onePath();
  const id = m.element('channel', 'Level');
  m.set(id, { 'channel.name': 'level', 'channel.measure': 'm', 'channel.least': '0', 'channel.most': '3' });
  const [channel] = channelsOf(m.state);
  if (channel === undefined) throw new Error('no channel');
  return channel;
};
const moving = ['1.40', '1.41', '1.43', '1.42', '1.40', '1.39', '1.41', '1.42'];
const odd = (texts: readonly string[], more: Partial<Channel> = {}, at = now) => oddOf({ ...made(), ...more }, hourly(texts), at);

test('a channel is one once it has a name in the data', () => {
  const { m } = onePath();
  m.element('channel', 'Nameless');
  expect(channelsOf(m.state)).toEqual([]);
  expect(made()).toMatchObject({ name: 'level', measure: 'm', least: 0, most: 3, rests: false });
});
test('a value is a number, with the measure that it brings or without', () => {
  expect([
    pointOf({ at: 1, text: '4.5 Cel' }),
    pointOf({ at: 1, text: '-3' }),
    pointOf({ at: 1, text: '4.5 of 9 V' }),
    pointOf({ at: 1, text: 'open' }),
  ]).toEqual([
    { at: 1, value: 4.5, measure: 'Cel' },
    { at: 1, value: -3, measure: '' },
    { at: 1, value: null, measure: '' },
    { at: 1, value: null, measure: '' },
  ]);
});
test('values that move within their range are not odd', () => expect(odd(moving)).toEqual([]));
test('beyond its range, without a number, or in another measure', () => {
  expect(odd([...moving, '3.01'])).toEqual(['outside']);
  expect(odd([...moving, '-0.01'])).toEqual(['outside']);
  expect(odd([...moving, '3'])).toEqual([]);
  expect(odd([...moving, 'broken'])).toEqual(['no number']);
  expect(odd([...moving, '1.4 Cel'])).toEqual(['another measure']);
  expect(odd([...moving, '1.4 m'])).toEqual([]);
  expect(odd([...moving, '21 Cel'], { measure: '°C', most: 40 })).toEqual([]);
  expect(odd([])).toEqual([]);
});
test('stuck: the same to the last digit for a day and six calls, unless it may rest', () => {
  const same = Array.from({ length: 25 }, () => '1.40');
  expect(odd(same)).toEqual(['stuck']);
  expect(odd(same.slice(0, 24))).toEqual([]);
  expect(odd([...same.slice(0, 24), '1.41'])).toEqual([]);
  expect(odd(same, { rests: true })).toEqual([]);
  const twice = [0, 30].map((at) => ({ at: now - 31 * hour + at * hour, text: '1.40' }));
  expect(oddOf(made(), twice, now)).toEqual([]);
});
test('silent: three times its usual distance without a value, at least an hour', () => {
  expect(odd(moving, {}, now + 3 * hour)).toEqual(['silent']);
  expect(odd(moving, {}, now + hour)).toEqual([]);
});
test('a gap is drawn as a gap', () => {
  const points = hourly(moving).map(pointOf);
  const holed = points.filter((_, i) => i < 4 || i > 6);
  expect(rhythmOf(points)).toBe(hour);
  expect(withGaps(points)).toHaveLength(8);
  expect(withGaps(holed).filter(({ value }) => value === null)).toEqual([{ at: (holed[3]?.at ?? 0) + hour, value: null }]);
});
test('what says what a call is, is no value', () =>
  expect(['event', 'zone', 'level', 'pond/level'].filter(isValueName)).toEqual(['level', 'pond/level']));
