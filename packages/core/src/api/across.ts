// What is asked across all stations.
import type { FleetFinding, sharedBy } from '../check/index.ts';
import { verdicts } from '../lamp/index.ts';
import { isLampName, isSettingKey, isSha256, isUlid } from '../name/index.ts';
import {
  atLeast,
  type Fielded,
  flag,
  type Given,
  known,
  listOf,
  number,
  ofCore,
  oneOf,
  optional,
  orNull,
  text,
  whole,
} from '../problem/index.ts';
import type { ProfileRole } from '../sheet/index.ts';
import type { Caller } from '../sums/index.ts';
import type { Claimed, End, SheetLine } from '../walk/index.ts';
import { stream } from './entries.ts';
import { mostWhole, reads } from './route.ts';

const count = whole(0, mostWhole);
const said = text(20_000);
const mostStations = 1_000_000;
const of = { stream, station: said } as const;
const list = <T extends object>(what: string) => listOf(ofCore<T>(what), mostStations);
export const acrossStations = reads(
  '/api/stations/across',
  'What only shows across stations: findings, what ends when, and who owns what at which portal.',
  {},
  {
    findings: list<FleetFinding>('a finding across stations'),
    ends: list<End & Fielded<typeof of>>('something that ends on a day'),
    claims: list<Claimed & Fielded<typeof of>>('a device at a portal'),
    /** Who calls by itself at which minute of the UTC day. */
    callers: list<Caller & Fielded<typeof of>>('a station that calls by itself'),
  },
);
/** A line of every station's logbook. */
const logbookLine = atLeast({
  n: whole(1, mostWhole),
  id: known(isUlid, 'a ULID'),
  ...of,
  at: whole(-mostWhole, mostWhole),
  who: said,
  says: said,
  about: text(40),
});
export type LogbookLine = Given<typeof logbookLine>;
export const everyLogbook = reads(
  '/api/logbook',
  'Entries of every station as sentences, newest first. `before` is the number that the page before ended with; `to` and `from` are instants.',
  {
    text: optional(text(100)),
    who: optional(text(80)),
    about: optional(text(40)),
    from: optional(whole(0, mostWhole)),
    to: optional(whole(0, mostWhole)),
    before: optional(whole(1, mostWhole)),
  },
  { lines: listOf(logbookLine, 1000), /** Up to where it was looked; null where there is nothing older. */ lookedTo: orNull(count) },
);
export const sharedWith = reads(
  '/api/stations/shared',
  'What a station shares with others and must not. `again` is after how many ms something newer may be known.',
  { stream: text(60) },
  { shared: ofCore<ReturnType<typeof sharedBy>>('what is shared'), again: orNull(number(0, mostWhole)) },
);
export const everySheet = reads(
  '/api/stations/sheets',
  'Every station’s sheet as a file: its canonical text and its rows.',
  {},
  {
    sheets: listOf(atLeast({ ...of, text: text(4_000_000), lines: listOf(ofCore<SheetLine>('a row of a sheet'), 100_000) }), mostStations),
  },
);
const verdict = oneOf(verdicts);
const previewed = atLeast({
  ...of,
  adopted: flag,
  /** The version that it has adopted in this role. */
  role: orNull(text(100)),
  changes: listOf(atLeast({ lamp: known(isLampName, 'a lamp'), path: orNull(text(200)), was: verdict, is: verdict }), 10_000),
});
export type Previewed = Given<typeof previewed>;
const roles = ['house', 'modem', 'unit'] as const satisfies readonly ('house' | ProfileRole)[];
export const previewRules = reads(
  '/api/stations/preview',
  'Whose lamps would be another if every station took a published version.',
  { role: oneOf(roles), id: text(40), version: whole(1, 9999) },
  {
    pin: atLeast({ id: text(40), version: count, hash: known(isSha256, 'a SHA-256') }),
    stations: listOf(previewed, mostStations),
  },
);

const heldShape = atLeast({
  ...of,
  key: known(isSettingKey, 'a setting'),
  ref: known(isUlid, 'a ULID'),
  what: said,
  since: number(0, mostWhole),
  knows: listOf(atLeast({ person: text(40), at: number(0, mostWhole), by: oneOf(['entered', 'seen']) }), 100_000),
});
export type Held = Given<typeof heldShape>;
export const whoKnows = reads(
  '/api/stations/secrets',
  'Every secret that stands on a sheet, since when, and who knows it; never the secret itself.',
  {},
  { secrets: listOf(heldShape, mostStations) },
);
