// Chance from a seed: the same seed gives the same ids and elements. Mulberry32, by its usual constants.
import { type ElementId, isElementId, isUlid, sure, type Ulid } from '../name/index.ts';

export type Chance = { readonly unit: () => number; readonly ulid: (at: number) => Ulid; readonly element: () => ElementId };

const crockford = '0123456789ABCDEFGHJKMNPQRSTVWXYZ';

export const chance = (seed: number): Chance => {
  let a = seed >>> 0;
  let count = 0;
  const unit = (): number => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = a;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
  const letters = (n: number): string => Array.from({ length: n }, () => crockford[Math.floor(unit() * 32)] ?? '0').join('');
  const number = (value: number, n: number): string => {
    let text = '';
    for (let rest = value, i = 0; i < n; i++, rest = Math.floor(rest / 32)) text = (crockford[rest % 32] ?? '0') + text;
    return text;
  };
  return {
    unit,
    // Rises with every call, also within one millisecond.
    ulid: (at) => sure(isUlid, number(at, 10) + number(count++, 6) + letters(10)),
    element: () => sure(isElementId, letters(6).toLowerCase()),
  };
};
