// How long a station is dark when its first path dies: not one number but a distribution, from the fault to the first call by the standby.
import type { Source } from '../../problem/index.ts';

/** One part of the gap, ms. 'flat': every time between least and most is as likely; 'peak': a triangle whose top is the usual one. */
export type Stretch = {
  readonly code: string;
  readonly shape: 'flat' | 'peak';
  readonly least: number;
  readonly usual: number;
  readonly most: number;
  readonly source: Source;
};

const practice: Source = { practice: true };
const peak = (code: string, least: number, usual: number, most: number): Stretch => ({
  code,
  shape: 'peak',
  least: least * 1000,
  usual: usual * 1000,
  most: most * 1000,
  source: practice,
});

export type Probing = { readonly every: number; readonly misses: number; readonly patience: number };
export type Standby = {
  readonly kind: 'cellular' | 'ethernet' | 'wifi' | 'text';
  /** Whether it is up all the time, so that only the route changes. */
  readonly up: boolean;
  readonly tunnel: boolean;
  /** How often (ms) the unit tries again by itself; null where it calls at once. */
  readonly retry: number | null;
};

/**
 * The parts of a gap in their order: noticing, between (n−1)·I + t and n·I + t, exactly; then what a standby of that kind needs until the desk takes a call.
 * `probing` null: by the link's own sign. Times but the noticing are common practice, no source; ms.
 */
export const stretchesOf = (probing: Probing | null, { kind, up, tunnel, retry }: Standby): Stretch[] => {
  const notice: Stretch =
    probing === null
      ? peak('gap-link', 0.1, 1, 5)
      : {
          code: 'gap-notice',
          shape: 'flat',
          least: (probing.misses - 1) * probing.every + probing.patience,
          usual: (probing.misses - 0.5) * probing.every + probing.patience,
          most: probing.misses * probing.every + probing.patience,
          source: { ours: 'definitions of least and most' },
        };
  const cold: Stretch[] = up
    ? []
    : kind === 'cellular'
      ? [peak('gap-dial', 1, 3, 10), peak('gap-register', 3, 12, 60), peak('gap-context', 1, 2, 8)]
      : kind === 'wifi'
        ? [peak('gap-join', 2, 4, 15), peak('gap-lease', 1, 2, 8)]
        : kind === 'ethernet'
          ? [peak('gap-lease', 1, 2, 8)]
          : [peak('gap-register', 3, 12, 60)];
  return [
    notice,
    peak('gap-route', 0.1, 1, 5),
    ...cold,
    ...(tunnel ? [peak('gap-tunnel', 1, 5, 30)] : []),
    ...(retry === null ? [] : [{ code: 'gap-retry', shape: 'flat', least: 0, usual: retry / 2, most: retry, source: practice } as const]),
    kind === 'text' ? peak('gap-text', 3, 8, 60) : peak('gap-desk', 0.2, 1, 4),
  ];
};

/** Share of a stretch that lies below a time. */
const below = ({ shape, least, usual, most }: Stretch, at: number): number => {
  if (at <= least) return 0;
  if (at >= most) return 1;
  if (shape === 'flat') return (at - least) / (most - least);
  return at <= usual ? (at - least) ** 2 / ((most - least) * (usual - least)) : 1 - (most - at) ** 2 / ((most - least) * (most - usual));
};
export const meanOf = ({ shape, least, usual, most }: Stretch): number =>
  shape === 'flat' ? (least + most) / 2 : (least + usual + most) / 3;

const cells = 1000;
export type Gap = {
  readonly least: number;
  readonly expected: number;
  readonly p95: number;
  readonly worst: number;
  /** Share of gaps that are over by a time, from least to worst. */
  readonly curve: readonly { readonly at: number; readonly over: number }[];
};

/** The sum of independent stretches, ms: by convolution on a grid of a thousandth of the spread, so exact to about as many cells as there are stretches. Source: sums of independent times. */
export const gapOf = (stretches: readonly Stretch[]): Gap => {
  const sum = (of: (stretch: Stretch) => number): number => stretches.reduce((all, one) => all + of(one), 0);
  const [least, worst, expected] = [sum((one) => one.least), sum((one) => one.most), sum(meanOf)];
  const step = (worst - least) / cells;
  if (!(step > 0)) return { least, expected, p95: worst, worst, curve: [{ at: least, over: 1 }] };
  let mass = new Float64Array([1]);
  for (const one of stretches) {
    const wide = Math.max(1, Math.ceil((one.most - one.least) / step));
    const own = Float64Array.from({ length: wide }, (_, i) => below(one, one.least + (i + 1) * step) - below(one, one.least + i * step));
    const next = new Float64Array(mass.length + wide - 1);
    for (const [i, m] of mass.entries()) if (m > 0) for (const [j, o] of own.entries()) next[i + j] = (next[i + j] ?? 0) + m * o;
    mass = next;
  }
  // Each stretch's mass lies in the middle of its cell: half a cell for each.
  const shift = (stretches.length * step) / 2;
  const curve: { at: number; over: number }[] = [];
  let over = 0;
  for (const [i, m] of mass.entries()) {
    over += m;
    curve.push({ at: Math.min(worst, least + i * step + shift), over: Math.min(1, over) });
  }
  const p95 = curve.find((one) => one.over >= 0.95)?.at ?? worst;
  return { least, expected, p95, worst, curve };
};
