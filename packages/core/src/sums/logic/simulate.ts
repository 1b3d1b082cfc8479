// An output over time: what its equation, its duration and its rules make of a time line of inputs.
import type { Equation } from './equation.ts';

export type Change = { readonly at: number; readonly input: string; readonly on: boolean };
export type Logic = {
  readonly equation: Equation;
  /** How long it runs, ms; null for as long as the equation holds. */
  readonly duration: number | null;
  /** What it does where the equation still holds at the end. */
  readonly again: 'starts again' | 'stays off' | 'stays on';
  /** How long an input has to last before it counts, ms. */
  readonly debounce: number;
  readonly afterPower: 'off' | 'as before' | 'by logic';
};
export type World = {
  readonly changes: readonly Change[];
  readonly powerFails: readonly { readonly at: number; readonly back: number }[];
  readonly until: number;
};
export type Run = { readonly from: number; readonly to: number; readonly why: 'equation' | 'again' | 'power' };

/** The runs of an output, in order; times in ms. At most `mostRuns`: a loop that restarts for ever is cut there. */
export const mostRuns = 1000;

type Held = {
  readonly inputs: ReadonlyMap<string, boolean>;
  readonly latches: Map<Equation, boolean>;
  readonly since: Map<Equation, number>;
};

const holds = (of: Equation, at: number, held: Held): boolean => {
  switch (of.is) {
    case 'input':
      return held.inputs.get(of.name) === true;
    case 'not':
      return !holds(of.of, at, held);
    case 'and': {
      const [left, right] = [holds(of.left, at, held), holds(of.right, at, held)];
      return left && right;
    }
    case 'or': {
      const [left, right] = [holds(of.left, at, held), holds(of.right, at, held)];
      return left || right;
    }
    case 'latch': {
      const [set, reset] = [holds(of.set, at, held), holds(of.reset, at, held)];
      const on = reset ? false : set || held.latches.get(of) === true;
      held.latches.set(of, on);
      return on;
    }
    case 'after': {
      if (!holds(of.of, at, held)) {
        held.since.delete(of);
        return false;
      }
      const since = held.since.get(of) ?? at;
      held.since.set(of, since);
      return at - since >= of.ms;
    }
  }
};

const waitsOf = (of: Equation): number[] => {
  switch (of.is) {
    case 'input':
      return [];
    case 'not':
      return waitsOf(of.of);
    case 'after':
      return [of.ms, ...waitsOf(of.of)];
    case 'and':
    case 'or':
      return [...waitsOf(of.left), ...waitsOf(of.right)];
    case 'latch':
      return [...waitsOf(of.set), ...waitsOf(of.reset)];
  }
};

/** Input changes that last long enough, at the instant from which they count. */
const debounced = (changes: readonly Change[], debounce: number): Change[] => {
  const sorted = [...changes].sort((a, b) => a.at - b.at);
  return sorted
    .filter((change, i) => {
      const next = sorted.slice(i + 1).find(({ input }) => input === change.input);
      return next === undefined || next.at - change.at >= debounce;
    })
    .map((change) => ({ ...change, at: change.at + debounce }))
    .sort((a, b) => a.at - b.at);
};

/** Runs the logic over a time line from 0 to `until` ms. Inputs are off at first. */
export const simulate = ({ equation, duration, again, debounce, afterPower }: Logic, { changes, powerFails, until }: World): Run[] => {
  const counted = debounced(changes, debounce);
  const waits = waitsOf(equation);
  const moments = new Set<number>([0, until]);
  for (const { at } of counted) for (const wait of [0, ...waits]) moments.add(at + wait);
  for (const { at, back } of powerFails) for (const one of [at, back, ...waits.map((wait) => back + wait)]) moments.add(one);
  const queue = [...moments].filter((at) => at <= until).sort((a, b) => a - b);

  const runs: Run[] = [];
  let inputs = new Map<string, boolean>();
  let held: Held = { inputs, latches: new Map(), since: new Map() };
  let running: { from: number; ends: number | null; why: Run['why'] } | null = null;
  /** The equation has to fall before it starts anew. */
  let spent = false;
  let wasOnAtFailure = false;
  const stop = (at: number): void => {
    if (running !== null) runs.push({ from: running.from, to: at, why: running.why });
    running = null;
  };
  const start = (at: number, why: Run['why']): void => {
    running = { from: at, ends: duration === null ? null : at + duration, why };
  };
  const step = (at: number): void => {
    const dark = powerFails.find((fail) => fail.at <= at && at < fail.back);
    if (dark !== undefined) {
      if (dark.at === at) {
        wasOnAtFailure = running !== null;
        stop(at);
        held = { inputs, latches: new Map(), since: new Map() };
      }
      return;
    }
    inputs = new Map(inputs);
    for (const change of counted) if (change.at <= at) inputs.set(change.input, change.on);
    held = { ...held, inputs };
    const on = holds(equation, at, held);
    if (powerFails.some((fail) => fail.back === at)) {
      spent = afterPower === 'off' && on;
      if (afterPower === 'as before' && wasOnAtFailure) start(at, 'power');
      else if (afterPower === 'by logic' && on) start(at, 'power');
      return;
    }
    if (!on) {
      spent = false;
      if (duration === null) stop(at);
    }
    if (running !== null) return;
    if (on && !spent) start(at, 'equation');
  };
  const end = (at: number): void => {
    if (running === null) return;
    const on = holds(equation, at, held);
    if (on && again === 'stays on') {
      running = { ...(running as { from: number; why: Run['why'] }), ends: null };
      return;
    }
    stop(at);
    spent = on && again === 'stays off';
    if (on && again === 'starts again') start(at, 'again');
  };
  const endOf = (): number | null => (running as { ends: number | null } | null)?.ends ?? null;
  for (const at of queue) {
    for (let ends = endOf(); ends !== null && ends <= at && runs.length < mostRuns; ends = endOf()) {
      const failed = powerFails.find((fail) => fail.at <= ends && ends < fail.back && fail.at <= at);
      if (failed !== undefined) break;
      end(ends);
    }
    if (
      (running as { ends: number | null; from: number } | null)?.ends === null &&
      duration !== null &&
      again === 'stays on' &&
      !holds(equation, at, held)
    )
      stop(at);
    step(at);
  }
  stop(until);
  return runs.filter(({ from, to }) => to > from);
};

export type Question = 'stuck input' | 'chatter' | 'power failure' | 'message lost';

/** The questions that matter, each run on a world of its own; true where the output is on then. */
export const questions = (
  logic: Logic,
  inputs: readonly string[],
): {
  readonly question: Exclude<Question, 'message lost'>;
  readonly runs: readonly Run[];
  readonly onAtEnd: boolean;
  readonly starts: number;
}[] => {
  const [first = 'I1'] = inputs;
  const run = logic.duration ?? 60_000;
  const lone = inputs.map((input): Change => ({ at: 1000, input, on: true }));
  const asked = (question: Exclude<Question, 'message lost'>, world: World) => {
    const runs = simulate(logic, world);
    return { question, runs, onAtEnd: runs.at(-1)?.to === world.until, starts: runs.length };
  };
  const chatter = Array.from({ length: 20 }, (_, i): Change => ({ at: 1000 + i * 200, input: first, on: i % 2 === 0 }));
  return [
    asked('stuck input', { changes: lone, powerFails: [], until: 1000 + run * 5 + logic.debounce }),
    asked('chatter', { changes: [...lone.filter(({ input }) => input !== first), ...chatter], powerFails: [], until: 1000 + run * 3 }),
    asked('power failure', {
      changes: lone,
      powerFails: [{ at: 1000 + logic.debounce + run / 2, back: 1000 + logic.debounce + run / 2 + 10_000 }],
      until: 1000 + run * 2 + 20_000,
    }),
  ];
};
