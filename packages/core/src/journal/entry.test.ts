import fc from 'fast-check';
import { instant } from '../quantity/index.ts';
import { sentence } from '../problem/index.ts';
import { chance, StationMaker } from '../scenario/index.ts';
import { readData, readEntry, textOf } from './index.ts';

const c = chance(9);
const at = instant(1_780_000_000_000);
const entry = new StationMaker({ chance: c, start: at, writer: { person: c.ulid(at), device: c.ulid(at) }, name: 'Entry' }).last;
const codes = (text: string): string[] => {
  const read = readEntry(text);
  return read.ok ? [] : read.problems.map(({ code, path }) => `${code} ${path}`);
};

test('an entry is read from its own text, to the same entry', () => expect(readEntry(textOf(entry))).toEqual({ ok: true, value: entry }));
test('a text that is not its own canonical form is refused', () =>
  expect(codes(JSON.stringify({ ...entry, at: entry.at }, null, 1))).toEqual(['not-canonical ']));
test.each([
  ['a field too many', { ...entry, extra: 1 }, ['unknown ']],
  ['no id', (({ id: _, ...rest }) => rest)(entry), ['missing id']],
  ['a bad id and a bad stream at once', { ...entry, id: 'x', stream: 'station:y' }, ['type id', 'type stream']],
  ['a fraction of a millisecond', { ...entry, at: 1.5 }, ['type at']],
  [
    'a writer that is neither person nor part',
    { ...entry, who: { part: 'boss' } },
    ['unknown who', 'missing who.person', 'missing who.device'],
  ],
  ['version 0', { ...entry, v: 0 }, ['range v']],
])('%s is refused with its path', (_, value, expected) => expect(codes(textOf(value as never))).toEqual(expected));
test('64 KiB is the most', () => {
  const big = textOf({ ...entry, data: { name: 'x'.repeat(70_000), demo: false } });
  expect(codes(big)).toEqual(['long ']);
  expect(codes(textOf({ ...entry, data: { name: 'µ'.repeat(40_000), demo: false } }))).toEqual(['long ']);
});
test('content is judged by its kind, value by its parameter', () => {
  expect(readData({ ...entry, data: { name: '  ', demo: false } })).toMatchObject({
    ok: false,
    problems: [{ code: 'missing', path: 'data.name' }],
  });
  const value = {
    kind: 'setting.set',
    v: 1,
    data: { key: 'unit:0000aa.deskPort', value: '4110', origin: 'typed', simulated: false, over: null },
  };
  expect(readData(value)).toMatchObject({ ok: false, problems: [{ code: 'type', path: 'data.value' }] });
});
test('nothing that comes in makes the reader throw', () =>
  fc.assert(
    fc.property(
      fc.oneof(
        fc.string(),
        fc.json(),
        fc.jsonValue().map((value) => JSON.stringify(value)),
      ),
      (text) => {
        const read = readEntry(text);
        return read.ok || read.problems.every((problem) => sentence(problem).length > 5);
      },
    ),
    { seed: 6, numRuns: 200 },
  ));
