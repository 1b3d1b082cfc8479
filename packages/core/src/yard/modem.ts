// What a virtual modem is: the facts of its card, the conditions around it, and what it was told.
import type { Instant } from '../quantity/index.ts';
import { noise } from './noise.ts';

export const cardStates = ['ready', 'PIN wanted', 'PUK wanted', 'no card'] as const;
export const airs = ['good', 'fair', 'weak', 'swinging', 'noisy'] as const;
export const networks = ['home', 'roaming', 'searching', 'denied'] as const;
export type Conditions = {
  readonly card: (typeof cardStates)[number];
  readonly air: (typeof airs)[number];
  readonly network: (typeof networks)[number];
  /** Whether the network takes the APN that is set. */
  readonly apnKnown: boolean;
  /** How often the modem renews its figures, ms: it repeats the old ones in between. */
  readonly refresh: number;
};
export const fairWeather: Conditions = { card: 'ready', air: 'good', network: 'home', apnKnown: true, refresh: 2000 };

export type ModemFacts = {
  readonly iccid: string;
  readonly imsi: string;
  readonly imei: string;
  readonly apn: string;
  readonly address: string;
  readonly seed: number;
};

export type VirtualModem = ModemFacts & {
  readonly conditions: Conditions;
  readonly echo: boolean;
  /** Words for results, else digits. */
  readonly verbose: boolean;
  readonly errors: 0 | 1 | 2;
  readonly reports: { readonly [command: string]: number };
  readonly radio: boolean;
  readonly active: boolean;
  readonly pinTries: number;
  readonly pukTries: number;
  /** The last reject cause of the session, or 0. */
  readonly cause: number;
  /** A line that is not whole yet. */
  readonly held: string;
  /** Messages as plain text, else as PDUs. */
  readonly textMode: boolean;
  /** What is stored on the card, by index from 1. */
  readonly inbox: readonly StoredText[];
  /** What it has sent and nobody has fetched yet, oldest first. */
  readonly outbox: readonly SentText[];
  /** The number of the last message that was sent, 0 to 255. */
  readonly lastSent: number;
  /** While it waits for a message's body after its prompt. */
  readonly writing: { readonly to: string | null; readonly length: number } | null;
};
export type StoredText = {
  readonly index: number;
  readonly from: string;
  readonly text: string;
  readonly at: Instant;
  readonly read: boolean;
};
export type SentText = { readonly to: string; readonly text: string };
/** How many messages the card holds. */
export const mostTexts = 20;

/** The invented card's PIN and PUK: they open nothing but this modem. */
export const virtualPin = '2468';
export const virtualPuk = '13572468';

export const virtualModem = (facts: ModemFacts, conditions: Conditions = fairWeather): VirtualModem => ({
  ...facts,
  conditions,
  echo: true,
  verbose: true,
  errors: 0,
  reports: {},
  radio: true,
  active: conditions.apnKnown && isRegistered({ radio: true, conditions }),
  pinTries: 3,
  pukTries: 10,
  cause: 0,
  held: '',
  textMode: false,
  inbox: [],
  outbox: [],
  lastSent: 0,
  writing: null,
});

/** A text that arrives for the card; one too many waits in the network, and is not here. */
export const receiveText = (modem: VirtualModem, { from, text, at }: { from: string; text: string; at: Instant }): VirtualModem => {
  if (!isRegistered(modem) || modem.inbox.length >= mostTexts) return modem;
  const index =
    Array.from({ length: mostTexts }, (_, i) => i + 1).find((free) => modem.inbox.every((one) => one.index !== free)) ?? mostTexts;
  return { ...modem, inbox: [...modem.inbox, { index, from, text, at, read: false }].sort((a, b) => a.index - b.index) };
};

/** Other conditions around it; what it was told stays. */
export const underConditions = (modem: VirtualModem, conditions: Conditions): VirtualModem => {
  const next = { ...modem, conditions, pinTries: 3, pukTries: 10 };
  return { ...next, active: conditions.apnKnown && isRegistered(next), cause: 0 };
};

export const isRegistered = ({ radio, conditions }: Pick<VirtualModem, 'radio' | 'conditions'>): boolean =>
  radio && conditions.card === 'ready' && (conditions.network === 'home' || conditions.network === 'roaming');

const levels: { readonly [A in Conditions['air']]: { rsrp: number; rsrq: number; swing: number } } = {
  good: { rsrp: -88, rsrq: -9, swing: 1.5 },
  fair: { rsrp: -104, rsrq: -12, swing: 1.5 },
  weak: { rsrp: -117, rsrq: -17, swing: 1.5 },
  swinging: { rsrp: -93, rsrq: -11, swing: 9 },
  noisy: { rsrp: -84, rsrq: -21.5, swing: 1.5 },
};

/** RSRP (dBm) and RSRQ (dB) now, as last renewed; null where it hears nothing. */
export const levelNow = (modem: VirtualModem, at: Instant): { rsrp: number; rsrq: number } | null => {
  if (!modem.radio || modem.conditions.network === 'searching') return null;
  const { rsrp, rsrq, swing } = levels[modem.conditions.air];
  const step = Math.floor(at / modem.conditions.refresh);
  return { rsrp: rsrp + (noise(modem.seed, step) - 0.5) * 2 * swing, rsrq: rsrq + (noise(modem.seed + 7, step) - 0.5) };
};
