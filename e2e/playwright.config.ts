import { execFileSync } from 'node:child_process';
import { defineConfig } from '@playwright/test';

const chromium = execFileSync('sh', ['-c', 'command -v chromium'], { encoding: 'utf8' }).trim();

export default defineConfig({
  testDir: '.',
  testMatch: '*.e2e.ts',
  workers: 2,
  fullyParallel: true,
  // A second try is told by name in the output of npm test: it is a fault to be traced.
  retries: 1,
  timeout: 240_000,
  expect: { timeout: 30_000 },
  reporter: [['line']],
  outputDir: 'test-results',
  use: {
    viewport: { width: 1280, height: 800 },
    actionTimeout: 60_000,
    // A page that is served by its own worker is out of a test's reach; what is promised without a network has tests of its own.
    serviceWorkers: 'block',
    video: 'off',
    trace: 'off',
    launchOptions: {
      executablePath: chromium,
      args: ['--no-sandbox', '--force-color-profile=srgb', '--font-render-hinting=none'],
    },
  },
});
