// Only what was asked for, pressed, and came in its time, of its zone and turn, is answered; by which path it came is said as it is.
import { onePath, twoSims } from '../lamp/testing.ts';
import { allLamps } from '../lamp/index.ts';
import { instant, minutes } from '../quantity/index.ts';
import type { StationMaker } from '../scenario/index.ts';
import { speakerOf } from '../journal/index.ts';
import { sayReason } from '../lamp/index.ts';
import { shippedProfiles } from '../sheet/index.ts';
import { askTimes, cameAsMeant, wasAskedFor } from './index.ts';

const ask = (
  m: StationMaker,
  of: { zone?: string | null; is?: 'alarm' | 'restoral'; path?: StationMaker['stream'] | null; pressed?: boolean } = {},
) => {
  const now = m.now;
  m.add('challenge.made', {
    path: null,
    zone: of.zone === undefined ? '1' : of.zone,
    is: of.is ?? 'alarm',
    what: 'Depth',
    until: instant(now + minutes(15)),
    pressed: of.pressed === false ? null : instant(now + 7_000),
    words: '',
  });
  return m.last.id;
};
const high = { event: 'depth_high', zone: '1' };
const lastOf = (m: StationMaker) => m.state.challenges.at(-1);

test('an asked event is answered by the call of its zone and turn, after the press, with the time that it took', () => {
  const { m } = onePath();
  ask(m);
  m.call('0233', high);
  const one = lastOf(m);
  expect(one?.answered).toMatchObject({
    path: m.state.elements.find(({ group }) => group === 'path')?.id,
    strength: 'certain',
    simulated: false,
  });
  expect((one?.answered?.at ?? 0) - (one?.pressed ?? 0)).toBeGreaterThanOrEqual(0);
  const call = allLamps(m.line()).find(({ lamp }) => lamp === 'Call');
  const speaker = speakerOf(m.state, () => null, m.now, 'UTC');
  expect(call?.because.map((of) => sayReason(of, speaker)).join(' ')).toMatch(/It was asked for, and came after \d+ s\./);
});
test.each([
  ['another zone', { event: 'depth_high', zone: '2' }],
  ['its end', { ...high, turn: 'restoral' }],
  ['a test call', { event: 'test', zone: '1' }],
])('%s answers nothing', (_, fields) => {
  const { m } = onePath();
  ask(m);
  m.call('0233', fields);
  expect(lastOf(m)?.answered).toBeNull();
});
test('what nobody has pressed is not answered, nor what came before the press, nor after its time, nor after it was put aside', () => {
  const { m } = onePath();
  ask(m, { pressed: false });
  m.call('0233', high);
  expect(lastOf(m)?.answered).toBeNull();
  m.add('challenge.pressed', { challenge: lastOf(m)?.id ?? m.last.id, at: m.now });
  expect(lastOf(m)?.answered).toBeNull();
  m.wait(minutes(20)).call('0233', high);
  expect(lastOf(m)?.answered).toBeNull();
  const dropped = ask(m);
  m.add('challenge.dropped', { challenge: dropped, reason: 'the siren would sound' });
  m.call('0233', high);
  expect(lastOf(m)?.answered).toBeNull();
});
test('a laptop beside the desk answers nothing', () => {
  const { m } = onePath();
  m.knowing = { ...m.knowing, here: { ...m.knowing.here, addresses: ['203.0.113.5'] } };
  ask(m);
  m.call('0233', high, { address: '127.0.0.1', port: 40_000 });
  expect(lastOf(m)?.answered).toBeNull();
});
test('an asked event is evidence although its like came before; one call answers one challenge', () => {
  const { m } = onePath();
  m.call('0233', high);
  const before = m.steps.length;
  m.call('0233', high);
  expect(m.steps.slice(before).filter(({ is }) => is === 'entry')).toHaveLength(0);
  ask(m);
  ask(m);
  m.call('0233', high);
  expect(m.state.challenges.map(({ answered }) => answered !== null)).toEqual([true, false]);
  m.call('0233', high);
  expect(m.state.challenges.map(({ answered }) => answered !== null)).toEqual([true, true]);
});
test('over another path than the one that was meant it is answered, and said so', () => {
  const { m, paths } = twoSims();
  m.add('challenge.made', {
    path: paths[1],
    zone: null,
    is: null,
    what: 'any event',
    until: instant(m.now + minutes(15)),
    pressed: instant(m.now + 7_000),
    words: '',
  });
  const one = m.state.challenges.at(-1);
  expect(
    one === undefined
      ? null
      : cameAsMeant({ ...one, answered: { entry: one.id, at: m.now, path: paths[0], strength: 'certain', simulated: false } }),
  ).toBe(false);
  expect(
    one === undefined
      ? null
      : cameAsMeant({ ...one, answered: { entry: one.id, at: m.now, path: paths[1], strength: 'certain', simulated: false } }),
  ).toBe(true);
});
test('a delayed area is waited for until its delay has run', () => {
  const { m, unit } = onePath();
  const area = m.element('area', 'hall');
  const door = m.element('device', 'door');
  m.set(area, { 'area.delayed': true }).set(door, { 'device.area': area, 'device.zone': 3 }).set(unit, { 'unit.entryDelay': 45_000 });
  expect(askTimes({ state: m.state, profiles: [] }, { item: door }).usual).toBe(75_000);
  expect(askTimes({ state: m.state, profiles: [] }, { item: null })).toMatchObject({ usual: 30_000, armed: null });
  // It is armed first; a unit that gathers tells later, all that it has.
  m.set(unit, { 'unit.exitDelay': 60_000 });
  expect(askTimes({ state: m.state, profiles: [] }, { item: door }).armed).toBe(60_000);
  const gathering = shippedProfiles.filter(({ id }) => id === 'logger-with-modem');
  expect(askTimes({ state: m.state, profiles: gathering }, { item: null })).toMatchObject({ usual: 90_000, late: 180_000, until: 960_000 });
});

test('an answer by a path that nobody knows, or that is only claimed, is not as it was meant', () => {
  const { m, path } = onePath();
  ask(m);
  m.call('0233', high);
  const [answered] = m.state.challenges;
  if (answered?.answered == null) throw new Error('it was answered');
  for (const [by, strength] of [
    [null, 'unknown'],
    [path, 'claimed'],
  ] as const)
    expect(cameAsMeant({ ...answered, path, answered: { ...answered.answered, path: by, strength } })).toBe(false);
});

describe('whether what arrived was asked for', () => {
  const at = 1_000_000;
  const one = {
    id: '0'.repeat(26),
    path: null,
    zone: '3',
    is: null,
    what: 'Air lost',
    until: at + 60_000,
    pressed: at,
    dropped: null,
    answered: null,
  };
  const state = (...challenges: object[]) =>
    ({ state: { challenges }, profiles: [{ companions: ['tamper'] }] }) as unknown as Parameters<typeof wasAskedFor>[0];
  const came = (of: object = {}) => ({ entry: null, event: 'air lost', zone: '003', is: 'alarm' as const, at: at + 5000, ...of });
  const answered = { ...one, answered: { entry: 'E1', at: at + 5000 } };
  test.each([
    ['it is waited for, leading zeros or not', state(one), came(), true],
    ['another zone', state(one), came({ zone: '5' }), false],
    ['before it was made', state(one), came({ at: at - 1 }), false],
    ['after its time', state(one), came({ at: at + 60_001 }), false],
    ['not made yet', state({ ...one, pressed: null }), came(), false],
    ['put aside', state({ ...one, dropped: 'x' }), came(), false],
    ['it answered what was asked', state(answered), came({ entry: 'E1' }), true],
    ['another alarm in the moment of the answer', state(answered), came({ entry: 'E2', zone: '5' }), false],
    ['the same zone once more after the answer', state(answered), came({ entry: 'E2' }), false],
    ['the end of what was made', state(answered), came({ entry: 'E2', is: 'restoral' }), true],
    ['any event was asked for', state({ ...one, zone: null }), came({ zone: '7' }), true],
    ['nothing was asked for', state(), came(), false],
    ['what its unit sends along, of whichever zone', state(one), came({ event: 'tamper', zone: '9' }), true],
    ['the same, while nothing is asked for', state(), came({ event: 'tamper' }), false],
    ['the same, after its time', state(one), came({ event: 'tamper', at: at + 60_001 }), false],
  ])('%s', (_, of, frame, asked) => expect(wasAskedFor(of, frame)).toBe(asked));
});
