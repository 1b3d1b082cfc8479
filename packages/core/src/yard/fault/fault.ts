// What a fault of the yard is: a change of the world that can be taken back, the sentence that explains it, what would show it, and the effect that a test holds it to.
import type { Instant } from '../../quantity/index.ts';
import { carriers, type Subscription } from '../carrier/index.ts';
import { cardIn, type CardSeen, type Told, type VirtualModem, withCard, type Card } from '../modem/index.ts';
import type { ClaimProblem, Site } from '../site/index.ts';

import type { BusFault, VirtualUnit } from '../unit/index.ts';
import type { Why } from '../endings.ts';
import type { inbound } from '../world/trace.ts';
import {
  type Aerials,
  type Outfit,
  type SerialLink,
  type World,
  type WorldPath,
  withModem,
  withOutfit,
  withSite,
  withSubscription,
  withUnit,
} from '../world/world.ts';

export const faultAreas = ['card', 'modem', 'air', 'carrier', 'power', 'site', 'desk', 'unit', 'inputs'] as const;
export type FaultArea = (typeof faultAreas)[number];
/** What comes of it, so that a test can look for it. */
export type Effect =
  | { readonly shows: 'card'; readonly is: CardSeen['is'] }
  | { readonly shows: 'refused'; readonly by: 'EMM' | 'ESM'; readonly cause: number }
  | { readonly shows: 'unregistered' | 'not at home' }
  | { readonly shows: 'call'; readonly why: Why }
  | { readonly shows: 'falls'; readonly of: 'rsrp' | 'rsrq' | 'sinr'; readonly by: number; readonly stands?: 'rsrp' }
  | { readonly shows: 'swings'; readonly over: number }
  | { readonly shows: 'repeats'; readonly for: number }
  | { readonly shows: 'from outside'; readonly is: (typeof inbound)[number] }
  | { readonly shows: 'text'; readonly is: 'late' | 'lost' }
  | { readonly shows: 'told'; readonly said: string }
  | { readonly shows: 'stage'; readonly is: 'typed' | 'saved' | 'applied' }
  | { readonly shows: 'no call' }
  | { readonly shows: 'no test' }
  | { readonly shows: 'no change-over'; readonly within: number }
  | { readonly shows: 'off' | 'off without mains'; readonly within: number }
  | { readonly shows: 'claim'; readonly is: ClaimProblem }
  | { readonly shows: 'portal hides' }
  | { readonly shows: 'read back'; readonly is: 'differs' | 'nothing' }
  | { readonly shows: 'side'; readonly is: BusFault | 'stuck' }
  | { readonly shows: 'input'; readonly is: 'silent' | 'in alarm at rest' }
  | { readonly shows: 'clock'; readonly off: number }
  | { readonly shows: 'end check' }
  /** Without the modem's supply the unit is off too. */
  | { readonly shows: 'one fuse' };

export type Fault = {
  readonly id: string;
  readonly area: FaultArea;
  readonly name: string;
  /** What is wrong, in a sentence for afterwards. */
  readonly is: string;
  /** What would have shown it. */
  readonly sign: string;
  readonly effect: Effect;
  readonly fits: (world: World, outfit: Outfit) => boolean;
  readonly plant: (world: World, outfit: Outfit, at: Instant) => World;
  readonly lift: (world: World, outfit: Outfit, at: Instant) => World;
};
type Told3 = Pick<Fault, 'name' | 'is' | 'sign' | 'effect'>;
type Pair = { readonly plant: Fault['plant']; readonly lift: Fault['lift']; readonly fits?: Fault['fits'] };
export const fault = (area: FaultArea, id: string, told: Told3, pair: Pair): Fault => ({ area, id, fits: () => true, ...told, ...pair });

export const cellularPath = (outfit: Outfit): WorldPath | undefined => outfit.paths.find(({ way }) => way === 'cellular');
export const pathBy =
  (way: WorldPath['way']) =>
  (_: World, outfit: Outfit): boolean =>
    outfit.paths.some((path) => path.way === way);
const firstModem = (outfit: Outfit): string | undefined => cellularPath(outfit)?.modem ?? Object.keys(outfit.modems)[0];
export const modemOf = (outfit: Outfit): VirtualModem | undefined => outfit.modems[firstModem(outfit) ?? ''];
export const subscriptionOf = (world: World, outfit: Outfit): Subscription | undefined => {
  const modem = modemOf(outfit);
  const card = modem === undefined ? null : (modem.slots[modem.slot]?.card ?? null);
  return world.cards.find(({ iccid }) => iccid === card?.iccid);
};
export const hasCard = (world: World, outfit: Outfit): boolean => {
  const modem = modemOf(outfit);
  return modem !== undefined && cardIn(modem) !== null && subscriptionOf(world, outfit) !== undefined;
};

type ModemChange = (modem: VirtualModem, at: Instant) => VirtualModem;
/** A change of the modem of the first cellular path. */
export const onModem = (change: ModemChange, back: ModemChange): Pair => {
  const doing =
    (of: ModemChange): Fault['plant'] =>
    (world, outfit, at) =>
      withOutfit(world, outfit.id, (was) => withModem(was, firstModem(was) ?? '', (modem) => of(modem, at)));
  return { plant: doing(change), lift: doing(back), fits: (_, outfit) => modemOf(outfit) !== undefined };
};
export const onCard = (change: (card: Card) => Card, back: (card: Card) => Card, then: ModemChange): Pair => {
  const pair = onModem(
    (modem, at) => then(withCard(modem, change), at),
    (modem, at) => then(withCard(modem, back), at),
  );
  return { ...pair, fits: hasCard };
};
export const told = (modem: VirtualModem, change: Partial<Told>): VirtualModem => ({ ...modem, told: { ...modem.told, ...change } });
export const onSubscription = (change: Partial<Subscription>, back: Partial<Subscription>): Pair => {
  const doing =
    (of: Partial<Subscription>): Fault['plant'] =>
    (world, outfit) =>
      withSubscription(world, subscriptionOf(world, outfit)?.iccid ?? '', of);
  return { plant: doing(change), lift: doing(back), fits: hasCard };
};
export const onAerials = (change: Partial<Aerials>, back: Partial<Aerials>): Pair => {
  const doing =
    (of: Partial<Aerials>): Fault['plant'] =>
    (world, outfit) =>
      withOutfit(world, outfit.id, (was) => {
        const id = firstModem(was) ?? '';
        const aerials = was.aerials[id];
        return aerials === undefined ? was : { ...was, aerials: { ...was.aerials, [id]: { ...aerials, ...of } } };
      });
  return { plant: doing(change), lift: doing(back), fits: (_, outfit) => modemOf(outfit) !== undefined };
};
type LinkChange = (link: SerialLink, outfit: Outfit) => Partial<SerialLink>;
export const onLink = (change: LinkChange, back: LinkChange): Pair => {
  const doing =
    (of: LinkChange): Fault['plant'] =>
    (world, outfit) =>
      withOutfit(world, outfit.id, (was) => {
        const id = cellularPath(was)?.modem ?? '';
        const link = was.links[id];
        return link === undefined ? was : { ...was, links: { ...was.links, [id]: { ...link, ...of(link, was) } } };
      });
  return { plant: doing(change), lift: doing(back), fits: pathBy('cellular') };
};
export const onSite = (change: Partial<Site>, back: Partial<Site>, fits: Fault['fits']): Pair => ({
  plant: (world, outfit) => withOutfit(world, outfit.id, (was) => withSite(was, change)),
  lift: (world, outfit) => withOutfit(world, outfit.id, (was) => withSite(was, back)),
  fits,
});
export const onUnit = (
  change: (unit: VirtualUnit, at: Instant) => VirtualUnit,
  back: (unit: VirtualUnit, at: Instant) => VirtualUnit,
): Pair => ({
  plant: (world, outfit, at) => withOutfit(world, outfit.id, (was) => withUnit(was, (unit) => change(unit, at))),
  lift: (world, outfit, at) => withOutfit(world, outfit.id, (was) => withUnit(was, (unit) => back(unit, at))),
});
export const onWorld = (
  change: (world: World, outfit: Outfit, at: Instant) => World,
  back: (world: World, outfit: Outfit, at: Instant) => World,
): Pair => ({
  plant: change,
  lift: back,
});
export const atDesk = (change: Partial<World['office']>, back: Partial<World['office']>): Pair =>
  onWorld(
    (world) => ({ ...world, office: { ...world.office, ...change } }),
    (world) => ({ ...world, office: { ...world.office, ...back } }),
  );
/** The carrier of the first cellular path's card. */
export const homeCarrier = (world: World, outfit: Outfit): keyof typeof carriers => subscriptionOf(world, outfit)?.carrier ?? 'Fellwave';
