// What a unit has sent, value by value, and the stamps of its calls.
import { atLeast, type Given, listOf, optional, text, whole } from '../problem/index.ts';
import { mostWhole, reads } from './route.ts';

const instantMs = whole(-mostWhole, mostWhole);
/** Most names that are told of one station, points of each, and stamps. */
export const mostNames = 200;
export const mostPoints = 400;
const seriesShape = atLeast({
  name: text(200),
  /** How many came in the time that is told of; the points are thinned to the least, greatest and last of each piece. */
  count: whole(0, mostWhole),
  /** How many of them are simulated. */
  simulated: whole(0, mostWhole),
  points: listOf(atLeast({ at: instantMs, text: text(400) }), mostPoints + 3),
});
export type Series = Given<typeof seriesShape>;
export const stationValues = reads(
  '/api/stations/:stream/values',
  'The values that a station has sent, oldest first, and what its calls say of its clock.',
  { days: optional(whole(1, 400)) },
  {
    /** From when on calls were looked at: the newest of them, where there are more. */
    since: instantMs,
    calls: whole(0, mostWhole),
    series: listOf(seriesShape, mostNames),
    stamps: listOf(atLeast({ said: instantMs, came: instantMs }), 500),
  },
);
