// Asking by Modbus TCP. Questions and answers are the examples of the application protocol V1.1b3 (6.1 to 6.4), typed from memory; a library's server answers in the server's tests.
import fc from 'fast-check';
import { askBlock, blocksOf, hearAnswer, type ModbusBlock, type ModbusPlace, placeValue } from './master.ts';
import { hearModbusTcp } from './modbus.ts';

const hex = (text: string): Uint8Array => Uint8Array.from(Buffer.from(text.replaceAll(' ', ''), 'hex'));
const place = (more: Partial<ModbusPlace>): ModbusPlace => ({
  name: 'level',
  table: 'holding',
  register: 0,
  form: 'u16',
  highFirst: true,
  scale: 1,
  offset: 0,
  ...more,
});

test.each([
  [
    '6.1 read coils 20 to 38',
    { table: 'coil', from: 0x13, count: 0x13 },
    '01 0013 0013',
    '01 03 CD6B05',
    [1, 0, 1, 1, 0, 0, 1, 1, 1, 1, 0, 1, 0, 1, 1, 0, 1, 0, 1],
  ],
  [
    '6.2 read discrete inputs 197 to 218',
    { table: 'discrete', from: 0xc4, count: 0x16 },
    '02 00C4 0016',
    '02 03 ACDB35',
    [0, 0, 1, 1, 0, 1, 0, 1, 1, 1, 0, 1, 1, 0, 1, 1, 1, 0, 1, 0, 1, 1],
  ],
  [
    '6.3 read holding registers 108 to 110',
    { table: 'holding', from: 0x6b, count: 3 },
    '03 006B 0003',
    '03 06 022B 0000 0064',
    [0x22b, 0, 100],
  ],
  ['6.4 read input register 9', { table: 'input', from: 8, count: 1 }, '04 0008 0001', '04 02 000A', [10]],
] as const)('V1.1b3 %s', (_, block, asked, answered, words) => {
  expect(askBlock(7, 17, block)).toEqual(hex(`0007 0000 0006 11 ${asked}`));
  const pdu = hex(answered);
  const answer = Uint8Array.of(0, 7, 0, 0, 0, pdu.length + 1, 17, ...pdu);
  expect(hearAnswer(answer, 7, 17, block)).toEqual({ is: 'words', words: [...words] });
  for (let cut = 0; cut < answer.length; cut += 1) expect(hearAnswer(answer.subarray(0, cut), 7, 17, block)).toEqual({ is: 'more' });
});
const three: ModbusBlock = { table: 'holding', from: 0, count: 3 };
test.each([
  ['another transaction', '0008 0000 0009 11 03 06 0001 0002 0003', 'garbled'],
  ['another protocol', '0007 0001 0009 11 03 06 0001 0002 0003', 'garbled'],
  ['another unit', '0007 0000 0009 12 03 06 0001 0002 0003', 'garbled'],
  ['another function', '0007 0000 0009 11 04 06 0001 0002 0003', 'garbled'],
  ['fewer registers', '0007 0000 0007 11 03 04 0001 0002', 'garbled'],
  ['a length that is none', '0007 0000 FFFF 11 03 06', 'garbled'],
  ['an exception', '0007 0000 0003 11 83 02', 'exception'],
])('%s is %s', (_, answer, is) => expect(hearAnswer(hex(answer), 7, 17, three).is).toBe(is));

test('forms: signs, words either way round, tenths, floating', () => {
  const value = (more: Partial<ModbusPlace>, ...words: number[]): string | null =>
    placeValue(place(more), { table: more.table ?? 'holding', from: 0, count: words.length }, words);
  expect(value({}, 65_535)).toBe('65535');
  expect(value({ form: 'i16' }, 65_535)).toBe('-1');
  expect(value({ form: 'i16', scale: 0.1 }, 65_413)).toBe('-12.3');
  expect(value({ form: 'u32' }, 1, 2)).toBe('65538');
  expect(value({ form: 'u32', highFirst: false }, 1, 2)).toBe('131073');
  expect(value({ form: 'i32' }, 0xffff, 0xfffe)).toBe('-2');
  // IEEE 754: 42.5 is 422A 0000
  expect(value({ form: 'f32' }, 0x422a, 0)).toBe('42.5');
  expect(value({ form: 'f32', highFirst: false }, 0, 0x422a)).toBe('42.5');
  expect(value({ form: 'f32' }, 0x7fc0, 0)).toBeNull();
  expect(value({ table: 'coil' }, 1)).toBe('1');
  expect(value({ scale: 0.01, offset: -40 }, 6142)).toBe('21.42');
});
test('neighbours are read together, far ones apart, a value is never cut, and none beyond what one question may', () => {
  const at = (register: number, form: ModbusPlace['form'] = 'u16', table: ModbusPlace['table'] = 'holding') =>
    place({ register, form, table });
  expect(blocksOf([at(10), at(0), at(4, 'f32'), at(60), at(0, 'u16', 'input')])).toEqual([
    { table: 'holding', from: 0, count: 11 },
    { table: 'holding', from: 60, count: 1 },
    { table: 'input', from: 0, count: 1 },
  ]);
  expect(blocksOf(Array.from({ length: 30 }, (_, i) => at(i * 5))).map(({ count }) => count)).toEqual([121, 21]);
  expect(blocksOf([at(123), at(124, 'u32'), at(0)])).toEqual([
    { table: 'holding', from: 0, count: 1 },
    { table: 'holding', from: 123, count: 3 },
  ]);
});
test('whatever a device of our own answers is read as what it holds', () =>
  fc.assert(
    fc.property(fc.array(fc.nat(65_535), { minLength: 1, maxLength: 125 }), fc.nat(255), (holding, transaction) => {
      const device = { address: 4, holding, input: [], coils: [] };
      const block = { table: 'holding', from: 0, count: holding.length } as const;
      const { answer } = hearModbusTcp(device, askBlock(transaction, 4, block));
      expect(hearAnswer(answer, transaction, 4, block)).toEqual({ is: 'words', words: holding });
    }),
    { seed: 62, numRuns: 200 },
  ));
test('no bytes make the reader throw', () =>
  fc.assert(
    fc.property(fc.uint8Array({ maxLength: 300 }), (bytes) =>
      ['more', 'words', 'exception', 'garbled'].includes(hearAnswer(bytes, 1, 1, three).is),
    ),
    { seed: 63, numRuns: 200 },
  ));
