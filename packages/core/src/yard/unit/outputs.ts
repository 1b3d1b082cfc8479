// What a virtual unit switches: its outputs run by the logic that is set, over the inputs as they turned.
import { type Instant, instant } from '../../quantity/index.ts';
import { type Change, type Logic, parseEquation, type Run, simulate } from '../../sums/index.ts';

export type OutputSet = {
  readonly name: string;
  readonly equation: string;
  /** How long it runs, ms; null for as long as the equation holds. */
  readonly duration: number | null;
  readonly again: Logic['again'];
  readonly debounce: number;
  readonly afterPower: Logic['afterPower'];
  /** What it texts when it begins, and to whom. */
  readonly text: string;
  readonly tells: readonly string[];
};
/** A turn of an input, by the unit's own count of its channels. */
export type InputTurn = { readonly zone: number; readonly on: boolean; readonly at: Instant };
export type Switched = { readonly output: string; readonly on: boolean; readonly at: Instant };

/** How far ahead its own time is looked at, ms, and how many turns it remembers. */
const ahead = 2 * 86_400_000;
const mostTurns = 200;
export const withTurn = (turns: readonly InputTurn[], turn: InputTurn): InputTurn[] => [...turns, turn].slice(-mostTurns);

/** When an output has been on, from its first turn to an instant; without an equation that can be read it never is. */
export const runsOf = (
  of: OutputSet,
  turns: readonly InputTurn[],
  until: number,
): readonly { readonly from: number; readonly to: number }[] => {
  const parsed = parseEquation(of.equation);
  const begun = turns[0]?.at;
  if (!parsed.ok || begun === undefined || until <= begun) return [];
  const changes: Change[] = turns.map(({ zone, on, at }) => ({ at: at - begun, input: `I${zone}`, on }));
  const logic: Logic = { equation: parsed.value, duration: of.duration, again: of.again, debounce: of.debounce, afterPower: of.afterPower };
  return simulate(logic, { changes, powerFails: [], until: until - begun }).map(({ from, to }: Run) => ({
    from: from + begun,
    to: to + begun,
  }));
};

/** When it next turns on or off after an instant; null where nothing is ahead. */
export const nextSwitch = (
  of: OutputSet,
  turns: readonly InputTurn[],
  after: Instant,
): { readonly at: Instant; readonly on: boolean } | null => {
  const until = after + ahead;
  const edges = runsOf(of, turns, until).flatMap(({ from, to }) => [
    { at: instant(from), on: true },
    ...(to >= until ? [] : [{ at: instant(to), on: false }]),
  ]);
  return edges
    .filter(({ at }) => at > after)
    .reduce<{ at: Instant; on: boolean } | null>((first, edge) => (first === null || edge.at < first.at ? edge : first), null);
};
