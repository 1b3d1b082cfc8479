// What is done to a modem: its power, its port, its cards and aerials.
import { fields, flag, number, oneOf, optional, whole } from '../../../problem/index.ts';
import type { Instant } from '../../../quantity/index.ts';
import { aerials } from '../../air/index.ts';
import { cardTouched, dropDtr, hearModem, powerOff, powerOn, type Slot, type VirtualModem } from '../../modem/index.ts';
import { afterPort, outfitOff, outfitOn } from '../run.ts';
import { type Aerials, aroundOf, type Out, type World } from '../world.ts';
import { type Done, type Kind, refused, isText, act, station, modem, onOutfit, onModem } from './kit.ts';

/** Types at a modem's port. */
const port = (world: World, of: { station: string; modem: string; bytes: string }, at: Instant): Done => {
  const outfit = world.outfits[of.station];
  const was = outfit?.modems[of.modem];
  if (outfit === undefined || was === undefined) return refused('There is no such modem.');
  const { modem: next, answer } = hearModem(was, of.bytes, at, aroundOf({ ...world, at }, outfit, of.modem));
  const out: Out[] = answer === '' ? [] : [{ out: 'bytes', station: of.station, modem: of.modem, bytes: answer }];
  return {
    world: afterPort(
      onModem(world, of, () => next),
      of.station,
      of.modem,
      at,
    ),
    out,
  };
};
const slotChange = fields({
  turned: optional(flag),
  seated: optional(flag),
  out: optional(flag),
});
const touched = (was: VirtualModem, slot: number, change: (slot: Slot) => Slot, at: Instant): VirtualModem => {
  const next = { ...was, slots: was.slots.map((one, i) => (i === slot ? change(one) : one)) };
  return slot === was.slot ? cardTouched(next, at) : next;
};
const aerialShape = fields({
  main: optional(oneOf(aerials)),
  diversity: optional(oneOf(aerials)),
  cable: optional(number(0, 60)),
  interference: optional(number(0, 60)),
  swing: optional(number(0, 30)),
});

export const modemActs = {
  /** Its own supply; where one fuse feeds all, everything of the station. */
  'modem-power': act({ station, modem, on: flag }, 'modem', (world, { on, ...of }, at) =>
    world.outfits[of.station]?.site.fuses === 'one'
      ? onOutfit(world, of.station, (outfit) => (on ? outfitOn(outfit, at) : outfitOff(outfit)))
      : onModem(world, of, (was) => (on ? powerOn(was, at) : powerOff(was))),
  ),
  port: act({ station, modem, bytes: isText(4000) }, 'modem', port),
  'port-left': act({ station, modem }, 'modem', (world, of) => onModem(world, of, (was) => dropDtr(was).modem)),
  card: act({ station, modem, slot: whole(0, 3), change: slotChange }, 'modem', (world, { slot, change, ...of }, at) =>
    onModem(world, of, (was) =>
      touched(
        was,
        slot,
        (one) => ({
          card: change.out === true ? null : one.card,
          turned: change.turned ?? one.turned,
          seated: change.seated ?? one.seated,
        }),
        at,
      ),
    ),
  ),
  slot: act({ station, modem, use: whole(0, 3) }, 'modem', (world, { use, ...of }, at) =>
    onModem(world, of, (was) => (use === was.slot || use >= was.slots.length ? was : cardTouched({ ...was, slot: use }, at))),
  ),
  aerial: act({ station, modem, change: aerialShape }, 'modem', (world, { station: id, modem: of, change }) =>
    onOutfit(world, id, (outfit) => {
      const was = outfit.aerials[of];
      return was === undefined
        ? outfit
        : { ...outfit, aerials: { ...outfit.aerials, [of]: { ...was, ...(change satisfies Partial<Aerials>) } } };
    }),
  ),
} as const satisfies { readonly [name: string]: Kind };
