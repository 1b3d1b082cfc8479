// Evidence by kind, as data: what can be read, run, drilled, said or arrive, for which lamp, in which limits, by whom it is known, and what it proves.
// The parser at the door, the fold, the lamps' steps, the margin's forms and the grades follow from these rows.
import type { Grade, LampName, Measure } from '../name/index.ts';
import type { By } from './evidence.ts';

/** 'number' has a measure; 'word' is one of `of`; 'card' is a card number; 'seen' is a plain 'I saw it'. */
export type ReadingForm =
  | { is: 'number'; measure: Measure; least: number; most: number }
  | { is: 'word'; of: readonly string[] }
  | { is: 'card' }
  | { is: 'seen' };

export type Reading = {
  readonly what: string;
  readonly lamp: LampName;
  readonly label: string;
  readonly form: ReadingForm;
  readonly grade: Grade | null;
  /** Of what it is read: the station, a path, or one item that hangs on the unit. */
  readonly of: 'station' | 'path' | 'item';
  /** How it may be known; the first is what a person's entry says by itself. */
  readonly by: readonly Exclude<By, 'frame'>[];
  /** What it proves, and what it does not. */
  readonly proves: string;
};

const strand: readonly LampName[] = ['Card', 'Signal', 'Bearer', 'Route'];
const ofLamp = (lamp: LampName): Reading['of'] => (strand.includes(lamp) ? 'path' : 'station');

const seen = <const W extends string>(what: W, lamp: LampName, label: string, proves: string, grade: Grade | null = null) =>
  ({ what, lamp, label, form: { is: 'seen' }, grade, of: ofLamp(lamp), by: ['word', 'device'], proves }) as const;
const number = <const W extends string>(
  what: W,
  lamp: LampName,
  label: string,
  measure: Measure,
  least: number,
  most: number,
  proves: string,
) =>
  ({
    what,
    lamp,
    label,
    form: { is: 'number', measure, least, most },
    grade: null,
    of: ofLamp(lamp),
    by: ['measured', 'device'],
    proves,
  }) as const;

const level = 'One figure says how strong it was in that moment; only a hold says that it rests.';
const quality = 'One figure; with a level in a hold it tells interference from distance.';

export const readings = [
  number('supply.idle', 'Power', 'Volts at the terminals, idle', 'mV', 0, 100_000, 'With those under transmit, the supply under load.'),
  number(
    'supply.transmitting',
    'Power',
    'Volts at the terminals, transmitting',
    'mV',
    0,
    100_000,
    'How far the supply sags when it sends.',
  ),
  seen('supply.sign', 'Power', 'Power-on sign seen', 'That it has some supply, by somebody’s word; not how much.'),
  seen('inputs.range', 'Inputs', 'Each held its range where it is mounted', 'Somebody’s word; a figure of each proves it.'),
  seen('inputs.function', 'Inputs', 'Each was made to act and was seen', 'Somebody’s word; its own event at the desk proves it.'),
  seen('inputs.rest', 'Inputs', 'Rest states taught', 'Somebody’s word; its restoral at the desk proves it.'),
  seen('inputs.zones', 'Inputs', 'Zones and texts are the desk’s', 'Somebody’s word; its event with its zone proves it.'),
  {
    ...number(
      'inputs.score',
      'Inputs',
      'Range score of 9 where it is mounted',
      'step',
      0,
      9,
      'That one item is heard where it is mounted.',
    ),
    of: 'item',
  },
  {
    what: 'card.number',
    lamp: 'Card',
    label: 'Number read from the card in use',
    form: { is: 'card' },
    grade: null,
    of: 'path',
    by: ['word', 'measured', 'device'],
    proves: 'Which card is in use: captured, or typed whole with the sheet’s hidden.',
  },
  {
    what: 'card.pin',
    lamp: 'Card',
    label: 'PIN state',
    form: { is: 'word', of: ['ready', 'PIN wanted', 'PUK wanted', 'no card'] },
    grade: null,
    of: 'path',
    by: ['word', 'device'],
    proves: 'That the card is open; captured it proves, typed it is a word.',
  },
  number('signal.rsrp', 'Signal', 'RSRP', 'dBm', -156, -31, level),
  number('signal.rsrq', 'Signal', 'RSRQ', 'dB', -43, 20, quality),
  number('signal.sinr', 'Signal', 'SINR', 'dB', -23, 40, quality),
  number('signal.rscp', 'Signal', 'RSCP', 'dBm', -121, -25, level),
  number('signal.ecno', 'Signal', 'Ec/Io', 'dB', -25, 0, quality),
  number('signal.rxlev', 'Signal', 'GSM level', 'dBm', -111, -47, level),
  number('signal.wifi', 'Signal', 'Wi-Fi level', 'dBm', -100, -20, level),
  number('signal.rssi', 'Signal', 'RSSI', 'dBm', -120, -20, level),
  number('signal.bars', 'Signal', 'Bars of 5', 'step', 0, 5, 'Steps hide what they are made from.'),
  seen('bearer.indicator', 'Bearer', 'Indicator says connected', 'That a light says so.', 1),
  seen('bearer.word', 'Bearer', 'Bars, or the word ‘connected’', 'That the device says so.', 2),
  seen('bearer.address', 'Bearer', 'Registered, with an address', 'Captured, that the bearer is up; by word it is a word.', 3),
  seen('route.somewhere', 'Route', 'An answer from somewhere', 'That something answers, by whatever way.', 4),
  seen('route.byPath', 'Route', 'An answer that left by this path', 'That this path leads out; not that the desk is reached.', 5),
  seen('standby.linkLoss', 'Standby', 'Link pulled, standby took over', 'Somebody’s word; a drill of calls proves it.'),
  seen('standby.softFailure', 'Standby', 'Link up, nothing beyond: standby took over', 'Somebody’s word; a drill of calls proves it.'),
  seen('standby.supplyLoss', 'Standby', 'First path without supply: standby took over', 'Somebody’s word; a drill of calls proves it.'),
  seen('standby.return', 'Standby', 'First path back, seen at the desk', 'Somebody’s word; a drill of calls proves it.'),
  seen('reach.session', 'Reach', 'Session opened from afar', 'Somebody’s word; a session that the desk held proves more.'),
  seen('reach.readBack', 'Reach', 'Harmless value changed and read back', 'Somebody’s word; a session that the desk held proves it.'),
] as const satisfies readonly Reading[];

export type ReadingName = (typeof readings)[number]['what'];

const byWhat: ReadonlyMap<string, Reading> = new Map(readings.map((reading) => [reading.what, reading]));
export const readingOf = (what: string): Reading | null => byWhat.get(what) ?? null;
export const readingsOf = (lamp: LampName): readonly Reading[] => readings.filter((reading) => reading.lamp === lamp);

export type Kind = 'hold' | 'drill' | 'check-in' | 'confirmation' | 'call' | 'declaration' | 'test';
/** Evidence that is no reading: for which lamps, how it may be known, its grade where it has one, and what it proves. */
export type KindRow = {
  readonly what: Kind;
  readonly label: string;
  readonly lamps: readonly LampName[];
  readonly by: readonly By[];
  readonly grade: Grade | null;
  readonly proves: string;
};

export const kinds = {
  hold: {
    what: 'hold',
    label: 'A hold',
    lamps: ['Signal'],
    by: ['measured', 'device'],
    grade: null,
    proves: 'That the level rests, where the aerial is mounted; typed samples are as true as who typed them.',
  },
  call: {
    what: 'call',
    label: 'A call that arrived',
    lamps: ['Call', 'Bearer', 'Route', 'Inputs', 'Card'],
    by: ['frame'],
    grade: null,
    proves: 'Its path, if it came likely or certainly by it; its input, by its zone and turn; its account, at its listener.',
  },
  drill: {
    what: 'drill',
    label: 'A drill',
    lamps: ['Standby'],
    by: ['frame'],
    grade: null,
    proves:
      'That another path calls while the first is cut, that the first comes back, that it calls by itself after a blackout; by calls, never by a press.',
  },
  'check-in': {
    what: 'check-in',
    label: 'Check-ins that came by themselves',
    lamps: ['Watch'],
    by: ['frame'],
    grade: 9,
    proves: 'That the unit calls when it is due while nobody is there.',
  },
  confirmation: {
    what: 'confirmation',
    label: 'What another desk confirms',
    lamps: ['Call', 'Inputs', 'Watch'],
    by: ['device', 'word'],
    grade: 7,
    proves:
      'Their own log, within two minutes of our event: the call. A read-back, or what they say of the tests that came: a named person’s word.',
  },
  test: {
    what: 'test',
    label: 'Files before and after a change from afar',
    lamps: ['Reach'],
    by: ['device'],
    grade: null,
    proves: 'That a value was changed from afar; with a call since, that it still works.',
  },
  declaration: {
    what: 'declaration',
    label: 'Somebody’s word',
    lamps: ['Power', 'Inputs', 'Card', 'Signal', 'Bearer', 'Route', 'Call', 'Standby', 'Watch', 'Reach'],
    by: ['word'],
    grade: null,
    proves: 'Nothing by itself: weak at most; that something fails is believed.',
  },
} as const satisfies { readonly [K in Kind]: KindRow & { readonly what: K } };

/** What can prove or weaken a lamp besides its readings. */
export const kindsOf = (lamp: LampName): readonly KindRow[] =>
  Object.values<KindRow>(kinds).filter((row) => row.what !== 'declaration' && row.lamps.includes(lamp));

/** Readings of earlier versions that nobody can take any more: kept entries stay readable and prove nothing. A count of check-ins is the desk's own, never typed. */
export const retiredReadings: readonly string[] = ['watch.checkIns'];

/** From which grade a lamp that goes by grades is proven. */
export const provenFrom: { readonly [L in LampName]?: Grade } = { Bearer: 3, Route: 6, Call: 7 };
