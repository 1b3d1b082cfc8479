import luhn from 'luhn-js';
import { valid } from '../../../vectors/iso-7812-luhn.ts';
import { sumWords } from '../words.en.ts';
import { iccidCheck } from './iccid-check.ts';

const cards = valid.filter((digits) => /^89\d{17,18}$/.test(digits));

test.each(cards)('%s ends in the digit that the steps lead to', (card) => {
  const { value, steps, outside } = iccidCheck(card, 'read');
  expect(outside).toBeNull();
  expect(value).toBe(card.slice(-1));
  expect(luhn.isValid(card)).toBe(true);
  expect(steps.at(-1)?.gives).toBe('agrees');
  expect(Number(steps[1]?.gives)).toBe(
    String(steps[1]?.formula)
      .split(' + ')
      .reduce((sum, part) => sum + Number(part), 0),
  );
  expect((Number(steps[1]?.gives) + Number(value)) % 10).toBe(0);
});
test('one wrong digit differs, and the steps say what it should end in', () => {
  const { value, steps } = iccidCheck('8999901234567890125');
  expect(value).toBe('4');
  expect(steps.at(-1)).toMatchObject({ gives: 'differs', formula: '4 against the last digit 5' });
});
test('spaces and dashes of a label are no digits', () => expect(iccidCheck('8999 9012-3456 7890 124').value).toBe('4'));
test('what is no card number says so and has no steps', () =>
  expect(iccidCheck('12345')).toMatchObject({ value: null, outside: 'iccid-form', steps: [] }));
test('every word that the sums use is known, and an unknown one stands for itself', () => {
  const { steps, assumes, inputs } = iccidCheck('89999012345678901234');
  for (const code of [...steps.map((step) => step.code), ...assumes, ...inputs.map(({ name }) => name)])
    expect(sumWords(code)).not.toBe(code === 'iccid' ? '' : code);
  expect(assumes).toContain('iccid-twenty');
  expect(sumWords('other')).toBe('other');
});
