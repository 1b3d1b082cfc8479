// What a parameter definition is: data from which form, validation, ask list, print and staleness follow.
import type { Group, Json, LampName, Measure } from '../name/index.ts';

export type Choice = { value: string; label: string };
/** How a text is read beyond its letters: each has its own form on the sheet, whatever way it was typed. */
export type TextAs =
  | 'iccid'
  | 'imei'
  | 'zone'
  | 'address'
  | 'network'
  | 'phone'
  | 'eui'
  | 'day'
  | 'time'
  | 'list'
  | 'number'
  | 'node'
  | 'code'
  | 'season';
export type Form =
  | { is: 'text'; most: number; mono: boolean; as?: TextAs }
  | { is: 'count'; least: number; most: number }
  | { is: 'figure'; measure: Measure; least: number; most: number }
  | { is: 'choice'; of: readonly Choice[] }
  | { is: 'yesno'; yes: string; no: string }
  | { is: 'element'; group: Group }
  | { is: 'secret'; least: number; most: number; digits: boolean };

/** Who has the value: whom to ask. */
export const suppliers = ['carrier', 'IT', 'desk', 'portal', 'label', 'manual', 'client', 'house rule', 'you'] as const;
export type Supplier = (typeof suppliers)[number];

/** Devices and places of which a station has just one, beside its modems and units. */
export const onceDevices = ['desk', 'it', 'portal', 'computer'] as const;
export type OnceDevice = (typeof onceDevices)[number];
/** On which device a person types it; null for a fact that no device holds (a label, a size). */
export type EnteredOn = 'modem' | 'unit' | 'device' | OnceDevice | null;

/** A group, or what exists once. `listener` stands in the desk's own stream. */
export const onceHolders = ['site', 'desk', 'it', 'portal', 'computer'] as const;
export type OnceHolder = (typeof onceHolders)[number];
export type Holder = Group | OnceHolder | 'listener';

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
  /** Asked of every station that has the element; the others only where a profile asks for them. */
  readonly always?: true;
  /** On the sheet before anybody or a profile asks for it. */
  readonly usual?: true;
};

export const pathKinds = ['cellular', 'ethernet', 'wifi', 'text'] as const;
export type PathKind = (typeof pathKinds)[number];
export const isPathKind = (value: unknown): value is PathKind => pathKinds.some((kind) => kind === value);

type More = Pick<Parameter, 'only' | 'always' | 'usual'>;

/** Defines the settings of one holder, each in a line: name, label, form, who has it, where it is typed, what stands on it, why it matters. */
export const settingsOf =
  <const H extends Holder>(holder: H) =>
  <const P extends string, const F extends Form>(
    param: P,
    label: string,
    form: F,
    supplier: Supplier,
    enteredOn: EnteredOn,
    bears: readonly LampName[],
    why: string,
    more: More = {},
  ): Parameter & { readonly key: `${H}.${P}`; readonly holder: H; readonly form: F } => ({
    key: `${holder}.${param}` as const,
    holder,
    label,
    form,
    bears,
    supplier,
    enteredOn,
    why,
    ...more,
  });

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
