// What a unit measures: how a value is called in what it sends, in what it is measured, what it can be at all, and where the desk reads it where the desk asks.
import { choice, count, mono, none, number, one, plain, yes } from '../forms.ts';
import { settingsOf } from '../parameter.ts';

const p = settingsOf('channel');
export const channel = [
  p('name', 'Called in the data', mono(64), 'manual', null, none, 'A value is found by it; spelled otherwise it is another.', {
    usual: true,
  }),
  p('unit', 'Sent by', one('unit'), 'you', null, none, 'Says whose value it is.'),
  p('measure', 'Measured in', plain(16), 'manual', null, none, 'Metres taken for centimetres alarm nobody.', { usual: true }),
  p('least', 'Least that can be', number, 'client', null, none, 'Below it the sensor is off, broken or another one.', { usual: true }),
  p('most', 'Most that can be', number, 'client', null, none, 'Above it the sensor is off, broken or another one.', { usual: true }),
  p('rests', 'May stay the same', yes('yes', 'no'), 'client', null, none, 'A value that never moves is mostly a sensor that is stuck.'),
  p(
    'table',
    'The desk reads it from',
    choice(['holding', 'holding registers'], ['input', 'input registers'], ['coil', 'coils'], ['discrete', 'discrete inputs']),
    'manual',
    null,
    none,
    'Four tables, each counted from 0.',
  ),
  p(
    'register',
    'Register on the wire, from 0',
    count(0, 65_535),
    'manual',
    null,
    none,
    'Manuals count from 1 or 40001; the wire counts from 0.',
  ),
  p(
    'form',
    'As',
    choice(
      ['u16', '16 bits, no sign'],
      ['i16', '16 bits, signed'],
      ['u32', '32 bits, no sign'],
      ['i32', '32 bits, signed'],
      ['f32', '32 bits, floating'],
    ),
    'manual',
    null,
    none,
    'Read as another, it is a number all the same.',
  ),
  p('order', 'High word', choice(['first', 'first'], ['last', 'last']), 'manual', null, none, 'The wrong way round it jumps by 65,536.'),
  p('field', 'Field of a record, from 1', count(1, 200), 'manual', null, none, 'Where a record is text, parted by a sign.'),
  p('scale', 'Times', number, 'manual', null, none, 'Tenths are sent as whole numbers.'),
  p('offset', 'Plus', number, 'manual', null, none, 'After the multiplication.'),
] as const;
