import { type Caller, minuteText, spreadOf } from './spread.ts';

const caller = (id: number, at: number, more: Partial<Caller> = {}): Caller => ({
  id: String(id),
  name: `Station ${id}`,
  at,
  every: 1440,
  lasts: 1,
  ...more,
});
const all = (n: number, at: number, more: Partial<Caller> = {}) => Array.from({ length: n }, (_, i) => caller(i, at, more));

test('a hundred that call at three are spread by moving no more than has to be, the nearest minutes first', () => {
  const { peak, peakAt, moves, after } = spreadOf(all(100, 180), 10);
  expect([peak, peakAt, after]).toEqual([100, 180, 10]);
  expect(moves).toHaveLength(90);
  expect(Math.max(...moves.map(({ to }) => Math.abs(to - 180)))).toBe(5);
});
test('where nothing is too full nobody moves; over midnight it goes on', () => {
  expect(spreadOf(all(5, 0), 5)).toMatchObject({ peak: 5, moves: [], after: 5 });
  const { moves, after } = spreadOf(all(3, 0), 1);
  expect([after, moves.map(({ to }) => to).sort((a, b) => a - b)]).toEqual([1, [1, 1439]]);
});
test('whoever calls each hour loads every hour, and stays where the daily ones can move', () => {
  const hourly = caller(99, 0, { every: 60, name: 'hourly' });
  const { load, moves } = spreadOf([hourly, ...all(2, 180)], 2);
  expect(load[180]).toBe(3);
  expect(load[240]).toBe(1);
  expect(moves).toHaveLength(1);
  expect(moves[0]?.name).not.toBe('hourly');
});
test('long sessions overlap, and a day that is full stays full and says so', () => {
  expect(spreadOf([caller(1, 100, { lasts: 10 }), caller(2, 105, { lasts: 10 })], 1)).toMatchObject({ peak: 2, after: 1 });
  const everyMinute = all(3, 0, { every: 1 });
  expect(spreadOf(everyMinute, 1)).toMatchObject({ peak: 3, moves: [], after: 3 });
  expect(spreadOf([], 1)).toMatchObject({ peak: 0, moves: [], after: 0 });
});
test('a minute is typed as a time', () => expect([minuteText(0), minuteText(185), minuteText(1439)]).toEqual(['00:00', '03:05', '23:59']));
