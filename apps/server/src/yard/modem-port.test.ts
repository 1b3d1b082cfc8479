// The bench modem behind a real socket: bytes in, bytes out, whatever the pieces; left as the last client left it.
import { Yard } from './yard.ts';
import { TestServer } from '../testing/server.ts';

const server = new TestServer();
beforeAll(() => server.open());
afterAll(() => server.end());

/** Says something to the modem and gives all that it answers, once it is quiet with `until` at its end. */
const say = async (until: RegExp, ...pieces: string[]): Promise<string> => {
  const socket = await server.socket(server.running.modemPort);
  return new Promise((done, failed) => {
    let heard = '';
    const timer = setTimeout(() => failed(new Error(`not heard: ${heard}`)), 20_000);
    socket.setEncoding('latin1');
    socket.on('data', (text: string) => {
      heard += text;
      if (!until.test(heard)) return;
      clearTimeout(timer);
      socket.destroy();
      done(heard);
    });
    void (async () => {
      for (const piece of pieces) {
        socket.write(piece);
        await new Promise((next) => setTimeout(next, 10));
      }
    })();
  });
};

test('its port is listed by /api/health, as simulated', async () => {
  expect(await server.get('/api/health')).toMatchObject({ state: 'up', modem: { port: server.running.modemPort, simulated: true } });
});
test('it echoes as one types, and answers when the line is whole', async () => {
  expect(await say(/OK\r\n$/, 'A', 'T', '+CS', 'Q\r')).toMatch(/^AT\+CSQ\r\r\n\+CSQ: \d+,99\r\n\r\nOK\r\n$/);
  expect(await say(/OK\r\n$/, 'ATI\r')).toContain('simulated');
});
test('a text is sent after its prompt and goes out into the world; one that a client left half typed is dropped', async () => {
  await say(/OK\r\n$/, 'ATE0\r');
  await say(/> $/, 'AT+CMGF=1;+CMGS="+447700900123"\r', 'never sent');
  expect(await say(/OK\r\n$/, 'AT\r')).toBe('\r\nOK\r\n');
  expect(await say(/OK\r\n$/, 'AT+CMGS="+447700900123"\r', 'the float is up', '\u001a')).toMatch(/> \r\n\+CMGS: \d+\r\n\r\nOK\r\n$/);
  expect(server.running.app.get(Yard).sent).toEqual([{ to: '+447700900123', text: 'the float is up' }]);
});
test('a client’s whole conversation at once, line by line, and byte by byte, comes to the same', async () => {
  const whole =
    'ATE0\rAT+CMEE=1;+CMGF=1\rAT+CSCS=?\rAT+CMGW="+447700900123"\rkept\u001aAT+CMGL="ALL"\rAT+CMGD=1,5\rAT+CMGD=1,4\rAT+CPMS?\r';
  const end = /\+CPMS: "SM",0,20[^]*OK\r\n$/;
  await say(/OK\r\n$/, 'ATE0\r');
  const once = await say(end, whole);
  expect(once).toContain('+CMGL: 1,"STO UNSENT","+447700900123",,\r\nkept\r\n');
  expect(once).toContain('+CMS ERROR: 305');
  expect(await say(end, ...whole.split(/(?<=\r)/))).toBe(once);
  expect(await say(end, ...Array.from(whole))).toBe(once);
});
test('a text that arrives is said by itself at the open port, where it was asked for (+CNMI)', async () => {
  await say(/OK\r\n$/, 'ATE0\r');
  const waits = say(/\+CMTI: "SM",\d+\r\n$/, 'AT+CNMI=2,1\r');
  // One text in forty is four minutes late, as carriers are: of three one comes at once.
  for (let i = 0; i < 3; i++) {
    await server.post('/api/yard/act', { act: { act: 'text', to: '+447700900111', from: '+447700900123', text: 'start', by: 'portal' } });
    await new Promise((done) => setTimeout(done, 1100)); // which one is late goes by the second
  }
  expect(await waits).toMatch(/OK\r\n(?:\r\n\+CMTI: "SM",\d\r\n)+$/);
  expect(await say(/OK\r\n$/, 'AT+CMGF=1;+CMGR=1\r')).toContain('"REC UNREAD","+447700900123",,');
}, 30_000);
test('a second server on the same port says in one sentence how to choose another', async () => {
  const other = new TestServer();
  await expect(other.open({ modemPort: server.running.modemPort })).rejects.toThrow(
    /is taken by another program: choose another with GREENLAMP_MODEM_PORT/,
  );
  await other.end();
});
