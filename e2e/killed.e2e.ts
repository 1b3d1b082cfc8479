// [J3] [D5] Nothing acknowledged is ever lost: the server is killed while frames, entries, texts and entries of yesterday arrive, three times over.
import { execFileSync } from 'node:child_process';
import { connect } from 'node:net';
import { join } from 'node:path';
import { Desk, expect, test } from './desk.ts';

const crockford = '0123456789ABCDEFGHJKMNPQRSTVWXYZ';
const ulid = (): string => `0${Array.from({ length: 25 }, () => crockford[Math.floor(Math.random() * 32)]).join('')}`;
const person = ulid();

/** Canonical JSON of flat data, written out here so that nothing is shared with the core: names sorted, no spaces. */
const canonical = (value: unknown): string => {
  if (Array.isArray(value)) return `[${value.map(canonical).join(',')}]`;
  if (typeof value !== 'object' || value === null) return JSON.stringify(value);
  return `{${Object.entries(value)
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([name, member]) => `${JSON.stringify(name)}:${canonical(member)}`)
    .join(',')}}`;
};
const entry = (stream: string, kind: string, data: object, at = Date.now()): { id: string; text: string } => {
  const id = ulid();
  return { id, text: canonical({ id, stream, kind, v: 1, at, skew: 0, since: 0, who: { person, device: person }, data }) };
};

test('[J3] SIGKILL while frames and entries arrive loses nothing that was acknowledged', async () => {
  const desk = await new Desk().start();
  const stream = `station:${ulid()}`;
  const acknowledged = { entries: new Set<string>(), frames: new Set<string>(), texts: new Set<string>() };
  const deliver = async (...entries: { id: string; text: string }[]): Promise<void> => {
    const response = await desk.post('/api/entries', { entries: entries.map(({ text }) => text), secrets: [] }, person);
    const { answers } = (await response.json()) as { answers: { id: string; is: string }[] };
    for (const { id, is } of answers) if (is === 'kept') acknowledged.entries.add(id);
  };
  const offer = async (text: string): Promise<void> => {
    const response = await desk.post('/api/blobs', { text, stream }, person);
    acknowledged.texts.add(((await response.json()) as { hash: string }).hash);
  };
  const receiver = 'abcdef';
  await deliver(entry('people', 'person.added', { id: person, name: 'Kim' }));
  await deliver(
    entry(stream, 'station.opened', { name: 'Killed', demo: false }),
    entry(stream, 'element.added', { group: 'receiver', id: receiver, label: 'desk' }),
    entry(stream, 'setting.set', { key: `receiver:${receiver}.account`, value: '6161', origin: 'typed', simulated: false, over: null }),
  );
  for (let round = 0; round < 3; round++) {
    let running = true;
    const writing = async (write: (n: number) => Promise<void>): Promise<void> => {
      for (let n = 0; running; n++) await write(n).catch(() => (running = false));
    };
    const note = (at?: number): ReturnType<typeof entry> => entry(stream, 'note.written', { lamp: null, words: `round ${round}` }, at);
    const yesterday = Date.now() - 86_400_000;
    const writers = [
      writing(() => deliver(note())),
      writing(() => deliver(note())),
      writing((n) => deliver(...[0, 1, 2].map((i) => note(yesterday + n * 10 + i)))),
      writing((n) => offer(`round ${round}, text ${n}`)),
    ];
    const callers = Array.from(
      { length: 4 },
      (_, caller) =>
        new Promise<void>((done) => {
          const socket = connect(desk.linePort, '127.0.0.1');
          const sent: string[] = [];
          let answered = '';
          const timer = setInterval(() => {
            const name = `r${round}c${caller}n${sent.length}`;
            sent.push(name);
            socket.write(`6161;;event=${name}\n`);
          }, 10);
          socket.on('data', (chunk) => (answered += chunk.toString()));
          socket.on('error', () => undefined);
          socket.on('close', () => {
            clearInterval(timer);
            for (const [, n] of answered.matchAll(/^OK (\d+)\n/gm)) acknowledged.frames.add(sent[Number(n) - 1] ?? '');
            done();
          });
        }),
    );
    const enough = { entries: acknowledged.entries.size + 10, until: Date.now() + 10_000 };
    while (acknowledged.entries.size < enough.entries && Date.now() < enough.until) await new Promise((done) => setTimeout(done, 50));
    await new Promise((done) => setTimeout(done, 300));
    await desk.stop('SIGKILL');
    running = false;
    await Promise.all([...writers, ...callers]);
    await desk.start();
  }
  await desk.stop();
  const sqlite = (sql: string): string[] =>
    execFileSync('sqlite3', ['-readonly', join(desk.data, 'green-lamp.db'), sql], { encoding: 'utf8', maxBuffer: 1 << 28 })
      .split('\n')
      .filter((line) => line !== '');
  const kept = new Set(sqlite('select id from entry'));
  const stored = new Set(sqlite('select event from frame where event is not null'));
  expect(acknowledged.entries.size).toBeGreaterThan(20);
  expect(acknowledged.frames.size).toBeGreaterThan(100);
  expect([...acknowledged.entries].filter((id) => !kept.has(id))).toEqual([]);
  expect([...acknowledged.frames].filter((name) => !stored.has(name))).toEqual([]);
  expect(acknowledged.texts.size).toBeGreaterThan(20);
  const texts = new Set(sqlite('select hash from blob'));
  expect([...acknowledged.texts].filter((hash) => !texts.has(hash))).toEqual([]);
  expect(sqlite('pragma integrity_check')).toEqual(['ok']);
  await desk.end();
});

test('a stop by SIGTERM is clean: the log is folded in and the addresses were printed', async () => {
  const desk = await new Desk().start();
  expect(desk.output).toMatch(/Green Lamp\s+http:\/\/127\.0\.0\.1:\d+\nListener\s+line\s+127\.0\.0\.1:\d+\n/);
  await desk.send('1;;');
  await desk.stop('SIGTERM');
  expect(execFileSync('sh', ['-c', `cat ${join(desk.data, 'green-lamp.db-wal')} 2>/dev/null | wc -c`], { encoding: 'utf8' }).trim()).toBe(
    '0',
  );
  await desk.end();
});
