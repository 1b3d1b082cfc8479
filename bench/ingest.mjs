// Durable line records a second, from the address of the hatchery's Ethernet: one socket that waits for each answer, against 20 sockets that don't. Prints the ratio of the two.
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { connect } from 'node:net';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const root = dirname(dirname(fileURLToPath(import.meta.url)));
const folder = mkdtempSync(join(tmpdir(), 'green-lamp-bench-'));
const server = spawn(process.execPath, [join(root, 'apps/server/dist/main.js')], {
  env: {
    ...process.env,
    GREENLAMP_DEMO: '1',
    GREENLAMP_DATA: join(folder, 'data'),
    GREENLAMP_KEYS: join(folder, 'keys'),
    PORT: '0',
    GREENLAMP_LINE_PORT: '0',
    GREENLAMP_DC09_PORT: '0',
    GREENLAMP_MODEM_PORT: '0',
    GREENLAMP_MODBUS_PORT: '0',
  },
  stdio: ['ignore', 'pipe', 'inherit'],
});
const port = await new Promise((done) => {
  let text = '';
  server.stdout.on('data', (chunk) => {
    text += chunk;
    const found = /line\s+\S+:(\d+)\s/.exec(text);
    if (found) done(Number(found[1]));
  });
});
const waiting = (n) =>
  new Promise((done) => {
    const socket = connect({ port, host: '127.0.0.1', localAddress: '127.0.9.2' });
    let left = n;
    const next = () => (left-- > 0 ? socket.write('0417;;event=bench\n') : socket.end(done));
    socket.on('data', next);
    next();
  });
const flooding = (n) =>
  new Promise((done) => {
    const socket = connect(port, '127.0.0.1', () => socket.end('0417;;event=bench\n'.repeat(n)));
    socket.resume().on('close', done);
  });
const rate = async (n, work) => {
  const from = process.hrtime.bigint();
  await work();
  return n / (Number(process.hrtime.bigint() - from) / 1e9);
};
const one = await rate(300, () => waiting(300));
const many = await rate(4000, () => Promise.all(Array.from({ length: 20 }, () => flooding(200))));
console.log(`one socket, each answered first   ${one.toFixed(0)} records/s`);
console.log(`20 sockets, 200 records each      ${many.toFixed(0)} records/s   ratio ${(many / one).toFixed(1)}`);
server.kill('SIGTERM');
server.on('exit', () => rmSync(folder, { recursive: true, force: true }));
