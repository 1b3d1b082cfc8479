import fc from 'fast-check';
import { chance } from '../scenario/index.ts';
import { check, checkFleet } from '../check/index.ts';
import { onePath } from '../lamp/testing.ts';
import { copyOf, readRows, strayDifferences, viewOfCopy } from './many.ts';

const model = () => {
  const s = onePath();
  s.m.set(s.unit, { 'unit.deskPort': 4110, 'unit.testAt': '03:10' }).set(s.receiver, { 'receiver.port': 4110 });
  s.m.set(s.path, { 'path.sim': s.sim, 'path.modem': s.modem });
  s.m.secret(s.sim, 'sim.pin', '4071');
  return s;
};
const head = 'station,Account it sends,Account the desk expects,Card number (ICCID),Test call at';

test('columns are matched to settings by name; one that is none is named, and nothing is taken from it', () => {
  const { m } = model();
  const { columns, rows, problems } = readRows(`${head},Colour\nMast 1,0301,0301,8999970020034567809,04:00,blue\n`, m.state);
  expect(columns.map(({ is }) => is)).toEqual(['name', 'setting', 'setting', 'setting', 'setting', 'unknown']);
  expect([rows.length, rows[0]?.values.length, problems]).toEqual([1, 4, []]);
});
test('a bad cell, a missing name and a name that comes twice are told with their lines, and spoil only their rows', () => {
  const { m } = model();
  const { rows } = readRows(`${head}\nMast 1,0301,0301,x,04:00\n,0302,0302,,\nMast 1,0303,0303,,\nMast 4,0304,0304,,\n`, m.state);
  expect(rows.map(({ line, problems }) => [line, problems.map(({ path }) => path)])).toEqual([
    [2, ['line 2, Card number (ICCID)']],
    [3, ['line 3, station']],
    [4, ['line 4']],
    [5, []],
  ]);
});
test('without a column of names nothing can be made', () =>
  expect(readRows('Account it sends\n0301\n', model().m.state).problems).toHaveLength(1));
test('a copy has the model’s settings under elements of its own, what must differ filled from its row or empty, and no secret', () => {
  const { m, sim, path } = model();
  const { rows } = readRows(`${head}\nMast 1,0301,0301,8999970020034567809,\n`, m.state);
  const [row] = rows;
  if (row === undefined) throw new Error('one row');
  const c = chance(5);
  const copy = copyOf(m.state, row, () => c.element());
  const at = (name: string) => copy.settings.find(({ key }) => key.endsWith(name))?.value;
  expect([at('.iccid'), at('unit.deskPort') ?? at('.deskPort'), at('.testAt'), at('.pin')]).toEqual([
    '8999970020034567809',
    4110,
    undefined,
    undefined,
  ]);
  expect(copy.empty.map((key) => key.replace(/^\w+:\w+\./, '')).sort()).toEqual(['pin', 'testAt']);
  expect(copy.elements.some(({ id }) => id === sim || id === path)).toBe(false);
  expect(copy.elements.map(({ id }) => id)).toContain(at('.sim'));
  expect(strayDifferences(m.state, copy, row)).toEqual([]);
  expect(check(viewOfCopy(copy), { traits: () => null, demo: false, now: 0 })).toEqual([]);
});
test('two hundred rows make two hundred stations that share nothing that must differ', () => {
  const { m } = model();
  const rows = readRows(
    `${head}\n${Array.from({ length: 200 }, (_, i) => `Mast ${i},${String(3000 + i)},${String(3000 + i)},,`).join('\n')}`,
    m.state,
  ).rows;
  const c = chance(6);
  const copies = rows.map((row) => copyOf(m.state, row, () => c.element()));
  expect(copies).toHaveLength(200);
  expect(new Set(copies.flatMap(({ elements }) => elements.map(({ id }) => id))).size).toBe(200 * 5);
  expect(
    checkFleet(
      copies.map(({ name, settings }) => ({ name, settings: Object.fromEntries(settings.map(({ key, value }) => [key, value])) })),
    ),
  ).toEqual([]);
});
test('no text makes the reader throw, and a row is never made of more than its own line', () => {
  const { m } = model();
  fc.assert(
    fc.property(fc.string({ maxLength: 120 }), (text) => readRows(`station\n${text}`, m.state).rows.every(({ line }) => line >= 2)),
    { seed: 71, numRuns: 200 },
  );
});
