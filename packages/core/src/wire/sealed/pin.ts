// What a short PIN is held against on the device that it opens: scrypt (RFC 7914), so that each try costs some tenths of a second. It keeps a finger out, not whoever takes the disk.
import { scrypt } from '@noble/hashes/scrypt.js';
import { bytesToHex, hexToBytes, utf8ToBytes } from '@noble/hashes/utils.js';

const cost = { N: 2 ** 14, r: 8, p: 1, dkLen: 32 } as const;
/** A PIN has 4 to 10 digits. */
export const isPin = (text: string): boolean => /^\d{4,10}$/.test(text);
const derived = (pin: string, salt: string, what: string): Uint8Array => {
  if (!isPin(pin) || !/^[0-9a-f]{32}$/.test(salt)) throw new RangeError('no PIN, or no salt of 16 octets');
  return scrypt(utf8ToBytes(`${what}${pin}`), hexToBytes(salt), cost);
};
/** 64 hexadecimal digits that belong to a PIN and a salt (16 octets, hexadecimal). Throws a RangeError for what is no PIN or salt. */
export const pinMark = (pin: string, salt: string): string => bytesToHex(derived(pin, salt, ''));
/** The private key (32 octets, X25519) that only this PIN and salt give; its mark says nothing of it. Throws as the mark does. */
export const pinKey = (pin: string, salt: string): Uint8Array => derived(pin, salt, 'key ');
