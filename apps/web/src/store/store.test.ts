import { isUlid, peopleStream, stationStream, sure, type Stream } from '@green-lamp/core/name';
import { readEntry, type State } from '@green-lamp/core/journal';
import { openSealed, publicKeyOf } from '@green-lamp/core/wire';
import { FakeServer } from '../testing/server.ts';
import { append, seal } from './append.ts';
import { db } from './db.ts';
import { deliverNow, offerAgain } from './deliver.ts';
import { choosePerson, newId } from './device.ts';
import { foldStream } from './fold.ts';
import { useLive } from './live.ts';
import { keepStream, pullNow } from './pull.ts';

const server = new FakeServer().install();
const one = newId();
const two = newId();
const work = (person: typeof one): void => {
  choosePerson(person);
  useLive.setState({ person });
};
const station = (): Stream => stationStream(newId());
const note = (stream: Stream, words: string) => append(stream, [{ kind: 'note.written', data: { lamp: null, words } }]);
const waiting = () => db.queue.orderBy('q').toArray();
const fold = async (stream: Stream): Promise<State> =>
  foldStream(stream, await db.kept.where('stream').equals(stream).toArray(), await db.queue.where('stream').equals(stream).toArray()).state;

beforeEach(async () => {
  jest.useFakeTimers({ doNotFake: ['nextTick', 'setImmediate', 'queueMicrotask', 'Date', 'performance'], advanceTimers: true });
  await Promise.all(db.tables.map((table) => table.clear()));
  useLive.setState({ signedIn: null });
  Object.assign(server, { by: 'press', signedIn: null, away: false, refuses: () => null, badBody: () => false, life: 'LIFE1' });
  server.kept.length = 0;
  server.posts.length = 0;
  work(one);
});
afterEach(() => jest.useRealTimers());
// What still runs beside the tests finds no network and waits.
afterAll(() => {
  server.away = true;
});

test('an entry is in this browser’s own store first, each having seen the one before, and shows at once', async () => {
  server.away = true;
  const stream = station();
  await append(stream, [
    { kind: 'station.opened', data: { name: 'Offline', demo: false } },
    { kind: 'note.written', data: { lamp: null, words: 'first' } },
  ]);
  await note(stream, 'second');
  const entries = (await waiting()).map(({ text }) => readEntry(text));
  const sinces = entries.map((read) => (read.ok ? read.value.since : -1));
  expect(sinces[0]).toBe(0);
  expect(sinces[1]).toBeGreaterThan(0);
  expect(sinces[2]).toBeGreaterThan(sinces[1] ?? 0);
  expect(await fold(stream)).toMatchObject({ station: { name: 'Offline' }, count: 3 });
});
test('nothing is written where one draft is not sound, or nobody has said who works', async () => {
  const stream = station();
  await expect(
    append(stream, [
      { kind: 'note.written', data: { lamp: null, words: 'good' } },
      { kind: 'note.written', data: { lamp: null, words: ' ' } },
    ]),
  ).rejects.toThrow(/words is not filled in/);
  expect(await waiting()).toEqual([]);
  useLive.setState({ person: null });
  await expect(note(stream, 'x')).rejects.toThrow('Say first who you are.');
  expect(useLive.getState().askPerson).toBe(true);
});
test('[B1] a network that is away keeps the queue as it is; when it is back everything is delivered once, in order', async () => {
  server.away = true;
  const stream = station();
  for (const words of ['a', 'b', 'c']) await note(stream, words);
  await deliverNow();
  expect((await waiting()).length).toBe(3);
  server.away = false;
  await deliverNow();
  await deliverNow();
  expect(await waiting()).toEqual([]);
  expect(server.kept.map(({ text }) => /"words":"(.)"/.exec(text)?.[1])).toEqual(['a', 'b', 'c']);
});
test('what somebody else wrote here waits for their sign-in, and stays readable; each goes under its writer’s own', async () => {
  server.away = true;
  const stream = station();
  await note(stream, 'a');
  work(two);
  await note(stream, 'b');
  work(one);
  await note(stream, 'c');
  server.away = false;
  await deliverNow();
  expect(server.kept.map(({ text }) => /"words":"(.)"/.exec(text)?.[1])).toEqual(['a', 'c']);
  expect((await waiting()).map(({ person }) => person)).toEqual([two]);
  expect((await fold(stream)).count).toBe(3);
  work(two);
  await deliverNow();
  expect(await waiting()).toEqual([]);
  for (const { person, texts } of server.posts) for (const text of texts) expect(text).toContain(`"person":"${person}"`);
});
test('signed out by the desk, nothing goes and nothing is refused; it goes once somebody has signed in', async () => {
  const stream = station();
  Object.assign(server, { by: 'password', signedIn: null });
  useLive.setState({ signedIn: null });
  await note(stream, 'a');
  await deliverNow();
  expect([server.kept.length, (await waiting()).length, await db.refused.count()]).toEqual([0, 1, 0]);
  expect(useLive.getState()).toMatchObject({ signedOut: true, person: one });
  server.signedIn = one;
  await deliverNow();
  expect([server.kept.length, useLive.getState().signedOut]).toEqual([1, false]);
  server.signedIn = null; // ended from afar: the next delivery says so, and loses nothing
  await note(stream, 'b');
  await deliverNow();
  expect([server.kept.length, (await waiting()).length, await db.refused.count()]).toEqual([1, 1, 0]);
  Object.assign(server, { by: 'press' });
});
test('[B2] a refused entry stays with its reason and never blocks the next; it can be offered again', async () => {
  const stream = station();
  server.refuses = (text) => (text.includes('"bad"') ? 'The desk does not want it.' : null);
  await note(stream, 'bad');
  await note(stream, 'good');
  await deliverNow();
  expect(server.kept).toHaveLength(1);
  const [refused] = await db.refused.toArray();
  expect(refused?.problems).toEqual([{ code: 'refused', path: '', args: {}, sentence: 'The desk does not want it.' }]);
  server.refuses = () => null;
  await offerAgain(refused?.id ?? '');
  await deliverNow();
  expect(server.kept).toHaveLength(2);
  expect(await db.refused.count()).toBe(0);
});
test('[B2] a refusal of the whole body halves it, down to the one entry that it is about', async () => {
  server.away = true;
  const stream = station();
  for (let i = 0; i < 9; i++) await note(stream, i === 5 ? 'poison' : `n${i}`);
  server.away = false;
  server.badBody = (texts) => texts.some((text) => text.includes('poison'));
  await deliverNow();
  expect(server.kept).toHaveLength(8);
  expect((await db.refused.toArray()).map(({ text }) => text.includes('poison'))).toEqual([true]);
  expect(await waiting()).toEqual([]);
});
test('only a fetch moves the cursor; what was delivered from here is kept once', async () => {
  const stream = station();
  await keepStream(stream);
  await pullNow();
  await note(stream, 'mine');
  await deliverNow();
  expect((await db.streams.get(stream))?.n).toBe(0);
  await pullNow();
  expect((await db.streams.get(stream))?.n).toBe(1);
  expect(await db.kept.where('stream').equals(stream).count()).toBe(1);
  expect(await db.streams.get(peopleStream)).toBeDefined();
});
test('[B3] after a restore the browser starts again at 0 and offers its own entries', async () => {
  const stream = station();
  await keepStream(stream);
  await pullNow();
  await note(stream, 'mine');
  await deliverNow();
  await pullNow();
  server.kept.length = 0;
  server.life = 'LIFE2';
  await pullNow();
  expect((await waiting()).length).toBe(1);
  await deliverNow();
  await pullNow();
  expect(server.kept).toHaveLength(1);
  expect(await fold(stream)).toMatchObject({ count: 1 });
});
test('a secret is sealed to the server’s key before it is stored; with no key there is no secret', async () => {
  const stream = station();
  await db.meta.delete('server-key');
  expect(await seal(stream, 'otter')).toBeNull();
  const key = new Uint8Array(32).fill(9);
  await db.meta.put({ name: 'server-key', value: publicKeyOf(key) });
  const made = await seal(stream, 'otter');
  expect(JSON.stringify(made)).not.toContain('otter');
  expect(made === null ? '' : openSealed(key, `${stream} ${made.ref}`, made.sealed)).toBe('otter');
});
test('ids rise within this browser, also after a reload with a clock that was put back', () => {
  const ids = Array.from({ length: 50 }, () => newId());
  expect([...ids].sort()).toEqual(ids);
  const future = sure(isUlid, '7ZZZZZZZZZ0000000000000000');
  localStorage.setItem('green-lamp:last-id', future);
  expect(newId() > future).toBe(true);
  localStorage.removeItem('green-lamp:last-id');
});

test('a network that carries little gets fewer entries at once, and more again once it carries them', async () => {
  server.away = true;
  const stream = station();
  await append(stream, [{ kind: 'station.opened', data: { name: 'Far', demo: false } }]);
  for (let i = 0; i < 60; i++) await note(stream, `note ${i}`);
  Object.assign(server, { away: false, carries: 4000 });
  for (let i = 0; i < 8 && server.kept.length < 61; i++) await deliverNow();
  expect(server.kept).toHaveLength(61);
  expect(new Set(server.kept.map(({ id }) => id)).size).toBe(61);
  const sizes = server.posts.filter(({ path }) => path === '/api/entries').map(({ texts }) => texts.length);
  expect(Math.max(...sizes)).toBeLessThan(20);
  server.carries = Number.POSITIVE_INFINITY;
});
