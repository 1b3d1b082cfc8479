import fc from 'fast-check';
import { mask, maskText } from './mask.ts';
import { maskPlaces, tokensOf } from './tokens.ts';

test.each([
  'word Brass-Otter-19 here',
  'x="Brass-Otter-19";',
  '{"a":"Brass-Otter-19"}',
  '(Brass-Otter-19)',
  'a=Brass-Otter-19&b',
  '<x>Brass-Otter-19</x>',
  'Brass-Otter-19.',
  'AT+X="tech","Brass-Otter-19"',
])('the token stands whole in %s', (text) => {
  const places = tokensOf(text).get('Brass-Otter-19') ?? [];
  expect(places.map(([from, to]) => text.slice(from, to))).toContain('Brass-Otter-19');
  expect(maskPlaces(text, places)).not.toContain('Otter');
});
test('a token with signs or blanks in it stands whole between blanks or in quotes', () => {
  expect([...tokensOf('is pa:ss=wo,rd! ok').keys()]).toContain('pa:ss=wo,rd!');
  expect([...tokensOf('key "open sesame now"').keys()]).toContain('open sesame now');
});
test('a part of a token is none, and a short one is not looked at', () => {
  expect([...tokensOf('xBrass-Otter-19x').keys()]).not.toContain('Brass-Otter-19');
  expect([...tokensOf('abcde abcdef').keys()]).toEqual(['abcdef']);
});
test('no more than the most are looked at, and places of the known ones still count', () =>
  expect([tokensOf('aaaaaa bbbbbb cccccc aaaaaa', 2).size, tokensOf('aaaaaa bbbbbb cccccc aaaaaa', 2).get('aaaaaa')?.length]).toEqual([
    2, 4,
  ]));
test('masked places are gone, however they lie; the rest stays; masking again changes nothing', () =>
  fc.assert(
    fc.property(
      fc.array(fc.constantFrom('Zq-secret-1', 'plain words', '"', ' ', '=', ',', '\n', 'Zq-secret-1'), { maxLength: 30 }),
      (parts) => {
        const text = parts.join('');
        const places = tokensOf(text).get('Zq-secret-1') ?? [];
        const masked = maskPlaces(text, [...places, ...places]);
        expect(tokensOf(masked).has('Zq-secret-1')).toBe(false);
        expect(masked.split('\n')).toHaveLength(text.split('\n').length);
        expect(mask(masked)).toBe(masked);
        if (places.length > 0) expect(masked).toContain(maskText);
      },
    ),
    { seed: 47, numRuns: 200 },
  ));
