import { instant } from '@green-lamp/core/quantity';
import { hashOf } from '@green-lamp/core/journal';
import { Database } from '../shell/database.ts';
import { TestServer } from '../testing/server.ts';
import { Housekeeping } from './housekeeping.ts';
import { daysLeft, goesBefore } from './retention.ts';

const day = 86_400_000;
const server = new TestServer();
afterAll(() => server.end());
const ids = (): number[] =>
  (server.running.app.get(Database).statements.all('select id from frame order by id') as { id: number }[]).map(({ id }) => id);
const age = (of: string, days: number): void => {
  server.running.app.get(Database).statements.run(`update frame set at = at - ${days * day} where ${of}`);
};

test('by age, by size, or for ever', () => {
  const now = instant(100 * day);
  const of = { rows: 10, bytes: 4 * 1024 * 1024, oldest: 0 };
  expect(goesBefore(of, now, 0, 0)).toBe(0);
  expect(goesBefore(of, now, 30, 0)).toBe(70 * day);
  expect(goesBefore(of, now, 0, 1)).toBe(75 * day);
  expect(goesBefore(of, now, 10, 1)).toBe(90 * day);
  expect(goesBefore({ ...of, rows: 0, oldest: null }, now, 0, 1)).toBe(0);
});
test('how long the disk lasts is said from growth that was seen, and not from less than an hour', () => {
  expect(daysLeft({ at: 0, file: 1000 }, { at: day, file: 3000, free: 20_000 })).toBe(10);
  expect(daysLeft({ at: 0, file: 1000 }, { at: 3_000_000, file: 3000, free: 20_000 })).toBeNull();
  expect(daysLeft({ at: 0, file: 3000 }, { at: day, file: 3000, free: 20_000 })).toBeNull();
  expect(daysLeft(null, { at: day, file: 3000, free: 20_000 })).toBeNull();
});
test('routine calls and strangers go by their age; what is evidence, what an entry names and what is young stays', async () => {
  await server.open({ keeps: { routineDays: 30, routineMegabytes: 0, strangerDays: 10, strangerMegabytes: 0 } });
  const { stream, path, receiver } = await server.station('7001');
  await server.send('7001;;event=a\n'.repeat(5));
  await server.send('9998;;event=a\nrubbish\n');
  const { frames } = await server.get<{ frames: { id: number; entry: string | null; fromPort: number; address: string; at: number }[] }>(
    `/api/frames?station=${stream}`,
  );
  const picked = frames.find(({ entry }) => entry !== null);
  const named = frames.findLast(({ entry }) => entry === null);
  if (picked === undefined || named === undefined) throw new Error('no frames');
  const [said] = await server.deliver(
    server.entry(stream, 'call.attributed', {
      frame: named.id,
      receiver,
      event: 'a',
      grade: 7,
      path,
      source: { address: named.address, port: named.fromPort },
      received: instant(named.at),
      simulated: false,
      zone: null,
      is: null,
      part: 0,
      listener: 'line',
      port: server.linePort,
      words: 'it was that one',
    }),
  );
  expect(said?.is).toBe('kept');
  const [young = 0] = ids().slice(-3);
  age(`id <> ${young}`, 40);
  await server.running.app.get(Housekeeping).run();
  expect(ids()).toEqual([picked.id, named.id, young].sort((a, b) => a - b));
  expect(await server.get('/api/desk')).toMatchObject({ kept: { removed: 4, frames: { routine: { rows: 1 }, strangers: { rows: 0 } } } });
});
test('a text that no entry names goes after a week; one that an entry names stays', async () => {
  const { stream, path } = await server.station('7002');
  const put = async (text: string): Promise<string> =>
    ((await (await server.post('/api/blobs', { text, stream })).json()) as { hash: string }).hash;
  const [kept, lost, fresh] = [await put('CSQ 1'), await put('CSQ 2'), await put('CSQ 3')];
  const capture = { path, about: 'x', lines: 1, found: 0, missed: 0, simulated: false } as const;
  expect((await server.deliver({ ...server.entry(stream, 'capture.kept', capture), blobs: [kept as never] }))[0]?.is).toBe('kept');
  server.running.app.get(Database).statements.run(`update blob set kept = kept - ${8 * day} where hash <> ?`, [fresh]);
  await server.running.app.get(Housekeeping).run();
  const there = await Promise.all([kept, lost, fresh].map(async (hash) => (await server.fetch(`/api/blobs/${hash}`)).status));
  expect([there, hashOf('CSQ 1')]).toEqual([[200, 404, 200], kept]);
});
test('the file gives room back', async () => {
  const { statements } = server.running.app.get(Database);
  const pages = (): number => (statements.all('pragma page_count')[0] as { page_count: number }).page_count;
  for (let i = 0; i < 20; i++) await server.send(`9997;;event=a;text=${'x'.repeat(3900)}${i}\n`.repeat(50));
  const full = pages();
  age("account = '9997'", 40);
  await server.running.app.get(Housekeeping).run();
  expect(pages()).toBeLessThan(full / 2);
});
