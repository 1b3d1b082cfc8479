import { choice, count, inputs, metres, none, one, plain, yes } from '../forms.ts';
import { settingsOf } from '../parameter.ts';

const p = settingsOf('bus');
export const bus = [
  p('unit', 'Unit it hangs on', one('unit'), 'you', null, inputs, 'Says which end listens.'),
  p('kind', 'Kind', choice('CAN', 'Modbus RTU', 'RS-485', 'M-Bus', '1-Wire'), 'manual', 'unit', inputs, 'Two kinds don’t hear each other.'),
  p('rate', 'Bit rate', count(300, 1_000_000), 'manual', 'unit', inputs, 'Unequal rates make errors only.'),
  p('ends', 'Terminations of 120 Ω', count(0, 9), 'you', null, inputs, 'A bus has two ends, so two.'),
  p('switches', 'Address switches as set', plain(20), 'you', 'device', inputs, 'Two at one address talk over each other.'),
  p('switchesWanted', 'Address switches by the manual', plain(20), 'manual', null, none, 'Compared with what is set.'),
  p(
    'atMaster',
    'Connected at',
    choice(['master', 'the master'], ['slave', 'a slave']),
    'you',
    null,
    inputs,
    'A slave’s socket gives only what that slave knows.',
  ),
  p('family', 'Device family set', plain(40), 'portal', 'portal', inputs, 'With another family’s map the values are wrong, not missing.'),
  p('familyCabled', 'Device family cabled', plain(40), 'label', null, inputs, 'What really hangs there.'),
  p(
    'power',
    'Bridge is powered by',
    choice(['bus', 'the bus'], ['serial', 'the serial socket'], ['own', 'its own supply']),
    'manual',
    null,
    ['Power'],
    'Some sockets give no power.',
  ),
  p('powerGiven', 'Socket gives power', yes('yes', 'no'), 'manual', null, none, 'If not, the bridge needs a supply of its own.'),
  p('length', 'Cable length', metres(0, 2_000_000), 'you', null, none, 'The faster, the shorter it may be.'),
  p(
    'batteryMaster',
    'Battery’s master module',
    yes('wired to it', 'wired to another'),
    'manual',
    null,
    inputs,
    'Only the master speaks for all modules.',
  ),
] as const;
