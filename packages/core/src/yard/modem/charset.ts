// Characters between a modem and whoever drives it (+CSCS): 3GPP TS 27.007 clause 5.5, TS 27.005 clause 3.1, from memory.
import { septetsOf, textOfSeptets } from '../../sums/index.ts';

export const charsets = ['IRA', 'GSM', 'UCS2', 'HEX'] as const;
export type Charset = (typeof charsets)[number];

const hexOf = (numbers: readonly number[], digits: number): string =>
  numbers.map((n) => n.toString(16).toUpperCase().padStart(digits, '0')).join('');
const numbersIn = (hex: string, digits: number): number[] | null =>
  hex.length % digits !== 0 || !/^[0-9A-F]*$/i.test(hex)
    ? null
    : Array.from({ length: hex.length / digits }, (_, i) => parseInt(hex.slice(i * digits, (i + 1) * digits), 16));

/** UTF-16 units of a text as hexadecimal octets. */
export const unitsAsHex = (text: string): string =>
  hexOf(
    Array.from({ length: text.length }, (_, i) => text.charCodeAt(i)),
    4,
  );
/** Octets in hexadecimal as the numbers that they are; null where they are none. */
export const octetsIn = (hex: string): number[] | null => numbersIn(hex, 2);

/** A character without its accent, else a question mark: what is left of it in seven bits. */
const plainLetter = (of: string): string => {
  const bare = of.normalize('NFD').charAt(0);
  return /^[\n\r\u0020-\u007e]$/.test(bare) ? bare : '?';
};
const septets = (text: string): number[] => Array.from(text).flatMap((of) => septetsOf(of) ?? septetsOf('?') ?? []);

/** A text as the modem tells it in the set that was chosen; what the set lacks becomes its bare letter or a question mark. */
export const toTerminal = (text: string, charset: Charset): string => {
  switch (charset) {
    case 'IRA':
      return Array.from(text, plainLetter).join('');
    case 'GSM':
      return String.fromCharCode(...septets(text));
    case 'UCS2':
      return unitsAsHex(text);
    case 'HEX':
      return hexOf(septets(text), 2);
  }
};

/** The text that was typed in the set that was chosen; null where it holds what the set has not. */
export const fromTerminal = (typed: string, charset: Charset): string | null => {
  switch (charset) {
    case 'IRA':
      return /^[\n\r\u0020-\u007e]*$/.test(typed) ? typed : null;
    case 'GSM':
      return /^[\0-\u007f]*$/.test(typed) ? textOfSeptets(Array.from(typed, (of) => of.charCodeAt(0))) : null;
    case 'UCS2': {
      const units = numbersIn(typed, 4);
      return units === null ? null : String.fromCharCode(...units);
    }
    case 'HEX': {
      const codes = numbersIn(typed, 2);
      return codes === null || codes.some((code) => code > 127) ? null : textOfSeptets(codes);
    }
  }
};
