import fc from 'fast-check';
import { wordFaults } from '../name/testing/index.ts';
import { stateOfSheet } from '../journal/index.ts';
import { flows, kitList } from '../walk/index.ts';
import { schools } from '../house/index.ts';
import { groups, isElementId, isSettingKey, type Json, sure } from '../name/index.ts';
import { agreements, definition, definitionOf, parseValue, type SheetView } from '../sheet/index.ts';
import { asPlanned } from '../lamp/index.ts';
import { onePath, twoSims } from '../lamp/testing.ts';
import { acceptedAs, bridges, check, checkBy, openFindings, rules, sayFinding, type Rule, type Traits } from './index.ts';
import type { ExampleSheet, OneFound } from './rule.ts';
import { words } from './words.en.ts';

const around = { traits: () => null, demo: false, now: 0 };
const sheetOf = ({ elements, values }: ExampleSheet): SheetView => ({
  elements: elements.map(([group, id]) => ({ group, id: sure(isElementId, id), label: id })),
  value: (key) => values[key],
});
/** A sheet with one element of each group that the values need. */
const oneOfEach = (values: { readonly [key: string]: Json }): SheetView => {
  const keys = Object.keys(values).map((key): [string, string] => [key.split('.')[0] ?? '', key]);
  const own = groups.filter((group) => keys.some(([holder]) => holder === group));
  const idOf = (group: string): string => `e1em${String(groups.findIndex((one) => one === group)).padStart(2, '0')}`;
  const there = new Map(
    keys.map(([holder, key]) => [
      own.some((group) => group === holder) ? `${holder}:${idOf(holder)}.${key.split('.')[1] ?? ''}` : key,
      values[key],
    ]),
  );
  return { elements: own.map((group) => ({ group, id: sure(isElementId, idOf(group)), label: group })), value: (key) => there.get(key) };
};
/** What a rule says of the values of an example. */
const ask = (rule: Rule, of: 'fires' | 'silent') => {
  const { examples } = rule;
  const given: Traits | null = examples.traits ?? null;
  const asked = JSON.stringify(examples.of === 'values' ? examples.fires : {});
  const with_ = {
    demo: false,
    now: examples.now ?? 0,
    traits: (ref: string): Traits | null => {
      const same = examples.traitsBy?.[ref];
      return same !== undefined ? { length: 12, alphabet: 'mixed', factoryDefault: false, same } : asked.includes(ref) ? given : null;
    },
    ...(examples.idleIgnoresKeepalive === undefined ? {} : { idleIgnoresKeepalive: examples.idleIgnoresKeepalive }),
    ...(examples.here === undefined ? {} : { here: examples.here }),
    ...(examples.beside === undefined ? {} : { beside: examples.beside }),
  };
  const followed = rule.school?.of[0];
  if (examples.of === 'sheet')
    return checkBy(rule, sheetOf(examples[of]), { ...with_, ...(followed === undefined ? {} : { school: () => followed }) });
  const values: { readonly [key: string]: Json } = examples[of];
  if (rule.over === 'pairs') return rule.find(values['one'] ?? null, values['other'] ?? null);
  return rule.over === 'binding' ? rule.find(values, with_) : [];
};

test('there are at least 110 rules, each with a name of its own under its lamp, a sentence and a source', () => {
  expect(rules.length).toBeGreaterThanOrEqual(110);
  expect(new Set(rules.map(({ id }) => id)).size).toBe(rules.length);
  for (const { looksFor, reads } of rules) {
    expect(looksFor).toMatch(/^\p{Lu}.{8,}\.$/u);
    for (const key of reads) expect(definition(key)).not.toBeNull();
  }
});
test('no words are left over, and every code has its own', () => {
  const said = new Set(rules.flatMap(({ codes }) => codes));
  expect(Object.keys(words).sort()).toEqual([...said].sort());
});
describe.each(rules.map((rule): [string, Rule] => [rule.id, rule]))('%s', (_, rule) => {
  test('speaks on its sheet, in sentences with nothing left to fill in', () => {
    const said = ask(rule, 'fires');
    expect(said.length).toBeGreaterThan(0);
    for (const one of said) {
      expect(rule.codes).toContain(one.code);
      for (const text of Object.values(sayFinding(one))) expect(text).toMatch(/^.{4,}$/);
      expect(said.flatMap((one) => Object.values(sayFinding(one)).flatMap(wordFaults))).toEqual([]);
    }
  });
  test('keeps silent on a near miss', () => expect(ask(rule, 'silent')).toEqual([]));
});
test('no rule speaks of a sheet that is not filled in', () => {
  for (const rule of rules) {
    const elements = [...new Set(rule.reads.flatMap((key) => definition(key)?.holder ?? []))].filter(
      (holder) => !['site', 'desk', 'it', 'portal', 'computer', 'listener'].includes(holder),
    );
    const view: SheetView = {
      elements: elements.map((group, i) => ({ group: group as 'sim', id: sure(isElementId, `e1em0${i}`), label: group })),
      value: () => undefined,
    };
    expect([rule.id, checkBy(rule, view, around)]).toEqual([rule.id, []]);
  }
});
test('a rule is asked once for each binding: two modems with one wrong IMEI give one finding that names it', () => {
  const { m, modems } = twoSims();
  m.set(modems[0], { 'modem.imei': '490154203237518' }).set(modems[1], { 'modem.imei': '490154203237517' });
  expect(check(asPlanned(m.state), around)).toMatchObject([
    { code: 'imei-digit', elements: [modems[1]], fields: [`modem:${modems[1]}.imei`] },
  ]);
});
test('no rule fires on what is not filled in', () => {
  const { m, unit } = onePath();
  expect(check(asPlanned(m.state), around)).toEqual([]);
  m.set(unit, { 'unit.account': '0332' });
  expect(check(asPlanned(m.state), around)).toMatchObject([{ code: 'account-differs', severity: 'stop' }]);
  m.set(unit, { 'unit.account': null });
  expect(check(asPlanned(m.state), around)).toEqual([]);
});
test('an acceptance stands for the figures it was given for, and lapses with them', () => {
  const { m, unit, receiver } = onePath();
  m.set(receiver, { 'receiver.port': null }).set(unit, { 'unit.deskPort': 80 });
  const [finding] = check(asPlanned(m.state), around);
  if (finding === undefined) throw new Error('port 80 is a look');
  m.add('finding.accepted', { finding: finding.id, about: finding.about, reason: 'IT says so', lifted: false });
  expect(acceptedAs(m.state, finding)?.reason).toBe('IT says so');
  m.set(unit, { 'unit.deskPort': 443 });
  expect(openFindings(m.state, check(asPlanned(m.state), around))).toHaveLength(1);
});
test('documentation addresses are a stop in a real sheet, and a demo station is exempt', () => {
  const { m, unit } = onePath();
  m.set(unit, { 'unit.deskHost': '192.0.2.7' });
  expect(check(asPlanned(m.state), around).map(({ code }) => code)).toEqual(['example-host']);
  expect(check(asPlanned(m.state), { ...around, demo: true })).toEqual([]);
});
test('an aerial, a forward and a local device are joined to what they belong to by their references, or to the only one there is', () => {
  const values = {
    'modem:m0dem0.bands': 'B3, B8',
    'modem:m0dem1.bands': 'B20',
    'sim:s1m000.bands': 'B20',
    'sim:s1m001.bands': 'B3',
    'path:path00.kind': 'cellular',
    'path:path00.sim': 's1m000',
    'path:path00.modem': 'm0dem1',
    'path:path01.kind': 'cellular',
    'path:path01.sim': 's1m001',
    'path:path01.modem': 'm0dem0',
    'antenna:aer000.bands': 'B3',
    'antenna:aer000.modem': 'm0dem1',
    'receiver:recv00.port': 4110,
    'forward:fwd000.outer': 4101,
  };
  const view = sheetOf({
    elements: [
      ['modem', 'm0dem0'],
      ['modem', 'm0dem1'],
      ['sim', 's1m000'],
      ['sim', 's1m001'],
      ['path', 'path00'],
      ['path', 'path01'],
      ['antenna', 'aer000'],
      ['receiver', 'recv00'],
      ['forward', 'fwd000'],
    ],
    values,
  });
  expect(check(view, around).map(({ rule, elements }) => [rule, elements])).toEqual([
    ['agree/receiver.port-forward.outer', ['recv00', 'fwd000']],
    ['agree/antenna.bands-sim.bands', ['aer000', 's1m000']],
  ]);
});
test('no value makes a check throw, whatever another program has written there', () => {
  const elements = groups.map((group, i) => ({ group, id: sure(isElementId, `e${String(i).padStart(2, '0')}m00`), label: group }));
  const rubbish = fc.oneof(
    fc.string({ maxLength: 20 }),
    fc.constantFrom('b8', '010.1.1', '::', '1.2.3.4/99', 'B3, x', '2027-13-40', '99:99', '+', '{}'),
    fc.integer(),
    fc.boolean(),
    fc.constant(1e300),
  );
  fc.assert(
    fc.property(fc.infiniteStream(rubbish), (values) => {
      const made = new Map<string, Json>();
      const view: SheetView = {
        elements,
        value: (key) => {
          const of = definitionOf(key);
          if (of === null) return undefined;
          const there = made.get(key);
          if (there !== undefined) return there;
          const next = values.next().value as Json;
          const fits = parseValue(of, next, '').ok ? next : undefined;
          if (fits !== undefined) made.set(key, fits);
          return fits;
        },
      };
      return (
        Array.isArray(check(view, around)) &&
        Array.isArray(bridges(view)) &&
        Array.isArray(flows(view)) &&
        Array.isArray(
          kitList(stateOfSheet({ format: '', version: 1, station: 'x', elements, settings: Object.fromEntries(made), secrets: [] }), []),
        )
      );
    }),
    { seed: 61, numRuns: 150 },
  );
});
test('every agreement names two settings of the table, and a rule of its own where it says so', () => {
  for (const { a, b, ruledBy, row } of agreements) {
    expect([definition(a)?.key, definition(b)?.key]).toEqual([a, b]);
    expect(row).toBeGreaterThan(0);
    if (ruledBy !== undefined) expect(rules.map(({ id }) => id)).toContain(ruledBy);
  }
});
test('a bridge shows both sides: agreed, apart, or one side only', () => {
  const { m, unit, receiver } = onePath();
  m.set(unit, { 'unit.transport': 'TCP' });
  const found = () =>
    bridges(asPlanned(m.state))
      .filter(({ a }) => a === sure(isSettingKey, `unit:${unit}.transport`))
      .map(({ b, is }) => [b, is]);
  expect(found()).toEqual([[`receiver:${receiver}.transport`, 'one side']]);
  m.set(receiver, { 'receiver.transport': 'UDP' });
  expect(found()).toEqual([[`receiver:${receiver}.transport`, 'differs']]);
  m.set(receiver, { 'receiver.transport': 'TCP' });
  expect(found()).toEqual([[`receiver:${receiver}.transport`, 'agrees']]);
});

test('a check that belongs to one school is asked only where the house rules follow it', () => {
  const bound = rules.filter(({ school }) => school !== undefined);
  expect(bound.length).toBeGreaterThan(4);
  for (const one of bound) {
    const { examples, school } = one;
    if (school === undefined) continue;
    const options = schools.find(({ id }) => id === school.question)?.of.map(({ id }) => id) ?? [];
    expect({ rule: one.id, known: school.of.every((id) => options.includes(id)) }).toEqual({ rule: one.id, known: true });
    const view = examples.of === 'sheet' ? sheetOf(examples.fires) : oneOfEach(examples.fires);
    for (const id of options)
      expect({
        rule: one.id,
        id,
        fires: checkBy(one, view, { ...around, now: examples.now ?? 0, school: () => id }).length > 0,
      }).toEqual({ rule: one.id, id, fires: school.of.includes(id) });
    const ours = schools.find(({ id }) => id === school.question)?.of.find((of) => of.ours === true)?.id ?? '';
    expect([one.id, checkBy(one, view, { ...around, now: examples.now ?? 0 }).length > 0]).toEqual([one.id, school.of.includes(ours)]);
  }
});
test('what a rule says carries the figures that its words ask for, all of them and no other: the compiler holds it', () => {
  const whole: OneFound<'iccid-digit'> = { code: 'iccid-digit', args: { got: '4', want: '5' } };
  // @ts-expect-error a figure of the sentence is missing
  const short: OneFound<'iccid-digit'> = { code: 'iccid-digit', args: { got: '4' } };
  // @ts-expect-error the sentence has no place for it
  const more: OneFound<'iccid-digit'> = { code: 'iccid-digit', args: { got: '4', want: '5', modem: '1' } };
  // @ts-expect-error a sentence without figures takes none
  const bare: OneFound<'roaming-off'> = { code: 'roaming-off', args: { got: '4' } };
  // @ts-expect-error there are no such words
  const unknown: OneFound<'iccid-digits'> = { code: 'iccid-digits', args: {} };
  expect(sayFinding(whole).what).toBe('The card number ends in 4; its check digit would be 5.');
  expect([short, more, bare, unknown]).toHaveLength(4);
});
