// The calendar file, read back by a parser of its own (ical.js).
import ICAL from 'ical.js';
import { calendarText } from './calendar.ts';

test('each day is an all-day event with its words, its warning, and an identifier that stays', async () => {
  const days = [
    { id: 'card-a', day: '2027-03-14', what: 'Card contract ends; Pond mast', why: 'Fellwave, renew it\nbefore' },
    { id: 'standby', day: '2027-12-31', what: 'Standby: drill again', why: 'Six months' },
  ];
  const text = await calendarText(days);
  const calendar = new ICAL.Component(ICAL.parse(text) as never);
  const events = calendar.getAllSubcomponents('vevent').map((one) => new ICAL.Event(one));
  expect(
    events.map(({ uid, summary, description, startDate }) => [uid, summary, description, startDate.toString(), startDate.isDate]),
  ).toEqual([
    ['card-a', 'Card contract ends; Pond mast', 'Fellwave, renew it\nbefore', '2027-03-14', true],
    ['standby', 'Standby: drill again', 'Six months', '2027-12-31', true],
  ]);
  expect(calendar.getAllSubcomponents('vevent').every((one) => one.getAllSubcomponents('valarm').length === 1)).toBe(true);
  // RFC 5545, 3.1: lines end with CRLF and have at most 75 octets.
  expect(text.split('\r\n').every((line) => Buffer.byteLength(line) <= 75)).toBe(true);
  expect((await calendarText(days)).replace(/DTSTAMP:.*/g, '')).toBe(text.replace(/DTSTAMP:.*/g, ''));
});
