// The distribution of the gap: ours by convolution, and by a million draws (or as many as named), each in a worker, against the bare loop that draws the same random numbers and adds nothing up.
// node bench/gap.mjs [draws]
import { Worker } from 'node:worker_threads';

const draws = Number(process.argv[2] ?? 1_000_000);
const work = `
const { parentPort, workerData } = require('node:worker_threads');
import('@green-lamp/core/sums').then(({ gapOf, stretchesOf }) => {
  const stretches = stretchesOf({ every: 30000, misses: 3, patience: 5000 }, { kind: 'cellular', up: false, tunnel: true, retry: 60000 });
  let at = 20261127;
  const unit = () => (at = (at * 16807) % 2147483647) / 2147483647;
  const from = process.hrtime.bigint();
  let said = {};
  if (workerData.how === 'convolution') {
    const { p95, expected, worst } = gapOf(stretches);
    said = { p95, expected, worst };
  } else if (workerData.how === 'draws') {
    const sums = new Float64Array(workerData.draws);
    for (let i = 0; i < sums.length; i++) {
      let sum = 0;
      for (const { shape, least, usual, most } of stretches) {
        const u = unit();
        if (shape === 'flat') { sum += least + u * (most - least); continue; }
        const top = (usual - least) / (most - least);
        sum += u < top ? least + Math.sqrt(u * (most - least) * (usual - least)) : most - Math.sqrt((1 - u) * (most - least) * (most - usual));
      }
      sums[i] = sum;
    }
    sums.sort();
    said = { p95: sums[Math.floor(0.95 * sums.length)], expected: sums.reduce((all, one) => all + one, 0) / sums.length, worst: sums.at(-1) };
  } else {
    let all = 0;
    for (let i = 0; i < workerData.draws * stretches.length; i++) all += unit();
    said = { all };
  }
  parentPort.postMessage({ ms: Number(process.hrtime.bigint() - from) / 1e6, said });
});`;
const run = (how) =>
  new Promise((done, failed) => {
    const worker = new Worker(work, { eval: true, workerData: { how, draws } });
    worker.once('message', (of) => {
      done(of);
      void worker.terminate();
    });
    worker.once('error', failed);
  });
await run('convolution');
const [ours, drawn, bare] = [await run('convolution'), await run('draws'), await run('bare')];
const seconds = (ms) => `${(ms / 1000).toFixed(3)} s`;
console.log(`convolution: ${seconds(ours.ms)}, 95 in 100 by ${seconds(ours.said.p95)}, ${seconds(ours.said.expected)} on average`);
console.log(`${draws} draws: ${seconds(drawn.ms)}, 95 in 100 by ${seconds(drawn.said.p95)}, ${seconds(drawn.said.expected)} on average`);
console.log(`the same random numbers alone: ${seconds(bare.ms)}`);
console.log(`ratio convolution/bare ${(ours.ms / bare.ms).toFixed(2)}, draws/bare ${(drawn.ms / bare.ms).toFixed(2)}`);
