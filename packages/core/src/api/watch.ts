// The watch over all stations: what has gone silent, what is due next, what is on test, and when the desk was away itself.
import { isInstant } from '../quantity/index.ts';
import { atLeast, flag, type Given, known, listOf, orNull, text, whole } from '../problem/index.ts';
import { stream } from './entries.ts';
import { mostWhole, reads } from './route.ts';
import { lapseShape, quietShape } from './stations.ts';

const at = known(isInstant, 'an instant');
const of = { stream, name: text(20_000) } as const;
const silentShape = atLeast({ ...of, demo: flag, ...lapseShape });
export type Silent = Given<typeof silentShape>;
/** What several that are silent have in common: it may be one thing. */
const sharedShape = atLeast({ what: text(40), name: text(200), stations: listOf(text(20_000), 200) });
export type SharedSilence = Given<typeof sharedShape>;

export const watchState = reads(
  '/api/watch',
  'Silences that stand open, what is due next, who is on test, and when the desk was away itself.',
  {},
  {
    lapses: listOf(silentShape, 200),
    shared: listOf(sharedShape, 50),
    /** Quieter than their own rhythm, before any window has ended. */
    quiet: listOf(atLeast({ ...of, ...quietShape }), 50),
    next: listOf(atLeast({ ...of, due: at }), 50),
    test: listOf(atLeast({ ...of, until: at, overdue: flag }), 200),
    armed: whole(0, mostWhole),
    /** The last times that the desk itself was away. */
    away: listOf(atLeast({ from: at, to: at }), 32),
    /** Ways by which a silence is told outside: how much waits, and why the last try failed. */
    ways: listOf(
      atLeast({ name: text(40), waiting: whole(0, mostWhole), last: orNull(whole(0, mostWhole)), trouble: orNull(text(400)) }),
      10,
    ),
    /** How late (ms) the latest silence was found after its window’s end, since the start; null before the first. */
    latest: orNull(whole(0, mostWhole)),
  },
);
