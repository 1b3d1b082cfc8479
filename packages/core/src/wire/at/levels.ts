// +CSQ and +CESQ (3GPP TS 27.007 clauses 8.5 and 8.69): numbers as ranges of dBm and dB, by TS 45.008, 25.133, 36.133 and 38.133.

/** A level as its range: `least` is in it, `most` is not. Null where the scale is open. */
export type Level = { readonly least: number | null; readonly most: number | null };
export type LevelRead = { is: 'level'; level: Level } | { is: 'unknown' } | { is: 'wrong' };

const wrong: LevelRead = { is: 'wrong' };
const level = (least: number | null, most: number | null): LevelRead => ({ is: 'level', level: { least, most } });

/** RSSI of +CSQ: −113 + 2n dBm, 0 is −113 or less, 31 is −51 or more, 99 not known; anything else is wrong. */
export const csqRssi = (n: number): LevelRead => {
  if (n === 99) return { is: 'unknown' };
  if (!Number.isInteger(n) || n < 0 || n > 31) return wrong;
  if (n === 0) return level(null, -113);
  return n === 31 ? level(-51, null) : level(-113 + 2 * n, -111 + 2 * n);
};

/** Bit error rate of +CSQ: RXQUAL 0 to 7 as its percentage (TS 45.008 clause 8.2.4), 99 not known. */
export const csqErrors = (n: number): LevelRead => {
  const edges = [0, 0.2, 0.4, 0.8, 1.6, 3.2, 6.4, 12.8];
  if (n === 99) return { is: 'unknown' };
  const least = edges[n];
  return least === undefined ? wrong : level(least, edges[n + 1] ?? null);
};

type Scale = { readonly top: number; readonly unknown: number; readonly zero: number; readonly step: number };
/** Index n is [zero + (n − 1)·step, zero + n·step); 0 is less than `zero`, `top` has no upper edge. */
export const cesqScales = {
  rxlev: { top: 63, unknown: 99, zero: -110, step: 1 },
  rscp: { top: 96, unknown: 255, zero: -120, step: 1 },
  ecno: { top: 49, unknown: 255, zero: -24, step: 0.5 },
  rsrq: { top: 34, unknown: 255, zero: -19.5, step: 0.5 },
  rsrp: { top: 97, unknown: 255, zero: -140, step: 1 },
  ssRsrq: { top: 126, unknown: 255, zero: -43, step: 0.5 },
  ssRsrp: { top: 126, unknown: 255, zero: -156, step: 1 },
  ssSinr: { top: 127, unknown: 255, zero: -23, step: 0.5 },
} as const satisfies { readonly [name: string]: Scale };
export type CesqScale = keyof typeof cesqScales;

/** One field of +CESQ. A number outside its scale is wrong, not a level: rxlev 63 is a level and 99 is not. */
export const cesqLevel = (scale: CesqScale, n: number): LevelRead => {
  const { top, unknown, zero, step } = cesqScales[scale];
  if (n === unknown) return { is: 'unknown' };
  if (!Number.isInteger(n) || n < 0 || n > top) return wrong;
  if (n === 0) return level(null, zero);
  return level(zero + (n - 1) * step, n === top ? null : zero + n * step);
};
