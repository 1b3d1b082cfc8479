// Everything that a person can do to the yard, as data: what it is called, what it needs, and what it does to the world. A scenario file is a list of these with their times.
import { isJson, isObject, type Json } from '../../name/index.ts';
import {
  bad,
  fields,
  type Fielded,
  flag,
  good,
  known,
  number,
  oneOf,
  optional,
  orNull,
  type Parsed,
  problem,
  type Shape,
  text,
  whole,
} from '../../problem/index.ts';
import { type Instant, instant } from '../../quantity/index.ts';
import { aerials, yardRadios } from '../air/index.ts';
import { carrierNames, subscriptionStates } from '../carrier/index.ts';
import { faultNamed, plantFault, liftFault, blindFault } from '../fault/index.ts';
import { cardTouched, dropDtr, hearModem, powerOff, powerOn, type Slot, type VirtualModem } from '../modem/index.ts';
import { specShape, type StationSpec, withoutStation, withStation } from '../spec.ts';
import { claim, claimWords, operatorMoods, withDevice } from '../site/index.ts';
import {
  apply,
  buttonDown,
  buttonUp,
  deviceSilent,
  hearLine,
  isYardEvent,
  kindFacts,
  type LocalDevice,
  inAlarm,
  pressKey,
  restartUnit,
  save,
  typeValue,
  unitOff,
  unitOn,
  type VirtualUnit,
  withEvent,
} from '../unit/index.ts';
import { afterPort, answered, outfitOff, outfitOn, runWorld, sendText, type Stepped, still, unitTexts } from './run.ts';
import {
  type Aerials,
  aroundOf,
  type Out,
  type Outfit,
  type Part,
  type World,
  withCarrier,
  withModem,
  withOutfit,
  withSite,
  withSubscription,
  withUnit,
} from './world.ts';

type Done = Stepped | { readonly refused: string };
type Kind = {
  readonly part: Part | null;
  /** What is to be done, or what is wrong with it. */
  readonly read: (data: Json) => Parsed<(world: World, at: Instant) => Done>;
};
const refused = (why: string): Done => ({ refused: why });
const isText = (most: number): Shape<string> => text(most);

const act = <const F extends Parameters<typeof fields>[0]>(
  of: F,
  part: Part | null,
  run: (world: World, data: Fielded<F>, at: Instant) => Done | World,
): Kind => {
  const shape = fields(of);
  return {
    part,
    read: (data) => {
      const parsed = shape(data, '');
      if (!parsed.ok) return parsed;
      return good((world, at) => {
        const done = run(world, parsed.value, at);
        return 'world' in done || 'refused' in done ? done : still(done);
      });
    },
  };
};
const station = isText(60);
const modem = isText(60);
const onOutfit = (world: World, id: string, change: (outfit: Outfit) => Outfit): World => withOutfit(world, id, change);
const onModem = (world: World, of: { station: string; modem: string }, change: (modem: VirtualModem) => VirtualModem): World =>
  onOutfit(world, of.station, (outfit) => withModem(outfit, of.modem, change));
const onUnit = (world: World, id: string, change: (unit: VirtualUnit) => VirtualUnit): World =>
  onOutfit(world, id, (outfit) => withUnit(outfit, change));
/** Something happens to a local device: where its alarm comes or goes, the unit has an event, and a unit that texts tells its numbers. */
const onDevice = (world: World, of: { station: string; zone: number }, change: Partial<LocalDevice>, at: Instant): World => {
  const unit = world.outfits[of.station]?.unit;
  const was = unit?.devices.find(({ zone }) => zone === of.zone);
  if (unit === undefined || was === undefined) return world;
  const next = { ...was, ...change };
  const changed = onUnit(world, of.station, (now) => ({ ...now, devices: now.devices.map((one) => (one === was ? next : one)) }));
  if (deviceSilent(next) || inAlarm(next) === inAlarm(was) || unit.power.is !== 'on') return changed;
  const rest = !inAlarm(next);
  const told = onUnit(changed, of.station, (now) => withEvent(now, { event: { zone: next.zone, rest }, over: null, at }));
  return kindFacts[unit.kind].manner === 'texts'
    ? unitTexts(told, of.station, `${next.name}: ${rest ? 'at rest' : 'alarm'} (simulated)`, at)
    : told;
};
const event = known(isYardEvent, 'an event of the unit');
const given = <T extends object>(of: T): Partial<T> =>
  Object.fromEntries(Object.entries(of).filter(([, value]) => value !== undefined)) as Partial<T>; // only names are left out
const without = <T extends { station: string }>({ station: _, ...rest }: T) => rest;

/** Types at a modem's port. */
const port = (world: World, of: { station: string; modem: string; bytes: string }, at: Instant): Done => {
  const outfit = world.outfits[of.station];
  const was = outfit?.modems[of.modem];
  if (outfit === undefined || was === undefined) return refused('There is no such modem.');
  const { modem: next, answer } = hearModem(was, of.bytes, at, aroundOf({ ...world, at }, outfit, of.modem));
  const out: Out[] = answer === '' ? [] : [{ out: 'bytes', station: of.station, modem: of.modem, bytes: answer }];
  return {
    world: afterPort(
      onModem(world, of, () => next),
      of.station,
      of.modem,
      at,
    ),
    out,
  };
};
const slotChange = fields({
  turned: optional(flag),
  seated: optional(flag),
  out: optional(flag),
});
const touched = (was: VirtualModem, slot: number, change: (slot: Slot) => Slot, at: Instant): VirtualModem => {
  const next = { ...was, slots: was.slots.map((one, i) => (i === slot ? change(one) : one)) };
  return slot === was.slot ? cardTouched(next, at) : next;
};
const aerialShape = fields({
  main: optional(oneOf(aerials)),
  diversity: optional(oneOf(aerials)),
  cable: optional(number(0, 60)),
  interference: optional(number(0, 60)),
  swing: optional(number(0, 30)),
});
const keyShape = oneOf(['OK', 'NO', 'BACK'] as const);

export const acts = {
  start: act({ spec: specShape }, null, (world, { spec }, at) => withStation(world, spec, at)),
  stop: act({ station }, null, (world, { station: id }) => withoutStation(world, id)),
  /** Everything of the station gets power, or loses it. */
  power: act({ station, on: flag }, 'site', (world, { station: id, on }, at) =>
    onOutfit(world, id, (outfit) => (on ? outfitOn(outfit, at) : outfitOff(outfit))),
  ),
  mains: act({ station, on: flag }, 'site', (world, { station: id, on }, at) =>
    onOutfit(world, id, (outfit) => {
      const { supply } = outfit;
      if (supply.mainsOn === on) return outfit;
      const next = { ...outfit, supply: { ...supply, mainsOn: on, onBattery: on || !supply.batteryFitted ? null : at } };
      const told = (event_: 'mains' | 'mains-rest'): Outfit => withUnit(next, (unit) => withEvent(unit, { event: event_, over: null, at }));
      if (on) return outfit.unit.power.is === 'off' ? outfitOn(told('mains-rest'), at) : told('mains-rest');
      return supply.batteryFitted ? told('mains') : outfitOff(next);
    }),
  ),
  battery: act({ station, fitted: flag }, 'site', (world, { station: id, fitted }, at) =>
    onOutfit(world, id, (outfit) => {
      const { supply } = outfit;
      const onBattery = !supply.mainsOn && fitted ? (supply.onBattery ?? at) : null;
      const next = { ...outfit, supply: { ...supply, batteryFitted: fitted, onBattery } };
      return supply.mainsOn || fitted ? next : outfitOff(next);
    }),
  ),
  supply: act(
    { station, resistance: optional(whole(0, 100_000)), volts: optional(whole(0, 60_000)) },
    'site',
    (world, { station: id, ...change }) => onOutfit(world, id, (outfit) => ({ ...outfit, supply: { ...outfit.supply, ...change } })),
  ),
  'modem-power': act({ station, modem, on: flag }, 'modem', (world, { on, ...of }, at) =>
    onModem(world, of, (was) => (on ? powerOn(was, at) : powerOff(was))),
  ),
  port: act({ station, modem, bytes: isText(4000) }, 'modem', port),
  'port-left': act({ station, modem }, 'modem', (world, of) => onModem(world, of, (was) => dropDtr(was).modem)),
  card: act({ station, modem, slot: whole(0, 3), change: slotChange }, 'modem', (world, { slot, change, ...of }, at) =>
    onModem(world, of, (was) =>
      touched(
        was,
        slot,
        (one) => ({
          card: change.out === true ? null : one.card,
          turned: change.turned ?? one.turned,
          seated: change.seated ?? one.seated,
        }),
        at,
      ),
    ),
  ),
  slot: act({ station, modem, use: whole(0, 3) }, 'modem', (world, { use, ...of }, at) =>
    onModem(world, of, (was) => (use === was.slot || use >= was.slots.length ? was : cardTouched({ ...was, slot: use }, at))),
  ),
  aerial: act({ station, modem, change: aerialShape }, 'modem', (world, { station: id, modem: of, change }) =>
    onOutfit(world, id, (outfit) => {
      const was = outfit.aerials[of];
      return was === undefined
        ? outfit
        : { ...outfit, aerials: { ...outfit.aerials, [of]: { ...was, ...(change satisfies Partial<Aerials>) } } };
    }),
  ),
  link: act(
    {
      station,
      modem,
      change: fields({
        unitSpeed: optional(isText(12)),
        modemSpeed: optional(isText(12)),
        unitFrame: optional(isText(8)),
        modemFrame: optional(isText(8)),
        cable: optional(oneOf(['right', 'crossed', 'out'])),
        idle: optional(whole(0, 86_400_000)),
      }),
    },
    'site',
    (world, { station: id, modem: of, change }) =>
      onOutfit(world, id, (outfit) => {
        const was = outfit.links[of];
        return was === undefined ? outfit : { ...outfit, links: { ...outfit.links, [of]: { ...was, ...change } } };
      }),
  ),
  line: act({ station, plug: optional(flag), lineSide: optional(flag), beyond: optional(flag) }, 'site', (world, of) =>
    onOutfit(world, of.station, (outfit) => withSite(outfit, { line: { ...outfit.site.line, ...without(of) } })),
  ),
  /** A path becomes the first in the order in which they are tried. */
  first: act({ station, path: isText(60) }, 'site', (world, { station: id, path }) =>
    onOutfit(world, id, (outfit) => {
      const chosen = outfit.paths.find((one) => one.id === path);
      if (chosen === undefined) return outfit;
      return withSite({ ...outfit, paths: [chosen, ...outfit.paths.filter((one) => one !== chosen)] }, { active: path });
    }),
  ),
  door: act({ station, open: flag }, 'site', (world, { station: id, open }, at) =>
    onOutfit(world, id, (outfit) => {
      const next = withUnit(withSite(outfit, { doorOpen: open }), (unit) => ({ ...unit, coverOpen: open }));
      return outfit.site.doorOpen === open
        ? outfit
        : withUnit(next, (unit) => withEvent(unit, { event: open ? 'tamper' : 'tamper-rest', over: null, at }));
    }),
  ),
  site: act(
    {
      station,
      change: fields({
        lease: optional(oneOf(['given', 'none', 'taken twice'])),
        names: optional(flag),
        blocksAll: optional(flag),
        wifiHeard: optional(flag),
        wifiWord: optional(oneOf(['right', 'wrong'])),
        wifiInternet: optional(flag),
        tunnel: optional(oneOf(['none', 'up', 'same subnet', 'key differs'])),
        probeAsks: optional(oneOf(['none', 'own LAN', 'one host', 'two hosts'])),
        probeEvery: optional(whole(1000, 3_600_000)),
        probeMisses: optional(whole(1, 20)),
        helper: optional(flag),
        helperCable: optional(oneOf(['WAN', 'LAN'])),
      }),
    },
    'site',
    (world, { station: id, change }, at) =>
      onOutfit(world, id, (outfit) => {
        const { site } = outfit;
        const asks = change.probeAsks ?? site.probe.asks;
        return withSite(outfit, {
          ...given({ lease: change.lease, names: change.names, tunnel: change.tunnel }),
          blocked: change.blocksAll === undefined ? site.blocked : change.blocksAll ? 'all' : [],
          wifi: {
            heard: change.wifiHeard ?? site.wifi.heard,
            word: change.wifiWord ?? site.wifi.word,
            internet: change.wifiInternet ?? site.wifi.internet,
          },
          probe: {
            ...site.probe,
            asks,
            every: change.probeEvery ?? site.probe.every,
            misses: change.probeMisses ?? site.probe.misses,
            next: asks === 'none' ? null : (site.probe.next ?? at),
          },
          active: site.active ?? outfit.paths[0]?.id ?? null,
          helper: {
            ...site.helper,
            fitted: change.helper ?? site.helper.fitted,
            cable: change.helperCable ?? site.helper.cable,
            since:
              (change.helper ?? site.helper.fitted)
                ? change.helperCable === undefined && site.helper.fitted
                  ? site.helper.since
                  : at
                : null,
          },
        });
      }),
  ),
  'unit-power': act({ station, on: flag }, 'unit', (world, { station: id, on }, at) =>
    onUnit(world, id, (unit) => (on ? unitOn(unit, at) : unitOff(unit))),
  ),
  event: act({ station, event, over: orNull(isText(60)) }, 'unit', (world, { station: id, event: what, over }, at) => {
    const outfit = world.outfits[id];
    if (outfit?.unit.power.is !== 'on') return refused('The unit is not running: it has no power, or is still starting.');
    return onUnit(world, id, (unit) => withEvent(unit, { event: what, over, at }));
  }),
  input: act({ station, zone: whole(1, 999), is: oneOf(['shut', 'open']) }, 'unit', (world, { is, ...of }, at) =>
    onDevice(world, of, { is }, at),
  ),
  device: act(
    {
      station,
      zone: whole(1, 999),
      change: fields({
        enrolled: optional(flag),
        margin: optional(number(-40, 60)),
        magnet: optional(oneOf(['aligned', 'beside'])),
        battery: optional(whole(0, 4000)),
        tamper: optional(flag),
      }),
    },
    'unit',
    (world, { change, ...of }, at) => onDevice(world, of, change, at),
  ),
  teach: act({ station, zone: whole(1, 999) }, 'unit', (world, { station: id, zone }) =>
    onUnit(world, id, (unit) => ({
      ...unit,
      devices: unit.devices.map((one) => (one.zone === zone ? { ...one, rest: one.magnet === 'beside' ? 'open' : one.is } : one)),
    })),
  ),
  button: act({ station, down: flag }, 'unit', (world, { station: id, down }, at) =>
    onUnit(world, id, (unit) => (down ? buttonDown(unit, at) : buttonUp(unit, at))),
  ),
  key: act({ station, key: optional(keyShape), digits: optional(isText(64)) }, 'unit', (world, { station: id, key, digits }) =>
    onUnit(world, id, (unit) => {
      const typed = Array.from(digits ?? '').reduce((next, digit) => pressKey(next, { digit }), unit);
      return key === undefined ? typed : pressKey(typed, key);
    }),
  ),
  type: act({ station, setting: isText(60), value: isText(200) }, 'unit', (world, { station: id, setting, value }) =>
    onUnit(world, id, (unit) => typeValue(unit, setting, value)),
  ),
  save: act({ station }, 'unit', (world, { station: id }) => onUnit(world, id, save)),
  apply: act({ station }, 'unit', (world, { station: id }) => onUnit(world, id, apply)),
  restart: act({ station }, 'unit', (world, { station: id }, at) => onUnit(world, id, (unit) => restartUnit(unit, at))),
  'unit-line': act({ station, line: isText(300) }, 'unit', (world, { station: id, line }, at) =>
    onUnit(world, id, (unit) => hearLine(unit, line, at).unit),
  ),
  clock: act({ station, off: whole(-86_400_000, 86_400_000), drift: optional(number(-2000, 2000)) }, 'unit', (world, of, at) =>
    onUnit(world, of.station, (unit) => ({ ...unit, caller: { ...unit.caller, clock: of.off }, set: at, drift: of.drift ?? unit.drift })),
  ),
  side: act(
    {
      station,
      change: fields({
        plugged: optional(flag),
        crossed: optional(flag),
        terminations: optional(whole(0, 4)),
        deviceSpeed: optional(whole(300, 1_000_000)),
        switched: optional(whole(0, 255)),
        powered: optional(flag),
        stuck: optional(flag),
      }),
    },
    'unit',
    (world, { station: id, change: { deviceSpeed, switched, ...change } }) =>
      onUnit(world, id, (unit) =>
        unit.side === null
          ? unit
          : {
              ...unit,
              side: {
                ...unit.side,
                ...change,
                speed: { ...unit.side.speed, device: deviceSpeed ?? unit.side.speed.device },
                address: { ...unit.side.address, switched: switched ?? unit.side.address.switched },
              },
            },
      ),
  ),
  answered: act({ station, answer: isText(2000) }, null, (world, { station: id, answer }, at) => answered(world, id, answer, at)),
  text: act({ to: isText(24), from: isText(24), text: isText(1000), by: oneOf(['telephone', 'portal']) }, null, (world, of, at) =>
    sendText(world, of, at),
  ),
  carrier: act(
    {
      carrier: oneOf(carrierNames),
      change: fields({
        outage: optional(flag),
        congested: optional(flag),
        loss: optional(number(0, 1)),
        textDelay: optional(whole(0, 86_400_000)),
        textsByPortalOnly: optional(flag),
        retire: optional(oneOf(yardRadios)),
      }),
    },
    null,
    (world, { carrier, change: { retire, ...change } }, at) =>
      withCarrier(world, carrier, {
        ...change,
        ...(retire === undefined ? {} : { retires: { ...world.carriers[carrier].retires, [retire]: at } }),
      }),
  ),
  subscription: act(
    {
      iccid: isText(24),
      change: fields({
        state: optional(oneOf(subscriptionStates)),
        roaming: optional(flag),
        data: optional(flag),
        lockedTo: optional(orNull(isText(20))),
      }),
    },
    null,
    (world, { iccid, change }) => withSubscription(world, iccid, change),
  ),
  mast: act({ mast: isText(20), silent: optional(flag), load: optional(number(0, 1)) }, null, (world, { mast, silent, load }) => ({
    ...world,
    air: {
      load: load === undefined ? world.air.load : { ...world.air.load, [mast]: load },
      silent: silent === undefined ? world.air.silent : [...world.air.silent.filter((one) => one !== mast), ...(silent ? [mast] : [])],
    },
  })),
  office: act(
    {
      change: fields({
        line: optional(flag),
        name: optional(oneOf(['right', 'old address', 'dead'])),
        forward: optional(oneOf(['right', 'missing', 'wrong machine'])),
        listener: optional(flag),
        protocol: optional(oneOf(['right', 'other'])),
        operator: optional(oneOf(operatorMoods)),
        clock: optional(whole(-86_400_000, 86_400_000)),
      }),
    },
    null,
    (world, { change }) => ({ ...world, office: { ...world.office, ...change } }),
  ),
  claim: act({ account: isText(60), id: isText(60), code: isText(60) }, null, (world, of) => {
    const done = claim(world.portal, of);
    return typeof done === 'string' ? refused(claimWords[done]) : { ...world, portal: done };
  }),
  hangs: act({ id: isText(60), what: isText(60) }, null, (world, { id, what }) => ({
    ...world,
    portal: withDevice(world.portal, id, { hangs: what === '' ? null : what }),
  })),
  /** Where the portal tells what it hears; empty: nowhere. */
  webhook: act({ to: isText(200) }, null, (world, { to }) => ({ ...world, portal: { ...world.portal, webhook: to } })),
  plant: act({ station, fault: isText(60) }, null, (world, { station: id, fault }, at) =>
    faultNamed(fault) === null ? refused('There is no such fault.') : plantFault(world, { fault, station: id, blind: false }, at),
  ),
  'plant-blind': act({ station, seed: whole(0, 4_294_967_295) }, null, (world, { station: id, seed }, at) => {
    const fault = blindFault(world, id, seed);
    return fault === null ? refused('No fault can be planted here.') : plantFault(world, { fault, station: id, blind: true }, at);
  }),
  /** What was planted blind is named from now on. */
  reveal: act({ station }, null, (world, { station: id }) => ({
    ...world,
    planted: world.planted.map((one) => (one.station === id ? { ...one, blind: false } : one)),
  })),
  lift: act({ station, fault: isText(60) }, null, (world, { station: id, fault }, at) => liftFault(world, { fault, station: id }, at)),
} as const satisfies { readonly [name: string]: Kind };
export type ActName = keyof typeof acts;
export type Act = { readonly act: ActName; readonly [name: string]: Json };
/** The act that puts a station's equipment into the world. */
export const startAct = (spec: StationSpec): Act => ({ act: 'start', spec: spec as unknown as Json }); // plain JSON by its shape
const isActName = (value: unknown): value is ActName => typeof value === 'string' && Object.hasOwn(acts, value);

export type Performed =
  | (Stepped & { readonly refused: null })
  | { readonly world: World; readonly out: readonly Out[]; readonly refused: string };
/** Does one act at an instant, after the world's own time has come there. What is not an act at all is told by its problems; an act that the world does not let happen is refused in words. */
export const perform = (world: World, given_: unknown, at: Instant): Parsed<Performed> => {
  if (!isObject(given_) || !isJson(given_)) return bad(problem('type', '', { want: 'an act' }));
  const { act: name, ...data } = given_;
  if (!isActName(name))
    return bad(
      problem('choice', 'act', { got: typeof name === 'string' ? name.slice(0, 40) : typeof name, of: Object.keys(acts).join(', ') }),
    );
  const read = acts[name].read(data);
  if (!read.ok) return read;
  const ran = runWorld(world, instant(Math.max(at, world.at)));
  const of = data['station'];
  const outfit = typeof of === 'string' ? ran.world.outfits[of] : undefined;
  if (typeof of === 'string' && outfit === undefined) return good({ ...ran, refused: 'The yard does not run for this station.' });
  const { part } = acts[name];
  if (part !== null && outfit !== undefined && !outfit.parts.includes(part))
    return good({ ...ran, refused: `The ${part} of this station is real: the yard leaves it alone.` });
  const done = read.value(ran.world, ran.world.at);
  if ('refused' in done) return good({ ...ran, refused: done.refused });
  return good({ world: done.world, out: [...ran.out, ...done.out], refused: null });
};
