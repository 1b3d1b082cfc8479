// What a modem hears at a place: path loss, shadow, fading, load and interference, from the masts of the dale.
import type { Instant } from '../../quantity/index.ts';
import { noise } from '../noise.ts';
import { type Cell, cells, masts, type Spot, type YardRadio } from './dale.ts';

/** Path loss with nothing between, dB: 32.45 + 20·log10(MHz) + 20·log10(km). ITU-R P.525, from memory. */
export const freeSpaceLoss = ({ mhz, km }: { mhz: number; km: number }): number => 32.45 + 20 * Math.log10(mhz) + 20 * Math.log10(km);

/** Path loss over open country, dB. 3GPP TR 36.942 clause 4.5.3 (Hata's open area), from memory; `mhz` 150 to 2000 by its source and used beyond, `mast` height in m, distance in km, at least 20 m. Never less than through free space: close to a mast the fit leaves its range. */
export const ruralLoss = ({ mhz, mast, km }: { mhz: number; mast: number; km: number }): number => {
  const [f, h] = [Math.log10(mhz), Math.log10(mast)];
  const distance = Math.log10(Math.max(0.02, km));
  const open = 69.55 + 26.16 * f - 13.82 * h + (44.9 - 6.55 * h) * distance - 4.78 * f * f + 18.33 * f - 40.94;
  return Math.max(open, freeSpaceLoss({ mhz, km: Math.max(0.02, km) }));
};

const power = (dB: number): number => 10 ** (dB / 10);
const level = (ratio: number): number => 10 * Math.log10(ratio);
/** Thermal noise in one 15 kHz subcarrier and a receiver's 7 dB, dBm: −174 + 10·log10(15000) + 7. Common practice, no source. */
export const noiseFloor = -125.2;
/** Of a resource block's energy, how much an idle cell still sends: 2 of 12 elements, more with load. Common practice, no source. */
const sentShare = (load: number): number => (2 + 10 * load) / 12;

/** No modem tells more by one aerial, dB. Common practice, no source. */
const mostSinr = 27;

export type Air = {
  /** Share of each mast's capacity that is in use, 0 to 1. */
  readonly load: { readonly [mast: string]: number };
  readonly silent: readonly string[];
};
export const calmAir: Air = { load: {}, silent: [] };
export const loadOf = (air: Air, mast: string): number => air.load[mast] ?? 0.3;

/** How an aerial system stands at its sockets. */
export const aerials = ['right', 'wrong band', 'other socket', 'none'] as const;
export type AerialState = (typeof aerials)[number];
export type Listener = {
  readonly at: Spot;
  /** Hills, walls and cabinets between, dB. */
  readonly behind: number;
  readonly main: AerialState;
  readonly diversity: AerialState;
  /** Loss in cable and connectors, dB. */
  readonly cable: number;
  /** Somebody else's transmitter close by, dB above the receiver's own noise. */
  readonly interference: number;
  /** How far the level swings to both sides, dB. */
  readonly swing: number;
  readonly bands: readonly string[];
  readonly radios: readonly YardRadio[];
  readonly seed: number;
};
const aerialLoss: { readonly [A in AerialState]: number } = { right: 0, 'wrong band': 14, 'other socket': 22, none: 30 };

/** RSRP in dBm (RSCP, RXLEV for older radios), RSRQ and SINR in dB. */
export type Heard = { readonly cell: Cell; readonly rsrp: number; readonly rsrq: number; readonly sinr: number };
/** Weakest level at which a radio still holds a cell, dBm. Ours. */
const least: { readonly [R in YardRadio]: number } = { '2G': -108, '3G': -116, LTE: -125, 'LTE-M': -131, 'NB-IoT': -137, '5G': -122 };

const seedAt = (text: string): number => Array.from(text).reduce((sum, char) => (Math.imul(sum, 33) + (char.codePointAt(0) ?? 0)) >>> 0, 5);

/** Loss and shadow from every cell to a place, dB, in the order of the cells; worked out once for each place. */
const lossesAt = (at: Spot): readonly number[] => {
  const known = losses.get(at);
  if (known !== undefined) return known;
  const made = cells.map((cell) => {
    const mast = masts.find(({ id }) => id === cell.mast);
    const km = mast === undefined ? 30 : Math.hypot(mast.at.east - at.east, mast.at.north - at.north);
    const shadow = noise(seedAt(`${cell.mast} ${at.east} ${at.north}`), 1) * 8 * Math.min(1, km / 3);
    return ruralLoss({ mhz: cell.mhz, mast: mast?.height ?? 30, km }) + shadow;
  });
  losses.set(at, made);
  return made;
};
const losses = new WeakMap<Spot, readonly number[]>();
/** For each cell, the places of the others of its carrier, radio and band. */
const beside: readonly (readonly number[])[] = cells.map((cell) =>
  cells.flatMap((other, i) =>
    other !== cell && other.carrier === cell.carrier && other.radio === cell.radio && other.band === cell.band ? [i] : [],
  ),
);

/** Every cell that is heard at an instant, strongest first. The figures hold for one step of `refresh` ms: the same seed, place and step give the same figures. */
export const heardAt = (air: Air, of: Listener, at: Instant, refresh: number): Heard[] => {
  const step = Math.floor(at / refresh);
  const lost = of.behind + of.cable + aerialLoss[of.main];
  const place = lossesAt(of.at);
  const levels = cells.map((cell, i) =>
    air.silent.includes(cell.mast) ? -Infinity : cell.sent - (place[i] ?? 0) - lost + (noise(of.seed + cell.id, step) - 0.5) * 2 * of.swing,
  );
  const floor = power(noiseFloor + of.interference);
  const second = of.diversity === 'right' ? 3 : 0;
  return cells
    .flatMap((cell, i): Heard[] => {
      const rsrp = levels[i] ?? -Infinity;
      if (rsrp < least[cell.radio] || !of.radios.includes(cell.radio) || !of.bands.includes(cell.band)) return [];
      const others = (beside[i] ?? []).reduce(
        (sum, j) => sum + power(levels[j] ?? -Infinity) * sentShare(loadOf(air, cells[j]?.mast ?? '')),
        0,
      );
      const own = power(rsrp);
      const load = sentShare(loadOf(air, cell.mast));
      const sinr = Math.min(mostSinr, level(own / (others + floor))) + second;
      return [{ cell, rsrp, rsrq: -level((12 * (own * load + others + floor)) / own), sinr }];
    })
    .sort((a, b) => b.rsrp - a.rsrp);
};
