// The board shows what stands, soon after it stands: after an entry, a call, other rules, a start on what was left behind.
import { execFileSync } from 'node:child_process';
import { existsSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import { shippedHouse } from '@green-lamp/core/house';
import { instant } from '@green-lamp/core/quantity';
import { houseStream } from '@green-lamp/core/name';
import { dayEnds } from '@green-lamp/core/quantity';
import type { listStations, Says } from '@green-lamp/core/api';
import { TestServer } from '../testing/server.ts';
import { Board } from './board.ts';
import { plainName } from './plain-name.ts';
import { sortKey } from './judging.ts';

const server = new TestServer();
beforeAll(() => server.open());
afterAll(() => server.end());
const list = (query = ''): Promise<Says<typeof listStations>> => server.get<Says<typeof listStations>>(`/api/stations${query}`);
const names = async (query = ''): Promise<string[]> => (await list(query)).stations.map(({ name }) => name);
const file = (): string => join(server.folder, 'data', 'board.db');
const change = (sql: string): void => {
  execFileSync('sqlite3', [file(), sql]);
};
const until = async (good: () => Promise<boolean>): Promise<void> => {
  for (const end = Date.now() + 8000; Date.now() < end; ) {
    if (await good()) return;
    await new Promise((done) => setTimeout(done, 30));
  }
  throw new Error('it did not come about');
};

test('names are ordered as people order them, and found without accents and case', () => {
  const order = ['Zürich 10', 'zurich 9', 'Ähre', 'ahorn'].sort((a, b) => (sortKey(a) < sortKey(b) ? -1 : 1));
  expect(order).toEqual(['ahorn', 'Ähre', 'zurich 9', 'Zürich 10']);
  expect(plainName('ÉTÉ \ud800')).toBe('ete \ufffd');
});
test('a day ends at local midnight, also where the clock changes', () => {
  const at = (text: string) => instant(Date.parse(text));
  expect(dayEnds(at('2026-11-12T22:59:59Z'), 'Europe/Paris')).toBe(Date.parse('2026-11-12T23:00:00Z'));
  expect(dayEnds(at('2026-10-25T00:00:00Z'), 'Europe/Paris') - dayEnds(at('2026-10-24T00:00:00Z'), 'Europe/Paris')).toBe(25 * 3_600_000);
  expect(dayEnds(at('2026-11-12T12:00:00Z'), 'no zone')).toBe(Date.parse('2026-11-13T00:00:00Z'));
});
test('whoever opened or renamed a station sees it in the next list', async () => {
  const { stream } = await server.station('9101');
  expect(await names('?find=9101')).toEqual(['Station 9101']);
  await server.deliver(server.entry(stream, 'station.named', { name: 'Écluse du Nord' }));
  expect(await names('?find=ecluse')).toEqual(['Écluse du Nord']);
  expect([await names('?find=9101'), await names('?find=du'), await names('?find=%25'), await names('?find=%22')]).toEqual([
    ['Écluse du Nord'],
    ['Écluse du Nord'],
    [],
    [],
  ]);
});
test('pages by place and by number give every station once, in one order', async () => {
  for (let i = 0; i < 12; i++) await server.station(`92${String(i).padStart(2, '0')}`);
  // Rows that are judged meanwhile change their place: the list is looked at once it stands still.
  let all: string[] = [];
  await until(async () => {
    const was = all;
    all = await names();
    await new Promise((done) => setTimeout(done, 400));
    return was.length > 0 && was.join() === all.join() && all.join() === (await names()).join();
  });
  const byPlace: string[] = [];
  for (let next: string | null = ''; next !== null; ) {
    const page: Says<typeof listStations> = await list(`?limit=5${next === '' ? '' : `&after=${next}`}`);
    byPlace.push(...page.stations.map(({ name }) => name));
    next = page.next;
  }
  const byNumber = [...(await names('?limit=5')), ...(await names('?limit=5&from=5')), ...(await names('?limit=5&from=10'))];
  expect(byPlace).toEqual(all);
  expect(byNumber).toEqual(all);
  expect(await list('?limit=5&after=rubbish')).toMatchObject({ total: all.length, counts: { all: all.length } });
});
test('a call changes the row by itself, and no more often than every two seconds', async () => {
  const { stream } = await server.station('9301');
  const call = async () => (await list('?find=9301')).stations[0]?.line.after.find(({ lamp }) => lamp === 'Call')?.is;
  expect(await call()).toBe('dark');
  await server.send('9301;;event=a\n');
  await until(async () => (await call()) !== 'dark');
  const judged = (): number =>
    Number(execFileSync('sqlite3', ['-readonly', file(), `select judged from row where stream = '${stream}'`], { encoding: 'utf8' }));
  const seen = new Set<number>();
  // Its worker has the lowest priority: how long it takes is nobody’s promise, how often it is done is.
  for (const end = Date.now() + 20_000; seen.size < 3 && Date.now() < end; ) {
    await server.send('9301;;event=a\n');
    seen.add(judged());
  }
  const at = [...seen].sort((a, b) => a - b);
  expect(at).toHaveLength(3);
  for (const [i, one] of at.slice(1).entries()) expect(one - (at[i] ?? 0)).toBeGreaterThan(1_500);
});
test('other rules have every row judged anew', async () => {
  await server.station('9401');
  const rules = (): string => execFileSync('sqlite3', ['-readonly', file(), 'select distinct rules from row'], { encoding: 'utf8' }).trim();
  const before = rules();
  const body = { ...shippedHouse, id: 'board', version: 1 };
  expect((await server.deliver(server.entry(houseStream, 'house.published', { id: 'board', version: 1, body: body })))[0]?.is).toBe('kept');
  await until(() => Promise.resolve(rules() !== before && !rules().includes('\n')));
});
test('on start whatever differs is judged again, what does not is left, and a board that is none is made anew', async () => {
  const { stream } = await server.station('9501');
  await list();
  await server.close();
  const count = execFileSync('sqlite3', [file(), 'select count(*) from row'], { encoding: 'utf8' }).trim();
  change(`update row set core = 'other', body = '{"name":"old"}' where stream = '${stream}'`);
  change("update row set judged = 5 where name = 'Station 9401'");
  await server.open();
  expect(await names('?find=9501')).toEqual(['Station 9501']);
  expect(
    execFileSync('sqlite3', ['-readonly', file(), "select judged from row where name = 'Station 9401'"], { encoding: 'utf8' }).trim(),
  ).toBe('5');
  await server.close();
  for (const part of ['-wal', '-shm']) if (existsSync(`${file()}${part}`)) rmSync(`${file()}${part}`);
  writeFileSync(file(), 'no database, but as long as one would be'.repeat(50));
  await server.open();
  await until(async () => String((await list()).total) === count);
});
test('a row whose time has come is judged again', async () => {
  const { stream } = await server.station('9601');
  await list();
  change(`update row set due = 1, judged = 7 where stream = '${stream}'`);
  await until(() =>
    Promise.resolve(
      execFileSync('sqlite3', ['-readonly', file(), `select judged > 7 from row where stream = '${stream}'`], {
        encoding: 'utf8',
      }).trim() === '1',
    ),
  );
});

const health = () => server.get<{ state: string; why: string | null }>('/api/health');
test('a worker that died is told of, whoever asked gets a sentence, and it is started again by itself', async () => {
  const { stream } = await server.station('9701');
  await list();
  const board = server.running.app.get(Board);
  const said = jest.spyOn(Worker.prototype, 'postMessage');
  await board.ask({ what: 'across' });
  const worker: unknown = said.mock.contexts.at(-1);
  said.mockRestore();
  if (!(worker instanceof Worker)) throw new Error('nobody was asked');
  void worker.terminate();
  const asked = board.ask({ what: 'across' });
  await expect(asked).rejects.toThrow(/not judged at present/);
  expect(await health()).toMatchObject({
    state: 'degraded',
    why: expect.stringMatching(/not judged at present.*started again/) as unknown,
  });
  expect(await server.get('/api/desk')).toMatchObject({ trouble: expect.stringMatching(/not judged/) as unknown });
  expect((await server.fetch('/api/stations/across')).status).toBe(503);
  expect(await server.send('9701;;event=a\n')).toEqual(['OK 1']);
  await server.deliver(server.entry(stream, 'station.named', { name: 'Written meanwhile' }));
  await until(async () => (await health()).state === 'up');
  await until(async () => (await names('?find=meanwhile')).length === 1);
  expect((await server.fetch('/api/stations/across')).status).toBe(200);
});
test('a board that breaks while it is written is made anew', async () => {
  await list();
  const count = (await list()).total;
  change('drop table row');
  await server.station('9801');
  await until(async () => (await server.fetch('/api/stations')).status === 200 && (await list()).total === count + 1);
  await until(async () => (await health()).state === 'up');
}, 15_000);
