// [L3] The desk asks a station: a library's Modbus server and a raw instrument on real sockets, and every way in which the asking ends.
import { createServer, type Server, type Socket } from 'node:net';
import { ModbusTCPServer } from 'jsmodbus';
import type { Json } from '@green-lamp/core/name';
import { settingKey, type Stream } from '@green-lamp/core/name';
import type { FrameView, PollState, Says, stationValues, TriedDoor } from '@green-lamp/core/api';
import { Clock } from '../shell/clock.ts';
import { TestServer, testSource } from '../testing/server.ts';

const server = new TestServer();
const servers: Server[] = [];
beforeAll(() => server.open());
afterAll(async () => {
  for (const one of servers) one.close();
  await server.end();
});

const listens = (one: Server, host = testSource): Promise<number> =>
  new Promise((done) => {
    servers.push(one);
    one.listen(0, host, () => {
      const at = one.address();
      done(typeof at === 'object' && at !== null ? at.port : 0);
    });
  });
/** A library's server: holding registers 2 and 3 hold 142 and a floating 21.5 from 4 on. */
const modbus = async (): Promise<number> => {
  const of = createServer((socket) => socket.on('error', () => undefined));
  const holding = Buffer.alloc(200);
  holding.writeUInt16BE(142, 4);
  holding.writeFloatBE(21.5, 8);
  new ModbusTCPServer(of, { holding });
  return listens(of);
};
const talks = (say: (socket: Socket) => void): Promise<number> =>
  listens(createServer((socket) => say(socket.on('error', () => undefined))));

type Values = { readonly [param: string]: Json };
const polled = async (account: string, desk: Values, channels: readonly Values[], unit: Values = {}): Promise<Stream> => {
  const made = await server.station(account);
  const set = (holder: string, id: Parameters<typeof settingKey>[1], values: Values) =>
    Object.entries(values).map(([param, value]) =>
      server.entry(made.stream, 'setting.set', {
        key: settingKey(holder, id, param),
        value,
        origin: 'typed',
        simulated: false,
        over: null,
      }),
    );
  const ids = channels.map(() => server.chance.element());
  const answers = await server.deliver(
    ...ids.map((id, i) => server.entry(made.stream, 'element.added', { group: 'channel', id, label: `channel ${i}` })),
    ...set('desk', null, { polls: true, dials: testSource, ...desk }),
    ...set('unit', made.unit, unit),
    ...channels.flatMap((values, i) => set('channel', ids[i] ?? null, values)),
  );
  expect(answers.filter(({ is }) => is !== 'kept')).toEqual([]);
  return made.stream;
};
const ask = async (stream: Stream): Promise<PollState> =>
  (await server.post(`/api/stations/${stream}/poll`, {})).json() as Promise<PollState>;
const newest = async (stream: Stream): Promise<FrameView | undefined> =>
  (await server.get<{ frames: FrameView[] }>(`/api/frames?station=${stream}&limit=1`)).frames[0];
const level = { name: 'level', table: 'holding', register: 2, scale: '0.01' };
const temp = { name: 'temp', table: 'holding', register: 4, form: 'f32' };

test('registers are read as values, over the path whose address was called, for the receiver that has the account', async () => {
  const stream = await polled('8401', { dialsPort: await modbus() }, [level, temp], { modbusId: 4 });
  expect(await ask(stream)).toMatchObject({ not: null, stops: null, running: false, last: [{ is: 'answered' }] });
  expect(await newest(stream)).toMatchObject({
    listener: 'modbus',
    status: 'matched',
    event: 'polled',
    grade: 6,
    strength: 'likely',
    how: 'address',
    fields: { level: '1.42', temp: '21.5' },
  });
  const { series } = await server.get<Says<typeof stationValues>>(`/api/stations/${stream}/values`);
  expect(series.map(({ name, points }) => [name, points.at(-1)?.text])).toEqual([
    ['level', '1.42'],
    ['temp', '21.5'],
  ]);
});
test('a register that the device does not have is told in its own words', async () => {
  const port = await talks((socket) =>
    socket.on('data', (asked: Buffer) => socket.write(Buffer.from([asked[0] ?? 0, asked[1] ?? 0, 0, 0, 0, 3, 1, 0x83, 2]))),
  );
  const stream = await polled('8402', { dialsPort: port }, [{ ...level, register: 60_000 }]);
  expect((await ask(stream)).last[0]).toMatchObject({ is: 'exception', detail: 'it has no such register' });
});
test('an instrument that speaks for itself behind a transparent modem: a record is cut, parted and read', async () => {
  const port = await talks((socket) => {
    socket.write('07;+1.4');
    setTimeout(() => socket.write('20m;OPEN\r\n08;'), 30);
  });
  const raw = { asksBy: 'raw', dialsPort: port };
  const unit = { recordBy: 'end', recordEnd: '\\r\\n', recordSplit: ';' };
  const stream = await polled(
    '8403',
    raw,
    [
      { name: 'level', field: 2 },
      { name: 'door', field: 3 },
    ],
    unit,
  );
  expect((await ask(stream)).last[0]?.is).toBe('answered');
  const frame = await newest(stream);
  expect(frame).toMatchObject({ listener: 'raw', fields: { level: '1.42 m', door: 'OPEN' } });
  expect(Buffer.from(frame?.bytes ?? '', 'base64').toString()).toBe('07;+1.420m;OPEN');
});
test('one that is asked, and whose record ends by a silence', async () => {
  const port = await talks((socket) => socket.on('data', (asked: Buffer) => socket.write(asked.toString() === '?' ? '214 -3' : 'what')));
  const unit = { recordBy: 'silence', recordSilence: 200, question: '?' };
  const stream = await polled('8404', { asksBy: 'raw', dialsPort: port }, [{ name: 'level', field: 1, scale: '0.1' }], unit);
  expect((await ask(stream)).last[0]?.is).toBe('answered');
  expect((await newest(stream))?.fields).toEqual({ level: '21.4' });
});
test('each way in which it ends is told as what it is', async () => {
  const closed = createServer();
  const port = await listens(closed);
  await new Promise((done) => closed.close(done));
  const ends = async (account: string, desk: Values): Promise<unknown> => (await ask(await polled(account, desk, [level]))).last[0]?.is;
  expect(await ends('8405', { dialsPort: port })).toBe('refused');
  expect(await ends('8406', { dials: 'nowhere.invalid', dialsPort: 9 })).toBe('no such name');
  expect(await ends('8407', { dialsPort: await talks((socket) => socket.write('HTTP/1.1 400 Bad\r\n\r\n')) })).toBe('garbled');
  expect(await ends('8408', { dialsPort: await talks((socket) => socket.destroy()) })).toBe('cut off');
});
test('the desk asks nothing of its own machine: no port of it is read by a sheet', async () => {
  const port = await listens(
    createServer((socket) => socket.end('secret\r\n')),
    '127.0.0.1',
  );
  const unit = { recordBy: 'end', recordEnd: '\\r\\n' };
  const stream = await polled('8409', { asksBy: 'raw', dials: '127.0.0.1', dialsPort: port }, [{ name: 'level', field: 1 }], unit);
  expect((await ask(stream)).last[0]).toMatchObject({ is: 'own machine' });
  expect(await newest(stream)).toBeUndefined();
});
test('the doors of a station are tried from outside: which somebody answers at, and never the desk’s own', async () => {
  const made = await server.station('8412');
  const modem = server.chance.element();
  const port = await talks((socket) => socket.end('menu\r\n'));
  const set = (holder: string, id: Parameters<typeof settingKey>[1], param: string, value: Json) =>
    server.entry(made.stream, 'setting.set', { key: settingKey(holder, id, param), value, origin: 'typed', simulated: false, over: null });
  await server.deliver(
    server.entry(made.stream, 'element.added', { group: 'modem', id: modem, label: 'router' }),
    set('modem', modem, 'adminPort', port),
  );
  const tried = async () => ((await (await server.post(`/api/stations/${made.stream}/doors`, {})).json()) as { doors: TriedDoor[] }).doors;
  expect((await tried())[0]).toEqual({ modem, host: testSource, port, is: 'open' });
  expect((await tried()).slice(1).every(({ is }) => is === 'shut')).toBe(true);
  const key = settingKey('path', made.path, 'address');
  const over = (await server.journal.state(made.stream)).settings[key]?.at(-1)?.pos.id ?? null;
  await server.deliver(
    server.entry(made.stream, 'setting.set', { key, value: '127.0.0.1', origin: 'typed', simulated: false, over }),
    set('modem', modem, 'type', 'router'),
  );
  const own = server.running.modbusPort;
  const last = (await server.journal.state(made.stream)).settings[settingKey('modem', modem, 'adminPort')]?.at(-1)?.pos.id ?? null;
  await server.deliver(
    server.entry(made.stream, 'setting.set', {
      key: settingKey('modem', modem, 'adminPort'),
      value: own,
      origin: 'typed',
      simulated: false,
      over: last,
    }),
  );
  expect((await tried())[0]).toMatchObject({ port: own, is: 'own' });
});
test('the yard’s own instrument may stand in for one: what it answers is simulated', async () => {
  const inside = { name: 'value', table: 'input', register: 0 };
  const stream = await polled('8411', { dials: '127.0.0.1', dialsPort: server.running.modbusPort }, [inside], { modbusId: 4 });
  expect((await ask(stream)).last[0]?.is).toBe('answered');
  expect(await newest(stream)).toMatchObject({ simulated: true, how: 'yard', strength: 'certain' });
});
test('by schedule, again soon after a failure, and no more once the sheet says so', async () => {
  const port = await modbus();
  const stream = await polled('8410', { dialsPort: port, pollEvery: 600_000 }, [level]);
  const clock = server.running.app.get(Clock);
  const asked = async (): Promise<number> => (await server.get<PollState>(`/api/stations/${stream}/poll`)).last.length;
  const until = async (n: number): Promise<void> => {
    for (let i = 0; i < 100 && (await asked()) < n; i += 1) await new Promise((done) => setTimeout(done, 100));
    expect(await asked()).toBe(n);
  };
  await new Promise((done) => setTimeout(done, 2500)); // judged, and on the list
  clock.step(60_000);
  await until(1);
  clock.step(600_000);
  await until(2);
  const off = server.entry(stream, 'setting.set', {
    key: settingKey('desk', null, 'polls'),
    value: false,
    origin: 'typed',
    simulated: false,
    over: (await server.journal.state(stream)).settings[settingKey('desk', null, 'polls')]?.at(-1)?.pos.id ?? null,
  });
  await server.deliver(off);
  await new Promise((done) => setTimeout(done, 2500));
  clock.step(600_000);
  await new Promise((done) => setTimeout(done, 1500));
  expect(await asked()).toBe(2);
}, 30_000);
