import { shippedHouse } from '../house/index.ts';
import { canonical, emptyState, foldAll, hashOf, placedEntry, type State, write } from '../journal/index.ts';
import { houseStream, type Json, profilesStream } from '../name/index.ts';
import { instant } from '../quantity/index.ts';
import { chance } from '../scenario/index.ts';
import { shippedProfiles } from '../sheet/index.ts';
import { differences, rulesOf, sayDifference, shippedRules } from './index.ts';
import { onePath } from './testing.ts';

const c = chance(41);
const at = instant(1_780_000_000_000);
const pen = () => ({ id: c.ulid(at), at, skew: 0, since: 0, who: { part: 'import' } as const });
const stricter = { ...shippedHouse, version: 2, name: 'Stricter', signal: { LTE: { 'signal.rsrp': { proven: -85, marginal: -95 } } } };
const hashOfBody = (body: unknown) => hashOf(canonical(body as Json));
const house = (...bodies: (typeof shippedHouse)[]): State =>
  foldAll(
    houseStream,
    bodies.map((body) => placedEntry(write(pen(), houseStream, 'house.published', { id: body.id, version: body.version, body }), at)),
  );
const profiles = foldAll(
  profilesStream,
  shippedProfiles.map((body) =>
    placedEntry(write(pen(), profilesStream, 'profile.published', { id: body.id, version: body.version, body }), at),
  ),
);
const published = { house: house(shippedHouse, stricter), profiles };
const adopt = (body: { id: string; version: number }) => ({ id: body.id, version: body.version, hash: hashOfBody(body) });
const module_ = shippedProfiles.find(({ role }) => role === 'unit');
if (module_ === undefined) throw new RangeError('no profile of a unit ships');

test('adopting newer house rules changes lamps only by its entry, and the versions are named', () => {
  const { m, path } = onePath();
  m.read('Signal', path, 'signal.rsrp', -98, 'dBm');
  m.rules = rulesOf(m.state, { house: house(shippedHouse), profiles });
  expect(m.lamp('Signal', path).is).toBe('marginal');
  m.rules = rulesOf(m.state, published); // a newer version is published: nothing moves
  expect(m.lamp('Signal', path).is).toBe('marginal');
  expect(m.rules.named).toMatchObject([{ role: 'house', id: 'shipped', version: 1, adopted: false, missing: false }]);
  const before = m.line();
  m.add('house.adopted', adopt(stricter));
  m.rules = rulesOf(m.state, published);
  expect(m.lamp('Signal', path).is).toBe('failed');
  expect(m.rules.named).toMatchObject([{ role: 'house', version: 2, name: 'Stricter', adopted: true, hash: hashOfBody(stricter) }]);
  expect(before.strands[0]?.lamps[1]?.is).toBe('marginal');
});
test('a pin whose text is not here, or is another, is said to be missing and what ships is used', () => {
  const { m } = onePath();
  m.add('house.adopted', { ...adopt(stricter), hash: hashOf('other') });
  expect(rulesOf(m.state, published)).toMatchObject({ house: shippedHouse, named: [{ version: 2, adopted: true, missing: true }] });
  m.add('house.adopted', adopt(stricter));
  const none = { house: emptyState(houseStream), profiles: null };
  expect(rulesOf(m.state, none).named).toMatchObject([{ missing: true }]);
});
test('the first publication of a version stands; another under the same name changes nothing', () =>
  expect(house(stricter, { ...stricter, checkIns: 9 }).published['shipped 2']?.hash).toBe(hashOfBody(stricter)));
test('the best obtainable evidence of a profile ends what is asked; without it there is a next', () => {
  const { m } = onePath();
  m.read('Power', null, 'supply.sign', true);
  const plain = m.lamp('Power');
  expect([plain.is, plain.next === null]).toEqual(['marginal', false]);
  m.add('profile.adopted', { role: 'unit', ...adopt(module_) });
  m.rules = rulesOf(m.state, published);
  expect(m.lamp('Power')).toMatchObject({ is: 'marginal', next: null });
  expect(m.lamp('Power').because.at(-1)?.code).toBe('best-obtainable');
});
test('a lamp that the adopted profile does not ask for is none, with its reason', () => {
  const { m } = onePath();
  const bare = { ...module_, version: 2, notAsked: { Inputs: 'It has no inputs of its own.' } };
  m.rules = { ...shippedRules, profiles: [bare] };
  expect(m.lamp('Inputs')).toMatchObject({ is: 'none', because: [{ code: 'not-asked', args: { why: 'It has no inputs of its own.' } }] });
});
test('what differs between two versions is listed by its place', () => {
  const [a, b] = [shippedHouse, { ...shippedHouse, checkIns: 3, hold: { ...shippedHouse.hold, time: 20_000 } }];
  expect(differences(a as unknown as Json, b as unknown as Json)).toEqual([
    { at: 'checkIns', was: 2, now: 3 },
    { at: 'hold.time', was: 30_000, now: 20_000 },
  ]);
  expect(differences(a as unknown as Json, a as unknown as Json)).toEqual([]);
  expect(differences({}, { hold: { time: 5 }, best: {} })).toEqual([
    { at: 'best', was: undefined, now: {} },
    { at: 'hold.time', was: undefined, now: 5 },
  ]);
  expect(differences({ a: [1] }, { a: [1, 2], b: null })).toMatchObject([{ at: 'a' }, { at: 'b', was: undefined, now: null }]);
});
test.each([
  [{ at: 'signal.LTE.signal.rsrp.marginal', was: -110, now: -95 }, 'LTE, RSRP, weak: was \u2212110 dBm, is \u221295 dBm'],
  [{ at: 'signal.LTE.signal.rsrq.proven', was: -15, now: -12.5 }, 'LTE, RSRQ, proven: was \u221215 dB, is \u221212.5 dB'],
  [{ at: 'hold.time', was: 30_000, now: 20_000 }, 'hold, time: was 30 s, is 20 s'],
  [{ at: 'steps.proven', was: 60, now: undefined }, 'steps, proven: was 60 %, is nothing'],
  [{ at: 'checkIns', was: 2, now: 3 }, 'check ins: was 2, is 3'],
  [{ at: 'best.Power.with', was: '5', now: 'supply.sign' }, 'best, Power, with: was 5, is Power-on sign seen'],
  [{ at: 'asks', was: [], now: ['AT', 'ATI'] }, 'asks: was none, is AT, ATI'],
])('a difference is said with its measure', (of, said) => expect(sayDifference(of, true)).toBe(said));
test('with nothing to compare with only what it is is said', () =>
  expect(sayDifference({ at: 'boot', was: undefined, now: 60_000 }, false)).toBe('boot: 1 min'));
