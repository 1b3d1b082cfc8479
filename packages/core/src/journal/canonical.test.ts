import { createHash } from 'node:crypto';
import { numbers, object, objectText, sorted, sortedOrder } from '../../vectors/rfc-8785.ts';
import { canonical, hashOf } from './canonical.ts';

test('the object of RFC 8785 §3.2.2 becomes its text of §3.2.3', () => expect(canonical(object)).toBe(objectText));
test('names are sorted by UTF-16 code units (RFC 8785 §3.2.3)', () => {
  const text = canonical(sorted);
  expect([...sortedOrder].sort((a, b) => text.indexOf(`"${a}"`) - text.indexOf(`"${b}"`))).toEqual(sortedOrder);
});
test.each(numbers)('the double %s is written %s (RFC 8785 appendix B)', (hex, text) => {
  const view = new DataView(new ArrayBuffer(8));
  view.setBigUint64(0, BigInt(`0x${hex}`));
  expect(canonical(view.getFloat64(0))).toBe(text);
});
test('a hash is SHA-256 of the text in UTF-8, as Node’s crypto makes it', () =>
  expect(hashOf('Skell · µ')).toBe(createHash('sha256').update('Skell · µ', 'utf8').digest('hex')));
