import { WebSocket } from 'ws';
import { type LiveMessage, liveMessage } from '@green-lamp/core/api';
import { unlike } from '../testing/contract.ts';
import { TestServer } from '../testing/server.ts';
import { Events } from '../journal/events.ts';

const server = new TestServer();
beforeAll(() => server.open());
afterAll(() => server.end());

const page = async (): Promise<{ socket: WebSocket; heard: LiveMessage[]; bytes: () => number }> => {
  const socket = new WebSocket(`${server.running.web.replace('http', 'ws')}/ws`, { origin: server.running.web });
  const heard: LiveMessage[] = [];
  let bytes = 0;
  socket.on('message', (data: Buffer) => {
    bytes += data.length;
    const message: unknown = JSON.parse(data.toString());
    const read = liveMessage(message, '');
    if (heard.length < looked) expect(unlike(liveMessage, message)).toBeNull();
    if (read.ok) heard.push(read.value);
  });
  await new Promise((done) => socket.once('message', done));
  return { socket, heard, bytes: () => bytes };
};
/** So many messages of each page are held against their shape to the last name. */
const looked = 50;
const soon = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms));

test('it names what changed, and nothing else', async () => {
  const watched = await page();
  const [one, two] = [await server.station('9701'), await server.station('9702')];
  const judged = (): readonly string[] => watched.heard.flatMap(({ board }) => board ?? []);
  for (let i = 0; i < 60 && !(judged().includes(one.stream) && judged().includes(two.stream)); i++) await soon(50);
  await soon(100);
  watched.socket.close();
  const { socket, heard } = await page();
  await server.deliver(server.entry(one.stream, 'note.written', { lamp: null, words: 'x' }));
  for (let i = 0; i < 60 && !heard.some(({ board }) => board !== undefined); i++) await soon(50);
  const named = heard.flatMap(({ streams }) => streams ?? []);
  expect(named).toEqual([one.stream]);
  expect(heard.flatMap(({ board }) => board ?? [])).toContain(one.stream);
  expect(JSON.stringify(heard)).not.toContain(two.stream);
  socket.close();
});
test('one request brings all that a page keeps: entries that it missed, and what stands beside each station', async () => {
  const made = await Promise.all(['9703', '9704'].map((account) => server.station(account)));
  await server.send('9703;;event=a\n');
  type Kept = {
    entries: { stream: string; n: number }[];
    upTo: number;
    more: boolean;
    beside: { stream: string; heard: object[]; head: { seq: number } }[];
  };
  const streams = made.map(({ stream }) => stream);
  const kept = await server.get<Kept>(`/api/kept?after=0&streams=${streams.join(',')},people`);
  expect(new Set(kept.entries.map(({ stream }) => stream))).toEqual(new Set([...streams, 'people']));
  expect(kept.entries.map(({ n }) => n)).toEqual(kept.entries.map(({ n }) => n).sort((a, b) => a - b));
  expect(kept.beside.map(({ stream, heard, head }) => [stream, heard.length, head.seq])).toEqual([
    [streams[0], 1, 10],
    [streams[1], 0, 9],
  ]);
  expect(await server.get(`/api/kept?after=${kept.upTo}&streams=${streams.join(',')}`)).toMatchObject({ entries: [], more: false });
  expect((await server.fetch(`/api/kept?after=0&streams=${Array.from({ length: 201 }, () => 'people').join(',')}`)).status).toBe(400);
});
test('a page that does not read is told no more, and to ask again once it reads', async () => {
  const { socket, heard, bytes } = await page();
  const events = server.running.app.get(Events);
  const raw = (socket as unknown as { _socket: { pause: () => void; resume: () => void } })._socket;
  raw.pause();
  const times = 40_000;
  for (let i = 0; i < times; i++) events.listeners();
  raw.resume();
  for (let i = 0; i < 100 && !heard.some(({ again }) => again === true); i++) await soon(50);
  expect(heard).toContainEqual({ again: true });
  const one = JSON.stringify(heard.find(({ listeners }) => listeners !== undefined)).length;
  expect(bytes()).toBeGreaterThan(one);
  expect(bytes()).toBeLessThan((one * times) / 3);
  socket.close();
});
