// The list of stations as it is asked for.
import { endings } from '../journal/index.ts';
import type { Line } from '../lamp/index.ts';
import { isUlid } from '../name/index.ts';
import { isInstant } from '../quantity/index.ts';
import { atLeast, flag, formed, type Given, known, listOf, ofCore, oneOf, optional, orNull, text, whole } from '../problem/index.ts';
import { whoNextNames } from '../walk/index.ts';
import { stream } from './entries.ts';
import { mostWhole, reads } from './route.ts';

const count = whole(0, mostWhole);
/** All, those that wait for oneself or for somebody else, and those whose alarms send nobody now. */
export const shows = ['all', 'mine', 'others', 'test'] as const;
export type Show = (typeof shows)[number];
const said = text(20_000);
/** A silence that stands open. */
export const lapseShape = {
  id: known(isUlid, 'a lapse'),
  is: oneOf(['first', 'silence']),
  path: orNull(said),
  since: known(isInstant, 'an instant'),
  due: known(isInstant, 'an instant'),
  called: listOf(text(200), 20),
  taken: orNull(text(1000)),
} as const;
const day = formed(/^\d{4}-\d\d-\d\d$/, 'a day such as 2027-03-14');
/** Since when a station is quieter than its own rhythm, and how far apart (ms) its calls mostly are. */
export const quietShape = { since: known(isInstant, 'an instant'), usual: whole(0, mostWhole) } as const;
const summaryShape = atLeast({
  stream,
  name: said,
  demo: flag,
  line: ofCore<Line>('the circuit of lamps'),
  next: said,
  who: oneOf(whoNextNames),
  urgent: flag,
  waits: listOf(atLeast({ whom: said, count, since: orNull(text(20)), chaseOn: orNull(text(20)), late: flag }), 1000),
  temporary: listOf(said, 10_000),
  onTest: orNull(atLeast({ until: known(isInstant, 'an instant'), overdue: flag })),
  strange: flag,
  drill: orNull(said),
  visit: orNull(text(20)),
  ring: orNull(known(isInstant, 'an instant')),
  ended: orNull(atLeast({ is: oneOf(endings), wants: orNull(said) })),
  lapses: listOf(atLeast(lapseShape), 40),
  quiet: orNull(atLeast(quietShape)),
});
export type Summary = Given<typeof summaryShape>;
/** How many rows wait to be judged anew, of how many. */
export const judgingShape = atLeast({ waiting: count, of: count });
export type Judging = Given<typeof judgingShape>;
const countsShape = atLeast({ all: count, mine: count, others: count, test: count });
export type Counts = Given<typeof countsShape>;
const mostRows = 200;
export const listStations = reads(
  '/api/stations',
  'Stations with their lamps and what is next, most urgent first.',
  {
    show: optional(oneOf(shows)),
    find: optional(text(80)),
    /** The place behind which the list goes on: `next` of the page before. */
    after: optional(text(1200)),
    /** Or so many rows down, for whoever scrolls. */
    from: optional(whole(0, 1_000_000)),
    limit: optional(whole(1, mostRows)),
    /** Those whose next visit is planned from one day to another. */
    visitFrom: optional(day),
    visitTo: optional(day),
  },
  {
    stations: listOf(summaryShape, mostRows),
    counts: countsShape,
    total: count,
    /** The place of the last row, where more are behind it. */
    next: orNull(text(1200)),
    judging: judgingShape,
  },
);
