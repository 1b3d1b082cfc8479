// Imported before a server: prints what its heap holds (MB) and how long its event loop was held up since the last time it was asked, at each SIGWINCH.
import { monitorEventLoopDelay } from 'node:perf_hooks';

const histogram = monitorEventLoopDelay({ resolution: 1 });
histogram.enable();
const heap = () => {
  globalThis.gc?.();
  return process.memoryUsage().heapUsed;
};
process.on('SIGWINCH', () => {
  const ms = (nanoseconds) => (nanoseconds / 1e6).toFixed(1);
  console.log(
    `heap ${(heap() / 1048576).toFixed(1)} loop p50 ${ms(histogram.percentile(50))} p99 ${ms(histogram.percentile(99))} p99.9 ${ms(histogram.percentile(99.9))} max ${ms(histogram.max)} ;`,
  );
  histogram.reset();
});
