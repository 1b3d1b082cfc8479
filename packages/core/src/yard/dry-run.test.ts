// A dry run finds what is planted in a sheet, first things first, and says nothing of a sound one. The three cheapest ways to be told that all is well falsely: a sheet that calls nobody, one that tests nothing, one whose fault stands only on a device.
import { instant } from '../quantity/index.ts';
import { onePath } from '../lamp/testing.ts';
import type { Json } from '../name/index.ts';
import { canonical, hashOf } from '../journal/index.ts';
import { shippedProfiles } from '../sheet/index.ts';
import { type DryRun, dryRun } from './index.ts';

const at = instant(1_794_492_360_000);
type Of = ReturnType<typeof onePath>;
/** `short`: three hours of each day are enough to see what fails at once. */
const run = (change: (of: Of) => void = () => undefined, short = false): DryRun => {
  const made = onePath();
  const { m, unit, receiver } = made;
  m.set(receiver, { 'receiver.host': 'desk.varrow.example' });
  m.set(unit, {
    'unit.deskHost': 'desk.varrow.example',
    'unit.deskPort': 4110,
    'unit.protocol': 'line',
    'unit.testEvery': 43_200_000,
    'unit.callOn': true,
  });
  change(made);
  let hours = 0;
  return dryRun(m.state, { id: m.state.stream, name: 'Mast', at, profiles: [] }, () => !short || (hours += 1) % 3 !== 0);
};
const shipped = shippedProfiles.find(({ id }) => id === 'io-controller');
if (shipped === undefined) throw new Error('no such profile');
const controller = { role: 'unit', id: shipped.id, version: shipped.version, hash: hashOf(canonical(shipped as unknown as Json)) } as const;
const whys = (of: DryRun): string[] => of.findings.map(({ why }) => why);

test('a sound sheet plays its day: two tests and one call by hand arrive, and nothing is named', () => {
  const sound = run();
  expect(sound).toMatchObject({ findings: [], stuck: false, texts: [] });
  expect(sound.arrived).toBeGreaterThanOrEqual(2);
});
const unitSet =
  (values: { [key: string]: Json }) =>
  (of: Of): void => {
    of.m.set(of.unit, values);
  };
const cardIs =
  (is: string) =>
  (of: Of): void => {
    of.m.set(of.sim, { 'sim.state': is });
  };
test.each([
  ['another port than the desk’s', unitSet({ 'unit.deskPort': 4111 }), 'other port', ['unit', 'receiver']],
  ['another host than the desk’s', unitSet({ 'unit.deskHost': 'old.varrow.example' }), 'other host', ['unit', 'receiver']],
  ['another protocol than the desk’s', unitSet({ 'unit.protocol': 'dc09' }), 'other protocol', ['unit', 'receiver']],
  ['a protocol of its own', unitSet({ 'unit.protocol': 'own' }), 'own protocol', ['unit', 'receiver']],
  ['two digits of the account swapped', unitSet({ 'unit.account': '0323' }), 'other account', ['unit', 'receiver']],
  ['a card that is not active', cardIs('inactive'), 'not registered', ['sim', 'modem', 'modem', 'sim']],
  ['a subscription that is suspended', cardIs('suspended'), 'no session', ['sim', 'sim', 'sim']],
] as const)('%s is the first thing that fails, with the settings behind it', (_, change, why, groups) => {
  const found = run(change, true);
  expect(whys(found)[0]).toBe(why);
  expect(found.findings[0]?.keys.map((key) => key.split(':')[0])).toEqual(groups);
  expect(found.stuck).toBe(false);
});
test.each([
  ['calls nobody', unitSet({ 'unit.callOn': false }), 'calls nobody'],
  ['tests nothing in a day', unitSet({ 'unit.testEvery': 7 * 86_400_000 }), 'tests nothing'],
] as const)('one that %s is not called sound', (_, change, why) => expect(whys(run(change))).toEqual([why]));
test('a unit that only texts is sound where its texts go to somebody, and not where they go to nobody', () => {
  const texting = (ticked: boolean) =>
    run(({ m, path, unit }) => {
      m.set(path, { 'path.kind': 'text' }).add('profile.adopted', controller);
      m.set(unit, { 'unit.testEvery': null });
      const [keeper, float] = [m.element('number', 'keeper'), m.element('input', 'float')];
      m.set(keeper, { 'number.number': '+447700900118', 'number.ticked': ticked, 'number.may': 'both' });
      m.set(float, { 'input.channel': 1, 'input.text': 'High', 'input.textEnd': 'Low' });
    });
  expect(texting(true)).toMatchObject({ findings: [], texts: ['+447700900118: High', '+447700900118: Low'] });
  expect(whys(texting(false))).toEqual(['nothing arrives']);
});
test('what the sheet lacks for its first call is named: the emptiest sheet is not the soundest', () => {
  const whole = run(undefined, true).lacks;
  const bare = run(({ m, sim }) => {
    m.set(sim, { 'sim.apn': null, 'sim.iccid': null });
  }, true).lacks;
  expect(bare.length).toBeGreaterThan(whole.length);
  expect(bare.map((key) => key.split('.')[1])).toContain('apn');
});
test('what is planned is played, and not what stands on the device', () => {
  const planned = run(({ m, unit }) => {
    m.set(unit, { 'unit.deskPort': 4999 }).entered(unit).restarted(unit);
    m.set(unit, { 'unit.deskPort': 4110 });
  }, true);
  expect(planned.findings).toEqual([]);
});
test('several faults come one after the other, in the order of the way', () => {
  const found = run((of) => {
    cardIs('inactive')(of);
    unitSet({ 'unit.deskPort': 4111, 'unit.account': '0323' })(of);
  }, true);
  expect(whys(found)).toEqual(['not registered', 'other port', 'other account']);
  expect(found.arrived).toBeGreaterThanOrEqual(2);
});
test('it can be stopped, and says how far it is', () => {
  const shares: number[] = [];
  const { m } = onePath();
  dryRun(m.state, { id: m.state.stream, name: 'Mast', at, profiles: [] }, (share) => shares.push(share) < 3);
  expect(shares).toHaveLength(3);
  expect(shares.every((share) => share > 0 && share < 1)).toBe(true);
});
