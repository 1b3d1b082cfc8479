import fc from 'fast-check';
import { chance } from '../scenario/index.ts';
import { check, checkFleet } from '../check/index.ts';
import { onePath } from '../lamp/testing.ts';
import { copyOf, previewMany, readRows, strayDifferences, viewOfCopy } from './many.ts';

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
  expect(copy.empty.map((key) => key.replace(/^\w+:\w+\./, '')).sort()).toEqual(['address', 'pin', 'testAt']);
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

describe('the preview', () => {
  const around = { traits: () => null, demo: false, now: 0 };
  const newElement = () => {
    const c = chance(31);
    return () => c.element();
  };
  const text = `${head}\nMast 1,0301,0301,8999970020034567809,04:00\nMast 2,0301,0301,,04:10\nMast 3,0303,0303,8999999022234567826,04:20\n`;
  test('conflicts among the rows and with what exists are told; conflicts among old ones alone are not', () => {
    const { m } = model();
    const old = (name: string, account: string, iccid: string) => ({
      name,
      settings: { 'receiver:ad0001.account': account, 'sim:ad0002.iccid': iccid },
    });
    const { across, made } = previewMany(text, m.state, {
      around,
      existing: [old('Old 1', '0303', 'a'), old('Old 2', '0400', 'b'), old('Old 3', '0400', 'c')],
      newElement: newElement(),
    });
    expect(made).toHaveLength(3);
    expect(across.map(({ rule, value }) => [rule, value])).toEqual([
      ['fleet/one-account', '0301'],
      ['fleet/one-account', '0303'],
    ]);
    expect(made.every(({ stray }) => stray === 0)).toBe(true);
  });
  test('a row by the name of a station that exists is left out', () => {
    const { m } = model();
    const { made } = previewMany(text, m.state, { around, existing: [{ name: 'Mast 2', settings: {} }], newElement: newElement() });
    expect(made.map(({ row }) => row.problems.length)).toEqual([0, 1, 0]);
  });
  test('progress rises to what there is to look at', () => {
    const { m } = model();
    const seen: [number, number][] = [];
    previewMany(text, m.state, {
      around,
      existing: Array.from({ length: 50 }, (_, i) => ({ name: `Old ${i}`, settings: {} })),
      newElement: newElement(),
      progress: (done, of) => seen.push([done, of]),
    });
    expect(new Set(seen.map(([, of]) => of))).toEqual(new Set([53]));
    expect(seen.map(([done]) => done)).toEqual([...seen.map(([done]) => done)].sort((a, b) => a - b));
    expect(seen.at(-1)?.[0]).toBeGreaterThan(45);
  });
});
