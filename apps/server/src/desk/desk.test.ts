import { settingKey, type Stream } from '@green-lamp/core/name';
import { textOf } from '@green-lamp/core/journal';
import { instant } from '@green-lamp/core/quantity';
import { deskStream } from '@green-lamp/core/name';
import { listeners, writeFrame } from '@green-lamp/core/wire';
import { TestServer, testSource } from '../testing/server.ts';
import { Ingest } from './ingest.ts';
import type { FrameView } from '@green-lamp/core/api';

const server = new TestServer();
beforeAll(() => server.open());
afterAll(() => server.end());

const frames = async (query: string): Promise<FrameView[]> =>
  (await server.get<{ frames: FrameView[] }>(`/api/frames?${query}&limit=200`)).frames;
const evidence = async (stream: Stream): Promise<string[]> => {
  const { entries } = await server.get<{ entries: { text: string }[] }>(`/api/entries?after=0&streams=${stream}`);
  return entries.map(({ text }) => text).filter((text) => text.includes('"kind":"call.arrived"'));
};

test('a record is stored with its bytes, matched by account, attributed, and answered', async () => {
  const { stream, path, receiver } = await server.station('4001');
  expect(await server.send('4001;2026-11-12T14:06:02Z;event=float_high;zone=2;text=a%3Bb\r\n')).toEqual(['OK 1']);
  const [frame] = await frames(`station=${stream}`);
  expect(frame).toMatchObject({
    account: '4001',
    status: 'matched',
    station: stream,
    stationName: 'Station 4001',
    path,
    receiver,
    how: 'address',
    strength: 'likely',
    zone: '2',
    turn: 'alarm',
    event: 'float_high',
    grade: 7,
    address: '127.0.9.1',
    simulated: false,
  });
  expect(frame?.fields).toEqual({ event: 'float_high', zone: '2', text: 'a;b' });
  expect(Buffer.from(frame?.bytes ?? '', 'base64').toString()).toBe('4001;2026-11-12T14:06:02Z;event=float_high;zone=2;text=a%3Bb\r');
  expect((await evidence(stream)).length).toBe(1);
});
test('answers come in the order of the records, whatever became of them, and one bad record harms no other', async () => {
  await server.station('4002');
  const big = `4002;;text=${'x'.repeat(5000)}`;
  expect(await server.send(`4002;;event=test\nrubbish\n4002;yesterday\n${big}\n0000AB;;\n4002;;event=a\n`)).toEqual([
    'OK 1',
    'NO 2 form',
    'NO 3 instant',
    'NO 4 size',
    'NO 5 account',
    'OK 6',
  ]);
  const wrong = await frames('status=not%20understood');
  expect(wrong.slice(0, 3).map(({ why, account }) => [why, account])).toEqual([
    ['too long', null],
    ['instant form', '4002'],
    ['no instant field', 'rubbish'],
  ]);
  expect(wrong[0]?.bytes.length).toBeGreaterThan(5000);
});
test('the same bytes with an instant within a day are a repeat: answered, stored once; without an instant never', async () => {
  const { stream } = await server.station('4003');
  const record = '4003;2026-11-12T14:00:00Z;event=test\n';
  expect(await server.send(record + record)).toEqual(['OK 1', 'OK 2']);
  expect(await server.send(record)).toEqual(['OK 1']);
  expect((await frames(`station=${stream}`)).map(({ repeats }) => repeats)).toEqual([2]);
  await server.send('4003;;event=test\n4003;;event=test\n');
  expect(await frames(`station=${stream}`)).toHaveLength(3);
});
test('the repeat window: within a day of Line and a quarter of an hour of DC-09 the same call is a repeat, after it a new one', async () => {
  const line = await server.station('4014');
  const panel = await server.station('4315', 'dc09');
  const ingest = server.running.app.get(Ingest);
  const day = 86_400_000;
  const start = Date.now() - 3 * day;
  const take = async (listener: 'line' | 'dc09', text: string, at: number): Promise<void> => {
    const source = { listener, address: testSource, port: 1, listenerPort: server.running.desk.portOf(listener), mark: null };
    for (const piece of listeners[listener].ear.hear(Buffer.from(text, 'latin1')).pieces) await ingest.take(piece, source, instant(at));
  };
  const record = '4014;2026-11-12T14:00:00Z;event=test\n';
  for (const after of [0, day - 1, day + 1]) await take('line', record, start + after);
  expect((await frames(`station=${line.stream}`)).map(({ repeats }) => repeats)).toEqual([0, 1]);
  const frame = writeFrame({ id: 'ADM-CID', sequence: '0007', account: '4315', data: '#4315|1110 01 001', at: null });
  const quarter = 15 * 60_000;
  for (const after of [0, quarter - 1, quarter + 1]) await take('dc09', Buffer.from(frame).toString('latin1'), start + after);
  expect((await frames(`station=${panel.stream}`)).map(({ repeats }) => repeats)).toEqual([0, 1]);
});
test('an unknown caller is stored and listed with the nearest account', async () => {
  await server.station('4056');
  expect(await server.send('4065;;event=test\n')).toEqual(['NO 1 account']);
  const [frame] = await frames('status=unknown');
  expect(frame).toMatchObject({
    account: '4065',
    status: 'unknown',
    station: null,
    nearest: [{ account: '4056', name: 'Station 4056', how: 'swapped' }],
  });
});
test('leading zeros and letter case of an account count', async () => {
  await server.station('04a7');
  expect(await server.send('04a7;;\n4a7;;\n04A7;;\n')).toEqual(['OK 1', 'NO 2 account', 'NO 3 account']);
});
test('[D3] 2,000 frames over 20 sockets make one evidence entry, and every one is stored and answered', async () => {
  const { stream } = await server.station('4005');
  const answers = await Promise.all(Array.from({ length: 20 }, () => server.send('4005;;event=float_high\n'.repeat(100))));
  expect(answers.flat().filter((answer) => answer.startsWith('OK'))).toHaveLength(2000);
  expect(answers[7]?.at(-1)).toBe('OK 100');
  expect(await evidence(stream)).toHaveLength(1);
  expect(server.journal.heardOf(stream)).toMatchObject([{ event: 'float_high', count: 2000 }]);
  const { state } = await server.journal.head(stream);
  expect(state.count).toBe(10);
}, 60_000);
test('[D4] a late entry makes the frames since evidence again', async () => {
  const { stream, unit } = await server.station('4006');
  const key = settingKey('unit', unit, 'deskPort');
  const stage = (value: number) =>
    server.entry(stream, 'setting.staged', { stage: 'entered', asOf: instant(Date.now()), of: [{ key, set: null, value }] });
  await server.deliver(stage(1));
  await server.send('4006;;event=a\n');
  const moved = { ...stage(2), at: instant(Date.now()) };
  await new Promise((done) => setTimeout(done, 30));
  await server.send('4006;;event=a\n');
  expect(await evidence(stream)).toHaveLength(1);
  await server.deliver(moved);
  const made = await evidence(stream);
  expect(made).toHaveLength(2);
  const [, second] = await frames(`station=${stream}`).then((list) => list.reverse());
  expect(made[1]).toContain(`"frame":${second?.id ?? 0}`);
});
test('[D4] looking again goes through every frame since, however many, and each that is picked late is known as evidence', async () => {
  const { stream, unit } = await server.station('4013');
  const key = settingKey('unit', unit, 'deskPort');
  const stage = (value: number) =>
    server.entry(stream, 'setting.staged', { stage: 'entered', asOf: instant(Date.now()), of: [{ key, set: null, value }] });
  await server.deliver(stage(1));
  await server.send('4013;;event=a\n4013;;event=last\n');
  await new Promise((done) => setTimeout(done, 30));
  const moved = { ...stage(2), at: instant(Date.now()) };
  await new Promise((done) => setTimeout(done, 30));
  await Promise.all(Array.from({ length: 12 }, () => server.send('4013;;event=a\n'.repeat(100))));
  await server.send('4013;;event=last\n');
  const before = (await evidence(stream)).length;
  await server.deliver(moved);
  const made = await evidence(stream);
  expect(made.length - before).toBe(2);
  const first = Number(/"frame":(\d+)/.exec(made.at(-2) ?? '')?.[1]);
  const last = Number(/"frame":(\d+)/.exec(made.at(-1) ?? '')?.[1]);
  expect(last - first).toBeGreaterThan(1000);
  for (const id of [first, last]) {
    const [frame] = (await server.get<{ frames: FrameView[] }>(`/api/frames?station=${stream}&before=${id + 1}&limit=1`)).frames;
    expect(frame).toMatchObject({ id, entry: expect.any(String) as string });
  }
}, 60_000);
test('a connection without a first byte is closed, by the limit that stands in the desk’s stream; a talking one is not', async () => {
  await server.deliver(
    server.entry(deskStream, 'setting.set', {
      key: settingKey('listener', null, 'firstByte'),
      value: 1000,
      origin: 'typed',
      simulated: false,
      over: null,
    }),
  );
  const silent = await server.socket();
  const talking = await server.socket();
  talking.write('4001;;ev');
  const closed = new Promise<string>((done) => silent.once('close', () => done('closed')));
  expect(await closed).toBe('closed');
  expect(talking.destroyed).toBe(false);
  talking.destroy();
});
test('a record without its line end is answered and kept under not understood, and disturbs nobody', async () => {
  expect(await server.send('4001;;event=test\n4001;;event=te')).toEqual(['OK 1', 'NO 2 form']);
  const [wrong] = await frames('status=not%20understood');
  expect([wrong?.why, Buffer.from(wrong?.bytes ?? '', 'base64').toString()]).toEqual(['no end', '4001;;event=te']);
  const half = await server.socket();
  half.write('4001;;');
  half.resetAndDestroy();
  expect(await server.send('4001;;event=test\n')).toEqual(['OK 1']);
});
test('a frame of many pieces is one record', async () => {
  const { stream } = await server.station('4008');
  const socket = await server.socket();
  const answer = new Promise<string>((done) => socket.once('data', (chunk) => done(chunk.toString())));
  for (const byte of Buffer.from('4008;;event=flood_\u00e4\n')) socket.write(Buffer.of(byte));
  expect(await answer).toBe('OK 1\n');
  socket.destroy();
  expect((await frames(`station=${stream}`))[0]?.event).toBe('flood_\u00e4');
});
test('a limit beyond its bounds is refused as in the form; one that stands in an old journal is used within them and ends nothing', async () => {
  const limit = (value: number) =>
    server.entry(deskStream, 'setting.set', {
      key: settingKey('listener', null, 'idle'),
      value,
      origin: 'typed',
      simulated: false,
      over: null,
    });
  for (const value of [-1, 0, 999, 1e12, 1500.5])
    expect(await server.deliver(limit(value))).toMatchObject([{ is: 'refused', problems: [{ path: 'data.value' }] }]);
  expect(await server.deliver(limit(7_200_000))).toMatchObject([{ is: 'kept' }]);
  // As a journal of before this limit has it: kept past the door.
  const old = limit(-1);
  await server.journal.append((turn) => turn.keep(old, textOf(old)));
  await server.station('4011');
  expect(await server.send('4011;;event=a\n')).toEqual(['OK 1']);
  expect(await server.deliver(limit(3_600_000))).toMatchObject([{ is: 'kept' }]);
});
test('a value read from a device is judged by the same limits', async () => {
  const { stream, unit } = await server.station('4012');
  const key = settingKey('unit', unit, 'deskPort');
  const staged = (value: number) =>
    server.entry(stream, 'setting.staged', { stage: 'readBack', asOf: instant(1), of: [{ key, set: null, value }] });
  expect(await server.deliver(staged(-4))).toMatchObject([{ is: 'refused', problems: [{ code: 'range', path: 'data.of[0].value' }] }]);
  expect(await server.deliver(staged(70_000))).toMatchObject([{ is: 'kept' }]);
});
test('health lists the listeners with kind, port and state', async () => {
  expect(await server.get('/api/health')).toMatchObject({
    state: 'up',
    listeners: [
      { kind: 'line', by: 'tcp', host: '127.0.0.1', port: server.linePort, state: 'listening' },
      { kind: 'dc09', by: 'tcp', host: '127.0.0.1', port: server.dc09Port, state: 'listening' },
      { kind: 'dc09', by: 'udp', host: '127.0.0.1', port: server.dc09Port, state: 'listening' },
      { kind: 'http', state: 'listening' },
      { kind: 'mqtt', state: 'listening' },
      { kind: 'serial', state: 'listening' },
      { kind: 'radio', state: 'listening' },
    ],
  });
});
test('frames are paged by keyset', async () => {
  const first = await server.get<{ frames: FrameView[]; more: boolean }>('/api/frames?limit=5');
  expect(first.more).toBe(true);
  const second = await server.get<{ frames: FrameView[] }>(`/api/frames?limit=5&before=${first.frames.at(-1)?.id ?? 0}`);
  expect(second.frames[0]?.id).toBe((first.frames.at(-1)?.id ?? 0) - 1);
});

test('a peer that sends and never reads is paused, and one that floods does not keep another waiting', async () => {
  const { stream } = await server.station('4020');
  await server.station('4021');
  const deaf = await server.socket();
  deaf.pause();
  let sent = 0;
  const flood = (): void => {
    while (sent < 20_000 && deaf.write('4020;;event=a\n'.repeat(100))) sent += 100;
  };
  deaf.on('drain', flood);
  flood();
  expect(await server.send('4021;;event=b\n')).toEqual(['OK 1']);
  expect(server.journal.heardOf(stream).reduce((sum, { count }) => sum + count, 0)).toBeLessThan(sent);
  deaf.destroy();
});
test('a large piece is heard in slices: its records are answered in their order, and none is lost', async () => {
  const { stream } = await server.station('4022');
  const answers = await server.send('4022;;event=a\n'.repeat(700));
  expect(answers).toHaveLength(700);
  expect([answers[0], answers[349], answers[699]]).toEqual(['OK 1', 'OK 350', 'OK 700']);
  expect(server.journal.heardOf(stream).reduce((sum, { count }) => sum + count, 0)).toBe(700);
});
