import { choice, mono, none, one, plain, port, protocols, route, transports, yes } from '../forms.ts';
import { settingsOf } from '../parameter.ts';

const p = settingsOf('receiver');
export const receiver = [
  p(
    'role',
    'Role',
    choice(['primary', 'first'], ['secondary', 'second'], ['maintenance', 'maintenance']),
    'desk',
    null,
    none,
    'A spare is tried when the first does not answer.',
  ),
  p(
    'account',
    'Account the desk expects',
    mono(16),
    'desk',
    null,
    none,
    'Frames are matched to the station by it; two stations can’t share one.',
    { always: true },
  ),
  p('host', 'Desk’s address', mono(253), 'IT', 'desk', route, 'The outside address that units call; behind it stands a forward.', {
    always: true,
  }),
  p('port', 'Desk’s port', port, 'IT', 'desk', route, 'The same number stands on the unit, in the forward and at the listener.', {
    always: true,
  }),
  p('changes', 'Its address changes', yes('yes', 'no'), 'IT', null, none, 'Digits that change will be wrong one day.'),
  p('transport', 'Listens by', transports, 'desk', 'desk', route, 'TCP here and UDP there is silence.'),
  p('protocol', 'Listener speaks', protocols, 'desk', 'desk', route, 'It has to be what the unit speaks.'),
  p(
    'keyBits',
    'Key length',
    choice(['none', 'none'], ['128', '128 bits'], ['192', '192 bits'], ['256', '256 bits']),
    'desk',
    'desk',
    route,
    'Unit and desk need the same.',
  ),
  p('line', 'Line and supply it hangs on', plain(60), 'IT', null, none, 'Two receivers on one line are one receiver.'),
  p('reached', 'Was reached once', yes('yes', 'no'), 'you', null, none, 'A spare that was never reached may not exist.'),
  p('listensOn', 'Listening machine’s address', mono(60), 'IT', null, none, 'The forward goes there; by lease it moves away.'),
  p('listensFixed', 'That address is fixed', yes('yes', 'by lease'), 'IT', null, none, 'By lease it moves, and the forward stays.'),
  p('rights', 'Listener may use ports under 1024', yes('yes', 'no'), 'IT', null, none, 'Else it does not even start.'),
  p('through', 'Reached through tunnel', one('tunnel'), 'IT', null, none, 'Then a private address is right.'),
] as const;
