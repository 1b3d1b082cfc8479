// A long while under load: 20 senders, 5 pages that listen and ask, 3 people who write. Memory is to be flat: its slope over the second half is printed, and what everybody waited.
// node bench/soak.mjs [minutes]
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { pause, person, quantile, unit } from './client.mjs';
import { demoServer } from './server.mjs';

const { WebSocket } = createRequire(new URL('../apps/server/package.json', import.meta.url))('ws');
const minutes = Number(process.argv[2] ?? 10);
const desk = await demoServer();
const web = () => desk.web;
const { stations } = await (await fetch(`${desk.web}/api/stations`)).json();
const streams = stations.map(({ stream }) => stream);
const until = performance.now() + minutes * 60_000;
const going = () => performance.now() < until;
const waits = { call: [], entry: [], list: [] };
const timed = async (into, work) => {
  const from = performance.now();
  await work();
  into.push(performance.now() - from);
};
const senders = Array.from({ length: 20 }, async (_, i) => {
  const { ask, socket } = await unit(desk.line, `127.0.9.${2 + i}`);
  for (let n = 0; going(); n++) {
    await timed(waits.call, () => ask(`0417;;event=soak${n % 7};zone=${i % 5}\n`));
    await pause(50);
  }
  socket.destroy();
});
const pages = Array.from({ length: 5 }, async () => {
  const socket = new WebSocket(`${desk.web.replace('http', 'ws')}/ws`, { origin: desk.web });
  socket.on('message', () => undefined);
  let after = 0;
  while (going()) {
    await timed(waits.list, async () => {
      await (await fetch(`${desk.web}/api/stations?limit=50`)).json();
      const kept = await (await fetch(`${desk.web}/api/kept?after=${after}&streams=${streams.join(',')},people,house`)).json();
      after = kept.more ? kept.entries.at(-1).n : kept.upTo;
    });
    await pause(1000);
  }
  socket.close();
});
const writers = Array.from({ length: 3 }, async (_, i) => {
  const { entry, post, arrive } = person(web);
  await arrive();
  for (let n = 0; going(); n++) {
    const late = n % 50 === 49 ? { at: Date.now() - 3_600_000, since: 0 } : {};
    await timed(waits.entry, () =>
      post([entry(streams[(n + i) % streams.length], 'note.written', { lamp: null, words: `soak ${n}` }, late)]),
    );
    await pause(300);
  }
});
const memory = [];
const watching = (async () => {
  const began = performance.now();
  let n = 0;
  while (going()) {
    const rss = Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${desk.server.pid}/status`, 'utf8'))[1]) / 1024;
    const heap = n++ % 15 === 0 ? (await desk.loop()).heap : (memory.at(-1)?.[2] ?? 0);
    memory.push([(performance.now() - began) / 60_000, rss, heap]);
    await pause(2000);
  }
})();
await Promise.all([...senders, ...pages, ...writers, watching]);
const slope = (points, of = 1) => {
  const mean = (of) => of.reduce((sum, one) => sum + one, 0) / of.length;
  const [x, y] = [mean(points.map(([at]) => at)), mean(points.map((point) => point[of]))];
  return points.reduce((sum, point) => sum + (point[0] - x) * (point[of] - y), 0) / points.reduce((sum, [at]) => sum + (at - x) ** 2, 0);
};
const half = memory.slice(Math.floor(memory.length / 2));
const figures = (of) => `${String(of.length).padStart(6)}   p50 ${quantile(of, 0.5).toFixed(1)}   p99 ${quantile(of, 0.99).toFixed(1)} ms`;
console.log(`${minutes} minutes`);
for (const [what, of] of Object.entries(waits)) console.log(`${what.padEnd(6)} ${figures(of)}`);
console.log(
  `memory ${memory[0][1].toFixed(0)} MB at first, ${half[0][1].toFixed(0)} MB at half, ${memory.at(-1)[1].toFixed(0)} MB at the end   slope of the second half ${slope(half).toFixed(2)} MB/min (${((100 * slope(half)) / half[0][1]).toFixed(2)} % a minute)`,
);
console.log(
  `of it the heap, once collected: ${memory[0][2]} MB at first, ${half[0][2]} MB at half, ${memory.at(-1)[2]} MB at the end   slope ${slope(half, 2).toFixed(2)} MB/min`,
);
await desk.stop();
