// [L1] Units that post over HTTP and publish over MQTT 3.1.1, on real sockets: Node's own client and one that is not ours.
import { request } from 'node:http';
import { connect as connectTcp } from 'node:net';
import { type IClientOptions, MqttClient } from 'mqtt';
import { elementsOf } from '@green-lamp/core/journal';
import { deskStream, type ElementId, settingKey, type Stream } from '@green-lamp/core/name';
import type { FrameView, ListenerState } from '@green-lamp/core/api';
import { TestServer, testSource } from '../testing/server.ts';

const server = new TestServer();
beforeAll(() => server.open());
afterAll(() => server.end());

const token = 'a-token-of-length';
const withToken = async (account: string, kind: 'http' | 'mqtt') => {
  const made = await server.station(account, kind);
  await server.secret(made.stream, settingKey('unit', made.unit, 'token'), token);
  return made;
};
type Post = { type?: string; auth?: string | null; from?: string; method?: string };
const post = (
  path: string,
  body: string | Buffer,
  { type = 'application/json', auth = `Bearer ${token}`, from = testSource, method = 'POST' }: Post = {},
) =>
  new Promise<{ status: number; body: { kept?: number; problem?: string } }>((done, failed) => {
    const headers = { 'content-type': type, ...(auth === null ? {} : { authorization: auth }) };
    const port = server.running.desk.portOf('http');
    const sent = request({ host: '127.0.0.1', port, localAddress: from, path, method, headers, agent: false }, (answer) => {
      let text = '';
      answer.on('data', (chunk: Buffer) => (text += chunk.toString()));
      answer.on('end', () => done({ status: answer.statusCode ?? 0, body: JSON.parse(text) as { kept?: number } }));
    });
    sent.on('error', failed);
    sent.end(body);
  });
const frames = async (query: string): Promise<FrameView[]> => (await server.get<{ frames: FrameView[] }>(`/api/frames?${query}`)).frames;
const calls = async (stream: Stream): Promise<number> => Object.keys((await server.journal.state(stream)).picked).length;
const listener = async (kind: string): Promise<ListenerState | undefined> =>
  (await server.get<{ listeners: ListenerState[] }>('/api/health')).listeners.find((one) => one.kind === kind);

test('an event that is posted with its token is kept, matched to its receiver and its path, and answered after that', async () => {
  const { stream, path, receiver } = await withToken('8101', 'http');
  expect(await post('/calls/8101', '{"event":"float_high","zone":"3","at":"2026-11-27T18:00:00Z"}')).toEqual({
    status: 200,
    body: { kept: 1 },
  });
  expect(await frames(`station=${stream}&limit=5`)).toMatchObject([
    { listener: 'http', status: 'matched', event: 'float_high', zone: '3', grade: 7, path, receiver, how: 'address', strength: 'likely' },
  ]);
  expect(await calls(stream)).toBe(1);
  // The very same body again is that call, sent again.
  await post('/calls/8101', '{"event":"float_high","zone":"3","at":"2026-11-27T18:00:00Z"}');
  expect(await frames(`station=${stream}&limit=5`)).toMatchObject([{ repeats: 1 }]);
});
test('three cheap ways to be believed over HTTP are none: no token, another’s token, an account that is nobody’s', async () => {
  const { stream } = await withToken('8102', 'http');
  await server.station('8103', 'http');
  for (const [path, auth] of [
    ['/calls/8102', null],
    ['/calls/8102', 'Bearer another-token-1'],
    ['/calls/8102', `Basic ${Buffer.from('8102:another-token-1').toString('base64')}`],
    ['/calls/8103', `Bearer ${token}`],
    ['/calls/8199', `Bearer ${token}`],
  ] as const)
    expect(await post(path, '{"event":"float_high","zone":"3"}', { auth })).toMatchObject({
      status: 401,
      body: { problem: 'No station has this account and this token.' },
    });
  expect(await calls(stream)).toBe(0);
  expect((await frames('status=refused&limit=4')).map(({ account, why }) => `${account ?? ''} ${why ?? ''}`)).toEqual([
    '8103 no token',
    '8102 wrong token',
    '8102 wrong token',
    '8102 wrong token',
  ]);
  expect((await frames('status=unknown&limit=1'))[0]?.account).toBe('8199');
});
test('a computer of the desk’s own that has the token proves no path: it could not have come so', async () => {
  const { stream } = await withToken('8104', 'http');
  expect((await post('/calls/8104', '{"event":"float_high"}', { from: '127.0.0.1' })).status).toBe(200);
  expect((await frames(`station=${stream}&limit=1`))[0]).toMatchObject({ strength: 'impossible', path: null });
  expect(await calls(stream)).toBe(0);
});
test('the token over the only way there is makes it likely; where the sheet names another address it stays a claim', async () => {
  const { stream, path } = await withToken('8105', 'http');
  const set = async (value: string | null): Promise<void> => {
    const key = settingKey('path', path, 'address');
    const over = (await server.journal.state(stream)).settings[key]?.at(-1)?.pos.id ?? null;
    await server.deliver(server.entry(stream, 'setting.set', { key, value, origin: 'typed', simulated: false, over }));
  };
  await set(null);
  await post('/calls/8105', '{"event":"door"}');
  expect((await frames(`station=${stream}&limit=1`))[0]).toMatchObject({ path, how: 'token', strength: 'likely' });
  await set('198.51.100.77');
  await post('/calls/8105', '{"event":"door","n":2}');
  expect((await frames(`station=${stream}&limit=1`))[0]).toMatchObject({ path, how: 'only', strength: 'claimed' });
});
test('SenML and CSV are read by their content type; several rows are one piece of several calls', async () => {
  const { stream } = await withToken('8106', 'http');
  const senml = '[{"bn":"pond/","bt":1764266400,"n":"level","u":"m","v":1.42},{"n":"level","t":900,"v":1.44}]';
  expect(await post('/calls/8106', senml, { type: 'application/senml+json' })).toEqual({ status: 200, body: { kept: 2 } });
  expect(await post('/calls/8106', 'at,level\n2026-11-27T18:00:00Z,1.5', { type: 'text/csv' })).toEqual({ status: 200, body: { kept: 1 } });
  expect((await frames(`station=${stream}&limit=3`)).map(({ fields, part, grade }) => [fields, part, grade])).toEqual([
    [{ level: '1.5' }, 0, 6],
    [{ 'pond/level': '1.44' }, 1, 6],
    [{ 'pond/level': '1.42 m' }, 0, 6],
  ]);
});
test('what is not understood is told in a sentence, kept, and shown; what is too large or elsewhere is not read', async () => {
  await withToken('8107', 'http');
  expect(await post('/calls/8107', '{"level":')).toEqual({ status: 400, body: { problem: 'It is not JSON.' } });
  expect((await post('/calls/8107', 'x', { type: 'text/plain' })).status).toBe(415);
  expect((await post('/calls/8107', '')).status).toBe(400);
  expect((await post('/calls/8107', Buffer.alloc(300_000, 32))).status).toBe(413);
  expect((await post('/calls/8107', '{}', { method: 'PUT' })).status).toBe(405);
  expect((await post('/api/entries', '{}')).status).toBe(404);
  expect((await frames('status=not understood&limit=2')).map(({ why, account }) => [why, account])).toEqual([
    ['content type', '8107'],
    ['not JSON', '8107'],
  ]);
  expect(await listener('http')).toMatchObject({ state: 'listening', by: 'tcp', why: 'It is longer than 262,144 bytes.' });
});
test('one who posts slowly, or never ends, holds up nobody', async () => {
  await withToken('8108', 'http');
  const slow = connectTcp({ port: server.running.desk.portOf('http'), host: '127.0.0.1', localAddress: testSource });
  slow.write(`POST /calls/8108 HTTP/1.1\r\nHost: x\r\nContent-Length: 1000\r\n\r\n{`);
  expect((await post('/calls/8108', '{"level":1}')).status).toBe(200);
  slow.destroy();
});

const client = (account: string, password = token, more: Partial<IClientOptions> = {}): Promise<MqttClient> =>
  new Promise((done, failed) => {
    const port = server.running.desk.portOf('mqtt');
    const made = new MqttClient(() => connectTcp({ port, host: '127.0.0.1', localAddress: testSource }), {
      username: account,
      password,
      reconnectPeriod: 0,
      protocolVersion: 4,
      ...more,
    });
    made.once('connect', () => done(made));
    made.once('error', failed);
    made.once('close', () => failed(new Error('closed')));
  });
const publish = (by: MqttClient, topic: string, body: string, qos: 0 | 1 | 2 = 1): Promise<unknown> =>
  by.publishAsync(topic, body, { qos });

test.each([1, 2] as const)('a message of quality %i is acknowledged after it was kept', async (qos) => {
  const account = `820${qos}`;
  const { stream, path } = await withToken(account, 'mqtt');
  const unit = await client(account);
  await publish(unit, `${account}/events`, '{"event":"float_high","zone":"3"}', qos);
  expect(await frames(`station=${stream}&limit=5`)).toMatchObject([
    { listener: 'mqtt', status: 'matched', event: 'float_high', path, strength: 'likely', repeats: 0 },
  ]);
  await publish(unit, `${account}/level`, '1.42', qos);
  await publish(unit, `${account}/pack`, '[{"n":"temp","u":"Cel","v":4.5}]', qos);
  expect((await frames(`station=${stream}&limit=2`)).map(({ fields }) => fields)).toEqual([{ temp: '4.5 Cel' }, { level: '1.42' }]);
  await unit.endAsync();
});
test('three cheap ways to be believed over MQTT are none: another token, another’s topic, a last will', async () => {
  const [mine, other] = [await withToken('8211', 'mqtt'), await withToken('8212', 'mqtt')];
  await expect(client('8211', 'another-token-1')).rejects.toThrow(/[Nn]ot authorized/);
  await expect(client('')).rejects.toThrow(/[Nn]ot authorized/);
  const unit = await client('8211', token, { will: { topic: '8211/events', payload: Buffer.from('{"event":"float_high"}'), qos: 1 } });
  await publish(unit, '8212/events', '{"event":"float_high"}');
  await publish(unit, '82119/events', '{"event":"float_high"}');
  await publish(unit, '$SYS/8211', '{"event":"float_high"}');
  unit.stream.destroy();
  await new Promise((done) => setTimeout(done, 300));
  expect([await calls(mine.stream), await calls(other.stream)]).toEqual([0, 0]);
  expect((await frames(`station=${mine.stream}&limit=9`)).map(({ status, why }) => [status, why])).toEqual([
    ['refused', 'last will'],
    ['refused', 'other topic'],
    ['refused', 'other topic'],
    ['refused', 'other topic'],
    ['refused', 'wrong token'],
  ]);
});
test('nobody hears another’s messages, and nobody takes another account’s place by its client’s name', async () => {
  await withToken('8213', 'mqtt');
  await withToken('8214', 'mqtt');
  const one = await client('8213', token, { clientId: 'the-unit' });
  const two = await client('8214', token, { clientId: 'the-unit' });
  const heard: string[] = [];
  two.on('message', (topic) => heard.push(topic));
  await two.subscribeAsync(['#', '8213/#', '8214/desk/#']).catch(() => undefined);
  await publish(one, '8213/events', '{"event":"door"}');
  await new Promise((done) => setTimeout(done, 200));
  expect([heard, one.connected, two.connected]).toEqual([[], true, true]);
  await Promise.all([one.endAsync(), two.endAsync()]);
});
test('a client of version 5 is told so in its own words; what is no MQTT, or is larger than any call, is let go', async () => {
  await withToken('8215', 'mqtt');
  await expect(client('8215', token, { protocolVersion: 5 })).rejects.toThrow(/[Uu]nsupported [Pp]rotocol/);
  const raw = (bytes: Buffer): Promise<string> =>
    new Promise((done) => {
      const socket = connectTcp({ port: server.running.desk.portOf('mqtt'), host: '127.0.0.1', localAddress: testSource });
      let answer = '';
      socket.on('data', (chunk) => (answer += chunk.toString('hex')));
      socket.on('error', () => undefined);
      socket.on('close', () => done(answer));
      socket.write(bytes);
    });
  expect(await raw(Buffer.from('GET / HTTP/1.1\r\n\r\n'))).toBe('');
  expect(await raw(Buffer.from('30ffffff7f00', 'hex'))).toBe('');
  expect((await listener('mqtt'))?.why).toMatch(/larger than any call|no CONNECT/);
});
test('a listener is switched off and on by the desk’s own settings, and says so', async () => {
  const port = server.running.desk.portOf('mqtt');
  const set = async (value: boolean): Promise<void> => {
    const key = settingKey('listener', null, 'mqttOn');
    const over = (await server.journal.state(deskStream)).settings[key]?.at(-1)?.pos.id ?? null;
    await server.deliver(server.entry(deskStream, 'setting.set', { key, value, origin: 'typed', simulated: false, over }));
    await new Promise((done) => setTimeout(done, 200));
  };
  await set(false);
  expect(await listener('mqtt')).toMatchObject({ state: 'off', port });
  await expect(client('8215')).rejects.toThrow();
  await set(true);
  expect(await listener('mqtt')).toMatchObject({ state: 'listening', port });
  await (await client('8215')).endAsync();
});
test('the sheet’s units: a token of either of two units is the station’s', async () => {
  const { stream } = await withToken('8216', 'http');
  const second: ElementId = server.chance.element();
  await server.deliver(server.entry(stream, 'element.added', { group: 'unit', id: second, label: 'second' }));
  await server.secret(stream, settingKey('unit', second, 'token'), 'the-second-token');
  expect(elementsOf(await server.journal.state(stream), 'unit')).toHaveLength(2);
  expect((await post('/calls/8216', '{"level":1}', { auth: 'Bearer the-second-token' })).status).toBe(200);
});
