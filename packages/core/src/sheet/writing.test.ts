import { definition, multiTap, padded, sayAloud, spelled, threeDigitOctets } from './index.ts';

test.each([
  ['192.168.7.1', '192.168.007.001'],
  ['10.0.0.254', '010.000.000.254'],
  ['desk.varrow.example', 'desk.varrow.example'],
])('%s on a panel that wants three digits an octet is %s', (plain, three) => expect(threeDigitOctets(plain)).toBe(three));
test('digits are padded with zeros, words are not', () =>
  expect([padded('417', 6), padded('0417', 4), padded('A17', 6)]).toEqual(['000417', '0417', 'A17']));
// Keys of ITU-T E.161, from memory.
test.each([
  ['cab', ['222', '2', '22']],
  ['Pump', ['7', '88', '6', '7']],
  ['s 4', ['7777', '0', '4444']],
  ['ß', null],
])('%s takes the presses %p', (text, presses) => expect(multiTap(text)).toEqual(presses));
// Spelling alphabet of the Radio Regulations, Appendix 14, from memory.
test('letters are spelled, capitals are said to be capitals', () => expect(spelled('m2m.X')).toBe('mike 2 mike dot capital X-ray'));
test.each([
  ['sim.iccid', '8999901234567890124', '8999 9012 3456 7890 124'],
  ['number.number', '+447700900123', '+44 770 090 012 3'],
  ['sim.apn', 'iot', 'india oscar tango'],
  ['unit.deskPort', 4110, null],
  ['site.place', 'Skell', null],
])('%s %p is said as %p', (key, value, said) => {
  const of = definition(key);
  expect(of === null ? 'no definition' : sayAloud(of, value)).toBe(said);
});
