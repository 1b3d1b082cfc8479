// A kind of entry is one file: how its data are judged, what it does to the state.
import type { Shape } from '../problem/index.ts';
import type { Entry } from './entry.ts';
import type { Pos } from './order.ts';
import type { State } from './state/state.ts';

export type Folding = { readonly entry: Entry; readonly pos: Pos; readonly skew: number };
export type Kind<N extends string = string, D = unknown> = {
  readonly kind: N;
  readonly v: number;
  readonly parse: Shape<D>;
  readonly fold: (state: State, data: D, folding: Folding) => State;
};

export const kind = <const N extends string, D>(
  name: N,
  v: number,
  parse: Shape<D>,
  fold: (state: State, data: NoInfer<D>, folding: Folding) => State,
): Kind<N, D> => ({ kind: name, v, parse, fold });
