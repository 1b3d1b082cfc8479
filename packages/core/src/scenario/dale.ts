// The dale's stations that are on paper or at the bench, and all nine in their order. Everything in them is made up.
import { minutes } from '../quantity/index.ts';
import { kitList } from '../walk/index.ts';
import { shippedProfiles } from '../sheet/index.ts';
import { deskAt, callsTo, watched, fellwave, moorcell, day, open, mobile, type Made } from './dale-ground.ts';
import { cableway, cellar, ferry, orchard, signalBox } from './dale-watched.ts';
import type { StationMaker } from './station.ts';
import { setUp } from './worked.ts';

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

/** The nine stations that are still being planned or worked at. */
export const dale = (made: Made): StationMaker[] =>
  [orchard, ferry, apiary, cableway, kiln, warden, cellar, seedBank, signalBox].map((station) => station(made));
