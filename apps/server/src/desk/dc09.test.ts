// DC-09 on real sockets: what is answered, what is kept, what proves something. Frames are made here, with the library's CRC.
import { connect } from 'node:net';
import { crc16 } from 'crc';
import { TestServer, testSource } from '../testing/server.ts';
import { listeners } from '@green-lamp/core/wire';
import type { FrameView } from '@green-lamp/core/api';
import { Ingest } from './ingest.ts';

const server = new TestServer();
beforeAll(() => server.open());
afterAll(() => server.end());

const framed = (content: string): string =>
  `\n${crc16(content).toString(16).toUpperCase().padStart(4, '0')}0${content.length.toString(16).toUpperCase().padStart(3, '0')}${content}\r`;
const stamp = (at = Date.now()): string => {
  const [day = '', time = ''] = new Date(at).toISOString().split('T');
  const [year, month, date] = day.split('-');
  return `_${time.slice(0, 8)},${month}-${date}-${year}`;
};
/** Sends bytes, gives every answer once the desk has closed. */
const send = (text: string | Buffer): Promise<string[]> =>
  new Promise((done, failed) => {
    const socket = connect({ port: server.dc09Port, host: '127.0.0.1', localAddress: testSource });
    let answer = '';
    socket.on('data', (chunk) => (answer += chunk.toString('latin1')));
    socket.on('error', failed);
    socket.on('close', () => done(answer.split('\r').filter((part) => part !== '')));
    socket.end(text);
  });
const token = (answer: string | undefined): string => /"([^"]+)"/.exec(answer ?? '')?.[1] ?? '';
const frames = async (query: string): Promise<FrameView[]> =>
  (await server.get<{ frames: FrameView[] }>(`/api/frames?${query}&limit=200`)).frames;

test('an event is stored, matched and answered ACK; its event is in words', async () => {
  const { stream, path } = await server.station('7101', 'dc09');
  const [answer] = await send(framed(`"ADM-CID"0002R1L0#7101[#7101|1131 01 015]${stamp()}`));
  expect(answer).toMatch(/^\n[0-9A-F]{4}0014"ACK"0002R1L0#7101\[\]$/);
  expect((await frames(`station=${stream}`))[0]).toMatchObject({
    listener: 'dc09',
    status: 'matched',
    event: 'burglary, perimeter',
    grade: 7,
    path,
    simulated: false,
    fields: { zone: '015', area: '01' },
    zone: '15',
    turn: 'alarm',
    strength: 'likely',
  });
});
test('a wrong CRC or length is met with silence and kept under not understood', async () => {
  const good = framed('"NULL"0000L0#7101[]');
  expect(await send(good.replace('0013', '0014') + good.replace(/^\n..../, '\n0000'))).toEqual([]);
  expect((await frames('status=not%20understood')).slice(0, 2).map(({ why }) => why)).toEqual(['crc', 'length']);
});
test('a clock outside its window gets NAK with the desk’s time, is kept as refused and proves nothing; mended, it counts', async () => {
  const { stream } = await server.station('7102', 'dc09');
  const content = (at: number): string => framed(`"SIA-DCS"0001L0#7102[#7102|NBA001]${stamp(at)}`);
  const [slow, fast] = [await send(content(Date.now() - 90_000)), await send(content(Date.now() + 90_000))];
  expect([token(slow[0]), token(fast[0])]).toEqual(['NAK', 'NAK']);
  expect(
    Math.abs(Date.parse(`${new Date().toISOString().slice(0, 10)}T${/_(\d\d:\d\d:\d\d)/.exec(slow[0] ?? '')?.[1] ?? ''}Z`) - Date.now()),
  ).toBeLessThan(60_000);
  expect((await frames(`station=${stream}`)).map(({ status, why, entry }) => [status, why, entry])).toEqual([
    ['refused', 'clock', null],
    ['refused', 'clock', null],
  ]);
  expect((await server.journal.head(stream)).state.evidence).toEqual({});
  expect(token((await send(content(Date.now())))[0])).toBe('ACK');
  expect((await frames(`station=${stream}`))[0]).toMatchObject({ status: 'matched', event: 'burglary' });
});
test('an unknown token is answered DUH, an unknown account ACK and listed', async () => {
  await server.station('7103', 'dc09');
  expect((await send(framed('"FOO-BAR"0001L0#7103[]') + framed('"NULL"0001L0#7130[]'))).map(token)).toEqual(['DUH', 'ACK']);
  expect((await frames('status=unknown'))[0]).toMatchObject({ account: '7130', nearest: [{ account: '7103', how: 'swapped' }] });
});
test('a repeat is answered again and stored once, supervision without number and timestamp every time', async () => {
  const { stream } = await server.station('7104', 'dc09');
  const event = framed(`"ADM-CID"0005L0#7104[#7104|1110 01 001]`);
  expect((await send(event + event)).map(token)).toEqual(['ACK', 'ACK']);
  expect((await send(event)).map(token)).toEqual(['ACK']);
  expect((await frames(`station=${stream}`)).map(({ repeats }) => repeats)).toEqual([2]);
  await send(framed('"NULL"0000L0#7104[]') + framed('"NULL"0000L0#7104[]'));
  const all = await frames(`station=${stream}`);
  expect(all.map(({ event: name, grade }) => [name, grade])).toEqual([
    ['null', 6],
    ['null', 6],
    ['fire', 7],
  ]);
});
test('a block with several events is one row for each, with its part and its own area, and is answered once', async () => {
  const { stream } = await server.station('7120', 'dc09');
  const block = framed(`"SIA-DCS"0011L0#7120[#7120|Nri1/OP12/BA03/ri2/TA07]`);
  expect((await send(block)).map(token)).toEqual(['ACK']);
  const rows = (await frames(`station=${stream}`)).reverse();
  expect(rows.map(({ event, part, fields }) => [event, part, fields['zone'], fields['area']])).toEqual([
    ['opened', 0, '12', '1'],
    ['burglary', 1, '03', '1'],
    ['tamper', 2, '07', '2'],
  ]);
  expect((await send(block)).map(token)).toEqual(['ACK']);
  expect((await frames(`station=${stream}`)).map(({ repeats }) => repeats)).toEqual([1, 0, 0]);
});
test('with another timestamp only, it is kept and said to be perhaps a repeat; a unit that begins again at 0001 is heard', async () => {
  const { stream } = await server.station('7121', 'dc09');
  const event = (n: string, zone: string, seconds: number): string =>
    framed(`"ADM-CID"${n}L0#7121[#7121|1130 01 0${zone}]${stamp(Date.now() - seconds * 1000)}`);
  await send(event('0001', '04', 30));
  await send(event('0001', '04', 10));
  await send(event('0002', '05', 9));
  await send(event('0001', '04', 8));
  expect(
    (await frames(`station=${stream}`)).map(({ fields, why, repeats }) => [fields['sequence'], fields['zone'], why, repeats]).reverse(),
  ).toEqual([
    ['0001', '004', null, 0],
    ['0001', '004', 'perhaps a repeat', 0],
    ['0002', '005', null, 0],
    ['0001', '004', null, 0],
  ]);
});
test('the same digits by the other path are a call of their own, and of another caller whose path nobody knows too', async () => {
  const { stream } = await server.station('7122', 'dc09');
  await server.deliver(server.entry(stream, 'element.added', { group: 'path', id: server.chance.element(), label: 'the other' }));
  const ingest = server.running.app.get(Ingest);
  const take = async (address: string): Promise<void> => {
    const source = { listener: 'dc09' as const, address, port: 1, listenerPort: server.dc09Port, mark: null };
    for (const piece of listeners.dc09.ear.hear(Buffer.from(framed('"ADM-CID"0009L0#7122[#7122|1130 01 004]'), 'latin1')).pieces)
      await ingest.take(piece, source);
  };
  for (const address of ['203.0.113.7', '203.0.113.8', '203.0.113.8', '203.0.113.7']) await take(address);
  expect((await frames(`station=${stream}`)).map(({ address, repeats }) => [address, repeats]).reverse()).toEqual([
    ['203.0.113.7', 1],
    ['203.0.113.8', 1],
  ]);
});
test('[S2] what a call carries of a secret is kept masked, in its bytes and its fields; the call is taken as it came', async () => {
  const { stream } = await server.station('7123');
  expect(await server.send('7123;;event=float_high;password=marsh-kestrel;zone=3\n')).toEqual(['OK 1']);
  const [frame] = await frames(`station=${stream}`);
  expect(frame).toMatchObject({ status: 'matched', event: 'float_high', fields: { zone: '3', password: '\u2022\u2022\u2022' } });
  expect(Buffer.from(frame?.bytes ?? '', 'base64').toString()).toBe('7123;;event=float_high;password=***;zone=3');
});
test('pieces, several frames in one piece, and garbage between them', async () => {
  const { stream } = await server.station('7105', 'dc09');
  const bytes = Buffer.from(`\x00\xffnoise${framed('"NULL"0001L0#7105[]')}OK\r\n${framed('"NULL"0002L0#7105[]')}`, 'latin1');
  const socket = await server.socket(server.dc09Port);
  const answers = new Promise<string>((done) => {
    let all = '';
    socket.on('data', (chunk) => {
      all += chunk.toString('latin1');
      if (all.split('\r').length > 2) done(all);
    });
  });
  for (const byte of bytes) socket.write(Buffer.of(byte));
  expect((await answers).match(/"ACK"000[12]/g)).toEqual(['"ACK"0001', '"ACK"0002']);
  socket.destroy();
  expect(await frames(`station=${stream}`)).toHaveLength(2);
});
test('health lists both listeners, and a client from any loopback address is never marked', async () => {
  expect(await server.get('/api/health')).toMatchObject({
    listeners: [
      { kind: 'line' },
      { kind: 'dc09', port: server.dc09Port },
      { kind: 'dc09', by: 'udp', port: server.dc09Port },
      { kind: 'http' },
      { kind: 'mqtt' },
      { kind: 'serial' },
      { kind: 'radio', by: 'udp' },
    ],
  });
  const { stream } = await server.station('7106', 'dc09');
  const socket = await server.socket(server.dc09Port, '127.0.7.1');
  const answered = new Promise((done) => socket.once('data', done));
  socket.write(framed('"NULL"0001L0#7106[]'));
  await answered;
  socket.destroy();
  expect((await frames(`station=${stream}`))[0]).toMatchObject({ address: '127.0.7.1', simulated: false });
});
