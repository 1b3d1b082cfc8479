import { scryptSync } from 'node:crypto';
import { isPin, pinKey, pinMark } from './pin.ts';

test('a PIN’s mark is what Node’s own scrypt gives, another for another salt, and nothing else is a PIN', () => {
  const salt = '00112233445566778899aabbccddeeff';
  expect(pinMark('4711', salt)).toBe(scryptSync('4711', Buffer.from(salt, 'hex'), 32, { N: 16_384, r: 8, p: 1 }).toString('hex'));
  expect(pinMark('4711', salt.replace('0', '1'))).not.toBe(pinMark('4711', salt));
  expect(['4711', '1234567890'].map(isPin)).toEqual([true, true]);
  expect(['471', '47a1', '12345678901', '４７１１', ''].map(isPin)).toEqual([false, false, false, false, false]);
  expect(Buffer.from(pinKey('4711', salt))).toEqual(scryptSync('key 4711', Buffer.from(salt, 'hex'), 32, { N: 16_384, r: 8, p: 1 }));
  expect(() => pinKey('471', salt)).toThrow(RangeError);
  expect(() => pinMark('no', salt)).toThrow(RangeError);
  expect(() => pinMark('4711', 'zz')).toThrow(RangeError);
});
