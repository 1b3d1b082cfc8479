// The one-time address: opened for a moment, and the only honest answer to which way a page from behind the unit really went.
import { isInstant } from '../quantity/index.ts';
import { atLeast, type Given, known, orNull, text, whole } from '../problem/index.ts';
import { reads, tells } from './route.ts';

const port = whole(0, 65_535);
const onceShape = atLeast({
  /** Part of the address; good until then, for this station alone. */
  code: text(20),
  until: known(isInstant, 'an instant'),
  /** Where it is opened: the page on the listener for posts, a plain line over TCP, a datagram. 0 where that one could not be opened. */
  page: port,
  tcp: port,
  udp: port,
});
export type Once = Given<typeof onceShape>;
const state = { once: orNull(onceShape) } as const;
export const onceState = reads('/api/stations/:stream/once', 'The one-time address of a station that is open now.', {}, state);
export const openOnce = tells('/api/stations/:stream/once', 'Opens a one-time address for a station, for ten minutes.', {}, state);
export const closeOnce = tells('/api/stations/:stream/once/close', 'Closes it before its time.', {}, state);
