// Listeners, and calls as a screen shows them.
import { atLeast, dictionary, type Fielded, flag, type Given, listOf, oneOf, optional, orNull, text, whole } from '../problem/index.ts';
import { stream } from './entries.ts';
import { mostWhole, reads } from './route.ts';

const count = whole(0, mostWhole);
const isText = (value: unknown): value is string => typeof value === 'string';

export const listenerShape = atLeast({
  kind: text(40),
  host: text(100),
  port: whole(0, 65_535),
  by: oneOf(['tcp', 'udp', 'tls']),
  state: oneOf(['listening', 'closed', 'off']),
  connections: count,
  /** When it heard the last call; null since the start. */
  last: orNull(count),
  /** How many were turned away since the start, and why the last one was. */
  refused: count,
  why: orNull(text(2000)),
});
export type ListenerState = Given<typeof listenerShape>;

export const frameStatuses = ['matched', 'unknown', 'not understood', 'refused'] as const;
export type FrameStatus = (typeof frameStatuses)[number];
export const isFrameStatus = (value: unknown): value is FrameStatus => frameStatuses.some((status) => status === value);
const said = orNull(text(20_000));
/** A call as a screen shows it. */
export const frameShape = atLeast({
  id: count,
  at: whole(-mostWhole, mostWhole),
  kept: count,
  listener: text(40),
  port: whole(0, 65_535),
  address: text(100),
  fromPort: whole(0, 65_535),
  status: oneOf(frameStatuses),
  why: said,
  account: said,
  instant: said,
  station: orNull(stream),
  stationName: said,
  pathName: said,
  receiver: said,
  path: said,
  how: said,
  strength: said,
  impossible: listOf(text(40), 1000),
  zone: said,
  turn: said,
  part: count,
  event: said,
  grade: orNull(whole(0, 9)),
  simulated: flag,
  repeats: count,
  entry: said,
  /** Base64 of what came, masked. */
  bytes: text(400_000),
  fields: dictionary(isText, 'a field’s name', text(100_000)),
  nearest: listOf(
    atLeast({ account: text(1000), stream, name: text(1000), how: oneOf(['swapped', 'one character', 'same address']) }),
    100,
  ),
});
export type FrameView = Given<typeof frameShape>;
/** Which calls: what is left out asks for any. `text` is looked for in account, event, address, fields and bytes. */
const filter = {
  station: optional(text(60)),
  status: optional(oneOf(frameStatuses)),
  account: optional(text(16)),
  /** The listener's protocol, or what the desk asked in. */
  kind: optional(text(20)),
  text: optional(text(100)),
  /** Instants, ms since 1970: from the first, before the second. */
  from: optional(whole(0, mostWhole)),
  to: optional(whole(0, mostWhole)),
} as const;
export type FrameFilter = Fielded<typeof filter>;
export const mostFrames = 200;
export const framesOf = reads(
  '/api/frames',
  'Calls as they came, newest first; `before` is the number behind which the list goes on.',
  {
    ...filter,
    before: optional(whole(1, mostWhole)),
    limit: optional(whole(1, mostFrames)),
  },
  {
    frames: listOf(frameShape, mostFrames),
    more: flag,
    /** Where the look among all calls ended for want of time, to be gone on with: the number before which, and its instant. */
    lookedTo: orNull(atLeast({ id: count, at: whole(-mostWhole, mostWhole) })),
  },
);
