import { execFileSync, spawn } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, readFileSync, renameSync, statSync, truncateSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { TestServer } from '../testing/server.ts';
import { Copies } from './copies.ts';
import { finishRestore, restore } from './restore.ts';

const server = new TestServer();
afterAll(() => server.end());
const sqlite = (file: string, sql: string): string => execFileSync('sqlite3', ['-readonly', file, sql], { encoding: 'utf8' }).trim();
const copies = (): string[] => readdirSync(join(server.folder, 'copies')).sort();
const data = (name: string): string => join(server.folder, 'data', name);

test('a copy is made while units call and people write; all that was acknowledged before it is in it, and any SQLite tool opens it', async () => {
  await server.open();
  const { stream } = await server.station('6101');
  const flooding = { on: true };
  const sent: string[] = [];
  const flood = (async () => {
    for (let n = 0; flooding.on; n++) if ((await server.send(`6101;;event=e${n}\n`))[0]?.startsWith('OK') === true) sent.push(`e${n}`);
  })();
  await new Promise((done) => setTimeout(done, 300));
  const before = sent.length;
  await server.running.app.get(Copies).make();
  flooding.on = false;
  await flood;
  const [name = ''] = copies();
  expect(name).toMatch(/^green-lamp-.*Z\.db$/);
  const file = join(server.folder, 'copies', name);
  expect(sqlite(file, 'pragma integrity_check')).toBe('ok');
  const events = new Set(sqlite(file, 'select event from frame').split('\n'));
  expect(sent.slice(0, before).filter((event) => !events.has(event))).toEqual([]);
  expect(sqlite(file, `select count(*) from entry where stream = '${stream}'`)).not.toBe('0');
  expect(statSync(file).mode & 0o777).toBe(0o600);
});
test('so many are kept and the oldest go; a lead makes one by a press and sees it', async () => {
  for (let i = 0; i < 4; i++) {
    await server.running.app.get(Copies).make();
    await new Promise((done) => setTimeout(done, 1100));
  }
  expect(copies()).toHaveLength(3);
  expect(await (await server.post('/api/copies', {})).json()).toMatchObject({ state: 'copying', kept: 3 });
  for (let i = 0; i < 50 && (await server.get<{ state: string }>('/api/copies')).state !== 'resting'; i++)
    await new Promise((done) => setTimeout(done, 100));
  expect(await server.get('/api/copies')).toMatchObject({ state: 'resting', failed: null });
}, 20_000);
test('a folder that can’t be written, and a disk that is full, are told, and nothing counts as a copy', async () => {
  const blocked = join(server.folder, 'blocked');
  writeFileSync(blocked, '');
  const of = server.running.app.get(Copies);
  of.open({ backups: join(blocked, 'x'), backupHours: 0, backupsKept: 3 });
  await of.make();
  expect(of.state.failed).toMatch(/ENOTDIR|EEXIST|not a directory/);
  expect(of.state.copies).toEqual([]);
  of.open({ backups: join(server.folder, 'copies'), backupHours: 0, backupsKept: 3 });
});
test('a copy is put back: what was there is kept aside, the desk has a new life, and pages offer again what is missing', async () => {
  const life = server.journal.life;
  const cookie = await server.cookie();
  const { stream } = await server.station('6102');
  await server.running.app.get(Copies).make();
  const [newest = ''] = copies().reverse();
  const note = server.entry(stream, 'note.written', { lamp: null, words: 'after the copy' });
  await server.deliver(note);
  await server.close();
  const before = restore(join(server.folder, 'data'), join(server.folder, 'copies', newest), '01KAV0000000000000000000Z1', Date.now());
  expect(before).toMatch(/^green-lamp\.db\.before-/);
  await server.open();
  expect(server.journal.life).not.toBe(life);
  // A sign-in of before the copy, which may have been ended since, is none any more.
  expect(await (await server.fetch('/api/me', { headers: { cookie } })).json()).toMatchObject({ who: null });
  expect(await server.count(stream)).toBe(9);
  expect((await server.deliver(note)).map(({ is }) => is)).toEqual(['kept']);
  expect(existsSync(data(before ?? ''))).toBe(true);
  await server.close();
});
test('cut off at any step, a restore is finished at the next start or has changed nothing', async () => {
  const [newest = ''] = copies().reverse();
  const file = join(server.folder, 'copies', newest);
  // Made ready, and killed before the database of before was moved; then between the two moves.
  for (const step of ['ready', 'between'] as const) {
    const folder = join(server.folder, 'data');
    const scratch = mkdtempSync(join(tmpdir(), 'green-lamp-restore-'));
    restore(scratch, file, '01KAV0000000000000000000Z2', 0);
    renameSync(join(scratch, 'green-lamp.db'), join(folder, 'green-lamp.db.restored'));
    if (step === 'between') renameSync(join(folder, 'green-lamp.db'), join(folder, 'green-lamp.db.before-x'));
    await server.open();
    expect(server.journal.life).toBe('01KAV0000000000000000000Z2');
    await server.close();
  }
  // Killed while it was copied: a draft alone is nothing.
  writeFileSync(data('green-lamp.db.restoring'), 'half');
  expect(finishRestore(join(server.folder, 'data'), 0)).toBeNull();
  const broken = join(server.folder, 'broken.db');
  writeFileSync(broken, readFileSync(file));
  truncateSync(broken, 5000);
  const bytes = readFileSync(data('green-lamp.db'));
  expect(() => restore(join(server.folder, 'data'), broken, 'x', 0)).toThrow(/is damaged.*Nothing was changed/);
  expect(() => restore(join(server.folder, 'data'), join(server.folder, 'none.db'), 'x', 0)).toThrow(/There is no file/);
  expect(readFileSync(data('green-lamp.db')).equals(bytes)).toBe(true);
});
test('killed while a copy is made, there is no copy, and the next one is whole', async () => {
  const root = join(__dirname, '..', '..', '..', '..');
  const run = (kill: number | null): Promise<string> =>
    new Promise((done) => {
      const worker = spawn(process.execPath, [
        '-e',
        `const { Worker } = require('node:worker_threads'); new Worker(${JSON.stringify(join(root, 'apps/server/dist/safe/copy-worker.js'))}, { workerData: ${JSON.stringify({ database: data('green-lamp.db'), draft: join(server.folder, 'copies', 'being-made.db'), to: join(server.folder, 'copies', 'green-lamp-2030-01-01T00-00-00Z.db') })} }).on('message', (m) => console.log(m.is));`,
      ]);
      let said = '';
      worker.stdout.on('data', (chunk: Buffer) => (said += chunk.toString()));
      worker.once('exit', () => done(said));
      if (kill !== null) setTimeout(() => worker.kill('SIGKILL'), kill);
    });
  await run(40);
  expect(existsSync(join(server.folder, 'copies', 'green-lamp-2030-01-01T00-00-00Z.db'))).toBe(false);
  expect(await run(null)).toContain('done');
  expect(sqlite(join(server.folder, 'copies', 'green-lamp-2030-01-01T00-00-00Z.db'), 'pragma integrity_check')).toBe('ok');
});
test('metrics are read by Prometheus’s own form, and name nobody', async () => {
  await server.open();
  // Letters too: four digits stand in some figure by chance.
  await server.station('QX6103');
  const text = await (await server.fetch('/api/metrics')).text();
  for (const line of text.split('\n'))
    expect(line).toMatch(/^(?:|# (?:HELP|TYPE) [a-z_:0-9]+ .*|[a-zA-Z_:][a-zA-Z0-9_:]*(?:\{[^}]*\})? (?:[-+0-9.eE]+|NaN|\+Inf))$/);
  expect(text).toMatch(/greenlamp_well 1/);
  expect(text).toMatch(/greenlamp_connections\{listener="line"\} \d/);
  for (const hidden of ['QX6103', 'Station', 'Ina', '127.0.9']) expect(text).not.toContain(hidden);
});
