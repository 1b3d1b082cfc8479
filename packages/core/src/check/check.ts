// Asks every rule of a sheet, once for each binding, and gives the findings, worst first.
import { type ElementId, type Group, isGroup, type Json, type SettingKey, settingKey } from '../name/index.ts';
import { type AcceptedFinding, canonical, type State } from '../journal/index.ts';
import { type Bindings, bindingsOf, type SheetView } from '../sheet/index.ts';
import type { Around, Finding, Rule, Severity } from './rule.ts';
import { rules } from './rules/index.ts';

type Binding = { readonly [G in Group]?: ElementId };

const holderOf = (definition: string): string => definition.slice(0, definition.indexOf('.'));
const paramOf = (definition: string): string => definition.slice(definition.indexOf('.') + 1);

/** Every way in which the references of the sheet join elements of these groups. */
const bindingsFor = (groups: readonly Group[], { paths, links }: Bindings, view: SheetView): Binding[] => {
  const [only] = groups;
  if (only === undefined) return [{}];
  if (groups.length === 1) return view.elements.filter(({ group }) => group === only).map(({ id }) => ({ [only]: id }));
  if (groups.includes('link'))
    return links.map(({ link, unit, modem }) => ({ link, ...(unit === null ? {} : { unit }), ...(modem === null ? {} : { modem }) }));
  return paths.flatMap(({ path, sim, modem, unit, receivers }) => {
    const base = { path, ...(sim === null ? {} : { sim }), ...(modem === null ? {} : { modem }), ...(unit === null ? {} : { unit }) };
    return groups.includes('receiver') ? receivers.map((receiver) => ({ ...base, receiver })) : [base];
  });
};

const narrowed = (binding: Binding, groups: readonly Group[]): Binding =>
  Object.fromEntries(groups.flatMap((group) => (binding[group] === undefined ? [] : [[group, binding[group]]])));

const asked = (rule: Rule, view: SheetView, bindings: Bindings, around: Around): Finding[] => {
  const groups = [...new Set(rule.reads.map(holderOf).filter(isGroup))];
  const distinct = [
    ...new Map(
      bindingsFor(groups, bindings, view)
        .map((binding) => narrowed(binding, groups))
        .map((binding) => [canonical(binding), binding]),
    ).values(),
  ];
  return distinct.flatMap((binding) => {
    const elements = groups.flatMap((group) => binding[group] ?? []);
    if (elements.length < groups.length) return [];
    const keys = rule.reads.map((definition): SettingKey => {
      const holder = holderOf(definition);
      return settingKey(holder, isGroup(holder) ? (binding[holder] ?? null) : null, paramOf(definition));
    });
    const values = keys.map(view.value);
    if (values.some((value) => value === undefined || value === null || value === '')) return [];
    const filled = Object.fromEntries(rule.reads.map((definition, i) => [definition, values[i] ?? null]));
    return found(rule, filled, keys, elements, around);
  });
};

const pairs = (rule: Rule, view: SheetView, around: Around): Finding[] => {
  const [definition = ''] = rule.reads;
  const holder = holderOf(definition);
  const of = view.elements
    .filter(({ group }) => group === holder)
    .map(({ id }) => ({ id, key: settingKey(holder, id, paramOf(definition)) }));
  const filled = of.flatMap(({ id, key }) => {
    const value = view.value(key);
    return value === undefined || value === null || value === '' ? [] : [{ id, key, value }];
  });
  return filled.flatMap((one, i) =>
    filled
      .slice(i + 1)
      .flatMap((other) => found(rule, { one: one.value, other: other.value }, [one.key, other.key], [one.id, other.id], around)),
  );
};

const found = (
  rule: Rule,
  filled: { readonly [key: string]: Json },
  keys: readonly SettingKey[],
  elements: readonly ElementId[],
  around: Around,
): Finding[] =>
  rule.find(filled, around).map(({ code, severity, args }) => ({
    id: [rule.id, code, ...elements].join('|'),
    rule: rule.id,
    code,
    lamp: rule.lamp,
    severity,
    args,
    fields: keys,
    elements,
    about: canonical({ args, severity }),
  }));

const weight: { readonly [S in Severity]: number } = { stop: 0, fix: 1, look: 2 };

export const check = (view: SheetView, around: Around): Finding[] => {
  const bindings = bindingsOf(view);
  return rules
    .flatMap((rule) => (rule.over === 'pairs' ? pairs(rule, view, around) : asked(rule, view, bindings, around)))
    .sort((a, b) => weight[a.severity] - weight[b.severity]);
};

/** How a finding was accepted; null where it was not, or was with other figures. */
export const acceptedAs = (state: State, finding: Finding): AcceptedFinding | null => {
  const accepted = state.acceptedFindings[finding.id];
  return accepted?.about === finding.about ? accepted : null;
};

export const openFindings = (state: State, findings: readonly Finding[]): Finding[] =>
  findings.filter((finding) => acceptedAs(state, finding) === null);
