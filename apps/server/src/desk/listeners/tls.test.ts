// [L2] Line records, posts and messages under TLS, judged by Debian's openssl and by Node's own client with the desk's authority.
import { execFile } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { request } from 'node:https';
import { join } from 'node:path';
import { connect as connectTcp } from 'node:net';
import { connect } from 'node:tls';
import { forListeners } from '@green-lamp/core/wire';
import type { FrameView } from '@green-lamp/core/api';
import { TestServer, testSource } from '../../testing/server.ts';

const server = new TestServer();
beforeAll(() => server.open({ tlsPorts: forListeners(() => [0]) }));
afterAll(() => server.end());

const portOf = (kind: string): number => server.running.desk.listeners.find((one) => one.kind === kind && one.by === 'tls')?.port ?? 0;
const authority = (): string => readFileSync(join(server.folder, 'keys', 'tls', 'authority.pem'), 'utf8');

test('a line record under TLS is kept and answered like any other; plain bytes there are not', async () => {
  const { stream } = await server.station('8301');
  const answer = await new Promise<string>((done, failed) => {
    const socket = connect({
      socket: connectTcp({ port: portOf('line'), host: '127.0.0.1', localAddress: testSource }),
      ca: authority(),
      servername: 'localhost',
    });
    let text = '';
    socket.on('data', (chunk: Buffer) => (text += chunk.toString()));
    socket.on('error', failed);
    socket.on('close', () => done(text));
    socket.on('secureConnect', () => socket.end('8301;;event=door\n8301;;event=float_high;zone=3\n'));
  });
  expect(answer).toBe('OK 1\nOK 2\n');
  const { frames } = await server.get<{ frames: FrameView[] }>(`/api/frames?station=${stream}&limit=5`);
  expect(frames.map(({ event, port }) => [event, port])).toEqual([
    ['float_high', portOf('line')],
    ['door', portOf('line')],
  ]);
  expect(await server.send('8301;;event=door\n', { port: portOf('line') })).toEqual([]);
  const [state] = server.running.desk.listeners.filter(({ kind, by }) => kind === 'line' && by === 'tls');
  expect(state).toMatchObject({ refused: 1, why: 'It did not agree on TLS with the desk.' });
});
test('whoever does not know the authority does not talk to it; openssl, told of it, does', async () => {
  await expect(
    new Promise((_, failed) => connect({ port: portOf('mqtt'), host: '127.0.0.1', servername: 'localhost' }).on('error', failed)),
  ).rejects.toThrow(/self.signed|unable to/);
  const ca = join(server.folder, 'keys', 'tls', 'authority.pem');
  const args = ['10', 'openssl', 's_client', '-connect', `127.0.0.1:${portOf('mqtt')}`, '-CAfile', ca, '-verify_return_error'];
  const said = await new Promise((done) => {
    execFile('timeout', args, (_, stdout) => done(stdout)).stdin?.end();
  });
  expect(said).toContain('Verify return code: 0 (ok)');
});
test('a post under TLS', async () => {
  const status = await new Promise((done, failed) => {
    const options = {
      host: '127.0.0.1',
      port: portOf('http'),
      path: '/calls/8399',
      method: 'POST',
      ca: authority(),
      servername: 'localhost',
    };
    const sent = request({ ...options, agent: false }, (answer) => done(answer.statusCode));
    sent.on('error', failed);
    sent.end('{}');
  });
  expect(status).toBe(401);
});
test('each protocol has its listener under TLS, by the desk’s own authority', async () => {
  const under = server.running.desk.listeners.filter(({ by }) => by === 'tls');
  expect(under.map(({ kind }) => kind)).toEqual(['line', 'dc09', 'http', 'mqtt', 'serial']);
  for (const { port } of under)
    await new Promise<void>((done, failed) => {
      const socket = connect({ port, host: '127.0.0.1', ca: authority(), servername: 'localhost' }, () => {
        expect(socket.authorized).toBe(true);
        socket.destroy();
        done();
      });
      socket.on('error', failed);
    });
});
