// The way of a call from the unit to the desk, hop by hop, and back in: where it ends, what the unit sees of it, and how long that takes.
import type { Instant } from '../../quantity/index.ts';
import { cells } from '../air/index.ts';
import { type AccessPoint, carriers, type Subscription } from '../carrier/index.ts';
import { cardIn, isRegistered, sessionOf } from '../modem/index.ts';
import { noise } from '../noise.ts';
import { helperFound, supplyHolds } from '../site/index.ts';
import { kindFacts } from '../unit/index.ts';
import { endings, type Why } from '../endings.ts';
import { goodLink, type Outfit, type World, type WorldPath } from './world.ts';

export type Hop = { readonly hop: string; readonly ok: boolean; readonly ms: number };
export type Trace = {
  readonly ok: boolean;
  readonly why: Why | null;
  readonly ms: number;
  readonly hops: readonly Hop[];
  readonly from: string;
};

const named = (host: string): boolean => /[a-z]/i.test(host) && !host.includes(':');
const pointOf = (card: Subscription, apn: string): AccessPoint | null => card.points.find((one) => one.apn === apn) ?? null;
/** The session of a path's card as the network has it. */
export const sessionOn = (
  world: World,
  outfit: Outfit,
  path: WorldPath,
): { card: Subscription; point: AccessPoint; address: string } | null => {
  const modem = path.modem === null ? undefined : outfit.modems[path.modem];
  if (modem?.slot !== path.slot) return null;
  const session = sessionOf(modem);
  const card = world.cards.find(({ iccid }) => iccid === cardIn(modem)?.iccid);
  const point = card === undefined || session === null ? null : pointOf(card, session.apn);
  return card === undefined || session === null || point === null ? null : { card, point, address: session.address };
};

type Step = readonly [why: Why | null, hop: string, ms: number];
const cellularSteps = (world: World, outfit: Outfit, path: WorldPath, at: Instant): Step[] => {
  const modem = path.modem === null ? undefined : outfit.modems[path.modem];
  const link = outfit.links[path.modem ?? ''] ?? goodLink;
  if (modem === undefined) return [['modem off', 'modem', 0]];
  const on = modem.registration;
  const cell = on.is === 'on' ? cells.find(({ id }) => id === on.cell) : undefined;
  const carrier = cell === undefined ? null : world.carriers[cell.carrier];
  const session = sessionOn(world, outfit, path);
  const around = cell === undefined || carrier === null ? 60 : (carrier.latency[cell.radio] ?? 100);
  // A private access point reaches nothing but its own network: the desk has to be in it.
  const inside = session?.point.gives !== 'private' || outfit.site.tunnel === 'up';
  const lost = carrier !== null && carrier.loss > 0.3 && noise(world.seed + outfit.seed, Math.floor(at / 1000)) < carrier.loss;
  return [
    [link.cable === 'out' ? 'link out' : link.cable === 'crossed' ? 'link crossed' : null, 'serial line', 5],
    [link.unitSpeed === link.modemSpeed ? null : 'speed', 'serial line', 0],
    [link.unitFrame === link.modemFrame ? null : 'framing', 'serial line', 0],
    [modem.power.is === 'off' ? 'modem off' : modem.power.is === 'booting' ? 'modem starting' : null, 'modem', 0],
    [modem.slot === path.slot ? null : 'other card', 'modem', 0],
    [isRegistered(modem) ? null : 'not registered', 'modem', 0],
    [session === null ? 'no session' : null, 'modem', 20],
    [supplyHolds(outfit.supply, at, true) ? null : 'burst resets', 'supply', 0],
    [session?.card.state === 'used up' ? 'plan used up' : null, 'carrier', around],
    [lost ? 'packets lost' : null, 'carrier', 0],
    [inside ? null : 'no way out', 'access point', 0],
  ];
};
const siteSteps = ({ site }: Outfit, port: number): Step[] => {
  const blocked = site.blocked === 'all' || site.blocked.includes(port);
  return [
    [site.lease === 'none' ? 'no lease' : site.lease === 'taken twice' ? 'address twice' : null, 'site', 2],
    [blocked ? 'outbound blocked' : null, 'site router', 2],
  ];
};
const lineSteps = ({ site }: Outfit): Step[] => [
  [site.line.lineSide ? null : 'line side cut', 'fixed line', 6],
  [site.line.beyond ? null : 'beyond cut', 'fixed line', 12],
];
const wifiSteps = ({ site: { wifi } }: Outfit): Step[] => [
  [wifi.heard ? null : 'wifi not heard', 'access point', 3],
  [wifi.name === 'right' ? null : 'wifi name', 'access point', 0],
  [wifi.word === 'right' ? null : 'wifi word', 'access point', 0],
];

/** The hops between the unit and the open internet over a path. */
const outSteps = (world: World, outfit: Outfit, path: WorldPath, port: number, at: Instant): Step[] => {
  switch (path.way) {
    case 'cellular': {
      const helper: Step[] = outfit.site.helper.fitted
        ? [[helperFound(outfit.site, at) ? null : 'helper not found', 'second router', 1]]
        : [];
      return [...helper, ...cellularSteps(world, outfit, path, at)];
    }
    case 'ethernet':
      return [
        [outfit.site.line.plug ? null : 'plug out', 'site', 1],
        [outfit.site.socket === 'LAN' ? 'socket is LAN' : null, 'site', 0],
        ...siteSteps(outfit, port),
        ...lineSteps(outfit),
      ];
    case 'wifi':
      return [
        ...wifiSteps(outfit),
        ...siteSteps(outfit, port),
        [outfit.site.wifi.internet ? null : 'wifi without internet', 'access point', 10],
      ];
    case 'text':
      return [['no text path', 'path', 0]];
  }
};
/** Whether both sides speak alike, as they are set; and whether what hangs on a portal is claimed there. */
const protocolSteps = ({ office, portal }: World, { unit, desk }: Outfit): Step[] => {
  const speaks = unit.running['unit.protocol'] ?? '';
  const by = unit.running['unit.transport'] ?? '';
  const device = portal.devices.find(({ id }) => id === unit.serial);
  return [
    [speaks.startsWith('own') && kindFacts[unit.kind].side === null && device === undefined ? 'own protocol' : null, 'desk', 0],
    [
      office.protocol !== 'right' || (speaks !== '' && !speaks.startsWith('own') && desk.protocol !== '' && speaks !== desk.protocol)
        ? 'other protocol'
        : null,
      'desk',
      0,
    ],
    [by !== '' && desk.transport !== '' && by !== desk.transport ? 'other transport' : null, 'desk', 0],
    [device?.owner === null ? 'not claimed' : null, 'portal', 0],
  ];
};
const officeSteps = (world: World, outfit: Outfit, of: { host: string; port: string }, at: Instant): Step[] => {
  const { office } = world;
  const { desk } = outfit;
  const otherHost = of.host !== '' && desk.host !== '' && of.host.toLowerCase() !== desk.host.toLowerCase();
  const otherPort = of.port !== '' && desk.port !== '' && of.port !== desk.port;
  const byName = named(of.host);
  return [
    [byName && (!outfit.site.names || office.name === 'dead') ? 'name dead' : null, 'name lookup', byName ? 30 : 0],
    [byName && office.name === 'old address' ? 'name old' : null, 'name lookup', 0],
    [otherHost ? 'other host' : null, 'name lookup', 0],
    [outfit.site.tunnel === 'none' || outfit.site.tunnel === 'up' ? null : 'tunnel down', 'tunnel', outfit.site.tunnel === 'none' ? 0 : 15],
    [office.line ? null : 'office line', 'office line', 8],
    [office.forward === 'missing' ? 'forward missing' : office.forward === 'wrong machine' ? 'forward wrong' : null, 'office router', 1],
    [otherPort ? 'other port' : null, 'desk', 0],
    [office.listener ? null : 'listener off', 'desk', 1],
    ...protocolSteps(world, outfit),
    [office.certificateUntil !== null && at >= office.certificateUntil ? 'certificate over' : null, 'desk', 0],
  ];
};

/** Whether a path leads out of the site to the open internet. */
export const leadsOut = (world: World, outfit: Outfit, path: WorldPath, at: Instant): boolean =>
  outSteps(world, outfit, path, 0, at).every(([why]) => why === null);

/** Follows a call over a path to the desk. */
export const trace = (world: World, outfit: Outfit, path: WorldPath, at: Instant): Trace => {
  const { unit } = outfit;
  const to = { host: unit.running['unit.deskHost'] ?? '', port: unit.running['unit.deskPort'] ?? '' };
  const modem = path.modem === null ? undefined : outfit.links[path.modem];
  const session = path.way === 'cellular' ? sessionOn(world, outfit, path) : null;
  const { think } = kindFacts[unit.kind];
  const steps: Step[] = [
    [unit.power.is === 'on' ? null : 'unit off', 'unit', 0],
    ...outSteps(world, outfit, path, Number(to.port), at),
    ...officeSteps(world, outfit, to, at),
    [path.way === 'cellular' && (modem?.idle ?? think + 1) <= think ? 'cut by idle limit' : null, 'session', 0],
    [session !== null && session.point.nat > 0 && session.point.nat <= think ? 'cut by carrier' : null, 'session', 0],
  ];
  const hops: Hop[] = [];
  let ms = 0;
  for (const [why, hop, takes] of steps) {
    ms += takes;
    const last = hops.at(-1);
    if (last?.hop === hop && last.ok && why === null) hops[hops.length - 1] = { hop, ok: true, ms: last.ms + takes };
    else hops.push({ hop, ok: why === null, ms: takes });
    if (why !== null) return { ok: false, why, ms: ms + (endings[why].after || think), hops, from: session?.address ?? '' };
  }
  return { ok: true, why: null, ms: ms + think, hops, from: session?.address ?? '' };
};

export const inbound = ['no session', 'behind NAT', 'private', 'not allowed', 'line', 'no forward'] as const;
/** Whether somebody outside can open a connection to the unit over a path; null: they can. */
export const reachedFromOutside = (world: World, outfit: Outfit, path: WorldPath): (typeof inbound)[number] | null => {
  if (path.way !== 'cellular') return outfit.site.line.plug && outfit.site.line.lineSide && outfit.site.line.beyond ? 'no forward' : 'line';
  const session = sessionOn(world, outfit, path);
  if (session === null) return 'no session';
  if (session.point.gives === 'carrier NAT') return 'behind NAT';
  if (session.point.gives === 'private') return outfit.site.tunnel === 'up' ? null : 'private';
  return session.point.inbound ? null : 'not allowed';
};
/** The carrier on whose cell a path's modem is now. */
export const carrierNow = (outfit: Outfit, path: WorldPath): keyof typeof carriers | null => {
  const on = path.modem === null ? undefined : outfit.modems[path.modem]?.registration;
  return on?.is === 'on' ? (cells.find(({ id }) => id === on.cell)?.carrier ?? null) : null;
};
