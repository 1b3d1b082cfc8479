// [S1] A planted password and PIN are found nowhere: not in the database, its log, the browser's store, what the server printed, or any answer.
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { Desk, expect, test } from './desk.ts';
import { arrive, delivered, device, openStation, setting, slips } from './technician.ts';

const password = 'Planted-Heron-4402';
const pin = '73910264';

test('[S1] a planted password and PIN are found nowhere, before and after delivery, and can be shown to a person', async ({ page }) => {
  const desk = await new Desk().start();
  const answers: string[] = [];
  page.on('response', (response) => {
    if (response.url().includes('/api/'))
      void response.text().then(
        (text) => answers.push(text),
        () => undefined,
      );
  });
  const sent: string[] = [];
  page.on('request', (request) => sent.push(`${request.url()} ${request.postData() ?? ''}`));
  const printed: string[] = [];
  page.on('console', (message) => printed.push(message.text()));

  const stored = (): Promise<string> =>
    page.evaluate(async () => {
      const open = indexedDB.open('green-lamp');
      const db = await new Promise<IDBDatabase>((done) => (open.onsuccess = () => done(open.result)));
      const all = await Promise.all(
        [...db.objectStoreNames].map(
          (name) =>
            new Promise<unknown[]>((done) => {
              const ask = db.transaction(name).objectStore(name).getAll();
              ask.onsuccess = () => done(ask.result as unknown[]);
            }),
        ),
      );
      db.close();
      return JSON.stringify(all) + JSON.stringify(Object.entries(localStorage)) + JSON.stringify(Object.entries(sessionStorage));
    });
  const nowhere = async (): Promise<void> => {
    const disk = readdirSync(desk.data, { recursive: true, withFileTypes: true })
      .filter((one) => one.isFile())
      .map((one) => readFileSync(join(one.parentPath, one.name)).toString('latin1'))
      .join('');
    for (const [where, text] of Object.entries({
      disk,
      store: await stored(),
      answers: answers.join(''),
      sent: sent.join(''),
      printed: printed.join(''),
      output: desk.output,
      page: await page.content(),
    }))
      for (const secret of [password, pin]) expect([where, text.includes(secret)]).toEqual([where, false]);
  };
  await arrive(page, desk.web);
  await openStation(page, { name: 'Keeps secrets', account: '8181' });
  await delivered(page);
  await desk.stop();
  await setting(page, /^SIM, /, 'SIM PIN', pin);
  await setting(page, /^Modem, /, 'Login password', password);
  await expect(page.getByText('2 entries wait for a network')).toBeVisible();
  await nowhere();
  await desk.start();
  await delivered(page);
  await expect((await device(page, /^Modem, /)).getByText('kept secret, 18 characters')).toBeVisible();
  await expect((await device(page, /^SIM, /)).getByText('kept secret, 8 digits')).toBeVisible();
  await nowhere();

  await (await device(page, /^Modem, /))
    .getByRole('button')
    .filter({ has: page.getByText('Login password', { exact: true }) })
    .first()
    .click();
  await page.getByRole('button', { name: 'Show it for 20 s' }).click();
  await expect(page.getByText(password)).toBeVisible();
  await page.getByRole('button', { name: 'Leave it' }).click();
  await slips(page);
  await expect(page.getByText('Login password (Modem) was shown.')).toBeVisible();
  await nowhere();
  await desk.end();
});

test('[S3] what was taken along for a visit is shown without a network by the PIN, each look is an entry, and it is nowhere in the clear', async ({
  page,
}) => {
  const desk = await new Desk({ GREENLAMP_ACCOUNTS: 'own' }).start();
  await page.goto(desk.web);
  const window = page.getByRole('dialog');
  await window.getByLabel('One-time code').fill(/First lead\s+(\S+)/.exec(desk.output)?.[1] ?? '');
  await window.getByLabel('Name').fill('Ines');
  await window.getByLabel('New password').fill('lantern orchard gravel seven');
  await window.getByRole('button', { name: 'Make this account' }).click();
  await expect(window).toHaveCount(0);
  const stream = await openStation(page, { name: 'Far weir', account: '8182' });
  await setting(page, /^Modem, /, 'Login password', password);
  await delivered(page);
  await page.goto(`${desk.web}/here`);
  const row = page.getByRole('list', { name: 'Stations at hand' }).getByRole('listitem').filter({ hasText: 'Far weir' });
  await expect(row.getByText('Secrets are kept here under a PIN alone')).toBeVisible();
  await page.getByRole('button', { name: 'Ines', exact: true }).click();
  await window.getByLabel(/^PIN for this device/).fill('4711');
  await window.getByRole('button', { name: 'Lock with this PIN' }).click();
  await page.keyboard.press('Escape');
  await row.getByRole('button', { name: 'Take its secrets along' }).click();
  await expect(row.getByText(/1 secret here until \d{4}-\d\d-\d\d/)).toBeVisible();
  await page.goto(`${desk.web}/stations/${stream}/sheet`);
  await (await device(page, /^Modem, /)).waitFor();
  await desk.stop('SIGKILL');
  await (await device(page, /^Modem, /))
    .getByRole('button')
    .filter({ has: page.getByText('Login password', { exact: true }) })
    .first()
    .click();
  await page.getByRole('button', { name: 'Show it for 20 s' }).click();
  const typed = page.getByLabel('PIN of this device');
  await typed.fill('0000');
  await page.getByRole('button', { name: 'Show it by the PIN' }).click();
  await expect(page.getByText('Wrong PIN: 4 tries are left.')).toBeVisible();
  await typed.fill('4711');
  await page.getByRole('button', { name: 'Show it by the PIN' }).click();
  await expect(page.getByText(password)).toBeVisible();
  const kept = await page.evaluate(async () => {
    const open = indexedDB.open('green-lamp');
    const db = await new Promise<IDBDatabase>((done) => (open.onsuccess = () => done(open.result)));
    const rows = await new Promise<unknown>((done) => {
      const ask = db.transaction('taken').objectStore('taken').getAll();
      ask.onsuccess = () => done(ask.result);
    });
    db.close();
    return JSON.stringify(rows) + JSON.stringify(Object.entries(localStorage));
  });
  expect(kept).toContain(stream);
  expect(kept).not.toContain(password);
  await page.getByRole('button', { name: 'Leave it' }).click();
  await desk.start();
  await delivered(page);
  await slips(page);
  await expect(page.getByText('Login password (Modem) was shown.')).toHaveCount(2);
  await desk.end();
});
