import { choice, dayLong, duration, minute, mono, none, plain, port, reach, second, time, transports, watch, yes } from '../forms.ts';
import { settingsOf } from '../parameter.ts';

const p = settingsOf('desk');
export const desk = [
  p(
    'whose',
    'Desk is',
    choice(['ours', 'ours'], ['theirs', 'somebody else’s'], ['portal', 'a portal']),
    'client',
    null,
    none,
    'At somebody else’s, proof is by their word.',
    { always: true },
  ),
  p('grace', 'Lapse raised after', duration(minute, 62 * dayLong), 'desk', 'desk', watch, 'Silence for this long sends somebody out.', {
    always: true,
  }),
  p(
    'late',
    'One call may be late by',
    duration(minute, dayLong),
    'desk',
    'desk',
    watch,
    'Beyond it a check-in is not counted as the one that was due.',
  ),
  p('supervision', 'Supervision', yes('armed', 'off'), 'desk', 'desk', watch, 'Without it nobody notices a dead station.', {
    always: true,
  }),
  p('onTest', 'Account', yes('on test', 'live'), 'desk', 'desk', watch, 'While it is on test, alarms send nobody.', { always: true }),
  p('expectsTest', 'Expects the test at', time, 'desk', 'desk', watch, 'Unlike the unit’s, every test is early or late.'),
  p('zone', 'In zone', { is: 'text', most: 40, mono: true, as: 'zone' }, 'desk', 'desk', watch, 'The two have to be the same instant.'),
  p(
    'clockTolerance',
    'Clock may be off by',
    duration(second, dayLong),
    'desk',
    'desk',
    ['Call'],
    'Beyond it an event is taken for a repeat or refused.',
  ),
  p('dials', 'Calls the station at', mono(253), 'IT', 'desk', reach, 'The card’s fixed address.'),
  p('dialsPort', 'Calls the station on port', port, 'IT', 'desk', reach, 'It is the port that the modem listens on.'),
  p('dialsBy', 'Calls the station by', transports, 'IT', 'desk', reach, 'The other one is silence.'),
  p('polls', 'Calls the station', yes('yes', 'no'), 'desk', 'desk', reach, 'A poll needs an address that can be reached.'),
  p('type', 'Type in its record', mono(60), 'desk', 'desk', none, 'Another type’s values are wrong.'),
  p('serial', 'Serial number in its record', mono(40), 'desk', 'desk', none, 'Another device’s record is another device.'),
  p('name', 'Name in its record', plain(80), 'desk', 'desk', none, 'It may show what is there.'),
  p('position', 'Position in its record', mono(40), 'desk', 'desk', none, 'A crew is sent there.'),
  p(
    'entryDelay',
    'Waits for a delayed area',
    duration(0, 10 * minute),
    'desk',
    'desk',
    none,
    'Shorter than the unit’s, the call seems lost.',
  ),
  p('called', 'Calls on a lapse', plain(80), 'desk', 'desk', watch, 'A lapse that calls nobody is no lapse.'),
  p('textNumber', 'Sends texts from', mono(32), 'desk', 'desk', reach, 'It has to be on the station’s list.'),
  p('secondWanted', 'Demands a second receiver', yes('yes', 'no'), 'desk', null, none, 'Then an empty one is a fault.'),
] as const;
