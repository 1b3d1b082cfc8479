// The writer's own promises: who waits for whom, what one failure costs, and what comes late.
import { canonical, foldAll, placedEntry, readEntry, textOf } from '@green-lamp/core/journal';
import { settingKey, type Stream } from '@green-lamp/core/name';
import { instant } from '@green-lamp/core/quantity';
import { WebSocket } from 'ws';
import { Frames } from '../desk/frames.ts';
import { TestServer } from '../testing/server.ts';
import { Streams } from './streams.ts';

const server = new TestServer();
beforeAll(() => server.open());
afterAll(() => server.end());

const hours = 3_600_000;
const note = (stream: Stream, at = Date.now(), words = 'a note') => ({
  ...server.entry(stream, 'note.written', { lamp: null, words }),
  at: instant(at),
  since: 0,
});
const folded = async (stream: Stream): Promise<string> => {
  const { entries } = await server.get<{ entries: { text: string; received: number }[] }>(
    `/api/entries?after=0&streams=${stream}&limit=2000`,
  );
  const placed = entries.map(({ text, received }) => {
    const read = readEntry(text);
    if (!read.ok) throw new Error(text);
    return placedEntry(read.value, received);
  });
  return canonical(foldAll(stream, placed));
};
const kept = async (stream: Stream): Promise<string> => canonical(await server.journal.state(stream));

test('late entries of one post are folded in once, others are answered meanwhile, and the state is that of all entries in their order', async () => {
  const { stream } = await server.station('5101');
  const other = await server.station('5102');
  for (let i = 0; i < 4; i++) await server.deliver(...Array.from({ length: 200 }, () => note(stream)));
  const refolds = jest.spyOn(Streams.prototype, 'late');
  const yesterday = Date.now() - 24 * hours;
  const posted = server.deliver(...Array.from({ length: 200 }, (_, i) => note(stream, yesterday + i * 1000, `late ${i}`)));
  expect((await server.deliver(note(other.stream)))[0]?.is).toBe('kept');
  const answers = await posted;
  expect(new Set(answers.map(({ is }) => is))).toEqual(new Set(['kept']));
  expect(refolds.mock.calls.filter(([of]) => of === stream).length).toBeLessThanOrEqual(2);
  refolds.mockRestore();
  expect(await kept(stream)).toBe(await folded(stream));
  const ns = answers.map((answer) => (answer.is === 'refused' ? 0 : answer.n));
  expect(ns.every((n, i) => i === 0 || n === (ns[i - 1] ?? 0) + 1)).toBe(true);
});
test('two posts in a row are not late to each other, however many entries share a millisecond', async () => {
  const { stream } = await server.station('5103');
  const refolds = jest.spyOn(Streams.prototype, 'late');
  for (let post = 0; post < 2; post++)
    await server.deliver(...Array.from({ length: 200 }, () => server.entry(stream, 'note.written', { lamp: null, words: 'x' })));
  expect(refolds.mock.calls.filter(([of]) => of === stream)).toEqual([]);
  refolds.mockRestore();
});
test('what comes late is judged like anything else: a repeat is answered alike, a refused one blocks nobody', async () => {
  const { stream } = await server.station('5104');
  const late = note(stream, Date.now() - hours);
  const bad = server.entry(stream, 'setting.set', {
    key: settingKey('listener', null, 'idle'),
    value: -1,
    origin: 'typed',
    simulated: false,
    over: null,
  });
  const [first, twice, refused, last] = await server.deliver(
    late,
    late,
    { ...bad, at: late.at, since: 0 },
    note(stream, Date.now() - hours),
  );
  expect([first?.is, twice?.is, refused?.is, last?.is]).toEqual(['kept', 'already', 'refused', 'kept']);
  expect(await kept(stream)).toBe(await folded(stream));
});
test('a late entry that gives up an account gives it up, and one that names an account has it', async () => {
  const { stream, receiver } = await server.station('5105');
  const key = settingKey('receiver', receiver, 'account');
  const standing = (await server.journal.state(stream)).settings[key]?.[0]?.pos.id ?? null;
  await server.deliver(note(stream, Date.now() + 1000));
  const entry = server.entry(stream, 'setting.set', { key, value: '5106', origin: 'typed', simulated: false, over: standing });
  expect((await server.deliver(entry))[0]?.is).toBe('kept');
  expect(await server.send('5105;;event=a\n5106;;event=a\n')).toEqual(['NO 1 account', 'OK 2']);
});
test('[D4] after a late change every frame since is looked at again, also in a long stream', async () => {
  const { stream, unit } = await server.station('5107');
  const key = settingKey('unit', unit, 'account');
  const staged = (value: string) =>
    server.entry(stream, 'setting.staged', { stage: 'inForce', asOf: instant(Date.now()), of: [{ key, set: null, value }] });
  await server.deliver(staged('1'));
  await server.send('5107;;event=door\n5107;;event=door\n');
  const between = Date.now();
  await new Promise((done) => setTimeout(done, 20));
  await server.send('5107;;event=door\n');
  const picked = async (): Promise<number[]> => Object.values((await server.journal.state(stream)).picked).map(({ frame }) => frame);
  const before = await picked();
  expect((await server.deliver({ ...staged('2'), at: instant(between + 5), since: 0 }))[0]?.is).toBe('kept');
  const after = await picked();
  expect(after).toHaveLength(1);
  expect(after[0]).toBeGreaterThan(before[0] ?? 0);
  expect(await kept(stream)).toBe(await folded(stream));
});
test('one decision that can’t be written fails alone: the others of its turn are kept and answered', async () => {
  const { stream } = await server.station('5108');
  const [first, second] = [note(stream), note(stream)];
  const poison = server.journal.append((turn) => {
    turn.repeat(1);
    turn.meta('poison', null as unknown as string);
  });
  const good = Promise.all([first, second].map((entry) => server.journal.append((turn) => turn.keep(entry, textOf(entry)))));
  await expect(poison).rejects.toThrow();
  expect((await good).map(({ seq }) => seq)).toEqual([10, 11]);
  expect(await kept(stream)).toBe(await folded(stream));
});
test('a turn that fails leaves no cursor behind that was given out', async () => {
  const { stream } = await server.station('5109');
  const before = server.journal.cursor;
  await expect(
    server.journal.append((turn) => {
      turn.keep(note(stream), textOf(note(stream)));
      throw new Error('changed its mind');
    }),
  ).rejects.toThrow('changed its mind');
  expect(server.journal.cursor).toBe(before);
  const [next] = await server.deliver(note(stream));
  expect(next?.is === 'kept' ? next.n : 0).toBe(before + 1);
});
test('what was kept and folded in pieces is what a fresh start folds', async () => {
  const { stream } = await server.station('5110');
  await server.deliver(...Array.from({ length: 150 }, (_, i) => note(stream, Date.now() - i * 1000)));
  const before = await kept(stream);
  await server.close();
  await server.open();
  expect(await kept(stream)).toBe(before);
  expect(await folded(stream)).toBe(before);
});
test('the live channel makes nothing where nobody listens', async () => {
  await server.station('5111');
  const view = jest.spyOn(server.running.app.get(Frames), 'view');
  await server.send('5111;;event=a\n');
  expect(view).not.toHaveBeenCalled();
  const socket = new WebSocket(`${server.running.web.replace('http', 'ws')}/ws`, { origin: server.running.web });
  await new Promise((done) => socket.once('message', done));
  await server.send('5111;;event=a\n');
  expect(view).toHaveBeenCalledTimes(1);
  view.mockRestore();
  socket.close();
});
