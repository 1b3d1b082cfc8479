// Faults of aerials, of the air and of the carriers' networks.
import { cells } from '../air/index.ts';
import { restart } from '../modem/index.ts';
import { type Outfit, type World, withCarrier } from '../world/world.ts';
import { type Fault, fault, hasCard, homeCarrier, modemOf, onAerials, onModem, onSubscription, onWorld, subscriptionOf } from './fault.ts';
import { goodAerials } from '../world/world.ts';

const air = fault.bind(null, 'air');
const carrier = fault.bind(null, 'carrier');
const servingMast = (outfit: Outfit): string => {
  const on = modemOf(outfit)?.registration;
  return on?.is === 'on' ? (cells.find(({ id }) => id === on.cell)?.mast ?? '') : '';
};
const load = (world: World, outfit: Outfit, of: number): World => ({
  ...world,
  air: { ...world.air, load: { ...world.air.load, [servingMast(outfit)]: of } },
});
const registered = (world: World, outfit: Outfit): boolean => hasCard(world, outfit) && servingMast(outfit) !== '';
const again = onModem(
  (modem, at) => restart(modem, at),
  (modem) => modem,
).plant;
const atHome = (change: Parameters<typeof withCarrier>[2], back: Parameters<typeof withCarrier>[2], anew = false) => ({
  ...onWorld(
    (world, outfit, at) => {
      const next = withCarrier(world, homeCarrier(world, outfit), change);
      return anew ? again(next, outfit, at) : next;
    },
    (world, outfit) => withCarrier(world, homeCarrier(world, outfit), back),
  ),
  fits: hasCard,
});

export const airFaults: readonly Fault[] = [
  air(
    'aerial-none',
    {
      name: 'No aerial on the main socket',
      is: 'Nothing is screwed to the main socket.',
      sign: 'The level is far below what the place gives; look at the socket.',
      effect: { shows: 'falls', of: 'rsrp', by: 25 },
    },
    onAerials({ main: 'none' }, { main: 'right' }),
  ),
  air(
    'aerial-other-socket',
    {
      name: 'Aerial on the wrong socket',
      is: 'The aerial is on the second socket: the main one is empty.',
      sign: 'Bars, and far fewer than the place gives; read what is printed beside the sockets.',
      effect: { shows: 'falls', of: 'rsrp', by: 18 },
    },
    onAerials({ main: 'other socket' }, { main: 'right' }),
  ),
  air(
    'aerial-wrong-band',
    {
      name: 'Aerial for another band',
      is: 'The aerial was made for another band than the carrier’s.',
      sign: 'A weak level with every plug right; read the aerial’s label.',
      effect: { shows: 'falls', of: 'rsrp', by: 10 },
    },
    onAerials({ main: 'wrong band' }, { main: 'right' }),
  ),
  air(
    'water-in-cable',
    {
      name: 'Water in the aerial cable',
      is: 'Water has got into the cable and eats the level.',
      sign: 'It was better when it was new; another aerial on a short cable is better at once.',
      effect: { shows: 'falls', of: 'rsrp', by: 15 },
    },
    onAerials({ cable: 20 }, { cable: goodAerials.cable }),
  ),
  air(
    'second-aerial-missing',
    {
      name: 'Second aerial missing',
      is: 'The second socket has no aerial: no diversity.',
      sign: 'Quality is poorer than the level says.',
      effect: { shows: 'falls', of: 'sinr', by: 2.5, stands: 'rsrp' },
    },
    onAerials({ diversity: 'none' }, { diversity: 'right' }),
  ),
  air(
    'interference',
    {
      name: 'A transmitter close by',
      is: 'Something close by transmits into the band.',
      sign: 'Good level, bad quality; it comes and goes with the other machine.',
      effect: { shows: 'falls', of: 'sinr', by: 15, stands: 'rsrp' },
    },
    onAerials({ interference: 45 }, { interference: 0 }),
  ),
  air(
    'aerial-swings',
    {
      name: 'A loose aerial',
      is: 'The aerial is loose and moves in the wind.',
      sign: 'The level does not rest; hold it for a while and look at its spread.',
      effect: { shows: 'swings', over: 10 },
    },
    onAerials({ swing: 12 }, { swing: goodAerials.swing }),
  ),
  air(
    'cell-loaded',
    {
      name: 'The cell is full',
      is: 'The cell is loaded to its limit.',
      sign: 'Good level, RSRQ near −11 dB and worse at busy hours.',
      effect: { shows: 'falls', of: 'rsrq', by: 2, stands: 'rsrp' },
    },
    {
      ...onWorld(
        (world, outfit) => load(world, outfit, 1),
        (world, outfit) => load(world, outfit, 0.3),
      ),
      fits: registered,
    },
  ),
  air(
    'mast-silent',
    {
      name: 'The mast is down',
      is: 'The mast that served the station is down; what is left comes from farther off.',
      sign: 'Another cell than before, and weaker; ask the carrier about works.',
      effect: { shows: 'falls', of: 'rsrp', by: 5 },
    },
    {
      ...onWorld(
        (world, outfit) => ({ ...world, air: { ...world.air, silent: [...world.air.silent, servingMast(outfit)] } }),
        (world) => ({ ...world, air: { ...world.air, silent: [] } }),
      ),
      fits: registered,
    },
  ),
  air(
    'moved-inside',
    {
      name: 'Fitted deep inside',
      is: 'The box was moved behind a wall after the level was measured.',
      sign: 'The level before and after: measure again after the door is shut.',
      effect: { shows: 'falls', of: 'rsrp', by: 15 },
    },
    onWorld(
      (world, outfit) => ({ ...world, outfits: { ...world.outfits, [outfit.id]: { ...outfit, behind: outfit.behind + 20 } } }),
      (world, outfit) => ({ ...world, outfits: { ...world.outfits, [outfit.id]: { ...outfit, behind: Math.max(0, outfit.behind - 20) } } }),
    ),
  ),
  carrier(
    'carrier-outage',
    {
      name: 'The carrier is down',
      is: 'The carrier has an outage in the whole dale.',
      sign: 'Registered at a partner’s as a guest, or nowhere; so is every station with a card of this carrier.',
      effect: { shows: 'not at home' },
    },
    atHome({ outage: true }, { outage: false }),
  ),
  carrier(
    'congestion',
    {
      name: 'The network refuses newcomers',
      is: 'The network is congested and refuses new registrations for a while.',
      sign: 'Denied, cause 22; it comes back by itself, after up to twelve minutes.',
      effect: { shows: 'refused', by: 'EMM', cause: 22 },
    },
    atHome({ congested: true }, { congested: false }, true),
  ),
  carrier(
    'packets-lost',
    {
      name: 'Packets are lost',
      is: 'Most packets are lost on the way.',
      sign: 'Some calls arrive and many time out.',
      effect: { shows: 'call', why: 'packets lost' },
    },
    atHome({ loss: 1 }, { loss: 0.002 }),
  ),
  carrier(
    'technology-retired',
    {
      name: 'The technology is switched off',
      is: 'The carrier has switched off the technology that the modem was on.',
      sign: 'It was fine until a date; the carrier’s notice.',
      effect: { shows: 'not at home' },
    },
    {
      ...onWorld(
        (world, outfit, at) =>
          withCarrier(world, homeCarrier(world, outfit), { retires: { '2G': at, '3G': at, LTE: at, 'LTE-M': at, 'NB-IoT': at, '5G': at } }),
        (world, outfit) => withCarrier(world, homeCarrier(world, outfit), { retires: {} }),
      ),
      fits: hasCard,
    },
  ),
  carrier(
    'nat-for-fixed',
    {
      name: 'Carrier NAT where a fixed address was ordered',
      is: 'A fixed public address was ordered, and the access point gives one behind the carrier’s NAT.',
      sign: 'The address is from 100.64/10; nothing from outside arrives.',
      effect: { shows: 'from outside', is: 'behind NAT' },
    },
    {
      ...onWorld(
        (world, outfit, at) => withPoint(world, outfit, { gives: 'carrier NAT', nat: 300_000, pool: '100.72.4' }, at),
        (world, outfit, at) => withPoint(world, outfit, { gives: 'fixed', nat: 0, pool: '198.51.100' }, at),
      ),
      fits: (world, outfit) => subscriptionOf(world, outfit)?.points[0]?.gives === 'fixed',
    },
  ),
  carrier(
    'nat-forgets',
    {
      name: 'The carrier’s NAT forgets too soon',
      is: 'The carrier’s NAT drops a connection that is silent for a moment only.',
      sign: 'Long thinking units lose their session; short ones do not.',
      effect: { shows: 'call', why: 'cut by carrier' },
    },
    {
      ...onWorld(
        (world, outfit, at) => withNat(world, outfit, 300, at),
        (world, outfit, at) => withNat(world, outfit, 300_000, at),
      ),
      fits: hasCard,
    },
  ),
  carrier(
    'private-network',
    {
      name: 'Private access point without a way to the desk',
      is: 'The access point is private, and the desk is not in its network.',
      sign: 'An address from 10/8; every call to the desk times out.',
      effect: { shows: 'call', why: 'no way out' },
    },
    {
      ...onWorld(
        (world, outfit, at) => withPoint(world, outfit, { gives: 'private', nat: 0, pool: '10.44.1' }, at),
        (world, outfit, at) => withPoint(world, outfit, { gives: 'carrier NAT', nat: 300_000, pool: '100.72.4' }, at),
      ),
      fits: hasCard,
    },
  ),
  carrier(
    'texts-late',
    {
      name: 'Texts come late',
      is: 'The carrier’s texts take many minutes.',
      sign: 'The wake-up text is sent and nothing happens; it comes long after.',
      effect: { shows: 'text', is: 'late' },
    },
    atHome({ textDelay: 900_000 }, { textDelay: 4000 }),
  ),
  carrier(
    'texts-by-portal',
    {
      name: 'Texts by the portal only',
      is: 'The carrier takes texts to this card from its portal only; those by telephone are dropped.',
      sign: 'A text by telephone never comes; one by the portal does.',
      effect: { shows: 'text', is: 'lost' },
    },
    atHome({ textsByPortalOnly: true }, { textsByPortalOnly: false }),
  ),
];
function withPoint(
  world: World,
  outfit: Outfit,
  change: { gives?: 'private' | 'carrier NAT' | 'fixed'; nat: number; pool?: string },
  at: World['at'],
): World {
  const modem = modemOf(outfit);
  const iccid = modem?.slots[modem.slot]?.card?.iccid;
  const points = world.cards.find((card) => card.iccid === iccid)?.points.map((point) => ({ ...point, ...change })) ?? [];
  return again(onSubscription({ points }, {}).plant(world, outfit, at), outfit, at);
}
function withNat(world: World, outfit: Outfit, nat: number, at: World['at']): World {
  return withPoint(world, outfit, { nat }, at);
}
