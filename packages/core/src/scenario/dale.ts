// The other nine stations of Varrow Dale, as they stand on paper or at the bench. Everything in them is made up.
import type { Json } from '../name/index.ts';
import { dayIn, days, hours, type Instant, instant, minutes } from '../quantity/index.ts';
import type { Chance } from './chance.ts';
import type { ListenerKind } from '../wire/index.ts';
import { kitList } from '../walk/index.ts';
import { shippedProfiles } from '../sheet/index.ts';
import { StationMaker, type Writer } from './station.ts';
import { card, checkIns, hold, madeAndBack, setUp, supply, until, type Way } from './worked.ts';

type Made = {
  readonly of: Chance;
  /** When the station was begun, and the instant at which the dale is being looked at. */
  readonly start: Instant;
  readonly anchor: Instant;
  readonly writer: Writer;
  readonly ports: { readonly [K in ListenerKind]: number };
  readonly adopts: (m: StationMaker, ...ids: readonly string[]) => void;
};
type Values = { readonly [definition: string]: Json };

const deskAt = ({ ports }: Made): Values => ({
  'receiver.host': 'desk.varrow.example',
  'receiver.port': ports.line,
  'receiver.transport': 'TCP',
  'receiver.protocol': 'line',
  'receiver.role': 'primary',
});
const callsTo = ({ ports }: Made): Values => ({
  'unit.deskHost': 'desk.varrow.example',
  'unit.deskPort': ports.line,
  'unit.transport': 'TCP',
  'unit.protocol': 'line',
  'unit.testEvery': hours(24),
  'unit.callOn': true,
});
const watched = {
  'desk.grace': hours(25),
  'desk.supervision': true,
  'desk.called': 'whoever is on call, then the client',
  'desk.whose': 'ours',
  'desk.onTest': true,
};
const fellwave = {
  'sim.carrier': 'Fellwave',
  'sim.home': '999-70',
  'sim.bands': 'B3, B8, B20',
  'sim.radios': 'LTE, LTE-M',
  'sim.roaming': true,
  'sim.state': 'active',
};
const tarnlink = {
  'sim.carrier': 'Tarnlink',
  'sim.home': '999-05',
  'sim.bands': 'B3, B20',
  'sim.radios': 'LTE',
  'sim.roaming': true,
  'sim.state': 'active',
};
const moorcell = {
  'sim.carrier': 'Moorcell',
  'sim.home': '999-99',
  'sim.bands': 'B8, B28',
  'sim.radios': 'LTE, NB-IoT',
  'sim.roaming': true,
  'sim.state': 'active',
};
const lte = {
  'modem.bands': 'B1, B3, B8, B20, B28',
  'modem.radios': 'LTE, 3G',
  'modem.mode': 'auto',
  'modem.supplyLeast': 9_000,
  'modem.supplyMost': 30_000,
};

/** The same, begun so long ago. */
const begun = (made: Made, ago: number): Made => ({ ...made, start: instant(made.anchor - ago) });
/** A day as dates are written, so many days from the one at which the dale is looked at. */
const day = ({ anchor }: Made, from: number): string => dayIn(instant(anchor + days(from)), 'UTC');
const live = { 'desk.onTest': false };

const open = ({ of, start, writer, ports }: Made, name: string, site: Values): StationMaker => {
  const m = new StationMaker({ chance: of, start, writer, name, demo: true });
  m.ports = ports;
  return m.set(null, { 'site.zone': 'UTC', ...site });
};

type Part = { readonly label: string; readonly values: Values };
/** A station with one cellular path, its elements named and filled in. */
const mobile = (
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

/** Watched for five months; its card's contract ends soon. */
const orchard = (now: Made): StationMaker => {
  const made = begun(now, days(152));
  const m = open(made, 'Frost mast, Thorn orchard', {
    'site.place': 'Thorn orchard, upper terrace',
    'site.coldest': -14,
    'site.machines': 'the wind machine',
    ...watched,
    ...live,
  });
  made.adopts(m, 'io-controller');
  const { unit, modem, path } = mobile(
    made,
    m,
    '0611',
    {
      label: 'Fellwave card',
      values: {
        ...fellwave,
        'sim.iccid': '8999970020034567809',
        'sim.size': '2FF',
        'sim.apn': 'm2m.fellwave.example',
        'sim.texts': 'both',
        'sim.until': day(made, 19),
      },
    },
    { label: 'controller’s modem', values: { 'modem.imei': '352000123456703', 'modem.slot': '2FF' } },
    { label: 'frost controller', values: { 'unit.supplyLeast': 9_000, 'unit.supplyMost': 28_000 } },
  );
  const warden = m.element('number', 'orchard keeper');
  m.set(warden, { 'number.person': 'the orchard keeper', 'number.number': '+447700900118', 'number.may': 'both', 'number.ticked': true });
  m.set(m.element('input', 'frost sensor'), {
    'input.name': 'Frost',
    'input.deskName': 'Frost',
    'input.on': true,
    'input.contact': 'dry',
    'input.given': 'dry',
    'input.rest': 'open',
    'input.text': 'Frost at Thorn orchard',
    'input.who': warden,
    'input.channel': 1,
    'input.deskZone': 1,
  });
  m.set(m.element('output', 'wind machine'), {
    'output.name': 'Wind machine',
    'output.equation': 'I1',
    'output.duration': minutes(40),
    'output.least': minutes(15),
    'output.drives': 'contactor',
    'output.machine': true,
    'output.isolation': 'switch Q4, locked, key with the keeper',
    'output.afterPower': 'off',
    'output.again': 'starts again',
    'output.highHigh': true,
  });
  m.set(path, { 'path.pool': '100.73.0.0/16' });
  const way: Way = { account: '0611', path, address: '100.73.2.40' };
  setUp(m, modem, unit, 'desk');
  m.add('placed', { place: 'site', where: 'the upper terrace' });
  supply(m, 12_800, 12_400);
  hold(card(m, path, '8999970020034567809'), path, -91);
  madeAndBack(m, way, 'frost', '1');
  m.add('note.written', { lamp: 'Inputs', words: 'Isolation Q4 is put back and locked; the keeper has the key.' });
  m.add('note.written', { lamp: 'Inputs', words: 'The keeper read the text ‘Frost at Thorn orchard’ back by telephone.' });
  m.none('Standby', null, 'one path by order of the orchard');
  m.none('Reach', null, 'nothing is changed from afar: the wind machine starts by itself');
  return checkIns(m, [way], instant(made.anchor - hours(3)), 60);
};

/** Watched at the harbour's own desk: what they read back is their word. */
const ferry = (now: Made): StationMaker => {
  const made = begun(now, days(40));
  const m = open(made, 'Light controller, Holm ferry slip', {
    'site.place': 'Holm ferry slip, west post',
    ...watched,
    'desk.whose': 'theirs',
    'desk.called': 'the harbour watch',
    ...live,
  });
  made.adopts(m, 'io-controller');
  const { path, modem, unit } = mobile(
    made,
    m,
    '0733',
    {
      label: 'Moorcell card',
      values: { ...moorcell, 'sim.iccid': '8999999022034567802', 'sim.size': '3FF', 'sim.apn': 'slip.moorcell.example' },
    },
    { label: 'slip modem', values: { 'modem.imei': '352010123456710', 'modem.slot': '3FF' } },
    { label: 'light controller', values: { 'unit.testAt': '04:20', 'unit.supplyLeast': 9_000, 'unit.supplyMost': 28_000 } },
  );
  for (const [i, name] of ['West light', 'East light', 'Ramp light', 'Mains', 'Door', 'Battery'].entries())
    m.set(m.element('input', name), {
      'input.name': name,
      'input.deskName': name,
      'input.channel': i + 1,
      'input.deskZone': i + 1,
      'input.on': true,
    });
  setUp(m, modem, unit, 'desk');
  m.add('placed', { place: 'site', where: 'the west post' });
  supply(m, 12_600, 12_200);
  hold(card(m, path, '8999999022034567802'), path, -84);
  for (const zone of ['1', '2', '3', '4', '5', '6']) {
    m.wait(minutes(3)).add('event.made', { path, zone, is: 'alarm', event: 'light_out', words: '' });
    m.wait(minutes(1)).add('call.confirmed', {
      how: 'read back',
      person: 'Ruth at the harbour watch',
      path,
      zone,
      is: 'alarm',
      event: 'light_out',
      at: m.now,
      line: null,
      words: `zone ${zone}, light out`,
    });
  }
  m.add('declaration.made', {
    lamp: 'Watch',
    path: null,
    outcome: 'good',
    words: 'The harbour watch has it live since today, lapse after 25 h.',
  });
  m.none('Standby', null, 'one path by order of the harbour');
  return m.none('Reach', null, 'nothing is changed from afar');
};

const apiary = (made: Made): StationMaker => {
  const m = open(made, 'Long-range gateway, Ling apiary', {
    'site.place': 'Ling apiary, honey shed',
    'site.position': '54.4012, -2.9123',
    ...watched,
    'portal.server': 'lora.varrow.example',
    'portal.frequencyPlan': 'EU868',
    'portal.idTyped': '70b3d57ed0001a2b',
  });
  made.adopts(m, 'long-range-gateway');
  const unit = m.element('unit', 'gateway');
  m.set(unit, {
    ...callsTo(made),
    'unit.account': '0812',
    'unit.id': '70b3d57ed0001a2b',
    'unit.frequencyPlan': 'EU868',
    'unit.region': 'EU868',
    'unit.hardwareBand': '868 MHz',
  });
  const path = m.element('path', 'Wi-Fi, honey shed');
  m.set(path, { 'path.kind': 'wifi', 'path.priority': 1, 'path.lease': 'dhcp' });
  m.set(m.element('wifi', 'shed network'), {
    'wifi.role': 'join',
    'wifi.name': 'lingshed',
    'wifi.band': '2.4',
    'wifi.deviceBands': '2.4',
    'wifi.scannedAt': 'place',
  });
  m.set(m.element('claim', 'gateway’s claim'), {
    'claim.portal': 'the dale’s network server',
    'claim.accountMade': true,
    'claim.id': '70b3d57ed0001a2b',
    'claim.quota': 4,
    'claim.harvested': true,
    'claim.told': true,
  });
  m.set(m.element('device', 'hive scale 1'), {
    'device.name': 'Hive 1',
    'device.deskName': 'Hive 1',
    'device.eui': '70b3d57ed0001c01',
    'device.band': '868 MHz',
    'device.every': minutes(15),
    'device.onAir': 206,
    'device.duty': 1,
  });
  m.set(m.element('device', 'hive scale 2'), {
    'device.name': 'Hive 2',
    'device.deskName': 'Hive 2',
    'device.eui': '70b3d57ed0001c02',
    'device.band': '915 MHz',
    'device.every': minutes(15),
    'device.onAir': 206,
    'device.duty': 1,
  });
  m.set(m.element('receiver', 'Varrow desk'), { ...deskAt(made), 'receiver.account': '0812' });
  setUp(m, unit, 'desk');
  m.read('Power', null, 'supply.sign', true).read('Bearer', path, 'bearer.address', true);
  m.add('declaration.made', {
    lamp: 'Inputs',
    path: null,
    outcome: 'good',
    words: 'Hive 1 is heard by the gateway on the bench; hive 2 is not.',
  });
  return m;
};

/** Proven but for its standby, whose drill is overdue. */
const cableway = (now: Made): StationMaker => {
  const made = begun(now, days(196));
  const m = open(made, 'Wind mast, Gable cable-way', {
    'site.place': 'Gable cable-way, top station',
    'site.rural': true,
    ...watched,
    ...live,
  });
  made.adopts(m, 'helper-router', 'logger-with-modem');
  const { modem, path, unit } = mobile(
    made,
    m,
    '0905',
    {
      label: 'Tarnlink card',
      values: { ...tarnlink, 'sim.iccid': '8999905021034567807', 'sim.size': '3FF', 'sim.apn': 'telemetry.tarnlink.example' },
    },
    {
      label: 'main router',
      values: {
        'modem.imei': '352020123456727',
        'modem.slot': '3FF',
        'modem.lan': '192.168.1.1',
        'modem.mask': '255.255.255.0',
        'modem.firmware': '4.10.2',
        'modem.leads': true,
      },
    },
    { label: 'wind logger', values: { 'unit.interface': 'ethernet', 'unit.supplyLeast': 9_000, 'unit.supplyMost': 30_000 } },
  );
  const helper = m.element('modem', 'helper router');
  m.set(helper, {
    ...lte,
    'modem.imei': '352030123456734',
    'modem.slot': '3FF',
    'modem.lan': '192.168.8.1',
    'modem.mask': '255.255.255.0',
    'modem.firmware': '4.9.7',
    'modem.helperOf': modem,
  });
  const sim = m.element('sim', 'Fellwave card');
  m.set(sim, { ...fellwave, 'sim.iccid': '8999970020134567816', 'sim.size': '4FF', 'sim.apn': 'm2m.fellwave.example' });
  m.set(path, { 'path.modem': modem, 'path.sim': m.state.elements.find(({ label }) => label === 'Tarnlink card')?.id ?? null });
  const second = m.element('path', 'Fellwave, helper');
  m.set(second, { 'path.kind': 'cellular', 'path.priority': 2, 'path.modem': helper, 'path.sim': sim, 'path.pool': '100.74.0.0/16' });
  m.set(path, { 'path.pool': '100.75.0.0/16' });
  const ways: readonly Way[] = [
    { account: '0905', path, address: '100.75.1.9' },
    { account: '0905', path: second, address: '100.74.1.9' },
  ];
  setUp(m, modem, helper, unit, 'desk');
  m.add('placed', { place: 'site', where: 'the top station' });
  supply(m, 12_700, 12_300);
  hold(card(m, path, '8999905021034567807'), path, -88);
  hold(card(m, second, '8999970020134567816'), second, -93);
  for (const { account, address } of ways) m.wait(minutes(4)).call(account, { event: 'wind_high' }, { address, port: 40_500 }, true);
  m.none('Inputs', null, 'values only: nothing raises an alarm');
  m.none('Reach', null, 'nothing is changed from afar');
  m.read('Standby', null, 'standby.linkLoss', true).read('Standby', null, 'standby.return', true);
  return checkIns(m, ways, instant(made.anchor - hours(5)), 45);
};

/** The bench is closed; the visit is tomorrow. */
const kiln = (made: Made): StationMaker => {
  const m = open(made, 'Reporting module, Crag lime kiln', {
    'site.place': 'Crag lime kiln, panel room',
    'site.visit': day(made, 1),
    ...watched,
    'computer.phone': '+447700900142',
  });
  made.adopts(m, 'reporting-module');
  const { unit } = mobile(
    made,
    m,
    '1024',
    {
      label: 'Fellwave card',
      values: {
        ...fellwave,
        'sim.iccid': '8999970020234567823',
        'sim.size': '3FF',
        'sim.apn': 'm2m.fellwave.example',
        'sim.texts': 'both',
        'sim.number': '+447700900171',
        'sim.addressKind': 'nat',
      },
    },
    { label: 'module’s modem', values: { 'modem.imei': '352040123456741', 'modem.slot': '3FF' } },
    {
      label: 'reporting module',
      values: {
        'unit.remoteOn': true,
        'unit.startFrom': 'listed',
        'unit.maintenanceHost': 'desk.varrow.example',
        'unit.maintenancePort': 4112,
        'unit.host': true,
      },
    },
  );
  m.secret(unit, 'unit.startWord', 'limestone');
  m.set(m.element('number', 'Ines'), {
    'number.person': 'Ines',
    'number.number': '+447700900142',
    'number.may': 'start',
    'number.ticked': true,
  });
  m.set(m.element('terminal', 'kiln alarm'), {
    'terminal.mark': 'IN1',
    'terminal.wire': 'grey 4',
    'terminal.to': 'kiln panel, relay 2',
    'terminal.common': 'COM',
  });
  m.entered('desk').restarted('desk');
  m.read('Power', null, 'supply.sign', true).read('Reach', null, 'reach.session', true);
  m.add('note.written', { lamp: 'Reach', words: 'On the bench, from the text to the session: 48 s. The gate is open from 08:30.' });
  const kit = kitList(
    m.state,
    shippedProfiles.filter(({ id }) => id === 'reporting-module'),
  );
  for (const { id } of kit.slice(0, -2)) m.add('step.done', { what: `kit|${id}`, done: true, words: '' });
  return m;
};

const warden = (made: Made): StationMaker => {
  const m = open(made, 'Gauge reader, river warden', { 'site.place': 'with the river warden', ...watched });
  made.adopts(m, 'handheld');
  const { modem, sim } = mobile(
    made,
    m,
    '1130',
    {
      label: 'Moorcell card',
      values: {
        ...moorcell,
        'sim.iccid': '8999999022134567819',
        'sim.size': '4FF',
        'sim.apn': 'hand.moorcell.example',
        'sim.plan': 100_000_000,
        'sim.billingDay': 14,
      },
    },
    {
      label: 'handheld’s modem',
      values: {
        'modem.imei': '352050123456757',
        'modem.slot': '4FF',
        'modem.warnAt': 66_000_000,
        'modem.dataLimit': 120_000_000,
        'modem.countsFrom': 14,
        'modem.data': true,
      },
    },
    { label: 'gauge reader', values: {} },
  );
  m.set(m.element('apn', 'warden’s entry'), {
    'apn.label': 'River',
    'apn.value': 'hand.moorcell.example',
    'apn.chosen': true,
    'apn.modem': modem,
  });
  m.add('ask.noted', {
    key: m.key('sim.imsi', sim),
    asked: 'Moorcell',
    ticket: 'card ordered, M-77',
    askedOn: day(made, -2),
    chaseOn: day(made, 3),
  });
  return m;
};

/** Watched for three months. */
const cellar = (now: Made): StationMaker => {
  const made = begun(now, days(92));
  const m = open(made, 'Chiller, Ewe cheese cellar', { 'site.place': 'Ewe dairy, cellar', ...watched, ...live });
  made.adopts(m, 'bus-bridge');
  const unit = m.element('unit', 'bus bridge');
  m.set(unit, {
    ...callsTo(made),
    'unit.account': '1217',
    'unit.setupWindow': minutes(5),
    'unit.supplyLeast': 9_000,
    'unit.supplyMost': 30_000,
  });
  const path = m.element('path', 'Wi-Fi, dairy');
  m.set(path, { 'path.address': '198.51.100.61', 'path.kind': 'wifi', 'path.priority': 1, 'path.lease': 'dhcp' });
  m.set(m.element('bus', 'chiller bus'), {
    'bus.kind': 'Modbus RTU',
    'bus.rate': 19_200,
    'bus.ends': 2,
    'bus.atMaster': 'master',
    'bus.power': 'own',
    'bus.family': 'chiller C',
    'bus.familyCabled': 'chiller C',
    'bus.switches': '1100',
    'bus.switchesWanted': '1100',
  });
  m.set(m.element('receiver', 'Varrow desk'), { ...deskAt(made), 'receiver.account': '1217' });
  m.set(m.element('input', 'cellar warm'), {
    'input.name': 'Cellar warm',
    'input.deskName': 'Cellar warm',
    'input.channel': 1,
    'input.deskZone': 1,
    'input.on': true,
  });
  const way: Way = { account: '1217', path, address: '198.51.100.61' };
  setUp(m, unit, 'desk');
  m.add('placed', { place: 'site', where: 'the cellar' });
  supply(m, 12_900, 12_700);
  hold(m, path, -58, 'Wi-Fi');
  madeAndBack(m, way, 'cellar_warm', '1');
  m.none('Standby', null, 'one path: the dairy looks at the cellar each morning');
  m.none('Reach', null, 'set up on the spot only');
  return checkIns(m, [way], instant(made.anchor - hours(2)), 60);
};

/** Left unfinished: the ask list is long. */
const seedBank = (made: Made): StationMaker => {
  const m = open(made, 'Branch gateway, seed bank', {
    'site.place': 'Seed bank, gatehouse',
    'site.visit': day(made, 28),
    'desk.whose': 'ours',
  });
  made.adopts(m, 'branch-gateway');
  m.element('unit', 'seed vault logger');
  m.set(m.element('path', 'fixed line'), { 'path.kind': 'ethernet', 'path.priority': 1 });
  m.set(m.element('tunnel', 'to the dale office'), { 'tunnel.here': '192.168.40.0/24' });
  m.add('ask.noted', {
    key: m.key('tunnel.there', m.state.elements.find(({ group }) => group === 'tunnel')?.id ?? null),
    asked: 'the dale office',
    ticket: 'D-208',
    askedOn: day(made, -17),
    chaseOn: day(made, -10),
  });
  return m;
};

/** Watched; its fixed line has link and no service since a little ago, and it calls by the other path. */
const signalBox = (now: Made): StationMaker => {
  const made = begun(now, days(75));
  const m = open(made, 'Signal box, heritage railway', { 'site.place': 'Lune Head signal box', ...watched, ...live });
  made.adopts(m, 'line-cradle');
  const { path, modem, unit } = mobile(
    made,
    m,
    '1346',
    {
      label: 'Tarnlink card',
      values: { ...tarnlink, 'sim.iccid': '8999905021134567814', 'sim.size': '3FF', 'sim.apn': 'telemetry.tarnlink.example' },
    },
    { label: 'cradle', values: { 'modem.imei': '352060123456764', 'modem.slot': '3FF' } },
    {
      label: 'box monitor',
      values: { 'unit.testPaths': 'each', 'unit.paths': 'ethernet first', 'unit.supplyLeast': 10_500, 'unit.supplyMost': 14_500 },
    },
  );
  m.set(path, { 'path.priority': 2, 'path.modem': modem, 'path.duct': 'Lune mast' });
  const line = m.element('path', 'fixed line');
  m.set(line, {
    'path.address': '203.0.113.46',
    'path.kind': 'ethernet',
    'path.priority': 1,
    'path.lease': 'fixed',
    'path.probe': 'ping',
    'path.probeTarget': '192.0.2.53',
    'path.probeTarget2': '198.51.100.53',
    'path.probeEvery': 30_000,
    'path.probeMisses': 3,
    'path.probePatience': 5_000,
    'path.holdDown': minutes(5),
    'path.duct': 'railway duct',
  });
  m.set(path, { 'path.pool': '100.76.0.0/16' });
  m.set(m.element('input', 'signal lamp'), {
    'input.name': 'Signal lamp',
    'input.deskName': 'Signal lamp',
    'input.channel': 1,
    'input.deskZone': 1,
    'input.on': true,
  });
  const [fixed, mobileWay]: readonly [Way, Way] = [
    { account: '1346', path: line, address: '203.0.113.46' },
    { account: '1346', path, address: '100.76.3.3' },
  ];
  setUp(m, modem, unit, 'desk');
  m.add('placed', { place: 'site', where: 'the box' });
  supply(m, 12_500, 12_200);
  hold(card(m, path, '8999905021134567814'), path, -95);
  for (const way of [fixed, mobileWay]) madeAndBack(m, way, 'lamp_out', '1');
  m.none('Reach', null, 'nothing is changed from afar');
  m.read('Standby', null, 'standby.linkLoss', true);
  checkIns(m, [fixed, mobileWay], instant(made.anchor - hours(6)), 50);
  for (const ago of [48, 33, 18])
    until(m, instant(made.anchor - minutes(ago))).call(
      '1346',
      { event: 'line_no_service' },
      { address: mobileWay.address, port: 43_000 + ago },
      true,
    );
  return m.add('declaration.made', {
    lamp: 'Bearer',
    path: line,
    outcome: 'bad',
    words: 'Link up, no service: the line’s light is on, and nothing has come by it since; three calls came by Tarnlink.',
  });
};

/** The nine stations that are still being planned or worked at. */
export const dale = (made: Made): StationMaker[] =>
  [orchard, ferry, apiary, cableway, kiln, warden, cellar, seedBank, signalBox].map((station) => station(made));
