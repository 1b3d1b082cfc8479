// What a virtual modem is: its radio, sockets and slots, the cards in them, what it was told, and how far it has come.
import { type Instant, instant } from '../../quantity/index.ts';
import type { Charset } from './charset.ts';
import type { Heard, YardRadio } from '../air/index.ts';
import type { Carriers, Subscription } from '../carrier/index.ts';

export type StoredText = {
  readonly index: number;
  /** What came in; what was written here and was not sent yet, or was. */
  readonly box: 'in' | 'unsent' | 'sent';
  /** The number on the other side. */
  readonly from: string;
  readonly text: string;
  readonly at: Instant;
  readonly read: boolean;
};
export type SentText = { readonly to: string; readonly text: string };
/** How many messages a card holds. */
export const mostTexts = 20;

export type Card = {
  readonly iccid: string;
  readonly imsi: string;
  /** Null: it asks for none. */
  readonly pin: string | null;
  readonly puk: string;
  readonly pinTries: number;
  readonly pukTries: number;
  /** Networks that refused it for good (EF_FPLMN); they outlive a power cycle. */
  readonly forbidden: readonly string[];
  readonly texts: readonly StoredText[];
  /** The service centre to which it sends (EF_SMSP). */
  readonly centre: string;
};
export const usualCentre = '+447700900000';
/** The invented cards' PIN and PUK: they open nothing but these cards. */
export const virtualPin = '2468';
export const virtualPuk = '13572468';
export const virtualCard = (of: { iccid: string; imsi: string; pin?: string | null }): Card => ({
  iccid: of.iccid,
  imsi: of.imsi,
  pin: of.pin ?? null,
  puk: virtualPuk,
  pinTries: 3,
  pukTries: 10,
  forbidden: [],
  texts: [],
  centre: usualCentre,
});
export type Slot = { readonly card: Card | null; readonly turned: boolean; readonly seated: boolean };

export const modes = ['auto', '2G', '3G', 'LTE', 'LTE-M', 'NB-IoT', '5G'] as const;
export type Mode = (typeof modes)[number];
export const contextTypes = ['IP', 'IPV6', 'IPV4V6'] as const;
export type Context = {
  readonly cid: number;
  readonly type: (typeof contextTypes)[number];
  readonly apn: string;
  readonly user: string;
  readonly word: string;
};
export type Session = { readonly cid: number; readonly apn: string; readonly address: string; readonly since: Instant };

/** What it keeps without power. */
export type Told = {
  readonly contexts: readonly Context[];
  readonly mode: Mode;
  readonly roaming: boolean;
  /** A network to use alone (1), or first (4); automatic (0); none (2). */
  readonly operator: { readonly mode: 0 | 1 | 2 | 4; readonly network: string };
  /** A PIN that it gives to the card by itself, and a wrong one costs a try at each start. */
  readonly pin: string | null;
  /** It opens its first context by itself. */
  readonly opens: boolean;
  readonly sleeps: boolean;
  readonly bands: readonly string[];
  /** Timers that it asks for with its sleep, as eight bits each (TS 24.008 clauses 10.5.7.3 and 10.5.7.4a). */
  readonly psm: { readonly tau: string; readonly active: string };
  /** Longer paging cycles, asked for by technology (4 LTE-M, 5 NB-IoT), as four bits. */
  readonly edrx: { readonly mode: 0 | 1 | 2; readonly values: { readonly [technology: number]: string } };
};

export type Power = { readonly is: 'off' } | { readonly is: 'booting'; readonly until: Instant } | { readonly is: 'on' };
export type CardSeen = { readonly is: 'waiting'; readonly until: Instant } | { readonly is: 'absent' | 'PIN' | 'PUK' | 'failed' | 'ready' };
export type Registration =
  | { readonly is: 'idle' }
  | { readonly is: 'searching'; readonly until: Instant; readonly tries: number }
  | { readonly is: 'nothing'; readonly until: Instant }
  | { readonly is: 'denied'; readonly cause: number; readonly until: Instant | null; readonly tries: number }
  | { readonly is: 'on'; readonly cell: number; readonly roaming: boolean; readonly check: Instant };
export type Work = 'scan' | 'register' | 'activate' | 'attach' | 'send' | 'dial';
export const mostContexts = 4;
export type Running = {
  readonly work: Work;
  readonly with: readonly string[];
  readonly since: Instant;
  readonly until: Instant;
  readonly abortable: boolean;
  /** Commands of the same line that come after it. */
  readonly rest: readonly string[];
};
export type Lines = {
  readonly echo: boolean;
  readonly quiet: boolean;
  /** Words for results, else digits. */
  readonly verbose: boolean;
  readonly errors: 0 | 1 | 2;
  readonly registers: { readonly [s: number]: number };
  readonly dtr: 0 | 1 | 2;
  readonly dcd: 0 | 1;
  readonly rate: number;
  readonly reports: { readonly [command: string]: number };
  /** Messages as plain text, else as PDUs. */
  readonly textMode: boolean;
  /** How much results say (X), the loudspeaker (L, M). */
  readonly says: 0 | 1 | 2 | 3 | 4;
  readonly speaker: { readonly loud: number; readonly on: number };
  readonly charset: Charset;
  /** What a message that is typed goes out with (+CSMP): first octet, validity, protocol, coding. */
  readonly submit: readonly [first: number, validity: number, protocol: number, coding: number];
  /** Whether text mode tells all of a message's header (+CSDH). */
  readonly headers: boolean;
};
export const usualLines: Lines = {
  echo: true,
  quiet: false,
  verbose: true,
  errors: 0,
  registers: {},
  dtr: 2,
  dcd: 1,
  rate: 0,
  reports: {},
  textMode: false,
  says: 4,
  speaker: { loud: 1, on: 1 },
  charset: 'IRA',
  submit: [17, 167, 0, 0],
  headers: false,
};

export type ModemMake = {
  readonly imei: string;
  readonly seed: number;
  readonly bands: readonly string[];
  readonly radios: readonly YardRadio[];
  /** From power to ready, ms. */
  readonly boot: number;
  /** How often it renews its figures, ms: it repeats the old ones in between. */
  readonly refresh: number;
};
export type VirtualModem = ModemMake & {
  readonly slots: readonly Slot[];
  readonly slot: number;
  readonly told: Told;
  readonly power: Power;
  readonly seen: CardSeen;
  /** +CFUN: 0 minimum, 1 full, 4 radio off. */
  readonly function: 0 | 1 | 4;
  readonly attached: boolean;
  readonly registration: Registration;
  readonly sessions: readonly Session[];
  /** When it next opens its first context by itself. */
  readonly opensAt: Instant | null;
  /** The last cause of a refusal, EMM or ESM; 0 without one. */
  readonly cause: { readonly of: 'EMM' | 'ESM'; readonly number: number };
  readonly asleep: boolean;
  readonly lines: Lines;
  /** How the line is set after a start: stored by &W, else as it was made. */
  readonly profile: Lines;
  /** By how much (ms) its clock was set off the network's (+CCLK). */
  readonly clockBy: number;
  /** The card's file that a raw command selected last (+CSIM). */
  readonly file: string;
  /** Data go straight through; commands are not heard. */
  readonly online: boolean;
  /** A line that is not whole yet, and the last whole one (A/). */
  readonly held: string;
  readonly last: string;
  readonly lastByte: Instant;
  /** Plus signs heard after a silence; the escape counts when a silence follows. */
  readonly escape: { readonly signs: number; readonly until: Instant } | null;
  /** While it waits for a message's body after its prompt. */
  readonly writing: {
    readonly to: string | null;
    readonly length: number;
    /** To be kept on the card (+CMGW) as what, instead of sent. */
    readonly as: 'in' | 'unsent' | 'sent' | null;
  } | null;
  readonly running: Running | null;
  /** What it has sent and nobody has fetched yet, oldest first. */
  readonly outbox: readonly SentText[];
  /** The number of the last message that was sent, 0 to 255. */
  readonly lastSent: number;
};

/** What is around a modem: pure questions to the world. */
export type Around = {
  readonly hears: (modem: VirtualModem, at: Instant) => readonly Heard[];
  readonly subscription: (iccid: string) => Subscription | null;
  readonly carriers: Carriers;
  /** The supply at its terminals carries it through a burst of transmission. */
  readonly powerHolds: boolean;
};

export const usualTold = (apn: string): Told => ({
  contexts: [{ cid: 1, type: 'IP', apn, user: '', word: '' }],
  mode: 'auto',
  roaming: true,
  operator: { mode: 0, network: '' },
  pin: null,
  opens: true,
  sleeps: false,
  bands: [],
  psm: { tau: '00000110', active: '00100001' },
  edrx: { mode: 0, values: {} },
});
/** What a modem is without power: all that it did not keep. */
export const withoutPower = {
  power: { is: 'off' },
  seen: { is: 'absent' },
  function: 1,
  attached: true,
  registration: { is: 'idle' },
  sessions: [],
  opensAt: null,
  cause: { of: 'EMM', number: 0 },
  asleep: false,
  online: false,
  held: '',
  last: '',
  escape: null,
  writing: null,
  running: null,
  clockBy: 0,
  file: '3F00',
} as const satisfies Partial<VirtualModem>;
export const emptySlot: Slot = { card: null, turned: false, seated: true };
export const newModem = (make: ModemMake, slots: readonly Slot[], told: Told): VirtualModem => ({
  ...make,
  slots,
  slot: 0,
  told,
  ...withoutPower,
  lines: usualLines,
  profile: usualLines,
  lastByte: instant(0),
  outbox: [],
  lastSent: 0,
});

/** The card in the slot that is in use, as the modem can reach it; null for none, one that is turned, or one that is not pushed home. */
export const cardIn = (modem: VirtualModem): Card | null => {
  const slot = modem.slots[modem.slot];
  return slot === undefined || slot.turned || !slot.seated ? null : slot.card;
};
export const withCard = (modem: VirtualModem, change: (card: Card) => Card): VirtualModem => ({
  ...modem,
  slots: modem.slots.map((slot, i) => (i === modem.slot && slot.card !== null ? { ...slot, card: change(slot.card) } : slot)),
});
export const isRegistered = (modem: VirtualModem): boolean => modem.registration.is === 'on';
export const isReady = (modem: VirtualModem): boolean => modem.power.is === 'on' && modem.seen.is === 'ready';
export const sessionOf = (modem: VirtualModem, cid = 1): Session | null => modem.sessions.find((one) => one.cid === cid) ?? null;
/** The cell that it is on; null without one, or where it is not heard just now. */
export const servingCell = (modem: VirtualModem, at: Instant, around: Around): Heard | null => {
  const { registration } = modem;
  if (modem.power.is !== 'on' || modem.function !== 1 || modem.asleep) return null;
  if (registration.is === 'on') return around.hears(modem, at).find(({ cell }) => cell.id === registration.cell) ?? null;
  return registration.is === 'denied' ? (around.hears(modem, at)[0] ?? null) : null;
};
/** Puts a message on the card at its first free place; null where it is full. */
export const keepText = (modem: VirtualModem, of: Omit<StoredText, 'index'>): { modem: VirtualModem; index: number } | null => {
  const texts = cardIn(modem)?.texts ?? [];
  const index = Array.from({ length: mostTexts }, (_, i) => i + 1).find((free) => texts.every((one) => one.index !== free));
  if (index === undefined || cardIn(modem) === null) return null;
  const kept = [...texts, { index, ...of }].sort((a, b) => a.index - b.index);
  return { modem: withCard(modem, (was) => ({ ...was, texts: kept })), index };
};
