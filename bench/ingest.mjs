// Durable line records a second, from the address of the hatchery's Ethernet: one socket that waits for each answer, against 20 sockets that don't. Prints the ratio of the two.
import { connect } from 'node:net';
import { demoServer } from './server.mjs';

const { line: port, end } = await demoServer();
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
end();
