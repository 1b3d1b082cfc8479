// ANSI/SIA DC-09 and DC-05. The CRC is checked against the library `crc`, which shares no code with ours.
import { crc16 as crcOfLibrary } from 'crc';
import fc from 'fast-check';
import { answers, contactId, encrypted, frames } from '../../../vectors/dc-09.ts';
import { instant, parseRfc3339 } from '../../quantity/index.ts';
import { bytesOf, type Call, clockRefuses, type Ear, type Fate, type Piece } from '../call.ts';
import { contactIdCheck, readContactId } from './contact-id.ts';
import { crc16 } from './crc.ts';
import { dc09Ear } from './ear.ts';
import { parseTimestamp, readFrame, writeFrame, writeTimestamp } from './frames.ts';
import { readSia } from './sia.ts';
import { dc09Why } from './words.en.ts';

const noon = parseRfc3339('2026-06-15T12:00:00Z') ?? instant(0);
const framed = (content: string): Uint8Array => bytesOf(`\n${content}\r`);
const sealed = (content: string): string =>
  `${crcOfLibrary(content).toString(16).toUpperCase().padStart(4, '0')}0${content.length.toString(16).toUpperCase().padStart(3, '0')}${content}`;
const heard = (bytes: Uint8Array, sizes: readonly number[] = [bytes.length + 1]): Piece[] => {
  let ear: Ear = dc09Ear;
  const pieces: Piece[] = [];
  for (let at = 0, i = 0; at < bytes.length; i++) {
    const size = sizes[i % sizes.length] ?? 1;
    const step = ear.hear(bytes.subarray(at, at + size));
    ear = step.ear;
    pieces.push(...step.pieces);
    at += size;
  }
  return [...pieces, ...ear.end()];
};
const only = (content: string): Piece => {
  const [piece, ...more] = heard(framed(content));
  if (piece === undefined || more.length > 0) throw new Error('expected one piece');
  return piece;
};
const call = (content: string): Call => {
  const { read } = only(content);
  const [first, ...more] = read.ok ? read.calls : [];
  if (first === undefined || more.length > 0) throw new Error(read.ok ? 'expected one call' : read.why);
  return first;
};
const why = (content: string): string => {
  const { read } = only(content);
  return read.ok ? 'ok' : read.why;
};
const said = (piece: Piece, fate: Fate): string | null => {
  const answer = piece.answer(fate, noon);
  return answer === null ? null : new TextDecoder().decode(answer);
};

test('the catalogue’s check value of CRC-16/ARC', () => expect(crc16(bytesOf('123456789'))).toBe(0xbb3d));
test('the CRC is the library’s for any bytes', () =>
  fc.assert(
    fc.property(fc.uint8Array({ maxLength: 200 }), (bytes) => crc16(bytes) === crcOfLibrary(Buffer.from(bytes))),
    { seed: 31, numRuns: 200 },
  ));
test.each(frames)('%s is read: %s', (frame) => {
  expect(readFrame(bytesOf(frame)).ok).toBe(true);
  expect(only(frame).read.ok).toBe(true);
});
test.each([
  ['1E080036"SIA-DCS"0001L0#1234[#1234|NBA001]_12:00:00,06-15-2026', 'crc'],
  ['1E090035"SIA-DCS"0001L0#1234[#1234|NBA001]_12:00:00,06-15-2026', 'length'],
  [sealed('"SIA-DCS"12345L0#1234[#1234|NBA001]'), 'header'],
  [sealed('"SIA-DCS0001L0#1234[#1234|NBA001]'), 'header'],
  ['hello', 'frame form'],
])('%s is answered by silence: %s', (frame, expected) => {
  expect(why(frame)).toBe(expected);
  expect(said(only(frame), 'not understood')).toBeNull();
});
test.each([
  [sealed('"XYZ-ABC"0001L0#1234[]'), 'token'],
  [encrypted, 'encrypted'],
  [sealed('"SIA-DCS"0001L0#1234[NBA001]'), 'data form'],
  [sealed('"SIA-DCS"0001L0#1234[|xx]'), 'sia data'],
  [sealed('"ADM-CID"0001L0#1234[|9131 01 015]'), 'contact id'],
  [sealed('"ADM-CID"0001L0#1234[|1234181131010157]'), 'contact id check'],
  [sealed('"NULL"0001L0#1234[]_24:00:00,01-01-2027'), 'timestamp'],
  [sealed('"NULL"0001L0#1234[]_12:00:00,13-01-2027'), 'timestamp'],
  [sealed('"NULL"0001L0[]'), 'no account in frame'],
])('%s is understood and not processed, DUH: %s', (frame, expected) => {
  expect(why(frame)).toBe(expected);
  expect(said(only(frame), 'not understood')).toMatch(/^\n[0-9A-F]{4}0[0-9A-F]{3}"DUH"000[13]L0(?:#1234|A0)\[\]\r$/);
});
test('answers are the frames of the standard: ACK with and without receiver number, DUH, NAK with the desk’s time', () => {
  const plain = only(frames[1]?.[0] ?? '');
  expect(said(plain, 'kept')).toBe(`\n${answers.ack}\r`);
  expect(said(plain, 'unknown')).toBe(`\n${answers.ack}\r`);
  expect(said(plain, 'clock')).toBe(`\n${answers.nak}\r`);
  expect(said(plain, 'busy')).toBeNull();
  expect(said(only(frames[4]?.[0] ?? ''), 'kept')).toBe(`\n${answers.ackWithReceiver}\r`);
  expect(said(only(sealed('"XYZ"0001L0#1234[]')), 'not understood')).toBe(`\n${answers.duh}\r`);
});
test('a call gives account, event in words, area, zone, and its grade', () => {
  expect(call(frames[4]?.[0] ?? '')).toMatchObject({
    account: '1234',
    event: 'burglary, perimeter',
    grade: 7,
    instant: '12:00:05,06-15-2026',
    at: parseRfc3339('2026-06-15T12:00:05Z'),
    fields: {
      event: 'burglary, perimeter',
      code: '1131',
      area: '01',
      zone: '015',
      token: 'ADM-CID',
      sequence: '0002',
      receiver: '1',
      prefix: '0',
    },
  });
  expect(call(frames[0]?.[0] ?? '')).toMatchObject({ account: 'AAA', event: 'closed', fields: { code: 'CL', zone: '501', area: '1' } });
  expect(call(frames[5]?.[0] ?? '').event).toBe('closed by user');
});
test('supervision and tests are grade 6, every other event 7', () => {
  const grade = (content: string): number => call(sealed(content)).grade;
  expect(call(frames[6]?.[0] ?? '')).toMatchObject({ event: 'null', grade: 6 });
  for (const data of ['1601 00 000', '1602 00 000']) expect(grade(`"ADM-CID"0001L0#1234[|${data}]`)).toBe(6);
  for (const code of ['RP', 'RX']) expect(grade(`"SIA-DCS"0001L0#1234[|N${code}]`)).toBe(6);
  for (const data of ['1130 01 001', '3130 01 001', '1999 01 001']) expect(grade(`"ADM-CID"0001L0#1234[|${data}]`)).toBe(7);
});
test('Contact ID says restored and still present, keeps an unknown code as its number, takes the whole block of DC-05 too', () => {
  const event = (text: string): string => {
    const read = readContactId(text);
    return read.ok ? read.value.event : read.why;
  };
  expect(['3130 01 001', '6301 00 000', '1777 00 000', '1234 18 1131 01 015 8'].map(event)).toEqual([
    'burglary restored',
    'mains lost still present',
    'event 777',
    'burglary, perimeter',
  ]);
});
test('an SIA block without a code has no event, one with an unknown code keeps it', () => {
  expect(readSia('Nri1/id5')).toEqual([]);
  expect(readSia('1130 01 001')).toEqual([]);
  expect(readSia('NZZ12')).toMatchObject([{ event: 'code ZZ', zone: '12' }]);
});
test.each(contactId)('%s has the check digit %s (DC-05)', (message, check) => expect(contactIdCheck(message)).toBe(check));
test.each(['', '1234 18 1131 01 01', '1234 18 1131 01 01A'])('%p has no check digit', (message) =>
  expect(() => contactIdCheck(message)).toThrow(RangeError),
);
test('the window is 40 s behind and 20 s ahead of the desk, both ends within', () => {
  const at = (by: number): boolean => clockRefuses(call(frames[1]?.[0] ?? ''), instant(noon + by));
  expect([40_000, 40_001, -20_000, -20_001].map(at)).toEqual([false, true, false, true]);
  expect(clockRefuses(call(frames[2]?.[0] ?? ''), instant(0))).toBe(false);
});
test('a repeat is known by its number, contents and timestamp; one that differs in its timestamp alone is like it; a supervision without either is always new', () => {
  const repeats = (content: string): string | null => {
    const { repeats: of } = call(content);
    return of === null ? null : new TextDecoder().decode(of.of);
  };
  const like = (frame: string): string | null => {
    const of = call(frame).repeats?.like ?? null;
    return of === null ? null : new TextDecoder().decode(of);
  };
  expect(repeats(frames[1]?.[0] ?? '')).not.toBe(repeats(frames[2]?.[0] ?? ''));
  expect([like(frames[1]?.[0] ?? ''), like(frames[2]?.[0] ?? '')].filter((of) => of !== null)).toEqual(['SIA-DCS|0001|1234|#1234|NBA001']);
  expect(repeats(frames[3]?.[0] ?? '')).not.toBe(repeats(frames[2]?.[0] ?? ''));
  expect(repeats(frames[6]?.[0] ?? '')).toBeNull();
});
test('timestamps are UTC, month first, and only real days', () => {
  expect(writeTimestamp(parseTimestamp('14:12:04,09-25-2019') ?? instant(0))).toBe('14:12:04,09-25-2019');
  for (const stamp of ['14:12:04,25-09-2019', '14:12:04,02-30-2020', '4:12:04,09-25-2019', '']) expect(parseTimestamp(stamp)).toBeNull();
});
test('what is written is read again as it was', () => {
  const read = readFrame(
    writeFrame({ id: 'ADM-CID', sequence: '0007', receiver: '2', prefix: 'A1', account: '0417', data: '|1130 01 001', at: noon }).slice(
      1,
      -1,
    ),
  );
  expect(read).toEqual({
    ok: true,
    frame: {
      id: 'ADM-CID',
      sequence: '0007',
      receiver: '2',
      prefix: 'A1',
      account: '0417',
      data: '|1130 01 001',
      timestamp: '12:00:00,06-15-2026',
      at: noon,
    },
  });
});
test('frames come out whole in whatever pieces the bytes arrive, with garbage between them told of apart', () =>
  fc.assert(
    fc.property(
      fc.array(fc.oneof(fc.constantFrom(...frames.map(([frame]) => `\n${frame}\r`)), fc.stringMatching(/^[a-z]{1,8}\r?$/)), {
        maxLength: 8,
      }),
      fc.array(fc.integer({ min: 1, max: 90 }), { minLength: 1, maxLength: 4 }),
      (parts, sizes) => {
        const stream = bytesOf(parts.join(''));
        const good = (pieces: readonly Piece[]): number => pieces.filter(({ read }) => read.ok).length;
        expect(heard(stream, sizes)).toHaveLength(heard(stream).length);
        expect(good(heard(stream, sizes))).toBe(parts.filter((part) => part.startsWith('\n')).length);
      },
    ),
    { seed: 32, numRuns: 200 },
  ));
test('[D6] fuzzed bytes never make the ear throw, and never lose the good frame that stands among them', () =>
  fc.assert(
    fc.property(
      fc.uint8Array({ maxLength: 400 }),
      fc.uint8Array({ maxLength: 400 }),
      fc.integer({ min: 1, max: 50 }),
      (before, after, size) => {
        const frame = framed(frames[4]?.[0] ?? '');
        const pieces = heard(Uint8Array.of(...before, ...frame, ...after), [size]);
        for (const { read } of pieces) if (!read.ok) expect(Object.keys(dc09Why)).toContain(read.why);
        return pieces.some(({ read }) => read.ok && read.calls[0]?.fields['receiver'] === '1');
      },
    ),
    { seed: 33, numRuns: 200 },
  ));
test('a frame with one bit changed is never taken', () => {
  const frame = bytesOf(frames[4]?.[0] ?? '');
  for (let bit = 0; bit < frame.length * 8; bit++) {
    const bent = frame.slice();
    bent[bit >> 3] = (bent[bit >> 3] ?? 0) ^ (1 << (bit & 7));
    const sameText = new TextDecoder().decode(bent.slice(0, 8)).toUpperCase() === new TextDecoder().decode(frame.slice(0, 8));
    if (!sameText) expect(readFrame(bent).ok).toBe(false);
    else expect([readFrame(bent).ok, bit < 64]).toEqual([bit < 64, bit < 64]);
  }
});
test('an oversize frame is told of once, its rest dropped, and the next one is whole', () => {
  const pieces = heard(Uint8Array.of(...bytesOf(`\n${'x'.repeat(9000)}`), ...framed(frames[3]?.[0] ?? '')), [700]);
  expect(pieces.map(({ read }) => (read.ok ? 'ok' : read.why))).toEqual(['frame too long', 'ok']);
});
