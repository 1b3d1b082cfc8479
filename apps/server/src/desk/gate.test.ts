import { Gate } from './gate.ts';
import { WebSocket } from 'ws';
import { Database } from '../shell/database.ts';
import { TestServer } from '../testing/server.ts';

const none = { connections: 0, connectionsOfOne: 0, framesOfOne: 0, strangersOfOne: 0, waitingBytes: 0, pages: 0 };
const server = new TestServer();
afterAll(() => server.end());
const refused = async (name: string): Promise<number | undefined> =>
  (await server.get<{ bounds: { name: string; refused: number }[] }>('/api/desk')).bounds.find((bound) => bound.name === name)?.refused;
const stored = (): number => (server.running.app.get(Database).statements.all('select count(*) as n from frame')[0] as { n: number }).n;

test('one address uses up its own minute and nobody else’s; strangers have less of it', () => {
  const gate = new Gate();
  gate.set({ ...none, framesOfOne: 5, strangersOfOne: 2 });
  expect([1, 2, 3].map(() => gate.frame('a', true))).toEqual([true, true, false]);
  expect([1, 2, 3, 4].map(() => gate.frame('a', false))).toEqual([true, true, true, false]);
  expect(gate.frame('b', true)).toBe(true);
  expect(gate.state.filter(({ refused: of }) => of > 0).map(({ name, now, refused: of }) => [name, now, of])).toEqual([
    ['framesOfOne', 5, 1],
    ['strangersOfOne', 2, 1],
  ]);
});
test('connections in all and from one address; what left makes room', () => {
  const gate = new Gate();
  gate.set({ ...none, connections: 3, connectionsOfOne: 2 });
  expect(['a', 'a', 'a', 'b', 'c'].map((address) => gate.connected(address))).toEqual([true, true, false, true, false]);
  gate.left('a');
  expect(gate.connected('c')).toBe(true);
});
test('bytes that wait to be heard have a limit for all together; what was heard, or left, makes room', () => {
  const gate = new Gate();
  gate.set({ ...none, waitingBytes: 1000 });
  expect([600, 300, 200].map((bytes) => gate.waits(bytes))).toEqual([true, true, false]);
  gate.heard(600);
  expect(gate.waits(500)).toBe(true);
  expect(gate.state.find(({ name }) => name === 'waitingBytes')).toMatchObject({ now: 800, refused: 1 });
});
test('at the desk: a flood of strangers fills nothing, is told to come again, and a unit elsewhere is heard; all of it is counted', async () => {
  await server.open({ bounds: { ...none, strangersOfOne: 20, connectionsOfOne: 3, pages: 1 } });
  await server.station('4101');
  const answers = await server.send('9999;;event=a\n'.repeat(60), { from: '127.0.9.5' });
  expect(answers.filter((one) => one.endsWith('busy'))).toHaveLength(40);
  expect(stored()).toBe(20);
  expect(await server.send('4101;;event=a\n')).toEqual(['OK 1']);
  expect(await refused('strangersOfOne')).toBe(40);
  const open = await Promise.all([1, 2, 3].map(() => server.socket(server.linePort, '127.0.9.6')));
  const fourth = await server.socket(server.linePort, '127.0.9.6');
  await new Promise((done) => fourth.once('close', done));
  for (const socket of open) socket.destroy();
  expect(await refused('connectionsOfOne')).toBe(1);
});
test('an empty line is answered and not stored', async () => {
  const before = stored();
  expect(await server.send('\n\n\n')).toEqual(['NO 1 form', 'NO 2 form', 'NO 3 form']);
  expect(stored()).toBe(before);
});
test('one page more than allowed is turned away, and may come once another has left', async () => {
  const page = (): WebSocket => new WebSocket(`${server.running.web.replace('http', 'ws')}/ws`, { origin: server.running.web });
  const first = page();
  await new Promise((done) => first.once('message', done));
  const second = page();
  expect(await new Promise((done) => second.once('close', done))).toBe(1013);
  first.close();
  await new Promise((done) => first.once('close', done));
  const third = page();
  await new Promise((done) => third.once('message', done));
  third.close();
});
test('a stop while somebody floods is no slower than any other: the listeners close first', async () => {
  const other = await new TestServer().open();
  await other.station('4151');
  const socket = await other.socket();
  socket.on('error', () => undefined).resume();
  let going = true;
  const flood = (): void => {
    while (going && socket.writable && socket.write('4151;;event=a\n'.repeat(50)));
  };
  socket.on('drain', flood);
  flood();
  await new Promise((done) => setTimeout(done, 300));
  const stopped = other.close().then(() => true);
  const late = new Promise<boolean>((done) => setTimeout(() => done(false), 8000).unref());
  expect(await Promise.race([stopped, late])).toBe(true);
  going = false;
  await other.end();
});
