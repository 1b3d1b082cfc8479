// EUI forms against the example of RFC 4291 appendix A (from memory).
import { eui64Of, interfaceOf } from '../index.ts';

test('34-56-78-9A-BC-DE becomes 34-56-78-FF-FE-9A-BC-DE, and its interface identifier 3656:78ff:fe9a:bcde', () => {
  expect(eui64Of('34-56-78-9A-BC-DE')).toBe('345678fffe9abcde');
  expect(interfaceOf('345678fffe9abcde')).toBe('365678fffe9abcde');
});
test.each(['34:56:78:9a:bc:de', '3456.789a.bcde', '3456789ABCDE'])('%s is the same one', (text) =>
  expect(eui64Of(text)).toBe('345678fffe9abcde'),
);
test.each(['34-56-78-9A-BC', '34-56-78-9A-BC-DG', ''])('%j is none', (text) => expect(eui64Of(text)).toBeNull());
test('what is no EUI-64 has no interface identifier', () => expect(interfaceOf('3456789abcde')).toBeNull());
