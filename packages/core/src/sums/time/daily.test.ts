import { oddDays } from './daily.ts';

const from2026 = Date.UTC(2026, 0, 1);
// IANA zone data; the same answers from two other libraries. Laws may change: these are days of 2026.
test.each([
  [
    'Europe/London',
    '01:30',
    [
      ['2026-03-29', 'missing'],
      ['2026-10-25', 'twice'],
    ],
  ],
  ['Europe/London', '02:00', []],
  [
    'Europe/London',
    '01:00',
    [
      ['2026-03-29', 'missing'],
      ['2026-10-25', 'twice'],
    ],
  ],
  ['America/New_York', '02:30', [['2026-03-08', 'missing']]],
  ['America/New_York', '01:30', [['2026-11-01', 'twice']]],
  ['Australia/Lord_Howe', '01:45', [['2026-04-05', 'twice']]],
  ['Australia/Lord_Howe', '02:15', [['2026-10-04', 'missing']]],
  ['America/Sao_Paulo', '02:15', []],
  ['Asia/Kolkata', '00:00', []],
])('%s, daily at %s', (zone, time, days) => expect(oddDays(time, zone, from2026).map(({ day, is }) => [day, is])).toEqual(days));
// A zone that jumps from 02 to 03 in spring skips 02:15; one that falls from 03 to 02 in autumn has it twice.
test('Berlin skips 02:15 in spring and has it twice in autumn', () =>
  expect(oddDays('02:15', 'Europe/Berlin', from2026).map(({ is }) => is)).toEqual(['missing', 'twice']));
