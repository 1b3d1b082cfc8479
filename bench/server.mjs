// Servers for a measurement, on free ports and in folders of their own, which go with them.
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const root = dirname(dirname(fileURLToPath(import.meta.url)));

/** Servers that run: none outlives a measurement that fails. */
const running = new Set();
process.on('uncaughtException', (error) => {
  console.error(error);
  for (const server of running) server.kill('SIGKILL');
  process.exitCode = 1;
});

const started = async (args, env, folder, ready, keep = false) => {
  const server = spawn(process.execPath, args, { env: { ...process.env, ...env }, stdio: ['ignore', 'pipe', 'inherit'] });
  const forget = () => rmSync(folder, { recursive: true, force: true });
  if (!keep) server.on('exit', forget);
  const end = (signal = 'SIGTERM') => server.kill(signal);
  const stop = () =>
    new Promise((done) => {
      server.once('exit', done);
      end();
    });
  running.add(server);
  server.once('exit', () => running.delete(server));
  let text = '';
  const said = (pattern) =>
    new Promise((done) => {
      const look = () => {
        const found = pattern.exec(text);
        if (!found) return;
        server.stdout.off('data', look);
        done(found);
      };
      server.stdout.on('data', look);
      look();
    });
  server.stdout.on('data', (chunk) => (text += chunk));
  const found = await Promise.all(ready.map(said));
  /** How long the event loop was held up since the last time it was asked (ms). */
  const loop = async () => {
    text = '';
    server.kill('SIGWINCH');
    const [, heap, p99, longest] = await said(/heap (\S+) loop .* p99 (\S+) p99\.9 (\S+) max/);
    return { heap: Number(heap), p99: Number(p99), 'p99.9': Number(longest) };
  };
  return { found, end, stop, forget, folder, loop, server };
};

/** Green Lamp itself with the demo's stations, in a folder of its own or in one that is kept: its page, the line listener's port, its database, and how to end it. */
export const demoServer = async ({ folder = mkdtempSync(join(tmpdir(), 'green-lamp-bench-')), keep = false, port = '0' } = {}) => {
  const env = {
    GREENLAMP_DEMO: '1',
    GREENLAMP_MOST_CALLS_A_MINUTE: '0',
    GREENLAMP_DATA: join(folder, 'data'),
    GREENLAMP_KEYS: join(folder, 'keys'),
    PORT: port,
    GREENLAMP_LINE_PORT: '0',
    GREENLAMP_DC09_PORT: '0',
    GREENLAMP_HTTP_PORT: '0',
    GREENLAMP_MQTT_PORT: '0',
    GREENLAMP_SERIAL_PORT: '0',
    GREENLAMP_RADIO_PORT: '0',
    GREENLAMP_MODEM_PORT: '0',
    GREENLAMP_MODBUS_PORT: '0',
    GREENLAMP_PROGRAMMING_PORT: '0',
  };
  const args = ['--expose-gc', '--import', join(root, 'bench/loop-delay.mjs'), join(root, 'apps/server/dist/main.js')];
  const { found, ...of } = await started(args, env, folder, [/http:\/\/[^\s:]+:(\d+)/, /line\s+\S+:(\d+)\s/], keep);
  const [[, page], [, line]] = found;
  return { ...of, web: `http://127.0.0.1:${page}`, line: Number(line), database: join(folder, 'data', 'green-lamp.db') };
};

/** What the machine gives at most, with rows like the newest frame of a database. */
export const bareServer = async (database) => {
  const { found, ...of } = await started(
    [join(root, 'bench/bare-server.mjs'), database],
    {},
    mkdtempSync(join(tmpdir(), 'green-lamp-bench-')),
    [/line\s+\S+:(\d+)\s/],
  );
  return { ...of, line: Number(found[0][1]) };
};
