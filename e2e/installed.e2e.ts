// On one's own telephone, without a network: the application opens from cold, stations at hand are worked on, and nothing is lost on the way back.
import { execFileSync } from 'node:child_process';
import { createHash, X509Certificate } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { chromium, type Page } from '@playwright/test';
import { Desk, expect, test } from './desk.ts';
import { arrive, delivered, device, newAccount, openStation, setting } from './technician.ts';

test.use({ serviceWorkers: 'allow' });

/** Waits until the whole application is in the browser. */
const whole = async (page: Page, web: string): Promise<void> => {
  await page.goto(`${web}/here`);
  await expect(page.getByText('The whole application is here')).toBeVisible({ timeout: 60_000 });
};

test('[B4] installed: from cold, with the desk gone, stations are opened, entered on, and closed in the middle; all of it is delivered once', async ({
  page,
  context,
}) => {
  const desk = await new Desk({ GREENLAMP_DEMO: '1' }).start();
  await arrive(page, desk.web);
  const account = newAccount();
  await openStation(page, { name: 'Coverless', account });
  await delivered(page);
  await whole(page, desk.web);
  await page.close();
  await desk.stop('SIGKILL');

  const away = await context.newPage();
  await away.goto(`${desk.web}/stations`);
  await away.getByRole('link', { name: /Coverless/ }).click();
  await setting(away, /^SIM/, 'APN', 'first.example');
  await setting(away, /^SIM/, 'Card number (ICCID)', '8999970020334567830');
  await expect(away.getByText(/2 entries wait for a network/)).toBeVisible();
  await away.close(); // the tab is closed with all of it waiting

  const later = await context.newPage();
  await later.goto(`${desk.web}/stations`);
  await expect(later.getByText(/2 entries wait for a network/)).toBeVisible();
  for (const chapter of ['Plan', 'Bench', 'Signal', 'Proof', 'Handover']) {
    await later
      .getByRole('link', { name: /Coverless/ })
      .first()
      .click();
    await later.getByRole('link', { name: new RegExp(chapter) }).click();
    await expect(later.getByRole('heading', { level: 1, name: 'Coverless' })).toBeVisible();
    await later.getByRole('link', { name: 'Stations', exact: true }).click();
  }
  await desk.start();
  await delivered(later);
  const other = await (await context.browser()?.newContext())?.newPage();
  if (other === undefined) throw new Error('no other browser');
  await arrive(other, desk.web);
  await other.getByRole('link', { name: /Coverless/ }).click();
  await expect(await device(other, /^SIM/)).toContainText('first.example');
  await desk.end();
});

test('stations are kept at hand by name or as one’s jobs, what each takes is shown, and one of which something waits is not let go', async ({
  page,
  context,
}) => {
  const desk = await new Desk({ GREENLAMP_DEMO: '1' }).start();
  await arrive(page, desk.web);
  await whole(page, desk.web);
  await page.getByLabel('Keep at hand').fill('Oxygen');
  await page.getByRole('button', { name: /^Keep .*Oxygen/ }).click();
  const hand = page.getByRole('list', { name: 'Stations at hand' });
  await expect(hand.getByRole('listitem')).toHaveCount(1);
  await expect(hand).toContainText(/[1-9]\d+ entries, \d+ kB/);
  await expect(page.getByText(/of 1 station fetched/)).toHaveCount(0);
  await desk.stop('SIGKILL');
  await context.setOffline(true);
  await hand.getByRole('link').click();
  await expect(page.getByRole('heading', { level: 1, name: /Oxygen/ })).toBeVisible();
  await setting(page, /^SIM/, 'APN', 'off.example');
  await page.goto(`${desk.web}/here`);
  await expect(hand.getByRole('button', { name: /Let it go/ })).toBeVisible();
  await expect(hand.getByRole('button', { name: /Let it go/ })).toHaveAttribute('aria-disabled', 'true');
  await expect(hand).toContainText('Something of it waits to be delivered');
  await expect(hand.getByRole('listitem')).toHaveCount(1);
  await context.setOffline(false);
  await desk.start();
  await delivered(page);
  await page.goto(`${desk.web}/here`);
  await page.getByRole('button', { name: 'Keep all of my jobs' }).click();
  await expect.poll(() => hand.getByRole('listitem').count(), { timeout: 60_000 }).toBeGreaterThan(4);
  await expect(page.getByText(/stations fetched/)).toHaveCount(0, { timeout: 60_000 });
  const before = await hand.getByRole('listitem').count();
  await hand
    .getByRole('button', { name: /Let it go/ })
    .first()
    .click();
  await expect(hand.getByRole('listitem')).toHaveCount(before - 1);
  await desk.end();
});

test('it can be installed: a manifest with icons of the sizes that it names, a worker that serves every page, all from here', async ({
  page,
  desk,
}) => {
  const manifest = (await (await fetch(`${desk.web}/manifest.webmanifest`)).json()) as {
    name: string;
    start_url: string;
    display: string;
    icons: { src: string; sizes: string; purpose?: string }[];
  };
  expect(manifest).toMatchObject({ name: 'Green Lamp', start_url: '/stations', display: 'standalone' });
  expect(manifest.icons.map(({ sizes, purpose = 'any' }) => `${sizes} ${purpose}`)).toEqual([
    '192x192 any',
    '512x512 any',
    '512x512 maskable',
  ]);
  for (const { src, sizes } of manifest.icons) {
    const png = Buffer.from(await (await fetch(`${desk.web}${src}`)).arrayBuffer());
    expect(`${png.readUInt32BE(16)}x${png.readUInt32BE(20)}`).toBe(sizes);
  }
  await arrive(page, desk.web);
  await whole(page, desk.web);
  await page.reload();
  expect(await page.evaluate(() => navigator.serviceWorker.controller?.scriptURL.endsWith('/sw.js'))).toBe(true);
  const worker = await (await fetch(`${desk.web}/sw.js`)).text();
  expect(worker).not.toMatch(/https?:\/\/(?!127\.0\.0\.1)/);
  expect(readFileSync(new URL('../apps/web/dist/page/index.html', import.meta.url), 'utf8')).toContain('rel="manifest"');
});

test('under TLS: the browser takes the desk once it knows its authority, cookies are for TLS alone, the page is kept, and the code on the screen is the address', async ({
  browser,
}) => {
  const desk = await new Desk({
    GREENLAMP_ACCOUNTS: 'own',
    GREENLAMP_TLS: 'on',
    GREENLAMP_WEB_HOST: '0.0.0.0',
    GREENLAMP_NAMES: 'localhost',
  }).start();
  const web = desk.web.replace('0.0.0.0', 'localhost');
  const warned = await (await browser.newContext()).newPage();
  await expect(warned.goto(web)).rejects.toThrow(/ERR_CERT_AUTHORITY_INVALID/);
  // As a telephone that was told of the authority: its fingerprint, and no other, is let through.
  const authority = readFileSync(join(desk.folder, 'keys', 'tls', 'desk.pem'), 'utf8');
  const key = createHash('sha256')
    .update(new X509Certificate(authority).publicKey.export({ type: 'spki', format: 'der' }))
    .digest('base64');
  const told = await chromium.launchPersistentContext('', {
    executablePath: execFileSync('sh', ['-c', 'command -v chromium'], { encoding: 'utf8' }).trim(),
    args: ['--no-sandbox', `--ignore-certificate-errors-spki-list=${key}`],
    serviceWorkers: 'allow',
  });
  const page = await told.newPage();
  await page.goto(web);
  const window = page.getByRole('dialog');
  await window.getByLabel('One-time code').fill(/First lead\s+(\S+)/.exec(desk.output)?.[1] ?? '');
  await window.getByLabel('Name').fill('Ines');
  await window.getByLabel('New password').fill('lantern orchard gravel seven');
  await window.getByRole('button', { name: 'Make this account' }).click();
  await expect(page.getByText('No station yet')).toBeVisible();
  const cookies = await told.cookies();
  expect(cookies.map(({ httpOnly, secure, sameSite }) => [httpOnly, secure, sameSite])).toEqual([
    [true, true, 'Strict'],
    [true, true, 'Strict'],
  ]);
  await page.goto(`${web}/telephone`);
  await expect(page.getByRole('img', { name: /^A code with the address https:\/\// })).toBeVisible();
  await expect(page.getByText('Compare its SHA-256')).toBeVisible();
  expect(await page.evaluate(() => globalThis.isSecureContext)).toBe(true);
  await told.close();
  await desk.end();
});
