import fc from 'fast-check';
import { isValid } from 'luhn-js';
import { blind, invalid, valid } from '../../../vectors/iso-7812-luhn.ts';
import { imeiInBlocks, inBlocks, parseE164, parseIccid, parseImei, wrongCheckDigit } from './identifiers.ts';
import { luhnAgrees, luhnDigit } from './luhn.ts';

test.each(valid)('%s ends in its check digit (ISO/IEC 7812-1)', (number) => {
  expect(luhnAgrees(number)).toBe(true);
  expect(wrongCheckDigit(number)).toBeNull();
});
test.each(invalid)('%s does not end in its check digit', (number) => expect(luhnAgrees(number)).toBe(false));
test('a wrong last digit is told with the right one', () => expect(wrongCheckDigit('490154203237517')).toEqual({ got: '7', want: '8' }));
test.each(blind)('%s and %s both pass: a check digit can’t tell them apart', (one, other) => {
  expect(luhnAgrees(one)).toBe(true);
  expect(luhnAgrees(other)).toBe(true);
});
test('agrees with the library luhn-js on any digits', () =>
  fc.assert(
    fc.property(fc.stringMatching(/^\d{2,20}$/), (digits) => luhnAgrees(digits) === isValid(digits)),
    { seed: 2, numRuns: 200 },
  ));
test('only digits have a check digit', () => expect(() => luhnDigit('12a')).toThrow(RangeError));

test('a card number keeps its digits and loses blanks, dashes and the filler F', () => {
  expect(parseIccid('8999 9012-3456 7890 124F')).toEqual({ ok: true, value: '8999901234567890124' });
  expect(inBlocks('8999901234567890124')).toBe('8999 9012 3456 7890 124');
});
test.each(['', '7999901234567890124', '89999012345678901', '899990123456789012345', '89999012345678901G'])(
  '%p is no card number',
  (typed) => expect(parseIccid(typed).ok).toBe(false),
);
test('14 digits that pass Luhn by luck are no IMEI', () => expect(parseImei('49015420323751').ok).toBe(false));
test('an IMEI of zeros is none, though its check digit agrees', () => {
  const parsed = parseImei('000000000000000');
  expect(parsed.ok ? '' : JSON.stringify(parsed.problems)).toContain('none was programmed');
});
test('an IMEI is read in blocks', () => expect(imeiInBlocks('490154203237518')).toBe('49 015420 323751 8'));
test('a telephone number needs its country code and at most 15 digits (E.164)', () => {
  expect(parseE164('+44 1632 960 001')).toEqual({ ok: true, value: '+441632960001' });
  for (const typed of ['01632 960001', '+0441632960001', '+1234567890123456']) expect(parseE164(typed).ok).toBe(false);
});
