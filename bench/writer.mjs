// One writer and many who wait for it: a person's entry while frames pour in, against the same entry on an idle desk; fifty and two hundred entries in one post.
import { connect } from 'node:net';
import { person, quantile } from './client.mjs';
import { demoServer } from './server.mjs';

const { web, line, end, loop } = await demoServer();
const { entry, post: deliver, arrive } = person(() => web);
const stations = (await (await fetch(`${web}/api/stations`)).json()).stations;
const [{ stream }] = stations.filter(({ name }) => name.includes('Wind'));
const post = async (entries) => {
  const from = performance.now();
  await deliver(entries);
  return performance.now() - from;
};
await arrive();
const notes = (n) => Array.from({ length: n }, (_, i) => entry(stream, 'note.written', { lamp: null, words: `note ${i}` }));
const quantiles = (times) => ({ p50: quantile(times, 0.5).toFixed(1), p99: quantile(times, 0.99).toFixed(1) });
/** No measure takes longer (ms). */
const longest = 20_000;
const persons = async (n) => {
  const times = [];
  const until = performance.now() + longest;
  for (let i = 0; i < n && performance.now() < until; i++) times.push(await post(notes(1)));
  return quantiles(times);
};
await persons(50);
const idle = await persons(150);
console.log(`a person's entry, idle                 p50 ${idle.p50} ms   p99 ${idle.p99} ms`);
let flooding = true;
const flood = (from) =>
  new Promise((done) => {
    const socket = connect({ port: line, host: '127.0.0.1', localAddress: from });
    const more = () => {
      while (flooding && socket.write('0417;;event=bench\n'.repeat(50)));
      if (!flooding) socket.end();
    };
    socket.on('drain', more).resume().on('close', done).on('error', done);
    more();
  });
const floods = Array.from({ length: 20 }, (_, i) => flood(`127.0.9.${2 + i}`));
await new Promise((done) => setTimeout(done, 1000));
await loop();
const under = await persons(150);
const held = await loop();
const waiting = await (async () => {
  const times = [];
  const socket = connect({ port: line, host: '127.0.0.1', localAddress: '127.0.9.99' });
  const until = performance.now() + longest;
  for (let i = 0; i < 40 && performance.now() < until; i++) {
    const from = performance.now();
    await new Promise((done) => {
      socket.once('data', done);
      socket.write('0417;;event=bench\n');
    });
    times.push(performance.now() - from);
  }
  socket.destroy();
  return quantiles(times);
})();
flooding = false;
await Promise.race([Promise.all(floods), new Promise((done) => setTimeout(done, 20_000))]);
console.log(
  `the same beside 20 pipelining sockets  p50 ${under.p50} ms   p99 ${under.p99} ms   ${(under.p99 / idle.p99).toFixed(1)} times idle (goal 3, and 150 ms)`,
);
console.log(`one waiting socket beside them         p50 ${waiting.p50} ms   p99 ${waiting.p99} ms (goal 150)`);
console.log(`event loop meanwhile                   p99 ${held.p99} ms   p99.9 ${held['p99.9']} ms (goal 50)`);
for (const n of [50, 200]) {
  const all = await post(notes(n));
  console.log(
    `${String(n).padStart(3)} entries in one post                ${all.toFixed(0)} ms   ${(all / n / Number(idle.p50)).toFixed(2)} times that many idle ones`,
  );
}
end();
