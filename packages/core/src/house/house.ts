// House rules: the figures that a team works by. This is the set that ships; a station adopts one version by an entry.
import type { LampName } from '../name/index.ts';
import { days, type Milliseconds } from '../quantity/index.ts';

export type House = {
  readonly id: string;
  readonly version: number;
  /** How long evidence of a lamp stands. Bearer and Route go by missed check-ins instead. */
  readonly age: { readonly [L in LampName]?: Milliseconds };
  readonly missedCheckIns: number;
  /** RSRP of a single reading: at least this is fair, below `rsrpLeast` it fails. dBm, ours for LTE. */
  readonly rsrpFair: number;
  readonly rsrpLeast: number;
  /** Bars of 5, at least: common practice, no source. */
  readonly barsFair: number;
  /** Unattended check-ins that prove Watch. */
  readonly checkIns: number;
};

export const shippedHouse: House = {
  id: 'shipped',
  version: 1,
  age: { Power: days(365), Inputs: days(365), Signal: days(365), Call: days(365), Standby: days(182), Reach: days(182) },
  missedCheckIns: 2,
  rsrpFair: -100,
  rsrpLeast: -110,
  barsFair: 3,
  checkIns: 2,
};
