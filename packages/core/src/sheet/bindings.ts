// Who uses whom: a path uses its SIM, modem, unit and receivers; a serial link joins a unit and a modem; smaller elements belong to what they refer to.
// A reference that is not filled in falls to the only element of its group, if there is just one.
import {
  type ElementId,
  type Group,
  isElementId,
  isGroup,
  isStrandLamp,
  type Json,
  type LampName,
  type SettingKey,
  keyParts,
  settingKey,
} from '../name/index.ts';
import { isPathKind, type OnceDevice, onceDevices, type Parameter, type PathKind } from './parameter.ts';
import { parametersOf, referenceOf } from './table.ts';

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
  /** Smaller elements that belong to what this path uses, or to nothing in particular: aerials, access point entries, forwards. */
  also: readonly ElementId[];
};
export type LinkUse = { link: ElementId; unit: ElementId | null; modem: ElementId | null };
export type Bindings = { paths: readonly PathUse[]; links: readonly LinkUse[] };

const usesCard = (kind: PathKind | null): boolean => kind === 'cellular' || kind === 'text';
const usesModem = (kind: PathKind | null): boolean => usesCard(kind) || kind === 'wifi';

/** The element of another group that one refers to: as filled in, else the only one there; null where it refers to none. */
export const referred = (view: SheetView, from: SheetElement, to: Group): ElementId | null => {
  const param = referenceOf(from.group, to);
  if (param === null) return null;
  const there = view.elements.filter(({ group, id }) => group === to && id !== from.id);
  const value = view.value(settingKey(from.group, from.id, param));
  if (isElementId(value) && there.some(({ id }) => id === value)) return value;
  return there.length === 1 && from.group !== to ? (there[0]?.id ?? null) : null;
};

const ownBindings: ReadonlySet<Group> = new Set(['path', 'sim', 'modem', 'unit', 'link', 'receiver']);

/** The bindings of a sheet; paths in the order of their priorities, then as they were added. */
export const bindingsOf = (view: SheetView): Bindings => {
  const of = (group: Group): readonly SheetElement[] => view.elements.filter((element) => element.group === group);
  const links = of('link').map((link) => ({ link: link.id, unit: referred(view, link, 'unit'), modem: referred(view, link, 'modem') }));
  const smaller = view.elements
    .filter(({ group }) => !ownBindings.has(group))
    .map((element) => ({
      id: element.id,
      to: parametersOf(element.group).flatMap(({ form }) => (form.is === 'element' ? (referred(view, element, form.group) ?? []) : [])),
    }));
  const paths = of('path').map((path): PathUse => {
    const value = view.value(settingKey('path', path.id, 'kind'));
    const kind = isPathKind(value) ? value : null;
    const priority = view.value(settingKey('path', path.id, 'priority'));
    const modem = usesModem(kind) ? referred(view, path, 'modem') : null;
    const unit = referred(view, path, 'unit');
    const sim = usesCard(kind) ? referred(view, path, 'sim') : null;
    const receivers = of('receiver').map(({ id }) => id);
    const mine = new Set<ElementId>([path.id, ...receivers, ...[sim, modem, unit].flatMap((id) => id ?? [])]);
    return {
      path: path.id,
      kind,
      priority: typeof priority === 'number' ? priority : null,
      sim,
      modem,
      unit,
      receivers,
      links: links.filter((link) => link.modem !== null && link.modem === modem && link.unit === unit).map(({ link }) => link),
      also: smaller.filter(({ to }) => to.length === 0 || to.some((id) => mine.has(id))).map(({ id }) => id),
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
  use.links.includes(element) ||
  use.also.includes(element);

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

/** What a person stands before when typing: an element of the station, or what it has just one of. */
export type Device = ElementId | OnceDevice;
export const isOnceDevice = (value: unknown): value is OnceDevice => onceDevices.some((device) => device === value);

/** The device on which a setting is entered; null for a fact that no device holds or whose device isn't known yet. */
export const deviceOf = (of: Parameter, key: SettingKey, bindings: Bindings, view: SheetView): Device | null => {
  const { holder, element } = keyParts(key);
  const on = of.enteredOn;
  if (on === null) return null;
  if (isOnceDevice(on)) return on;
  if (of.holder === on) return element;
  const only = view.elements.filter(({ group }) => group === on);
  const alone = only.length === 1 ? (only[0]?.id ?? null) : null;
  if (element === null || !isGroup(holder)) return alone;
  if (of.holder === 'link') {
    const link = bindings.links.find((use) => use.link === element);
    return (on === 'modem' ? link?.modem : link?.unit) ?? null;
  }
  const own = view.elements.find(({ id }) => id === element);
  const direct = own === undefined ? null : referred(view, own, on);
  if (direct !== null) return direct;
  const use = bindings.paths.find((path) => pathUses(path, element));
  return (on === 'unit' ? use?.unit : (use?.modem ?? use?.unit)) ?? alone;
};
