// What a station's virtual equipment is made from: small, open JSON that a scenario file carries and a person can write.
import { dictionary, type Fielded, fields, flag, listOf, number, oneOf, optional, orNull, text, whole } from '../problem/index.ts';
import { type Instant, instant } from '../quantity/index.ts';
import { yardRadios } from './air/index.ts';
import { addressKinds, carrierNames, subscriptionStates } from './carrier/index.ts';
import { contextTypes, emptySlot, newModem, powerOn, runModem, usualTold, virtualCard } from './modem/index.ts';
import { probeKinds, usualSite, usualSupply } from './site/index.ts';
import { kindFacts, newBus, newDevice, newUnit, unitKinds, unitStarted } from './unit/index.ts';
import { aroundOf, goodAerials, goodLink, type Outfit, parts, pathWays, type World } from './world/world.ts';

const id = text(60);
const point = fields({
  apn: text(100),
  gives: oneOf(addressKinds),
  inbound: flag,
  nat: whole(0, 86_400_000),
  pool: text(45),
  user: text(64),
  word: text(64),
});
const card = fields({
  iccid: text(24),
  imsi: text(16),
  carrier: oneOf(carrierNames),
  state: oneOf(subscriptionStates),
  points: listOf(point, 8),
  address: text(45),
  number: text(24),
});
const modem = fields({
  id,
  imei: text(20),
  seed: whole(0, 4_294_967_295),
  bands: listOf(text(8), 40),
  radios: listOf(oneOf(yardRadios), 6),
  boot: whole(0, 3_600_000),
  refresh: whole(100, 600_000),
  slots: whole(1, 4),
  cards: listOf(card, 4),
  apn: text(100),
  type: oneOf(contextTypes),
  user: text(64),
  word: text(64),
  roaming: flag,
  unitSpeed: text(12),
  modemSpeed: text(12),
  unitFrame: text(8),
  modemFrame: text(8),
  idle: whole(0, 86_400_000),
  /** Whether its main socket has nothing that joins it: a plug of another series without an adapter. */
  open: optional(flag),
});
const path = fields({
  id,
  label: text(120),
  way: oneOf(pathWays),
  modem: text(60),
  slot: whole(0, 3),
  address: text(45),
  rack: optional(flag),
});
const anyName = (value: unknown): value is string => typeof value === 'string' && value.length <= 80;
const shapes = {
  id,
  name: text(120),
  seed: whole(0, 4_294_967_295),
  east: number(0, 30),
  north: number(0, 18),
  behind: number(0, 60),
  parts: listOf(oneOf(parts), 3),
  kind: oneOf(unitKinds),
  serial: text(60),
  values: dictionary(anyName, 'the key of a setting', text(400)),
  textsTo: listOf(text(24), 20),
  modems: listOf(modem, 4),
  paths: listOf(path, 8),
  probes: flag,
  least: whole(0, 60_000),
  deskHost: text(253),
  deskPort: text(5),
  deskAccount: text(16),
  claimCode: text(60),
  // Fields that came later: a scenario file may be without them.
  deskProtocol: optional(text(8)),
  deskTransport: optional(text(8)),
  probe: optional(
    fields({ asks: oneOf(probeKinds), every: whole(1000, 86_400_000), misses: whole(1, 99), holdDown: whole(0, 86_400_000) }),
  ),
  wifiName: optional(oneOf(['right', 'other'])),
  items: optional(
    listOf(
      fields({
        zone: whole(0, 999),
        name: text(60),
        rest: oneOf(['shut', 'open']),
        alarm: text(400),
        over: text(400),
        tells: listOf(text(24), 20),
      }),
      60,
    ),
  ),
  outputs: optional(
    listOf(
      fields({
        name: text(60),
        equation: text(200),
        duration: orNull(whole(0, 86_400_000)),
        again: oneOf(['starts again', 'stays off', 'stays on']),
        debounce: whole(0, 60_000),
        afterPower: oneOf(['off', 'as before', 'by logic']),
        text: text(400),
        tells: listOf(text(24), 20),
      }),
      20,
    ),
  ),
  family: optional(fields({ set: text(60), cabled: text(60) })),
  /** A board’s one socket, whether all hangs on one fuse, a second router in front, and the tunnel to the office. */
  socket: optional(oneOf(['WAN', 'LAN'])),
  fuses: optional(oneOf(['own', 'one'])),
  helper: optional(oneOf(['WAN', 'LAN'])),
  tunnel: optional(oneOf(['up', 'same subnet'])),
  /** Under which account the device is claimed, and what hangs on it there; empty for nothing. */
  claimed: optional(fields({ account: text(60), hangs: text(60) })),
} as const;
export const specShape = fields(shapes);
export type StationSpec = Fielded<typeof shapes>;
export type ModemSpec = StationSpec['modems'][number];
export type CardSpec = ModemSpec['cards'][number];

/** How long the equipment has been running when it is put into the world, ms. */
const settledFor = 300_000;

const unitFrom = (spec: StationSpec, values: { readonly [key: string]: string }): Outfit['unit'] => {
  const { side } = kindFacts[spec.kind];
  return newUnit({
    kind: spec.kind,
    account: values['unit.account'] ?? '',
    serial: spec.serial,
    values,
    textsTo: spec.textsTo,
    outputs: spec.outputs ?? [],
    side: side === null ? null : { ...newBus(side), ...(spec.family === undefined ? {} : { family: spec.family }) },
    ...(spec.items === undefined || spec.items.length === 0
      ? {}
      : {
          devices: spec.items.map(({ zone, name, rest, alarm, over, tells }) => ({
            ...newDevice(zone, name),
            rest,
            is: rest,
            words: { alarm, rest: over, tells },
          })),
        }),
  });
};
const siteFrom = (spec: StationSpec, first: string | null): Outfit['site'] => ({
  ...usualSite,
  active: first,
  wifi: { ...usualSite.wifi, name: spec.wifiName ?? 'right' },
  socket: spec.socket ?? null,
  fuses: spec.fuses ?? 'own',
  tunnel: spec.tunnel ?? 'none',
  ...(spec.helper === undefined ? {} : { helper: { fitted: true, cable: spec.helper, firmware: 'same', since: instant(0) } }),
  probe: {
    ...usualSite.probe,
    asks: spec.probes && spec.paths.length > 1 ? 'one host' : 'none',
    ...(spec.paths.length > 1 ? spec.probe : {}),
  },
});

const outfitFrom = (spec: StationSpec): Outfit => {
  const values = Object.fromEntries(
    Object.entries(spec.values).flatMap(([key, value]) => (value === undefined ? [] : [[key, value] as const])),
  );
  const first = spec.paths[0]?.id ?? null;
  return {
    id: spec.id,
    name: spec.name,
    seed: spec.seed,
    at: { east: spec.east, north: spec.north },
    behind: spec.behind,
    parts: spec.parts,
    modems: Object.fromEntries(
      spec.modems.map((of) => {
        const slots = Array.from({ length: Math.max(of.slots, of.cards.length) }, (_, i) => {
          const lies = of.cards[i];
          return lies === undefined ? emptySlot : { card: virtualCard(lies), turned: false, seated: true };
        });
        const told = {
          ...usualTold(of.apn),
          contexts: [{ cid: 1, type: of.type, apn: of.apn, user: of.user, word: of.word }],
          roaming: of.roaming,
        };
        return [
          of.id,
          newModem({ imei: of.imei, seed: of.seed, bands: of.bands, radios: of.radios, boot: of.boot, refresh: of.refresh }, slots, told),
        ];
      }),
    ),
    aerials: Object.fromEntries(
      spec.modems.map((of) => [of.id, of.open === true ? { ...goodAerials, main: 'none' as const } : goodAerials]),
    ),
    links: Object.fromEntries(
      spec.modems.map(({ id: of, unitSpeed, modemSpeed, unitFrame, modemFrame, idle }) => [
        of,
        { ...goodLink, unitSpeed, modemSpeed, unitFrame, modemFrame, idle },
      ]),
    ),
    paths: spec.paths.map((one) => ({ ...one, modem: one.modem === '' ? null : one.modem })),
    unit: unitFrom(spec, values),
    site: siteFrom(spec, first),
    supply: usualSupply(spec.least),
    desk: {
      host: spec.deskHost,
      port: spec.deskPort,
      account: spec.deskAccount,
      protocol: spec.deskProtocol ?? '',
      transport: spec.deskTransport ?? '',
    },
  };
};

/** Puts a station's equipment into the world as if it had been running for five minutes; what was there of it before is replaced. */
export const withStation = (world: World, spec: StationSpec, at: Instant): World => {
  const outfit = outfitFrom(spec);
  const cards = spec.modems.flatMap((of) => of.cards.map((one) => ({ ...one, roaming: true, data: true, lockedTo: null })));
  const numbers = new Set(cards.map(({ iccid }) => iccid));
  const { account = '', hangs = '' } = spec.claimed ?? {};
  const device = { id: spec.serial, code: spec.claimCode, owner: account === '' ? null : account, hangs: hangs === '' ? null : hangs };
  const placed: World = {
    ...world,
    cards: [...world.cards.filter(({ iccid }) => !numbers.has(iccid)), ...cards],
    planted: world.planted.filter(({ station }) => station !== outfit.id),
    portal:
      spec.claimCode === ''
        ? world.portal
        : { ...world.portal, devices: [...world.portal.devices.filter((one) => one.id !== device.id), device] },
  };
  // What is real of the station stays dark here, so that nothing simulated ever calls in its place.
  const simulated = (part: (typeof parts)[number]): boolean => spec.parts.includes(part);
  const modems = Object.entries(outfit.modems).map(([of, was]) => {
    if (!simulated('modem')) return [of, was] as const;
    const on = powerOn(was, instant(at - settledFor));
    return [of, runModem(on, at, aroundOf(placed, outfit, of)).modem] as const;
  });
  const { probe } = outfit.site;
  const running: Outfit = {
    ...outfit,
    modems: Object.fromEntries(modems),
    unit: simulated('unit') ? unitStarted(outfit.unit, at) : outfit.unit,
    site: { ...outfit.site, probe: { ...probe, next: probe.asks === 'none' ? null : at } },
  };
  return { ...placed, outfits: { ...placed.outfits, [outfit.id]: running } };
};
/** Takes a station's equipment out of the world. */
export const withoutStation = (world: World, station: string): World => ({
  ...world,
  outfits: Object.fromEntries(Object.entries(world.outfits).filter(([of]) => of !== station)),
  planted: world.planted.filter((one) => one.station !== station),
});
