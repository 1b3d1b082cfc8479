// Telephone numbers against the metadata of a standard library (libphonenumber-js), and E.164's own limits.
import { getCountries, getExampleNumber, parsePhoneNumberFromString } from 'libphonenumber-js/max';
import examples from 'libphonenumber-js/examples.mobile.json';
import { definition, parseTyped } from './index.ts';

const of = definition('number.number');
const typed = (text: string): unknown => {
  if (of === null) return 'no definition';
  const parsed = parseTyped(of, text);
  return parsed.ok ? parsed.value : null;
};

test('an example number of every country that the library knows is read to its E.164 form, however it is parted', () => {
  const numbers = getCountries().flatMap((country) => getExampleNumber(country, examples) ?? []);
  expect(numbers.length).toBeGreaterThan(200);
  for (const number of numbers) {
    expect(typed(number.formatInternational())).toBe(number.number);
    expect(number.number.length).toBeLessThanOrEqual(16);
  }
});
// Numbers that regulators keep for fiction; the library's own parser reads the same.
test.each(['+44 7700 900123', '+44 1632 960960', '+1 202-555-0143', '+61 491 570 156'])('%s is read as the library reads it', (text) =>
  expect(typed(text)).toBe(parsePhoneNumberFromString(text)?.number),
);
