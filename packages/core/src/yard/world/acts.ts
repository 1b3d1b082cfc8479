// Everything that a person can do to the yard, as data: what it is called, what it needs, and what it does to the world. A scenario file is a list of these with their times.
import { isJson, isObject, type Json } from '../../name/index.ts';
import { bad, good, type Parsed, problem } from '../../problem/index.ts';
import { type Instant, instant } from '../../quantity/index.ts';
import { specShape, type StationSpec, withoutStation, withStation } from '../spec.ts';
import { runWorld, type Stepped } from './run.ts';
import type { Out, World } from './world.ts';
import { type Kind, act, station } from './acts/kit.ts';
import { supplyActs } from './acts/supply.ts';
import { modemActs } from './acts/modem.ts';
import { siteActs } from './acts/site.ts';
import { unitActs } from './acts/unit.ts';
import { beyondActs } from './acts/beyond.ts';
import { faultsActs } from './acts/faults.ts';

export const acts = {
  start: act({ spec: specShape }, null, (world, { spec }, at) => withStation(world, spec, at)),
  stop: act({ station }, null, (world, { station: id }) => withoutStation(world, id)),
  ...supplyActs,
  ...modemActs,
  ...siteActs,
  ...unitActs,
  ...beyondActs,
  ...faultsActs,
} as const satisfies { readonly [name: string]: Kind };
export type ActName = keyof typeof acts;
export type Act = { readonly act: ActName; readonly [name: string]: Json };
/** The act that puts a station's equipment into the world. */
export const startAct = (spec: StationSpec): Act => ({ act: 'start', spec: spec as unknown as Json }); // plain JSON by its shape
const isActName = (value: unknown): value is ActName => typeof value === 'string' && Object.hasOwn(acts, value);

export type Performed =
  | (Stepped & { readonly refused: null })
  | { readonly world: World; readonly out: readonly Out[]; readonly refused: string };
/** Does one act at an instant, after the world's own time has come there. What is not an act at all is told by its problems; an act that the world does not let happen is refused in words. */
export const perform = (world: World, given_: unknown, at: Instant): Parsed<Performed> => {
  if (!isObject(given_) || !isJson(given_)) return bad(problem('type', '', { want: 'an act' }));
  const { act: name, ...data } = given_;
  if (!isActName(name))
    return bad(
      problem('choice', 'act', { got: typeof name === 'string' ? name.slice(0, 40) : typeof name, of: Object.keys(acts).join(', ') }),
    );
  const read = acts[name].read(data);
  if (!read.ok) return read;
  const ran = runWorld(world, instant(Math.max(at, world.at)));
  const of = data['station'];
  const outfit = typeof of === 'string' ? ran.world.outfits[of] : undefined;
  if (typeof of === 'string' && outfit === undefined) return good({ ...ran, refused: 'The yard does not run for this station.' });
  const { part } = acts[name];
  if (part !== null && outfit !== undefined && !outfit.parts.includes(part))
    return good({ ...ran, refused: `The ${part} of this station is real: the yard leaves it alone.` });
  const done = read.value(ran.world, ran.world.at);
  if ('refused' in done) return good({ ...ran, refused: done.refused });
  return good({ world: done.world, out: [...ran.out, ...done.out], refused: null });
};
