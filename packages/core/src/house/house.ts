// House rules: the figures that a team works by. Published by version, adopted by a station with an entry; this is the set that ships.
import { isLampName, type LampName } from '../name/index.ts';
import { dictionary, fields, number, optional, type Shape, whole, words } from '../problem/index.ts';
import { days, seconds } from '../quantity/index.ts';
import { isSignalName, type SignalName } from '../sums/index.ts';
import { isQuestion } from './schools.ts';

export const radioKinds = ['LTE', 'LTE-M', 'NB-IoT', 'NR', 'UMTS', 'GSM', 'Wi-Fi'] as const;
export type RadioKind = (typeof radioKinds)[number];
export const isRadioKind = (value: unknown): value is RadioKind => radioKinds.some((kind) => kind === value);

export type Pass = { readonly proven: number; readonly marginal: number };

export type House = {
  readonly id: string;
  readonly version: number;
  readonly name: string;
  /** How long evidence of a lamp stands, ms. Bearer and Route go by missed check-ins instead. */
  readonly age: { readonly [L in LampName]?: number };
  readonly missedCheckIns: number;
  /** Unattended check-ins that prove Watch. */
  readonly checkIns: number;
  /** Pass figures by radio: the tenth percentile of a level, the median of a quality. dBm and dB. */
  readonly signal: { readonly [K in RadioKind]?: { readonly [N in SignalName]?: Pass } };
  /** For devices that show only steps: percent of the top. */
  readonly steps: Pass;
  readonly hold: {
    /** How long a hold has to be, ms. */
    readonly time: number;
    /** How many fresh readings it needs. */
    readonly fresh: number;
    /** Most swing (P90 − P10) and fall of a level, dB. */
    readonly spread: number;
    readonly fall: number;
    /** Most swing of bars. */
    readonly stepSpread: number;
  };
  /** Choices on questions where practitioners differ; the one that ships where there is none. */
  readonly schools?: { readonly [Q in string]?: string };
  /** The client whose stations they are meant for. */
  readonly client?: string;
};

const pass: Shape<Pass> = fields({ proven: number(-200, 200), marginal: number(-200, 200) });
const holdShape: Shape<House['hold']> = fields({
  time: whole(1000, 3_600_000),
  fresh: whole(1, 600),
  spread: number(0, 60),
  fall: number(0, 60),
  stepSpread: number(0, 5),
});

export const houseShape: Shape<House> = fields({
  id: words(40),
  version: whole(1, 9999),
  name: words(80),
  age: dictionary(isLampName, 'a lamp', whole(60_000, 3_660 * 86_400_000)),
  missedCheckIns: whole(1, 99),
  checkIns: whole(1, 99),
  signal: dictionary(isRadioKind, 'a kind of radio', dictionary(isSignalName, 'a reading of the radio', pass)),
  steps: pass,
  hold: holdShape,
  client: optional(words(80)),
  schools: optional(dictionary(isQuestion, 'a question on which schools differ', words(20))),
});

const by = (proven: number, marginal: number): Pass => ({ proven, marginal });

/** The pass figures are ours. Age, hold and steps are common practice, no source: the hold is the longer of two schools, since it catches slower fading. */
export const shippedHouse: House = {
  id: 'shipped',
  version: 1,
  name: 'House rules that ship',
  age: { Power: days(365), Inputs: days(365), Signal: days(365), Call: days(365), Standby: days(182), Reach: days(182) },
  missedCheckIns: 2,
  checkIns: 2,
  signal: {
    LTE: { 'signal.rsrp': by(-100, -110), 'signal.rsrq': by(-15, -20), 'signal.sinr': by(3, -3) },
    NR: { 'signal.rsrp': by(-100, -110), 'signal.rsrq': by(-15, -20), 'signal.sinr': by(3, -3) },
    'LTE-M': { 'signal.rsrp': by(-105, -115), 'signal.rsrq': by(-15, -20), 'signal.sinr': by(3, -3) },
    'NB-IoT': { 'signal.rsrp': by(-112, -122), 'signal.sinr': by(-3, -8) },
    UMTS: { 'signal.rscp': by(-95, -105), 'signal.ecno': by(-12, -16) },
    GSM: { 'signal.rxlev': by(-90, -102) },
    'Wi-Fi': { 'signal.wifi': by(-67, -75) },
  },
  steps: by(60, 40),
  hold: { time: seconds(30), fresh: 10, spread: 6, fall: 3, stepSpread: 1 },
};
