// Faults of the machine, each told in one sentence with what to do, and nothing touched.
import { execFileSync, spawn, spawnSync } from 'node:child_process';
import { chmodSync, cpSync, mkdirSync, readFileSync, renameSync, rmSync, statSync, symlinkSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Journal } from '../journal/journal.ts';
import { TestServer } from '../testing/server.ts';
import { Database } from './database.ts';
import { readEnv } from './env.ts';
import { databaseFault } from './soundness.ts';

const server = new TestServer();
afterAll(() => server.end());
const folder = (): string => join(server.folder, 'data');
const file = (): string => join(folder(), 'green-lamp.db');
const mode = (path: string): string => (statSync(path).mode & 0o777).toString(8);
/** As another program would: in a process of its own. */
const change = (copy: string, sql: string): void => {
  execFileSync('sqlite3', [copy, sql]);
};
const sentence = /^[A-Z].{20,}\.?$/s;

test('the data folder is its owner’s alone, whatever it was before', async () => {
  mkdirSync(folder(), { recursive: true, mode: 0o755 });
  chmodSync(folder(), 0o755);
  await server.open();
  expect([folder(), file(), `${file()}-wal`, join(folder(), 'in-use.json'), join(folder(), 'lock.db')].map(mode)).toEqual([
    '700',
    '600',
    '600',
    '600',
    '600',
  ]);
});
test('a second server on the folder is told who has it, and the first goes on', async () => {
  const second = new TestServer();
  await expect(second.open({ data: folder() })).rejects.toThrow(
    new RegExp(`in use by process ${process.pid} on \\S+ since 20\\d\\d-.*Stop that one first`),
  );
  await second.end();
  await server.station('6001');
  expect(await server.send('6001;;event=a\n')).toEqual(['OK 1']);
  await server.close();
});
test('whoever was killed keeps nobody out', async () => {
  const script = `require(${JSON.stringify(join(__dirname, '..', '..', 'dist', 'shell', 'data-folder.js'))})`;
  const holder = spawn(process.execPath, [
    '-e',
    `${script}.DataFolder.take(${JSON.stringify(folder())}).sign(); console.log('has it'); setInterval(() => 0, 1000)`,
  ]);
  await new Promise((done) => holder.stdout.once('data', done));
  await expect(Database.open({ data: folder() })).rejects.toThrow(`process ${holder.pid}`);
  holder.kill('SIGKILL');
  await new Promise((done) => holder.once('exit', done));
  writeFileSync(`${file()}-wal`, ''); // a killed server leaves its log
  await (await Database.open({ data: folder() })).close();
});
test('a write-ahead log that is gone after a kill is told, and given up only where a person says so', async () => {
  await server.open();
  await server.close();
  writeFileSync(join(folder(), 'in-use.json'), '{"process":1,"host":"x","since":"2026-01-01T00:00:00.000Z"}');
  rmSync(`${file()}-wal`, { force: true });
  const bytes = readFileSync(file());
  await expect(Database.open({ data: folder() })).rejects.toThrow(/write-ahead log .* is missing.*It was not touched.*--without-log/s);
  expect(readFileSync(file()).equals(bytes)).toBe(true);
  await (await Database.open({ data: folder() }, { withoutLog: true })).close();
});
test('a damaged database ends the start in one sentence: pages, what is no database, and a text that would end the process', async () => {
  await server.open();
  await server.station('6002');
  await server.close();
  const damaged = (name: string, damage: (copy: string) => void): string => {
    const data = join(server.folder, name);
    cpSync(folder(), data, { recursive: true });
    damage(join(data, 'green-lamp.db'));
    return data;
  };
  const pages = damaged('pages', (copy) => {
    const bytes = readFileSync(copy);
    writeFileSync(copy, bytes.fill(0xa5, 4096, 8192));
  });
  const bytes = readFileSync(join(pages, 'green-lamp.db'));
  await expect(Database.open({ data: pages })).rejects.toThrow(/damaged: .*Put back a good copy/s);
  expect(readFileSync(join(pages, 'green-lamp.db')).equals(bytes)).toBe(true);
  const none = damaged('none', (copy) => {
    writeFileSync(copy, 'no database at all, but long enough to be looked at '.repeat(100));
  });
  await expect(Database.open({ data: none })).rejects.toThrow(/damaged: .*not a database/s);
  const text = damaged('text', (copy) => {
    change(copy, `update entry set text = cast(x'7bff7d' as text) where n = 3`);
  });
  await expect(Database.open({ data: text })).rejects.toThrow(/'text' that are no text/);
});
test('read through on demand, a changed entry shows in its chain', () => {
  const data = join(server.folder, 'changed');
  cpSync(folder(), data, { recursive: true });
  const copy = join(data, 'green-lamp.db');
  expect(databaseFault(copy, { unclean: false, whole: true })).toBeNull();
  change(copy, `update entry set text = replace(text, '6002', '6003') where stream like 'station:%' and text like '%6002%'`);
  expect(databaseFault(copy, { unclean: false, whole: false })).toBeNull();
  expect(databaseFault(copy, { unclean: false, whole: true })).toMatch(/the chain of station:\w+ does not hold at entry \d+ \(its hash\)/);
  const said = spawnSync(process.execPath, [join(__dirname, '..', '..', 'dist', 'main.js'), '--check'], {
    env: { ...process.env, GREENLAMP_DATA: data, GREENLAMP_KEYS: join(server.folder, 'keys') },
    encoding: 'utf8',
  });
  expect([said.status, said.stderr]).toEqual([1, expect.stringMatching(/damaged: the chain of station/)]);
});
test('a folder that can’t be written is told', async () => {
  const place = join(server.folder, 'a file');
  writeFileSync(place, '');
  await expect(Database.open({ data: join(place, 'data') })).rejects.toThrow(
    /^The data folder .* can’t be written \(ENOTDIR\)\. Give this user/,
  );
});
test('keys inside the data folder are found by where they really lie', () => {
  const [real, link] = [join(server.folder, 'real'), join(server.folder, 'link')];
  mkdirSync(real);
  symlinkSync(real, link);
  expect(() => readEnv({ GREENLAMP_DATA: real, GREENLAMP_KEYS: join(link, 'keys', 'deep') }, '/x')).toThrow(/Keep the keys elsewhere/);
  expect(readEnv({ GREENLAMP_DATA: real, GREENLAMP_KEYS: join(server.folder, 'really') }, '/x').data).toBe(real);
});
test('a key file that is missing beside sealed secrets ends the start; with none sealed a new one is made', async () => {
  await server.open();
  const keys = join(server.folder, 'keys', 'secrets.json');
  await server.running.app.get(Journal).append((turn) => {
    turn.secret({
      ref: 'r',
      stream: 's',
      keyId: 'k',
      sealed: Buffer.from([1]),
      same: 'm',
      length: 4,
      alphabet: 'digits',
      factoryDefault: false,
    });
  });
  await server.close();
  renameSync(keys, `${keys}.away`);
  await expect(server.open()).rejects.toThrow(/key file .* is missing, and one secret is sealed with it.*--new-keys/);
  renameSync(`${keys}.away`, keys);
  writeFileSync(keys, 'no json');
  await expect(server.open()).rejects.toThrow(/^The key file .* can’t be read\. Put back a good copy/);
  rmSync(keys);
  const { start } = await import('../app.ts');
  server.running = await start(server.env(), { newKeys: true });
});
test('a full disk: units are told to send again, people get a sentence, health and desk say it, and all goes on once there is room', async () => {
  const { stream } = await server.station('6004');
  const database = server.running.app.get(Database);
  const pages = (database.statements.all('pragma page_count')[0] as { page_count: number }).page_count;
  database.statements.all(`pragma max_page_count = ${pages}`);
  const big = 'x'.repeat(3000);
  let answers: string[] = [];
  for (let i = 0; i < 30 && !answers.some((one) => one.startsWith('NO')); i++)
    answers = await server.send(`6004;;event=a;text=${big}${i}\n`.repeat(10));
  expect(answers.at(-1)).toMatch(/^NO \d+ busy$/);
  expect(await server.get('/api/health')).toMatchObject({ state: 'degraded', why: expect.stringMatching(sentence) as unknown });
  expect(await server.get('/api/desk')).toMatchObject({ trouble: expect.stringMatching(/disk is full/) as unknown });
  const entry = server.entry(stream, 'note.written', { lamp: null, words: big });
  const response = await server.post('/api/entries', { entries: [JSON.stringify(entry)], secrets: [] });
  expect([200, 503]).toContain(response.status);
  database.statements.all('pragma max_page_count = 1073741823');
  expect(await server.send('6004;;event=a\n')).toEqual(['OK 1']);
  expect(await server.get('/api/health')).toMatchObject({ state: 'up', why: null });
});
test('who was never added to the people writes nothing; one’s own first entry passes, and so do those behind it', async () => {
  const { stream } = await server.station('6005');
  const stranger = { person: server.chance.ulid(Date.now()), device: server.me.device };
  const post = async (entries: readonly object[]): Promise<string[]> => {
    const texts = entries.map((entry) => server.textOf(entry));
    const response = await server.post('/api/entries', { entries: texts, secrets: [] }, { as: stranger.person });
    const { answers } = (await response.json()) as { answers: { is: string; problems?: { code: string }[] }[] };
    return answers.map(({ is, problems }) => problems?.[0]?.code ?? is);
  };
  const note = () => ({ ...server.entry(stream, 'note.written', { lamp: null, words: 'x' }), who: stranger });
  const adds = (id: string) => ({ ...server.entry('people' as never, 'person.added', { id: id as never, name: 'New' }), who: stranger });
  expect(await post([note(), adds(server.chance.ulid(Date.now())), note()])).toEqual(['no-person', 'no-person', 'no-person']);
  expect(await post([adds(stranger.person), note()])).toEqual(['kept', 'kept']);
  await server.close();
});
