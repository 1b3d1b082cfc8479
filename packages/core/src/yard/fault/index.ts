// All faults of the yard, by name; planting, lifting, and choosing one blind by seed.
import type { Instant } from '../../quantity/index.ts';
import { noise } from '../noise.ts';
import type { World } from '../world/world.ts';
import { airFaults } from './air.ts';
import { cardFaults } from './card.ts';
import { deskFaults } from './desk.ts';
import type { Fault } from './fault.ts';
import { inputFaults } from './inputs.ts';
import { modemFaults } from './modem.ts';
import { siteFaults } from './site.ts';
import { unitFaults } from './unit.ts';

export { type Effect, type Fault, type FaultArea, faultAreas } from './fault.ts';

export const faults: readonly Fault[] = [
  ...cardFaults,
  ...modemFaults,
  ...airFaults,
  ...siteFaults,
  ...deskFaults,
  ...unitFaults,
  ...inputFaults,
];
export const faultNamed = (id: string): Fault | null => faults.find((one) => one.id === id) ?? null;

/** The faults that a station's equipment can have and has not. */
export const faultsFor = (world: World, station: string): readonly Fault[] => {
  const outfit = world.outfits[station];
  if (outfit === undefined) return [];
  const has = new Set(world.planted.filter((one) => one.station === station).map(({ fault }) => fault));
  return faults.filter((one) => !has.has(one.id) && one.fits(world, outfit));
};
/** Changes the world by a fault, and remembers it. */
export const plantFault = (world: World, of: { fault: string; station: string; blind: boolean }, at: Instant): World => {
  const outfit = world.outfits[of.station];
  const found = faultsFor(world, of.station).find(({ id }) => id === of.fault);
  if (outfit === undefined || found === undefined) return world;
  const changed = found.plant(world, outfit, at);
  return { ...changed, planted: [...changed.planted, { ...of, since: at }] };
};
/** Takes a fault back: what it had changed is right again. */
export const liftFault = (world: World, of: { fault: string; station: string }, at: Instant): World => {
  const outfit = world.outfits[of.station];
  const found = faultNamed(of.fault);
  const is = world.planted.some(({ fault, station }) => fault === of.fault && station === of.station);
  if (outfit === undefined || found === null || !is) return world;
  const changed = found.lift(world, outfit, at);
  return { ...changed, planted: changed.planted.filter(({ fault, station }) => fault !== of.fault || station !== of.station) };
};
/** A fault by seed among those that can be planted here; null where there is none. */
export const blindFault = (world: World, station: string, seed: number): string | null => {
  const all = faultsFor(world, station);
  return all[Math.floor(noise(seed, all.length) * all.length)]?.id ?? null;
};
