// A database of the fifth version: an entry's place in the order becomes a column, and streams a table.
import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ordOf, textOf, write } from '@green-lamp/core/journal';
import { stationStream } from '@green-lamp/core/name';
import { instant } from '@green-lamp/core/quantity';
import { chance } from '@green-lamp/core/scenario';
import { Database } from '../shell/database.ts';
import { EntryRow } from './entry.row.ts';
import { StreamRow } from './stream.row.ts';

const folder = mkdtempSync(join(tmpdir(), 'green-lamp-fifth-'));
afterAll(() => {
  rmSync(folder, { recursive: true, force: true });
});

test('the column is what the core’s one function gives, whatever the clock said; a text that is none stands where it was received', async () => {
  const data = join(folder, 'fifth');
  mkdirSync(data, { recursive: true });
  const c = chance(3);
  const [one, two] = [stationStream(c.ulid(1)), stationStream(c.ulid(2))];
  const who = { person: c.ulid(3), device: c.ulid(4) };
  const cases = [
    { at: 1000, skew: 50, since: 0, received: 5000 },
    { at: 1000, skew: null, since: 1500, received: 5001 },
    { at: 9000, skew: -10, since: 0, received: 5002 },
    { at: 9000, skew: null, since: 8000, received: 5003 },
  ];
  const entries = cases.map(({ at, skew, since, received }, i) => {
    const pen = { id: c.ulid(10 + i), at: instant(at), skew, since, who };
    return { entry: write(pen, i < 3 ? one : two, 'note.written', { lamp: null, words: 'it’s' }), received };
  });
  const values = entries.map(
    ({ entry, received }, i) =>
      `insert into entry values (${i + 1}, '${entry.id}', '${entry.stream}', ${i < 3 ? i + 1 : 1}, '${textOf(entry).replaceAll("'", "''")}', 'h', ${received}, '${'a'.repeat(63)}${i}')`,
  );
  const broken = `insert into entry values (9, 'x', 'people', 1, 'no json', 'h', 77, '${'b'.repeat(64)}')`;
  const schema = readFileSync(join(__dirname, '..', 'shell', 'migrations', 'm0005-after.sql'), 'utf8')
    .trim()
    .split(/\s(?=CREATE )/);
  const done = ['m0001-first', 'm0002-blobs', 'm0003-blob-octets', 'm0004-attribution', 'm0005-newest']
    .map((name, i) => `(${i + 1}, '${name}', '2026-01-01')`)
    .join(', ');
  const table = `create table migration (id integer primary key, name text, executed_at text); insert into migration values ${done}`;
  execFileSync('sqlite3', [join(data, 'green-lamp.db'), [...schema, table, ...values, broken].join(';\n')]);
  const database = await Database.open({ data });
  try {
    const rows = await database.em().find(EntryRow, {}, { orderBy: { n: 'asc' } });
    expect(rows.map(({ ord }) => ord)).toEqual([...entries.map(({ entry, received }) => ordOf(entry, received)), 77]);
    expect(rows.map(({ ord }) => ord)).toEqual([1050, 1501, 5002, 5003, 77]);
    const streams = await database.em().find(StreamRow, {}, { orderBy: { received: 'asc' } });
    expect(streams.map(({ stream, seq, received, link }) => [stream, seq, received, link.slice(-1)])).toEqual([
      ['people', 1, 77, 'b'],
      [one, 3, 5002, '2'],
      [two, 1, 5003, '3'],
    ]);
  } finally {
    await database.close();
  }
});
