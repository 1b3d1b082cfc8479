import type { ElementId, LampName } from '../name/index.ts';
import { onePath, twoSims } from './testing.ts';
import { hashOf } from '../journal/index.ts';
import { type House, shippedHouse } from '../house/index.ts';
import { hours, type Instant, instant } from '../quantity/index.ts';
import { type Profile, shippedProfiles } from '../sheet/index.ts';
import { from } from './testing.ts';
import { cellsOf, deskIsOurs, judging, lamps, scheduledOf, shippedRules, testCall, worst } from './index.ts';

const [profile] = shippedProfiles.map((one): Profile => ({ ...one, notAsked: {}, best: {} })) as [Profile, ...Profile[]];
const four = ['inputs.range', 'inputs.function', 'inputs.rest', 'inputs.zones'];

test('a blank station is dark all along, and each lamp says what would light it', () => {
  const { m, path } = onePath();
  for (const [lamp, of] of [
    ['Power', null],
    ['Inputs', null],
    ['Card', path],
    ['Signal', path],
    ['Bearer', path],
    ['Route', path],
    ['Call', null],
    ['Watch', null],
    ['Reach', null],
  ] as [LampName, ElementId | null][]) {
    const codes: { readonly [lamp: string]: string } = { Inputs: 'inputs-empty', Watch: 'no-interval' };
    expect(m.lamp(lamp, of)).toMatchObject({ is: 'dark', because: [{ code: codes[lamp] ?? 'nothing' }] });
    expect(m.lamp(lamp, of).next).not.toBeNull();
  }
});
test('Power: volts outside of the adopted profile’s range fail, whatever the sheet leaves open', () => {
  const { m } = onePath();
  m.rules = { ...m.rules, profiles: [{ ...profile, supply: { least: 9500, most: 16_000, watts: 0, inTheBox: false } }] };
  m.read('Power', null, 'supply.idle', 12_600, 'mV').read('Power', null, 'supply.transmitting', 8_100, 'mV');
  expect(m.lamp('Power')).toMatchObject({ is: 'failed', because: [{ code: 'out-of-range', args: { value: 8_100, least: 9500 } }] });
  m.read('Power', null, 'supply.transmitting', 11_000, 'mV');
  expect(m.lamp('Power').is).toBe('proven');
});
test('Power: sign marginal, one voltage marginal, both in range proven, out of range failed', () => {
  const { m, unit } = onePath();
  m.set(unit, { 'unit.supplyLeast': 9000, 'unit.supplyMost': 30_000 }).read('Power', null, 'supply.sign', true);
  expect(m.lamp('Power').is).toBe('marginal');
  m.read('Power', null, 'supply.idle', 12_600, 'mV');
  expect(m.lamp('Power')).toMatchObject({ is: 'marginal', next: { code: 'next-volts' } });
  m.read('Power', null, 'supply.transmitting', 8_900, 'mV');
  expect(m.lamp('Power')).toMatchObject({ is: 'failed', because: [{ code: 'out-of-range', args: { value: 8_900, least: 9000 } }] });
  m.read('Power', null, 'supply.transmitting', 9_000, 'mV');
  expect(m.lamp('Power')).toMatchObject({ is: 'proven', next: null });
});
describe('Inputs, a ledger of what hangs on the unit', () => {
  const hung = () => {
    const s = onePath();
    const input = s.m.element('input', 'float');
    s.m.set(input, { 'input.name': 'Float', 'input.deskName': 'Float', 'input.channel': 3, 'input.deskZone': 3 });
    return { ...s, input };
  };
  const high = { event: 'high', zone: '3' };

  test('without anything on the sheet it is dark, whatever is pressed', () => {
    const { m } = onePath();
    for (const what of four) m.read('Inputs', null, what, true);
    expect(m.lamp('Inputs')).toMatchObject({ is: 'dark', because: [{ code: 'inputs-empty' }], next: { code: 'next-inputs-sheet' } });
  });
  test('presses alone make it marginal by word, never proven', () => {
    const { m } = hung();
    for (const what of four) m.read('Inputs', null, what, true);
    expect(m.lamp('Inputs')).toMatchObject({ is: 'marginal', next: { code: 'next-item', args: { what: 'event', zone: '3' } } });
  });
  test('its own event with its zone, and its restoral, prove it; another zone’s prove nothing', () => {
    const { m } = hung();
    m.call('0233', { event: 'high', zone: '4' }).call('0233', { event: 'high', zone: '4', turn: 'restoral' });
    expect(m.lamp('Inputs').is).toBe('dark');
    m.call('0233', { event: 'high', zone: '003' });
    expect(m.lamp('Inputs')).toMatchObject({ is: 'marginal', next: { args: { what: 'rest' } } });
    m.call('0233', { ...high, turn: 'restoral' });
    expect(m.lamp('Inputs')).toMatchObject({ is: 'proven', next: null });
  });
  test('a test call with its zone, a claimed call and a call of this computer prove no input', () => {
    const { m } = hung();
    m.call('0233', { event: 'test', zone: '3' }).call('0233', high, { address: '127.0.0.1', port: 1 });
    expect(m.lamp('Inputs').is).toBe('dark');
    const claim = { address: '203.0.113.9', port: 1 };
    m.call('0233', high, claim).call('0233', { ...high, turn: 'restoral' }, claim);
    expect(m.lamp('Inputs').is).toBe('marginal');
  });
  test('where the unit sends no restorals the profile says so, and the event is enough', () => {
    const { m } = hung();
    m.rules = { ...m.rules, profiles: [{ ...profile, noRestorals: true }] };
    m.call('0233', high);
    expect(m.lamp('Inputs').is).toBe('proven');
  });
  test('moving one item’s own setting stales that item and no other', () => {
    const { m, input, unit } = hung();
    const other = m.element('input', 'door');
    m.set(other, { 'input.deskZone': 4, 'input.unit': unit, 'input.text': 'door open' }).set(input, {
      'input.unit': unit,
      'input.text': 'float',
    });
    m.entered(unit).restarted(unit).entered('desk').restarted('desk');
    for (const zone of ['3', '4']) m.call('0233', { event: 'high', zone }).call('0233', { event: 'high', zone, turn: 'restoral' });
    expect(m.lamp('Inputs').is).toBe('proven');
    m.enter('input.text', other, 'door is open');
    const { is, because } = m.lamp('Inputs');
    expect([is, because.map(({ keys }) => keys)]).toEqual(['stale', expect.arrayContaining([[`input:${other}.text`]])]);
    expect(JSON.stringify(because)).not.toContain(`input:${input}`);
    m.restarted(unit).call('0233', { event: 'high', zone: '4' }).call('0233', { event: 'high', zone: '4', turn: 'restoral' });
    expect(m.lamp('Inputs').is).toBe('proven');
  });
  test('a local device also needs its range where it is mounted, as a figure; its zone and name have to be the desk’s', () => {
    const { m, unit } = onePath();
    const device = m.element('device', 'hive');
    m.set(device, { 'device.unit': unit, 'device.zone': 3, 'device.deskZone': 3, 'device.name': 'Hive', 'device.deskName': 'Hive' });
    m.call('0233', high).call('0233', { ...high, turn: 'restoral' });
    expect(m.lamp('Inputs')).toMatchObject({ is: 'marginal', next: { args: { what: 'range' } } });
    m.read('Inputs', null, 'inputs.score', 2, 'step', { item: device });
    expect(m.lamp('Inputs').is).toBe('failed');
    m.wait(60_000).read('Inputs', null, 'inputs.score', 7, 'step', { item: device });
    expect(m.lamp('Inputs').is).toBe('proven');
    m.set(device, { 'device.deskZone': 4 });
    expect(m.lamp('Inputs')).toMatchObject({ is: 'marginal', next: { args: { what: 'zone' } } });
    m.set(device, { 'device.deskZone': 3, 'device.deskName': 'House' });
    expect(m.lamp('Inputs')).toMatchObject({ is: 'marginal', next: { args: { what: 'name' } } });
  });
  test('a link is proven by a call that came likely through it', () => {
    const { m, unit, modem } = onePath();
    m.set(m.element('link', 'serial'), { 'link.unit': unit, 'link.modem': modem });
    m.call('0233', { event: 'test' }, { address: '203.0.113.9', port: 1 });
    expect(m.lamp('Inputs').is).toBe('dark');
    m.call('0233', { event: 'test' });
    expect(m.lamp('Inputs').is).toBe('proven');
  });
});
describe('Card', () => {
  const number = '8999901234567890124';
  test('a number in sight of the sheet’s and a pressed PIN state are words: marginal', () => {
    const { m, path } = onePath();
    m.read('Card', path, 'card.number', number).read('Card', path, 'card.pin', 'ready');
    expect(m.lamp('Card', path)).toMatchObject({ is: 'marginal', next: { code: 'next-card' } });
  });
  test('another number fails; a call only says that some card works', () => {
    const { m, path } = onePath();
    m.call('0233', { event: 'high' });
    expect(m.lamp('Card', path)).toMatchObject({ is: 'marginal', because: [{ code: 'some-card' }] });
    m.read('Card', path, 'card.number', '8999900000000000014', null, { by: 'device' });
    expect(m.lamp('Card', path)).toMatchObject({ is: 'failed', because: [{ code: 'card-other' }] });
  });
  test('captured with its PIN state, it is proven', () => {
    const { m, path } = onePath();
    m.read('Card', path, 'card.number', number, null, { by: 'device' });
    expect(m.lamp('Card', path)).toMatchObject({ is: 'marginal', next: { code: 'next-pin' } });
    m.read('Card', path, 'card.pin', 'ready');
    expect(m.lamp('Card', path).is).toBe('marginal');
    m.read('Card', path, 'card.pin', 'ready', null, { by: 'device' });
    expect(m.lamp('Card', path).is).toBe('proven');
    m.read('Card', path, 'card.pin', 'PIN wanted');
    expect(m.lamp('Card', path).is).toBe('failed');
  });
  test('typed whole with the sheet’s hidden, a likely call since then proves it; one before, or a claim, does not', () => {
    const { m, path } = onePath();
    m.call('0233', { event: 'high' }).read('Card', path, 'card.number', number, null, { blind: true });
    expect(m.lamp('Card', path).is).toBe('marginal');
    m.call('0233', { event: 'other' }, { address: '203.0.113.9', port: 1 });
    expect(m.lamp('Card', path).is).toBe('marginal');
    m.call('0233', { event: 'third' });
    expect(m.lamp('Card', path).is).toBe('proven');
  });
});
test.each([
  [-80, 'marginal'],
  [-105, 'marginal'],
  [-110, 'marginal'],
  [-111, 'failed'],
])('Signal: one reading of %d dBm is %s, never proven without a hold', (value, is) => {
  const { m, path } = onePath();
  m.read('Signal', path, 'signal.rsrp', value, 'dBm');
  expect(m.lamp('Signal', path).is).toBe(is);
});
test.each([
  ['bearer.indicator', 'Bearer', 1, 'marginal'],
  ['bearer.word', 'Bearer', 2, 'marginal'],
  ['bearer.address', 'Bearer', 3, 'marginal'],
  ['route.somewhere', 'Route', 4, 'marginal'],
  ['route.byPath', 'Route', 5, 'marginal'],
] as const)('%s gives %s grade %d: %s', (what, lamp, grade, is) => {
  const { m, path } = onePath();
  m.read(lamp, path, what, true);
  expect(m.lamp(lamp, path)).toMatchObject({ is, grade });
});
test('an address that the device told proves Bearer; the same, pressed, is a word, and no house rule lifts it', () => {
  const { m, path } = onePath();
  m.read('Bearer', path, 'bearer.address', true);
  expect(m.lamp('Bearer', path)).toMatchObject({ is: 'marginal', because: [{ code: 'seen' }, { code: 'by-word' }] });
  m.read('Bearer', path, 'bearer.address', true, null, { by: 'device' });
  expect(m.lamp('Bearer', path)).toMatchObject({ is: 'proven', grade: 3 });
});
test('where one path is planned nothing stands by; with none, or with two, it is asked for', () => {
  const one = onePath();
  expect(one.m.lamp('Standby')).toMatchObject({ is: 'none', because: [{ code: 'one-path-planned' }], next: null });
  one.m.set(one.m.element('path', 'path 2'), { 'path.kind': 'ethernet' });
  expect(one.m.lamp('Standby')).toMatchObject({ is: 'dark', next: { code: 'next-drill' } });
});
describe('Watch', () => {
  const daily = () => {
    const s = onePath();
    s.m.set(s.unit, { 'unit.testEvery': hours(24) }).set(null, { 'desk.supervision': true, 'desk.onTest': false });
    s.m.entered(s.unit).restarted(s.unit).entered('desk').restarted('desk');
    return s;
  };
  const test_ = { event: 'test' };
  test('nobody types a count: an old entry that did so proves nothing', () => {
    const { m } = daily();
    m.read('Watch', null, 'watch.checkIns', 9, 'count');
    expect(m.lamp('Watch').is).toBe('dark');
  });
  test('two scheduled check-ins that came by themselves prove it, with supervision armed and the account off test', () => {
    const { m } = daily();
    m.call('0233', test_).wait(hours(24)).call('0233', test_);
    expect(m.lamp('Watch')).toMatchObject({ is: 'marginal', grade: 9 });
    m.wait(hours(24)).call('0233', test_);
    expect(m.lamp('Watch')).toMatchObject({ is: 'proven', simulated: false });
    // Muted it is not watched, whatever has come, until it ends by itself.
    m.add('watch.muted', { until: instant(m.now + hours(1)), reason: 'works' });
    expect(m.lamp('Watch')).toMatchObject({ is: 'marginal', next: { code: 'next-unmute' } });
    m.wait(hours(1));
    expect(m.lamp('Watch').is).toBe('proven');
    m.set(null, { 'desk.onTest': true }).entered('desk').restarted('desk');
    expect(m.lamp('Watch').next?.code).toBe('next-off-test');
    m.set(null, { 'desk.supervision': false }).entered('desk').restarted('desk');
    expect(m.lamp('Watch').next?.code).toBe('next-arm');
  });
  test('test calls one after another are no schedule, and neither is a claim or this computer', () => {
    const { m } = daily();
    for (let i = 0; i < 9; i++) m.wait(60_000).call('0233', test_);
    expect(m.lamp('Watch').is).toBe('dark');
    const claimed = daily();
    for (let i = 0; i < 3; i++) claimed.m.wait(hours(24)).call('0233', test_, { address: '203.0.113.9', port: 1 });
    expect(claimed.m.lamp('Watch').is).toBe('marginal');
    const here = daily();
    for (let i = 0; i < 3; i++) here.m.wait(hours(24)).call('0233', test_, { address: '127.0.0.1', port: 1 });
    expect(here.m.lamp('Watch').is).toBe('dark');
  });
  test('it counts anew after somebody was there, never after a note', () => {
    const { m } = daily();
    for (let i = 0; i < 3; i++) m.wait(hours(24)).call('0233', test_);
    m.add('note.written', { lamp: null, words: 'looked at the desk' });
    expect(m.lamp('Watch').is).toBe('proven');
    m.read('Power', null, 'supply.idle', 12_000, 'mV');
    expect(m.lamp('Watch').is).toBe('dark');
  });
  test('shut for the winter it is weak with something left, so that no year of winter keeps it or lets it be signed; afterwards it stands again', () => {
    const { m } = daily();
    m.set(null, { 'desk.winterFrom': '06-10', 'desk.winterTo': '06-20' }).entered('desk').restarted('desk');
    const came = [1, 2, 3].map(() => m.wait(hours(24)).call('0233', test_).now);
    const data = { path: null, instants: came.slice(-2).map(instant), asked: 2, strength: 'likely', simulated: false } as const;
    m.add('checkins.seen', data, { part: 'desk' });
    expect(m.lamp('Watch').is).toBe('proven');
    m.wait(Date.UTC(2026, 5, 15) - m.now);
    expect(m.lamp('Watch')).toMatchObject({ is: 'marginal', because: [{}, { code: 'closed' }], next: { code: 'next-check-in' } });
    m.wait(Date.UTC(2026, 5, 21, 1) - m.now);
    expect(m.lamp('Watch').is).toBe('proven');
  });
  test('longer silence than the desk grants is told', () => {
    const { m } = daily();
    m.set(null, { 'desk.grace': hours(25) });
    for (let i = 0; i < 3; i++) m.wait(hours(24)).call('0233', test_);
    expect(m.lamp('Watch').is).toBe('proven');
    m.wait(hours(26));
    expect(m.lamp('Watch')).toMatchObject({ is: 'stale', because: [{ code: 'silent' }] });
  });
  test.each([
    ['23 h after the one before is scheduled', [0, 23], '', 1],
    ['an hour and a minute early is not', [0, 22.98], '', 0],
    ['with an hour set, one within an hour of it counts, without one before too', [4.5], '04:20', 1],
    ['with an hour set, another time of day does not', [12], '04:20', 0],
  ])('%s', (_, at, hour, n) => {
    const day = Date.UTC(2026, 10, 12);
    const recent = at.map((h) => day + hours(h));
    expect(scheduledOf(recent, { every: hours(24), late: hours(1), hour, zone: 'UTC' })).toHaveLength(n);
  });
});
describe('Reach', () => {
  test('two presses are words: marginal; a session that the desk held and read back proves it', () => {
    const { m } = onePath();
    m.read('Reach', null, 'reach.session', true).read('Reach', null, 'reach.readBack', true);
    expect(m.lamp('Reach').is).toBe('marginal');
    m.read('Reach', null, 'reach.session', true, null, { by: 'device' });
    expect(m.lamp('Reach').is).toBe('marginal');
    m.read('Reach', null, 'reach.readBack', true, null, { by: 'device' });
    expect(m.lamp('Reach').is).toBe('proven');
  });
  test('a maker’s files before and after prove it only with a likely call since', () => {
    const { m } = onePath();
    const hash = hashOf('a file');
    m.call('0233', { event: 'high' }).add('change.shown', { name: 'timer', was: '5', now: '6', before: hash, after: hash });
    expect(m.lamp('Reach')).toMatchObject({ is: 'marginal', next: { code: 'next-call-since' } });
    m.call('0233', { event: 'other' }, { address: '203.0.113.9', port: 1 });
    expect(m.lamp('Reach').is).toBe('marginal');
    m.call('0233', { event: 'third' });
    expect(m.lamp('Reach').is).toBe('proven');
  });
});
describe('at somebody else’s desk', () => {
  const theirs = () => {
    const s = onePath();
    s.m.set(null, { 'desk.whose': 'theirs' });
    return s;
  };
  test('‘It works’ makes Call marginal by word and no longer dark', () => {
    const { m, path } = theirs();
    m.add('declaration.made', { lamp: 'Call', path, outcome: 'good', words: 'they saw it' });
    expect(m.lamp('Call')).toMatchObject({
      is: 'marginal',
      because: expect.arrayContaining([expect.objectContaining({ code: 'declared' })]) as unknown,
    });
  });
  test('a read-back by a named person is marginal, without a next; their own log proves', () => {
    const { m, path } = theirs();
    const said = {
      person: 'Ruth',
      path,
      zone: '3',
      is: 'alarm',
      event: 'high',
      at: m.now,
      words: 'zone 3, alarm',
      made: null,
      said: 'right',
      columns: null,
    } as const;
    m.add('call.confirmed', { ...said, how: 'read back', line: null });
    expect(m.lamp('Call')).toMatchObject({ is: 'marginal', next: null });
    m.add('call.confirmed', { ...said, how: 'log', line: 2 });
    expect(m.lamp('Call')).toMatchObject({ is: 'proven', grade: 7 });
    const j = judging(m.state, { ...shippedRules, heard: [], now: m.now });
    const [use] = j.bindings.paths;
    if (use === undefined) throw new Error('no path');
    // The screen's cell is what that desk confirms, never a call at ours.
    expect(deskIsOurs(j)).toBe(false);
    expect(testCall(j, use)).toBeNull();
    expect(cellsOf(j)[0]?.cells).toMatchObject([{ verdict: 'proven', on: { evidence: { by: 'device' } } }]);
  });
  describe('Watch is asked for, and stays a word', () => {
    const asked = (m: ReturnType<typeof theirs>['m'], tests: Instant[], more: object = {}) =>
      m.add('watch.asked', { person: 'Ruth', path: null, tests, armed: true, offTest: true, words: '', ...more });
    test('two tests of after everybody had left, armed and off test: weak, with nothing left to do', () => {
      const { m } = theirs();
      m.wait(hours(49));
      asked(m, [instant(m.now - hours(25)), instant(m.now - hours(1))]);
      expect(m.lamp('Watch')).toMatchObject({ is: 'marginal', next: null });
    });
    test.each([
      ['one test', 1, {}],
      ['still on test', 2, { offTest: false }],
      ['not armed', 2, { armed: false }],
    ])('%s leaves it open', (_, tests, more) => {
      const { m } = theirs();
      m.wait(hours(49));
      asked(m, [instant(m.now - hours(25)), instant(m.now - hours(1))].slice(0, tests), more);
      expect(m.lamp('Watch')).toMatchObject({ is: 'marginal', next: { code: 'next-ask-watch' } });
    });
    test('the same test told twice is one; tests of before the last visit count no more; none that came fails', () => {
      const { m } = theirs();
      m.wait(hours(49));
      const one = instant(m.now - hours(1));
      asked(asked(m, [one]), [one]);
      expect(m.lamp('Watch').next).not.toBeNull();
      m.read('Power', null, 'supply.idle', 12_000, 'mV');
      expect(m.lamp('Watch').is).toBe('stale');
      m.wait(hours(26));
      asked(m, []);
      expect(m.lamp('Watch').is).toBe('failed');
    });
    test('somebody’s word alone asks for more', () => {
      const { m } = theirs();
      m.add('declaration.made', { lamp: 'Watch', path: null, outcome: 'good', words: 'both tests came' });
      expect(m.lamp('Watch')).toMatchObject({ is: 'marginal', next: { code: 'next-ask-watch' } });
    });
  });
});
test('a station that was never placed is on the bench everywhere: what is proven says so', () => {
  const { m, path } = onePath();
  m.asked().call('0233', { event: 'high' });
  for (const [lamp, of] of [
    ['Call', null],
    ['Bearer', path],
    ['Route', path],
  ] as const)
    expect(m.lamp(lamp, of)).toMatchObject({ is: 'proven', rehearsal: true });
  m.add('placed', { place: 'site', where: 'the weir' }).asked().call('0233', { event: 'high' });
  expect(m.lamp('Call')).toMatchObject({ is: 'proven', rehearsal: false });
});
test('by the school of signs somebody’s word makes Call marginal, and nothing of the kind makes it proven', () => {
  const { m, path } = onePath();
  m.add('declaration.made', { lamp: 'Call', path, outcome: 'good', words: 'the page loads' });
  const house = { ...shippedHouse, schools: { proof: 'sign' } };
  const call = (of: House) =>
    lamps(m.state, { house: of, profiles: [], heard: [], now: instant(m.now) }).after.find(({ lamp }) => lamp === 'Call')?.is;
  expect([call(shippedHouse), call(house)]).toEqual(['dark', 'marginal']);
});
test('a declaration is marginal at most, never proves Call, and a bad one fails the lamp until better evidence is later', () => {
  const { m, path } = onePath();
  m.add('declaration.made', { lamp: 'Route', path, outcome: 'good', words: 'IT says that it is open' }).add('declaration.made', {
    lamp: 'Call',
    path,
    outcome: 'good',
    words: 'they saw it',
  });
  expect(m.lamp('Route', path).is).toBe('marginal');
  expect(m.lamp('Call').is).toBe('dark');
  m.call('0233', { event: 'high' }).add('declaration.made', { lamp: 'Route', path, outcome: 'bad', words: 'refused' });
  expect(m.lamp('Route', path)).toMatchObject({ is: 'failed', because: [{ args: { words: 'refused' } }] });
  m.read('Route', path, 'route.byPath', true);
  expect(m.lamp('Route', path)).toMatchObject({ is: 'marginal', grade: 5 });
  m.call('0233', { event: 'other' });
  expect(m.lamp('Route', path)).toMatchObject({ is: 'proven', grade: 7 });
});
test('a path that is accepted as none has no lamps to prove and Call does without it', () => {
  const { m, paths } = twoSims();
  m.asked().call('0417', { event: 'low' }, from(1)).none(null, paths[1], 'comes next year');
  expect(m.lamp('Bearer', paths[1]).is).toBe('none');
  expect(m.lamp('Call').is).toBe('proven');
});
test('the station’s own lamp is the worst of its required ones; none is skipped', () => {
  expect(worst(['proven', 'marginal', 'none'])).toBe('marginal');
  expect(worst(['dark', 'stale', 'proven'])).toBe('stale');
  expect(worst(['stale', 'failed'])).toBe('failed');
  expect(worst(['none'])).toBe('none');
});
