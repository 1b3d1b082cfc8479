import { count, mono, none, one, plain, secret, strand, yes } from '../forms.ts';
import { settingsOf } from '../parameter.ts';

const p = settingsOf('apn');
/** What is on the modem: creating an entry is not choosing it. */
export const apn = [
  p('label', 'Label', plain(40), 'you', 'modem', none, 'Only a name; the value below it is what the network is asked for.'),
  p('value', 'APN', mono(100), 'carrier', 'modem', strand, 'A wrong one often still registers, and no data passes.'),
  p('user', 'User', mono(64), 'carrier', 'modem', strand, 'Some carriers refuse the context without it.'),
  p('password', 'Password', secret(1, 64), 'carrier', 'modem', strand, 'Letter case counts.'),
  p('chosen', 'Chosen', yes('yes', 'no'), 'you', 'modem', strand, 'Made and not chosen, the old one is in force.'),
  p('slot', 'For the card in slot', count(1, 4), 'you', 'modem', strand, 'Each card has its own APN.'),
  p('modem', 'On modem', one('modem'), 'you', null, none, 'Says whose list it is in.'),
  p('sim', 'For card', one('sim'), 'you', null, none, 'Says whose carrier gave it.'),
] as const;
