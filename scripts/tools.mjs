// What the plain scripts share. Imports nothing from node_modules: it runs before the install.
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, readFileSync, statSync, readdirSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = dirname(dirname(fileURLToPath(import.meta.url)));
const bin = (name) => join(root, 'node_modules', '.bin', name);

/** Runs a command with its output shown; gives its exit code. */
export const run = (command, args, { cwd = root, env = {}, seconds = 900, quiet = false } = {}) => {
  const done = spawnSync(command, args, {
    cwd,
    env: { ...process.env, ...env },
    stdio: quiet ? ['ignore', 'pipe', 'pipe'] : ['ignore', 'inherit', 'inherit'],
    timeout: seconds * 1000,
    killSignal: 'SIGKILL',
    encoding: 'utf8',
    maxBuffer: 1 << 28,
  });
  if (done.error?.code === 'ETIMEDOUT') console.error(`${command} ${args.join(' ')} took longer than ${seconds} s and was stopped.`);
  return { code: done.status ?? 1, out: `${done.stdout ?? ''}${done.stderr ?? ''}` };
};
export const tool = (name, args, options) => run(bin(name), args, options);

const must = ({ code, out }, what) => {
  if (code === 0) return;
  if (out !== '') console.error(out);
  console.error(`${what} did not succeed (exit ${code}).`);
  process.exit(1);
};

/** Installs the packages that package-lock.json names, where they are not there yet. */
export const install = () => {
  const mark = join(root, 'node_modules', '.package-lock.json');
  const lock = join(root, 'package-lock.json');
  if (existsSync(mark) && statSync(mark).mtimeMs >= statSync(lock).mtimeMs) return;
  console.log('Installing packages…');
  must(run('npm', ['ci', '--no-fund', '--no-audit', '--loglevel=error'], { seconds: 900 }), 'Installing the packages');
};

const newest = (folder) => {
  let latest = 0;
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    if (entry.name === 'dist' || entry.name === 'node_modules' || entry.name.endsWith('.test.ts')) continue;
    const path = join(folder, entry.name);
    latest = Math.max(latest, entry.isDirectory() ? newest(path) : statSync(path).mtimeMs);
  }
  return latest;
};
const builtAt = (path) => (existsSync(path) ? statSync(path).mtimeMs : 0);

/** Builds core, server and page where a source is newer than what was built. Tests are not part of it. */
export const build = () => {
  buildCli();
  const core = newest(join(root, 'packages/core'));
  const server = Math.max(core, newest(join(root, 'apps/server')));
  const web = Math.max(core, newest(join(root, 'apps/web')));
  if (builtAt(join(root, 'apps/server/dist/build.tsbuildinfo')) < server) {
    console.log('Building the server…');
    must(
      tool('tsc', ['-b', 'packages/core/tsconfig.build.json', 'apps/server/tsconfig.build.json'], { seconds: 300 }),
      'Building the server',
    );
    run('touch', ['-c', join(root, 'apps/server/dist/build.tsbuildinfo')]);
  }
  if (builtAt(join(root, 'apps/web/dist/page/index.html')) < web) {
    console.log('Building the page…');
    must(tool('vite', ['build', '--logLevel', 'warn'], { cwd: join(root, 'apps/web'), seconds: 300 }), 'Building the page');
  }
};

/** Builds the command line where a source is newer. Nothing is printed: standard output belongs to the command. */
export const buildCli = () => {
  if (!existsSync(join(root, 'node_modules', '.bin', 'tsc'))) {
    console.error('Install first: npm run build.');
    process.exit(2);
  }
  const source = Math.max(newest(join(root, 'packages/core')), newest(join(root, 'apps/cli')));
  const mark = join(root, 'apps/cli/dist/build.tsbuildinfo');
  if (builtAt(mark) >= source) return;
  const { code, out } = tool('tsc', ['-b', 'packages/core/tsconfig.build.json', 'apps/cli/tsconfig.build.json'], {
    seconds: 300,
    quiet: true,
  });
  if (code !== 0) {
    console.error(out);
    process.exit(2);
  }
  run('touch', ['-c', mark]);
};

/** Runs the built server until it is stopped, and passes the stop on. */
export const serve = (env) => {
  const server = spawn(process.execPath, [join(root, 'apps/server/dist/main.js'), ...process.argv.slice(2)], {
    cwd: root,
    env: { ...process.env, ...env },
    stdio: 'inherit',
  });
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill('SIGTERM'));
  server.on('exit', (code, signal) => process.exit(signal === 'SIGTERM' || code === 143 ? 0 : (code ?? 1)));
};

export const readJson = (path) => JSON.parse(readFileSync(path, 'utf8'));
