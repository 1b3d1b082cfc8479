// The yard's units do what the sheet says: protocol, claim, texts and whom they go to, outputs by their logic, probes with their hold-down; and what a node tells is no burglary.
import { instant, minutes } from '../quantity/index.ts';
import { onePath } from '../lamp/testing.ts';
import {
  daleView,
  practiceSpec,
  readUplink,
  runWorld,
  specOf,
  stationView,
  type StationSpec,
  trace,
  uplinkPayload,
  withStation,
  type World,
} from './index.ts';
import { act, outfitIn, run, start, station, worldWith } from './testing.ts';

const to = '+447700900118';
const other = '+447700900119';
const item = { zone: 1, name: 'Float', rest: 'shut', alarm: 'Water high at the weir', over: 'Water is down again', tells: [to] } as const;
const pump = {
  name: 'Pump',
  equation: 'I1',
  duration: 60_000,
  again: 'stays off',
  debounce: 0,
  afterPower: 'off',
  text: 'The pump runs',
  tells: [other],
} as const;
/** A practice world whose station is made from a spec with something changed. */
const madeFrom = (change: Partial<StationSpec>, of: Parameters<typeof worldWith>[0] = {}): World =>
  withStation(worldWith(of), { ...practiceSpec({ id: station, seed: 41, ...of }), ...change }, start);
const turn = (world: World, is: 'open' | 'shut', at?: number): World => act(world, { act: 'input', station, zone: 1, is }, at);
/** The texts that go out of the world within a while. */
const outOf = (world: World, by: number): { now: World; texts: string[] } => {
  const { world: now, out } = runWorld(world, instant(world.at + by));
  return { now, texts: out.flatMap((one) => (one.out === 'text' ? [`${one.to} ${one.text}`] : [])).toSorted() };
};
const why = (world: World): string | null => {
  const outfit = outfitIn(world);
  const [path] = outfit.paths;
  if (path === undefined) throw new Error('no path');
  return trace(world, outfit, path, world.at).why;
};

test('an aerial whose plug is of another series joins the socket by an adapter alone: without one the virtual modem hears far less', () => {
  const { m, modem } = onePath();
  const antenna = m.element('antenna', 'aerial');
  const spec = (): StationSpec =>
    specOf(m.state, { id: station, name: 'Board', parts: ['modem', 'unit', 'site'], address: () => '127.0.7.9' });
  m.set(antenna, { 'antenna.modem': modem, 'antenna.socket': 'main', 'antenna.connector': 'U.FL', 'antenna.plug': 'SMA' });
  const [of] = spec().modems;
  const level = (world: World): string => outfitIn(world).aerials[of?.id ?? '']?.main ?? '';
  expect([of?.open, level(withStation(worldWith(), spec(), start))]).toEqual([true, 'none']);
  m.set(antenna, { 'antenna.adapter': true });
  expect([spec().modems[0]?.open, level(withStation(worldWith(), spec(), start))]).toEqual([undefined, 'right']);
});

describe('what it speaks', () => {
  test.each([
    ['the same as the desk', { deskProtocol: 'dc09' }, { 'unit.protocol': 'dc09' }, null],
    ['another than the desk', { deskProtocol: 'line' }, { 'unit.protocol': 'dc09' }, 'other protocol'],
    ['its own', { deskProtocol: 'dc09' }, { 'unit.protocol': 'own' }, 'own protocol'],
    ['UDP to a desk of TCP', { deskTransport: 'TCP' }, { 'unit.transport': 'UDP' }, 'other transport'],
    ['what nobody has said', {}, {}, null],
  ] as const)('%s', (_, desk, values, ends) => {
    expect(why(madeFrom(desk, { values }))).toBe(ends);
  });
  test('another Wi-Fi name than the one that is there is not found', () => {
    expect(why(madeFrom({ wifiName: 'other' }, { ways: ['wifi'] }))).toBe('wifi name');
    expect(why(madeFrom({}, { ways: ['wifi'] }))).toBeNull();
  });
});

describe('from the sheet', () => {
  const spec = (state: Parameters<typeof specOf>[0]): StationSpec =>
    specOf(state, { id: 'station:1', name: 'Mast', parts: ['modem', 'unit', 'site'], address: () => '127.0.7.1' });
  test('inputs with their words and people, outputs with their logic, probes, the desk’s protocol', () => {
    const { m, path, receiver } = onePath();
    const [keeper, ranger, float, relay] = [
      m.element('number', 'keeper'),
      m.element('number', 'ranger'),
      m.element('input', 'float'),
      m.element('output', 'relay'),
    ];
    m.set(keeper, { 'number.number': to, 'number.ticked': true, 'number.may': 'both' });
    m.set(ranger, { 'number.number': other, 'number.ticked': false, 'number.may': 'told' });
    m.set(float, {
      'input.channel': 3,
      'input.name': 'Float',
      'input.text': 'High',
      'input.textEnd': 'Low',
      'input.rest': 'open',
      'input.debounce': 2000,
    });
    m.set(relay, {
      'output.name': 'Pump',
      'output.equation': 'I3',
      'output.duration': 60_000,
      'output.again': 'stays on',
      'output.who': ranger,
    });
    m.set(path, {
      'path.probe': 'ping',
      'path.probeTarget': '198.51.100.1',
      'path.probeEvery': 20_000,
      'path.probeMisses': 4,
      'path.holdDown': 90_000,
    });
    m.set(receiver, { 'receiver.protocol': 'dc09', 'receiver.transport': 'TCP' });
    const made = spec(m.state);
    expect(made.items).toEqual([{ zone: 3, name: 'Float', rest: 'open', alarm: 'High', over: 'Low', tells: [to] }]);
    expect(made.outputs).toMatchObject([
      { name: 'Pump', equation: 'I3', duration: 60_000, again: 'stays on', debounce: 2000, tells: [other] },
    ]);
    expect(made).toMatchObject({
      probe: { asks: 'one host', every: 20_000, misses: 4, holdDown: 90_000 },
      deskProtocol: 'dc09',
      deskTransport: 'TCP',
      textsTo: [to],
    });
    m.set(float, { 'input.on': false });
    m.set(path, { 'path.probeTarget': '192.168.1.1' });
    expect(spec(m.state)).toMatchObject({ items: [], probe: { asks: 'own LAN' } });
  });
  test('only a claim that was made counts, not one that is wanted', () => {
    const { m } = onePath();
    const claim = m.element('claim', 'portal');
    m.set(claim, { 'claim.account': 'dale-office', 'claim.told': true });
    expect(spec(m.state).claimed).toEqual({ account: '', hangs: 'what the sheet has' });
    m.entered('portal');
    expect(spec(m.state).claimed?.account).toBe('dale-office');
  });
});

describe('the claim', () => {
  test.each(['long-range gateway', 'bus bridge'] as const)(
    'a %s that is claimed by nobody proves nothing, however good its network',
    (kind) => {
      const world = madeFrom({ claimed: { account: '', hangs: '' } }, { kind });
      expect(why(world)).toBe('not claimed');
      expect(run(act(world, { act: 'event', station, event: 'test', over: null }), minutes(2)).arrived).toEqual([]);
      const { serial } = outfitIn(world).unit;
      const claimed = act(world, { act: 'claim', account: 'dale-office', id: serial, code: 'GL-417' });
      expect(why(claimed)).toBeNull();
    },
  );
});

describe('texts', () => {
  test('the sheet’s words go to the sheet’s people, when it comes and when it is over', () => {
    const world = madeFrom({ items: [item] }, { kind: 'I/O controller' });
    const open = outOf(turn(world, 'open'), 20_000);
    expect(open.texts).toEqual([`${to} Water high at the weir`]);
    expect(outOf(turn(open.now, 'shut'), 20_000).texts).toEqual([`${to} Water is down again`]);
  });
  test('without words it tells nothing, without people nobody', () => {
    const silent = (change: object) =>
      outOf(turn(madeFrom({ items: [{ ...item, ...change }] }, { kind: 'I/O controller' }), 'open'), 20_000).texts;
    expect([silent({ alarm: '' }), silent({ tells: [] })]).toEqual([[], []]);
  });
});

describe('outputs', () => {
  const seen = (world: World) => stationView(world, outfitIn(world), world.at).unit;
  test('one runs by its logic for its time, is seen, and texts when it begins', () => {
    const world = madeFrom({ items: [item], outputs: [pump] }, { kind: 'I/O controller' });
    expect(seen(world).outputs).toMatchObject([{ name: 'Pump', equation: 'I1', on: false, next: null }]);
    const { now, texts } = outOf(turn(world, 'open'), 20_000);
    expect(seen(now).outputs).toMatchObject([{ on: true, next: { on: false } }]);
    expect(texts).toEqual([`${to} Water high at the weir`, `${other} The pump runs`].toSorted());
    const later = run(now, minutes(2));
    expect(seen(later).outputs[0]?.on).toBe(false);
    expect(seen(later).switched.map(({ on, at }) => [on, at - start])).toEqual([
      [true, 0],
      [false, 60_000],
    ]);
  });
  test('a chattering input is no turn until it has lasted; a longer one is', () => {
    const world = madeFrom({ items: [item], outputs: [{ ...pump, debounce: 5000 }] }, { kind: 'I/O controller' });
    const short = run(turn(run(turn(world, 'open'), 2000), 'shut'), minutes(1));
    expect(seen(short).switched).toEqual([]);
    expect(seen(run(turn(short, 'open'), minutes(1))).switched).toHaveLength(1);
  });
  test('however its time is cut, it switches at the same instants', () => {
    const world = turn(madeFrom({ items: [item], outputs: [pump] }, { kind: 'I/O controller' }), 'open');
    const once = run(world, minutes(5));
    let steps = world;
    for (let i = 0; i < 60; i += 1) steps = run(steps, 5000);
    expect(seen(steps).switched).toEqual(seen(once).switched);
  });
});

describe('probes', () => {
  const two = (probe: NonNullable<StationSpec['probe']>) =>
    madeFrom({ probes: true, probe }, { ways: ['ethernet', 'cellular'], kind: 'branch gateway' });
  const carries = (world: World): string | null => outfitIn(world).site.active;
  test('they ask as often as the sheet says, and give the first path back only after its hold-down', () => {
    const world = two({ asks: 'one host', every: 10_000, misses: 3, holdDown: 120_000 });
    const cut = run(act(world, { act: 'line', station, plug: false }), 25_000);
    expect(carries(cut)).toBe('path1');
    const over = run(cut, 15_000);
    expect(carries(over)).toBe('path2');
    const back = run(act(over, { act: 'line', station, plug: true }), 100_000);
    expect(carries(back)).toBe('path2');
    expect(carries(run(back, 60_000))).toBe('path1');
  });
  test('without a probe nothing changes over', () => {
    const world = two({ asks: 'none', every: 10_000, misses: 3, holdDown: 0 });
    expect(outfitIn(world).site.probe.next).toBeNull();
  });
});

describe('what hangs on it', () => {
  test('a node’s figure has its own EUI, level and payload, and is no burglary', () => {
    const world = act(
      turn(
        madeFrom({ items: [{ ...item, name: 'Hive scale' }] }, { kind: 'long-range gateway', values: { 'unit.protocol': 'line' } }),
        'open',
      ),
      {
        act: 'device',
        station,
        zone: 1,
        change: { margin: 10 },
      },
    );
    const [uplink] = stationView(world, outfitIn(world), world.at).unit.uplinks;
    expect(uplink).toMatchObject({ zone: 1, name: 'Hive scale', rssi: -113, snr: 4, value: 12.5 });
    expect(uplink?.eui).toMatch(/^[0-9a-f]{16}$/);
    expect(uplink?.eui).not.toBe(outfitIn(world).unit.serial);
    expect(readUplink(uplink?.payload ?? '')).toEqual({ zone: 1, value: 12.5 });
    const live = run({ ...turn({ ...madeFrom({ items: [item] }, { kind: 'long-range gateway' }), live: true }, 'open') }, 0);
    expect(outfitIn(live).unit.store[0]?.event).toMatchObject({ zone: 1, code: '150' });
    expect(outfitIn(turn(madeFrom({ items: [item] }, { kind: 'panel' }), 'open')).unit.store[0]?.event).toMatchObject({ code: '130' });
  });
  test.each([
    [34.2, 1],
    [-12.34, 7],
    [0, 0],
    [327.67, 255],
  ])('a payload of %p in channel %p comes back', (value, zone) => expect(readUplink(uplinkPayload(zone, value))).toEqual({ zone, value }));
  test.each(['', 'zz0000', '01020', '0102030405'])('%p is no payload of ours', (payload) => expect(readUplink(payload)).toBeNull());
  test('values by another family’s map, and ones that never change, are doubtful at the portal', () => {
    const events = (change: Partial<StationSpec>, stuck: boolean) => {
      let now = madeFrom(change, { kind: 'bus bridge', ways: ['wifi'] });
      if (stuck) now = act(now, { act: 'side', station, change: { stuck: true } });
      for (let i = 0; i < 6; i += 1) now = run(act(now, { act: 'event', station, event: 'test', over: null }), minutes(2));
      return daleView(now, now.at).portal.events.map(({ doubt }) => doubt);
    };
    expect(events({}, false).every((doubt) => doubt === null)).toBe(true);
    expect(events({ family: { set: 'lift', cabled: 'chiller' } }, false)[0]).toBe('out of range');
    // 50 V against a bank of 13.
    expect(events({ family: { set: 'chiller', cabled: 'battery bank' } }, false)[0]).toBe('not this bank');
    expect(events({ family: { set: 'Battery bank', cabled: 'battery bank' } }, false).every((doubt) => doubt === null)).toBe(true);
    expect(events({}, true).at(-1)).toBe('stuck');
  });
});
