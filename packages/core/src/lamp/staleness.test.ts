// [L1] Staleness follows from the parameter table and the hardware table alone, per element.
import { hours, instant } from '../quantity/index.ts';
import { parameters } from '../sheet/index.ts';
import { speakerOf } from '../journal/index.ts';
import { allLamps, type Heard, lamps, sayReason, shippedRules } from './index.ts';
import { from, onePath, twoSims } from './testing.ts';
import { type ElementId, isGroup, type LampName } from '../name/index.ts';

const proved = (): ReturnType<typeof onePath> => {
  const s = onePath();
  s.m.asked().call('0233', { event: 'depth_high' });
  return s;
};

test('an event over the only path proves Call, and backwards that strand’s Bearer and Route', () => {
  const { m, path } = proved();
  expect(m.lamp('Call')).toMatchObject({ is: 'proven', grade: 7, rehearsal: true, simulated: false });
  for (const lamp of ['Bearer', 'Route'] as const)
    expect(m.lamp(lamp, path)).toMatchObject({ is: 'proven', grade: 7, stands: m.lamp('Call').stands });
});
test('an APN that is only wanted darkens nothing and shows that it waits', () => {
  const { m, sim, path } = proved();
  m.set(sim, { 'sim.apn': 'iot.fellwave.example' });
  for (const [lamp, of] of [
    ['Bearer', path],
    ['Route', path],
    ['Call', null],
  ] as const)
    expect(m.lamp(lamp, of)).toMatchObject({ is: 'proven', waits: [`sim:${sim}.apn`] });
  expect(m.lamp('Power').waits).toEqual([]);
});
test('an APN entered after a proved call turns Bearer, Route and Call stale, and each names the entry that did it', () => {
  const { m, sim, path } = proved();
  m.enter('sim.apn', sim, 'iot.fellwave.example');
  for (const [lamp, of] of [
    ['Bearer', path],
    ['Route', path],
    ['Call', null],
  ] as const)
    expect(m.lamp(lamp, of)).toMatchObject({ is: 'stale', because: [{ code: 'moved', entries: [m.last.id], keys: [`sim:${sim}.apn`] }] });
  const speaker = speakerOf(m.state, () => 'Ines', instant(m.now), 'UTC');
  const [why] = m.lamp('Bearer', path).because;
  expect(why === undefined ? '' : sayReason(why, speaker)).toMatch(
    /^APN \(card\) was changed on the device \d\d:\d\d by Ines: iot\.fellwave\.example, before m2m\.fellwave\.example\.$/,
  );
});
test('a call after the change but before the restart is marginal and asks for one press; the press lifts it', () => {
  const { m, sim, path } = proved();
  m.enter('sim.apn', sim, 'iot.fellwave.example').asked().call('0233', { event: 'depth_high' });
  expect(m.lamp('Call')).toMatchObject({ is: 'marginal', next: { code: 'next-in-force', keys: [`sim:${sim}.apn`] } });
  const next = m.lamp('Bearer', path).next;
  const asked = next?.code === 'next-in-force' ? next.args.from : 0;
  m.stage('inForce', [`sim:${sim}.apn` as never], instant(asked));
  expect(m.lamp('Call').is).toBe('proven');
});
test('restarted and proved again, all three come back', () => {
  const { m, sim, modem, path } = proved();
  m.enter('sim.apn', sim, 'iot.fellwave.example').restarted(modem);
  expect(m.lamp('Call').is).toBe('stale');
  m.asked().call('0233', { event: 'depth_high' });
  for (const [lamp, of] of [
    ['Bearer', path],
    ['Route', path],
    ['Call', null],
  ] as const)
    expect(m.lamp(lamp, of).is).toBe('proven');
});
test('taken back after it was entered is still a change; a first value is none; the same value again is none', () => {
  const { m, sim, unit, path } = proved();
  m.set(unit, { 'unit.deskPort': 4110 }).entered(unit).enter('sim.apn', sim, 'm2m.fellwave.example');
  expect(m.lamp('Route', path).is).toBe('proven');
  m.enter('sim.apn', sim, 'other.example').enter('sim.apn', sim, 'm2m.fellwave.example');
  expect(m.lamp('Route', path).is).toBe('stale');
});
test('a value read back that is the known one changes nothing; one that differs says so', () => {
  const { m, sim, path } = proved();
  const key = `sim:${sim}.apn` as never;
  m.stage('readBack', [key]);
  expect(m.lamp('Bearer', path).is).toBe('proven');
  m.add('setting.staged', { stage: 'readBack', asOf: m.now, of: [{ key, set: null, value: 'left-over.example' }] });
  expect(m.lamp('Bearer', path)).toMatchObject({ is: 'stale', because: [{ code: 'read-differs' }] });
});
test('a move counts from its entry, never from asOf: nobody can date a change before the proof', () => {
  const { m, sim, path } = proved();
  const proof = m.now;
  m.set(sim, { 'sim.apn': 'iot.fellwave.example' }).stage('inForce', [`sim:${sim}.apn` as never], instant(proof - hours(1)));
  expect(m.lamp('Bearer', path).is).toBe('stale');
});
test('of two SIMs, changing one’s APN darkens only its strand, and Call', () => {
  const { m, sims, paths } = twoSims();
  m.asked().call('0417', { event: 'low' }, from(1)).asked().call('0417', { event: 'low' }, from(2));
  expect(m.lamp('Call').is).toBe('proven');
  m.enter('sim.apn', sims[0], 'new.example');
  expect(m.lamp('Bearer', paths[0]).is).toBe('stale');
  expect(m.lamp('Route', paths[0]).is).toBe('stale');
  expect(m.lamp('Bearer', paths[1]).is).toBe('proven');
  expect(m.lamp('Route', paths[1]).is).toBe('proven');
  expect(m.lamp('Call').is).toBe('stale');
});
/** The desk’s own entry that two check-ins came by themselves. */
const checkedIn = (m: ReturnType<typeof onePath>['m'], path: ElementId) =>
  m.add('checkins.seen', { path, instants: [m.now, m.now], asked: 2, strength: 'certain', simulated: false }, { part: 'desk' });

test('exactly the lamps that the table names fall, for every setting that a device holds; Watch counts anew after any of them that is not the desk’s', () => {
  for (const of of parameters.filter(
    ({ enteredOn, form, key }) => enteredOn !== null && form.is === 'text' && key !== 'receiver.account',
  )) {
    const { m, sim, modem, unit, path, receiver } = onePath();
    const there = { sim, modem, unit, path, receiver }[of.holder as 'sim'] as ElementId | undefined;
    const element = there ?? (isGroup(of.holder) ? m.element(of.holder, 'another') : null);
    m.set(element, { [of.key]: 'one' });
    const key = m.key(of.key, element);
    m.stage('inForce', [key]).call('0233', { event: 'depth_high' });
    m.read('Card', path, 'card.number', '8999901234567890124')
      .read('Card', path, 'card.pin', 'ready')
      .read('Reach', null, 'reach.readBack', true);
    checkedIn(m, path);
    m.set(element, { [of.key]: 'two' }).stage('entered', [key]);
    const fallen = allLamps(m.line())
      .filter(({ is }) => is === 'stale')
      .map(({ lamp }) => lamp);
    const made: LampName[] = ['Card', 'Bearer', 'Route', 'Call', 'Watch', 'Reach'];
    expect([of.key, fallen]).toEqual([
      of.key,
      made.filter((lamp) => of.bears.includes(lamp) || (lamp === 'Watch' && of.enteredOn !== 'desk')),
    ]);
  }
});

/** Proved, with an input and a serial link on the sheet; the input's event and its end came to the desk. */
const hung = () => {
  const s = onePath();
  const { m, unit, modem } = s;
  const [input, link] = [m.element('input', 'float'), m.element('link', 'serial')];
  m.set(input, { 'input.deskZone': 3 }).set(link, { 'link.unit': unit, 'link.modem': modem });
  m.call('0233', { event: 'high', zone: '3' }).call('0233', { event: 'high', zone: '3', turn: 'restoral' });
  return { ...s, input, link };
};

test.each([
  ['card.changed', 'sim', ['Card', 'Signal', 'Bearer', 'Route', 'Call', 'Watch']],
  ['antenna.changed', 'modem', ['Signal', 'Watch']],
  ['cable.changed', 'path', ['Bearer', 'Route', 'Call', 'Watch']],
  ['cable.changed', 'link', ['Inputs', 'Route', 'Call', 'Watch']],
  ['unit.replaced', 'modem', ['Power', 'Inputs', 'Card', 'Signal', 'Bearer', 'Route', 'Call', 'Standby', 'Watch', 'Reach']],
  ['door.shut', null, ['Signal', 'Watch']],
] as const)('%s turns stale exactly %s’s lamps %p', (kind, group, fallen) => {
  const s = hung();
  const { m, path } = s;
  m.read('Power', null, 'supply.sign', true)
    .read('Signal', path, 'signal.rsrp', -80, 'dBm')
    .read('Card', path, 'card.number', '8999901234567890124');
  m.read('Standby', null, 'standby.return', true).read('Reach', null, 'reach.session', true);
  checkedIn(m, path);
  m.add(kind, { element: group === null ? null : s[group], words: '' });
  expect(
    allLamps(m.line())
      .filter(({ is }) => is === 'stale')
      .map(({ lamp }) => lamp),
  ).toEqual(fallen);
});

test('placed at the site after a bench proof turns Signal, Bearer, Route, Call and Standby stale, and no others', () => {
  const { m, path } = proved();
  m.read('Power', null, 'supply.sign', true).read('Signal', path, 'signal.rsrp', -80, 'dBm').read('Standby', null, 'standby.return', true);
  expect(m.lamp('Signal', path)).toMatchObject({ is: 'marginal', rehearsal: true });
  m.add('placed', { place: 'site', where: 'Cold Hause' });
  expect(
    allLamps(m.line())
      .filter(({ is }) => is === 'stale')
      .map(({ lamp }) => lamp),
  ).toEqual(['Signal', 'Bearer', 'Route', 'Call', 'Standby']);
  m.asked().call('0233', { event: 'depth_high' });
  expect(m.lamp('Call')).toMatchObject({ is: 'proven', rehearsal: false });
});
test('evidence of the bench never proves once the station stood at its site', () => {
  const { m, unit } = onePath();
  m.set(unit, { 'unit.supplyLeast': 9000, 'unit.supplyMost': 30_000 }).entered(unit).restarted(unit);
  m.read('Power', null, 'supply.idle', 12_000, 'mV').read('Power', null, 'supply.transmitting', 11_800, 'mV');
  expect(m.lamp('Power')).toMatchObject({ is: 'proven', rehearsal: true });
  m.add('placed', { place: 'site', where: 'Cold Hause' });
  expect(m.lamp('Power')).toMatchObject({
    is: 'marginal',
    because: expect.arrayContaining([expect.objectContaining({ code: 'bench' })]) as unknown,
  });
});
test('age: Bearer and Route fall after two missed check-ins; a routine arrival renews them, one of the yard or a mere claim renews nothing real; Call has its year', () => {
  const { m, unit, path, receiver } = onePath();
  m.set(unit, { 'unit.testEvery': hours(24) })
    .entered(unit)
    .restarted(unit)
    .call('0233', { event: 'depth_high' });
  const heardAt = (last: number, more: Partial<Heard> = {}): Heard => ({
    path,
    receiver,
    event: 'test',
    strength: 'likely',
    simulated: false,
    last,
    count: 1,
    recent: [last],
    ...more,
  });
  const judge = (now: number, heard: Parameters<typeof lamps>[1]['heard'] = []) =>
    allLamps(lamps(m.state, { ...shippedRules, heard, now }))
      .filter(({ is }) => is === 'stale')
      .map(({ lamp }) => lamp);
  expect(judge(m.now + hours(47))).toEqual([]);
  expect(judge(m.now + hours(49))).toEqual(['Bearer', 'Route']);
  expect(judge(m.now + hours(49), [heardAt(m.now + hours(24))])).toEqual([]);
  expect(judge(m.now + hours(49), [heardAt(m.now + hours(24), { simulated: true })])).toEqual(['Bearer', 'Route']);
  expect(judge(m.now + hours(49), [heardAt(m.now + hours(24), { strength: 'claimed' })])).toEqual(['Bearer', 'Route']);
  expect(judge(m.now + hours(24) * 366)).toEqual(['Bearer', 'Route', 'Call']);
});
test('a change and evidence of one millisecond are told apart by their ids: position is compared as a pair, never by ord alone', () => {
  const { m, sim } = onePath();
  m.asked().call('0233', { event: 'depth_high' });
  const key = `sim:${sim}.apn`;
  const call = Object.values(m.state.evidence).find(({ bears }) => bears.some(({ lamp }) => lamp === 'Call'));
  const on = m.state.device[key];
  if (call === undefined || on === undefined) throw new Error('a call, and an APN on the device');
  const moved = (id: string) => {
    const move = { pos: { ord: call.ord, id: id as typeof call.entry }, who: { part: 'desk' } as const, was: 'old.example', read: false };
    const state = { ...m.state, device: { ...m.state.device, [key]: { ...on, moved: move, force: call.ord } } };
    return allLamps(lamps(state, { ...shippedRules, heard: [], now: m.now })).find(({ lamp }) => lamp === 'Call')?.is;
  };
  const next = (by: 1 | -1): string => `${call.entry.slice(0, 25)}${by === 1 ? 'Z' : '0'}`;
  expect([moved(next(1)), moved(next(-1))]).toEqual(['stale', 'proven']);
});
test('an aerial that was changed darkens the Signal of its own strand alone', () => {
  const { m, modems, paths } = twoSims();
  for (const path of paths) m.read('Signal', path, 'signal.rsrp', -80, 'dBm');
  m.add('antenna.changed', { element: modems[0], words: '' });
  expect(paths.map((path) => m.lamp('Signal', path).is)).toEqual(['stale', 'marginal']);
});
