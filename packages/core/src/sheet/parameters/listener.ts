// These stand in the desk's own stream, not in a station's.
import { address, dayLong, duration, hour, none, phone, second, yes } from '../forms.ts';
import { settingsOf } from '../parameter.ts';

const p = settingsOf('listener');
export const listener = [
  p(
    'firstByte',
    'First byte within',
    duration(second, hour),
    'house rule',
    null,
    none,
    'A connection that says nothing holds a place for nothing.',
  ),
  p(
    'idle',
    'Idle at most',
    duration(second, 7 * dayLong),
    'house rule',
    null,
    none,
    'A connection whose unit is gone is closed after this long.',
  ),
  p(
    'outside',
    'Its address as the world sees it',
    address,
    'IT',
    null,
    none,
    'A call from it comes from the desk’s own side and proves no path.',
  ),
  p(
    'hidden',
    'Sources are',
    yes('hidden by a proxy or NAT', 'seen as they are'),
    'IT',
    null,
    none,
    'Hidden, no address says anything about a path.',
  ),
  p('textNumber', 'Takes texts at', phone, 'carrier', null, none, 'Whoever’s text comes there is known by the number of its card.'),
  p('lineOn', 'Line records', yes('heard', 'not heard'), 'you', null, none, 'Off, whoever calls it is not answered.'),
  p('dc09On', 'DC-09 frames', yes('heard', 'not heard'), 'you', null, none, 'Off, whoever calls it is not answered.'),
  p('httpOn', 'HTTP posts', yes('heard', 'not heard'), 'you', null, none, 'Off, whoever calls it is not answered.'),
  p('serialOn', 'Bytes of instruments', yes('heard', 'not heard'), 'you', null, none, 'Off, whoever calls it is not answered.'),
  p('radioOn', 'Long-range uplinks', yes('heard', 'not heard'), 'you', null, none, 'Off, no gateway is answered.'),
  p('mqttOn', 'MQTT messages', yes('heard', 'not heard'), 'you', null, none, 'Off, whoever calls it is not answered.'),
] as const;
