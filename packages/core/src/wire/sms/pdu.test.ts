// Text messages against the standard's example and another library's PDUs.
import fc from 'fast-check';
import { instant } from '../../quantity/index.ts';
import { basicAlphabet, extension, packSeptets, segmentsOf, septetsOf, textOfSeptets, unpackSeptets } from '../../sums/index.ts';
import { readPdu, writeDeliver, writeSubmit } from '../index.ts';

const hex = (bytes: Uint8Array): string => Array.from(bytes, (byte) => byte.toString(16).padStart(2, '0').toUpperCase()).join('');
const to = '+447700900123';

describe('the 7-bit alphabet', () => {
  test('‘hellohello’ packs to E8329BFD4697D9EC37 (widely printed example of TS 23.038 packing)', () => {
    const septets = septetsOf('hellohello') ?? [];
    expect(hex(packSeptets(septets))).toBe('E8329BFD4697D9EC37');
    expect(textOfSeptets(unpackSeptets(packSeptets(septets), 10))).toBe('hellohello');
  });
  test('it has 128 codes, none twice; the escape counts two, and is followed by ten characters', () => {
    expect(basicAlphabet).toHaveLength(128);
    expect(new Set(basicAlphabet).size).toBe(128);
    expect([extension.size, septetsOf('€')?.length, septetsOf('[]')?.length]).toEqual([10, 2, 4]);
  });
  test.each(['ç', 'á', '`', '°', '\t', '“', 'я'])('%s is not in it', (of) => {
    expect(septetsOf(of)).toBe(null);
    expect(segmentsOf(of).alphabet).toBe('16-bit');
  });
  test('what counts a text and what packs it agree on its septets', () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom(...basicAlphabet.filter((of) => of !== '\u001b'), ...extension.keys()), { maxLength: 160 }),
        (all) => {
          const text = all.join('');
          const septets = septetsOf(text);
          expect(septets?.length).toBe(segmentsOf(text).units);
          const fill = all.length % 7;
          expect(textOfSeptets(unpackSeptets(packSeptets(septets ?? [], fill), septets?.length ?? 0, fill))).toBe(text);
        },
      ),
      { seed: 38, numRuns: 150 },
    );
  });
});

describe('SUBMIT, as another library wrote it (node-pdu)', () => {
  test.each([
    [{ to, text: 'hellohello' }, '0001000C9144770009103200000AE8329BFD4697D9EC37', 22],
    [{ to, text: 'hellohello', validity: 0xaa }, '0011000C914477000910320000AA0AE8329BFD4697D9EC37', 23],
    [{ to, text: 'Temp -4 \u00b0C' }, '0001000C9144770009103200081400540065006D00700020002D0034002000B00043', 33],
  ] as const)('%j', (of, pdu, length) => {
    expect(writeSubmit(of)).toEqual({ pdu, length });
    expect(readPdu(pdu)).toMatchObject({ ok: true, value: { kind: 'submit', to, text: of.text, part: null } });
  });
  test('an odd number of digits is filled up with F (0B 91 64 07 71 04 06 F5)', () => {
    expect(writeSubmit({ to: '+46701740605', text: 'x' }).pdu).toContain('0B916407710406F5');
    expect(readPdu(writeSubmit({ to: '46701740605', text: 'x' }).pdu)).toMatchObject({ value: { to: '46701740605' } });
  });
});

describe('DELIVER, as a packet analyser reads it (tshark)', () => {
  test('from the same number, ‘Hello’, 15 June 2026 12:00 UTC', () => {
    const pdu = '0791447700090000040C9144770009103200006260512100000005C8329BFD06';
    expect(readPdu(pdu)).toEqual({
      ok: true,
      value: { kind: 'deliver', from: to, text: 'Hello', at: Date.UTC(2026, 5, 15, 12), part: null },
    });
    expect(writeDeliver({ from: to, text: 'Hello', at: instant(Date.UTC(2026, 5, 15, 12)), centre: '+447700900000' })).toBe(pdu);
  });
  test.each([
    ['80', 2],
    ['0A', -5],
    ['22', 5.5],
  ])('zone byte %s: %d hours from UTC', (zone, hours) => {
    const pdu = `0791447700090000040C91447700091032000062605121000000`.replace(/00$/, zone) + '05C8329BFD06';
    const read = readPdu(pdu);
    expect(read.ok && read.value.kind === 'deliver' ? read.value.at : null).toBe(Date.UTC(2026, 5, 15, 12) - hours * 3_600_000);
  });
});

test.each([
  ['00', '7-bit'],
  ['04', '8-bit'],
  ['08', '16-bit'],
  ['0C', '7-bit'],
  ['F1', '7-bit'],
  ['F5', '8-bit'],
  ['F8', '7-bit'],
  ['FD', '8-bit'],
  ['C8', '7-bit'],
  ['D4', '7-bit'],
  ['E0', '16-bit'],
  ['E8', '16-bit'],
  ['48', '16-bit'],
  ['84', '7-bit'],
])('data coding %s is %s (TS 23.038 clause 4, from memory)', (coding, alphabet) => {
  const text = { '7-bit': '05C8329BFD06', '8-bit': '0548656C6C6F', '16-bit': '0A00480065006C006C006F' }[alphabet] ?? '';
  expect(readPdu(`0001000C9144770009103200${coding}${text}`)).toMatchObject({ ok: true, value: { text: 'Hello' } });
});

describe('any message', () => {
  test('comes back as it was, in either alphabet, whole or as a part', () => {
    fc.assert(
      fc.property(
        fc.oneof(
          fc.string({ unit: fc.constantFrom(...basicAlphabet.filter((of) => of !== '\u001b'), '€', '['), maxLength: 60 }),
          fc.string({ unit: 'grapheme', maxLength: 6 }),
        ),
        fc.option(fc.record({ reference: fc.nat(255), of: fc.integer({ min: 1, max: 9 }), part: fc.integer({ min: 1, max: 9 }) }), {
          nil: null,
        }),
        fc.constantFrom('+447700900123', '12345', '+46701740605'),
        (text, part, number) => {
          expect(readPdu(writeSubmit({ to: number, text, part }).pdu)).toEqual({
            ok: true,
            value: { kind: 'submit', to: number, text, part },
          });
          const at = instant(Date.UTC(2027, 1, 28, 23, 59, 58));
          expect(readPdu(writeDeliver({ from: number, text, at, part }))).toEqual({
            ok: true,
            value: { kind: 'deliver', from: number, text, at, part },
          });
        },
      ),
      { seed: 40, numRuns: 200 },
    );
  });
  test('a sender may be a name of letters: packed like text, its length in half octets (TS 23.040 clause 9.1.2.5)', () => {
    const at = instant(Date.UTC(2026, 10, 27, 8, 36, 0));
    const pdu = writeDeliver({ from: 'Gateway 3', text: 'up', at });
    expect(pdu).toMatch(/^000410D0C7[0-9A-F]+$/);
    expect(readPdu(pdu)).toEqual({ ok: true, value: { kind: 'deliver', from: 'Gateway 3', text: 'up', at, part: null } });
  });
  test('cut anywhere, or of any digits, it never throws, and a cut one is not taken for whole', () => {
    const { pdu } = writeSubmit({ to, text: 'hellohello' });
    for (let i = 0; i < pdu.length; i++) expect(readPdu(pdu.slice(0, i)).ok).toBe(false);
    fc.assert(
      fc.property(fc.string({ unit: fc.constantFrom(...Array.from('0123456789ABCDEF')), maxLength: 80 }), (text) => {
        expect(typeof readPdu(text).ok).toBe('boolean');
      }),
      { seed: 41, numRuns: 200 },
    );
  });
});
