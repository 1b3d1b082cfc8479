// Another desk's log as they export it, newest first and in their own codes.
import { instant, isoText, minutes } from '../quantity/index.ts';
import type { Made } from '../journal/index.ts';
import { columnsByHead, type LogColumns, logCells, logLength, logOfJson, matchMade, readLog } from './index.ts';

const noon = instant(Date.UTC(2026, 5, 3, 12, 0, 0));
const made = (zone: string | null, is: 'alarm' | 'restoral', at = 0): Made => ({
  path: null,
  zone,
  is,
  event: 'x',
  words: '',
  said: null,
  pos: { ord: noon + at, id: '01ARZ3NDEKTSV4RRFFQ69G5FAV' as Made['pos']['id'] },
  who: { part: 'desk' },
});
const by = (of: Partial<LogColumns>): LogColumns => ({
  head: false,
  account: 0,
  at: null,
  day: 1,
  time: 2,
  zone: 3,
  event: 4,
  turn: null,
  dates: 'day first',
  ...of,
});

test('a head in their words is read; without account or time there is none', () => {
  expect(columnsByHead('Received;Account number;Point;Signal\n')).toMatchObject({ at: 0, account: 1, zone: 2, event: 3, turn: null });
  expect(columnsByHead('Received;Point\n')).toBeNull();
  expect(readLog('Account,Zone\n0233,3')).toEqual([]);
  expect(logCells('a;b;c\nd;e;f\n')[0]).toEqual(['a', 'b', 'c']);
});
test.each([
  ['year first', '2026-06-03 12:00:00'],
  ['day first', '3.6.2026 12:00'],
  ['day first', '03/06/26 12:00:00'],
  ['month first', '6/3/2026 12:00 PM'],
  ['year first', isoText(noon)],
] as const)('%s: %s', (dates, text) =>
  expect(readLog(`0233;${text};3;BA`, 'UTC', by({ at: 1, day: null, time: null, zone: 2, event: 3, dates }))).toMatchObject([{ at: noon }]),
);
test('their local time is taken by their zone, and a date that a calendar does not have is no line', () => {
  expect(readLog('0233;3.6.2026;14:00;3;BA', 'Europe/Zurich', by({}))).toMatchObject([{ at: noon }]);
  expect(readLog('0233;31.6.2026;14:00;3;BA', 'UTC', by({}))).toEqual([]);
});
test.each([
  ['BA', null],
  ['BR', 'restoral'],
  ['E130', 'alarm'],
  ['R130', 'restoral'],
  ['Float restored', 'restoral'],
  ['Float high ALARM', 'alarm'],
  ['ERROR', null],
])('their code %s', (code, is) => expect(readLog(`0233;3.6.2026;12:00;3;${code}`, 'UTC', by({}))).toMatchObject([{ is }]));

describe('lines against what was made', () => {
  const log = [
    '0233;3.6.2026;12:03;3;BR',
    '0233;3.6.2026;12:01;4;BA',
    '0233;3.6.2026;12:00;3;BA',
    '0234;3.6.2026;12:00;5;BA',
    '0233;3.6.2026;11:50;6;BA',
  ].join('\n');
  const lines = readLog(log, 'UTC', by({}));
  const found = (...of: Made[]) => matchMade(of, lines, ['0233']).map((line) => line?.n ?? null);
  test('newest first, each finds its own', () =>
    expect(found(made('3', 'alarm'), made('4', 'alarm', minutes(1)), made('3', 'restoral', minutes(3)))).toEqual([3, 2, 1]));
  test('another account, another zone, more than two minutes, and the begin for the end are none', () => {
    expect(found(made('5', 'alarm'))).toEqual([null]);
    expect(found(made('6', 'alarm'))).toEqual([null]);
    expect(found(made('9', 'alarm'))).toEqual([null]);
    expect(found(made('4', 'restoral', minutes(1)))).toEqual([null]);
  });
  test('one line is of one event', () => expect(found(made('3', 'alarm'), made('3', 'alarm', 20_000))).toEqual([3, null]));
});

describe('a log that a machine sends', () => {
  test('whatever its names, as a table with a head; what is nested has its way in its name', () => {
    const sent = [
      { acct: '0233', when: 1_780_000_000, signal: { zone: 3, code: 'BA' }, seen: true, more: [1] },
      { acct: '0233', when: 1_780_000_060, signal: { zone: 3, code: 'BR' }, note: 'a;b "c"\nd' },
    ];
    const text = logOfJson(sent) ?? '';
    expect(logCells(text)).toEqual([
      ['acct', 'when', 'signal.zone', 'signal.code', 'seen', 'note'],
      ['0233', '1780000000', '3', 'BA', 'true', ''],
      ['0233', '1780000060', '3', 'BR', '', 'a;b "c"\nd'],
    ]);
    expect(logLength(text)).toBe(3);
    const columns = { head: true, account: 0, at: 1, day: null, time: null, zone: 2, event: 3, turn: null, dates: 'year first' } as const;
    expect(readLog(text, 'Asia/Kathmandu', columns)).toMatchObject([
      { n: 2, at: 1_780_000_000_000, account: '0233', zone: '3', event: 'BA' },
      { n: 3, at: 1_780_000_060_000, is: 'restoral' },
    ]);
    expect(readLog(logOfJson({ account: '7', timestamp: '2026-06-03T12:00:00Z', zone: 4, event: 'float' }) ?? '')).toMatchObject([
      { account: '7', zone: '4' },
    ]);
  });
  test.each([null, 7, 'text', [], {}, [[1]], { a: { b: { c: { d: { e: { f: 1 } } } } } }])('%j is none', (value) => {
    expect(logOfJson(value)).toBeNull();
  });
  test('one that is too long or too wide is none', () => {
    expect(logOfJson(Array.from({ length: 5001 }, () => ({ a: 1 })))).toBeNull();
    expect(logOfJson(Object.fromEntries(Array.from({ length: 61 }, (_, i) => [`n${i}`, i])))).toBeNull();
  });
});
