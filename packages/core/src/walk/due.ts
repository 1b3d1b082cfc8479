// What is due at a station after its handover: what ends on a day, and which proof grows too old when.
import type { LampName } from '../name/index.ts';
import type { State } from '../journal/index.ts';
import { allLamps, type Line } from '../lamp/index.ts';
import { dayIn, type Instant, instant } from '../quantity/index.ts';
import { type End, endsOf } from './ends.ts';

/** An end of the sheet, when another desk is to be rung, or the day from which a lamp has to be proved again. */
export type Due =
  | ({ readonly is: 'end' } & End)
  | { readonly is: 'ring'; readonly day: string }
  | { readonly is: 'tunnel'; readonly name: string; readonly day: string }
  | { readonly is: 'proof'; readonly lamp: LampName; readonly path: string | null; readonly day: string };

const day = 86_400_000;
/** Nearer than that it is a window of the watch, and no date for a diary. Ours. */
const leastAhead = 7 * day;

/** What is due at a station, earliest first; days are those of its zone. */
export const dueList = (state: State, line: Line, { now, zone, ring }: { now: Instant; zone: string; ring: Instant | null }): Due[] => {
  const names = new Map(state.elements.map(({ id, label }) => [id, label]));
  const proofs = allLamps(line).flatMap(({ lamp, path, is, due }): Due[] =>
    due === null || due - now < leastAhead || is === 'stale' || is === 'none'
      ? []
      : [{ is: 'proof', lamp, path: path === null ? null : (names.get(path) ?? null), day: dayIn(instant(due), zone) }],
  );
  const through = line.tunnels.flatMap(({ tunnel, is, due }): Due[] =>
    due === null || due - now < leastAhead || is === 'stale'
      ? []
      : [{ is: 'tunnel', name: names.get(tunnel) ?? tunnel, day: dayIn(instant(due), zone) }],
  );
  const rung: Due[] = ring === null ? [] : [{ is: 'ring', day: dayIn(ring, zone) }];
  return [...rung, ...endsOf(state).map((end): Due => ({ is: 'end', ...end })), ...proofs, ...through].sort((a, b) =>
    a.day < b.day ? -1 : a.day > b.day ? 1 : 0,
  );
};
