// Power of the station: mains, battery, and what feeds it.
import { flag, optional, whole } from '../../../problem/index.ts';
import { withEvent } from '../../unit/index.ts';
import { outfitOff, outfitOn } from '../run.ts';
import { type Outfit, withUnit } from '../world.ts';
import { type Kind, act, station, onOutfit } from './kit.ts';

export const supplyActs = {
  /** Everything of the station gets power, or loses it. */
  power: act({ station, on: flag }, 'site', (world, { station: id, on }, at) =>
    onOutfit(world, id, (outfit) => (on ? outfitOn(outfit, at) : outfitOff(outfit))),
  ),
  mains: act({ station, on: flag }, 'site', (world, { station: id, on }, at) =>
    onOutfit(world, id, (outfit) => {
      const { supply } = outfit;
      if (supply.mainsOn === on) return outfit;
      const next = { ...outfit, supply: { ...supply, mainsOn: on, onBattery: on || !supply.batteryFitted ? null : at } };
      const told = (event_: 'mains' | 'mains-rest'): Outfit => withUnit(next, (unit) => withEvent(unit, { event: event_, over: null, at }));
      if (on) return outfit.unit.power.is === 'off' ? outfitOn(told('mains-rest'), at) : told('mains-rest');
      return supply.batteryFitted ? told('mains') : outfitOff(next);
    }),
  ),
  battery: act({ station, fitted: flag }, 'site', (world, { station: id, fitted }, at) =>
    onOutfit(world, id, (outfit) => {
      const { supply } = outfit;
      const onBattery = !supply.mainsOn && fitted ? (supply.onBattery ?? at) : null;
      const next = { ...outfit, supply: { ...supply, batteryFitted: fitted, onBattery } };
      return supply.mainsOn || fitted ? next : outfitOff(next);
    }),
  ),
  supply: act(
    { station, resistance: optional(whole(0, 100_000)), volts: optional(whole(0, 60_000)) },
    'site',
    (world, { station: id, ...change }) => onOutfit(world, id, (outfit) => ({ ...outfit, supply: { ...outfit.supply, ...change } })),
  ),
} as const satisfies { readonly [name: string]: Kind };
