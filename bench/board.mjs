// The list of stations at 100, 1,000 and 10,000 of them (or as many as named): how long a page takes, how long all take to be judged anew while a unit waits for its acknowledgements, how soon a change shows elsewhere, how long a start takes, and what memory it takes.
// node bench/board.mjs [most]
import { readFileSync } from 'node:fs';
import { connect } from 'node:net';
import { createRequire } from 'node:module';
import { gzipSync } from 'node:zlib';
import { stationStream } from '@green-lamp/core/name';
import { element, person, quantile, ulid } from './client.mjs';
import { demoServer } from './server.mjs';

const { WebSocket } = createRequire(new URL('../apps/server/package.json', import.meta.url))('ws');
const most = Number(process.argv[2] ?? 10_000);
let desk = await demoServer({ keep: true });
const { entry, post, arrive } = person(() => desk.web);
const places = ['mast', 'pump', 'gate', 'store', 'kiln', 'slip', 'cabinet', 'tower'];
const station = (i) => {
  const stream = stationStream(ulid());
  const [unit, sim, modem, path, receiver] = [element(), element(), element(), element(), element()];
  const set = (key, value) => entry(stream, 'setting.set', { key, value, origin: 'typed', simulated: false, over: null });
  const add = (group, id) => entry(stream, 'element.added', { group, id, label: group });
  return [
    entry(stream, 'station.opened', { name: `${places[i % 8]} ${i}, Dale ${i % 97}`, demo: false }),
    add('unit', unit),
    add('sim', sim),
    add('modem', modem),
    add('path', path),
    add('receiver', receiver),
    set(`path:${path}.kind`, 'cellular'),
    set(`sim:${sim}.apn`, 'telemetry.example'),
    set(`receiver:${receiver}.account`, `B${i}`),
    set(`receiver:${receiver}.protocol`, 'line'),
    set(`receiver:${receiver}.port`, desk.line),
    set(`unit:${unit}.account`, `B${i}`),
  ];
};
await arrive();
const at = (times, share) => quantile(times, share).toFixed(1);
const timed = async (n, work) => {
  const times = [];
  for (let i = 0; i < n; i++) {
    const from = performance.now();
    await work(i);
    times.push(performance.now() - from);
  }
  return times;
};
const list = async (query = '') => (await fetch(`${desk.web}/api/stations?limit=50${query}`)).json();
const judged = async () => {
  for (;;) {
    const { judging } = await list();
    if (judging.waiting === 0) return;
    await new Promise((done) => setTimeout(done, 100));
  }
};
const rss = () => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${desk.server.pid}/status`, 'utf8'))[1]) / 1024;
let made = 0;
let before = null;
for (const n of [100, 1000, 10_000].filter((size) => size <= most)) {
  for (; made < n; made += 16) await post(Array.from({ length: 16 }, (_, i) => station(made + i)).flat());
  await judged();
  const page = await timed(100, () => list());
  const found = await timed(60, (i) => list(`&find=${['mast 1', 'Dale 42', 'B77', 'ki', 'zz'][i % 5]}`));
  const deep = await list();
  const behind = await timed(40, async () => {
    deep.next = (await list(`&after=${deep.next}`)).next ?? deep.next;
  });
  const size = gzipSync(JSON.stringify((await list()).stations)).length / 1024;
  console.log(
    `${String(n).padStart(6)} stations   page p50 ${at(page, 0.5)} p99 ${at(page, 0.99)} ms (goal 50)   find p99 ${at(found, 0.99)}   next page p99 ${at(behind, 0.99)}   50 rows ${size.toFixed(1)} kB${before === null ? '' : `   ${(Number(at(page, 0.5)) / before).toFixed(2)} times ten times fewer`}`,
  );
  before = Number(at(page, 0.5));
}
const sockets = await Promise.all(
  [1, 2].map(
    () =>
      new Promise((done) => {
        const socket = new WebSocket(`${desk.web.replace('http', 'ws')}/ws`, { origin: desk.web });
        socket.once('message', () => done(socket));
      }),
  ),
);
const first = (await list()).stations[0].stream;
const seen = await timed(20, async () => {
  const shown = new Promise((done) => {
    const look = (data) => {
      if (JSON.parse(data).board?.includes(first)) {
        sockets[1].off('message', look);
        done();
      }
    };
    sockets[1].on('message', look);
  });
  await post([entry(first, 'station.named', { name: `Renamed ${Math.random()}` })]);
  await shown;
});
console.log(`a change shows elsewhere           p50 ${at(seen, 0.5)} p99 ${at(seen, 0.99)} ms (goal 200)`);
for (const socket of sockets) socket.close();
// The rules change: every row is judged anew, the unit waits for its acknowledgements meanwhile.
const acks = [];
let going = true;
const unit = connect({ port: desk.line, host: '127.0.0.1', localAddress: '127.0.9.2' });
const calling = (async () => {
  while (going) {
    const from = performance.now();
    await new Promise((done) => {
      unit.once('data', done);
      unit.write('0417;;event=bench\n');
    });
    acks.push(performance.now() - from);
    await new Promise((done) => setTimeout(done, 5));
  }
  unit.destroy();
})();
const { entries } = await (await fetch(`${desk.web}/api/entries?after=0&streams=house`)).json();
const body = JSON.parse(entries.at(-1).text).data.body;
const from = performance.now();
await post([entry('house', 'house.published', { id: 'bench', version: 1, body: { ...body, id: 'bench', version: 1 } })]);
await new Promise((done) => setTimeout(done, 300));
await judged();
const rebuilt = (performance.now() - from) / 1000;
going = false;
await calling;
console.log(
  `${made} judged anew in ${rebuilt.toFixed(1)} s (goal 120 at 10,000; ${((1000 * rebuilt) / made).toFixed(1)} ms each)   a unit waits p50 ${at(acks, 0.5)} p99 ${at(acks, 0.99)} ms (goal 5, 100)`,
);
console.log(`memory of the server ${rss().toFixed(0)} MB (goal 500)`);
await desk.stop();
const began = performance.now();
desk = await demoServer({ folder: desk.folder, keep: true });
const up = performance.now() - began;
await list();
console.log(
  `start with ${made} stations ${(up / 1000).toFixed(1)} s (goal 5)   first page ${((performance.now() - began) / 1000).toFixed(1)} s after it was started`,
);
await desk.stop();
desk.forget();
