// Raw records: cut the same in whatever pieces they come, parted into fields.
import fc from 'fast-check';
import { bytesOf } from '../call.ts';
import { cutRecords, type RecordRule, recordValues, signOf } from './records.ts';

const text = (bytes: Uint8Array): string => new TextDecoder().decode(bytes);
const inPieces = (rule: RecordRule, stream: Uint8Array, size: number): string[] => {
  let held: Uint8Array = new Uint8Array(0);
  const all: string[] = [];
  for (let at = 0; at < stream.length; at += size) {
    const cut = cutRecords(rule, held, stream.subarray(at, at + size));
    held = cut.held;
    all.push(...cut.records.map(text));
  }
  return all;
};
test('by a sign at the end, by a length', () => {
  const rule = { by: 'end', end: signOf('\\r\\n') } as const;
  expect(inPieces(rule, bytesOf('+1.42 m\r\n+1.43 m\r\n+1.'), 100)).toEqual(['+1.42 m', '+1.43 m']);
  expect(inPieces({ by: 'length', length: 4 }, bytesOf('abcdefghij'), 100)).toEqual(['abcd', 'efgh']);
  expect(cutRecords({ by: 'silence', ms: 300 }, new Uint8Array(0), bytesOf('abc'))).toMatchObject({ records: [], over: false });
});
test('the pieces do not matter, and what never ends is told', () => {
  fc.assert(
    fc.property(fc.array(fc.stringMatching(/^[a-z0-9 ]{0,12}$/)), fc.integer({ min: 1, max: 9 }), (lines, size) => {
      const rule = { by: 'end', end: signOf('\\r\\n') } as const;
      const stream = bytesOf(lines.map((line) => `${line}\r\n`).join(''));
      expect(inPieces(rule, stream, size)).toEqual(lines.filter((line) => line !== ''));
    }),
    { seed: 71, numRuns: 200 },
  );
  expect(cutRecords({ by: 'end', end: signOf('\\n') }, new Uint8Array(0), new Uint8Array(5000)).over).toBe(true);
});
test('a sign is typed as people write it', () =>
  expect(['\\r\\n', '\\x03', ';', '\\\\', 'END'].map((typed) => [...signOf(typed)])).toEqual([[13, 10], [3], [59], [92], [69, 78, 68]]));
test('fields by a sign or by blanks, with their measure, tenths and what is no number', () => {
  const at = (field: number, more = {}) => ({ name: `f${field}`, field, scale: 1, offset: 0, ...more });
  expect(recordValues(bytesOf('07;+1.420m;21.5 Cel;OPEN;'), ';', [at(1), at(2), at(3), at(4), at(5), at(9)])).toEqual({
    f1: '7',
    f2: '1.42 m',
    f3: '21.5 Cel',
    f4: 'OPEN',
  });
  expect(recordValues(bytesOf('  214   -3 '), '', [at(1, { scale: 0.1 }), at(2, { offset: 10 })])).toEqual({ f1: '21.4', f2: '7' });
  expect(recordValues(Uint8Array.of(0x1b, 0x41, 0xff), ',', [at(1)])).toEqual({ f1: 'Aÿ' });
});
