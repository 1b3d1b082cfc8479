// What a parameter definition is: data from which form, validation, ask list, print and staleness follow.
import type { Group, Json, LampName, Measure } from '../name/index.ts';

export type Choice = { value: string; label: string };
export type Form =
  | { is: 'text'; most: number; mono: boolean; as?: 'iccid' | 'imei' | 'zone' }
  | { is: 'count'; least: number; most: number }
  | { is: 'figure'; measure: Measure; least: number; most: number }
  | { is: 'choice'; of: readonly Choice[] }
  | { is: 'yesno'; yes: string; no: string }
  | { is: 'element'; group: Group }
  | { is: 'secret'; least: number; most: number; digits: boolean };

/** Who has the value: whom to ask. */
export type Supplier = 'carrier' | 'IT' | 'desk' | 'label' | 'manual' | 'house rule' | 'you';
/** On which device a person types it; null for a fact that no device holds (a label, a size). */
export type EnteredOn = 'modem' | 'unit' | 'desk' | null;

/** A group, or what exists once. `listener` stands in the desk's own stream. */
export type Holder = Group | 'site' | 'desk' | 'listener';

export type Parameter = {
  readonly key: string;
  readonly holder: Holder;
  readonly label: string;
  readonly form: Form;
  readonly bears: readonly LampName[];
  readonly supplier: Supplier;
  readonly enteredOn: EnteredOn;
  /** One sentence on why it matters. */
  readonly why: string;
  /** Only for paths of these kinds, or for what such a path uses. */
  readonly only?: readonly PathKind[];
};

export const pathKinds = ['cellular', 'ethernet', 'wifi', 'text'] as const;
export type PathKind = (typeof pathKinds)[number];
export const isPathKind = (value: unknown): value is PathKind => pathKinds.some((kind) => kind === value);

export const parameter = <const P extends Parameter>(p: P): P => p;

export type Secret = { readonly secret: string };

/** The type of the value that a form holds. */
export type Holds<F extends Form> = F extends { is: 'text' | 'choice' | 'element' }
  ? string
  : F extends { is: 'count' | 'figure' }
    ? number
    : F extends { is: 'yesno' }
      ? boolean
      : F extends { is: 'secret' }
        ? Secret
        : Json;
