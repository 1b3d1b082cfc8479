// A kind of entry is one file: how its data are judged, what it does to the state, and how data of its earlier versions are brought up.
import type { Parsed, Shape } from '../problem/index.ts';
import type { Entry } from './entry.ts';
import type { Pos } from './order.ts';
import type { State } from './state/state.ts';

export type Folding = { readonly entry: Entry; readonly pos: Pos; readonly skew: number };
/** Judges data of one earlier version by the shape of that time, and gives them in the form of the next. */
export type Upgrade = (value: unknown, path: string) => Parsed<unknown>;
export type Kind<N extends string = string, D = unknown> = {
  readonly kind: N;
  readonly v: number;
  readonly parse: Shape<D>;
  readonly fold: (state: State, data: D, folding: Folding) => State;
  /** From version 1 on, one for each version before this one. */
  readonly upgrades: readonly Upgrade[];
};

export const kind = <const N extends string, D>(
  name: N,
  v: number,
  parse: Shape<D>,
  fold: (state: State, data: NoInfer<D>, folding: Folding) => State,
  upgrades: readonly Upgrade[] = [],
): Kind<N, D> => ({ kind: name, v, parse, fold, upgrades });

/** An upgrade from a shape and what makes its data the next version's. */
export const upgrade =
  <D>(was: Shape<D>, next: (data: D) => unknown): Upgrade =>
  (value, path) => {
    const parsed = was(value, path);
    return parsed.ok ? { ok: true, value: next(parsed.value) } : parsed;
  };
