// [S2] A text is kept by its hash, masked; an entry that names one comes after it.
import { execFileSync } from 'node:child_process';
import { mkdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { peopleStream } from '@green-lamp/core/name';
import { hashOf } from '@green-lamp/core/journal';
import { EntryRow } from '../journal/entry.row.ts';
import { Database } from '../shell/database.ts';
import { BlobRow } from './blob.row.ts';
import { TestServer } from '../testing/server.ts';

const server = new TestServer();
beforeAll(() => server.open());
afterAll(() => server.end());

const keep = (text: string): Promise<Response> => server.post('/api/blobs', { text, stream: peopleStream });

test('kept once under its hash, given back as it was', async () => {
  const text = '+CSQ: 20,99\r\nOK\r\n';
  for (let i = 0; i < 2; i++) expect(await (await keep(text)).json()).toMatchObject({ hash: hashOf(text) });
  expect(await server.get(`/api/blobs/${hashOf(text)}`)).toMatchObject({ text });
});
test('any character is kept as it is, NUL too; half a character is refused in words', async () => {
  const text = 'boot\u0000\u0000v3 \u2212 \ud83d\udd0c\r\n+CSQ: 20,99\u0000tail';
  expect(await (await keep(text)).json()).toMatchObject({ hash: hashOf(text) });
  expect(await server.get(`/api/blobs/${hashOf(text)}`)).toMatchObject({ text });
  const half = await server.fetch('/api/blobs', {
    method: 'POST',
    body: '{"text":"x\\ud800y","stream":"people"}',
    headers: { 'content-type': 'application/json', cookie: await server.cookie() },
  });
  expect([half.status, await half.text()]).toEqual([422, expect.stringContaining('half a character')]);
});
test('a text with a secret in it is refused, and the refusal does not repeat it', async () => {
  const response = await keep('password: open-sesame-7\n');
  expect(response.status).toBe(422);
  expect(await response.text()).not.toContain('sesame');
});
test('an unknown hash is not found, and what is no hash is refused', async () => {
  expect((await server.fetch(`/api/blobs/${hashOf('nothing')}`)).status).toBe(404);
  expect((await server.fetch('/api/blobs/zz')).status).toBe(400);
});
test('an entry whose text did not come before it is refused, and taken once it has', async () => {
  const { stream, path } = await server.station('7101');
  const text = 'AT\r\nOK\r\n';
  const entry = {
    ...server.entry(stream, 'capture.kept', { path, about: 'AT dialogue', lines: 3, found: 0, missed: 0, simulated: false }),
    blobs: [hashOf(text)],
  };
  expect(await server.deliver(entry)).toMatchObject([{ is: 'refused', problems: [{ code: 'blob-missing' }] }]);
  await keep(text);
  expect(await server.deliver(entry)).toMatchObject([{ is: 'kept' }]);
});
test('a database of the first version is brought up and keeps its entries', async () => {
  const data = join(server.folder, 'old');
  mkdirSync(data, { recursive: true });
  const first = readFileSync(join(__dirname, '..', 'shell', 'migrations', 'm0001-after.sql'), 'utf8')
    .trim()
    .split(/\s(?=CREATE )/);
  const row = `insert into entry values (1, 'A', 'people', 1, '{}', 'h', 5, 'l')`;
  const done =
    "create table migration (id integer primary key, name text, executed_at text); insert into migration values (1, 'm0001-first', '2026-01-01')";
  execFileSync('sqlite3', [join(data, 'green-lamp.db'), [...first, row, done].join(';\n')]);
  const database = await Database.open({ data });
  try {
    expect(await database.em().find(EntryRow, {})).toMatchObject([{ n: 1, stream: 'people', text: '{}' }]);
    const tables = await database
      .em()
      .getConnection()
      .execute<{ name: string }[]>("select name from sqlite_master where type = 'table' and name = 'blob'");
    expect(tables).toEqual([{ name: 'blob' }]);
  } finally {
    await database.close();
  }
});
test('a database of the second version keeps its texts, as octets', async () => {
  const data = join(server.folder, 'second');
  mkdirSync(data, { recursive: true });
  const second = readFileSync(join(__dirname, '..', 'shell', 'migrations', 'm0002-after.sql'), 'utf8')
    .trim()
    .split(/\s(?=CREATE )/);
  const done =
    "create table migration (id integer primary key, name text, executed_at text); insert into migration values (1, 'm0001-first', '2026-01-01'), (2, 'm0002-blobs', '2026-01-01')";
  execFileSync('sqlite3', [
    join(data, 'green-lamp.db'),
    [...second, "insert into blob values ('h', '\u2212 97 dBm', 5)", done].join(';\n'),
  ]);
  const database = await Database.open({ data });
  try {
    const [row] = await database.em().find(BlobRow, {});
    expect([row?.hash, Buffer.from(row?.bytes ?? []).toString(), row?.kept]).toEqual(['h', '\u2212 97 dBm', 5]);
  } finally {
    await database.close();
  }
});
