// What exists once beside the site and the desk: the client's IT, the portal, the technician's own computer.
import { address, choice, mono, network, none, one, phone, plain, port, yes } from '../forms.ts';
import { settingsOf } from '../parameter.ts';

const i = settingsOf('it');
export const it = [
  i('contact', 'Who does it', plain(80), 'client', null, none, 'Somebody has to be reached while you stand there.'),
  i('outside', 'Outside address', mono(253), 'IT', null, none, 'What units call; a forward stands behind it.'),
  i(
    'outsideKind',
    'It is',
    choice(['fixed', 'fixed'], ['changing', 'changing'], ['private', 'behind another NAT']),
    'IT',
    null,
    none,
    'A changing one will be wrong one day.',
  ),
  i('nats', 'NATs in a row', choice('0', '1', '2', '3'), 'IT', null, none, 'Each has to forward.'),
  i('inUse', 'Networks in use', mono(200), 'IT', null, none, 'A new one must not overlap.'),
  i('pingPasses', 'Ping passes', yes('yes', 'no'), 'IT', null, none, 'A ping that passes says nothing of the port.'),
  i('adminPort', 'Admin port forwarded', port, 'IT', 'it', none, 'It takes the number away from others.'),
] as const;

const o = settingsOf('portal');
export const portal = [
  o('server', 'Server', mono(253), 'portal', 'unit', ['Route', 'Call'], 'A gateway that calls another one is not seen.'),
  o('region', 'Region', plain(40), 'portal', 'portal', ['Call'], 'The plan follows from it.'),
  o(
    'frequencyPlan',
    'Frequency plan',
    mono(20),
    'portal',
    'portal',
    ['Inputs', 'Call'],
    'Gateway, sensors and server have to have the same.',
  ),
  o('idTyped', 'Identifier as typed there', mono(24), 'portal', 'portal', ['Call'], 'With capitals, some portals don’t find it.'),
] as const;

const c = settingsOf('computer');
export const computer = [
  c('address', 'Address', address, 'you', 'computer', none, 'In the router’s network, and not the router’s own.'),
  c('network', 'Network', network, 'you', 'computer', none, 'The same as the device’s.'),
  c('port', 'Serial port', mono(20), 'you', 'computer', none, 'The converter’s number, not another’s.'),
  c('converterPort', 'Converter is at', mono(20), 'you', null, none, 'The system says it.'),
  c('portTaken', 'Port used by another program', yes('yes', 'no'), 'you', null, none, 'Then nothing opens.'),
  c('waysOut', 'Ways out', choice('1', '2', '3'), 'you', 'computer', none, 'With two, a test goes by the wrong one.'),
  c('wifiOn', 'Wi-Fi', yes('on', 'off'), 'you', 'computer', none, 'On, a path test may pass by the office.'),
  c(
    'wifiLeft',
    'Set-up network drops by itself',
    yes('yes', 'no'),
    'you',
    null,
    none,
    'Having no internet, the page shown is another one.',
  ),
  c('putBack', 'Address put back', yes('yes', 'not yet'), 'you', 'computer', none, 'Else the office network is dead tomorrow.'),
  c('phone', 'Telephone that starts sessions', phone, 'you', null, none, 'It has to be on the station’s list.'),
  c('modem', 'Plugged into', one('modem'), 'you', null, none, 'Says whose network it has to be in.'),
] as const;
