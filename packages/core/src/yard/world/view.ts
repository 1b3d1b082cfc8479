// What can be seen of the world: each thing's own view, in figures and words. Nothing of a fault that was planted blind is named.
import type { Instant } from '../../quantity/index.ts';
import { shippedProfiles } from '../../sheet/index.ts';
import { emmCauses, esmCauses } from '../../wire/index.ts';
import { type Cell, cells, loadOf, masts } from '../air/index.ts';

import { faultNamed } from '../fault/index.ts';
import { cardIn, servingCell, stateNumber, type VirtualModem } from '../modem/index.ts';
import { doubtOf, helperFound, voltsAt } from '../site/index.ts';
import {
  busFault,
  busMeasure,
  busOhms,
  busValue,
  clockOff,
  display,
  inAlarm,
  isOpen,
  kindFacts,
  nextSwitch,
  rangeScore,
  stageOf,
  type VirtualUnit,
} from '../unit/index.ts';
import { statusManners, statusPage } from './status.ts';
import { endings } from '../endings.ts';
import { reachedFromOutside, trace } from './trace.ts';
import { aroundOf, goodAerials, goodLink, type Outfit, type World } from './world.ts';

const registrationWords = ['not searching', 'registered, home', 'searching', 'denied', 'nothing heard', 'registered, roaming'] as const;
const powerWords = { off: 'no power', booting: 'starting', on: 'on' } as const;
const cardWords = {
  waiting: 'looking for its card',
  absent: 'no card',
  PIN: 'PIN wanted',
  PUK: 'PUK wanted',
  failed: 'the card has failed',
  ready: 'ready',
} as const;
export const inboundWords = {
  'no session': 'not reached, there is no session',
  'behind NAT': 'not reached, behind the carrier’s NAT',
  private: 'not reached, in a private network without a tunnel',
  'not allowed': 'not reached, the carrier lets nothing in',
  line: 'not reached, the line is down',
  'no forward': 'reached only with a forward at the site’s router',
} as const;

export type Light = { readonly place: string; readonly colour: string; readonly rhythm: string; readonly means: string };
/** What a modem's indicators show, as the shipped router's profile has them. */
const lightsOf = (modem: VirtualModem, rsrp: number | null): Light[] => {
  if (modem.power.is === 'off') return [];
  const network = stateNumber(modem) === 1 || stateNumber(modem) === 5 ? 'registered' : 'searching';
  const signal = rsrp === null ? null : rsrp >= -100 ? 'good' : rsrp >= -110 ? 'fair' : 'poor';
  const all = shippedProfiles.find(({ id }) => id === 'router-with-modem')?.indicators ?? [];
  return all
    .filter(({ means }) => means === network || means === signal)
    .map(({ place, colour, rhythm, means }) => ({ place, colour, rhythm, means }));
};
const causeWords = ({ cause }: VirtualModem): string => {
  const known = (cause.of === 'EMM' ? emmCauses : esmCauses)[cause.number];
  return known === undefined ? '' : `${cause.of} cause ${cause.number}: ${known.name}. ${known.onSite}`;
};
const rounded = (n: number): number => Math.round(n * 10) / 10;
const cellView = ({ mast, carrier, radio, band }: Cell) => ({
  mast: masts.find(({ id }) => id === mast)?.name ?? mast,
  carrier,
  radio,
  band,
});

const modemView = (world: World, outfit: Outfit, id: string, modem: VirtualModem, at: Instant) => {
  const around = aroundOf(world, outfit, id);
  const heard = servingCell(modem, at, around);
  const card = cardIn(modem);
  return {
    id,
    power: powerWords[modem.power.is],
    card: cardWords[modem.seen.is],
    iccid: card?.iccid ?? '',
    subscription: world.cards.find(({ iccid }) => iccid === (modem.slots[modem.slot]?.card?.iccid ?? ''))?.state ?? '',
    pinTries: card?.pinTries ?? null,
    number: world.cards.find(({ iccid }) => iccid === card?.iccid)?.number ?? '',
    texts: (card?.texts ?? []).map(({ index, from, text }) => ({ index, from, text })),
    registration: registrationWords[stateNumber(modem)] ?? '',
    until: 'until' in modem.registration ? modem.registration.until : null,
    cell: heard === null ? null : cellView(heard.cell),
    level: heard === null ? null : { rsrp: rounded(heard.rsrp), rsrq: rounded(heard.rsrq), sinr: rounded(heard.sinr) },
    neighbours: around
      .hears(modem, at)
      .filter(({ cell }) => modem.power.is === 'on' && cell.id !== heard?.cell.id)
      .slice(0, 5)
      .map(({ cell, rsrp }) => ({ ...cellView(cell), rsrp: rounded(rsrp) })),
    sessions: modem.sessions.map(({ cid, apn, address }) => ({ cid, apn, address })),
    cause: causeWords(modem),
    asleep: modem.asleep,
    online: modem.online,
    busy: modem.running === null ? null : modem.running.work,
    slot: modem.slot,
    slots: modem.slots.map((slot) => ({ iccid: slot.card?.iccid ?? '', turned: slot.turned, seated: slot.seated })),
    told: {
      apn: modem.told.contexts[0]?.apn ?? '',
      mode: modem.told.mode,
      roaming: modem.told.roaming,
      operator: modem.told.operator.mode,
    },
    aerials: outfit.aerials[id] ?? goodAerials,
    link: outfit.links[id] ?? goodLink,
    lights: lightsOf(modem, heard?.rsrp ?? null),
    pages: Object.fromEntries(statusManners.map((manner) => [manner, statusPage(world, outfit, { modem: id, manner }, at) ?? ''])),
  };
};
export type ModemView = ReturnType<typeof modemView>;

const stagesShown = ['unit.account', 'unit.deskHost', 'unit.deskPort', 'unit.testEvery', 'unit.callOn'] as const;
const unitView = (outfit: Outfit, unit: VirtualUnit, at: Instant) => ({
  kind: unit.kind,
  manner: kindFacts[unit.kind].manner,
  through: kindFacts[unit.kind].through,
  windowed: kindFacts[unit.kind].windowed,
  power: powerWords[unit.power.is],
  serial: unit.serial,
  account: unit.caller.account,
  sequence: unit.caller.sequence,
  clock: clockOff(unit, at),
  waits: unit.store.length,
  lost: unit.lost,
  call: unit.call === null ? null : { path: unit.call.path, is: unit.call.is, since: unit.call.since },
  next: unit.next,
  test: unit.test,
  told: unit.told.slice(-12),
  display: display(unit),
  sign: unit.sign,
  open: isOpen(unit),
  openUntil: unit.setup?.until ?? null,
  button: unit.button,
  cover: unit.coverOpen,
  values: stagesShown.map((key) => ({
    key,
    value: unit.typed[key] ?? unit.saved[key] ?? '',
    runs: unit.running[key] ?? '',
    stage: stageOf(unit, key),
  })),
  outputs: unit.outputs.map((one) => ({
    name: one.name,
    equation: one.equation,
    on: unit.switched.findLast(({ output }) => output === one.name)?.on === true,
    next: nextSwitch(one, unit.turns, unit.looked),
  })),
  switched: unit.switched,
  uplinks: unit.uplinks,
  devices: unit.devices.map((device) => ({ ...device, score: rangeScore(device, at), alarm: inAlarm(device) })),
  side:
    unit.side === null
      ? null
      : {
          ...unit.side,
          ohms: busOhms(unit.side),
          fault: busFault(unit.side),
          value: busFault(unit.side) === null ? busValue(unit.side, outfit.seed, at) : null,
          measure: busMeasure(unit.side),
        },
});

/** Whether the way of a call is not to be told: a fault was planted blind, or the unit is a real one. */
const isHidden = (world: World, { id, parts }: Outfit): boolean =>
  !parts.includes('unit') || world.planted.some((one) => one.station === id && one.blind);

/** One station as it can be seen. */
export const stationView = (world: World, outfit: Outfit, at: Instant) => {
  const hidden = isHidden(world, outfit);
  return {
    station: outfit.id,
    name: outfit.name,
    at: outfit.at,
    parts: outfit.parts,
    modems: Object.entries(outfit.modems).map(([id, modem]) => modemView(world, outfit, id, modem, at)),
    paths: outfit.paths.map((path) => {
      const way = trace(world, outfit, path, at);
      const inward = reachedFromOutside(world, outfit, path);
      return {
        id: path.id,
        label: path.label,
        way: path.way,
        modem: path.modem,
        address: path.address,
        /** Null while a fault is planted blind, then it has to be found out; and for a real unit. */
        reaches: hidden ? null : way.ok,
        ms: Math.round(way.ms),
        ends: hidden || way.why === null ? null : { hop: endings[way.why].hop, sees: endings[way.why].sees, words: endings[way.why].words },
        hops: hidden ? [] : way.hops.map(({ hop, ok }) => ({ hop, ok })),
        inward: hidden ? 'to be found out' : inward === null ? 'reached' : inboundWords[inward],
      };
    }),
    unit: unitView(outfit, outfit.unit, at),
    site: { ...outfit.site, helperFound: helperFound(outfit.site, at) },
    supply: { ...outfit.supply, rests: voltsAt(outfit.supply, at, false), bursts: voltsAt(outfit.supply, at, true) },
    planted: world.planted
      .filter(({ station }) => station === outfit.id)
      .map(({ fault, blind, since }) => {
        const of = faultNamed(fault);
        return blind || of === null
          ? { fault: '', name: 'one that was planted blind', is: '', sign: '', blind: true, since }
          : { fault, name: of.name, is: of.is, sign: of.sign, blind: false, since };
      }),
  };
};
export type YardStation = ReturnType<typeof stationView>;

/** The dale: masts with what hangs on them, carriers, the office, and where each station's modem is registered. */
export const daleView = (world: World, at: Instant) => ({
  at: world.at,
  live: world.live,
  masts: masts.map((mast) => ({
    ...mast,
    load: loadOf(world.air, mast.id),
    silent: world.air.silent.includes(mast.id),
    cells: cells.filter((cell) => cell.mast === mast.id).map(cellView),
  })),
  carriers: Object.values(world.carriers).map(({ name, network, points, outage, congested, textsByPortalOnly, roams, retires }) => ({
    retires: Object.entries(retires).map(([radio, after]) => ({ radio, after })),
    name,
    network,
    points: points.map(({ apn, gives }) => ({ apn, gives })),
    outage,
    congested,
    textsByPortalOnly,
    roams,
    cards: world.cards.filter((card) => card.carrier === name).length,
  })),
  office: world.office,
  portal: {
    ...world.portal,
    events: world.portal.events.map((event, i, all) => ({
      ...event,
      doubt: doubtOf(all.slice(0, i + 1).filter(({ id }) => id === event.id)),
    })),
  },
  arrived: world.arrived.slice(-20),
  texts: world.texts.length,
  stations: Object.values(world.outfits).map((outfit) => ({
    station: outfit.id,
    name: outfit.name,
    at: outfit.at,
    on: Object.entries(outfit.modems).flatMap(([id, modem]) => {
      const heard = servingCell(modem, at, aroundOf(world, outfit, id));
      return heard === null || modem.registration.is !== 'on' ? [] : [{ mast: heard.cell.mast, carrier: heard.cell.carrier }];
    }),
    reaches: isHidden(world, outfit) ? null : outfit.paths.some((path) => trace(world, outfit, path, at).ok),
    faults: world.planted.filter(({ station }) => station === outfit.id).length,
  })),
});
export type Dale = ReturnType<typeof daleView>;
