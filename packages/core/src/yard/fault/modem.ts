// Faults of the modem's settings, of its serial line and of what it says.
import { carriers } from '../carrier/index.ts';
import { restart, type Context, type Told, type VirtualModem } from '../modem/index.ts';
import type { Instant } from '../../quantity/index.ts';
import { type Fault, fault, hasCard, modemOf, onLink, onModem, onSubscription, subscriptionOf, told } from './fault.ts';
import { kindFacts } from '../unit/index.ts';

const modem = fault.bind(null, 'modem');
type ModemChange = (modem: VirtualModem, at: Instant) => VirtualModem;
const setTo =
  (change: (was: Told) => Partial<Told>): ModemChange =>
  (was, at) =>
    restart(told(was, change(was.told)), at);
const context = (change: (was: Context) => Context): ModemChange =>
  setTo(({ contexts }) => ({ contexts: contexts.map((one) => (one.cid === 1 ? change(one) : one)) }));
const onlyWithCard = (pair: ReturnType<typeof onModem>) => ({ ...pair, fits: hasCard });
const cableRight = (): { cable: 'right' } => ({ cable: 'right' });
const otherWay = (apn: string): string => (apn.endsWith('~') ? apn.slice(0, -1) : `${apn}~`);
const fixedPoint = carriers.Fellwave.points[1];
const homeNetworkRefuses: { readonly [network: string]: string } = { '99970': '', '99905': '99999', '99999': '' };

export const modemFaults: readonly Fault[] = [
  modem(
    'apn-wrong',
    {
      name: 'APN mistyped',
      is: 'The APN on the modem is one that no network knows: one letter is off.',
      sign: 'Registered, no address; cause 27. Compare it letter by letter with the carrier’s.',
      effect: { shows: 'refused', by: 'ESM', cause: 27 },
    },
    onlyWithCard(
      onModem(
        context((was) => ({ ...was, apn: otherWay(was.apn).replace(/m2m/, 'm2n') })),
        context((was) => ({ ...was, apn: was.apn.replace(/~$/, '').replace(/m2n/, 'm2m') })),
      ),
    ),
  ),
  modem(
    'apn-not-on-plan',
    {
      name: 'APN of another plan',
      is: 'The APN is right for others: this subscription has no right to it.',
      sign: 'Registered, no address; cause 33.',
      effect: { shows: 'refused', by: 'ESM', cause: 33 },
    },
    {
      plant: (world, outfit, at) =>
        onModem(
          context((was) => ({ ...was, apn: foreign(was.apn) })),
          (was) => was,
        ).plant(world, outfit, at),
      lift: (world, outfit, at) => {
        const own = subscriptionOf(world, outfit)?.points[0]?.apn ?? '';
        return onModem(
          context((was) => ({ ...was, apn: own })),
          (was) => was,
        ).plant(world, outfit, at);
      },
      fits: hasCard,
    },
  ),
  modem(
    'apn-password',
    {
      name: 'APN password wrong',
      is: 'The access point asks for user and password, and the password on the modem is another one.',
      sign: 'Registered, no address; cause 29. Retype it: its case counts.',
      effect: { shows: 'refused', by: 'ESM', cause: 29 },
    },
    {
      plant: (world, outfit, at) => {
        const sold = fixedPoint === undefined ? world : onSubscription({ points: [fixedPoint] }, {}).plant(world, outfit, at);
        const apn = fixedPoint?.apn ?? '';
        return onModem(
          context((was) => ({ ...was, apn, user: 'dale', word: 'Larch' })),
          (was) => was,
        ).plant(sold, outfit, at);
      },
      lift: (world, outfit, at) =>
        onModem(
          context((was) => ({ ...was, word: 'larch' })),
          (was) => was,
        ).plant(world, outfit, at),
      fits: hasCard,
    },
  ),
  modem(
    'ip-type',
    {
      name: 'Wrong IP type',
      is: 'The context asks for IPv6, and the access point has none.',
      sign: 'Registered, no address; cause 50: IPv4 only.',
      effect: { shows: 'refused', by: 'ESM', cause: 50 },
    },
    onlyWithCard(
      onModem(
        context((was) => ({ ...was, type: 'IPV6' })),
        context((was) => ({ ...was, type: 'IP' })),
      ),
    ),
  ),
  modem(
    'bands-missing',
    {
      name: 'The carrier’s band is not in the modem',
      is: 'The modem has none of the bands that its carrier uses at this place.',
      sign: 'It searches and finds nothing, or only others’ networks; compare the two lists of bands.',
      effect: { shows: 'unregistered' },
    },
    onModem(
      setTo(() => ({ bands: ['B7'] })),
      setTo(() => ({ bands: [] })),
    ),
  ),
  modem(
    'mode-fixed',
    {
      name: 'Fixed to a technology that is not here',
      is: 'The network mode is fixed to a technology that nobody offers at this place.',
      sign: 'It searches for ever; in automatic mode it registers.',
      effect: { shows: 'unregistered' },
    },
    onModem(
      setTo(() => ({ mode: 'NB-IoT' })),
      setTo(() => ({ mode: 'auto' })),
    ),
  ),
  modem(
    'network-by-hand',
    {
      name: 'Another network chosen by hand',
      is: 'A network was chosen by hand that does not take this card, and it is now on the card’s forbidden list.',
      sign: 'Denied, cause 11; the operator’s mode is manual.',
      effect: { shows: 'refused', by: 'EMM', cause: 11 },
    },
    {
      ...onModem(
        (was, at) => restart(told(was, { operator: { mode: 1, network: homeNetworkRefuses[homeOf(was)] ?? '' } }), at),
        setTo(() => ({ operator: { mode: 0, network: '' } })),
      ),
      fits: (_, outfit) => (homeNetworkRefuses[homeOf(modemOf(outfit))] ?? '') !== '',
    },
  ),
  modem(
    'roaming-off',
    {
      name: 'Roaming off in the modem',
      is: 'The card is a guest in every network here, and roaming is off in the modem.',
      sign: 'It hears networks (+COPS=?) and registers on none.',
      effect: { shows: 'unregistered' },
    },
    {
      ...onModem(
        setTo(() => ({ roaming: false, operator: { mode: 1, network: '99999' } })),
        setTo(() => ({ roaming: true, operator: { mode: 0, network: '' } })),
      ),
      fits: (_, outfit) => homeOf(modemOf(outfit)) !== '99999' && modemOf(outfit) !== undefined,
    },
  ),
  modem(
    'session-not-opened',
    {
      name: 'The session is never opened',
      is: 'The access point was created and not chosen: nothing opens a session.',
      sign: 'Registered; +CGACT? says 0 and there is no cause.',
      effect: { shows: 'call', why: 'no session' },
    },
    onlyWithCard(
      onModem(
        setTo(() => ({ opens: false })),
        setTo(() => ({ opens: true })),
      ),
    ),
  ),
  modem(
    'modem-off',
    {
      name: 'The modem has no power',
      is: 'The modem’s own supply is off.',
      sign: 'No indicator on it; no answer at its port.',
      effect: { shows: 'call', why: 'modem off' },
    },
    onModem(
      (was) => ({ ...restart(was, was.lastByte), power: { is: 'off' } }),
      (was, at) => restart(was, at),
    ),
  ),
  modem(
    'figures-cached',
    {
      name: 'Old figures are repeated',
      is: 'The modem renews its level once a minute and repeats the old one in between.',
      sign: 'Many equal readings in a row: only fresh ones count.',
      effect: { shows: 'repeats', for: 30_000 },
    },
    onModem(
      (was) => ({ ...was, refresh: 60_000 }),
      (was) => ({ ...was, refresh: 2000 }),
    ),
  ),
  modem(
    'serial-speed',
    {
      name: 'Speeds differ by one menu',
      is: 'The unit speaks faster than the modem listens.',
      sign: 'Garbage or nothing from the modem; compare both menus.',
      effect: { shows: 'call', why: 'speed' },
    },
    onLink(
      ({ unitSpeed }) => ({ modemSpeed: unitSpeed === '9600' ? '19200' : '9600' }),
      ({ unitSpeed }) => ({ modemSpeed: unitSpeed }),
    ),
  ),
  modem(
    'serial-frame',
    {
      name: 'Framing differs',
      is: 'One side sends eight bits without parity, the other expects seven with.',
      sign: 'Garbage from the modem, or every second character wrong.',
      effect: { shows: 'call', why: 'framing' },
    },
    onLink(
      ({ unitFrame }) => ({ modemFrame: unitFrame === '7E1' ? '8N1' : '7E1' }),
      ({ unitFrame }) => ({ modemFrame: unitFrame }),
    ),
  ),
  modem(
    'cable-crossed',
    {
      name: 'Serial cable crossed',
      is: 'The cable between unit and modem is crossed where a straight one is needed.',
      sign: 'Nothing at all from the modem, at any speed.',
      effect: { shows: 'call', why: 'link crossed' },
    },
    onLink(() => ({ cable: 'crossed' }), cableRight),
  ),
  modem(
    'cable-out',
    {
      name: 'Serial cable out',
      is: 'The cable between unit and modem is not plugged in.',
      sign: 'Look at it.',
      effect: { shows: 'call', why: 'link out' },
    },
    onLink(() => ({ cable: 'out' }), cableRight),
  ),
  modem(
    'idle-limit',
    {
      name: 'Idle limit too short',
      is: 'The modem closes the connection while the unit still thinks: the event stays in the unit.',
      sign: 'Calls begin at the desk and end without an event; idle limit against the unit’s think time.',
      effect: { shows: 'call', why: 'cut by idle limit' },
    },
    onLink(
      (_, { unit }) => ({ idle: Math.max(1, kindFacts[unit.kind].think - 100) }),
      () => ({ idle: 90_000 }),
    ),
  ),
];
const foreign = (apn: string): string => {
  const all = Object.values(carriers).flatMap(({ points }) => points.map((point) => point.apn));
  return all.find((one) => one.split('.')[1] !== apn.split('.')[1]) ?? apn;
};
const homeOf = (of: VirtualModem | undefined): string => of?.slots[of.slot]?.card?.imsi.slice(0, 5) ?? '';
