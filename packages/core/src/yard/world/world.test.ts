// The world moves by acts and by its own time: calls over paths, what ends them, supply, probes, the other side; and it comes to the same end, to the byte.
import fc from 'fast-check';
import { canonical } from '../../journal/index.ts';
import { hours, instant, minutes, seconds } from '../../quantity/index.ts';
import { readAnswer } from '../../wire/index.ts';
import { endings } from '../endings.ts';
import {
  acts,
  batteryEnds,
  daleView,
  faults,
  perform,
  playScenario,
  practiceSpec,
  practiceWorld,
  readScenario,
  readsBack,
  runWorld,
  scenarioFormat,
  startAct,
  statusManners,
  statusPage,
  stationView,
  trace,
  usualSupply,
  voltsAt,
  withoutStation,
  type World,
  worldHash,
  type YardScenario,
} from '../index.ts';
import { act, later, modemIn, outfitIn, run, start, station, worldWith } from '../testing.ts';

const event = (over: string | null = null) => ({ act: 'event', station, event: 'tamper', over });
const told = (world: World) => outfitIn(world).unit.told.map(({ said, path }) => [said, path]);
const twoWays = (more = {}) => worldWith({ ways: ['ethernet', 'cellular'], ...more });
const wayOf = (world: World, n = 0) => {
  const path = outfitIn(world).paths[n];
  if (path === undefined) throw new Error('no path');
  return trace(world, outfitIn(world), path, world.at);
};

describe('calls', () => {
  test('an event is told to the desk over the first path, numbered, and leaves the store', () => {
    const done = run(act(twoWays(), event()), 5000);
    expect(told(done)).toEqual([['ACK', 'path1']]);
    expect(done.arrived).toMatchObject([{ account: '0417', event: 'tamper', path: 'path1' }]);
    expect([outfitIn(done).unit.store, outfitIn(done).unit.caller.sequence]).toEqual([[], 2]);
  });
  test('with no probing router the unit tries the next path a second after the first has failed', () => {
    const cut = act(act(twoWays(), { act: 'site', station, change: { probeAsks: 'none' } }), { act: 'line', station, plug: false });
    expect(told(run(act(cut, event()), 6000))).toEqual([
      ['link down', 'path1'],
      ['ACK', 'path2'],
    ]);
  });
  test('what cannot be told stays, is tried after 10 s, 1 min, 5 min, 15 min, and goes when it can', () => {
    const off = act(worldWith(), { act: 'office', change: { listener: false } });
    const waits = run(act(off, event()), minutes(8));
    const at = outfitIn(waits).unit.told.map((one) => one.at - start);
    expect(at.map((one, i) => Math.round((one - (at[i - 1] ?? 0)) / 1000))).toEqual([1, 11, 61, 301]);
    expect(outfitIn(waits).unit.store).toHaveLength(1);
    const back = run(act(waits, { act: 'office', change: { listener: true } }), minutes(16));
    expect([outfitIn(back).unit.store, told(back).at(-1)]).toEqual([[], ['ACK', 'path1']]);
  });
  test('without power it keeps its events; a full store loses the oldest and counts them', () => {
    const dumb = act(worldWith({ kind: 'handheld' }), { act: 'office', change: { listener: false } });
    let world = dumb;
    for (let i = 0; i < 25; i += 1) world = act(world, event());
    expect([outfitIn(world).unit.store.length, outfitIn(world).unit.lost]).toEqual([20, 5]);
    const off = act(world, { act: 'unit-power', station, on: false });
    const on = run(act(off, { act: 'unit-power', station, on: true }), minutes(2));
    expect(outfitIn(on).unit.store).toHaveLength(20);
  });
  test('a clock beyond the desk’s tolerance is refused, set by the desk, and the event told again over the same path', () => {
    const fast = act(worldWith(), { act: 'clock', station, off: 300_000 });
    const done = run(act(fast, event()), 6000);
    expect(told(done).map(([said]) => said)).toEqual(['its clock was refused, and set by the desk’s', 'ACK']);
    expect(Math.abs(outfitIn(done).unit.caller.clock)).toBeLessThan(1000);
  });
  test('a periodic test comes by itself, as often as the unit was told', () => {
    const done = run(worldWith({ values: { 'unit.testEvery': '1800000' } }), minutes(61));
    expect(done.arrived.filter((one) => one.event === 'periodic')).toHaveLength(2);
  });
  test('a door that opens, an input that opens and mains that go are events of their own', () => {
    const panel = worldWith({ kind: 'panel' });
    const opened = act(act(act(panel, { act: 'door', station, open: true }), { act: 'input', station, zone: 2, is: 'open' }), {
      act: 'mains',
      station,
      on: false,
    });
    expect(run(opened, minutes(2)).arrived.map((one) => one.event)).toEqual(['tamper', 'zone 2 alarm', 'mains']);
    const shut = act(run(opened, minutes(2)), { act: 'input', station, zone: 2, is: 'shut' });
    expect(run(shut, minutes(1)).arrived.at(-1)?.event).toBe('zone 2 rest');
  });
  test('every way that a call can end is reached by some fault, or by an act that a person does', () => {
    const byFault = new Set(faults.flatMap(({ effect }) => (effect.shows === 'call' ? [effect.why] : [])));
    const byActs: readonly (readonly [string, World])[] = [
      ['unit off', act(worldWith(), { act: 'unit-power', station, on: false })],
      [
        'modem starting',
        act(act(worldWith(), { act: 'modem-power', station, modem: 'modem', on: false }), {
          act: 'modem-power',
          station,
          modem: 'modem',
          on: true,
        }),
      ],
      ['not registered', act(worldWith(), { act: 'port', station, modem: 'modem', bytes: 'AT+CFUN=4\r' })],
      ['other card', act(worldWith(), { act: 'slot', station, modem: 'modem', use: 1 })],
      ['no text path', worldWith({ ways: ['text'] })],
    ];
    for (const [why, world] of byActs) expect(wayOf(world).why).toBe(why);
    expect(new Set([...byFault, ...byActs.map(([why]) => why)])).toEqual(new Set(Object.keys(endings)));
  });
});

describe('paths and their change-over', () => {
  const active = (world: World): string | null => outfitIn(world).site.active;
  test('three probes 30 s apart: the second path carries within (n − 1)·I and n·I after the line is cut, and the first again when it is back', () => {
    const cut = act(twoWays(), { act: 'line', station, lineSide: false }, later(minutes(5)) + 1000);
    const changed = [10, 30, 59, 61, 89, 91].map((after) => active(run(cut, seconds(after))));
    expect(changed.slice(0, 3)).toEqual(['path1', 'path1', 'path1']);
    expect(changed.at(-1)).toBe('path2');
    const back = act(run(cut, minutes(3)), { act: 'line', station, lineSide: true });
    expect(active(run(back, seconds(31)))).toBe('path1');
  });
  test('calls go over the path that carries', () => {
    const cut = run(act(twoWays(), { act: 'line', station, lineSide: false }), minutes(3));
    expect(told(run(act(cut, event()), 5000)).at(-1)).toEqual(['ACK', 'path2']);
  });
  test('another order: what is made first is tried first', () => {
    const turned = act(twoWays(), { act: 'first', station, path: 'path2' });
    expect([active(turned), told(run(act(turned, event()), 5000))]).toEqual(['path2', [['ACK', 'path2']]]);
    expect(act(turned, { act: 'first', station, path: 'none' })).toEqual(turned);
  });
  test('two cards on one radio: the router changes to the other card, which has to register first, and back', () => {
    const spec = practiceSpec({ id: station, seed: 41, ways: ['cellular', 'cellular'] });
    const [modem] = spec.modems;
    const [card] = modem?.cards ?? [];
    if (modem === undefined || card === undefined) throw new Error('no card');
    const second = { ...card, iccid: '8999970000000000427', imsi: '999700000000042', number: '+447700900042' };
    const two = { ...spec, modems: [{ ...modem, cards: [card, second] }], paths: spec.paths.map((path, i) => ({ ...path, slot: i })) };
    const world = act(practiceWorld(start), startAct(two));
    const spent = run(act(world, { act: 'subscription', iccid: card.iccid, change: { state: 'used up' } }), minutes(3));
    expect([active(spent), modemIn(spent).slot, modemIn(spent).registration.is]).toEqual(['path2', 1, 'on']);
    expect(told(run(act(spent, event()), 5000)).at(-1)).toEqual(['ACK', 'path2']);
    // Back after its return delay, as soon as the first card passes data again; before that it tries, and stays with the second.
    const back = run(act(spent, { act: 'subscription', iccid: card.iccid, change: { state: 'active' } }), minutes(12));
    expect([active(back), modemIn(back).slot, told(run(act(back, event()), 5000)).at(-1)]).toEqual(['path1', 0, ['ACK', 'path1']]);
  });
  test('a gateway is heard of by its nodes: once a day each sends its figure, on another port than what happens', () => {
    const world = run(worldWith({ kind: 'long-range gateway', ways: ['ethernet'] }), hours(25));
    const sent = outfitIn(world).unit.told.map(({ event }) =>
      typeof event === 'string' ? event : `${event.zone} port ${event.uplink?.port}`,
    );
    expect(sent).toEqual(['1 port 1', '2 port 1', '3 port 1']);
    const moved = act(world, { act: 'input', station, zone: 2, is: 'open' });
    expect(outfitIn(moved).unit.uplinks.at(-1)).toMatchObject({ zone: 2, port: 2 });
  });
  test('two routers find each other within minutes, and only by the WAN socket', () => {
    const fitted = act(worldWith(), { act: 'site', station, change: { helper: true } });
    expect([wayOf(fitted).why, wayOf(run(fitted, minutes(2))).why, wayOf(run(fitted, minutes(3))).why]).toEqual([
      'helper not found',
      'helper not found',
      null,
    ]);
    const wrong = act(fitted, { act: 'site', station, change: { helperCable: 'LAN' } });
    expect(wayOf(run(wrong, minutes(10))).why).toBe('helper not found');
  });
});

describe('supply', () => {
  test('volts at the terminals by Ohm’s law: 13.2 V less 0.25 Ω times 0.18 A at rest and 1.78 A in a burst', () => {
    expect([voltsAt(usualSupply(9000), start, false), voltsAt(usualSupply(9000), start, true)]).toEqual([13_155, 12_755]);
  });
  test('without mains it lives on its battery, tells so, and dies when that is empty; with mains it starts again', () => {
    const full = act(worldWith(), { act: 'mains', station, on: false });
    expect((batteryEnds(outfitIn(full).supply) ?? start) - start).toBe(hours(36));
    const dark = act(act(worldWith(), { act: 'plant', station, fault: 'battery-old' }), { act: 'mains', station, on: false });
    expect(run(dark, minutes(1)).arrived.map((one) => one.event)).toEqual(['mains']);
    expect((batteryEnds(outfitIn(dark).supply) ?? start) - start).toBe(minutes(30));
    expect([run(dark, minutes(29)), run(dark, minutes(31))].map((world) => outfitIn(world).unit.power.is)).toEqual(['on', 'off']);
    const again = run(act(run(dark, minutes(31)), { act: 'mains', station, on: true }), minutes(4));
    expect([outfitIn(again).unit.power.is, modemIn(again).registration.is]).toEqual(['on', 'on']);
  });
  test('without a battery the mains take everything along', () => {
    const none = act(act(worldWith(), { act: 'battery', station, fitted: false }), { act: 'mains', station, on: false });
    expect([outfitIn(none).unit.power.is, modemIn(none).power.is]).toEqual(['off', 'off']);
  });
});

describe('the other side', () => {
  test('a device is claimed once, by the code on its label, in lower case, within the quota; then it has to be told what hangs on it', () => {
    const world = worldWith({ kind: 'bus bridge', ways: ['wifi'], claimed: false });
    const { serial } = outfitIn(world).unit;
    const says = (given: object): string | null => {
      const done = perform(world, { act: 'claim', account: 'dale-office', id: serial, code: 'GL-417', ...given }, start);
      return done.ok ? done.value.refused : 'not an act';
    };
    expect(says({})).toBeNull();
    expect(says({ id: serial.toUpperCase() })).toContain('lower case');
    expect(says({ code: 'GL-471' })).toContain('code');
    expect(says({ account: 'nobody' })).toContain('no such account');
    expect(says({ id: 'gl1' })).toContain('no device');
    const claimed = act(world, { act: 'claim', account: 'dale-office', id: serial, code: 'GL-417' });
    expect(run(act(claimed, event()), minutes(1)).portal.events).toEqual([]);
    const hooked = act(act(claimed, { act: 'hangs', id: serial, what: 'chiller' }), { act: 'webhook', to: 'http://127.0.0.1:9/hook' });
    const out = runWorld(act(hooked, event()), later(minutes(1)));
    expect(out.world.portal.events).toHaveLength(1);
    expect(out.out).toContainEqual(expect.objectContaining({ out: 'webhook', to: 'http://127.0.0.1:9/hook' }));
    expect(JSON.stringify(out.out)).toContain('\\"simulated\\":true');
  });
  test('the person at the desk reads back right, or with such people’s mistakes', () => {
    const arrived = [
      { account: '0417', event: 'mains', at: start },
      { account: '0999', event: 'test', at: start },
      { account: '0417', event: 'tamper', at: later(1) },
    ];
    const ask = (mood: Parameters<typeof readsBack>[0], account = '0417') => readsBack(mood, arrived, { account, seed: 3 });
    expect(ask('careful')).toMatchObject({ account: '0417', event: 'tamper' });
    expect(ask('reads the event before')).toMatchObject({ account: '0417', event: 'mains' });
    expect(ask('looks at another account')).toMatchObject({ account: '0999' });
    expect(ask('sees nothing')).toEqual({ said: 'nothing' });
    expect(ask('careful', '0001')).toEqual({ said: 'nothing' });
    const swapped = ask('swaps digits');
    expect(swapped.said === 'read' && swapped.account !== '0417' && Array.from(swapped.account).sort().join('')).toBe('0147');
  });
  test.each(statusManners)('the router’s status in its manner ‘%s’ is read back as what the modem is', (manner) => {
    const world = worldWith();
    const page = statusPage(world, outfitIn(world), { modem: 'modem', manner }, start) ?? '';
    const found = Object.fromEntries(readAnswer(page).found.map(({ what, value }) => [what, value]));
    expect(page).toMatch(/simulated/i);
    expect(found).toMatchObject({
      'card.number': modemIn(world).slots[0]?.card?.iccid,
      'modem.imei': modemIn(world).imei,
      'card.pin': 'ready',
      'network.registration': 'registered, home',
      'context.apn': 'm2m.fellwave.example',
      'context.address': modemIn(world).sessions[0]?.address,
    });
    expect(found['signal.rsrp']).toBeLessThan(-40);
    expect(statusPage(world, outfitIn(world), { modem: 'none', manner }, start)).toBeNull();
  });
});

describe('acts', () => {
  test('what is no act is told by its problems, what cannot be done in words; the world stays as it was', () => {
    const world = worldWith();
    expect(perform(world, 'pull', start)).toMatchObject({ ok: false });
    expect(perform(world, { act: 'pull' }, start)).toMatchObject({ ok: false, problems: [{ path: 'act' }] });
    expect(perform(world, { act: 'line', station, plug: 'half' }, start)).toMatchObject({ ok: false, problems: [{ path: 'plug' }] });
    expect(perform(world, { act: 'line', station, plug: true, sock: 1 }, start)).toMatchObject({
      ok: false,
      problems: [{ code: 'unknown' }],
    });
    expect(perform(world, { act: 'line', station: 'nowhere', plug: true }, start)).toMatchObject({
      ok: true,
      value: { refused: 'The yard does not run for this station.' },
    });
    const off = act(world, { act: 'unit-power', station, on: false });
    expect(perform(off, event(), start)).toMatchObject({ ok: true, value: { refused: expect.stringContaining('not running') as string } });
  });
  test('a part of a station that is real is left alone', () => {
    const spec = { ...practiceSpec({ id: station, seed: 41, values: { 'unit.testEvery': '600000' } }), parts: ['modem'] as const };
    const world = act(practiceWorld(start), startAct(spec));
    expect(perform(world, event(), start)).toMatchObject({
      ok: true,
      value: { refused: 'The unit of this station is real: the yard leaves it alone.' },
    });
    expect(perform(world, { act: 'modem-power', station, modem: 'modem', on: false }, start)).toMatchObject({
      ok: true,
      value: { refused: null },
    });
    expect(stationView(world, outfitIn(world), start).parts).toEqual(['modem']);
    expect(run(world, minutes(25)).arrived).toEqual([]);
  });
  test('a station is taken out with all that was planted in it', () => {
    const planted = act(worldWith(), { act: 'plant', station, fault: 'pin-on' });
    expect(withoutStation(planted, station)).toMatchObject({ outfits: {}, planted: [] });
    expect(act(planted, { act: 'stop', station }).outfits).toEqual({});
  });
  test('what can be seen names no fault that was planted blind', () => {
    const blind = act(worldWith(), { act: 'plant-blind', station, seed: 3 });
    const seen = stationView(blind, outfitIn(blind), start).planted;
    expect(seen).toMatchObject([{ fault: '', blind: true, is: '', sign: '' }]);
    expect(daleView(blind, start).stations).toMatchObject([{ station, faults: 1 }]);
    const told_ = act(blind, { act: 'reveal', station });
    expect(stationView(told_, outfitIn(told_), start).planted[0]?.is).toMatch(/\.$/);
  });
});

/** Acts of a person, by chance: what is pressed, pulled, typed and planted. */
const anyAct = fc.oneof(
  fc.constantFrom(
    event(),
    event('path2'),
    { act: 'line', station, lineSide: false },
    { act: 'line', station, lineSide: true },
    { act: 'mains', station, on: false },
    { act: 'mains', station, on: true },
    { act: 'modem-power', station, modem: 'modem', on: false },
    { act: 'modem-power', station, modem: 'modem', on: true },
    { act: 'restart', station },
    { act: 'door', station, open: true },
    { act: 'office', change: { listener: false } },
    { act: 'office', change: { listener: true } },
    { act: 'carrier', carrier: 'Fellwave', change: { outage: true } },
    { act: 'carrier', carrier: 'Fellwave', change: { outage: false } },
  ),
  fc.constantFrom(...faults.map(({ id }) => ({ act: 'plant', station, fault: id }))),
  fc
    .constantFrom('AT+CSQ\r', 'AT+COPS=?\r', 'AT+CFUN=1,1\r', 'AT+CG', 'ACT=1,1\r')
    .map((bytes) => ({ act: 'port', station, modem: 'modem', bytes })),
);
const scenarioOf = (list: readonly { act: object; wait: number }[]): YardScenario => {
  let after = 0;
  const made = list.map(({ act: one, wait }) => ({ after: (after += wait), act: one as never })); // the acts above are plain JSON
  const first = { after: 0, act: startAct(practiceSpec({ id: station, seed: 41, kind: 'panel', ways: ['ethernet', 'cellular'] })) };
  return {
    format: scenarioFormat,
    version: 1,
    title: 'by chance',
    seed: 7,
    start,
    answered: false,
    acts: [first, ...made],
    runs: after + minutes(10),
    end: '',
  };
};

test('the same seed and inputs give the same bytes: played twice, and through its file, it comes to one end', () =>
  fc.assert(
    fc.property(fc.array(fc.record({ act: anyAct, wait: fc.integer({ min: 0, max: 120_000 }) }), { maxLength: 12 }), (list) => {
      const scenario = scenarioOf(list);
      const once = playScenario(scenario);
      const read = readScenario(JSON.parse(JSON.stringify({ ...scenario, end: once.ok ? once.value.end : '' })));
      const again = read.ok ? playScenario(read.value) : read;
      expect(again).toMatchObject({ ok: true, value: { same: true } });
      if (once.ok && again.ok) expect(JSON.stringify(again.value.out)).toBe(JSON.stringify(once.value.out));
    }),
    { seed: 21, numRuns: 40 },
  ));
test('however its time is cut into steps, the world comes to the same end', () =>
  fc.assert(
    fc.property(
      fc.array(anyAct, { maxLength: 6 }),
      fc.array(fc.integer({ min: 1, max: 60_000 }), { minLength: 1, maxLength: 10 }),
      (list, steps) => {
        const begun = list.reduce<World>(
          (world, one) => {
            const done = perform(world, one, world.at);
            return done.ok ? done.value.world : world;
          },
          twoWays({ kind: 'panel' }),
        );
        const end = steps.reduce((sum, step) => sum + step, begun.at);
        const often = steps.reduce((world, step) => run(world, step), begun);
        expect(worldHash(often)).toBe(worldHash(runWorld(begun, instant(end)).world));
      },
    ),
    { seed: 22, numRuns: 40 },
  ));
test('the world is plain JSON at every moment', () => {
  const world = run(act(twoWays(), event()), minutes(2));
  expect(JSON.parse(JSON.stringify(world))).toEqual(world);
  expect(canonical(JSON.parse(JSON.stringify(world)) as never).length).toBeGreaterThan(1000);
});

describe('scenario files', () => {
  const good = scenarioOf([{ act: event(), wait: 1000 }]);
  test('another end than the file names is told; acts that are refused are counted with their place', () => {
    expect(playScenario({ ...good, end: '0'.repeat(64) })).toMatchObject({ ok: true, value: { same: false } });
    const off = scenarioOf([
      { act: { act: 'unit-power', station, on: false }, wait: 0 },
      { act: event(), wait: 0 },
    ]);
    expect(playScenario(off)).toMatchObject({ ok: true, value: { refused: [{ n: 2 }] } });
  });
  test('an act that is none is told with its place in the file', () =>
    expect(playScenario({ ...good, acts: [...good.acts, { after: 2000, act: { act: 'shout' } }] })).toMatchObject({
      ok: false,
      problems: [{ path: 'acts[2].act.act' }],
    }));
  test('times out of order, an act after the end, another format and more than a month are refused', () => {
    const [first, second] = good.acts;
    const back = { ...good, acts: [second, first] };
    expect(readScenario(back)).toMatchObject({ ok: false, problems: [{ path: 'acts[1].after' }] });
    expect(readScenario({ ...good, runs: 10 })).toMatchObject({ ok: false });
    expect(readScenario({ ...good, format: 'other' })).toMatchObject({ ok: false, problems: [{ path: 'format' }] });
    expect(readScenario({ ...good, runs: 32 * 86_400_000 })).toMatchObject({ ok: false, problems: [{ path: 'runs' }] });
    expect(readScenario(null)).toMatchObject({ ok: false });
  });
  test('it tells how far it is, and is stopped by who hears it', () => {
    const heard: number[] = [];
    playScenario(good, (done) => {
      heard.push(done);
      return done < 1;
    });
    expect(heard).toEqual([1]);
  });
  test('there are acts for everything that a person does', () => expect(Object.keys(acts).length).toBeGreaterThan(30));
});
