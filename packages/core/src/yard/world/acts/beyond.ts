// What happens beyond the station: carriers, masts, the office, the portal.
import { fields, flag, number, oneOf, optional, orNull, whole } from '../../../problem/index.ts';
import { yardRadios } from '../../air/index.ts';
import { carrierNames, subscriptionStates } from '../../carrier/index.ts';
import { claim, claimWords, operatorMoods, withDevice } from '../../site/index.ts';
import { cardIn } from '../../modem/index.ts';
import { answered, sendText } from '../run.ts';
import { withCarrier, withSubscription } from '../world.ts';
import { type Kind, refused, isText, act, station } from './kit.ts';

export const beyondActs = {
  answered: act({ station, answer: isText(2000) }, null, (world, { station: id, answer }, at) => answered(world, id, answer, at)),
  text: act({ to: isText(24), from: isText(24), text: isText(1000), by: oneOf(['telephone', 'portal']) }, null, (world, of, at) =>
    sendText(world, of, at),
  ),
  carrier: act(
    {
      carrier: oneOf(carrierNames),
      change: fields({
        outage: optional(flag),
        congested: optional(flag),
        loss: optional(number(0, 1)),
        textDelay: optional(whole(0, 86_400_000)),
        textsByPortalOnly: optional(flag),
        retire: optional(oneOf(yardRadios)),
      }),
    },
    null,
    (world, { carrier, change: { retire, ...change } }, at) =>
      withCarrier(world, carrier, {
        ...change,
        ...(retire === undefined ? {} : { retires: { ...world.carriers[carrier].retires, [retire]: at } }),
      }),
  ),
  subscription: act(
    {
      iccid: isText(24),
      change: fields({
        state: optional(oneOf(subscriptionStates)),
        roaming: optional(flag),
        data: optional(flag),
        lockedTo: optional(orNull(isText(20))),
      }),
    },
    null,
    (world, { iccid, change }) => withSubscription(world, iccid, change),
  ),
  /** What the carrier makes of the card in a slot, whichever it is; without a slot of the one that the modem uses now. */
  'card-state': act(
    { station, modem: isText(60), slot: optional(whole(0, 3)), state: oneOf(subscriptionStates) },
    null,
    (world, { station: id, modem: of, slot, state }) => {
      const modem = world.outfits[id]?.modems[of];
      const card = modem === undefined ? null : slot === undefined ? cardIn(modem) : (modem.slots[slot]?.card ?? null);
      return card === null ? refused('There is no card in the modem.') : withSubscription(world, card.iccid, { state });
    },
  ),
  mast: act({ mast: isText(20), silent: optional(flag), load: optional(number(0, 1)) }, null, (world, { mast, silent, load }) => ({
    ...world,
    air: {
      load: load === undefined ? world.air.load : { ...world.air.load, [mast]: load },
      silent: silent === undefined ? world.air.silent : [...world.air.silent.filter((one) => one !== mast), ...(silent ? [mast] : [])],
    },
  })),
  office: act(
    {
      change: fields({
        line: optional(flag),
        name: optional(oneOf(['right', 'old address', 'dead'])),
        forward: optional(oneOf(['right', 'missing', 'wrong machine'])),
        listener: optional(flag),
        protocol: optional(oneOf(['right', 'other'])),
        operator: optional(oneOf(operatorMoods)),
        clock: optional(whole(-86_400_000, 86_400_000)),
      }),
    },
    null,
    (world, { change }) => ({ ...world, office: { ...world.office, ...change } }),
  ),
  claim: act({ account: isText(60), id: isText(60), code: isText(60) }, null, (world, of) => {
    const done = claim(world.portal, of);
    return typeof done === 'string' ? refused(claimWords[done]) : { ...world, portal: done };
  }),
  hangs: act({ id: isText(60), what: isText(60) }, null, (world, { id, what }) => ({
    ...world,
    portal: withDevice(world.portal, id, { hangs: what === '' ? null : what }),
  })),
  /** Where the portal tells what it hears; empty: nowhere. */
  webhook: act({ to: isText(200) }, null, (world, { to }) => ({ ...world, portal: { ...world.portal, webhook: to } })),
} as const satisfies { readonly [name: string]: Kind };
