// The demo's server for a measurement, on free ports and in a folder of its own, which goes with it.
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const root = dirname(dirname(fileURLToPath(import.meta.url)));

/** Starts it; gives its page, the line listener's port, and how to end it. */
export const demoServer = async () => {
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
      GREENLAMP_PROGRAMMING_PORT: '0',
    },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  server.on('exit', () => rmSync(folder, { recursive: true, force: true }));
  const end = (signal = 'SIGTERM') => server.kill(signal);
  process.on('uncaughtException', (error) => {
    console.error(error);
    end('SIGKILL');
    process.exitCode = 1;
  });
  const { web, line } = await new Promise((done) => {
    let text = '';
    server.stdout.on('data', (chunk) => {
      text += chunk;
      const [page, frames] = [/http:\/\/[^\s:]+:(\d+)/.exec(text), /line\s+\S+:(\d+)\s/.exec(text)];
      if (page && frames) done({ web: `http://127.0.0.1:${page[1]}`, line: Number(frames[1]) });
    });
  });
  return { web, line, end };
};
