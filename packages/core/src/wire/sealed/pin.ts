// What a short PIN is held against on the device that it opens: scrypt (RFC 7914), so that each try costs some tenths of a second. It keeps a finger out, not whoever takes the disk.
import { scrypt } from '@noble/hashes/scrypt.js';
import { bytesToHex, hexToBytes, utf8ToBytes } from '@noble/hashes/utils.js';

const cost = { N: 2 ** 14, r: 8, p: 1, dkLen: 32 } as const;
/** A PIN has 4 to 10 digits. */
export const isPin = (text: string): boolean => /^\d{4,10}$/.test(text);
/** 64 hexadecimal digits that belong to a PIN and a salt (16 octets, hexadecimal). Throws a RangeError for what is no PIN or salt. */
export const pinMark = (pin: string, salt: string): string => {
  if (!isPin(pin) || !/^[0-9a-f]{32}$/.test(salt)) throw new RangeError('no PIN, or no salt of 16 octets');
  return bytesToHex(scrypt(utf8ToBytes(pin), hexToBytes(salt), cost));
};
