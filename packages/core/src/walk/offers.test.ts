import { onePath } from '../lamp/testing.ts';
import { readAnswer } from '../wire/index.ts';
import { offersOf } from './index.ts';

const offered = (text: string, set: { readonly [key: string]: string } = {}) => {
  const { m, sim, modem, path } = onePath();
  for (const [key, value] of Object.entries(set)) m.set(key.startsWith('sim') ? sim : modem, { [key]: value });
  return { offers: offersOf(m.state, path, readAnswer(text)), m, sim, modem, path };
};
const one = (text: string, set = {}) => offered(text, set).offers[0];

test('a card number is a reading, and is compared with the sheet', () => {
  expect(one('+CCID: 8999901234567890124')).toMatchObject({
    reading: { lamp: 'Card', what: 'card.number', value: '8999901234567890124', in: null },
    compared: { is: 'equal', take: 'set' },
  });
  expect(one('+CCID: 8999900000000000014')?.compared).toMatchObject({ is: 'differs', sheet: '8999901234567890124' });
});
test('an IMSI and an IMEI that the sheet lacks are said to be not on it', () => {
  expect(one('AT+CIMI\n999050123456789')).toMatchObject({ reading: null, compared: { is: 'not on the sheet', take: 'set', sheet: null } });
  expect(one('AT+CGSN\n490154203237518', { 'modem.imei': '490154203237518' })?.compared?.is).toBe('equal');
});
test('an APN is held against the sheet and can be read back, whatever its letters’ size', () => {
  expect(one('+CGDCONT: 1,"IP","M2M.fellwave.example","",0,0')).toMatchObject({ found: { what: 'context.type' }, compared: null });
  expect(offered('+CGDCONT: 1,"IP","M2M.fellwave.example","",0,0').offers[1]).toMatchObject({
    compared: { is: 'equal', take: 'readBack' },
  });
  expect(offered('+CGDCONT: 1,"IP","other.example","",0,0').offers[1]?.compared?.is).toBe('differs');
});
test('a signal is a reading in its measure; one that is not known is none', () => {
  expect(one('+CESQ: 99,99,255,255,20,50')?.reading).toMatchObject({ lamp: 'Signal', what: 'signal.rsrq', value: -10, in: 'dB' });
  expect(one('+CSQ: 99,99')?.reading).toBeNull();
});
test('registered with an address is grade 3’s reading, at the address alone; without an address only the word', () => {
  const both = offered('+CEREG: 0,1\n+CGPADDR: 1,"100.72.4.9"').offers;
  expect(both.map(({ reading }) => reading?.what ?? null)).toEqual([null, 'bearer.address']);
  expect(one('+CREG: 0,5')?.reading).toMatchObject({ lamp: 'Bearer', what: 'bearer.word', value: true });
  expect(one('+CREG: 0,2')?.reading).toBeNull();
});
test('a refusal, its cause and a dead session are offered as trouble, in words', () => {
  const refused = offered('+CEREG: 3,3,,,,0,15').offers;
  expect(refused.map(({ trouble }) => trouble?.words)).toEqual([
    'Registration denied (4G).',
    expect.stringMatching(/^Reject cause 15: no suitable cells in tracking area/),
  ]);
  expect(one('+CGACT: 1,0')?.trouble?.words).toBe('The context 1 is not active.');
});
test('without a path nothing is offered as a reading, and every value found is still listed', () => {
  const { m } = onePath();
  const offers = offersOf(m.state, null, readAnswer('+CCID: 8999901234567890124\n+CREG: 0,3\n+COPS: 0,0,"Fellwave",7'));
  expect(offers).toHaveLength(4);
  expect(offers.every(({ reading, compared, trouble }) => reading === null && compared === null && trouble === null)).toBe(true);
});
test('a path by cable has no card and no signal to read', () => {
  const { m, path } = onePath();
  m.set(path, { 'path.kind': 'ethernet' });
  expect(offersOf(m.state, path, readAnswer('+CPIN: READY\n+CSQ: 20,99')).map(({ reading }) => reading)).toEqual([null, null]);
});
test('the context for the network’s own services is never held against the APN, nor is its address or its state offered', () => {
  const text =
    '+CGDCONT: 1,"IP","M2M.fellwave.example","",0,0\n+CGDCONT: 2,"IPV4V6","ims","",0,0\n+CGACT: 2,0\n+CGPADDR: 2,"100.72.4.9"\n+CEREG: 0,1';
  const { offers } = offered(text);
  expect(
    offers.filter(({ found }) => found.of === 'context 2').map(({ compared, reading, trouble }) => [compared, reading, trouble]),
  ).toEqual(Array.from({ length: 4 }, () => [null, null, null]));
  expect(offers.filter(({ found }) => found.of === 'context 1')[1]?.compared?.is).toBe('equal');
  expect(offers.at(-1)?.reading?.what).toBe('bearer.word');
});
test('registered for texts only carries no data; zeros are no IMEI to put on the sheet', () => {
  expect(one('+CREG: 0,6')).toMatchObject({ found: { value: 'registered for texts only, home' }, reading: null });
  expect(one('AT+CGSN\n000000000000000')).toMatchObject({ found: { value: 'not programmed' }, compared: null });
});
