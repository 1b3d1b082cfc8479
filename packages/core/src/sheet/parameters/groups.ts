// Smaller groups of the sheet: people and logins, networks and ways through them, what hangs on the unit, portals and licences.
import {
  address,
  called,
  choice,
  code as lines,
  count,
  day,
  dayLong,
  duration,
  eui,
  hour,
  inputs,
  minute,
  mono,
  network,
  node,
  none,
  one,
  phone,
  plain,
  port,
  reach,
  route,
  second,
  secret,
  strand,
  transports,
  yes,
} from '../forms.ts';
import { settingsOf } from '../parameter.ts';

const n = settingsOf('number');
export const number = [
  n('person', 'Whose', plain(60), 'client', null, none, 'Somebody has to answer.'),
  n('number', 'Telephone number', phone, 'client', 'unit', called, 'With its country code; else it goes to nobody.'),
  n(
    'may',
    'May',
    choice(['told', 'be told'], ['start', 'start a session'], ['both', 'both']),
    'you',
    'unit',
    reach,
    'A user who is not ticked gets nothing.',
  ),
  n('ticked', 'Ticked for the channel', yes('yes', 'no'), 'you', 'unit', called, 'Entered but not ticked gets nothing.'),
  n('withheld', 'Shows its number', yes('yes', 'withholds it'), 'client', null, none, 'A withheld number is on no list.'),
  n('unit', 'On unit', one('unit'), 'you', null, none, 'Says whose list it is on.'),
] as const;

const l = settingsOf('login');
export const login = [
  l('what', 'To what', plain(60), 'you', null, none, 'Portal, router, panel: each its own.'),
  l('user', 'Name', mono(64), 'label', 'portal', none, 'Letter case counts on some.'),
  l('password', 'Password', secret(1, 64), 'you', 'portal', reach, 'The same on many stations, one leak opens all.'),
  l('kept', 'Kept at', plain(80), 'you', null, none, 'A lost login is a reset.'),
  l('lost', 'Lost', yes('yes', 'no'), 'you', null, none, 'A reset is then the only way in.'),
  l('admin', 'Factory user left', yes('yes', 'removed'), 'you', 'portal', none, 'A new user beside the old one closes nothing.'),
  l('readAloud', 'Read out by telephone', yes('yes', 'no'), 'you', null, none, 'O and 0, l and 1 sound and look alike.'),
  l('alike', 'Has O, 0, l or 1 in it', yes('yes', 'no'), 'you', null, none, 'They are taken for each other.'),
] as const;

const s = settingsOf('subnet');
export const subnet = [
  s('network', 'Network', network, 'IT', 'it', strand, 'Two that overlap have no route between them.'),
  s(
    'where',
    'Where',
    choice(
      ['site', 'site'],
      ['unit', 'behind the unit'],
      ['helper', 'behind the helper'],
      ['office', 'head office'],
      ['tunnel', 'far end of the tunnel'],
    ),
    'IT',
    null,
    none,
    'Names the two ends in a finding.',
  ),
  s('gateway', 'Gateway', address, 'IT', 'it', strand, 'It has to be inside.'),
  s('leases', 'Leases given by', plain(40), 'IT', null, none, 'Two that give leases in one network fight.'),
  s('leaseServers', 'That give leases there', count(0, 9), 'IT', null, none, 'One is right.'),
] as const;

const f = settingsOf('forward');
export const forward = [
  f('receiver', 'For receiver', one('receiver'), 'IT', null, none, 'Says which listener it leads to.'),
  f('outer', 'Outside port', port, 'IT', 'it', route, 'It is what the unit calls.'),
  f('inner', 'Inside port', port, 'IT', 'it', route, 'It is what the listener listens on.'),
  f('to', 'To machine', address, 'IT', 'it', route, 'By lease it moves away.'),
  f('transport', 'By', transports, 'IT', 'it', route, 'TCP here and UDP there is silence.'),
  f('tested', 'Tested from outside', yes('yes', 'no'), 'IT', null, none, 'From inside it proves nothing.'),
  f(
    'where',
    'On router',
    choice(['office', 'the office router'], ['site', 'the site router'], ['second', 'a second router']),
    'IT',
    null,
    none,
    'Two in a row have to forward both.',
  ),
] as const;

const o = settingsOf('outbound');
export const outbound = [
  o('what', 'Rule', plain(80), 'IT', 'it', route, 'Names it when it is asked about.'),
  o('allows', 'It', yes('lets through', 'blocks'), 'IT', 'it', route, 'A block lets a ping pass and stops the call.'),
  o('port', 'Port', port, 'IT', 'it', route, 'The one that the unit calls.'),
  o('transport', 'By', transports, 'IT', 'it', route, 'A rule for TCP does nothing for UDP.'),
] as const;

const t = settingsOf('tunnel');
export const tunnel = [
  t('kind', 'Kind', plain(40), 'IT', 'modem', strand, 'Both ends have to speak it.'),
  t('hub', 'Far end', mono(253), 'IT', 'modem', strand, 'Where it joins the office.'),
  t('here', 'Network here', network, 'IT', 'modem', strand, 'It must differ from the one there.'),
  t('there', 'Network there', network, 'IT', 'it', strand, 'It must differ from the one here.'),
  t('overhead', 'Takes of each packet', count(0, 500), 'manual', null, none, 'The largest packet has to shrink by it.'),
  t('mtu', 'Path’s largest packet', count(576, 9000), 'carrier', null, none, 'What is larger is lost.'),
  t(
    'traffic',
    'Goes through it',
    choice(['all', 'everything'], ['rule', 'by rule']),
    'house rule',
    'modem',
    strand,
    'On a metered path, everything costs.',
  ),
  t('key', 'Key', secret(8, 128), 'IT', 'modem', strand, 'Retyped wrong in one letter it is silent.'),
  t(
    'keepalive',
    'Sign of life every',
    duration(0, dayLong),
    'house rule',
    'modem',
    none,
    'Seldom, and a NAT forgets it; often, and it costs.',
  ),
  t('keyEnds', 'Key or certificate ends', day, 'IT', null, none, 'On that day it is silent.'),
  t(
    'farKind',
    'Far end’s address is',
    choice(['public', 'public'], ['nat', 'behind a carrier’s NAT'], ['private', 'behind its own router']),
    'IT',
    null,
    none,
    'Two ends behind carriers’ NATs never find each other.',
  ),
  t(
    'ruleHere',
    'Rule here lets the office in',
    yes('yes', 'no'),
    'you',
    'modem',
    route,
    'One side’s rule alone lets answers out and questions not in.',
  ),
  t(
    'ruleThere',
    'Rule there lets the station in',
    yes('yes', 'no'),
    'IT',
    null,
    none,
    'One side’s rule alone lets answers out and questions not in.',
  ),
  t('hostHere', 'Host on the station’s LAN', address, 'you', null, none, 'What the office has to reach: not the router’s own end.'),
  t('hostThere', 'Host at the office', address, 'IT', null, none, 'What the station has to reach.'),
  t('licence', 'Licensed', yes('yes', 'no'), 'portal', null, none, 'Without it the tunnel does not start.'),
] as const;

const w = settingsOf('wifi');
export const wifi = [
  w(
    'role',
    'Is',
    choice(['join', 'joined'], ['offer', 'offered'], ['setup', 'for set-up only']),
    'you',
    'modem',
    strand,
    'A set-up network shuts by itself.',
  ),
  w('name', 'Name', mono(32), 'IT', 'modem', ['Signal', ...strand], 'Letter case counts; each band is a network of its own.'),
  w('key', 'Key', secret(8, 63), 'IT', 'modem', ['Signal', ...strand], 'Letter case counts.'),
  w(
    'band',
    'Band',
    choice(['2.4', '2.4 GHz'], ['5', '5 GHz'], ['both', 'both']),
    'IT',
    'modem',
    ['Signal', 'Bearer'],
    'A device for 2.4 GHz does not see 5.',
  ),
  w('deviceBands', 'Device can', choice(['2.4', '2.4 GHz'], ['both', 'both']), 'manual', null, none, 'Most boxes can only 2.4.'),
  w(
    'scannedAt',
    'Scanned from',
    choice(['place', 'where the box will be'], ['elsewhere', 'somewhere else']),
    'you',
    null,
    none,
    'Where you stand is not where it hangs.',
  ),
  w(
    'chosenLevel',
    'Level of the one chosen',
    { is: 'figure', measure: 'dBm', least: -120, most: 0 },
    'you',
    null,
    none,
    'The nearest to zero is the strongest.',
  ),
  w(
    'otherLevel',
    'Level of the best other',
    { is: 'figure', measure: 'dBm', least: -120, most: 0 },
    'you',
    null,
    none,
    'The nearest to zero is the strongest.',
  ),
] as const;

const i = settingsOf('input');
export const input = [
  i('unit', 'On unit', one('unit'), 'you', null, none, 'Says whose terminal it is.'),
  i('name', 'Name', plain(40), 'client', 'unit', called, 'What the desk reads at three in the morning.', { usual: true }),
  i('deskName', 'Name at the desk', plain(40), 'desk', 'desk', ['Inputs'], 'Unlike the unit’s, somebody goes to the wrong room.'),
  i('channel', 'Channel, as the unit counts', count(0, 999), 'manual', 'unit', called, 'Some count from 0, some from 1.', { usual: true }),
  i('deskZone', 'Zone at the desk', count(0, 999), 'desk', 'desk', called, 'One off is the wrong room.', { usual: true }),
  i('on', 'Enabled', yes('on', 'off'), 'you', 'unit', called, 'Off, it is only a wire.'),
  i(
    'contact',
    'Contact',
    choice(['dry', 'dry contact'], ['voltage', 'voltage'], ['loop', 'current loop'], ['pulse', 'pulses']),
    'manual',
    'unit',
    inputs,
    'A voltage on a dry input breaks it.',
  ),
  i(
    'given',
    'What is wired gives',
    choice(['dry', 'dry contact'], ['voltage', 'voltage'], ['loop', 'current loop'], ['pulse', 'pulses']),
    'label',
    null,
    inputs,
    'Held against what the input takes.',
  ),
  i(
    'rest',
    'At rest',
    choice(['open', 'open'], ['closed', 'closed']),
    'client',
    'unit',
    called,
    'Taught the wrong way it alarms when all is well.',
  ),
  i(
    'restSeen',
    'Seen at rest',
    choice(['open', 'open'], ['closed', 'closed']),
    'you',
    null,
    inputs,
    'With the magnet apart it is taught inverted.',
  ),
  i('debounce', 'Has to last', duration(0, minute), 'manual', 'unit', inputs, 'A contact chatters.'),
  i('text', 'Text it sends', plain(300), 'client', 'unit', called, 'A text has 160 characters, or 70 with one odd one.'),
  i('textEnd', 'Text when it ends', plain(300), 'client', 'unit', called, 'Without it nobody knows that it is over.'),
  i('who', 'Tells', one('number'), 'client', 'unit', called, 'Enabled with nobody to tell it is silent.'),
  i('area', 'Area', one('area'), 'client', 'unit', called, 'It decides whether a delay runs.'),
  i('deskArea', 'Delayed at the desk', yes('delayed', 'instant'), 'desk', 'desk', none, 'The desk waits, or does not.'),
  i('protects', 'Protects', plain(60), 'client', null, none, 'It decides between instant and delayed.'),
] as const;

const u = settingsOf('output');
export const output = [
  u('unit', 'On unit', one('unit'), 'you', null, none, 'Says whose terminal it is.'),
  u('name', 'Name', plain(40), 'client', 'unit', inputs, 'What it switches.'),
  u('on', 'Enabled', yes('on', 'off'), 'you', 'unit', inputs, 'Off, it never switches.'),
  u('equation', 'On when', mono(200), 'client', 'unit', inputs, 'Inputs joined by AND, OR and NOT.'),
  u('duration', 'For', duration(0, dayLong), 'client', 'unit', inputs, 'When it ends and the input is still on, what then?'),
  u('least', 'What it switches has to run at least', duration(0, hour), 'client', null, none, 'A pump that starts too often burns.'),
  u(
    'again',
    'Input still on at the end',
    choice(['starts again', 'it starts again'], ['stays off', 'it stays off'], ['stays on', 'it stays on']),
    'client',
    'unit',
    inputs,
    'A stuck float makes it run for ever.',
  ),
  u('highHigh', 'Separate high-high', yes('yes', 'no'), 'client', null, none, 'A stuck float is seen by nobody else.'),
  u(
    'afterPower',
    'After a power failure',
    choice(['off', 'off'], ['as before', 'as before'], ['by logic', 'by logic']),
    'client',
    'unit',
    inputs,
    'It may start with nobody there.',
  ),
  u(
    'drives',
    'Switches',
    choice(['lamp', 'a lamp or relay'], ['contactor', 'a contactor'], ['motor', 'a motor directly']),
    'client',
    null,
    none,
    'A motor needs a contactor between.',
  ),
  u('machine', 'Starts a machine', yes('yes', 'no'), 'client', null, none, 'It starts by itself: isolate and lock off first.'),
  u('isolation', 'Isolated by', plain(80), 'you', null, none, 'Nobody touches it before it is written here.'),
  u(
    'rating',
    'Contact is good for',
    { is: 'figure', measure: 'mA', least: 0, most: 1_000_000 },
    'manual',
    null,
    none,
    'Above it, it welds shut.',
  ),
  u(
    'load',
    'Load draws',
    { is: 'figure', measure: 'mA', least: 0, most: 1_000_000 },
    'label',
    null,
    none,
    'At start it is many times that.',
  ),
  u('chatters', 'Its input chatters', yes('yes', 'no'), 'you', null, none, 'Then it switches with every ripple.'),
  u('text', 'Text it sends', plain(300), 'client', 'unit', called, 'A text has 160 characters, or 70 with one odd one.'),
  u('who', 'Tells', one('number'), 'client', 'unit', called, 'Enabled with nobody to tell it is silent.'),
] as const;

const m = settingsOf('terminal');
export const terminal = [
  m('unit', 'On unit', one('unit'), 'you', null, none, 'Says whose terminal it is.'),
  m('mark', 'Mark on the terminal', mono(20), 'manual', null, inputs, 'It is read in the dark.'),
  m('wire', 'Wire’s colour and number', plain(40), 'you', null, inputs, 'Whoever opens it in a year has only this.'),
  m('to', 'Leads to', plain(80), 'client', null, inputs, 'The far end has a name too.'),
  m('common', 'Common', plain(40), 'manual', null, inputs, 'Without its common nothing flows.'),
  m(
    'feed',
    'Fed by',
    choice(['none', 'nothing'], ['pull-up', 'a pull-up'], ['loop', 'a loop supply']),
    'manual',
    null,
    inputs,
    'A loop without a supply reads nothing.',
  ),
  m('fuse', 'Fuse', { is: 'figure', measure: 'mA', least: 0, most: 100_000 }, 'you', null, none, 'It protects the wire.'),
  m('checked', 'Short it, open it, see it', yes('done', 'not yet'), 'you', null, none, 'Only then it is the right one.'),
] as const;

const a = settingsOf('area');
export const area = [
  a('name', 'Name', plain(40), 'client', 'unit', called, 'Words, equal to the desk’s.'),
  a('deskName', 'Name at the desk', plain(40), 'desk', 'desk', inputs, 'Unlike the unit’s, somebody goes elsewhere.'),
  a('delayed', 'Is', yes('delayed', 'instant'), 'client', 'unit', called, 'A delayed one calls only after its delay.'),
] as const;

const c = settingsOf('code');
export const code = [
  c('who', 'Whose', plain(60), 'client', 'unit', none, 'Codes belong to people.'),
  c('kind', 'Kind', choice(['code', 'code'], ['badge', 'badge']), 'client', 'unit', none, 'A badge is enrolled, a code typed.'),
  c('value', 'Code', secret(4, 6, true), 'client', 'unit', none, 'Four to six digits are usual (common practice).'),
] as const;

const d = settingsOf('device');
export const device = [
  d('unit', 'On unit', one('unit'), 'you', null, none, 'Says who hears it.'),
  d('zone', 'Zone', count(0, 999), 'manual', 'unit', called, 'Given in the order of enrolment; the keypad may have taken 1.', {
    usual: true,
  }),
  d('deskZone', 'Zone at the desk', count(0, 999), 'desk', 'desk', called, 'One off is the wrong room.', { usual: true }),
  d('enrolled', 'Enrolled', yes('yes', 'no'), 'you', 'unit', called, 'Without it the unit does not know it.'),
  d('name', 'Name', plain(40), 'client', 'unit', called, 'Named for what it protects.'),
  d('deskName', 'Name at the desk', plain(40), 'desk', 'desk', inputs, 'Unlike the unit’s, somebody goes to the wrong room.'),
  d('area', 'Area', one('area'), 'client', 'unit', called, 'Delayed or instant.'),
  d('perimeter', 'Perimeter', yes('yes', 'no'), 'client', 'unit', called, 'It stays on when people are inside.'),
  d(
    'rangeFrom',
    'Range was tested',
    choice(['mounted', 'where it is mounted'], ['hand', 'in the hand'], ['open', 'with the door open']),
    'you',
    null,
    inputs,
    'In the hand it always passes.',
  ),
  d(
    'restTaught',
    'Normal state learned',
    choice(['magnet', 'magnet aligned'], ['apart', 'magnet apart'], ['not', 'not yet']),
    'you',
    'device',
    called,
    'Apart, it is taught inverted.',
  ),
  d('tested', 'Function seen', yes('yes', 'no'), 'you', null, inputs, 'Enrolled is not working.'),
  d('id', 'Identifier on its label', mono(40), 'label', null, none, 'It is gone behind the wall once it is mounted.'),
  d('eui', 'EUI', eui, 'label', 'portal', called, 'In small letters; the sensor’s, not the gateway’s.'),
  d('address', 'Address on the air', node, 'portal', 'portal', called, 'The desk finds a node by it, and knows it by its keys.'),
  d('networkKey', 'Network session key', secret(32, 32), 'portal', 'portal', called, 'With another one nothing of it is believed.'),
  d('appKey', 'Application session key', secret(32, 32), 'portal', 'portal', called, 'With another one its payload is noise.'),
  d(
    'resets',
    'Counts from 0 after a reset',
    yes('yes', 'no'),
    'manual',
    null,
    none,
    'Else what comes after a reset is taken for an old frame.',
  ),
  d('decoder', 'Its payload is read by', lines, 'manual', null, none, 'Without it a payload is a row of digits.'),
  d('band', 'Built for', mono(20), 'label', null, none, 'Another band is deaf.'),
  d('every', 'Sends every', duration(second, dayLong), 'client', 'device', called, 'The band allows only so much time on the air.'),
  d('onAir', 'On the air each time', duration(1, minute), 'manual', null, none, 'Times how often, it has to fit the limit.'),
  d('duty', 'Limit on the air', { is: 'figure', measure: 'percent', least: 0, most: 100 }, 'manual', null, none, 'Local law sets it.'),
] as const;

const e = settingsOf('event');
export const event = [
  e('kind', 'Event', plain(40), 'desk', 'unit', ['Call'], 'What the desk waits for.'),
  e('sent', 'Unit sends it', yes('yes', 'no'), 'desk', 'unit', ['Call'], 'Not sent, the desk never knows.'),
  e('expected', 'Desk expects it', yes('yes', 'no'), 'desk', 'desk', ['Call'], 'One that it does not expect surprises it.'),
  e('restoral', 'Restoral is sent', yes('yes', 'no'), 'desk', 'unit', ['Call'], 'Without it an alarm never ends.'),
  e('unit', 'Of unit', one('unit'), 'you', null, none, 'Says who sends it.'),
] as const;

const k = settingsOf('claim');
export const claim = [
  k('portal', 'Portal', plain(60), 'portal', null, none, 'The account has to be there before the claim.'),
  k('account', 'Claimed under', mono(80), 'portal', 'portal', ['Call'], 'Under a colleague’s, nobody else sees it.'),
  k('accountMade', 'Account exists', yes('yes', 'no'), 'portal', null, none, 'First the account, then the claim.'),
  k('owner', 'Belongs to', plain(60), 'client', null, none, 'One device has one owner.'),
  k('serial', 'Serial number it is claimed by', mono(40), 'label', 'portal', ['Call'], 'It has to be this device’s.'),
  k('id', 'EUI it is claimed by', eui, 'label', 'portal', ['Call'], 'The gateway’s own, in small letters.'),
  k('code', 'Claim code', secret(4, 64), 'label', 'portal', ['Call'], 'It stands on the label, and the label will be behind the wall.'),
  k('harvested', 'Noted before mounting', yes('yes', 'no'), 'you', null, none, 'Behind the wall it can’t be read.'),
  k('quota', 'Free claims left', count(0, 9999), 'portal', null, none, 'At none the claim is refused.'),
  k('told', 'Told what it is connected to', yes('yes', 'no'), 'portal', 'portal', ['Call'], 'Else data never come.'),
  k('unit', 'Of unit', one('unit'), 'you', null, none, 'Says which device it is.'),
] as const;

const g = settingsOf('licence');
export const licence = [
  g('what', 'For what', plain(60), 'portal', null, none, 'Licence, certificate, plan, contract.'),
  g(
    'kind',
    'Kind',
    choice(['licence', 'licence'], ['certificate', 'certificate'], ['contract', 'contract'], ['battery', 'battery']),
    'you',
    null,
    none,
    'Each has somebody who renews it.',
  ),
  g('have', 'There', yes('yes', 'no'), 'portal', null, none, 'Without it the feature is not there.'),
  g('until', 'Ends', day, 'portal', null, ['Watch'], 'Then it goes silent without a fault.'),
  g('renews', 'Renewed by', plain(60), 'client', null, none, 'Somebody has to know that it is them.'),
] as const;
