// A picture is one press: made smaller, filed to what is in hand, sent in pieces, gone on with after a cut, and entered once the desk has it.
import type { Page } from '@playwright/test';
import { expect, test } from './desk.ts';
import { arrive, newAccount, openStation, slips } from './technician.ts';

/** A camera's picture, larger than what is kept, with noise so that it does not become small; another one by each seed. */
const photograph = (page: Page, from: number): Promise<Buffer> =>
  page
    .evaluate((begin) => {
      const canvas = document.createElement('canvas');
      canvas.width = 2400;
      canvas.height = 1800;
      const of = canvas.getContext('2d');
      let seed = begin;
      for (let i = 0; i < 30_000; i++) {
        seed = (Math.imul(seed, 1_103_515_245) + 12_345) >>> 0;
        if (of === null) throw new Error('no canvas');
        of.fillStyle = `hsl(${seed % 360} 60% 50%)`;
        of.fillRect((seed >>> 4) % 2400, (seed >>> 12) % 1800, 24, 24);
      }
      return canvas.toDataURL('image/png').split(',')[1] ?? '';
    }, from)
    .then((text) => Buffer.from(text, 'base64'));

const take = async (page: Page, of: string, seed: number): Promise<void> => {
  const buffer = await photograph(page, seed);
  const [camera] = await Promise.all([
    page.waitForEvent('filechooser'),
    page
      .getByRole('button', { name: `Take a picture of ${of}` })
      .first()
      .click(),
  ]);
  await camera.setFiles({ name: 'IMG_0417.png', mimeType: 'image/png', buffer });
};

test('one press files a picture to the lamp that is open; it is smaller, and comes from the desk again', async ({ page, desk }) => {
  await arrive(page, desk.web);
  const stream = await openStation(page, { name: 'Pictured', account: newAccount() });
  await page
    .getByRole('region', { name: 'The line' })
    .getByRole('button', { name: /^Power/ })
    .click();
  await take(page, 'Power', 7);
  const margin = page.getByRole('complementary', { name: 'Margin' });
  await expect(margin).toContainText(/Picture of Power, 1600 × 1200, \d+ kB\./);
  await expect(margin.getByRole('button', { name: 'Open the picture of Power' })).toBeVisible();
  const other = await (await page.context().browser()?.newContext())?.newPage();
  if (other === undefined) throw new Error('no second browser');
  await arrive(other, desk.web, `/stations/${stream}/sheet`);
  await other
    .getByRole('region', { name: 'The line' })
    .getByRole('button', { name: /^Power/ })
    .click();
  await other.getByRole('button', { name: 'Open the picture of Power' }).click();
  const picture = other.getByRole('dialog').getByRole('img', { name: 'Picture of Power' });
  await expect(picture).toHaveAttribute('src', /^\/api\/pictures\/[0-9a-f]{64}$/);
  await expect
    .poll(() => picture.evaluate((of) => (of instanceof HTMLImageElement ? [of.naturalWidth, of.naturalHeight] : [])))
    .toEqual([1600, 1200]);
  await other.close();
});

test('with no network it is kept, also over a reload; a cut in the middle is gone on with where the desk has it', async ({
  page,
  desk,
}) => {
  await arrive(page, desk.web);
  await openStation(page, { name: 'Out of coverage', account: newAccount() });
  await slips(page);
  const pieces: number[] = [];
  let cut = true;
  await page.route('**/api/pictures/*/pieces?*', async (route) => {
    pieces.push(Number(new URL(route.request().url()).searchParams.get('at')));
    if (cut && pieces.length > 2) await route.abort();
    else await route.continue();
  });
  await take(page, 'Sheet', 11);
  const waiting = page.getByRole('region', { name: 'Pictures that wait' });
  await expect(waiting).toContainText('1 picture waits to be sent');
  await expect.poll(() => pieces.length).toBeGreaterThan(2);
  await page.reload();
  await slips(page);
  await expect(waiting.getByRole('button', { name: 'Open the picture of Sheet' })).toBeVisible();
  cut = false;
  pieces.length = 0;
  await page.evaluate(() => window.dispatchEvent(new Event('online')));
  await expect(page.getByRole('complementary', { name: 'Margin' })).toContainText(/Picture of Sheet, 1600 × 1200/, { timeout: 40_000 });
  expect(Math.min(...pieces)).toBeGreaterThan(0);
  await expect(waiting).toHaveCount(0);
});
