// Everything that must hold: lint, types, unit tests, end-to-end tests. Installs what is missing, prints each stage's seconds, ends with one line that counts.
import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, statfsSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, relative } from 'node:path';
import { stripVTControlCharacters } from 'node:util';
import { build, install, readJson, root, run, tool } from './tools.mjs';

const started = Date.now();
let passed = 0;
let failed = 0;
const stages = [];
/** What failed by name, told once more at the end: the middle of a long output is what gets lost. */
const named = [];

/** Where tests put their databases and browsers their profiles: in memory where there is room, since every commit waits for the disk. */
const scratch = (() => {
  const memory = '/dev/shm';
  const room = existsSync(memory) ? statfsSync(memory) : { bavail: 0, bsize: 0 };
  return mkdtempSync(join(room.bavail * room.bsize > 2 ** 31 ? memory : tmpdir(), 'green-lamp-tests-'));
})();

/** Runs one stage; it counts as one test itself unless it says how many there were. */
const stage = (name, work) => {
  const from = Date.now();
  const { ok, good = ok ? 1 : 0, bad = ok ? 0 : 1 } = work();
  passed += good;
  failed += bad;
  stages.push(`${name.padEnd(14)} ${((Date.now() - from) / 1000).toFixed(1).padStart(6)} s   ${ok ? 'good' : 'FAILED'}`);
  console.log(`--- ${stages.at(-1)}`);
};
const shell = (name, args, options) => {
  const { code, out } = tool(name, args, { quiet: true, ...options });
  if (code !== 0) console.log(out.slice(-12_000));
  return { ok: code === 0 };
};

const debian = () => {
  const wanted = readFileSync(join(root, 'scripts', 'debian-packages.txt'), 'utf8')
    .split('\n')
    .filter((line) => line !== '');
  const has = ({ name }) => run('dpkg', ['-s', name], { quiet: true }).code === 0;
  if (run('sh', ['-c', 'command -v dpkg'], { quiet: true }).code !== 0 || wanted.every((name) => has({ name }))) return { ok: true };
  const sudo = process.getuid?.() === 0 ? [] : ['sudo'];
  const apt = (args) =>
    run(sudo[0] ?? 'apt-get', [...(sudo.length > 0 ? ['apt-get'] : []), ...args], {
      quiet: true,
      seconds: 600,
      env: { DEBIAN_FRONTEND: 'noninteractive' },
    });
  apt(['update']);
  const { code, out } = apt(['-o', 'DPkg::Lock::Timeout=300', 'install', '-y', '--no-install-recommends', ...wanted]);
  if (code !== 0) console.log(out.slice(-4000));
  return { ok: code === 0 };
};

const jest = () => {
  const report = join(root, '.cache', 'jest.json');
  const { code, out } = tool('jest', ['--json', `--outputFile=${report}`, '--forceExit', '--silent'], {
    quiet: true,
    seconds: 600,
    env: { TMPDIR: scratch },
  });
  if (code !== 0) console.log(out.slice(-20_000));
  if (!existsSync(report)) return { ok: false };
  const { numPassedTests, numFailedTests, numRuntimeErrorTestSuites, testResults } = readJson(report);
  for (const { name, assertionResults } of testResults)
    for (const { fullName, status } of assertionResults) if (status === 'failed') named.push(`${relative(root, name)}: ${fullName}`);
  const bad = numFailedTests + numRuntimeErrorTestSuites;
  return { ok: code === 0, good: numPassedTests, bad: code === 0 ? bad : Math.max(1, bad) };
};

const e2e = () => {
  const report = join(root, '.cache', 'e2e.json');
  const { code, out } = tool('playwright', ['test', '--reporter=list,json'], {
    cwd: join(root, 'e2e'),
    quiet: true,
    seconds: 2700,
    env: { PLAYWRIGHT_JSON_OUTPUT_NAME: report, TMPDIR: scratch },
  });
  if (!existsSync(report)) {
    console.log(out.slice(-8000));
    return { ok: false };
  }
  const { stats, suites } = readJson(report);
  const show = (suite) => {
    for (const spec of suite.specs ?? [])
      if (!spec.ok || spec.tests.some(({ status }) => status === 'flaky')) {
        const title = `${spec.ok ? 'PASSED AT THE SECOND TRY ONLY: ' : ''}${spec.file}: ${spec.title}`;
        const errors = spec.tests.flatMap((test) =>
          test.results.flatMap((result) => result.errors.map(({ message }) => stripVTControlCharacters(message).trim())),
        );
        console.log(`${title}\n${errors.join('\n').slice(0, 3000)}`);
        named.push(`${title}\n${errors.map((error) => error.slice(0, 900)).join('\n')}`);
      }
    for (const inner of suite.suites ?? []) show(inner);
  };
  for (const suite of suites) show(suite);
  return { ok: code === 0, good: stats.expected + stats.flaky, bad: code === 0 ? stats.unexpected : Math.max(1, stats.unexpected) };
};

mkdirSync(join(root, '.cache'), { recursive: true });
stage('packages', () => {
  install();
  return { ok: true, good: 0 };
});
stage('debian', () => ({ ...debian(), good: 0 }));
stage('build', () => {
  build();
  return { ok: true, good: 0 };
});
stage('types', () => shell('tsc', ['-b'], { seconds: 600 }));
stage('lint', () => shell('eslint', ['--cache', '--cache-location', '.cache/eslint', '--max-warnings', '0', '.'], { seconds: 900 }));
stage('imports', () =>
  shell('depcruise', ['--config', '.dependency-cruiser.mjs', 'packages/core/src', 'apps/server/src', 'apps/cli/src', 'apps/web/src'], {
    seconds: 120,
  }),
);
stage('unused', () => shell('knip', [], { seconds: 120 }));
stage('format', () => shell('biome', ['format', '.'], { seconds: 60 }));
stage('unit', jest);
stage('end to end', e2e);
rmSync(scratch, { recursive: true, force: true });

console.log(
  `\n${named.map((one) => `FAILED ${one}\n`).join('')}\n${stages.join('\n')}\nall            ${((Date.now() - started) / 1000).toFixed(1).padStart(6)} s`,
);
console.log(`${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
