import { choice, count, flows, frames, metres, mono, none, one, speeds, wired, yes } from '../forms.ts';
import { settingsOf } from '../parameter.ts';

const p = settingsOf('link');
export const link = [
  p('unit', 'Unit at this end', one('unit'), 'you', null, wired, 'Says whose settings have to agree.', { usual: true }),
  p('modem', 'Modem at that end', one('modem'), 'you', null, wired, 'Says whose settings have to agree.', { usual: true }),
  p('unitSpeed', 'Speed on the unit', speeds, 'manual', 'unit', wired, 'Unequal speeds make garbage or silence.', { usual: true }),
  p('modemSpeed', 'Speed on the modem', speeds, 'manual', 'modem', wired, 'Unequal speeds make garbage or silence.', { usual: true }),
  p('unitFrame', 'Framing on the unit', frames, 'manual', 'unit', wired, 'Bits, parity and stop have to be the same at both ends.', {
    usual: true,
  }),
  p('modemFrame', 'Framing on the modem', frames, 'manual', 'modem', wired, 'Bits, parity and stop have to be the same at both ends.', {
    usual: true,
  }),
  p('unitFlow', 'Flow control on the unit', flows, 'manual', 'unit', wired, 'On at one end only, it stands still when it gets busy.'),
  p('modemFlow', 'Flow control on the modem', flows, 'manual', 'modem', wired, 'On at one end only, it stands still when it gets busy.'),
  p('unitEnd', 'Unit is', choice('DTE', 'DCE'), 'manual', null, none, 'DTE to DCE is straight, two alike are crossed.'),
  p('modemEnd', 'Modem is', choice('DTE', 'DCE'), 'manual', null, none, 'DTE to DCE is straight, two alike are crossed.'),
  p(
    'cable',
    'Cable',
    choice(['straight', 'straight'], ['crossed', 'crossed']),
    'label',
    null,
    wired,
    'The wrong one has both talking into each other’s mouth.',
  ),
  p('wires', 'Wires in it', count(2, 9), 'label', null, wired, 'With three, no line for DTR, DSR, DCD or flow is there.'),
  p('length', 'Cable length', metres(0, 2_000_000), 'you', null, none, 'The faster, the shorter it may be.'),
  p(
    'standard',
    'Electrically',
    choice('RS-232', 'RS-485', 'TTL'),
    'manual',
    null,
    wired,
    'Unlike levels don’t understand, or break, each other.',
  ),
  p(
    'plug',
    'Plug at the modem',
    choice(['DB9', 'DB9'], ['RJ45', 'RJ45, not Ethernet'], ['terminal', 'terminals'], ['USB', 'USB']),
    'manual',
    null,
    none,
    'An RJ45 that is no Ethernet can break a switch.',
  ),
  p('dtrUsed', 'Unit uses DTR', yes('yes', 'no'), 'manual', 'unit', wired, 'Over three wires it is never seen.'),
  p(
    'frameGap',
    'Longest gap in a frame',
    { is: 'figure', measure: 'ms', least: 0, most: 60_000 },
    'manual',
    null,
    none,
    'The gather time has to be longer.',
  ),
  p('frameBytes', 'Frame that must stay whole', count(0, 9000), 'manual', null, none, 'A smaller packet breaks it.'),
  p('computerPort', 'Port on the computer', mono(20), 'you', 'computer', none, 'The converter’s, not the built-in one.'),
] as const;
