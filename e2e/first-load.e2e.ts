// What a technician with two bars waits for: the first page is small, and nothing that can be kept is fetched twice.
import { get } from 'node:http';
import { expect, test } from './desk.ts';

type Fetched = { bytes: number; coding: string; cache: string; text: string };
const fetched = (url: string): Promise<Fetched> =>
  new Promise((done, failed) => {
    get(url, { headers: { 'accept-encoding': 'br, gzip' } }, (answer) => {
      const chunks: Buffer[] = [];
      answer.on('data', (chunk: Buffer) => chunks.push(chunk));
      answer.on('end', () => {
        const all = Buffer.concat(chunks);
        const { 'content-encoding': coding = '', 'cache-control': cache = '' } = answer.headers;
        done({ bytes: all.length, coding, cache, text: coding === '' ? all.toString('utf8') : '' });
      });
    }).on('error', failed);
  });

test('the first page takes at most 250 kB, fonts apart; hashed files are kept for good; answers are compressed', async ({ desk }) => {
  const html = await (await fetch(desk.web)).text();
  const files = [...html.matchAll(/(?:src|href)="(\/assets\/[^"]+\.(?:js|css))"/g)].map(([, path = '']) => path);
  expect(files.length).toBeGreaterThan(1);
  const parts = await Promise.all(files.map((path) => fetched(`${desk.web}${path}`)));
  for (const { coding, cache, bytes } of parts) {
    if (bytes > 2000) expect(coding).toBe('br');
    expect(cache).toBe('public, max-age=31536000, immutable');
  }
  expect(parts.reduce((sum, { bytes }) => sum + bytes, 0)).toBeLessThan(250_000);
  expect(await fetched(`${desk.web}/api/stations?limit=50`)).toMatchObject({ coding: 'br' });
  expect((await fetched(`${desk.web}/stations`)).cache).toBe('no-cache');
});
test('names of people are there when it is first asked who works here', async ({ page, desk }) => {
  await page.goto(desk.web);
  const dialog = page.getByRole('dialog');
  await dialog.waitFor();
  expect(await dialog.getByRole('button').allTextContents()).toContain('Ines');
});
test('a screen that was never opened is there without the desk, once the page had a moment', async ({ page, desk, context }) => {
  await page.goto(desk.web);
  await page.getByRole('dialog').getByRole('button', { name: 'Ines' }).click();
  await expect
    .poll(() => page.evaluate(() => performance.getEntriesByType('resource').some(({ name }) => name.includes('YardScreen'))))
    .toBe(true);
  await page.waitForLoadState('networkidle');
  await context.setOffline(true);
  await page.getByRole('link', { name: 'Yard' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Yard' })).toBeVisible();
});
