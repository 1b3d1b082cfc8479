import { entriesAfter } from '@green-lamp/core/api';
import { expect, test } from './desk.ts';
import { arrive, newAccount, openStation, delivered } from './technician.ts';

test('the desk shows its listener, live calls, unknown callers with the nearest account, and what was not understood', async ({
  page,
  desk,
}) => {
  const account = newAccount();
  await arrive(page, desk.web);
  await openStation(page, { name: 'Seen at the desk', account, paths: ['Ethernet'] });
  await delivered(page);
  await page.getByRole('link', { name: 'Desk', exact: true }).click();
  const listeners = page.getByRole('region', { name: 'Listeners' });
  await expect(listeners.getByRole('listitem').filter({ hasText: 'line records' })).toContainText(`${desk.linePort} TCP`);
  await desk.send(`${account};;event=float_high;zone=3`);
  const live = page.getByRole('listitem').filter({ hasText: 'Seen at the desk' }).first();
  await expect(live).toContainText('Event ‘float_high’');
  await expect(live).toContainText('grade 7 · evidence');

  const near = `${account.slice(0, 3)}x`;
  expect(await desk.send(`${near};;event=test`, 'no such thing')).toEqual(['NO 1 account', 'NO 2 form']);
  await page.getByRole('button', { name: 'Unknown callers' }).click();
  await expect(
    page
      .getByRole('listitem')
      .filter({ hasText: `Unknown account ${near}` })
      .first(),
  ).toContainText(`nearly ${account}, Seen at the desk`);
  await page.getByRole('button', { name: 'Not understood' }).click();
  const wrong = page.getByRole('list', { name: 'Not understood' }).getByRole('listitem').filter({ hasText: 'The account is not 1 to 16 letters and digits.' }).first();
  await wrong.getByRole('button').first().click();
  await expect(wrong.getByLabel('Raw bytes as text')).toHaveText('no such thing');
});
test('the limits of the listener are settings, kept over a reload', async ({ page, desk }) => {
  await arrive(page, desk.web, '/desk');
  await page.getByText('How the desk hears').click();
  await page.getByLabel('Idle at most').fill('2 h');
  await page.getByRole('button', { name: 'Set' }).click();
  await delivered(page);
  await page.reload();
  await page.getByText('How the desk hears').click();
  await expect(page.getByLabel('Idle at most')).toHaveValue('2 h');
});
test('a listener is switched off and on again on the screen; off, nobody gets through, and it says so', async ({ page, desk }) => {
  await arrive(page, desk.web, '/desk');
  const row = page.getByRole('region', { name: 'Listeners' }).getByRole('listitem').filter({ hasText: 'HTTP posts' });
  const status = (): Promise<number> =>
    fetch(`http://127.0.0.1:${desk.httpPort}/calls/9`, { method: 'POST', body: '{}' }).then(
      (response) => response.status,
      () => 0,
    );
  expect(await status()).toBe(401);
  await expect(row).toContainText('turned away since the start');
  await row.getByRole('button', { name: 'Stop hearing HTTP posts' }).click();
  await expect(row).toContainText('is off');
  await expect.poll(status).toBe(0);
  await row.getByRole('button', { name: 'Hear HTTP posts again' }).click();
  await expect(row).toContainText('no call since the start');
  await expect.poll(status).toBe(401);
});
test('an unknown kind from a newer version is kept, and the station says so', async ({ page, desk }) => {
  await arrive(page, desk.web);
  const stream = await openStation(page, { name: 'From tomorrow', account: newAccount() });
  await delivered(page);
  const { entries } = await desk.get(entriesAfter, { query: { after: 0, streams: [stream] } });
  const last = entries.at(-1)?.text ?? '';
  const strange = last
    .replace(/"kind":"[^"]+"/, '"kind":"drone.flown"')
    .replace(/"id":"(.{25})(.)"/, (_, id: string, end: string) => `"id":"${id}${end === 'Z' ? 'Y' : 'Z'}"`);
  const person = /"person":"([^"]+)"/.exec(last)?.[1] ?? '';
  const response = await desk.post('/api/entries', { entries: [strange], secrets: [] }, person);
  expect(await response.json()).toMatchObject({ answers: [{ is: 'kept' }] });
  await expect(page.getByText(/From a newer version: 1 of drone\.flown v1/)).toBeVisible();
  await page.getByRole('link', { name: 'Stations', exact: true }).click();
  await expect(page.getByRole('link', { name: /From tomorrow/ })).toContainText('has entries from a newer version');
});
