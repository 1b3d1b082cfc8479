// Faults of the card and of what the carrier knows of it.
import { cardTouched, restart, virtualPin, type Slot, type VirtualModem } from '../modem/index.ts';
import type { Instant } from '../../quantity/index.ts';
import { type Fault, fault, hasCard, modemOf, onCard, onModem, onSubscription, told } from './fault.ts';

const slot =
  (change: Partial<Slot>) =>
  (modem: VirtualModem, at: Instant): VirtualModem =>
    cardTouched({ ...modem, slots: modem.slots.map((one, i) => (i === modem.slot ? { ...one, ...change } : one)) }, at);
const card = fault.bind(null, 'card');

export const cardFaults: readonly Fault[] = [
  card(
    'card-turned',
    {
      name: 'Card the wrong way in',
      is: 'The card lies in its slot the wrong way: its contacts touch nothing.',
      sign: '+CPIN? says no card; the card’s number cannot be read.',
      effect: { shows: 'card', is: 'absent' },
    },
    { ...onModem(slot({ turned: true }), slot({ turned: false })), fits: hasCard },
  ),
  card(
    'card-not-seated',
    {
      name: 'Card not pushed home',
      is: 'The card was not pushed until it clicked.',
      sign: 'No card is found, also after a restart.',
      effect: { shows: 'card', is: 'absent' },
    },
    { ...onModem(slot({ seated: false }), slot({ seated: true })), fits: hasCard },
  ),
  card(
    'card-other-slot',
    {
      name: 'The other slot is in use',
      is: 'The modem uses its other slot, and the card is in this one.',
      sign: 'The slot in use, against the slot that the card is in.',
      effect: { shows: 'card', is: 'absent' },
    },
    {
      ...onModem(
        (modem, at) => cardTouched({ ...modem, slot: 1 }, at),
        (modem, at) => cardTouched({ ...modem, slot: 0 }, at),
      ),
      fits: (world, outfit) =>
        hasCard(world, outfit) && (modemOf(outfit)?.slots.length ?? 0) > 1 && modemOf(outfit)?.slots[1]?.card === null,
    },
  ),
  card(
    'pin-on',
    {
      name: 'PIN on, and not stored',
      is: 'The card asks for its PIN at each start, and the modem has none stored.',
      sign: '+CPIN? says SIM PIN; it was fine until the first restart.',
      effect: { shows: 'card', is: 'PIN' },
    },
    onCard(
      (was) => ({ ...was, pin: virtualPin }),
      (was) => ({ ...was, pin: null }),
      (modem, at) => restart(told(modem, { pin: null }), at),
    ),
  ),
  card(
    'pin-stored-wrong',
    {
      name: 'A wrong PIN is stored',
      is: 'The modem gives the card a wrong PIN at each start, and each start costs a try.',
      sign: 'Tries that are left (+CPINR) fall with each restart.',
      effect: { shows: 'card', is: 'PIN' },
    },
    {
      ...onModem(
        (modem, at) => restart(told({ ...modem, slots: pinned(modem, virtualPin) }, { pin: '0000' }), at),
        (modem, at) => restart(told({ ...modem, slots: pinned(modem, null) }, { pin: null }), at),
      ),
      fits: hasCard,
    },
  ),
  card(
    'puk-wanted',
    {
      name: 'The card wants its PUK',
      is: 'Three wrong PINs were given: only the PUK opens the card now, and ten wrong ones end it.',
      sign: '+CPIN? says SIM PUK.',
      effect: { shows: 'card', is: 'PUK' },
    },
    onCard(
      (was) => ({ ...was, pin: virtualPin, pinTries: 0 }),
      (was) => ({ ...was, pin: null, pinTries: 3 }),
      (modem, at) => restart(modem, at),
    ),
  ),
  card(
    'not-activated',
    {
      name: 'Card not activated',
      is: 'The carrier has not activated the card: the network does not know it.',
      sign: 'Registration denied, cause 2.',
      effect: { shows: 'refused', by: 'EMM', cause: 2 },
    },
    onSubscription({ state: 'not activated' }, { state: 'active' }),
  ),
  card(
    'suspended',
    {
      name: 'Subscription suspended',
      is: 'The carrier has suspended the subscription: it registers, and no session opens.',
      sign: 'Registered, no address; cause 8 at the session.',
      effect: { shows: 'refused', by: 'ESM', cause: 8 },
    },
    onSubscription({ state: 'suspended' }, { state: 'active' }),
  ),
  card(
    'used-up',
    {
      name: 'Plan used up',
      is: 'The plan is used up, and the carrier lets nothing more through until the billing day.',
      sign: 'Registered, with an address; every call times out. The carrier’s page shows the use.',
      effect: { shows: 'call', why: 'plan used up' },
    },
    onSubscription({ state: 'used up' }, { state: 'active' }),
  ),
  card(
    'no-data',
    {
      name: 'No data on the subscription',
      is: 'The subscription has no data service.',
      sign: 'Registration denied, cause 7.',
      effect: { shows: 'refused', by: 'EMM', cause: 7 },
    },
    onSubscription({ data: false }, { data: true }),
  ),
  card(
    'imei-lock',
    {
      name: 'Card locked to another modem',
      is: 'The carrier lets the card work in one modem only, and this is another.',
      sign: 'Registration denied, cause 6; the card works in the old modem.',
      effect: { shows: 'refused', by: 'EMM', cause: 6 },
    },
    onSubscription({ lockedTo: '350000009999991' }, { lockedTo: null }),
  ),
  card(
    'roaming-not-subscribed',
    {
      name: 'Roaming not on the subscription',
      is: 'The modem was set to a partner’s network by hand, and the subscription does not roam.',
      sign: 'Registration denied, cause 13; the home network would take it.',
      effect: { shows: 'refused', by: 'EMM', cause: 13 },
    },
    {
      plant: (world, outfit, at) => {
        const pair = onSubscription({ roaming: false }, {});
        const far = onModem(
          (modem, now) => restart(told(modem, { operator: { mode: 1, network: partner(modem) } }), now),
          (modem) => modem,
        );
        return far.plant(pair.plant(world, outfit, at), outfit, at);
      },
      lift: (world, outfit, at) => {
        const near = onModem(
          (modem, now) => restart(told(modem, { operator: { mode: 0, network: '' } }), now),
          (modem) => modem,
        );
        return near.plant(onSubscription({ roaming: true }, {}).plant(world, outfit, at), outfit, at);
      },
      fits: (world, outfit) => hasCard(world, outfit) && partner(modemOf(outfit)) !== '',
    },
  ),
];
const pinned = (modem: VirtualModem, pin: string | null): readonly Slot[] =>
  modem.slots.map((one, i) => (i === modem.slot && one.card !== null ? { ...one, card: { ...one.card, pin } } : one));
/** A network that would take the card as a guest: Fellwave takes Tarnlink's, Tarnlink takes Fellwave's. */
function partner(modem: VirtualModem | undefined): string {
  const home = modem?.slots[modem.slot]?.card?.imsi.slice(0, 5);
  return { '99970': '99905', '99905': '99970' }[home ?? ''] ?? '';
}
