// Every port with at least a million bytes that nobody would send, or nearly what one would: noise, pieces of good records with octets changed, endless lines, sockets that open and say nothing.
// Watched meanwhile: whether the server stands, what memory it takes, and what a good unit beside it waits, against the same unit before.
// node bench/fuzz.mjs [megabytes a port]
import { readFileSync } from 'node:fs';
import { createSocket } from 'node:dgram';
import { connect } from 'node:net';
import { randomBytes } from 'node:crypto';
import { pause, quantile, unit } from './client.mjs';
import { demoServer } from './server.mjs';

const most = Number(process.argv[2] ?? 1) * 1_000_000;
const desk = await demoServer();
const health = async () => (await fetch(`${desk.web}/api/health`)).json();
const { listeners, modem, modbus } = await health();
const ports = {
  ...Object.fromEntries(listeners.map(({ kind, port }) => [kind, port])),
  modem: modem.port,
  modbus: modbus.port,
  web: Number(new URL(desk.web).port),
};
/** What a gateway's forwarder sends: a head, its EUI, and JSON. */
const pushed = Buffer.concat([
  Buffer.from([2, 0x47, 0x11, 0]),
  Buffer.from('70b3d57ed0001a2b', 'hex'),
  Buffer.from(
    '{"rxpk":[{"tmst":1,"freq":868.1,"datr":"SF7BW125","rssi":-35,"lsnr":5,"size":17,"data":"QPF9vkkAAgABlUN4disR/w0="}],"stat":{"rxnb":1}}',
  ),
]);
const good = {
  http: Buffer.from(
    'POST /calls/0417 HTTP/1.1\r\nHost: 127.0.0.1\r\nAuthorization: Bearer nobodys-token\r\nContent-Type: application/json\r\nContent-Length: 19\r\n\r\n{"event":"door","a":1}',
  ),
  // CONNECT of version 3.1.1 as account 0417, and a publication.
  mqtt: Buffer.concat([
    Buffer.from([0x10, 0x1c, 0, 4, 0x4d, 0x51, 0x54, 0x54, 4, 0xc2, 0, 60, 0, 4]),
    Buffer.from('unit'),
    Buffer.from([0, 4]),
    Buffer.from('0417'),
    Buffer.from([0, 2]),
    Buffer.from('no'),
    Buffer.from([0x30, 0x0c, 0, 6]),
    Buffer.from('0417/aon=1'),
  ]),
  serial: Buffer.from('0417\r\n07;+1.420m;OPEN\r\n'),
  radio: pushed,
  line: Buffer.from('0417;2026-11-12T14:06:02Z;event=door;zone=2;text=a%3Bb\n'),
  dc09: Buffer.from('\n1E810027"ADM-CID"0002L0#0417[#0417|1137 01 015]\r'),
  modem: Buffer.from('AT+CSQ\rAT+CPIN="1234"\rAT+CMGS="+1"\rhello\x1a'),
  modbus: Buffer.from([0, 1, 0, 0, 0, 6, 4, 3, 0, 0, 0, 2]),
  web: Buffer.from(
    'POST /api/entries HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Type: application/json\r\nContent-Length: 27\r\n\r\n{"entries":[],"secrets":[]}',
  ),
};
const changed = (bytes) => {
  const copy = Buffer.from(bytes);
  for (let i = 0; i < 1 + Math.floor(Math.random() * 6); i++)
    copy[Math.floor(Math.random() * copy.length)] = Math.floor(Math.random() * 256);
  return Math.random() < 0.2 ? copy.subarray(0, Math.floor(Math.random() * copy.length)) : copy;
};
const nasty = (name) => {
  const kind = Math.random();
  if (kind < 0.25) return randomBytes(1 + Math.floor(Math.random() * 2000));
  if (kind < 0.3) return Buffer.alloc(20_000, 0x41);
  if (kind < 0.35) return Buffer.from([0xff, 0xfe, 0x0a, 0x0d, 0x00, 0x0a]);
  return Buffer.concat(Array.from({ length: 20 }, () => changed(good[name])));
};
/** Datagrams have no connection: as many at once, from an address of their own. */
const datagrams = (name) =>
  new Promise((done) => {
    const socket = createSocket('udp4');
    let sent = 0;
    socket.on('error', () => undefined);
    socket.bind(0, `127.0.9.${100 + Math.floor(Math.random() * 100)}`, () => {
      for (let i = 0; i < 12; i++) {
        const bytes = nasty(name);
        sent += bytes.length;
        socket.send(bytes, ports[name], '127.0.0.1');
      }
      setTimeout(() => socket.close(() => done(sent)), 20);
    });
  });
const session = (name) => (name === 'radio' ? datagrams(name) : connection(name));
const connection = (name) =>
  new Promise((done) => {
    let sent = 0;
    const socket = connect({ port: ports[name], host: '127.0.0.1', localAddress: `127.0.9.${100 + Math.floor(Math.random() * 100)}` });
    const end = () => {
      socket.destroy();
      done(sent);
    };
    socket.setTimeout(3000, end);
    socket.on('error', end).on('close', end).resume();
    socket.on('connect', () => {
      for (let i = 0; i < 12; i++) {
        const bytes = nasty(name);
        sent += bytes.length;
        socket.write(bytes);
      }
      if (Math.random() < 0.5) socket.end();
      else setTimeout(end, 20 + Math.random() * 200);
    });
  });
const rss = () => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${desk.server.pid}/status`, 'utf8'))[1]) / 1024;
const good417 = await unit(desk.line, '127.0.9.2');
const asked = async (while_) => {
  const times = [];
  while (while_()) {
    const from = performance.now();
    const answer = await good417.ask('0417;;event=good\n');
    if (!answer?.startsWith('OK')) throw new Error(`the good unit heard ${answer}`);
    times.push(performance.now() - from);
    await pause(5);
  }
  return times;
};
const idleUntil = performance.now() + 2000;
const idle = await asked(() => performance.now() < idleUntil);
const before = rss();
let going = true;
const watched = asked(() => going);
const figures = [];
for (const name of Object.keys(ports)) {
  let bytes = 0;
  while (bytes < most) bytes += (await Promise.all(Array.from({ length: 8 }, () => session(name)))).reduce((sum, one) => sum + one, 0);
  const { state } = await health();
  figures.push(`${name} ${(bytes / 1e6).toFixed(1)} MB, ${state}`);
}
going = false;
const under = await watched;
console.log(figures.join('   '));
console.log(
  `the good unit: before p99 ${quantile(idle, 0.99).toFixed(1)} ms, meanwhile p99 ${quantile(under, 0.99).toFixed(1)} ms (${under.length} calls, all acknowledged)`,
);
console.log(`memory ${before.toFixed(0)} MB before, ${rss().toFixed(0)} MB after`);
await desk.stop();
