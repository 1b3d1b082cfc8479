// Which settings of a holder stand on the sheet by themselves, and which only when they are looked for.
import { type Json, keyParts, type SettingKey, settingKey } from '../name/index.ts';
import { type Bindings, pathUses, type SheetElement, type SheetView } from './bindings.ts';
import { type Holder, onceHolders, type Parameter } from './parameter.ts';
import { askedBy, type Profile } from './profile.ts';
import { parametersOf } from './table.ts';

/** Groups as small as this are shown whole. */
const small = 14;

/** Whether a setting has a meaning at an element: some are only for paths of some kinds, or for what such a path uses. */
export const applies = ({ only, holder }: Parameter, element: SheetElement | null, { paths }: Bindings): boolean => {
  if (only === undefined || element === null) return true;
  const uses = paths.filter((use) => (holder === 'path' ? use.path === element.id : pathUses(use, element.id)));
  return uses.length === 0 || uses.some(({ kind }) => kind === null || only.includes(kind));
};

/** The settings that somebody has to supply: always, or because an adopted profile asks for them. */
export const isAsked = (of: Parameter, profiles: readonly Profile[]): boolean =>
  !isKnown(of, profiles) && (of.always === true || profiles.some((profile) => askedBy(profile).includes(of.key)));

/** The supply that an adopted profile knows is not asked for again. */
const isKnown = ({ key }: Parameter, profiles: readonly Profile[]): boolean =>
  /^(?:unit|modem)\.supply(?:Least|Most)$/.test(key) &&
  profiles.some(({ role, supply }) => supply !== undefined && key.startsWith(`${role}.`));

/** Whether a setting is on the sheet before anybody looks for it. A portal's only where there is one. */
export const isShown = (of: Parameter, profiles: readonly Profile[], whose: Json | undefined): boolean =>
  of.usual === true || isAsked(of, profiles) || (parametersOf(of.holder).length <= small && (of.holder !== 'portal' || whose === 'portal'));

export type SheetRow = { readonly key: SettingKey; readonly of: Parameter; readonly element: SheetElement | null };

const rowsOf = (holder: Holder, element: SheetElement | null, bindings: Bindings): SheetRow[] =>
  parametersOf(holder)
    .filter((of) => applies(of, element, bindings))
    .map((of) => ({ key: settingKey(holder, element?.id ?? null, keyParts(of.key as SettingKey).param), of, element })); // a definition's key has the form of one without element

/** Every setting that a sheet can hold, by its elements and what exists once. */
export const sheetRows = (view: SheetView, bindings: Bindings): SheetRow[] => [
  ...onceHolders.flatMap((holder) => rowsOf(holder, null, bindings)),
  ...view.elements.flatMap((element) => rowsOf(element.group, element, bindings)),
];
