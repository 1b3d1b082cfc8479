// Every fault is planted into a world that was right, and has the effect that it claims; taken back, the world is right again.
import { hours, instant, minutes } from '../../quantity/index.ts';
import {
  aroundOf,
  busFault,
  busValue,
  claim,
  clockOff,
  contactOf,
  deviceSilent,
  display,
  type Effect,
  faultAreas,
  faultNamed,
  type Fault,
  faults,
  faultsFor,
  inAlarm,
  type Outfit,
  perform,
  practiceWorld,
  type Practice,
  pressKey,
  promptsOf,
  reachedFromOutside,
  readsBack,
  runWorld,
  sendText,
  servingCell,
  stageOf,
  trace,
  type World,
} from '../index.ts';

const start = instant(Date.UTC(2026, 10, 25, 9));
const later = (by: number) => instant(start + by);
/** Equipment of every sort, so that each fault finds one that it fits. */
const practices: readonly Practice[] = [
  { id: 'module', seed: 41, values: { 'unit.testEvery': '1800000' } },
  { id: 'logger', seed: 42, kind: 'logger', ways: ['ethernet', 'cellular'], carrier: 'Tarnlink' },
  { id: 'bridge', seed: 43, kind: 'bus bridge', ways: ['wifi'], carrier: 'Moorcell' },
  { id: 'panel', seed: 44, kind: 'panel', ways: ['ethernet', 'cellular'] },
  { id: 'fixed', seed: 45, kind: 'branch gateway', point: 1 },
];
const other: Practice = { id: 'other', seed: 46, values: { 'unit.account': '0999' } };
const everything = practiceWorld(start, ...practices);
/** The world with one of them, and a neighbour at the same desk. */
const worlds = new Map(practices.map((one) => [one.id, practiceWorld(start, one, other)]));
const worldOf = (id: string): World => worlds.get(id) ?? everything;
const whole = worldOf('module');
const outfitOf = (world: World, id: string): Outfit => {
  const outfit = world.outfits[id];
  if (outfit === undefined) throw new Error(`no ${id}`);
  return outfit;
};
const placeFor = (fault: Fault): string => {
  const found = practices.find(({ id }) => fault.fits(everything, outfitOf(everything, id)));
  if (found === undefined) throw new Error(`nothing that ${fault.id} fits`);
  return found.id;
};
const act = (world: World, given: object, at: number): World => {
  const done = perform(world, given, instant(at));
  if (!done.ok || done.value.refused !== null) throw new Error(JSON.stringify(done));
  return done.value.world;
};
const run = (world: World, to: number): World => runWorld(world, instant(to)).world;
const modemOf = (world: World, id: string) => Object.values(outfitOf(world, id).modems)[0];
const level = (world: World, id: string, at: number) => {
  const modem = modemOf(world, id);
  return modem === undefined ? null : servingCell(modem, instant(at), aroundOf(world, outfitOf(world, id), 'modem'));
};
const claimed = (world: World, id: string): World => {
  const { serial } = outfitOf(world, id).unit;
  const done = claim(world.portal, { account: 'dale-office', id: serial, code: 'GL-417' });
  if (typeof done === 'string') throw new Error(done);
  return {
    ...world,
    portal: {
      ...done,
      devices: done.devices.map((one) => (one.id === serial && one.hangs === null ? { ...one, hangs: 'a chiller' } : one)),
    },
  };
};
/** Makes an event and gives the unit two minutes for it; the answer is what it was told. */
const calls = (world: World, id: string, over: string | null = null) => {
  const at = Math.max(world.at, later(minutes(4)));
  const made = run(act(world, { act: 'event', station: id, event: 'test', over }, at), at + minutes(2));
  return { world: made, told: outfitOf(made, id).unit.told.map(({ said }) => said) };
};
/** How long after the line is cut on its outer side the second path carries, ms; null: not within the given time. */
const changesOver = (world: World, id: string, within: number): number | null => {
  let cut = act(world, { act: 'line', station: id, lineSide: false }, later(minutes(5)));
  for (let at: number = later(minutes(5)); at <= later(minutes(5)) + within; at += 5000) {
    cut = run(cut, at);
    if (outfitOf(cut, id).site.active === outfitOf(cut, id).paths[1]?.id) return at - later(minutes(5));
  }
  return null;
};

/** Whether the effect that a fault claims is there, some minutes after `start`. */
const isThere = (effect: Effect, was: World, id: string): boolean => {
  const world = run(was, later(minutes(3)));
  const outfit = outfitOf(world, id);
  const modem = modemOf(world, id);
  const right = run(worldOf(id), later(minutes(3)));
  switch (effect.shows) {
    case 'card':
      return modem?.seen.is === effect.is;
    case 'refused':
      return modem?.cause.of === effect.by && modem.cause.number === effect.cause && modem.sessions.length === 0;
    case 'unregistered':
      return modem !== undefined && modem.registration.is !== 'on' && modem.sessions.length === 0;
    case 'not at home':
      return modem !== undefined && (modem.registration.is !== 'on' || modem.registration.roaming);
    case 'call': {
      const ends = outfit.paths.map((path) => trace(world, outfit, path, world.at).why);
      const { told } = calls(world, id, outfit.paths[ends.indexOf(effect.why)]?.id ?? null);
      return ends.includes(effect.why) && told.length > 0 && told[0] !== 'ACK';
    }
    case 'falls': {
      const [before, after] = [level(right, id, right.at), level(world, id, world.at)];
      if (before === null) return false;
      if (after === null) return effect.of === 'rsrp';
      return before[effect.of] - after[effect.of] >= effect.by && (effect.stands === undefined || Math.abs(before.rsrp - after.rsrp) < 4);
    }
    case 'swings': {
      const seen = Array.from({ length: 30 }, (_, i) => level(world, id, world.at + i * 2000)?.rsrp ?? -130);
      return Math.max(...seen) - Math.min(...seen) > effect.over;
    }
    case 'repeats': {
      const from = Math.ceil(world.at / 60_000) * 60_000;
      return new Set(Array.from({ length: effect.for / 1000 }, (_, i) => level(world, id, from + i * 1000)?.rsrp)).size === 1;
    }
    case 'from outside':
      return outfit.paths.some((path) => reachedFromOutside(world, outfit, path) === effect.is);
    case 'text': {
      const card = world.cards.find(({ iccid }) => iccid === modem?.slots[0]?.card?.iccid);
      const sent = sendText(world, { to: card?.number ?? '', from: '+447700900118', text: 'WAKE', by: 'telephone' }, world.at);
      const [under] = sent.texts;
      return effect.is === 'lost' ? under === undefined : under !== undefined && under.due - world.at > minutes(5);
    }
    case 'told':
      return calls(world, id).told.some((said) => said.includes(effect.said));
    case 'stage':
      return stageOf(outfit.unit, 'unit.testEvery') === effect.is && outfit.unit.running['unit.testEvery'] !== '1234567';
    case 'no call': {
      const { world: after, told } = calls(world, id);
      return told.length === 0 && outfitOf(after, id).unit.store.length === 1;
    }
    case 'no test':
      return outfit.unit.test === null && outfitOf(run(world, later(hours(1))), id).unit.told.length === 0;
    case 'no change-over':
      return changesOver(was, id, effect.within) === null;
    case 'off':
      return outfit.unit.power.is === 'off';
    case 'off without mains': {
      const dark = act(world, { act: 'mains', station: id, on: false }, later(minutes(4)));
      return outfitOf(run(dark, later(minutes(4) + effect.within)), id).unit.power.is === 'off';
    }
    case 'claim':
      return claim(world.portal, { account: 'dale-office', id: outfit.unit.serial, code: 'GL-417' }) === effect.is;
    case 'portal hides':
      return calls(world, id).world.portal.events.length === 0 && calls(world, id).told.includes('ACK');
    case 'read back': {
      const done = calls(calls(world, 'other').world, id).world;
      const { account } = outfitOf(done, id).unit.caller;
      const said = readsBack(done.office.operator, done.arrived, { account, seed: 7 });
      return effect.is === 'differs'
        ? said.said === 'read' && said.account !== account
        : said.said === 'nothing' || said.account !== account;
    }
    case 'side': {
      const { side } = outfit.unit;
      if (side === null || effect.is !== 'stuck') return side !== null && busFault(side) === effect.is;
      return new Set([0, 5, 10, 15, 20].map((at) => busValue(side, outfit.seed, later(minutes(at))))).size === 1;
    }
    case 'input': {
      const [device] = outfit.unit.devices;
      if (device === undefined) return false;
      if (effect.is === 'in alarm at rest') return inAlarm(device) && device.is === 'shut';
      const opened = act(world, { act: 'input', station: id, zone: 1, is: 'open' }, later(minutes(4)));
      return deviceSilent(device) && outfitOf(opened, id).unit.store.length === 0;
    }
    case 'clock':
      return Math.abs(clockOff(outfit.unit, later(hours(24)))) >= effect.off;
    case 'one fuse': {
      const taken = act(world, { act: 'modem-power', station: id, modem: 'modem', on: false }, later(minutes(4)));
      return outfitOf(taken, id).unit.power.is === 'off';
    }
    case 'end check': {
      const last = promptsOf(outfit.unit).findIndex(({ id: prompt }) => prompt.startsWith('end-check'));
      const there = { ...outfit.unit, setup: { until: later(hours(1)), prompt: last, entry: '' } };
      return display(pressKey(there, 'OK'))[0] === 'END CHECK' && pressKey(there, 'OK').sign === 'COVER OPEN';
    }
  }
};

test('there are more than a hundred, each with its own id, and of every area', () => {
  expect(faults.length).toBeGreaterThan(100);
  expect(new Set(faults.map(({ id }) => id)).size).toBe(faults.length);
  expect(new Set(faults.map(({ area }) => area))).toEqual(new Set(faultAreas));
});
describe.each(faults.map((fault) => [fault.id, fault] as const))('%s', (id, fault) => {
  const station = placeFor(fault);
  const ready = fault.effect.shows === 'portal hides' ? claimed(worldOf(station), station) : worldOf(station);
  const planted = act(ready, { act: 'plant', station, fault: id }, start);
  test('has its effect, which was not there before', () => {
    expect(isThere(fault.effect, ready, station)).toBe(false);
    expect(isThere(fault.effect, planted, station)).toBe(true);
  });
  test('is gone when it is taken back and the modem started again', () => {
    const lifted = act(planted, { act: 'lift', station, fault: id }, later(minutes(1)));
    expect(lifted.planted).toEqual([]);
    const off = ['card', 'carrier'].includes(fault.area)
      ? act(lifted, { act: 'modem-power', station, modem: 'modem', on: false }, later(minutes(1)))
      : lifted;
    const on = act(off, { act: 'modem-power', station, modem: 'modem', on: true }, later(minutes(1)));
    expect(isThere(fault.effect, run(on, later(minutes(3))), station)).toBe(false);
  });
  test('says what it is and what would show it, in sentences', () => {
    for (const said of [fault.is, fault.sign]) expect(said).toMatch(/^[A-Z+‘][^]*[.]$/);
    expect(fault.name).not.toBe(fault.is);
  });
});
test('a fault is planted once, only where it fits, and an unknown one nowhere', () => {
  const once = act(whole, { act: 'plant', station: 'module', fault: 'pin-on' }, start);
  expect(faultsFor(once, 'module').some(({ id }) => id === 'pin-on')).toBe(false);
  expect(faultsFor(whole, 'module').some(({ id }) => id === 'plug-out')).toBe(false);
  expect(perform(whole, { act: 'plant', station: 'module', fault: 'gremlins' }, start)).toMatchObject({
    ok: true,
    value: { refused: 'There is no such fault.' },
  });
  expect([faultNamed('pin-on')?.name, faultNamed('gremlins')]).toEqual(['PIN on, and not stored', null]);
  expect(faultsFor(whole, 'nobody')).toEqual([]);
});
test('two faults together: the call fails at the first of them, and with that one gone at the second', () => {
  const both = ['forward-missing', 'idle-limit'].reduce(
    (world, fault) => act(world, { act: 'plant', station: 'module', fault }, start),
    whole,
  );
  const why = (world: World) => outfitOf(world, 'module').paths.map((path) => trace(world, outfitOf(world, 'module'), path, start).why)[0];
  expect(why(both)).toBe('forward missing');
  expect(why(act(both, { act: 'lift', station: 'module', fault: 'forward-missing' }, start))).toBe('cut by idle limit');
});
test('blind by seed: always the same for the same seed, others for other seeds', () => {
  const pick = (seed: number) => act(whole, { act: 'plant-blind', station: 'module', seed }, start).planted[0];
  expect(pick(3)).toMatchObject({ blind: true, station: 'module' });
  expect(pick(3)).toEqual(pick(3));
  expect(new Set(Array.from({ length: 40 }, (_, seed) => pick(seed)?.fault)).size).toBeGreaterThan(15);
});
test('a contact with its magnet beside it reports open, whichever way it stands', () => {
  const [device] = outfitOf(everything, 'panel').unit.devices;
  expect(device === undefined ? null : contactOf({ ...device, magnet: 'beside' })).toBe('open');
});
