import { choice, connectors, decibels, genders, list, metres, none, one, plain, yes } from '../forms.ts';
import { settingsOf } from '../parameter.ts';

const p = settingsOf('antenna');
const heard = ['Signal', 'Bearer'] as const;
export const antenna = [
  p('modem', 'On modem', one('modem'), 'you', null, heard, 'Says which radio hears by it.'),
  p(
    'socket',
    'Socket',
    choice(['main', 'main'], ['diversity', 'diversity'], ['wifi', 'Wi-Fi'], ['gnss', 'GNSS']),
    'manual',
    null,
    heard,
    'With one aerial, the main socket; it may not be the left one.',
  ),
  p('connector', 'Socket’s connector', connectors, 'manual', null, heard, 'Series that look alike do not join.'),
  p('gender', 'Socket’s gender', genders, 'manual', null, none, 'Two of a kind don’t join.'),
  p('plug', 'Aerial’s connector', connectors, 'label', null, heard, 'Between unlike ones an adapter is needed.'),
  p(
    'adapter',
    'Adapter between them',
    yes('fitted', 'none'),
    'you',
    null,
    heard,
    'Between unlike connectors nothing is heard without one, and in the box there is none.',
  ),
  p('plugGender', 'Aerial’s gender', genders, 'label', null, none, 'Two of a kind don’t join.'),
  p('ohms', 'Aerial’s impedance', choice(['50', '50 Ω'], ['75', '75 Ω']), 'label', null, heard, 'A television aerial is 75 Ω.'),
  p('bands', 'Bands it covers', list, 'label', null, none, 'One that does not cover the carrier’s band is a piece of wire.'),
  p(
    'kind',
    'Kind',
    choice(
      ['stub', 'stub'],
      ['magnet', 'magnetic foot'],
      ['panel', 'panel'],
      ['yagi', 'directed'],
      ['whip', 'whip'],
      ['embedded', 'inside'],
    ),
    'label',
    null,
    heard,
    'A stub in a metal box hears nothing.',
  ),
  p('cable', 'Cable', plain(40), 'label', null, heard, 'What it loses is lost before the modem hears it.'),
  p('cableLength', 'Cable length', metres(0, 200_000), 'you', null, heard, 'Every metre costs, more so at higher bands.'),
  p('gain', 'Gain', decibels(-20, 40), 'label', null, none, 'More gain does not help against interference.'),
  p('capOff', 'Cap is off', yes('yes', 'no'), 'you', null, none, 'Under a cap nothing is heard.'),
  p('place', 'Where it is', plain(80), 'you', null, heard, 'Where the signal is strong, aerials want distance from each other.'),
] as const;
