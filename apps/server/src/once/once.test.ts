// [L4] The one-time address: a page, a line over TCP and a datagram, each noted with the source that the desk saw; what it proves, and what it does not.
import { createSocket } from 'node:dgram';
import { request } from 'node:http';
import { connect } from 'node:net';
import { settingKey, type Stream } from '@green-lamp/core/name';
import type { FrameView, Once } from '@green-lamp/core/api';
import { Clock } from '../shell/clock.ts';
import { TestServer, testSource } from '../testing/server.ts';

const server = new TestServer();
beforeAll(() => server.open());
afterAll(() => server.end());

const open = async (stream: Stream): Promise<Once> => {
  const { once } = (await (await server.post(`/api/stations/${stream}/once`, {})).json()) as { once: Once | null };
  if (once === null) throw new Error('none was opened');
  return once;
};
const page = (port: number, code: string, from = testSource): Promise<{ status: number; text: string }> =>
  new Promise((done, failed) => {
    const sent = request({ host: '127.0.0.1', port, path: `/once/${code}`, localAddress: from, agent: false }, (answer) => {
      let text = '';
      answer.on('data', (chunk: Buffer) => (text += chunk.toString()));
      answer.on('end', () => done({ status: answer.statusCode ?? 0, text }));
    });
    sent.on('error', failed);
    sent.end();
  });
const line = (port: number, said: string): Promise<string> =>
  new Promise((done) => {
    const socket = connect({ port, host: '127.0.0.1', localAddress: testSource }, () => socket.write(said));
    let text = '';
    socket.on('data', (chunk) => (text += chunk.toString()));
    socket.on('error', () => done('refused'));
    socket.on('close', () => done(text));
  });
const datagram = (port: number, said: string): Promise<string | null> =>
  new Promise((done) => {
    const socket = createSocket('udp4');
    const end = (text: string | null): void => {
      socket.close();
      done(text);
    };
    const timer = setTimeout(() => end(null), 700);
    socket.on('message', (bytes) => {
      clearTimeout(timer);
      end(bytes.toString());
    });
    socket.bind(0, testSource, () => socket.send(said, port, '127.0.0.1'));
  });
const frames = async (stream: Stream): Promise<FrameView[]> =>
  (await server.get<{ frames: FrameView[] }>(`/api/frames?station=${stream}&limit=9`)).frames;
const bearer = async (stream: Stream) => Object.values((await server.journal.state(stream)).picked).map(({ grade }) => grade);

test('a page, a line and a datagram are answered with what the desk saw, and kept before that', async () => {
  const { stream, path } = await server.station('8501');
  const once = await open(stream);
  const shown = await page(once.page, once.code);
  expect(shown.status).toBe(200);
  expect(shown.text).toMatch(/The desk saw you come from <b>127\.0\.9\.1<\/b>, port \d+\./);
  expect(await line(once.tcp, `${once.code}\n`)).toMatch(/^You are 127\.0\.9\.1 port \d+\.\n$/);
  expect(await datagram(once.udp, once.code)).toMatch(/^You are 127\.0\.9\.1 port \d+\.\n$/);
  expect(
    (await frames(stream)).map(({ fields, strength, grade, path: by, receiver }) => [fields['by'], strength, grade, by, receiver]),
  ).toEqual([
    ['udp', 'claimed', 5, path, null],
    ['tcp', 'likely', 5, path, null],
    ['page', 'likely', 5, path, null],
  ]);
  // It shows the way out: grade 5, and no call at any receiver.
  expect(await bearer(stream)).toEqual([5]);
  expect(server.running.app.get(Clock).now()).toBeGreaterThan(0);
});
test('three cheap ways to a green way out are none: this computer itself, another code, and one that has run out', async () => {
  const { stream } = await server.station('8502');
  const once = await open(stream);
  expect((await page(once.page, once.code, '127.0.0.1')).status).toBe(200);
  expect(await frames(stream)).toMatchObject([{ strength: 'impossible', path: null, event: 'way out' }]);
  expect((await page(once.page, 'aaaaaaaa')).status).toBe(404);
  expect(await line(once.tcp, 'aaaaaaaa\n')).toBe('No such address is open.\n');
  expect(await datagram(once.udp, 'aaaaaaaa')).toBeNull();
  server.running.app.get(Clock).step(11 * 60_000);
  expect((await page(once.page, once.code)).status).toBe(404);
  expect(await bearer(stream)).toEqual([]);
});
test('one station’s address is closed by another that it opens, and by hand; its ports close with the last', async () => {
  const { stream } = await server.station('8503');
  const first = await open(stream);
  const second = await open(stream);
  expect((await page(first.page, first.code)).status).toBe(404);
  expect((await page(second.page, second.code)).status).toBe(200);
  await server.post(`/api/stations/${stream}/once/close`, {});
  expect((await page(second.page, second.code)).status).toBe(404);
  expect(await line(second.tcp, `${second.code}\n`)).toBe('refused');
});
test('a station without an account has none, and a page visit ends no silence of another', async () => {
  const { stream, receiver } = await server.station('8504');
  await server.deliver(
    server.entry(stream, 'setting.set', {
      key: settingKey('receiver', receiver, 'account'),
      value: null,
      origin: 'typed',
      simulated: false,
      over: (await server.journal.state(stream)).settings[settingKey('receiver', receiver, 'account')]?.at(-1)?.pos.id ?? null,
    }),
  );
  expect(await (await server.post(`/api/stations/${stream}/once`, {})).json()).toMatchObject({ once: null });
});
