// Where each check begins to speak: for every figure of every check, the last value on the one side and the first on the other, one step apart.
// Found by halving between the limits of the setting; held against a table, so that a limit that was moved by one is seen.
import { edges } from '../../vectors/check-edges.ts';
import { isElementId, isSettingKey, type Json, keyParts, sure } from '../name/index.ts';
import { definition, type SheetView } from '../sheet/index.ts';
import { checkBy, rules, type Rule, type Traits } from './index.ts';

type Values = { readonly [key: string]: Json };
const formOf = (key: string): { least: number; most: number } | null => {
  const form = definition(isSettingKey(key) ? keyParts(key).definition : key)?.form;
  return form?.is === 'figure' || form?.is === 'count' ? form : null;
};
/** What a rule says of values, as its codes. */
const asking = (rule: Rule): ((values: Values) => string) | null => {
  const { examples } = rule;
  const traits = (ref: string): Traits | null => {
    const same = examples.traitsBy?.[ref];
    return same === undefined ? (examples.traits ?? null) : { length: 12, alphabet: 'mixed', factoryDefault: false, same };
  };
  const school = rule.school?.of[0];
  const around = {
    traits,
    demo: false,
    now: examples.now ?? 0,
    ...(examples.here === undefined ? {} : { here: examples.here }),
    ...(examples.beside === undefined ? {} : { beside: examples.beside }),
    ...(school === undefined ? {} : { school: () => school }),
    ...(examples.idleIgnoresKeepalive === undefined ? {} : { idleIgnoresKeepalive: examples.idleIgnoresKeepalive }),
  };
  const codes = (said: readonly { code: string }[]): string =>
    said
      .map(({ code }) => code)
      .sort()
      .join(' ');
  if (examples.of === 'sheet')
    return (values) => {
      const view: SheetView = {
        elements: examples.fires.elements.map(([group, id]) => ({ group, id: sure(isElementId, id), label: id })),
        value: (key) => values[key],
      };
      return codes(checkBy(rule, view, around));
    };
  return rule.over === 'binding' ? (values) => codes(rule.find(values, around)) : null;
};

/** Every edge of a rule: key, the value on the side of its example and the first beyond, with what is said on each. */
const edgesOf = (rule: Rule): string[] => {
  const says = asking(rule);
  const { examples } = rule;
  if (says === null) return [];
  const found = new Set<string>();
  for (const base of examples.of === 'sheet' ? [examples.fires.values, examples.silent.values] : [examples.fires, examples.silent])
    for (const [key, from] of Object.entries(base)) {
      const form = formOf(key);
      if (form === null || typeof from !== 'number') continue;
      const at = (value: number): string => says({ ...base, [key]: value });
      const here = at(from);
      for (const limit of [form.least, form.most]) {
        if (at(limit) === here) continue;
        let [inside, outside] = [from, limit];
        while (Math.abs(outside - inside) > 1) {
          const middle = inside + Math.sign(outside - inside) * Math.floor(Math.abs(outside - inside) / 2);
          if (at(middle) === here) inside = middle;
          else outside = middle;
        }
        const sides = [`${inside} ${here || 'silent'}`, `${outside} ${at(outside) || 'silent'}`];
        found.add(`${key}: ${(inside < outside ? sides : sides.reverse()).join(' | ')}`);
      }
    }
  return [...found].sort();
};

test.each(rules.map((rule): [string, Rule] => [rule.id, rule]))('%s begins to speak where the table says', (id, rule) =>
  expect(edgesOf(rule)).toEqual(edges[id] ?? []),
);
test('the table names no check that is gone, and has edges enough to be one', () => {
  const known = new Set(rules.map(({ id }) => id));
  expect(Object.keys(edges).filter((id) => !known.has(id))).toEqual([]);
  expect(Object.values(edges).flat().length).toBeGreaterThan(200);
});
