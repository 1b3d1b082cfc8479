// Faults that are planted, named and taken back.
import { whole } from '../../../problem/index.ts';
import { faultNamed, plantFault, liftFault, blindFault } from '../../fault/index.ts';
import { type Kind, refused, isText, act, station } from './kit.ts';

export const faultsActs = {
  plant: act({ station, fault: isText(60) }, null, (world, { station: id, fault }, at) =>
    faultNamed(fault) === null ? refused('There is no such fault.') : plantFault(world, { fault, station: id, blind: false }, at),
  ),
  'plant-blind': act({ station, seed: whole(0, 4_294_967_295) }, null, (world, { station: id, seed }, at) => {
    const fault = blindFault(world, id, seed);
    return fault === null ? refused('No fault can be planted here.') : plantFault(world, { fault, station: id, blind: true }, at);
  }),
  /** What was planted blind is named from now on. */
  reveal: act({ station }, null, (world, { station: id }) => ({
    ...world,
    planted: world.planted.map((one) => (one.station === id ? { ...one, blind: false } : one)),
  })),
  lift: act({ station, fault: isText(60) }, null, (world, { station: id, fault }, at) => liftFault(world, { fault, station: id }, at)),
} as const satisfies { readonly [name: string]: Kind };
