// The dale's stations that are watched, or were: each was proved at its site and has called by itself since. Everything in them is made up.
import { days, hours, instant, minutes } from '../quantity/index.ts';
import { deskAt, callsTo, watched, fellwave, tarnlink, moorcell, lte, begun, day, live, open, mobile, type Made } from './dale-ground.ts';
import type { StationMaker } from './station.ts';
import { card, checkIns, hold, madeAndBack, setUp, supply, until, type Way } from './worked.ts';

/** Watched for five months; its card's contract ends soon. */
export const orchard = (now: Made): StationMaker => {
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
export const ferry = (now: Made): StationMaker => {
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
    const made = m.last.id;
    m.wait(minutes(1)).add('call.confirmed', {
      made,
      said: 'right',
      columns: null,
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

/** Proven but for its standby, whose drill is overdue. */
export const cableway = (now: Made): StationMaker => {
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
  for (const { account, path: over, address } of ways)
    m.wait(minutes(4)).asked({ path: over }).call(account, { event: 'wind_high' }, { address, port: 40_500 }, true);
  m.none('Inputs', null, 'values only: nothing raises an alarm');
  m.none('Reach', null, 'nothing is changed from afar');
  m.read('Standby', null, 'standby.linkLoss', true).read('Standby', null, 'standby.return', true);
  return checkIns(m, ways, instant(made.anchor - hours(5)), 45);
};

/** Watched for three months. */
export const cellar = (now: Made): StationMaker => {
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

/** Watched; its fixed line has link and no service since a little ago, and it calls by the other path. */
export const signalBox = (now: Made): StationMaker => {
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
