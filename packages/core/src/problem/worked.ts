// A figure that can say how it was worked out: what went in, each step with its formula and source, and what was assumed.
import type { Measure, Origin } from '../name/index.ts';
import type { Source } from './problem.ts';

/** Identifiers are digits as text, since they exceed 2^53. */
export type Figure = number | string;

export type Worked<S extends string = string> = {
  readonly sum: S;
  readonly value: Figure | null;
  readonly in: Measure | null;
  readonly least?: number;
  readonly most?: number;
  readonly inputs: readonly { readonly name: string; readonly value: Figure; readonly in: Measure | null; readonly origin: Origin }[];
  readonly steps: readonly {
    readonly code: string;
    readonly formula: string;
    readonly gives: Figure;
    readonly in: Measure | null;
    readonly source: Source;
  }[];
  readonly assumes: readonly string[];
  /** Why the sum can't be done with these inputs. */
  readonly outside: string | null;
};
