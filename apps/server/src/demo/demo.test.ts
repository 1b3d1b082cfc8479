// The demo: its sheets name the ports on which the server really listens, also after a start on others; and a laptop beside the desk proves nothing of it.
import { settingKey, type Stream } from '@green-lamp/core/name';
import { allLamps, lamps, shippedRules } from '@green-lamp/core/lamp';
import { elementsOf, type State, wanted } from '@green-lamp/core/journal';
import { instant } from '@green-lamp/core/quantity';
import type { FrameView } from '@green-lamp/core/api';
import { TestServer } from '../testing/server.ts';
import { DemoCalls } from './calls.ts';

const server = new TestServer();
beforeAll(() => server.open({ demo: true, testPaths: false }));
afterAll(() => server.end());

const stationOf = async (name: RegExp): Promise<{ stream: Stream; state: State }> => {
  for (const stream of server.journal.streams()) {
    const state = await server.journal.state(stream);
    if (name.test(state.station?.name ?? '')) return { stream, state };
  }
  throw new Error(`no station is called ${String(name)}`);
};
const portsOf = (state: State): unknown[] =>
  [
    ...elementsOf(state, 'receiver').map(({ id }) => wanted(state, settingKey('receiver', id, 'port'))),
    ...elementsOf(state, 'unit').map(({ id }) => wanted(state, settingKey('unit', id, 'deskPort'))),
  ].filter((port) => port !== undefined);

test('a line typed at this computer lights no lamp of a cellular station behind carrier NAT', async () => {
  const { stream } = await stationOf(/lime kiln/);
  const judge = async () => {
    const state = await server.journal.state(stream);
    const line = lamps(state, { ...shippedRules, heard: server.journal.heardOf(stream), now: instant(Date.now()) });
    return allLamps(line).map(({ lamp, is }) => `${lamp} ${is}`);
  };
  const before = await judge();
  expect(await server.send('1024;;event=panel_alarm;zone=1\n', { from: '127.0.0.1' })).toEqual(['OK 1']);
  expect(await server.send('1024;;event=panel_alarm;zone=1;path=1\n', { from: '127.0.9.1' })).toEqual(['OK 1']);
  expect(await judge()).toEqual(before);
  const { frames } = await server.get<{ frames: FrameView[] }>(`/api/frames?station=${stream}`);
  expect(frames.map(({ strength, simulated, entry }) => [strength, simulated, entry])).toEqual([
    ['impossible', false, null],
    ['impossible', false, null],
  ]);
});
test('units of the demo go on calling: each in turn, acknowledged, marked simulated, matched to its station and path', async () => {
  const calls = server.running.app.get(DemoCalls);
  const made = [];
  for (let i = 0; i < 5; i++) made.push(await calls.next());
  expect(made.map((one) => one?.answer)).toEqual(Array(5).fill('OK 1'));
  expect(new Set(made.slice(0, 4).map((one) => one?.station)).size).toBe(4);
  expect(made[4]?.station).toBe(made[0]?.station);
  for (const one of made.slice(0, 4)) {
    const { frames } = await server.get<{ frames: FrameView[] }>(`/api/frames?station=${one?.station ?? ''}`);
    const mine = frames.find(({ event }) => event === 'reading');
    expect(mine).toMatchObject({ simulated: true, status: 'matched' });
    expect(mine?.path).not.toBeNull();
  }
});
test('what the scenario itself plays is marked simulated, in frame and lamp', async () => {
  const { stream, state } = await stationOf(/Oxygen monitor/);
  const { frames } = await server.get<{ frames: FrameView[] }>(`/api/frames?station=${stream}`);
  expect(frames.length).toBeGreaterThan(2);
  expect(frames.every(({ simulated, how }) => simulated && how === 'address')).toBe(true);
  expect(
    Object.values(state.evidence)
      .filter(({ what }) => what === 'call')
      .every(({ simulated }) => simulated),
  ).toBe(true);
});
test('started again on other ports, the demo’s sheets name those; a port that somebody typed otherwise stays', async () => {
  const { stream, state } = await stationOf(/Oxygen monitor/);
  const was = server.linePort;
  expect(new Set(portsOf(state))).toEqual(new Set([was]));
  const museum = await stationOf(/Climate panel/);
  const [receiver] = elementsOf(museum.state, 'receiver');
  if (receiver === undefined) throw new Error('it has one');
  const key = settingKey('receiver', receiver.id, 'port');
  const over = museum.state.settings[key]?.at(-1)?.pos.id ?? null;
  await server.deliver(server.entry(museum.stream, 'setting.set', { key, value: 9, origin: 'typed', simulated: false, over }));
  await server.close();
  await server.open({ demo: true, testPaths: false });
  expect(server.linePort).not.toBe(was);
  expect(new Set(portsOf(await server.journal.state(stream)))).toEqual(new Set([server.linePort]));
  expect(wanted(await server.journal.state(museum.stream), key)).toBe(9);
  const count = await server.count(stream);
  const { linePort, dc09Port } = server;
  await server.close();
  await server.open({
    demo: true,
    testPaths: false,
    ports: { line: [linePort], dc09: [dc09Port], http: [0], mqtt: [0], serial: [0], radio: [0] },
  });
  expect(await server.count(stream)).toBe(count);
});
