// Numbers that name a card or a modem. All stay text: they exceed 2^53 and leading zeros count.
import { bad, good, type Parsed, problem } from '../../problem/index.ts';
import { luhnDigit } from './luhn.ts';

const bare = (typed: string): string => typed.replace(/[\s-]/g, '');

/** ICCID (ITU-T E.118): 89, then digits, 18 to 20 in all; one trailing filler F is dropped. The check digit is a finding's business. */
export const parseIccid = (typed: string, path = ''): Parsed<string> => {
  const digits = bare(typed).replace(/f$/i, '');
  return /^89\d{16,18}$/.test(digits)
    ? good(digits)
    : bad(problem('form', path, { want: '18 to 20 digits that begin with 89', got: typed.slice(0, 40) }));
};

/** IMEI (3GPP TS 23.003 clause 6.2): 15 digits of which the last is a Luhn digit; all zeros means 'not programmed' and is refused. */
export const parseImei = (typed: string, path = ''): Parsed<string> => {
  const digits = bare(typed);
  if (/^0{15}$/.test(digits))
    return bad(problem('form', path, { want: 'an IMEI: zeros alone mean that none was programmed', got: digits }));
  return /^\d{15}$/.test(digits) ? good(digits) : bad(problem('form', path, { want: '15 digits', got: typed.slice(0, 40) }));
};

/** The digit that a number should end in, or null where it does end in it. Takes digits with their check digit; anything else has none and gives null. */
export const wrongCheckDigit = (digits: string): { got: string; want: string } | null => {
  if (!/^\d{2,}$/.test(digits)) return null;
  const want = luhnDigit(digits.slice(0, -1));
  const got = digits.slice(-1);
  return got === want ? null : { got, want };
};

/** Digits in blocks of four, as people read a card number out: 8999 9012 3456 7890 124. */
export const inBlocks = (digits: string): string => digits.replace(/(.{4})(?=.)/g, '$1 ');

/** IMEI as it is printed: type allocation code in 2 and 6, serial 6, check digit. */
export const imeiInBlocks = (digits: string): string =>
  digits.length === 15 ? `${digits.slice(0, 2)} ${digits.slice(2, 8)} ${digits.slice(8, 14)} ${digits.slice(14)}` : digits;

/** Telephone numbers by ITU-T E.164: a plus, then at most 15 digits of which the first is not 0. */
export const parseE164 = (typed: string, path = ''): Parsed<string> => {
  const number = typed.replace(/[\s().-]/g, '');
  return /^\+[1-9]\d{5,14}$/.test(number)
    ? good(number)
    : bad(problem('form', path, { want: 'a number with + and its country code', got: typed.slice(0, 40) }));
};
