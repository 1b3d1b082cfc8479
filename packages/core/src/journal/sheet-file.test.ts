import { onePath } from '../lamp/testing.ts';
import { asPlanned } from '../lamp/index.ts';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { readSheet, sheetSchema, sheetText, stateOfSheet } from './index.ts';

test('a sheet comes back from its file to the byte, with elements and values, and without its secrets', () => {
  const { m, sim, unit } = onePath();
  m.secret(sim, 'sim.pin', '4071').set(unit, { 'unit.deskPort': 4110, 'unit.callOn': true });
  const text = sheetText(m.state);
  expect(text).not.toContain('4071');
  expect(text).toContain(`"secrets":["sim:${sim}.pin"]`);
  const read = readSheet(text);
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  const again = stateOfSheet(read.value);
  const { secrets: _, ...first } = JSON.parse(text) as { secrets: unknown };
  const { secrets: __, ...second } = JSON.parse(sheetText(again)) as { secrets: unknown };
  expect(second).toEqual(first);
  expect(asPlanned(again).value(`unit:${unit}.deskPort` as never)).toBe(4110);
});
test('a sheet without secrets is the same bytes again', () => {
  const { m } = onePath();
  const text = sheetText(m.state);
  const read = readSheet(text);
  expect(read.ok ? sheetText(stateOfSheet(read.value)) : '').toBe(text);
});
test.each([
  ['{', ['']],
  ['{"format":"other","version":1,"station":"A","elements":[],"settings":{},"secrets":[]}', ['format']],
  ['{"format":"green-lamp-sheet","version":2,"station":"A","elements":[],"settings":{},"secrets":[]}', ['version']],
  [
    '{"format":"green-lamp-sheet","version":1,"station":"","elements":[{"group":"sim","id":"x","label":"y"}],"settings":{},"secrets":[]}',
    ['station', 'elements[0].id'],
  ],
  [
    '{"format":"green-lamp-sheet","version":1,"station":"A","elements":[],"settings":{"unit:vn1t00.deskPort":"x","colour":1},"secrets":[]}',
    ['settings.unit:vn1t00.deskPort', 'settings.colour'],
  ],
  [
    '{"format":"green-lamp-sheet","version":1,"station":"A","elements":[],"settings":{"sim:s1m000.pin":{"secret":"01ARZ3NDEKTSV4RRFFQ69G5FAV"}},"secrets":[]}',
    ['settings.sim:s1m000.pin'],
  ],
])('%s is refused at %p', (text, paths) => {
  const read = readSheet(text);
  expect(read.ok ? [] : read.problems.map(({ path }) => path)).toEqual(paths);
});

test('the schema of sheets is one by its own meta-schema (ajv), takes what is written, and refuses what the parser refuses', () => {
  const ajv = new Ajv2020({ allErrors: true, strict: false });
  expect(ajv.validateSchema(sheetSchema)).toBe(true);
  const judge = ajv.compile(sheetSchema);
  const { m } = onePath();
  const sheet = JSON.parse(sheetText(m.state)) as { [name: string]: unknown };
  expect(judge(sheet)).toBe(true);
  for (const wrong of [
    { ...sheet, elements: 'none' },
    { ...sheet, station: 7 },
    { ...sheet, version: 0 },
  ]) {
    expect(judge(wrong)).toBe(false);
    expect(readSheet(JSON.stringify(wrong)).ok).toBe(false);
  }
});
