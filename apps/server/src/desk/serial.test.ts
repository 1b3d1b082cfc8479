// [D11] A modem that hands an instrument's bytes through: a plain socket that says no account, or signs on with one.
import { elementsOf } from '@green-lamp/core/journal';
import { type ElementId, settingKey, type Stream } from '@green-lamp/core/name';
import { allLamps, type Line } from '@green-lamp/core/lamp';
import type { FrameView, Summary } from '@green-lamp/core/api';
import { TestServer } from '../testing/server.ts';

const server = new TestServer();
beforeAll(() => server.open());
afterAll(() => server.end());

const noLine: Line = { before: [], strands: [], after: [], tunnels: [], cuts: [], station: 'dark' };
type Sheet = { readonly stream: Stream; readonly path: ElementId; readonly unit: ElementId };
const wait = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms));
const set = (stream: Stream, key: ReturnType<typeof settingKey>, value: string | number) =>
  server.deliver(server.entry(stream, 'setting.set', { key, value, origin: 'typed', simulated: false, over: null }));
/** A logger behind a modem: records end by a sign, the second field is the level. */
const logger = async (account: string, address: string, rule: { readonly [param: string]: string | number } = {}): Promise<Sheet> => {
  const { stream, unit, path } = await server.station(account, 'serial');
  await set(stream, settingKey('path', path, 'address'), address);
  const channel = server.chance.element();
  await server.deliver(server.entry(stream, 'element.added', { group: 'channel', id: channel, label: 'level' }));
  for (const [param, value] of Object.entries({ recordBy: 'end', recordEnd: '\\r\\n', recordSplit: ';', ...rule }))
    await set(stream, settingKey('unit', unit, param), value);
  await set(stream, settingKey('channel', channel, 'name'), 'level');
  await set(stream, settingKey('channel', channel, 'field'), 2);
  return { stream, path, unit };
};
const frames = async (query: string): Promise<FrameView[]> => (await server.get<{ frames: FrameView[] }>(`/api/frames?${query}`)).frames;
/** Sends bytes piece by piece from an address, and closes. */
const send = async (from: string, ...pieces: readonly (string | number)[]): Promise<void> => {
  const socket = await server.socket(server.running.desk.portOf('serial'), from);
  const closed = new Promise((done) => socket.once('close', done));
  socket.on('error', () => undefined);
  for (const piece of pieces)
    if (typeof piece === 'number') await wait(piece);
    else {
      socket.write(piece);
      await wait(60);
    }
  socket.end();
  await closed;
  await wait(100);
};
const callLamp = async (account: string): Promise<string | undefined> => {
  const { stations } = await server.get<{ stations: Summary[] }>(`/api/stations?find=${account}`);
  return allLamps(stations[0]?.line ?? noLine).find(({ lamp }) => lamp === 'Call')?.is;
};

test('known by its address: records in any pieces are calls of its station over its path, with the values of its channels', async () => {
  const { stream, path } = await logger('8301', '127.0.9.31');
  await send('127.0.9.31', '07;+1.4', '2 m\r\n07;+1.43 m\r\n07;+1.', '44 m\r\n');
  const kept = await frames(`station=${stream}&limit=9`);
  expect(kept.map(({ fields }) => fields)).toEqual([{ level: '1.44 m' }, { level: '1.43 m' }, { level: '1.42 m' }]);
  expect(kept[0]).toMatchObject({ listener: 'serial', status: 'matched', path, how: 'address', event: 'null', grade: 6 });
  expect(elementsOf(await server.journal.state(stream), 'channel')).toHaveLength(1);
});
test('known by its sign-on: the account as its first words; a heartbeat among the records is none of them', async () => {
  const { stream } = await logger('8302', '127.0.9.32');
  await send('127.0.9.99', '8302', '07;+2.10 m\r\n', '8302', '07;+2.11 m\r\n');
  const kept = await frames(`station=${stream}&limit=9`);
  expect(kept.map(({ fields }) => fields)).toEqual([{ level: '2.11 m' }, { level: '2.1 m' }, {}]);
  // By what it says, and not by where it comes from: a claim proves no path.
  for (const { strength } of kept) expect(['unknown', 'claimed']).toContain(strength);
});
test('three cheap ways to be believed are none: from the desk’s own computer, from anywhere by another’s account, by bytes that are no record', async () => {
  const { stream } = await logger('8303', '127.0.9.33');
  const other = await logger('8304', '127.0.9.34');
  await send('127.0.0.1', '8303\r\n', '07;+9.99 m\r\n');
  for (const { strength } of await frames(`station=${stream}&limit=9`)) expect(strength).toBe('impossible');
  expect(await callLamp('8303')).not.toBe('proven');
  // A number that is somebody's account, from an address that is another's alone: an instrument's record, and never the somebody's.
  const before = (await frames(`station=${stream}&limit=20`)).length;
  await send('127.0.9.34', '8303\r\n', '07;+8.88 m\r\n', '8303\r\n');
  expect(await frames(`station=${stream}&limit=20`)).toHaveLength(before);
  const own = await frames(`station=${other.stream}&limit=9`);
  expect(own.map(({ status, fields }) => [status, fields])).toEqual([
    ['refused', expect.anything()],
    ['matched', { level: '8.88 m' }],
    ['refused', expect.anything()],
  ]);
  // Nor is a number a sign-on where that account's sheet says that it calls by something else.
  await server.station('8320', 'line');
  await send('127.0.9.98', '8320\r\n', '07;+7.77 m\r\n');
  expect((await frames('limit=1'))[0]).toMatchObject({ status: 'not understood', why: 'nobody here' });
  await send('127.0.9.33', 'GET / HTTP/1.1\r\n\r\n');
  expect((await frames('limit=1'))[0]).toMatchObject({ listener: 'serial', status: 'refused' });
});
test('whoever is nobody here, two at one address, and a sheet that says nothing of records are told in words, and the bytes are there', async () => {
  await send('127.0.9.77', 'who is this?\r\n');
  expect((await frames('limit=1'))[0]).toMatchObject({
    status: 'not understood',
    account: null,
    why: 'nobody here',
  });
  await logger('8305', '127.0.9.35');
  await logger('8306', '127.0.9.35');
  await send('127.0.9.35', '07;+1 m\r\n');
  expect((await frames('limit=1'))[0]).toMatchObject({ why: 'two here' });
  await send('127.0.9.35', '8306\r\n07;+1.5 m\r\n');
  expect((await frames('limit=1'))[0]).toMatchObject({ account: '8306', fields: { level: '1.5 m' } });
  const bare = await server.station('8307', 'serial');
  await set(bare.stream, settingKey('path', bare.path, 'address'), '127.0.9.36');
  await send('127.0.9.36', '07;+1 m\r\n');
  expect((await frames('limit=1'))[0]).toMatchObject({
    account: '8307',
    why: 'no record rule',
  });
});
test('by a length and by a silence; what never ends is let go; what was cut off is kept as that', async () => {
  const { stream } = await logger('8308', '127.0.9.38', { recordBy: 'length', recordLength: 6 });
  await send('127.0.9.38', '0;1.420;1.', '43');
  expect((await frames(`station=${stream}&limit=9`)).map(({ fields }) => fields)).toEqual([{ level: '1.43' }, { level: '1.42' }]);
  const quiet = await logger('8309', '127.0.9.39', { recordBy: 'silence', recordSilence: 200 });
  await send('127.0.9.39', '0;1.', '51', 400, '0;1.52');
  expect((await frames(`station=${quiet.stream}&limit=9`)).map(({ fields }) => fields)).toEqual([{ level: '1.52' }, { level: '1.51' }]);
  await logger('8310', '127.0.9.40');
  await send('127.0.9.40', 'x'.repeat(5000));
  expect((await frames('limit=1'))[0]).toMatchObject({ why: 'record too long' });
  await send('127.0.9.40', '07;+1.6 m\r\n07;+1.');
  expect((await frames('limit=2')).map(({ status }) => status)).toEqual(['refused', 'matched']);
});
test('the sheet is corrected while the instrument goes on, and the next record is read', async () => {
  const { stream, unit } = await logger('8311', '127.0.9.41', { recordSplit: ',' });
  const socket = await server.socket(server.running.desk.portOf('serial'), '127.0.9.41');
  socket.write('07;+1.7 m\r\n');
  for (let i = 0; i < 50 && (await frames('limit=1'))[0]?.account !== '8311'; i++) await wait(20);
  expect((await frames('limit=1'))[0]).toMatchObject({
    status: 'refused',
    why: 'no field',
  });
  await set(stream, settingKey('unit', unit, 'recordSplit'), ';');
  socket.write('07;+1.8 m\r\n');
  for (let i = 0; i < 50 && (await frames('limit=1'))[0]?.status !== 'matched'; i++) await wait(20);
  expect((await frames('limit=1'))[0]).toMatchObject({ fields: { level: '1.8 m' } });
  socket.destroy();
});
