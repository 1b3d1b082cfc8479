// What a modem hands through by itself: its sign-on, and records as calls.
import { bytesOf } from '../call.ts';
import { rawNot, recordPiece, signOnIn, signOnPiece } from './inbound.ts';

test('a sign-on is the first line, or all that came at once, where it is one word', () => {
  expect(signOnIn(bytesOf('8181'))).toEqual({ words: '8181', to: 4 });
  expect(signOnIn(bytesOf('8181\r\n+1.42 m\r\n'))).toEqual({ words: '8181', to: 6 });
  for (const none of ['', '\n8181', 'two words', 'x'.repeat(65), '\u0001\u0002']) expect(signOnIn(bytesOf(none))).toBeNull();
});
test('a record is values of its account, an event where a channel is called so, and nothing where no field of the sheet is in it', () => {
  const at = (name: string, field: number) => ({ name, field, scale: 1, offset: 0 });
  const calls = (text: string, places: Parameters<typeof recordPiece>[3]) => {
    const { read } = recordPiece('8181', bytesOf(text), ';', places);
    return read.ok ? read.calls : read.why;
  };
  expect(calls('07;+1.42 m', [at('level', 2)])).toMatchObject([
    { account: '8181', event: 'null', grade: 6, fields: { level: '1.42 m' }, zone: null, is: null },
  ]);
  expect(calls('FLOAT_HIGH;3;1.42', [at('event', 1), at('zone', 2), at('level', 3)])).toMatchObject([
    { event: 'float_high', grade: 7, zone: '3', is: 'alarm' },
  ]);
  expect(calls('x', [at('level', 5)])).toBe('no field');
  expect(signOnPiece('8181')).toMatchObject({ read: { ok: true, calls: [{ account: '8181', event: 'null', grade: 6, fields: {} }] } });
  expect(rawNot(bytesOf('x'), 'no record rule', '8181').answer('kept', 0 as never)).toBeNull();
});
