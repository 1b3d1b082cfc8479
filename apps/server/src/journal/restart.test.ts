import { execFileSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { canonical } from '@green-lamp/core/journal';
import type { Json } from '@green-lamp/core/name';
import { Database, migrations } from '../shell/database.ts';
import { readEnv } from '../shell/env.ts';
import { StartError } from '../shell/start-error.ts';
import type { EntryRow } from './entry.row.ts';
import { MetaRow } from '../shell/meta.row.ts';
import { rows } from '../rows.ts';
import { StateRow } from './state.row.ts';
import { TestServer } from '../testing/server.ts';

const server = new TestServer();
const file = (): string => join(server.folder, 'data', 'green-lamp.db');
const sqlite = (sql: string): string => execFileSync('sqlite3', ['-readonly', file(), sql], { encoding: 'utf8' }).trim();
const asText = (state: unknown): string => canonical(state as Json);
afterAll(() => server.end());

test('a clean stop folds the log into the file, any SQLite tool opens it, and the next start has the same state from its cache', async () => {
  await server.open();
  const { stream } = await server.station('3001');
  await server.send('3001;;event=door\n');
  const before = asText(await server.journal.state(stream));
  const { linePort } = server;
  await server.close();
  expect(existsSync(`${file()}-wal`) ? statSync(`${file()}-wal`).size : 0).toBe(0);
  expect(sqlite('pragma integrity_check')).toBe('ok');
  expect(sqlite("select count(*) from state where stream like 'station:%'")).toBe('1');
  expect(Number(sqlite("select count(*) from entry where stream like 'station:%'"))).toBe(10);
  await server.open({ ports: { line: [linePort], dc09: [0], http: [0], mqtt: [0], serial: [0], radio: [0] } });
  expect(asText(await server.journal.state(stream))).toBe(before);
  expect(await server.send('3001;;event=door\n')).toEqual(['OK 1']);
  expect(await server.count(stream)).toBe(10);
  await server.close();
});
test('a cache of another fold version, or ahead of the entries, is not believed', async () => {
  await server.open();
  const { stream } = await server.station('3002');
  const before = asText(await server.journal.state(stream));
  await server.close();
  for (const wrong of [{ foldVersion: 0 }, { seq: 99 }]) {
    const database = await Database.open({ data: join(server.folder, 'data') });
    await database.em().nativeUpdate(StateRow, { stream }, { ...wrong, json: '{"count":-1}' });
    await database.close();
    await server.open();
    expect(asText(await server.journal.state(stream))).toBe(before);
    await server.close();
  }
});
test('the migrations make the schema of the last dump from nothing, and again changes nothing', async () => {
  const data = join(server.folder, 'fresh');
  const dump = readFileSync(join(__dirname, '..', 'shell', 'migrations', 'm0008-after.sql'), 'utf8').trim();
  for (let i = 0; i < 2; i++) {
    const database = await Database.open({ data });
    await database.close();
    const schema = execFileSync(
      'sqlite3',
      [
        join(data, 'green-lamp.db'),
        "select sql from sqlite_master where sql not null and name not like 'migration%' and name not like 'sqlite_%' order by name",
      ],
      { encoding: 'utf8' },
    );
    expect(schema.replace(/\s+/g, ' ').trim()).toBe(dump.replace(/\s+/g, ' '));
  }
  expect(migrations.map(({ name }) => name)).toEqual([
    'm0001-first',
    'm0002-blobs',
    'm0003-blob-octets',
    'm0004-attribution',
    'm0005-newest',
    'm0006-order',
    'm0007-accounts',
    'm0008-device-keys',
  ]);
});
test('a database of a newer Green Lamp is refused in words and not touched', async () => {
  const data = join(server.folder, 'newer');
  const database = await Database.open({ data });
  await database.em().insert(MetaRow, { name: 'kept', value: 'yes' });
  await database.close();
  execFileSync('sqlite3', [join(data, 'green-lamp.db'), "insert into migration (name) values ('m0099-later')"]);
  const bytes = readFileSync(join(data, 'green-lamp.db'));
  await expect(Database.open({ data })).rejects.toThrow(/newer Green Lamp \(it has 'm0099-later'\)/);
  expect(readFileSync(join(data, 'green-lamp.db')).equals(bytes)).toBe(true);
});
test('the environment is judged before anything is opened', () => {
  expect(() => readEnv({ GREENLAMP_WEB_HOST: '0.0.0.0' }, '/x')).toThrow(StartError);
  expect(() => readEnv({ GREENLAMP_WEB_HOST: '0.0.0.0', GREENLAMP_TLS: 'on', GREENLAMP_DEMO: '1' }, '/x')).toThrow(/a press is not enough/);
  expect(readEnv({ GREENLAMP_WEB_HOST: '0.0.0.0', GREENLAMP_TLS: 'on' }, '/x')).toMatchObject({ tls: 'own', accounts: 'own' });
  expect(() => readEnv({ GREENLAMP_TLS_CERT: 'x.pem' }, '/x')).toThrow(/one of them is missing/);
  expect(() => readEnv({ GREENLAMP_PROXIES: 'proxy.example' }, '/x')).toThrow(/addresses or networks/);
  expect(() => readEnv({ PORT: '99999' }, '/x')).toThrow(/PORT is '99999'/);
  expect(() => readEnv({ GREENLAMP_DATA: '/x/d', GREENLAMP_KEYS: '/x/d/k' }, '/x')).toThrow(/Keep the keys elsewhere/);
  expect(readEnv({}, '/x')).toMatchObject({
    port: 4180,
    ports: { line: [4110], dc09: [4109], http: [4115], mqtt: [4116], serial: [4117], radio: [1700] },
    webHost: '127.0.0.1',
    listenHost: '127.0.0.1',
    data: '/x/.data/journal',
    keys: '/x/.data/keys',
  });
});
test('a port that is taken ends the start with one sentence that says how to choose another', async () => {
  const first = await new TestServer().open();
  const second = new TestServer();
  await expect(
    second.open({ ports: { line: [first.linePort], dc09: [0], http: [0], mqtt: [0], serial: [0], radio: [0] } }),
  ).rejects.toThrow(
    /^Port \d+ on 127\.0\.0\.1 is taken by another program: choose another with GREENLAMP_LINE_PORT=… \(0 takes a free one\)\.$/,
  );
  await expect(second.open({ port: Number(new URL(first.running.web).port) })).rejects.toThrow(/choose another with PORT=/);
  await first.end();
  await second.end();
});
test('a key file that can’t be read ends the start and is left as it is', async () => {
  const broken = new TestServer();
  const keys = join(broken.folder, 'keys');
  mkdirSync(keys, { recursive: true });
  writeFileSync(join(keys, 'secrets.json'), '{"current":"x"}');
  await expect(broken.open()).rejects.toThrow(/key file .* can’t be read/);
  expect(readFileSync(join(keys, 'secrets.json'), 'utf8')).toBe('{"current":"x"}');
  await broken.end();
});
test('the tables that the rows describe are those of the migrations', async () => {
  const database = await Database.open({ data: join(server.folder, 'fresh') });
  for (const row of rows) expect((await database.em().find(row as typeof EntryRow, {})).length).toBeLessThan(2);
  await database.close();
});
