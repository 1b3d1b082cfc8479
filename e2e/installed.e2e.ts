// On one's own telephone, without a network: the application opens from cold, stations at hand are worked on, and nothing is lost on the way back.
import { execFileSync } from 'node:child_process';
import { createHash, X509Certificate } from 'node:crypto';
import { cpSync, mkdtempSync, readFileSync, renameSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { chromium, type Page } from '@playwright/test';
import { Desk, expect, test } from './desk.ts';
import { arrive, delivered, device, newAccount, opened, openStation, section, setting } from './technician.ts';

test.use({ serviceWorkers: 'allow' });

const chromiumPath = (): string => execFileSync('sh', ['-c', 'command -v chromium'], { encoding: 'utf8' }).trim();
/** Fills what room this place has at the browser, to the last hundred octets. */
const fill = async (): Promise<void> => {
  const db = await new Promise<IDBDatabase>((done) => {
    const opening = indexedDB.open('filling', 1);
    opening.onupgradeneeded = () => opening.result.createObjectStore('junk', { autoIncrement: true });
    opening.onsuccess = () => done(opening.result);
  });
  const put = (size: number): Promise<boolean> =>
    new Promise((done) => {
      const of = db.transaction('junk', 'readwrite');
      of.oncomplete = () => done(true);
      of.onabort = () => done(false);
      const junk = new Uint8Array(size);
      for (let at = 0; at < size; at += 65_536) crypto.getRandomValues(junk.subarray(at, Math.min(size, at + 65_536)));
      of.objectStore('junk').add(junk);
    });
  for (const size of [500_000, 50_000, 5_000, 500, 100]) for (let i = 0; i < 100 && (await put(size)); i++);
  db.close();
};
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
  // Those of the next days' visits, by the day on their sheets.
  const until = page.getByLabel('Visits up to and on');
  await expect(page.getByRole('button', { name: /^Keep [1-9]\d* stations? of these visits/ })).toBeVisible();
  await until.fill('2020-01-01');
  const none = page.getByRole('button', { name: 'Keep 0 stations of these visits' });
  await expect(none).toHaveAttribute('aria-disabled', 'true');
  await expect(page.getByText('No station has its next visit by then')).toBeVisible();
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
  const worker = await fetch(`${desk.web}/sw.js`);
  expect(worker.headers.get('content-security-policy')).toMatch(/default-src 'self'.*script-src 'self'.*connect-src 'self' ws:;/);
  const kept = [...(await worker.text()).matchAll(/url:`([^`]+)`|"url":"([^"]+)"/g)].map(([, a, b]) => a ?? b ?? '');
  expect(kept.length).toBeGreaterThan(50);
  expect(kept.filter((url) => /^(?:\w+:|\/\/)/.test(url))).toEqual([]);
  expect(readFileSync(new URL('../apps/web/dist/page/index.html', import.meta.url), 'utf8')).toContain('rel="manifest"');
});

test('what waits goes out behind a page that is closed, once there is a network', async ({ page, context }) => {
  const desk = await new Desk({ GREENLAMP_DEMO: '1' }).start();
  await arrive(page, desk.web);
  await openStation(page, { name: 'Left early', account: newAccount() });
  await delivered(page);
  await whole(page, desk.web);
  await expect(page.getByText('also when this page is closed')).toBeVisible();
  const stream = await openStation(page, { name: 'Second', account: newAccount() });
  await delivered(page);
  await desk.stop('SIGKILL');
  await page.goto(`${desk.web}/stations/${stream}/sheet`);
  await setting(page, /^SIM/, 'APN', 'behind.example');
  await expect(page.getByText(/1 entry waits for a network/)).toBeVisible();
  await page.close();
  await desk.start();
  const worker = await context.newCDPSession(await context.newPage());
  const registered = new Promise<string>((done) => {
    worker.on('ServiceWorker.workerRegistrationUpdated', ({ registrations }) => {
      const own = registrations.find(({ scopeURL }) => scopeURL.startsWith(desk.web));
      if (own !== undefined) done(own.registrationId);
    });
  });
  await worker.send('ServiceWorker.enable');
  await worker.send('ServiceWorker.dispatchSyncEvent', {
    origin: desk.web,
    registrationId: await registered,
    tag: 'green-lamp:deliver',
    lastChance: false,
  });
  const other = await (await context.browser()?.newContext())?.newPage();
  if (other === undefined) throw new Error('no other browser');
  await arrive(other, desk.web);
  await other.goto(`${desk.web}/stations/${stream}/sheet`);
  await expect(await device(other, /^SIM/)).toContainText('behind.example');
  // The page that comes back finds nothing left to send, and the entry once.
  const back = await context.newPage();
  await back.goto(`${desk.web}/stations/${stream}/sheet`);
  await delivered(back);
  await expect(await device(back, /^SIM/)).toContainText('behind.example');
  await desk.end();
});

test('with the browser’s storage full nothing is lost: it is said, what was typed stands, and goes in once there is room', async ({
  desk,
}) => {
  // As much room as is said here, and not a number that the browser makes up.
  const context = await chromium.launchPersistentContext('', {
    executablePath: chromiumPath(),
    args: ['--no-sandbox', '--disable-features=StaticStorageQuota'],
    serviceWorkers: 'block',
  });
  const page = await context.newPage();
  const session = await context.newCDPSession(page);
  await session.send('Storage.overrideQuotaForOrigin', { origin: desk.web, quotaSize: 4_000_000 });
  await arrive(page, desk.web);
  await openStation(page, { name: 'Full', account: newAccount() });
  await delivered(page);
  const field = await opened(page, /^SIM/, 'APN');
  const save = section(page, /^SIM/).getByRole('button', { name: 'Save value' });
  await field.fill('full.example');
  await page.evaluate(fill);
  await save.click();
  await expect(page.getByText(/The storage of this browser is full: nothing of this was kept here/).first()).toBeVisible();
  await expect(field).toHaveValue('full.example');
  await page.evaluate(() => new Promise((done) => (indexedDB.deleteDatabase('filling').onsuccess = done)));
  await save.click();
  await delivered(page);
  await page.reload();
  await expect(await device(page, /^SIM/)).toContainText('full.example');
  await context.close();
});

test('a newer build, made and served for real, waits for a press, is not taken while a hold runs, and loses nothing', async ({ page }) => {
  const folder = mkdtempSync(join(tmpdir(), 'green-lamp-page-'));
  const served = join(folder, 'page');
  const root = fileURLToPath(new URL('..', import.meta.url));
  cpSync(join(root, 'apps/web/dist/page'), served, { recursive: true });
  execFileSync(join(root, 'node_modules/.bin/vite'), ['build', '--outDir', join(folder, 'newer')], {
    cwd: join(root, 'apps/web'),
    env: { ...process.env, GREENLAMP_VERSION: '99.0.0' },
    stdio: 'ignore',
  });
  const desk = await new Desk({ GREENLAMP_PAGE: served }).start();
  await arrive(page, desk.web);
  const stream = await openStation(page, { name: 'Updated', account: newAccount() });
  await delivered(page);
  await whole(page, desk.web);
  await expect(page.getByRole('status').filter({ hasText: 'Version' })).not.toContainText('99');
  renameSync(served, join(folder, 'older'));
  renameSync(join(folder, 'newer'), served);
  await page.goto(`${desk.web}/stations/${stream}/signal`);
  const offer = page.getByText('A newer Green Lamp is here.');
  await expect(offer).toBeVisible({ timeout: 60_000 });
  await page.getByRole('button', { name: 'Start the hold' }).click();
  await page.getByRole('button', { name: 'Take it now' }).click();
  await expect(page.getByText(/A hold runs at Updated\. The newer page is taken once that is over/)).toBeVisible();
  await expect(page.getByRole('region', { name: 'The hold that runs' })).toBeVisible();
  await page.getByRole('region', { name: 'The hold that runs' }).getByRole('button', { name: 'Throw it away' }).first().click();
  // Nor while a form is open in another tab.
  const other = await page.context().newPage();
  await other.goto(`${desk.web}/stations`);
  await other.getByRole('button', { name: 'Ines', exact: true }).click();
  await expect(other.getByRole('dialog')).toBeVisible();
  await page.goto(`${desk.web}/here`);
  await page.getByRole('button', { name: 'Take it now' }).click();
  await expect(page.getByText(/A window is open, here or in another tab\. The newer page is taken once that is over/)).toBeVisible();
  await expect(other.getByRole('dialog')).toBeVisible();
  await other.close();
  await page.getByRole('button', { name: 'Take it now' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'Version' })).toContainText('Version 99.0.0');
  await expect(offer).toHaveCount(0);
  await page.goto(`${desk.web}/stations/${stream}/sheet`);
  await expect(page.getByRole('heading', { level: 1, name: 'Updated' })).toBeVisible();
  await desk.end();
  rmSync(folder, { recursive: true, force: true });
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
    executablePath: chromiumPath(),
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
