import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { acceptedAs, check, openFindings, rules, sayFinding, type Rule, type Traits } from './index.ts';
import { asPlanned } from '../lamp/index.ts';
import { onePath, twoSims } from '../lamp/testing.ts';

const around = { traits: () => null, demo: false };
const folder = join(__dirname, 'rules');
const files = readdirSync(folder, { recursive: true, encoding: 'utf8' })
  .filter((name) => name.endsWith('.ts') && name !== 'index.ts')
  .map((name) => name.slice(0, -3));

test('every file of the folder is registered under its own path, and the walk did not go empty', () => {
  expect([...files].sort()).toEqual(rules.map(({ id }) => id).sort());
  expect(files.length).toBeGreaterThan(14);
});
describe.each(rules.map((rule): [string, Rule] => [rule.id, rule]))('%s', (_, rule) => {
  const { fires, silent, traits } = rule.examples as unknown as { fires: never; silent: never; traits?: Traits };
  const asAround = (of: never) => ({ demo: false, traits: (ref: string) => (JSON.stringify(of).includes(ref) ? (traits ?? null) : null) });
  test('speaks on its sheet, in sentences with nothing left to fill in', () => {
    const said = rule.find(fires, asAround(fires));
    expect(said.length).toBeGreaterThan(0);
    for (const one of said) {
      expect(rule.codes).toContain(one.code);
      for (const text of Object.values(sayFinding(one))) expect(text).toMatch(/^[^{}]{8,}$/);
    }
  });
  test('keeps silent on the other', () => expect(rule.find(silent, { demo: false, traits: () => null })).toEqual([]));
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
  const { m, unit } = onePath();
  m.set(unit, { 'unit.deskPort': 80 });
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
