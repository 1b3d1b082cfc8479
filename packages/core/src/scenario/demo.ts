// The demo's stations in Varrow Dale: three that have been worked at, and the nine of dale.ts. Everything in them is made up: names, numbers, hosts in .example, documentation addresses.
import { type Stream, peopleStream, type Ulid } from '../name/index.ts';
import { type Entry, type State, write } from '../journal/index.ts';
import { days, hours, type Instant, instant, minutes, seconds } from '../quantity/index.ts';
import { shippedHouse } from '../house/index.ts';
import { canonical, hashOf, type Pin } from '../journal/index.ts';
import type { Heard } from '../lamp/index.ts';
import { shippedProfiles } from '../sheet/index.ts';
import { forListeners, type ListenerKind, listeners } from '../wire/index.ts';
import { chance, type Chance } from './chance.ts';
import { dale } from './dale.ts';
import { StationMaker, type Step, type Writer } from './station.ts';
import { checkIns, hold, madeAndBack, until } from './worked.ts';

export type Scenario = {
  readonly steps: readonly Step[];
  readonly streams: { readonly hatchery: Stream; readonly snowMast: Stream; readonly museum: Stream };
  /** The nine stations that are still on paper or at the bench. */
  readonly others: readonly Stream[];
  /** What the desk will know of each station by the anchor: its state with the calls that became evidence, and what was heard. */
  readonly known: ReadonlyMap<Stream, { readonly state: State; readonly heard: readonly Heard[] }>;
};

/** Ports on which the server that plays the scenario really listens. */
export type Ports = { readonly [K in ListenerKind]: number };
export const usualPorts: Ports = forListeners((kind) => listeners[kind].port);

const deskAt = ({ line }: Ports) => ({
  'receiver.host': 'desk.varrow.example',
  'receiver.port': line,
  'receiver.protocol': 'line',
  'receiver.transport': 'TCP',
});
const callsTo = ({ line }: Ports) => ({
  'unit.deskHost': 'desk.varrow.example',
  'unit.deskPort': line,
  'unit.protocol': 'line',
  'unit.transport': 'TCP',
  'unit.testEvery': hours(24),
});
const probes = { 'path.probeEvery': 30_000, 'path.probeMisses': 3, 'path.probePatience': 5_000 };
const watched = { 'desk.grace': hours(25), 'desk.supervision': true, 'desk.called': 'whoever is on call, then the client' };

const person = (name: string, of: Chance, at: Instant): { writer: Writer; entry: Entry } => {
  const id: Ulid = of.ulid(at);
  const writer = { person: id, device: of.ulid(at) };
  const pen = { id: of.ulid(at), at, skew: 0, since: 0, who: writer };
  return { writer, entry: write(pen, peopleStream, 'person.added', { id, name }) };
};

/** The scenario by seed and anchor: the anchor is the instant at which the work is being looked at. */
export const scenario = (seed: number, anchor: Instant, ports: Ports = usualPorts): Scenario => {
  const of = chance(seed);
  const start = instant(anchor - days(200));
  const ines = person('Ines', of, start);
  const tam = person('Tam', of, start);
  const made = [
    hatchery(of, instant(anchor - hours(4)), ines.writer, ports),
    snowMast(of, instant(anchor - days(12)), tam.writer, ports, anchor),
    museum(of, instant(anchor - hours(2)), ines.writer, ports),
  ] as const;
  const people: Step[] = [ines, tam].map(({ entry }) => ({ at: start, is: 'entry', entry }));
  const others = dale({ of, start: instant(anchor - hours(6)), anchor, writer: ines.writer, adopts, ports });
  const steps = [...people, ...[...made, ...others].flatMap((maker) => maker.steps)].sort((a, b) => a.at - b.at);
  const [h, s, m] = made;
  return {
    steps,
    streams: { hatchery: h.stream, snowMast: s.stream, museum: m.stream },
    others: others.map(({ stream }) => stream),
    known: new Map([...made, ...others].map(({ stream, state, heard }) => [stream, { state, heard }])),
  };
};

const pinOf = (body: { readonly id: string; readonly version: number } & object): Pin => ({
  id: body.id,
  version: body.version,
  hash: hashOf(canonical(body)), // plain JSON by its shape
});
/** Adopts what ships: the house rules, and profiles by their ids. */
const adopts = (m: StationMaker, ...ids: readonly string[]): void => {
  m.add('house.adopted', pinOf(shippedHouse));
  for (const profile of shippedProfiles) if (ids.includes(profile.id)) m.add('profile.adopted', { role: profile.role, ...pinOf(profile) });
};

const demoStation = (of: ConstructorParameters<typeof StationMaker>[0], ports: Ports): StationMaker => {
  const m = new StationMaker(of);
  m.ports = ports;
  return m;
};

/** Two paths. Proved over both; then another APN was entered on the modem, and the modem has not been restarted since. */
const hatchery = (of: Chance, start: Instant, writer: Writer, ports: Ports): StationMaker => {
  const m = demoStation({ chance: of, start, writer, name: 'Oxygen monitor, Skell hatchery', demo: true }, ports);
  const sim = m.element('sim', 'Tarnlink card');
  const modem = m.element('modem', 'net-house modem');
  const unit = m.element('unit', 'oxygen monitor');
  const cellular = m.element('path', 'Tarnlink, modem');
  const ethernet = m.element('path', 'Ethernet, net house');
  const receiver = m.element('receiver', 'Varrow desk');
  const link = m.element('link', 'monitor to modem');
  const input = m.element('input', 'oxygen sensor');
  const tunnel = m.element('tunnel', 'to the dale office');
  m.set(null, { 'site.place': 'Skell hatchery, net house', 'site.zone': 'UTC', ...watched, 'desk.onTest': true });
  adopts(m, 'router-with-modem');
  m.set(cellular, { 'path.kind': 'cellular', 'path.priority': 1, 'path.address': '198.51.100.24' });
  m.set(ethernet, { 'path.kind': 'ethernet', 'path.priority': 2, 'path.address': '127.0.9.2', ...probes });
  m.set(sim, { 'sim.iccid': '8999905012345678904', 'sim.size': '3FF', 'sim.apn': 'telemetry.tarnlink.example', 'sim.roaming': true });
  m.secret(sim, 'sim.pin', '4071');
  m.set(modem, { 'modem.imei': '350000001200001', 'modem.slot': '3FF', 'modem.idleLimit': 95_000 });
  m.secret(modem, 'modem.password', 'brass-otter-19');
  m.set(unit, { 'unit.account': '0417', ...callsTo(ports), 'unit.supplyLeast': 9_000, 'unit.supplyMost': 30_000 });
  m.set(receiver, { 'receiver.account': '0417', ...deskAt(ports) });
  m.set(tunnel, { 'tunnel.here': '192.168.40.0/24' });
  m.set(link, { 'link.unitSpeed': '19200', 'link.modemSpeed': '19200', 'link.unitFrame': '8E1', 'link.modemFrame': '8E1' });
  m.set(input, { 'input.name': 'Oxygen', 'input.deskName': 'Oxygen', 'input.channel': 2, 'input.deskZone': 2, 'input.on': true });
  for (const device of [modem, unit, 'desk'] as const) m.entered(device).wait(minutes(2)).restarted(device);
  m.add('placed', { place: 'site', where: 'the net house' });
  m.read('Power', null, 'supply.idle', 12_700, 'mV').read('Power', null, 'supply.transmitting', 12_300, 'mV');
  m.read('Card', cellular, 'card.number', '8999905012345678904', null, { blind: true }).read('Card', cellular, 'card.pin', 'ready');
  m.wait(minutes(6)).read('Signal', cellular, 'signal.rsrp', -104, 'dBm');
  const low = { event: 'oxygen_low', zone: '2' };
  m.wait(minutes(4)).asked({ zone: '2', path: cellular }).call('0417', low, { address: '198.51.100.24', port: 40_112 }, true);
  m.wait(minutes(2)).asked({ zone: '2', path: ethernet }).call('0417', low, { address: '127.0.9.2', port: 51_200 }, true);
  m.wait(minutes(1))
    .asked({ zone: '2', is: 'restoral', path: ethernet })
    .call('0417', { ...low, turn: 'restoral' }, { address: '127.0.9.2', port: 51_201 }, true);
  m.wait(minutes(25)).enter('sim.apn', sim, 'tele.tarnlink.example');
  return m;
};

/** One path and no standby: it has been quiet since this morning, after its battery went down night by night. */
const snowMast = (of: Chance, start: Instant, writer: Writer, ports: Ports, anchor: Instant): StationMaker => {
  const m = demoStation({ chance: of, start, writer, name: 'Snow-depth mast, Cold Hause', demo: true }, ports);
  const sim = m.element('sim', 'Fellwave card');
  const modem = m.element('modem', 'mast modem');
  const unit = m.element('unit', 'snow logger');
  const path = m.element('path', 'Fellwave, mast modem');
  const receiver = m.element('receiver', 'Varrow desk');
  m.set(null, { 'site.place': 'Cold Hause pass', 'site.zone': 'UTC', ...watched, 'desk.grace': hours(9), 'desk.onTest': false });
  m.set(path, { 'path.kind': 'cellular', 'path.priority': 1, 'path.pool': '100.72.0.0/16' });
  m.set(sim, { 'sim.iccid': '8999970123456789016', 'sim.size': '4FF', 'sim.apn': 'm2m.fellwave.example', 'sim.roaming': true });
  m.set(modem, { 'modem.imei': '352099001761481', 'modem.slot': '4FF' });
  m.set(unit, {
    'unit.account': '0233',
    ...callsTo(ports),
    'unit.testEvery': hours(6),
    'unit.supplyLeast': 10_500,
    'unit.supplyMost': 16_000,
  });
  m.set(receiver, { 'receiver.account': '0233', ...deskAt(ports) });
  const input = m.element('input', 'depth sensor');
  m.set(input, { 'input.name': 'Depth', 'input.deskName': 'Depth', 'input.channel': 1, 'input.deskZone': 1, 'input.on': true });
  m.none('Standby', null, 'one path by order of the owner');
  for (const device of [modem, unit, 'desk'] as const) m.entered(device).wait(minutes(2)).restarted(device);
  m.read('Power', null, 'supply.idle', 12_600, 'mV').read('Power', null, 'supply.transmitting', 12_100, 'mV');
  m.read('Card', path, 'card.number', '8999970123456789016', null, { blind: true }).read('Card', path, 'card.pin', 'ready');
  m.read('Signal', path, 'signal.rsrp', -88, 'dBm');
  const high = { event: 'depth_high', zone: '1' };
  m.wait(minutes(5)).asked({ zone: '1', path }).call('0233', high, { address: '100.72.4.9', port: 42_000 }, true);
  m.wait(minutes(1))
    .asked({ zone: '1', is: 'restoral', path })
    .call('0233', { ...high, turn: 'restoral' }, { address: '100.72.4.9', port: 42_001 }, true);
  m.wait(hours(20)).add('placed', { place: 'site', where: 'Cold Hause pass' });
  m.wait(minutes(20)).read('Power', null, 'supply.idle', 12_600, 'mV').read('Power', null, 'supply.transmitting', 11_900, 'mV');
  m.read('Card', path, 'card.number', '8999970123456789016', null, { blind: true })
    .read('Card', path, 'card.pin', 'ready')
    .read('Signal', path, 'signal.rsrp', -97, 'dBm');
  hold(m, path, -92);
  m.none('Reach', null, 'nothing is changed from afar');
  const way = { account: '0233', path, address: '100.72.4.9' };
  madeAndBack(m, way, 'depth_high', '1');
  checkIns(m, [way], instant(anchor - hours(10)), 32, hours(6));
  until(m, instant(anchor - minutes(35))).add('note.written', {
    lamp: 'Power',
    words:
      'Its battery by its own calls: 12.6 V nine nights ago, 11.9 V last night, and quiet since. I take it: up with a battery tomorrow.',
  });
  return m;
};

/** On Ethernet only, on the bench, and left with the account's digits swapped on the unit. */
const museum = (of: Chance, start: Instant, writer: Writer, ports: Ports): StationMaker => {
  const m = demoStation({ chance: of, start, writer, name: 'Climate panel, Dale museum store', demo: true }, ports);
  const unit = m.element('unit', 'climate panel');
  const path = m.element('path', 'Ethernet, store room');
  const receiver = m.element('receiver', 'Varrow desk');
  m.set(null, { 'site.place': 'Dale museum, store in the cellar', 'site.zone': 'UTC', 'desk.grace': hours(24), 'desk.onTest': true });
  m.set(path, { 'path.kind': 'ethernet', 'path.priority': 1 });
  adopts(m, 'keypad-panel');
  m.set(unit, { 'unit.account': '0562', ...callsTo(ports), 'unit.callOn': true, 'unit.paths': 'ethernet', 'unit.testEvery': hours(24) });
  m.set(unit, { 'unit.testAt': '04:10', 'unit.exitDelay': seconds(45), 'unit.entryDelay': seconds(30), 'unit.restorals': true });
  m.set(receiver, { 'receiver.account': '0526', ...deskAt(ports) });
  for (const [i, name] of ['Vault east', 'Vault west', 'Paper store', 'Film store'].entries())
    m.set(m.element('device', name), { 'device.name': name, 'device.deskName': name, 'device.zone': i + 5, 'device.deskZone': i + 6 });
  m.entered(unit).read('Power', null, 'supply.sign', true).read('Bearer', path, 'bearer.address', true);
  m.wait(minutes(3)).call('0562', { event: 'test' }, { address: '203.0.113.77', port: 50_001 }, true);
  return m;
};
