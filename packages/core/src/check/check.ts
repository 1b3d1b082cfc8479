// Asks every rule of a sheet, once for each binding, and gives the findings, worst first.
import { type ElementId, type Group, groupedBy, isGroup, type Json, type SettingKey, settingKey } from '../name/index.ts';
import { schoolOf } from '../house/index.ts';
import { type AcceptedFinding, canonical, type State } from '../journal/index.ts';
import {
  agreements,
  type Bindings,
  bindingsOf,
  type DefinitionKey,
  pathUses,
  referenceOf,
  referred,
  type SheetElement,
  type SheetView,
} from '../sheet/index.ts';
import { agrees } from './agree.ts';
import type { Around, Bridge, Finding, Rule, Said, Severity, WholeSheet } from './rule.ts';
import { rules } from './rules/index.ts';

type Binding = { readonly [G in Group]?: ElementId };

const holderOf = (definition: string): string => definition.slice(0, definition.indexOf('.'));
const paramOf = (definition: string): string => definition.slice(definition.indexOf('.') + 1);
const byPath: ReadonlySet<Group> = new Set(['path', 'sim', 'modem', 'unit', 'receiver']);

const whole = (view: SheetView): WholeSheet => {
  const key: WholeSheet['key'] = (definition, element = null) => settingKey(holderOf(definition), element, paramOf(definition));
  const byGroup = groupedBy(view.elements, ({ group }) => group);
  return {
    view,
    bindings: bindingsOf(view),
    of: (group) => byGroup.get(group) ?? [],
    at: (definition, element) => (view.value(key(definition, element)) ?? null) as never, // by the table's own type of this key
    key,
  };
};

const pathBinding = ({ path, sim, modem, unit }: Bindings['paths'][number]): Binding => ({
  path,
  ...(sim === null ? {} : { sim }),
  ...(modem === null ? {} : { modem }),
  ...(unit === null ? {} : { unit }),
});

/** Joins one more group to a binding: what it refers to, what refers to it, the paths that use it, else every element there is. */
const joined = (binding: Binding, group: Group, { view, bindings, of }: WholeSheet): Binding[] => {
  if (binding[group] !== undefined) return [binding];
  const there = Object.entries(binding).filter((pair): pair is [Group, ElementId] => isGroup(pair[0]));
  const own = there.flatMap(([, id]) => view.elements.filter((element) => element.id === id));
  for (const from of own) {
    const to = referred(view, from, group);
    if (to !== null) return [{ ...binding, [group]: to }];
  }
  const refer = (element: SheetElement): boolean => own.some((to) => referred(view, element, to.group) === to.id);
  const back = own.some(({ group: to }) => referenceOf(group, to) !== null) ? of(group).filter(refer) : [];
  if (back.length > 0) return back.map(({ id }) => ({ ...binding, [group]: id }));
  if (byPath.has(group) && group !== 'receiver') {
    const uses = bindings.paths.filter((use) => there.every(([, id]) => pathUses(use, id)));
    const found = uses.flatMap((use) => pathBinding(use)[group] ?? []);
    if (found.length > 0) return [...new Set(found)].map((id) => ({ ...binding, [group]: id }));
  }
  return of(group).map(({ id }) => ({ ...binding, [group]: id }));
};

/** Every way in which the references of the sheet join elements of these groups. */
const bindingsFor = (groups: readonly Group[], sheet: WholeSheet): Binding[] => {
  const [only, ...rest] = groups;
  if (only === undefined) return [{}];
  if (rest.length === 0) return sheet.of(only).map(({ id }) => ({ [only]: id }));
  if (groups.every((group) => byPath.has(group)) && sheet.bindings.paths.length > 0)
    return sheet.bindings.paths.flatMap((use) => {
      const base = pathBinding(use);
      return groups.includes('receiver') ? use.receivers.map((receiver) => ({ ...base, receiver })) : [base];
    });
  const first = groups.find((group) => !byPath.has(group)) ?? only;
  let made: Binding[] = sheet.of(first).map(({ id }) => ({ [first]: id }));
  for (const group of groups) made = made.flatMap((binding) => joined(binding, group, sheet));
  return made;
};

const narrowed = (binding: Binding, groups: readonly Group[]): Binding =>
  Object.fromEntries(groups.flatMap((group) => (binding[group] === undefined ? [] : [[group, binding[group]]])));

const groupsOf = (definitions: readonly DefinitionKey[]): Group[] => [...new Set(definitions.map(holderOf).filter(isGroup))];

/** The bindings over which definitions are read together, each once, with their keys. */
const boundKeys = (definitions: readonly DefinitionKey[], sheet: WholeSheet): { elements: ElementId[]; keys: SettingKey[] }[] => {
  const groups = groupsOf(definitions);
  const distinct = new Map(
    bindingsFor(groups, sheet)
      .map((binding) => narrowed(binding, groups))
      .map((binding) => [groups.map((group) => binding[group] ?? '').join(' '), binding]),
  );
  return [...distinct.values()].flatMap((binding) => {
    const elements = groups.flatMap((group) => binding[group] ?? []);
    if (elements.length < groups.length) return [];
    const keys = definitions.map((definition) => {
      const holder = holderOf(definition);
      return sheet.key(definition, isGroup(holder) ? (binding[holder] ?? null) : null);
    });
    return [{ elements, keys }];
  });
};

const isFilled = (value: Json | undefined): value is Exclude<Json, null> => value !== undefined && value !== null && value !== '';

const asked = (rule: Extract<Rule, { over: 'binding' }>, sheet: WholeSheet, around: Around): Finding[] => {
  const definitions = [...rule.reads, ...rule.also];
  return boundKeys(definitions, sheet).flatMap(({ elements, keys }) => {
    const values = keys.map(sheet.view.value);
    if (values.slice(0, rule.reads.length).some((value) => !isFilled(value))) return [];
    const filled = Object.fromEntries(definitions.flatMap((definition, i) => (isFilled(values[i]) ? [[definition, values[i]]] : [])));
    return found(
      rule,
      rule.find(filled, around),
      keys.filter((_, i) => isFilled(values[i])),
      elements,
    );
  });
};

const pairs = (rule: Extract<Rule, { over: 'pairs' }>, sheet: WholeSheet): Finding[] => {
  const [definition] = rule.reads;
  if (definition === undefined) return [];
  const holder = holderOf(definition);
  const filled = (isGroup(holder) ? sheet.of(holder) : []).flatMap(({ id }) => {
    const key = sheet.key(definition, id);
    const value = sheet.view.value(key);
    return isFilled(value) ? [{ id, key, value }] : [];
  });
  return filled.flatMap((one, i) =>
    filled.slice(i + 1).flatMap((other) => found(rule, rule.find(one.value, other.value), [one.key, other.key], [one.id, other.id])),
  );
};

const found = (rule: Rule, said: readonly Said<string>[], fields: readonly SettingKey[], elements: readonly ElementId[]): Finding[] =>
  said.map(({ code, severity, args }) => ({
    id: [rule.id, code, ...elements].join('|'),
    rule: rule.id,
    code,
    lamp: rule.lamp,
    severity,
    args,
    fields,
    elements,
    about: canonical({ args, severity }),
  }));

const isAsked = ({ school }: Rule, around: Around): boolean =>
  school === undefined || school.of.includes(around.school?.(school.question) ?? schoolOf(undefined, school.question)?.id ?? '');

const findingsOf = (rule: Rule, sheet: WholeSheet, around: Around): Finding[] => {
  if (!isAsked(rule, around)) return [];
  if (rule.over === 'pairs') return pairs(rule, sheet);
  if (rule.over === 'binding') return asked(rule, sheet, around);
  return rule.find(sheet, around).flatMap((one) => found(rule, [one], one.fields, one.elements));
};

const weight: { readonly [S in Severity]: number } = { stop: 0, fix: 1, look: 2 };

/** What one rule says of a sheet. */
export const checkBy = (rule: Rule, view: SheetView, around: Around): Finding[] => findingsOf(rule, whole(view), around);

export const check = (view: SheetView, around: Around): Finding[] => {
  const sheet = whole(view);
  return rules.flatMap((rule) => findingsOf(rule, sheet, around)).sort((a, b) => weight[a.severity] - weight[b.severity]);
};

/** Every agreement of a sheet with both its sides, where at least one of them is filled in. */
export const bridges = (view: SheetView): Bridge[] => {
  const sheet = whole(view);
  return agreements.flatMap((agreement) =>
    boundKeys([agreement.a, agreement.b], sheet).flatMap(({ keys: [a, b] }): Bridge[] => {
      if (a === undefined || b === undefined) return [];
      const [one, other] = [view.value(a), view.value(b)];
      if (!isFilled(one) && !isFilled(other)) return [];
      const is = isFilled(one) && isFilled(other) ? (agrees(agreement, one, other) ? 'agrees' : 'differs') : 'one side';
      return [{ agreement, a, b, is }];
    }),
  );
};

/** How a finding was accepted; null where it was not, or was with other figures. */
export const acceptedAs = (state: State, finding: Finding): AcceptedFinding | null => {
  const accepted = state.acceptedFindings[finding.id];
  return accepted?.about === finding.about ? accepted : null;
};

export const openFindings = (state: State, findings: readonly Finding[]): Finding[] =>
  findings.filter((finding) => acceptedAs(state, finding) === null);
