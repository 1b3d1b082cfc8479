// One thing that a device said of itself, with the line where it stands.
import type { Measure } from '../../name/index.ts';
import type { Level } from '../at/levels.ts';

export const foundLabels = {
  'card.pin': 'PIN state',
  'card.number': 'Card number (ICCID)',
  'card.imsi': 'IMSI',
  'card.mncLength': 'Digits of the MNC',
  'modem.imei': 'IMEI',
  'modem.serial': 'Serial number',
  'modem.identity': 'Modem says it is',
  'modem.function': 'Functionality',
  'signal.rssi': 'RSSI',
  'signal.errors': 'Bit errors',
  'signal.rxlev': 'GSM level (RXLEV)',
  'signal.rscp': 'RSCP',
  'signal.ecno': 'Ec/Io',
  'signal.rsrp': 'RSRP',
  'signal.rsrq': 'RSRQ',
  'signal.sinr': 'SINR',
  'signal.bars': 'Bars of 5',
  'network.operator': 'Operator',
  'network.seen': 'Network seen',
  'network.technology': 'Technology',
  'network.registration': 'Registration',
  'network.area': 'Area code',
  'network.cell': 'Cell',
  'network.band': 'Band',
  'network.attached': 'Attached',
  'context.type': 'Context’s type',
  'context.apn': 'APN',
  'context.active': 'Context',
  'context.address': 'Address',
  'context.dns': 'Name server',
  'status.word': 'State by the profile’s words',
  'error.cme': 'Modem error',
  'error.cms': 'Message error',
  'error.result': 'Result',
  'error.text': 'Error report',
  cause: 'Reject cause',
} as const;
export type FoundName = keyof typeof foundLabels;
export const isFoundName = (value: unknown): value is FoundName => typeof value === 'string' && Object.hasOwn(foundLabels, value);

export type Found = {
  readonly what: FoundName;
  /** The figure at the lower edge of its range, a text, or yes and no. */
  readonly value: string | number | boolean;
  readonly in: Measure | null;
  readonly level: Level | null;
  /** Line of the text, from 1. */
  readonly line: number;
  /** Which context, domain or table the value is of; empty where there is one. */
  readonly of: string;
  /** False where it was taken for this by its shape alone. */
  readonly sure: boolean;
  /** Plain words that go with it: what the number means and what to do. */
  readonly note: string;
};

/** What a reader says of one line; the line's number is put in by whoever walks the text. */
export type Said = Omit<Found, 'line'>;
export const said = (what: FoundName, value: Found['value'], more: Partial<Omit<Said, 'what' | 'value'>> = {}): Said => ({
  what,
  value,
  in: null,
  level: null,
  of: '',
  sure: true,
  note: '',
  ...more,
});
