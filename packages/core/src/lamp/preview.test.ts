// Lamps by another version, and verdicts that hang on a school.
import { type House, shippedHouse, withSchool } from '../house/index.ts';
import { canonical, emptyState, hashOf, pinName } from '../journal/index.ts';
import { houseStream, type Json } from '../name/index.ts';
import { instant, seconds } from '../quantity/index.ts';
import { bySchools, lampsThatChange, rulesOf } from './index.ts';
import { onePath } from './testing.ts';

const publish = (house: House) => {
  const body = house as unknown as Json; // plain JSON by its shape
  const pin = { id: house.id, version: house.version, hash: hashOf(canonical(body)) };
  return { pin, published: { house: { ...emptyState(houseStream), published: { [pinName(pin)]: { ...pin, body } } }, profiles: null } };
};
const held = (time: number) => {
  const of = onePath();
  const from = instant(of.m.now);
  of.m.add('hold.run', {
    path: of.path,
    radio: 'LTE',
    source: 'typed',
    from,
    to: instant(from + time),
    samples: Array.from({ length: time / 1000 }, (_, i) => ({
      at: i * 1000,
      values: { 'signal.rsrp': -90 - (i % 2), 'signal.rsrq': -9 },
    })),
    simulated: false,
  });
  return of;
};
const by = (m: ReturnType<typeof onePath>['m']) => ({ heard: [], now: m.now });

test('a hold of 24 s is marginal by ours, and the one lamp that would change by the 20 s school is named', () => {
  const { m, path } = held(seconds(24));
  const house = { ...withSchool(shippedHouse, 'hold', '20 s'), id: 'quick' };
  const { pin, published } = publish(house);
  expect(lampsThatChange(m.state, 'house', pin, { published, ...by(m) })).toMatchObject([
    { was: { lamp: 'Signal', path, is: 'marginal' }, is: { lamp: 'Signal', is: 'proven' } },
  ]);
  const rules = rulesOf(m.state, published);
  expect(bySchools(m.state, { ...rules, ...by(m) }).filter(({ question }) => question !== 'one path')).toEqual([
    { question: 'hold', asks: 'How long a range test is held', says: '20 s', lamp: 'Signal', path, was: 'marginal', is: 'proven' },
  ]);
});
test('once the version is adopted nothing would change any more, and the verdict hangs on the school the other way round', () => {
  const { m } = held(seconds(24));
  const { pin, published } = publish({ ...withSchool(shippedHouse, 'hold', '20 s'), id: 'quick' });
  m.add('house.adopted', pin);
  expect(lampsThatChange(m.state, 'house', pin, { published, ...by(m) })).toEqual([]);
  const [only, one, more] = bySchools(m.state, { ...rulesOf(m.state, published), ...by(m) });
  expect(one).toMatchObject({ question: 'one path', was: 'none', is: 'dark' });
  expect([only?.says, only?.was, only?.is, more]).toEqual(['30 s', 'proven', 'marginal', undefined]);
});
test('a version that is not here changes nothing: the shipped rules judge on', () => {
  const { m } = held(seconds(24));
  const { pin } = publish({ ...withSchool(shippedHouse, 'hold', '20 s'), id: 'quick' });
  expect(lampsThatChange(m.state, 'house', pin, { published: { house: null, profiles: null }, ...by(m) })).toEqual([]);
});
test('a hold of a minute hangs on no school', () => {
  const { m } = held(seconds(60));
  expect(bySchools(m.state, { house: shippedHouse, profiles: [], ...by(m) }).map(({ question }) => question)).toEqual(['one path']);
});
