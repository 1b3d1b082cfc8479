// These stand in the desk's own stream, not in a station's.
import { address, dayLong, duration, hour, none, second, yes } from '../forms.ts';
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
] as const;
