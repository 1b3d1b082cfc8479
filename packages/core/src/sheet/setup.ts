// The set-up of more than one path, as a profile tells it: in the order in which nothing is lost.
import { fields, known, listOf, oneOf, optional, type Shape, words } from '../problem/index.ts';
import { isCaution } from './cautions.ts';
import { definition } from './table.ts';

export const arrangements = ['pair of routers', 'rack of cards', 'USB modem', 'cradle', 'two cards on one radio'] as const;
export type Arrangement = (typeof arrangements)[number];

/** What the desk has to have seen of a path: a call by it; the card in use read; its own cable, supply or card cut while another calls. */
export const sights = ['called', 'card', 'cable cut', 'supply cut', 'card cut'] as const;
export type Sight = (typeof sights)[number];

export const definitionKey: Shape<string> = known(
  (value): value is string => typeof value === 'string' && definition(value) !== null,
  'the key of a setting, such as sim.apn',
);

const step = fields({
  id: words(40),
  /** What is done, or what is to be seen. */
  says: words(200),
  /** What is lost where it is done later or not at all. */
  loses: words(200),
  /** Of the first path, of each behind it, or of every one; without it of the station. */
  of: optional(oneOf(['first', 'standby', 'each'])),
  /** Settings that have to stand on their devices. */
  set: optional(listOf(definitionKey, 12)),
  seen: optional(oneOf(sights)),
  caution: optional(known(isCaution, 'a caution')),
});
export const setupShape = fields({ is: oneOf(arrangements), steps: listOf(step, 40) });
type ShapeOf<T> = T extends Shape<infer V> ? V : never;
export type SetupStep = ShapeOf<typeof step>;
export type SetupPlan = ShapeOf<typeof setupShape>;
