// What the dale's stations stand on: carriers, the desk, a station begun on a day, and one with a cellular path.
import type { Json } from '../name/index.ts';
import { dayIn, days, hours, instant, type Instant } from '../quantity/index.ts';
import type { ListenerKind } from '../wire/index.ts';
import type { Chance } from './chance.ts';
import { StationMaker, type Writer } from './station.ts';

export type Made = {
  readonly of: Chance;
  /** When the station was begun, and the instant at which the dale is being looked at. */
  readonly start: Instant;
  readonly anchor: Instant;
  readonly writer: Writer;
  readonly ports: { readonly [K in ListenerKind]: number };
  readonly adopts: (m: StationMaker, ...ids: readonly string[]) => void;
};
export type Values = { readonly [definition: string]: Json };

export const deskAt = ({ ports }: Made): Values => ({
  'receiver.host': 'desk.varrow.example',
  'receiver.port': ports.line,
  'receiver.transport': 'TCP',
  'receiver.protocol': 'line',
  'receiver.role': 'primary',
});
export const callsTo = ({ ports }: Made): Values => ({
  'unit.deskHost': 'desk.varrow.example',
  'unit.deskPort': ports.line,
  'unit.transport': 'TCP',
  'unit.protocol': 'line',
  'unit.testEvery': hours(24),
  'unit.callOn': true,
});
export const watched = {
  'desk.grace': hours(25),
  'desk.supervision': true,
  'desk.called': 'whoever is on call, then the client',
  'desk.whose': 'ours',
  'desk.onTest': true,
};
export const fellwave = {
  'sim.carrier': 'Fellwave',
  'sim.home': '999-70',
  'sim.bands': 'B3, B8, B20',
  'sim.radios': 'LTE, LTE-M',
  'sim.roaming': true,
  'sim.state': 'active',
};
export const tarnlink = {
  'sim.carrier': 'Tarnlink',
  'sim.home': '999-05',
  'sim.bands': 'B3, B20',
  'sim.radios': 'LTE',
  'sim.roaming': true,
  'sim.state': 'active',
};
export const moorcell = {
  'sim.carrier': 'Moorcell',
  'sim.home': '999-99',
  'sim.bands': 'B8, B28',
  'sim.radios': 'LTE, NB-IoT',
  'sim.roaming': true,
  'sim.state': 'active',
};
export const lte = {
  'modem.bands': 'B1, B3, B8, B20, B28',
  'modem.radios': 'LTE, 3G',
  'modem.mode': 'auto',
  'modem.supplyLeast': 9_000,
  'modem.supplyMost': 30_000,
};

/** The same, begun so long ago. */
export const begun = (made: Made, ago: number): Made => ({ ...made, start: instant(made.anchor - ago) });
/** A day as dates are written, so many days from the one at which the dale is looked at. */
export const day = ({ anchor }: Made, from: number): string => dayIn(instant(anchor + days(from)), 'UTC');
export const live = { 'desk.onTest': false };

export const open = ({ of, start, writer, ports }: Made, name: string, site: Values): StationMaker => {
  const m = new StationMaker({ chance: of, start, writer, name, demo: true });
  m.ports = ports;
  return m.set(null, { 'site.zone': 'UTC', ...site });
};

export type Part = { readonly label: string; readonly values: Values };
/** A station with one cellular path, its elements named and filled in. */
export const mobile = (
  made: Made,
  m: StationMaker,
  account: string,
  sim: Part,
  modem: Part,
  unit: Part,
): {
  path: ReturnType<StationMaker['element']>;
  unit: ReturnType<StationMaker['element']>;
  modem: ReturnType<StationMaker['element']>;
  sim: ReturnType<StationMaker['element']>;
} => {
  const parts = {
    sim: m.element('sim', sim.label),
    modem: m.element('modem', modem.label),
    unit: m.element('unit', unit.label),
    path: m.element('path', `${sim.label}, ${modem.label}`),
  };
  m.set(parts.sim, sim.values)
    .set(parts.modem, { ...lte, ...modem.values })
    .set(parts.unit, { ...callsTo(made), 'unit.account': account, ...unit.values });
  m.set(parts.path, { 'path.kind': 'cellular', 'path.priority': 1, 'path.direction': 'unit' });
  m.set(m.element('receiver', 'Varrow desk'), { ...deskAt(made), 'receiver.account': account });
  return parts;
};
