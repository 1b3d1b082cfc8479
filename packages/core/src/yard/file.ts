// A scenario of the yard as a file: what happens when. Open JSON; the same file runs to the same end, to the byte.
import { canonical, hashOf } from '../journal/index.ts';
import { bad, fields, type Fielded, flag, json, listOf, oneOf, type Parsed, problem, text, whole } from '../problem/index.ts';
import { instant } from '../quantity/index.ts';
import { newWorld, type Out, perform, runWorld, type World } from './world/index.ts';

export const scenarioFormat = 'green-lamp-yard';
const shapes = {
  format: oneOf([scenarioFormat]),
  version: whole(1, 1),
  title: text(120),
  seed: whole(0, 4_294_967_295),
  /** When it begins, ms since 1970 UTC. */
  start: whole(0, 8_640_000_000_000),
  /** The desk's answers stand in the file; else the world's own desk gives them. */
  answered: flag,
  /** Each act with the time after the start at which it is done, ms. */
  acts: listOf(fields({ after: whole(0, 3_153_600_000_000), act: json }), 20_000),
  /** How long it runs, ms. */
  runs: whole(0, 3_153_600_000_000),
  /** SHA-256 of the world at its end, by which a run is compared; empty where nobody ran it yet. */
  end: text(64),
} as const;
export const scenarioShape = fields(shapes);
export type YardScenario = Fielded<typeof shapes>;
/** Simulated time that a scenario may take at most: 31 days, ms. */
const longest = 31 * 86_400_000;

/** Reads a scenario file; wrong order and other times than its own are told with their place. */
export const readScenario = (given: unknown): Parsed<YardScenario> => {
  const parsed = scenarioShape(given, '');
  if (!parsed.ok) return parsed;
  const { acts, runs } = parsed.value;
  const late = acts.findIndex((one, i) => one.after < (acts[i - 1]?.after ?? 0) || one.after > runs);
  if (late !== -1)
    return bad(problem('range', `acts[${late}].after`, { least: acts[late - 1]?.after ?? 0, most: runs, got: acts[late]?.after ?? 0 }));
  return runs > longest ? bad(problem('range', 'runs', { least: 0, most: longest, got: runs })) : parsed;
};

/** The world as 64 hexadecimal digits: two that are equal to the byte have the same. */
export const worldHash = (world: World): string => hashOf(canonical(world)); // the world is plain JSON by its shape

export type Played = {
  readonly world: World;
  readonly out: readonly Out[];
  /** Acts that were not let happen, with their place and why. */
  readonly refused: readonly { readonly n: number; readonly why: string }[];
  readonly end: string;
  /** Whether it came to the end that the file names; null where it names none. */
  readonly same: boolean | null;
};
/** Plays a scenario from its start to its end, or tells which act is none. `went` hears how far it is, and stops it by answering false. */
export const playScenario = (of: YardScenario, went: (done: number, all: number) => boolean = () => true): Parsed<Played> => {
  let world = newWorld(of.seed, of.start, of.answered);
  const out: Out[] = [];
  const refused: { n: number; why: string }[] = [];
  for (const [n, { after, act }] of of.acts.entries()) {
    const done = perform(world, act, instant(of.start + after));
    if (!done.ok)
      return {
        ok: false,
        problems: done.problems.map((one) => ({ ...one, path: `acts[${n}].act${one.path === '' ? '' : `.${one.path}`}` })),
      };
    world = done.value.world;
    out.push(...done.value.out);
    if (done.value.refused !== null) refused.push({ n, why: done.value.refused });
    if (!went(n + 1, of.acts.length)) break;
  }
  const last = runWorld(world, instant(of.start + of.runs));
  const end = worldHash(last.world);
  return { ok: true, value: { world: last.world, out: [...out, ...last.out], refused, end, same: of.end === '' ? null : of.end === end } };
};
