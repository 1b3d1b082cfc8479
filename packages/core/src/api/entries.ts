// How entries are delivered and brought up to date: what is answered to whoever writes, and to whoever keeps streams.
import { strengths } from '../evidence/index.ts';
import { isElementId, isSha256, isStream, isUlid } from '../name/index.ts';
import {
  atLeast,
  either,
  fields,
  flag,
  formed,
  type Given,
  known,
  listOf,
  oneOf,
  optional,
  orNull,
  text,
  whole,
} from '../problem/index.ts';
import { mostWhole, reads, tells, toldShape } from './route.ts';

export const stream = known(isStream, 'a stream, such as station:…');
const ulid = known(isUlid, 'a ULID');
export const sha256 = known(isSha256, 'a SHA-256 in hexadecimal digits');
export const element = known(isElementId, 'an element’s six characters');
const count = whole(0, mostWhole);

/** Most texts and sealed secrets of one delivery, streams of one question, and entries of one answer. */
export const mostAtOnce = 200;
const mostEntries = 2000;
const key = formed(/^[0-9a-f]{64}$/, 'a key in 64 hexadecimal digits');
export const sealedShape = fields({
  ref: formed(/^[0-7][0-9A-HJKMNP-TV-Z]{25}$/, 'a ULID'),
  to: key,
  from: key,
  nonce: formed(/^[0-9a-f]{48}$/, 'a nonce in 48 hexadecimal digits'),
  box: formed(/^(?:[0-9a-f]{2}){16,2048}$/, 'a sealed secret in hexadecimal digits'),
});

/** What became of an entry that was delivered. */
const answerShape = either(
  atLeast({
    id: orNull(text(40)),
    is: oneOf(['kept', 'already']),
    hash: text(64),
    seq: count,
    received: count,
    link: text(64),
    n: count,
  }),
  atLeast({ id: orNull(text(40)), is: oneOf(['refused']), problems: listOf(toldShape, 1000) }),
);
export type Answer = Given<typeof answerShape>;

export const appendEntries = tells(
  '/api/entries',
  'Delivers entries, each as its own canonical text, and the secrets that they name, sealed. Each is answered on its own.',
  { entries: listOf(text(262_144), mostAtOnce), secrets: listOf(sealedShape, mostAtOnce) },
  { answers: listOf(answerShape, mostAtOnce) },
);

/** An entry as it is kept, with its place among all (`n`) and in its stream (`seq`). */
const keptEntry = atLeast({ n: count, id: ulid, stream, seq: count, text: text(262_144), hash: sha256, received: count, link: sha256 });
export type KeptEntry = Given<typeof keptEntry>;
/** Streams by their names; what is no stream is not there, and gives nothing. */
export const streamNames = listOf(text(60), mostAtOnce);
export const entriesAfter = reads(
  '/api/entries',
  'Kept entries of some streams after a cursor, in the order of their cursors. `more` says that the answer was cut.',
  { after: count, streams: streamNames, limit: optional(whole(1, mostEntries)) },
  { entries: listOf(keptEntry, mostEntries), more: flag },
);

const heardShape = atLeast({
  path: orNull(element),
  receiver: orNull(element),
  event: text(200),
  strength: oneOf(strengths),
  simulated: flag,
  last: count,
  count,
  recent: listOf(count, 32),
});
export const traitsShape = atLeast({
  ref: text(40),
  length: count,
  alphabet: oneOf(['digits', 'letters', 'mixed']),
  factoryDefault: flag,
  same: text(100),
});
const headShape = atLeast({ seq: count, link: text(64), state: text(64) });
const addresses = listOf(text(100), 10_000);
const hereShape = atLeast({
  addresses,
  networks: addresses,
  outside: addresses,
  hidden: flag,
  testPaths: flag,
  programming: optional(whole(0, 65_535)),
});
const mostHeard = 1024;
/** What stands beside a station's entries. `state` is the fingerprint of its folded state. */
const besideShape = atLeast({
  stream,
  heard: listOf(heardShape, mostHeard),
  head: headShape,
  traits: listOf(traitsShape, 10_000),
});
export type Beside = Given<typeof besideShape>;
export const keptOf = reads(
  '/api/kept',
  'What a page keeps, brought up to date in one request: entries that it missed, and what stands beside its stations.',
  { after: count, streams: streamNames },
  {
    entries: listOf(keptEntry, mostEntries),
    more: flag,
    /** Everything up to this cursor is among the entries, unless there is more. */
    upTo: count,
    here: hereShape,
    /** To which secrets are sealed that are on their way. */
    key,
    beside: listOf(besideShape, mostAtOnce),
  },
);
export const besideStation = reads(
  '/api/stations/:stream/beside',
  'What was heard of a station, and the head of its chain.',
  {},
  { heard: listOf(heardShape, mostHeard), here: hereShape, head: headShape },
);
