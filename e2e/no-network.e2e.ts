import { entriesAfter } from '@green-lamp/core/api';
import { Desk, expect, test } from './desk.ts';
import { arrive, delivered, device, lamp, openStation, setting } from './technician.ts';

let desk: Desk;
test.beforeEach(async () => {
  desk = await new Desk().start();
});
test.afterEach(() => desk.end());

test('[B1] with the server gone nothing is lost: entries wait, survive a reload, and are delivered once by two tabs', async ({
  page,
  context,
}) => {
  await arrive(page, desk.web);
  const stream = await openStation(page, { name: 'No signal here', account: '4711' });
  await delivered(page);
  const second = await context.newPage();
  await second.goto(`${desk.web}/stations/${stream}/sheet`);
  await expect(lamp(second, /^Call, not tested/)).toBeVisible();
  await desk.stop('SIGKILL');

  await setting(page, /^SIM, /, 'APN', 'waits.example');
  await setting(page, /^Unit, /, 'Calls desk at', 'desk.dale.example');
  await expect(page.getByText('2 entries wait for a network')).toBeVisible();
  await expect((await device(second, /^SIM, /)).getByText('waits.example').first()).toBeVisible();
  await second.getByRole('link', { name: 'Stations', exact: true }).click();
  await expect(second.getByText('The desk does not answer. This is what this browser saw last.')).toBeVisible();
  await second.getByRole('link', { name: /No signal here/ }).click();
  await openStation(second, { name: 'Opened without a network', account: '4714' });
  await page.reload().catch(() => undefined);
  await desk.start();
  await page.goto(`${desk.web}/stations/${stream}/sheet`);
  await delivered(page);
  await delivered(second);
  await expect(lamp(second, /^Call, not tested/)).toBeVisible();
  const { entries } = await desk.get(entriesAfter, { query: { after: 0, streams: [stream] } });
  expect(entries.filter(({ text }) => text.includes('waits.example'))).toHaveLength(1);
  expect(new Set(entries.map(({ text }) => text)).size).toBe(entries.length);
});

test('[B2] an entry that the desk refuses stays under ‘not accepted’ with the reason, and does not hold up the next', async ({ page }) => {
  await arrive(page, desk.web);
  await openStation(page, { name: 'First with it', account: '4712' });
  await delivered(page);
  await openStation(page, { name: 'Second with it', account: '4712' });
  await expect(page.getByText('1 not accepted')).toBeVisible();
  await page.getByRole('button', { name: /1 not accepted/ }).click();
  const window = page.getByRole('dialog', { name: 'Delivery' });
  await expect(window.getByText(/account 4712 already belongs to First with it/)).toBeVisible();
  await page.reload();
  await expect(page.getByText('1 not accepted')).toBeVisible();
  await setting(page, /^Unit, /, 'Account it sends', '9');
  await expect(page.getByText('1 not accepted', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: /1 not accepted/ }).click();
  await page.getByRole('button', { name: 'Put it away for good' }).click();
  await page.getByRole('button', { name: 'Close' }).click();
  await delivered(page);
});

test('[B3] a database that was restored to nothing is offered again what this browser has kept', async ({ page }) => {
  await arrive(page, desk.web);
  const stream = await openStation(page, { name: 'Comes back', account: '4713', paths: ['Ethernet'] });
  await delivered(page);
  await desk.stop();
  await desk.forget();
  await desk.start();
  await expect
    .poll(async () => (await desk.get(entriesAfter, { query: { after: 0, streams: [stream] } })).entries.length, { timeout: 20_000 })
    .toBeGreaterThan(5);
  await delivered(page);
  await expect(page.getByRole('heading', { level: 1, name: 'Comes back' })).toBeVisible();
});
