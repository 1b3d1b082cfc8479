import { segmentsOf } from './segments.ts';

const a = (n: number): string => 'a'.repeat(n);
// Alphabet of 3GPP TS 23.038 table 6.2.1.1 and its extension, limits of TS 23.040; counts re-derived by hand, part counts without the split rule agree with a library's.
test.each([
  [a(160), '7-bit', 160, 1],
  [a(161), '7-bit', 161, 2],
  [a(306), '7-bit', 306, 2],
  [a(307), '7-bit', 307, 3],
  [`${a(158)}€`, '7-bit', 160, 1],
  [`${a(159)}€`, '7-bit', 161, 2],
  [`${a(152)}€${a(152)}`, '7-bit', 306, 3],
  ['', '7-bit', 0, 1],
  ['я'.repeat(70), '16-bit', 70, 1],
  ['я'.repeat(71), '16-bit', 71, 2],
  ['я'.repeat(134), '16-bit', 134, 2],
  ['я'.repeat(135), '16-bit', 135, 3],
  ['😀'.repeat(35), '16-bit', 70, 1],
  ['😀'.repeat(36), '16-bit', 72, 2],
  ['Temp -4 °C', '16-bit', 10, 1],
  ['FAÇADE', '7-bit', 6, 1],
  ['façade', '16-bit', 6, 1],
  ['[ok]', '7-bit', 6, 1],
  ['más', '16-bit', 3, 1],
  ['à la carte', '7-bit', 10, 1],
])('%p is %s, %p units, %p parts', (text, alphabet, units, parts) => expect(segmentsOf(text)).toMatchObject({ alphabet, units, parts }));
test('the character that forces the other alphabet is named', () => expect(segmentsOf('tank at 4 °C, więcej').odd).toBe('°'));
