// Values as devices want them typed and as people say them on the telephone. Nothing here changes what is on the sheet.
import { type Json, plainText } from '../name/index.ts';
import { inBlocks } from '../sums/index.ts';
import type { Parameter } from './parameter.ts';

/** Each octet as three digits, as some panels ask for it: 192.168.7.1 is 192.168.007.001. Anything else is given back as it is. */
export const threeDigitOctets = (address: string): string =>
  /^\d{1,3}(?:\.\d{1,3}){3}$/.test(address)
    ? address
        .split('.')
        .map((octet) => octet.padStart(3, '0'))
        .join('.')
    : address;

/** Digits with zeros in front, up to a length: account 417 on six digits is 000417. */
export const padded = (digits: string, length: number): string => (/^\d+$/.test(digits) ? digits.padStart(length, '0') : digits);

// Keys of a telephone keypad (ITU-T E.161, from memory); the space on 0 is common practice, no source.
const keys = ['0 ', '1', '2abc', '3def', '4ghi', '5jkl', '6mno', '7pqrs', '8tuv', '9wxyz'].map((of) => ({
  key: of.slice(0, 1),
  of: of.slice(1),
}));

/** Presses on a telephone keypad: letters by how often their key is pressed, a wait where the same key follows. Null where a character is on no key. */
export const multiTap = (text: string): readonly string[] | null => {
  const presses = Array.from(text.toLowerCase()).map((character) => {
    const key = keys.find(({ of }) => of.includes(character));
    if (key !== undefined) return key.key.repeat(key.of.indexOf(character) + 1);
    const digit = keys.find(({ key: own }) => own === character);
    return digit === undefined ? null : digit.key.repeat(digit.of.length + 1);
  });
  return presses.every((press) => press !== null) ? presses : null;
};

// The spelling alphabet of the Radio Regulations, Appendix 14 (ITU), from memory.
const alphabet =
  'Alfa Bravo Charlie Delta Echo Foxtrot Golf Hotel India Juliett Kilo Lima Mike November Oscar Papa Quebec Romeo Sierra Tango Uniform Victor Whiskey X-ray Yankee Zulu'.split(
    ' ',
  );
const marks: { readonly [mark: string]: string } = {
  '.': 'dot',
  '-': 'hyphen',
  '@': 'at',
  '/': 'slash',
  _: 'underscore',
  ':': 'colon',
  '+': 'plus',
  ' ': 'space',
};

/** Letter by letter for the telephone; capitals are said to be capitals. */
export const spelled = (text: string): string =>
  Array.from(text)
    .map((character) => {
      const word = alphabet[character.toLowerCase().charCodeAt(0) - 97];
      if (/[a-z]/.test(character)) return word?.toLowerCase() ?? character;
      if (/[A-Z]/.test(character)) return `capital ${word ?? character}`;
      return marks[character] ?? character;
    })
    .join(' ');

/** How a value is said on the telephone: numbers in blocks, names letter by letter. Null where it reads as it stands. */
export const sayAloud = (of: Parameter, value: Json): string | null => {
  const { form } = of;
  if (form.is !== 'text' || typeof value !== 'string') return null;
  if (form.as === 'iccid') return inBlocks(value);
  if (form.as === 'phone')
    return value.replace(/^(\+\d{2})(\d+)$/, (_, country: string, rest: string) => `${country} ${rest.replace(/(\d{3})(?=\d)/g, '$1 ')}`);
  if (form.as === 'eui') return spelled(value.replace(/(.{4})(?=.)/g, '$1 ')).replaceAll(' space ', ', ');
  return form.mono && form.as === undefined && /[a-z]/i.test(value) ? spelled(plainText(value)) : null;
};
