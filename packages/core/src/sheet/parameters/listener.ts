// These stand in the desk's own stream, not in a station's.
import { dayLong, duration, hour, none, second } from '../forms.ts';
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
] as const;
