// A database of the third version: how surely its frames came is told by what was known then, and what was heard is summed up anew.
import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Database } from '../shell/database.ts';
import { FrameRow } from './frame.row.ts';
import { HeardRow } from './heard.row.ts';

const folder = mkdtempSync(join(tmpdir(), 'green-lamp-third-'));
afterAll(() => {
  rmSync(folder, { recursive: true, force: true });
});

type Old = {
  id: number;
  at: number;
  address?: string;
  how?: string;
  path?: string | null;
  simulated?: 0 | 1;
  grade?: number;
  event?: string;
  status?: string;
};
const sql = (of: Old): string => {
  const {
    id,
    at,
    address = '198.51.100.9',
    how = 'address',
    path = 'pa7h01',
    simulated = 0,
    grade = 6,
    event = 'test',
    status = 'matched',
  } = of;
  const way = path === null ? 'null' : `'${path}'`;
  return `insert into frame values (${id}, ${at}, ${at}, 'line', 4110, '${address}', 1, x'', 'd', '${status}', null, '1', '', '{}', 'station:S', 'r', ${way}, '${how}', '${event}', ${grade}, 0, ${simulated}, 0, null)`;
};

test('strength by how it was attributed; this computer is impossible; heard by strength and mark with the last 32 calls of grade 6', async () => {
  const data = join(folder, 'third');
  mkdirSync(data, { recursive: true });
  const schema = readFileSync(join(__dirname, '..', 'shell', 'migrations', 'm0003-after.sql'), 'utf8')
    .trim()
    .split(/\s(?=CREATE )/);
  const names = ['m0001-first', 'm0002-blobs', 'm0003-blob-octets'].map((name, i) => `(${i + 1}, '${name}', '2026-01-01')`).join(', ');
  const done = `create table migration (id integer primary key, name text, executed_at text); insert into migration values ${names}`;
  const old: Old[] = [
    { id: 1, at: 10 },
    { id: 2, at: 20, how: 'only' },
    { id: 3, at: 30, how: 'flag', event: 'high', grade: 7 },
    { id: 4, at: 40, address: '127.0.0.1', how: 'only' },
    { id: 5, at: 50, how: 'address', simulated: 1 },
    { id: 6, at: 60, how: 'unknown', path: null },
    { id: 7, at: 70, how: 'pool', status: 'refused' },
    ...Array.from({ length: 40 }, (_, i) => ({ id: 100 + i, at: 1000 + i })),
  ];
  const gone = "insert into heard values ('x', 'station:S', 'pa7h01', 'r', 'test', 1, 1, null)";
  execFileSync('sqlite3', [join(data, 'green-lamp.db'), [...schema, done, gone, ...old.map(sql)].join(';\n')]);
  const database = await Database.open({ data });
  try {
    const rows = await database.em().find(FrameRow, { id: { $lt: 100 } }, { orderBy: { id: 'asc' } });
    expect(rows.map(({ how, strength, path }) => [how, strength, path])).toEqual([
      ['address', 'likely', 'pa7h01'],
      ['only', 'claimed', 'pa7h01'],
      ['flag', 'claimed', 'pa7h01'],
      ['unknown', 'impossible', null],
      ['yard', 'certain', 'pa7h01'],
      ['unknown', 'unknown', null],
      ['pool', null, 'pa7h01'],
    ]);
    const heard = await database.em().find(HeardRow, {}, { orderBy: { what: 'asc' } });
    expect(heard.map(({ strength, simulated, event, count, last, path }) => [strength, simulated, event, count, last, path])).toEqual(
      expect.arrayContaining([
        ['likely', false, 'test', 41, 1039, 'pa7h01'],
        ['claimed', false, 'test', 1, 20, 'pa7h01'],
        ['claimed', false, 'high', 1, 30, 'pa7h01'],
        ['certain', true, 'test', 1, 50, 'pa7h01'],
        ['unknown', false, 'test', 1, 60, null],
      ]),
    );
    expect(heard).toHaveLength(5);
    const recent = (strength: string, event: string): unknown =>
      JSON.parse(heard.find((one) => one.strength === strength && one.event === event)?.recent ?? '');
    expect(recent('likely', 'test')).toEqual(Array.from({ length: 32 }, (_, i) => 1008 + i));
    expect(recent('claimed', 'high')).toEqual([]);
  } finally {
    await database.close();
  }
});
