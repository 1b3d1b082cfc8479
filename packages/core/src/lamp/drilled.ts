// What a drill shows by calls that came: which of them count, when the station changed over and back, and what was late, dear or restless meanwhile.
import type { ElementId } from '../name/index.ts';
import { parseRfc3339 } from '../quantity/index.ts';
import type { PathUse } from '../sheet/index.ts';
import { parseTimestamp } from '../wire/index.ts';

/** Whether a path can be the standby of another: it comes no earlier in the unit's order. Where the sheet says no order, any path can. */
export const standsBehind = (by: PathUse, cut: PathUse): boolean =>
  by.path !== cut.path && (by.priority === null || cut.priority === null || by.priority >= cut.priority);

/** Whether a path is cut as the standby that it is: none stands behind it, and others go on meanwhile. It shows that they need nothing of its own. */
export const isApart = (cut: PathUse, uses: readonly PathUse[]): boolean =>
  uses.length > 1 && uses.some(({ path }) => path === cut.path) && !uses.some((by) => standsBehind(by, cut));

/** Whether a call by `by` shows anything of a drill that cut `cut`: by a path behind it; of the last one, by any other. */
export const showsCut = (by: PathUse, cut: PathUse, uses: readonly PathUse[]): boolean =>
  isApart(cut, uses) ? by.path !== cut.path : standsBehind(by, cut);

/** A call as a drill looks at it: `counts` where it came likely or certainly by its path; `own` is the unit's own time of it. */
export type CameIn = {
  readonly at: number;
  readonly path: ElementId | null;
  readonly counts: boolean;
  readonly own: number | null;
  readonly bytes: number;
};

/** A unit's own time as its protocol writes it, ms since 1970; null where it is none. */
export const ownTime = (text: string | null): number | null => (text === null ? null : (parseRfc3339(text) ?? parseTimestamp(text)));

/** How far (ms) a unit's own time may lie from when somebody says that it happened. Ours. */
export const ownSlack = 120_000;

export type DrillSeen = {
  readonly to: number;
  readonly byCut: number;
  readonly byOthers: number;
  readonly bytes: number;
  readonly late: number;
  readonly flaps: number;
};

/**
 * Counts what came from the cut (`begun`, ms since 1970) up to and with `to`: calls by the path that was cut, by others with their bytes, those whose own time is over two minutes before they came,
 * and how often it changed paths after it was first back. Source: ours.
 */
export const drillSeen = (
  { path, begun, over, to }: { readonly path: ElementId; readonly begun: number; readonly over: number; readonly to: number },
  came: readonly CameIn[],
): DrillSeen => {
  const of = came.filter(({ at, counts, path: by }) => counts && by !== null && at >= begun && at <= to).sort((a, b) => a.at - b.at);
  const others = of.filter((one) => one.path !== path);
  const back = of.findIndex((one) => one.path === path && one.at >= over);
  const since = back < 0 ? [] : of.slice(back);
  return {
    to,
    byCut: of.length - others.length,
    byOthers: others.length,
    bytes: others.reduce((sum, { bytes }) => sum + bytes, 0),
    late: of.filter(({ at, own }) => own !== null && at - own > ownSlack).length,
    flaps: since.filter((one, i) => i > 0 && one.path !== since[i - 1]?.path).length,
  };
};

/** Whether an event says that the station was without supply, or has started again: only that shows a blackout. */
export const isPowerEvent = (event: string): boolean =>
  /\b(?:mains|reset|restart\w*|reboot\w*|boot(?:ed)?|power[ -]?(?:up|on|lost|loss|fail\w*|back|restored)|ac[ -]?(?:lost|loss|fail\w*|restored))\b/i.test(
    event.replaceAll('_', ' '),
  );
