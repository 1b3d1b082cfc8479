import fc from 'fast-check';
import { answer, type Cut, cut, mostBytes, newCutter, readRecord } from './records.ts';
import { lineWhy } from './words.en.ts';

const bytes = (text: string): Uint8Array => new TextEncoder().encode(text);
const inPieces = (of: Uint8Array, sizes: readonly number[]): Cut[] => {
  let cutter = newCutter;
  const cuts: Cut[] = [];
  for (let at = 0, i = 0; at < of.length; i++) {
    const size = sizes[i % sizes.length] ?? 1;
    const step = cut(cutter, of.subarray(at, at + size));
    cutter = step.cutter;
    cuts.push(...step.cuts);
    at += size;
  }
  return cuts;
};
const why = (line: string): string => {
  const read = readRecord(bytes(line));
  return read.ok ? 'ok' : `${read.fault}: ${read.why}`;
};

test('records are the same in whatever pieces the bytes arrive', () =>
  fc.assert(
    fc.property(
      fc.array(fc.oneof(fc.string(), fc.constant('x'.repeat(5000))), { maxLength: 6 }),
      fc.array(fc.integer({ min: 1, max: 3000 }), { minLength: 1, maxLength: 5 }),
      (lines, sizes) => {
        const stream = bytes(lines.map((line) => `${line.replaceAll('\n', ' ')}\n`).join(''));
        expect(inPieces(stream, sizes)).toEqual(inPieces(stream, [stream.length + 1]));
        expect(inPieces(stream, sizes)).toHaveLength(lines.length);
      },
    ),
    { seed: 8, numRuns: 200 },
  ));
test('4096 bytes are a record, 4097 are told of once and dropped up to their LF, and the next record is whole', () => {
  expect(inPieces(bytes(`${'a'.repeat(mostBytes)}\n`), [100]).map(({ kind }) => kind)).toEqual(['record']);
  const cuts = inPieces(bytes(`${'a'.repeat(9000)}\n0417;;event=test\n`), [700]);
  expect(cuts.map(({ kind, bytes: held }) => [kind, held.length])).toEqual([
    ['oversize', mostBytes],
    ['record', 16],
  ]);
});
test('an oversize record is answered before its LF comes', () =>
  expect(cut(newCutter, bytes('a'.repeat(mostBytes + 1))).cuts).toHaveLength(1));
test('a record gives account, instant and fields; the four escapes are undone, CR is ignored, one last ; is allowed', () =>
  expect(readRecord(bytes('0417;2026-11-12T14:06:02.5Z;event=float_high;text=a%3Bb%3Dc%25d%0Ae;\r'))).toEqual({
    ok: true,
    record: {
      account: '0417',
      instant: '2026-11-12T14:06:02.5Z',
      at: Date.UTC(2026, 10, 12, 14, 6, 2, 500),
      fields: { event: 'float_high', text: 'a;b=c%d\ne' },
    },
  }));
test('an empty instant is allowed, and leading zeros of the account count', () =>
  expect(readRecord(bytes('007;;'))).toEqual({ ok: true, record: { account: '007', instant: '', at: null, fields: {} } }));
test.each([
  ['', 'form: no account'],
  ['04-17;;event=test', 'form: account form'],
  ['12345678901234567;;', 'form: account form'],
  ['0417', 'form: no instant field'],
  ['0417;yesterday', 'instant: instant form'],
  ['0417;2026-02-30T00:00:00Z', 'instant: instant form'],
  ['0417;2026-11-12T14:06:02', 'instant: instant form'],
  ['0417;;event', 'form: field form'],
  ['0417;;Event=x', 'form: key form'],
  ['0417;;9a=x', 'form: key form'],
  [`0417;;${'k'.repeat(33)}=x`, 'form: key form'],
  ['0417;;a=1;a=2', 'form: key twice'],
  ['0417;;a=50%', 'form: escape'],
  ['0417;;a=%41', 'form: escape'],
  ['0417;;a=b=c', 'form: escape'],
  ['0417;;a=\u0007', 'form: control character'],
  ['0417;;;a=1', 'form: field form'],
])('%p is answered %s', (line, expected) => expect(why(line)).toBe(expected));
test('bytes that are not UTF-8 are a fault of form', () => {
  const read = readRecord(Uint8Array.of(0x30, 0x3b, 0xff));
  expect(read).toEqual({ ok: false, fault: 'form', why: 'utf-8', account: null });
});
test('no bytes make the reader throw, and each fault has its words', () =>
  fc.assert(
    fc.property(fc.uint8Array({ maxLength: 300 }), (any) => {
      const read = readRecord(any);
      return read.ok || lineWhy[read.why].length > 10;
    }),
    { seed: 9, numRuns: 200 },
  ));
test('answers count the connection’s records from 1', () =>
  expect([answer(1, null), answer(2, 'size'), answer(3, 'account')]).toEqual(['OK 1\n', 'NO 2 size\n', 'NO 3 account\n']));
