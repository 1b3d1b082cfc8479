// Encrypted DC-09 and datagrams on real sockets, from a client with Node's own crypto.
import { createCipheriv, createDecipheriv } from 'node:crypto';
import { createSocket } from 'node:dgram';
import { connect } from 'node:net';
import { crc16 } from 'crc';
import { settingKey } from '@green-lamp/core/name';
import type { FrameView, ListenerState } from '@green-lamp/core/api';
import { TestServer, testSource } from '../testing/server.ts';

const server = new TestServer();
beforeAll(() => server.open());
afterAll(() => server.end());

const key = '00112233445566778899AABBCCDDEEFF';
const framed = (content: string): string =>
  `\n${crc16(content).toString(16).toUpperCase().padStart(4, '0')}0${content.length.toString(16).toUpperCase().padStart(3, '0')}${content}\r`;
const stamp = (): string => {
  const [day = '', time = ''] = new Date().toISOString().split('T');
  const [year, month, date] = day.split('-');
  return `_${time.slice(0, 8)},${month}-${date}-${year}`;
};
const sealed = (account: string, sequence: string, data: string, by = key): string => {
  const said = `|${data}]${stamp()}`;
  const plain = `${'p'.repeat((16 - (said.length % 16)) % 16)}${said}`;
  const cipher = createCipheriv('aes-128-cbc', Buffer.from(by, 'hex'), Buffer.alloc(16)).setAutoPadding(false);
  const hex = Buffer.concat([cipher.update(plain, 'latin1'), cipher.final()])
    .toString('hex')
    .toUpperCase();
  return framed(`"*ADM-CID"${sequence}L0#${account}[${hex}`);
};
const send = (text: string): Promise<string> =>
  new Promise((done, failed) => {
    const socket = connect({ port: server.dc09Port, host: '127.0.0.1', localAddress: testSource });
    let answer = '';
    socket.on('data', (chunk) => (answer += chunk.toString('latin1')));
    socket.on('error', failed);
    socket.on('close', () => done(answer));
    socket.end(Buffer.from(text, 'latin1'));
  });
const datagram = (text: string, patience = 1500): Promise<string | null> =>
  new Promise((done) => {
    const socket = createSocket('udp4');
    const end = (answer: string | null): void => {
      socket.close();
      done(answer);
    };
    const timer = setTimeout(() => end(null), patience);
    socket.on('message', (bytes) => {
      clearTimeout(timer);
      end(bytes.toString('latin1'));
    });
    socket.bind(0, testSource, () => socket.send(Buffer.from(text, 'latin1'), server.dc09Port, '127.0.0.1'));
  });
const newest = async (query: string): Promise<FrameView | undefined> =>
  (await server.get<{ frames: FrameView[] }>(`/api/frames?${query}&limit=1`)).frames[0];

const keyed = async (account: string, typed = key) => {
  const made = await server.station(account, 'dc09');
  await server.secret(made.stream, settingKey('unit', made.unit, 'key'), typed);
  return made;
};

test('a sealed event is opened by the key on its sheet, kept, and answered sealed', async () => {
  const { stream } = await keyed('7401');
  const answer = await send(sealed('7401', '0005', '1131 01 015'));
  const [, hex = ''] = /"\*ACK"0005L0#7401\[([0-9A-F]+)\r$/.exec(answer) ?? [];
  const decipher = createDecipheriv('aes-128-cbc', Buffer.from(key, 'hex'), Buffer.alloc(16)).setAutoPadding(false);
  expect(Buffer.concat([decipher.update(Buffer.from(hex, 'hex')), decipher.final()]).toString('latin1')).toMatch(/^X*\]_\d\d:\d\d:\d\d,/);
  expect(await newest(`station=${stream}`)).toMatchObject({
    status: 'matched',
    event: 'burglary, perimeter',
    zone: '15',
    strength: 'likely',
  });
});
test('with another key nothing is answered, and it is told as that; without one on the sheet it is DUH', async () => {
  await keyed('7402');
  expect(await send(sealed('7402', '0006', '1131 01 015', 'FFEEDDCCBBAA99887766554433221100'))).toBe('');
  expect(await newest('status=not understood')).toMatchObject({ account: '7402', why: 'key' });
  await server.station('7403', 'dc09');
  expect(await send(sealed('7403', '0007', '1131 01 015'))).toContain('"DUH"0007L0#7403');
  expect(await newest('status=not understood')).toMatchObject({ account: '7403', why: 'encrypted' });
});
test('datagrams are heard on the same number, plain and sealed; what is no frame is not answered', async () => {
  const { stream } = await keyed('7404');
  expect(await datagram(framed(`"ADM-CID"0008L0#7404[#7404|1131 01 016]${stamp()}`))).toContain('"ACK"0008L0#7404[]');
  // Anybody writes that address on a datagram: without the key it is a claim.
  expect(await newest(`station=${stream}`)).toMatchObject({ status: 'matched', zone: '16', strength: 'claimed' });
  expect(await datagram(sealed('7404', '0009', '1131 01 017'))).toContain('"*ACK"0009L0#7404[');
  expect(await newest(`station=${stream}`)).toMatchObject({ status: 'matched', zone: '17', address: testSource, strength: 'likely' });
  expect(await datagram('rubbish', 300)).toBeNull();
  const { listeners } = await server.get<{ listeners: ListenerState[] }>('/api/health');
  expect(listeners.filter(({ kind }) => kind === 'dc09').map(({ by, port }) => [by, port])).toEqual([
    ['tcp', server.dc09Port],
    ['udp', server.dc09Port],
  ]);
});
