// What a station hangs on where it stands: its supply, its fixed line in three pieces, the router, the access point, the probes that change paths.
import { type Instant, instant } from '../../quantity/index.ts';

export const supplyKinds = ['mains', 'battery', 'mains and battery'] as const;
export type Supply = {
  readonly kind: (typeof supplyKinds)[number];
  /** At the terminals with nothing drawn, mV. */
  readonly volts: number;
  /** Of the source and its cable together, mΩ. */
  readonly resistance: number;
  /** Drawn by the unit and the modem at rest, and by a burst of transmission on top, mA. */
  readonly rest: number;
  readonly burst: number;
  /** Below it everything starts again, mV. */
  readonly least: number;
  readonly mainsOn: boolean;
  readonly batteryFitted: boolean;
  /** How long a full battery carries it, ms. */
  readonly carries: number;
  /** Since when it stands on its battery. */
  readonly onBattery: Instant | null;
};
export const usualSupply = (least: number): Supply => ({
  kind: 'mains and battery',
  volts: 13_200,
  resistance: 250,
  rest: 180,
  burst: 1600,
  least,
  mainsOn: true,
  batteryFitted: true,
  carries: 36 * 3_600_000,
  onBattery: null,
});
/** Volts at the terminals, mV, at rest or in a burst: Ohm's law over the source and its cable; a battery falls by 1.2 V until it is empty. 0 without a source. */
export const voltsAt = (supply: Supply, at: Instant, burst: boolean): number => {
  const onBattery = !supply.mainsOn || supply.kind === 'battery';
  if (onBattery && !supply.batteryFitted) return 0;
  const used = supply.onBattery === null ? 0 : (at - supply.onBattery) / supply.carries;
  if (used >= 1) return 0;
  const source = supply.volts - (onBattery ? 600 + 1200 * used : 0);
  return Math.max(0, Math.round(source - (supply.resistance * (supply.rest + (burst ? supply.burst : 0))) / 1000));
};
/** Whether it carries everything, also while the modem sends. */
export const supplyHolds = (supply: Supply, at: Instant, burst: boolean): boolean => voltsAt(supply, at, burst) >= supply.least;
/** When an ever emptier battery stops carrying the rest; null on mains. Found to the second. */
export const batteryEnds = (supply: Supply): Instant | null => {
  if (supply.onBattery === null) return null;
  let [low, high] = [0, Math.ceil(supply.carries / 1000)];
  while (low < high) {
    const middle = Math.floor((low + high) / 2);
    if (supplyHolds(supply, instant(supply.onBattery + middle * 1000), false)) low = middle + 1;
    else high = middle;
  }
  return instant(supply.onBattery + low * 1000);
};

/** A fixed line, cut where a person can cut it: the plug at the unit, the line side of the line box, or somewhere beyond. */
export type FixedLine = { readonly plug: boolean; readonly lineSide: boolean; readonly beyond: boolean };
export const wholeLine: FixedLine = { plug: true, lineSide: true, beyond: true };

export const probeKinds = ['none', 'own LAN', 'one host', 'two hosts'] as const;
export type Probe = {
  /** What it asks: the box beside it, a host beyond, or nothing. */
  readonly asks: (typeof probeKinds)[number];
  readonly every: number;
  readonly misses: number;
  /** How long the first path has to be good before it carries again, ms, and since when it is. */
  readonly holdDown: number;
  readonly goodSince: Instant | null;
  /** In a row so far, and when it asks next. */
  readonly missed: number;
  readonly next: Instant | null;
};
export type Site = {
  readonly line: FixedLine;
  /** Gives addresses to what hangs on it. */
  readonly lease: 'given' | 'none' | 'taken twice';
  readonly names: boolean;
  /** Ports that the site's router lets nothing out to; 'all' for every one. */
  readonly blocked: readonly number[] | 'all';
  readonly wifi: {
    readonly heard: boolean;
    readonly name: 'right' | 'other';
    readonly word: 'right' | 'wrong';
    readonly internet: boolean;
  };
  readonly probe: Probe;
  /** A second router in front: found or not, and since when it is looked for. */
  readonly helper: {
    readonly fitted: boolean;
    readonly cable: 'WAN' | 'LAN';
    readonly firmware: 'same' | 'older';
    readonly since: Instant | null;
  };
  /** The tunnel to the office, where there is one. */
  readonly tunnel: 'none' | 'up' | 'same subnet' | 'key differs';
  /** The order of the paths as the router has them, and which one carries now. */
  readonly active: string | null;
  /** Which role a small board's one socket has: it is a way out only as WAN. Null where the unit has a socket for each. */
  readonly socket: 'WAN' | 'LAN' | null;
  /** Whether each device has its own fuse, or one fuse feeds the unit and all. */
  readonly fuses: 'own' | 'one';
  readonly doorOpen: boolean;
};
export const usualSite: Site = {
  line: wholeLine,
  lease: 'given',
  names: true,
  blocked: [],
  wifi: { heard: true, name: 'right', word: 'right', internet: true },
  probe: { asks: 'one host', every: 30_000, misses: 3, holdDown: 0, goodSince: null, missed: 0, next: null },
  helper: { fitted: false, cable: 'WAN', firmware: 'same', since: null },
  tunnel: 'none',
  socket: null,
  fuses: 'own',
  active: null,
  doorOpen: false,
};
/** How long two routers take to find each other, ms. Common practice (up to five minutes), no source. */
export const pairing = 170_000;
export const helperFound = ({ helper }: Site, at: Instant): boolean =>
  helper.fitted && helper.cable === 'WAN' && helper.firmware === 'same' && helper.since !== null && at - helper.since >= pairing;
