// A silence is found at its window's end, once, also after a restart; a call ends it; what the desk itself missed is nobody's silence.
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { type Entry } from '@green-lamp/core/journal';
import { openLapses } from '@green-lamp/core/lamp';
import { deskStream, settingKey, type Stream } from '@green-lamp/core/name';
import { hours, instant, isoText } from '@green-lamp/core/quantity';
import type { Says, watchState } from '@green-lamp/core/api';
import { Clock } from '../shell/clock.ts';
import { TestServer } from '../testing/server.ts';

const server = new TestServer();
beforeAll(() => server.open());
afterAll(() => server.end());

const clock = (): Clock => server.running.app.get(Clock);
/** Time goes on for the desk; sockets stay where they are. */
const pass = (by: number): void => clock().step(by);
const set = (stream: Stream, values: { readonly [param: string]: string | number | boolean }): Entry[] =>
  Object.entries(values).map(([param, value]) =>
    server.entry(stream, 'setting.set', { key: settingKey('desk', null, param), value, origin: 'typed', simulated: false, over: null }),
  );
const watched = async (account: string, grace = hours(2)) => {
  const made = await server.station(account);
  const answers = await server.deliver(...set(made.stream, { supervision: true, onTest: false, grace, called: 'Ruth, then the client' }));
  expect(answers.map(({ is }) => is)).toEqual(answers.map(() => 'kept'));
  return made;
};
const lapses = async (stream: Stream) => (await server.journal.state(stream)).lapses;
const until = async (stream: Stream, many: number): Promise<void> => {
  for (let i = 0; i < 400 && (await lapses(stream)).length < many; i++) await new Promise((done) => setTimeout(done, 10));
};
const settled = () => new Promise((done) => setTimeout(done, 400));

test('what has called and falls silent is found at the end of its window, named, taken, and ended by its next call', async () => {
  const { stream } = await watched('7001');
  await server.send('7001;;event=test\n');
  await settled();
  pass(hours(2) - 60_000);
  await settled();
  expect(await lapses(stream)).toEqual([]);
  pass(60_000);
  await until(stream, 1);
  const [lapse] = await lapses(stream);
  expect(lapse).toMatchObject({ is: 'silence', path: null, called: 'Ruth, then the client', closed: null });
  const { lapses: shown, latest } = await server.get<Says<typeof watchState>>('/api/watch');
  expect(shown).toMatchObject([{ stream, called: ['Ruth', 'the client'], taken: null }]);
  expect(latest).toBeGreaterThanOrEqual(0);
  const since = lapse?.pos.ord ?? 0;
  await server.deliver(server.entry(stream, 'lapse.taken', { lapse: lapse?.id ?? server.me.person, words: 'I drive up.' }, { since }));
  expect((await server.get<Says<typeof watchState>>('/api/watch')).lapses[0]?.taken).toMatch(/^Ina: I drive up/);
  // A laptop beside the desk ends no silence.
  await server.send('7001;;event=test;n=2\n', { from: '127.0.0.1' });
  expect(openLapses(await server.journal.state(stream))).toHaveLength(1);
  await server.send('7001;;event=test;n=3\n');
  expect(openLapses(await server.journal.state(stream))).toEqual([]);
  expect((await server.get<Says<typeof watchState>>('/api/watch')).lapses).toEqual([]);
  const state = await server.journal.state(stream);
  expect(state.lapses[0]?.closed).not.toBeNull();
});

test('a call in the last moment is no silence, though the board has not seen it yet', async () => {
  const { stream } = await watched('7002');
  await server.send('7002;;event=test\n');
  await settled();
  pass(hours(2) - 1000);
  await server.send('7002;;event=test;n=2\n');
  pass(2000);
  await settled();
  expect(await lapses(stream)).toEqual([]);
});

test('it is found once, also by a server that was stopped over the window’s end; and that it was away is told instead', async () => {
  const { stream } = await watched('7003', hours(30));
  await server.send('7003;;event=test\n');
  await settled();
  const now = clock().now();
  await server.close();
  // It was there last two hours ago: too short a time for anything but to be told.
  writeFileSync(join(server.env().data, 'last-there'), String(now - hours(2)));
  await server.open({ clockFrom: isoText(now) });
  const { downs } = await server.journal.state(deskStream);
  expect(downs).toHaveLength(1);
  // Without a schedule nobody knows what was due meanwhile: the whole window is waited for once more.
  pass(hours(30));
  await settled();
  const first = await lapses(stream);
  expect(first.length).toBeLessThanOrEqual(1);
  pass(hours(3));
  await until(stream, 1);
  expect(await lapses(stream)).toHaveLength(1);
  await server.close();
  await server.open({ clockFrom: isoText(instant(now + hours(40))) });
  await settled();
  expect(await lapses(stream)).toHaveLength(1);
});

test('no person finds or ends a silence by an entry', async () => {
  const { stream } = await server.station('7004');
  const at = instant(Date.now());
  const answers = await server.deliver(
    server.entry(stream, 'lapse.found', { is: 'silence', path: null, since: at, due: at, called: '' }),
    server.entry(stream, 'lapse.closed', { lapse: server.me.person, frame: 1, at }),
    server.entry(deskStream, 'desk.down', { from: at, to: at }),
    server.entry(stream, 'lapse.taken', { lapse: server.me.person, words: 'x' }),
  );
  expect(answers.map((one) => (one.is === 'refused' ? one.problems[0]?.code : one.is))).toEqual([
    'part-only',
    'part-only',
    'part-only',
    'type',
  ]);
});
