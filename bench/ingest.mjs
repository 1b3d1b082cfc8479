// Durable line records a second, from the address of the hatchery's Ethernet, against a bare server in the same run: one socket that waits for each answer, 20 that do, 20 that don't. The two take turns, and each figure is the best of three.
import { connect } from 'node:net';
import { bareServer, demoServer } from './server.mjs';

const record = '0417;;event=bench\n';
const waiting = (port, n) =>
  new Promise((done) => {
    const socket = connect({ port, host: '127.0.0.1', localAddress: '127.0.9.2' });
    let left = n;
    const next = () => (left-- > 0 ? socket.write(record) : socket.end(done));
    socket.on('data', next);
    next();
  });
const pipelining = (port, n) =>
  new Promise((done) => {
    const socket = connect({ port, host: '127.0.0.1', localAddress: '127.0.9.2' }, () => socket.write(record.repeat(n)));
    let answers = 0;
    socket.on('data', (chunk) => {
      for (const octet of chunk) if (octet === 10) answers++;
      if (answers >= n) socket.end(done);
    });
  });
const twenty = (work, n) => (port) => Promise.all(Array.from({ length: 20 }, () => work(port, n)));
const kinds = [
  ['one socket, waiting', 400, (port) => waiting(port, 400), 50],
  ['20 sockets, each waiting', 4000, twenty(waiting, 200), 50],
  ['20 sockets, pipelining', 10_000, twenty(pipelining, 500), 40],
];
const rate = async (port, n, work) => {
  const from = process.hrtime.bigint();
  await work(port);
  return n / (Number(process.hrtime.bigint() - from) / 1e9);
};
const desk = await demoServer();
await waiting(desk.line, 50);
const bare = await bareServer(desk.database);
for (const [what, n, work, goal] of kinds) {
  const best = { desk: 0, bare: 0 };
  for (let i = 0; i < 3; i++) {
    best.bare = Math.max(best.bare, await rate(bare.line, n, work));
    best.desk = Math.max(best.desk, await rate(desk.line, n, work));
  }
  const share = (100 * best.desk) / best.bare;
  console.log(
    `${what.padEnd(26)} ${best.desk.toFixed(0).padStart(6)} /s   bare ${best.bare.toFixed(0).padStart(6)} /s   ${share.toFixed(0)} % (goal ${goal} %)`,
  );
}
const { 'p99.9': longest } = await desk.loop();
console.log(`event loop p99.9 ${longest} ms (goal 50 ms)`);
desk.end();
bare.end();
