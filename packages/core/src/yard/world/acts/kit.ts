// What every act is made of: how its data are read, and where in the world it takes hold.
import type { Json } from '../../../name/index.ts';
import { fields, type Fielded, good, type Parsed, type Shape, text } from '../../../problem/index.ts';
import type { Instant } from '../../../quantity/index.ts';
import type { VirtualModem } from '../../modem/index.ts';
import type { VirtualUnit } from '../../unit/index.ts';
import { type Stepped, still } from '../run.ts';
import { type Outfit, type Part, type World, withModem, withOutfit, withUnit } from '../world.ts';

export type Done = Stepped | { readonly refused: string };
export type Kind = {
  readonly part: Part | null;
  /** What is to be done, or what is wrong with it. */
  readonly read: (data: Json) => Parsed<(world: World, at: Instant) => Done>;
};
export const refused = (why: string): Done => ({ refused: why });
export const isText = (most: number): Shape<string> => text(most);

export const act = <const F extends Parameters<typeof fields>[0]>(
  of: F,
  part: Part | null,
  run: (world: World, data: Fielded<F>, at: Instant) => Done | World,
): Kind => {
  const shape = fields(of);
  return {
    part,
    read: (data) => {
      const parsed = shape(data, '');
      if (!parsed.ok) return parsed;
      return good((world, at) => {
        const done = run(world, parsed.value, at);
        return 'world' in done || 'refused' in done ? done : still(done);
      });
    },
  };
};
export const station = isText(60);
export const modem = isText(60);
export const onOutfit = (world: World, id: string, change: (outfit: Outfit) => Outfit): World => withOutfit(world, id, change);
export const onModem = (world: World, of: { station: string; modem: string }, change: (modem: VirtualModem) => VirtualModem): World =>
  onOutfit(world, of.station, (outfit) => withModem(outfit, of.modem, change));
export const onUnit = (world: World, id: string, change: (unit: VirtualUnit) => VirtualUnit): World =>
  onOutfit(world, id, (outfit) => withUnit(outfit, change));
