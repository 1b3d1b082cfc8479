// The three carriers of Varrow Dale: their access points, what they know of each card, and what they let it do. All of it is made up.
import { type Instant, instant } from '../../quantity/index.ts';
import type { Cell, YardRadio } from '../air/dale.ts';
import { noise } from '../noise.ts';
import { type CarrierName, carrierNames } from './names.ts';

/** What kind of address an access point gives. */
export const addressKinds = ['carrier NAT', 'public', 'fixed', 'private', 'IPv6'] as const;
export type AddressKind = (typeof addressKinds)[number];
export type AccessPoint = {
  readonly apn: string;
  readonly gives: AddressKind;
  /** Whether somebody outside can open a connection to the card. */
  readonly inbound: boolean;
  /** How long the carrier's NAT keeps a silent connection, ms; 0 without a NAT. */
  readonly nat: number;
  /** First three numbers of what it gives; the fourth follows from the card. */
  readonly pool: string;
  readonly user: string;
  readonly word: string;
};
export type Carrier = {
  readonly name: CarrierName;
  readonly short: string;
  readonly network: string;
  readonly points: readonly AccessPoint[];
  /** Partners whose cards it takes as roaming. */
  readonly roams: readonly CarrierName[];
  /** There and back to the internet, ms, by radio. */
  readonly latency: { readonly [R in YardRadio]?: number };
  /** Day after which a radio is switched off, as an instant. */
  readonly retires: { readonly [R in YardRadio]?: Instant };
  /** Usual delay of a text, ms. */
  readonly textDelay: number;
  readonly textsByPortalOnly: boolean;
  /** Share of packets that are lost, 0 to 1. */
  readonly loss: number;
  readonly outage: boolean;
  /** New registrations are refused until it is quieter. */
  readonly congested: boolean;
};

const point = (apn: string, gives: AddressKind, pool: string, more: Partial<AccessPoint> = {}): AccessPoint => ({
  apn,
  gives,
  inbound: gives === 'public' || gives === 'fixed',
  nat: gives === 'carrier NAT' ? 300_000 : 0,
  pool,
  user: '',
  word: '',
  ...more,
});
const latency = { '2G': 700, '3G': 180, LTE: 60, 'LTE-M': 130, 'NB-IoT': 1600, '5G': 25 };
const usual = { latency, retires: {}, textDelay: 4000, textsByPortalOnly: false, loss: 0.002, outage: false, congested: false };
export const carriers: { readonly [C in CarrierName]: Carrier } = {
  Fellwave: {
    ...usual,
    name: 'Fellwave',
    short: 'FELL',
    network: '99970',
    // 30 June 2027, 00:00 UTC.
    retires: { '3G': instant(1_814_313_600_000) },
    roams: ['Tarnlink', 'Moorcell'],
    points: [
      point('m2m.fellwave.example', 'carrier NAT', '100.72.4'),
      point('fixed.fellwave.example', 'fixed', '198.51.100', { user: 'dale', word: 'larch' }),
      point('v6.fellwave.example', 'IPv6', '2001:db8:70'),
    ],
  },
  Tarnlink: {
    ...usual,
    name: 'Tarnlink',
    short: 'TARN',
    network: '99905',
    roams: ['Fellwave'],
    points: [
      point('telemetry.tarnlink.example', 'carrier NAT', '100.80.9', { nat: 120_000 }),
      point('public.tarnlink.example', 'public', '203.0.113'),
      point('dale.tarnlink.example', 'private', '10.44.1'),
    ],
  },
  Moorcell: {
    ...usual,
    name: 'Moorcell',
    short: 'MOOR',
    network: '99999',
    roams: [],
    textsByPortalOnly: true,
    points: [
      point('iot.moorcell.example', 'carrier NAT', '100.96.2', { nat: 60_000 }),
      point('m2m.moorcell.example', 'carrier NAT', '100.72.41'),
    ],
  },
};
export type Carriers = { readonly [C in CarrierName]: Carrier };

export const subscriptionStates = ['not activated', 'active', 'suspended', 'used up'] as const;
export type Subscription = {
  readonly iccid: string;
  readonly imsi: string;
  readonly carrier: CarrierName;
  readonly state: (typeof subscriptionStates)[number];
  readonly roaming: boolean;
  /** Data service is on the subscription. */
  readonly data: boolean;
  /** The only modem that may use the card. */
  readonly lockedTo: string | null;
  /** Access points that the subscription has; the first is the one that was sold. */
  readonly points: readonly AccessPoint[];
  /** Address of its own, for access points with fixed ones. */
  readonly address: string;
  readonly number: string;
};

export const carrierOf = (network: string): CarrierName | null =>
  carrierNames.find((name) => carriers[name].network === network.replace(/\D/g, '')) ?? null;

/** What the network answers to a registration: null lets it in, else an EMM cause (3GPP TS 24.301 clause 9.9.3.9). */
export const admits = (all: Carriers, of: { card: Subscription | null; imei: string; cell: Cell; at: Instant }): number | null => {
  const { card, imei, cell, at } = of;
  const carrier = all[cell.carrier];
  const retired = carrier.retires[cell.radio];
  if (carrier.outage) return 17;
  if (retired !== undefined && at >= retired) return 15;
  if (card === null || card.state === 'not activated') return 2;
  if (card.lockedTo !== null && card.lockedTo !== imei) return 6;
  if (!card.data) return 7;
  if (carrier.congested) return 22;
  if (card.carrier === cell.carrier) return null;
  if (!carrier.roams.includes(card.carrier)) return 11;
  return card.roaming ? null : 13;
};

export type Opened =
  | { readonly ok: true; readonly point: AccessPoint; readonly address: string }
  | { readonly ok: false; readonly cause: number };
const lastNumber = (iccid: string): number => (Number(iccid.replace(/\D/g, '').slice(-6, -1)) % 250) + 2;
/** What the network answers to a context: an address, or an ESM cause (3GPP TS 24.301 clause 9.9.4.4). */
export const opensContext = (card: Subscription, of: { apn: string; user: string; word: string; type: string }): Opened => {
  const no = (cause: number): Opened => ({ ok: false, cause });
  if (card.state === 'suspended') return no(8);
  const asked = of.apn.trim().toLowerCase();
  const known = Object.values(carriers).flatMap(({ points }) => points);
  const point = asked === '' ? card.points[0] : card.points.find(({ apn }) => apn.toLowerCase() === asked);
  if (point === undefined) return no(known.some(({ apn }) => apn === asked) ? 33 : 27);
  if (point.user !== '' && (of.user !== point.user || of.word !== point.word)) return no(29);
  if (point.gives === 'IPv6' && of.type === 'IP') return no(51);
  if (point.gives !== 'IPv6' && of.type === 'IPV6') return no(50);
  const own = point.gives === 'fixed' && card.address !== '' ? card.address : null;
  const n = lastNumber(card.iccid);
  return { ok: true, point, address: own ?? (point.gives === 'IPv6' ? `${point.pool}::${n.toString(16)}` : `${point.pool}.${n}`) };
};

/** When a text arrives that is sent now; null where it never does. One in fifty is late by minutes, one in two hundred is lost: ours. */
export const textArrives = (carrier: Carrier, of: { at: Instant; seed: number }): number | null => {
  const luck = noise(of.seed, Math.floor(of.at / 1000) % 1_000_003);
  if (carrier.outage || luck < 0.005) return null;
  return luck < 0.025 ? carrier.textDelay + 240_000 : carrier.textDelay + luck * 3000;
};
