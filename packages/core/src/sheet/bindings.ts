// Who uses whom: a path uses its SIM, modem, unit and receivers; a serial link joins a unit and a modem.
// A reference that is not filled in falls to the only element of its group, if there is just one.
import {
  type ElementId,
  type Group,
  isElementId,
  isStrandLamp,
  type Json,
  type LampName,
  type SettingKey,
  keyParts,
  settingKey,
} from '../name/index.ts';
import { isPathKind, type Parameter, type PathKind } from './parameter.ts';

export type SheetElement = { id: ElementId; group: Group; label: string };
export type SheetView = { elements: readonly SheetElement[]; value: (key: SettingKey) => Json | undefined };

export type PathUse = {
  path: ElementId;
  kind: PathKind | null;
  priority: number | null;
  sim: ElementId | null;
  modem: ElementId | null;
  unit: ElementId | null;
  receivers: readonly ElementId[];
  links: readonly ElementId[];
};
export type LinkUse = { link: ElementId; unit: ElementId | null; modem: ElementId | null };
export type Bindings = { paths: readonly PathUse[]; links: readonly LinkUse[] };

const usesCard = (kind: PathKind | null): boolean => kind === 'cellular' || kind === 'text';
const usesModem = (kind: PathKind | null): boolean => usesCard(kind) || kind === 'wifi';

/** The bindings of a sheet; paths in the order of their priorities, then as they were added. */
export const bindingsOf = (view: SheetView): Bindings => {
  const of = (group: Group): readonly ElementId[] => view.elements.filter((element) => element.group === group).map(({ id }) => id);
  const reference = (holder: Group, element: ElementId, param: Group): ElementId | null => {
    const value = view.value(settingKey(holder, element, param));
    const there = of(param);
    if (isElementId(value) && there.includes(value)) return value;
    return there.length === 1 ? (there[0] ?? null) : null;
  };
  const links = of('link').map((link) => ({ link, unit: reference('link', link, 'unit'), modem: reference('link', link, 'modem') }));
  const paths = of('path').map((path): PathUse => {
    const value = view.value(settingKey('path', path, 'kind'));
    const kind = isPathKind(value) ? value : null;
    const priority = view.value(settingKey('path', path, 'priority'));
    const modem = usesModem(kind) ? reference('path', path, 'modem') : null;
    const unit = reference('path', path, 'unit');
    return {
      path,
      kind,
      priority: typeof priority === 'number' ? priority : null,
      sim: usesCard(kind) ? reference('path', path, 'sim') : null,
      modem,
      unit,
      receivers: of('receiver'),
      links: links.filter((link) => link.modem !== null && link.modem === modem && link.unit === unit).map(({ link }) => link),
    };
  });
  const inOrder = paths.map((use, i) => ({ use, i })).sort((a, b) => (a.use.priority ?? 99) - (b.use.priority ?? 99) || a.i - b.i);
  return { paths: inOrder.map(({ use }) => use), links };
};

export const pathUses = (use: PathUse, element: ElementId): boolean =>
  use.path === element ||
  use.sim === element ||
  use.modem === element ||
  use.unit === element ||
  use.receivers.includes(element) ||
  use.links.includes(element);

/** Lamps of which a path has its own judgement: the strand's four, and its part of Call. */
export const perPath = (lamp: LampName): boolean => isStrandLamp(lamp) || lamp === 'Call';

/** Which strand lamps a path of a kind has. */
export const strandOf = (kind: PathKind | null): readonly LampName[] =>
  kind === 'cellular' || kind === 'text'
    ? ['Card', 'Signal', 'Bearer', 'Route']
    : kind === 'wifi'
      ? ['Signal', 'Bearer', 'Route']
      : ['Bearer', 'Route'];

/** Whether the evidence of a lamp (of a path, where it has one) stands on a setting. */
export const standsOn = (of: Parameter, key: SettingKey, lamp: LampName, use: PathUse | null): boolean => {
  if (!of.bears.includes(lamp)) return false;
  const { element } = keyParts(key);
  return !perPath(lamp) || use === null || element === null || pathUses(use, element);
};

/** The device on which a setting is entered: an element, 'desk', or null for a fact that no device holds or whose device isn't known yet. */
export const deviceOf = (of: Parameter, key: SettingKey, bindings: Bindings): ElementId | 'desk' | null => {
  const { element } = keyParts(key);
  if (of.enteredOn === null || of.enteredOn === 'desk' || element === null) return of.enteredOn === null ? null : 'desk';
  if (of.holder === of.enteredOn) return element;
  if (of.holder === 'link') {
    const link = bindings.links.find((use) => use.link === element);
    return (of.enteredOn === 'modem' ? link?.modem : link?.unit) ?? null;
  }
  const use = bindings.paths.find((path) => pathUses(path, element));
  return use?.modem ?? use?.unit ?? null;
};
