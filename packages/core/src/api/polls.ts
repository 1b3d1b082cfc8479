// The desk asks a station: whether it does, how it went, where the way ends.
import { isInstant } from '../quantity/index.ts';
import { atLeast, type Fielded, flag, type Given, known, listOf, oneOf, orNull, text, whole } from '../problem/index.ts';
import type { NotPolled } from '../walk/index.ts';
import { reads, tells } from './route.ts';

export const pollEnds = [
  'answered',
  'refused',
  'no answer',
  'unreachable',
  'no such name',
  'own machine',
  'cut off',
  'connected, no answer',
  'exception',
  'garbled',
] as const;
export type PollIs = (typeof pollEnds)[number];
const nots = [
  'off',
  'no account',
  'no address',
  'no port',
  'by UDP',
  'no channel',
  'no record rule',
] as const satisfies readonly NotPolled[];
const at = known(isInstant, 'an instant');
const pollShape = atLeast({ at, is: oneOf(pollEnds), detail: text(200) });
export type Poll = Given<typeof pollShape>;
const state = {
  /** What the sheet does not say yet; null where the desk can ask. */
  not: orNull(oneOf(nots)),
  /** Where the way ends by the sheet; null where nothing stands against it. */
  stops: orNull(text(1000)),
  running: flag,
  next: orNull(at),
  /** Newest first, since the start. */
  last: listOf(pollShape, 20),
} as const;
export const pollState = reads('/api/stations/:stream/poll', 'Whether and how the desk asks a station, and how it went.', {}, state);
export const askNow = tells(
  '/api/stations/:stream/poll',
  'Asks a station now; answered when it has, or when the way has ended.',
  {},
  state,
);
export type PollState = Fielded<typeof state>;

const triedShape = atLeast({ modem: text(6), host: text(253), port: whole(0, 65_535), is: oneOf(['open', 'shut', 'silent', 'own']) });
export type TriedDoor = Given<typeof triedShape>;
export const tryDoors = tells(
  '/api/stations/:stream/doors',
  'Tries the admin ports of a station from the desk, as anybody could; says which of them somebody answers at.',
  {},
  { doors: listOf(triedShape, 20) },
);
