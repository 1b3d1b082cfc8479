// [N3] Long-range gateways on a real UDP socket: their datagrams written by hand after the protocol's text, the radio frames in them by lora-packet.
import { createSocket, type Socket } from 'node:dgram';
import lora from 'lora-packet';
import type { FrameView, ListenerState } from '@green-lamp/core/api';
import { allLamps, type Line } from '@green-lamp/core/lamp';
import { type ElementId, settingKey, type Stream } from '@green-lamp/core/name';
import { bytesOfHex } from '@green-lamp/core/wire';
import type { Summary } from '@green-lamp/core/api';
import { TestServer } from '../../testing/server.ts';
import { Decoders } from './decoders.ts';

const packets = lora;
const server = new TestServer();
const sockets: Socket[] = [];
beforeAll(() => server.open());
afterAll(async () => {
  for (const one of sockets) one.close();
  await server.end();
});

const network = '44024241ed4ce9a68c6a8bc055233fd3';
const app = 'ec925802ae430ca77fd3dd73cb2cc588';
const scale = 'function decodeUplink(input) {\n  return { data: { weight: (input.bytes[0] * 256 + input.bytes[1]) / 100 } };\n}';
const wait = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms));

type Gateway = { readonly eui: string; readonly stream: Stream; readonly path: ElementId; readonly device: ElementId };
const set = (stream: Stream, key: ReturnType<typeof settingKey>, value: string | number | boolean) =>
  server.deliver(server.entry(stream, 'setting.set', { key, value, origin: 'typed', simulated: false, over: null }));
const gateway = async (account: string, eui: string, address: string, of: { [param: string]: string | boolean } = {}): Promise<Gateway> => {
  const { stream, unit, path } = await server.station(account, 'radio');
  const device = server.chance.element();
  await server.deliver(server.entry(stream, 'element.added', { group: 'device', id: device, label: 'scale' }));
  await set(stream, settingKey('unit', unit, 'id'), eui);
  await set(stream, settingKey('unit', unit, 'region'), 'EU868');
  await set(stream, settingKey('device', device, 'name'), 'Hive 1');
  await set(stream, settingKey('device', device, 'address'), address);
  for (const [param, value] of Object.entries(of)) await set(stream, settingKey('device', device, param), value);
  await server.secret(stream, settingKey('device', device, 'networkKey'), network);
  await server.secret(stream, settingKey('device', device, 'appKey'), app);
  return { eui, stream, path, device };
};
const frameOf = (address: string, counter: number, payload: Buffer, { confirmed = false, key = network } = {}): Buffer => {
  const made = packets.fromFields(
    {
      MType: confirmed ? 'Confirmed Data Up' : 'Unconfirmed Data Up',
      DevAddr: Buffer.from(address, 'hex'),
      FCnt: counter,
      FPort: 2,
      payload,
    },
    Buffer.from(app, 'hex'),
    Buffer.from(key, 'hex'),
  );
  return made.PHYPayload ?? Buffer.alloc(0);
};
const rxpk = (phy: Buffer, more: object = {}) => ({
  tmst: 1000,
  freq: 868.1,
  chan: 0,
  rfch: 0,
  stat: 1,
  modu: 'LORA',
  datr: 'SF7BW125',
  codr: '4/5',
  rssi: -80,
  lsnr: 7.5,
  size: phy.length,
  data: phy.toString('base64'),
  ...more,
});
const head = (token: number, kind: number, eui: string): Buffer =>
  Buffer.concat([Buffer.of(2, token >> 8, token & 255, kind), bytesOfHex(eui)]);

/** A gateway's socket, and what came back on it. */
const forwarder = async (from = '127.0.9.1') => {
  const socket = createSocket('udp4');
  const came: Buffer[] = [];
  socket.on('message', (bytes) => came.push(bytes));
  await new Promise<void>((done) => socket.bind(0, from, done));
  sockets.push(socket);
  const send = (bytes: Buffer): void => {
    socket.send(bytes, server.running.desk.portOf('radio'), '127.0.0.1');
  };
  return {
    came,
    push: (eui: string, body: object, token = 0x4711): void => {
      send(Buffer.concat([head(token, 0, eui), Buffer.from(JSON.stringify(body))]));
    },
    pull: (eui: string): void => {
      send(head(1, 2, eui));
    },
    sent: (eui: string, body: string): void => {
      send(Buffer.concat([head(9, 5, eui), Buffer.from(body)]));
    },
    /** What came of a kind (1 and 4 acknowledge, 3 is to be sent), waited for. */
    of: async (kind: number, count = 1): Promise<Buffer[]> => {
      for (let tries = 0; tries < 60; tries++) {
        const found = came.filter((bytes) => bytes[3] === kind);
        if (found.length >= count) return found;
        await wait(50);
      }
      return came.filter((bytes) => bytes[3] === kind);
    },
  };
};
const frames = async (query: string): Promise<FrameView[]> => (await server.get<{ frames: FrameView[] }>(`/api/frames?${query}`)).frames;
const listener = async (): Promise<ListenerState | undefined> =>
  (await server.get<{ listeners: ListenerState[] }>('/api/health')).listeners.find(({ kind }) => kind === 'radio');
const noLine: Line = { before: [], strands: [], after: [], tunnels: [], cuts: [], station: 'dark' };
const callLamp = async (account: string): Promise<string | undefined> => {
  const { stations } = await server.get<{ stations: Summary[] }>(`/api/stations?find=${account}`);
  return allLamps(stations[0]?.line ?? noLine).find(({ lamp }) => lamp === 'Call')?.is;
};

test('an uplink of its node is opened, read by its decoder, kept over its gateway’s path, and acknowledged after that', async () => {
  const { eui, stream, path } = await gateway('8601', '70b3d57ed0008601', '01008601', { decoder: scale });
  const udp = await forwarder();
  udp.push(eui, { rxpk: [rxpk(frameOf('01008601', 5, Buffer.of(0x0d, 0x5c)))] });
  expect((await udp.of(1)).map((bytes) => bytes.toString('hex'))).toEqual(['02471101']);
  expect(await frames(`station=${stream}&limit=5`)).toMatchObject([
    {
      listener: 'radio',
      status: 'matched',
      path,
      how: 'address',
      strength: 'likely',
      event: 'null',
      fields: { 'hive-1.weight': '34.2', 'hive-1.rssi': '-80', 'hive-1.snr': '7.5', node: '01008601', counter: '5', payload: '0d5c' },
    },
  ]);
  expect(await listener()).toMatchObject({ by: 'udp', state: 'listening' });
});
test('three cheap ways to be believed are none: without the key, an old frame again, through a gateway that is another’s', async () => {
  const { eui, stream } = await gateway('8602', '70b3d57ed0008602', '01008602');
  const udp = await forwarder();
  udp.push(eui, { rxpk: [rxpk(frameOf('01008602', 1, Buffer.of(1), { key: app }))] });
  await udp.of(1, 1);
  expect(await frames(`station=${stream}&limit=5`)).toMatchObject([{ status: 'refused', why: 'node key' }]);
  udp.push(eui, { rxpk: [rxpk(frameOf('01008602', 7, Buffer.of(1)))] });
  await udp.of(1, 2);
  udp.push(eui, { rxpk: [rxpk(frameOf('01008602', 6, Buffer.of(1)))] });
  await udp.of(1, 3);
  expect(await frames(`station=${stream}&limit=1`)).toMatchObject([{ status: 'refused', why: 'counter behind' }]);
  const before = await callLamp('8602');
  const neighbour = await gateway('8603', '70b3d57ed0008603', '01008603');
  udp.push(neighbour.eui, { rxpk: [rxpk(frameOf('01008602', 8, Buffer.of(1)))] });
  await udp.of(1, 4);
  const [through] = await frames(`station=${stream}&limit=1`);
  expect(through).toMatchObject({ status: 'matched', fields: { counter: '8', gateway: neighbour.eui } });
  expect(['claimed', 'unknown', 'impossible']).toContain(through?.strength);
  expect(await callLamp('8602')).toBe(before);
});
test('what several gateways heard is one call, best heard first; the same again is none; of a node on no sheet nothing is kept', async () => {
  const one = await gateway('8604', '70b3d57ed0008604', '01008604');
  const two = await gateway('8605', '70b3d57ed0008605', '01008605');
  const [a, b] = [await forwarder(), await forwarder('127.0.9.2')];
  const phy = frameOf('01008604', 1, Buffer.of(9));
  a.push(one.eui, { rxpk: [rxpk(phy, { lsnr: 2, rssi: -110 })] });
  b.push(two.eui, { rxpk: [rxpk(phy, { lsnr: 9.5, rssi: -70 })] });
  await Promise.all([a.of(1), b.of(1)]);
  a.push(one.eui, { rxpk: [rxpk(phy)] });
  await a.of(1, 2);
  const kept = await frames(`station=${one.stream}&limit=9`);
  expect(kept).toMatchObject([{ fields: { gateways: '2', gateway: two.eui, 'hive-1.snr': '9.5' }, strength: 'likely', path: one.path }]);
  a.push(one.eui, { rxpk: [rxpk(frameOf('0deadbee', 1, Buffer.of(9)))] });
  await a.of(1, 3);
  expect(await frames(`station=${one.stream}&limit=9`)).toHaveLength(1);
});
test('a confirmed uplink is answered through its gateway in the node’s window, after its commit, also when it comes again; what the gateway could not send is told', async () => {
  const { eui, stream } = await gateway('8606', '70b3d57ed0008606', '01008606');
  const udp = await forwarder();
  udp.pull(eui);
  expect((await udp.of(4)).map((bytes) => bytes.toString('hex'))).toEqual(['02000104']);
  const phy = frameOf('01008606', 1, Buffer.of(9), { confirmed: true });
  udp.push(eui, { rxpk: [rxpk(phy, { tmst: 0xffffffff })] });
  udp.push(eui, { rxpk: [rxpk(phy)] });
  await udp.of(3, 1);
  udp.push(eui, { rxpk: [rxpk(phy)] });
  const sent = (await udp.of(3, 2)).map(
    (bytes) => JSON.parse(bytes.subarray(4).toString()) as { txpk: { data: string; tmst: number; datr: string } },
  );
  expect(sent[0]?.txpk).toMatchObject({ tmst: 999_999, datr: 'SF7BW125' });
  const downs = sent.map(({ txpk }) => packets.fromWire(Buffer.from(txpk.data, 'base64')));
  for (const down of downs) {
    expect(packets.verifyMIC(down, Buffer.from(network, 'hex'))).toBe(true);
    expect(down.getFCtrlACK()).toBe(true);
  }
  expect(downs.map((down) => down.getFCnt())).toEqual([1, 2]);
  expect(await frames(`station=${stream}&limit=9`)).toMatchObject([{ fields: { answer: '1' } }]);
  udp.sent(eui, '{"txpk_ack":{"error":"TOO_LATE"}}');
  await wait(200);
  expect(await frames(`station=${stream}&limit=1`)).toMatchObject([{ status: 'refused', why: 'not sent' }]);
});
test('a gateway’s status is a session of its station; one that is on no sheet, a join and noise are told as that', async () => {
  const { eui, stream } = await gateway('8607', '70b3d57ed0008607', '01008607');
  const udp = await forwarder();
  udp.push(eui, { stat: { time: '2026-11-28 00:30:00 GMT', rxnb: 3, rxok: 2, rxfw: 2, ackr: 100, dwnb: 0, txnb: 0 } });
  await udp.of(1);
  expect(await frames(`station=${stream}&limit=1`)).toMatchObject([
    { status: 'matched', grade: 6, fields: { gateway: eui, received: '3', sound: '2' } },
  ]);
  const join = Buffer.from(`000102030405060708021c00d07ed5b3700a0bdeadbeef`, 'hex');
  udp.push(eui, { rxpk: [rxpk(join)] });
  await udp.of(1, 2);
  expect(await frames(`station=${stream}&limit=1`)).toMatchObject([{ status: 'refused', why: 'join request' }]);
  udp.push('70b3d57ed000ffff', { stat: { rxnb: 1 } });
  udp.pull('70b3d57ed000ffff');
  await wait(400);
  expect(udp.came).toHaveLength(2);
  expect(await frames('status=not understood&limit=1')).toMatchObject([{ why: 'gateway unknown', account: '70b3d57ed000ffff' }]);
  expect((await listener())?.why).toMatch(/on no sheet|No station’s sheet/);
});
test('[N4] counters outlive a restart: what was sent before it is no news after it', async () => {
  const { eui, stream } = await gateway('8608', '70b3d57ed0008608', '01008608');
  const udp = await forwarder();
  udp.push(eui, { rxpk: [rxpk(frameOf('01008608', 40, Buffer.of(1)))] });
  await udp.of(1);
  await server.close();
  await server.open();
  const again = await forwarder();
  again.push(eui, { rxpk: [rxpk(frameOf('01008608', 40, Buffer.of(1)))] });
  await again.of(1);
  expect(await frames(`station=${stream}&limit=5`)).toMatchObject([
    { status: 'refused', why: 'counter behind' },
    { fields: { counter: '40' } },
  ]);
});
test('a node that is said to count from 0 after a reset is heard again, and its old frames prove no path', async () => {
  const { eui, stream } = await gateway('8609', '70b3d57ed0008609', '01008609', { resets: true });
  const udp = await forwarder();
  udp.push(eui, { rxpk: [rxpk(frameOf('01008609', 40, Buffer.of(1)))] });
  await udp.of(1);
  udp.push(eui, { rxpk: [rxpk(frameOf('01008609', 0, Buffer.of(1)))] });
  await udp.of(1, 2);
  expect(await frames(`station=${stream}&limit=5`)).toMatchObject([
    { fields: { counter: '0' }, strength: 'claimed' },
    { fields: { counter: '40' }, strength: 'likely' },
  ]);
});

const decode = (code: string, bytes = Buffer.of(1, 2)) =>
  server.running.app.get(Decoders).run({ code, bytes, port: 2, at: '2026-11-28T00:30:00Z' });
test.each([
  ['a loop without an end', 'function decodeUplink() { for (;;) {} }', /ran for more than 250 ms/],
  [
    'memory without an end',
    'function decodeUplink() { const a = []; for (;;) a.push(new Array(1e6).fill(7)); }',
    /8 MB of memory|ran for more/,
  ],
  [
    'one huge array',
    'function decodeUplink() { return { data: { a: new Array(8 * 1024 * 1024).fill(0).map(() => "x".repeat(1e6)) } }; }',
    /ended/,
  ],
  ['a pattern that explodes', 'function decodeUplink() { return { data: { a: /^(a+)+$/.test("a".repeat(40) + "!") } }; }', /ended/],
  ['itself for ever', 'function decodeUplink(i) { return decodeUplink(i); }', /stopped|ended/],
  ['a huge answer', 'function decodeUplink() { return { data: { a: "x".repeat(100000) } }; }', /64 kB/],
  ['nothing', 'function decodeUplink() {}', /nothing back|no object/],
  ['an error of its own', 'function decodeUplink() { return { errors: ["unknown port"] }; }', /It says: unknown port/],
  ['a throw', 'function decodeUplink() { throw new Error("no\\nsuch byte"); }', /It stopped: no such byte/],
  ['no program', 'decodeUplink =', /It stopped/],
  [
    'the world outside',
    'function decodeUplink() { return { data: { p: typeof process, r: typeof require, f: typeof fetch, g: typeof globalThis.WebAssembly } }; }',
    null,
  ],
])('a decoder that wants %s ends, and the next one runs', async (_, code, why) => {
  const said = await decode(code);
  if (why === null)
    expect(said).toEqual({ is: 'read', data: { p: 'undefined', r: 'undefined', f: 'undefined', g: 'undefined' }, warnings: [] });
  else expect(said).toMatchObject({ is: 'failed', why: expect.stringMatching(why) as unknown });
  expect(await decode(scale)).toEqual({ is: 'read', data: { weight: 2.58 }, warnings: [] });
});
test('a decoder that bombs keeps nobody from being heard: its uplink is kept with its payload and why', async () => {
  const { eui, stream } = await gateway('8610', '70b3d57ed0008610', '01008610', { decoder: 'function decodeUplink() { for (;;) {} }' });
  const udp = await forwarder();
  udp.push(eui, { rxpk: [rxpk(frameOf('01008610', 1, Buffer.of(1)))] });
  await udp.of(1);
  expect(await frames(`station=${stream}&limit=1`)).toMatchObject([
    { status: 'matched', fields: { payload: '01', decoder: expect.stringContaining('250 ms') as unknown } },
  ]);
});
