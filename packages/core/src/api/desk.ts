// The desk as its screen sees it: what it takes in and turns away, what is kept, and whether it is well.
import { isObject } from '../name/index.ts';
import { atLeast, type Fielded, type Given, known, listOf, number, oneOf, orNull, text, whole } from '../problem/index.ts';
import { listenerShape } from './frames.ts';
import { mostWhole, reads } from './route.ts';

const count = whole(0, mostWhole);

export const boundNames = ['connections', 'connectionsOfOne', 'framesOfOne', 'strangersOfOne', 'waitingBytes', 'pages'] as const;
export type BoundName = (typeof boundNames)[number];
/** A limit of the desk; `most` 0 is none. */
const boundShape = atLeast({ name: oneOf(boundNames), most: count, now: count, refused: count });
export type BoundState = Given<typeof boundShape>;

export type FrameClass = 'routine' | 'strangers';
/** Days and megabytes for which calls are kept; 0 is for ever. */
const keepsShape = atLeast({ routineDays: count, routineMegabytes: count, strangerDays: count, strangerMegabytes: count });
export type Keeps = Given<typeof keepsShape>;
const classShape = atLeast({ rows: count, bytes: count, oldest: orNull(count) });
/** What is kept, in bytes, as of an instant: the file with its log, and what is free on its disk. */
const sizes = { at: count, file: count, free: count, frames: atLeast({ routine: classShape, strangers: classShape }) } as const;
export type Sizes = Fielded<typeof sizes>;
const roomShape = atLeast({
  ...sizes,
  keeps: keepsShape,
  /** Days that the disk lasts at the growth since an instant; null where it does not grow or that can't be said yet. */
  daysLeft: orNull(number(0, Number.MAX_VALUE)),
  since: orNull(count),
  removed: count,
});
export type Room = Given<typeof roomShape>;
export const deskState = reads(
  '/api/desk',
  'Listeners, limits, what is kept, and what is wrong.',
  {},
  {
    listeners: listOf(listenerShape, 1000),
    /** Why nothing can be kept or judged at present. */
    trouble: orNull(text(4000)),
    bounds: listOf(boundShape, 100),
    kept: orNull(roomShape),
    /** How far (ms) the machine's date is ahead of the desk's clock, which does not follow. */
    clockJumped: count,
  },
);

const simulatedPort = atLeast({ port: whole(0, 65_535), simulated: known((value): value is true => value === true, 'yes') });
export const health = reads(
  '/api/health',
  'Whether the desk keeps what it hears, its listeners, and the ports of what is simulated.',
  {},
  {
    state: oneOf(['up', 'degraded']),
    why: orNull(text(4000)),
    listeners: listOf(listenerShape, 1000),
    modem: simulatedPort,
    modbus: simulatedPort,
  },
);
export const description = reads(
  '/api/openapi.json',
  'This description (OpenAPI 3.1).',
  {},
  { openapi: text(20), info: known(isObject, 'what it describes'), paths: known(isObject, 'paths') },
);
