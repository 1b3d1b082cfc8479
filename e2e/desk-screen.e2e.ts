import { readFileSync } from 'node:fs';
import { entriesAfter, framesOf } from '@green-lamp/core/api';
import { expect, test } from './desk.ts';
import { arrive, newAccount, openStation, delivered, inList } from './technician.ts';

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
  const wrong = page
    .getByRole('list', { name: 'Not understood' })
    .getByRole('listitem')
    .filter({ hasText: 'The account is not 1 to 16 letters and digits.' })
    .first();
  await wrong.getByRole('button').first().click();
  await expect(wrong.getByLabel('Raw bytes as text')).toHaveText('no such thing');
});
test('calls are found by what stands in them and saved as a file; an unknown caller is made known by one press', async ({ page, desk }) => {
  // Two digits that differ: swapped they are another account, and none that these tests use.
  let account = newAccount();
  while (account[2] === account[3]) account = newAccount();
  const near = `${account.slice(0, 2)}${account.slice(3, 4)}${account.slice(2, 3)}`;
  await arrive(page, desk.web);
  const stream = await openStation(page, { name: 'Swapped digits', account, paths: ['Ethernet'] });
  await delivered(page);
  await desk.send(`${account};;event=weir_gate;zone=7`, `${account};;event=test`, `${near};;event=door`);
  await page.getByRole('link', { name: 'Desk', exact: true }).click();
  const calls = page.getByRole('list', { name: 'Live calls' }).getByRole('listitem');
  await page.getByText('Find and save calls').click();
  await page.getByLabel('What stands in it').fill('weir_gate');
  await page.getByRole('button', { name: 'Look for them' }).click();
  await expect(calls).toHaveCount(1);
  await expect(calls).toContainText('Event ‘weir_gate’');
  const [saved] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'Save these as CSV' }).click()]);
  expect(saved.suggestedFilename()).toBe('calls.csv');
  const text = readFileSync(await saved.path(), 'utf8');
  expect(text.trimEnd().split('\r\n')).toHaveLength(2);
  expect(text).toContain('weir_gate');
  await page.getByLabel('Not before (UTC)').fill('yesterday');
  await page.getByLabel('Before (UTC)', { exact: true }).focus();
  await expect(page.getByText('as 2026-11-12 14:05')).toBeVisible();
  await page.getByRole('button', { name: 'All calls again' }).click();
  await page.getByRole('button', { name: 'Hold the list still' }).click();
  await desk.send(`${account};;event=held`);
  await expect(page.getByText('1 call came meanwhile')).toBeVisible();
  await expect(calls.filter({ hasText: 'held' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Let the list go on' }).click();
  await expect(calls.filter({ hasText: 'held' })).toHaveCount(1);

  await page.getByRole('button', { name: 'Unknown callers' }).click();
  const unknown = page
    .getByRole('list', { name: 'Unknown callers' })
    .getByRole('listitem')
    .filter({ hasText: `Unknown account ${near}` })
    .first();
  await unknown.getByRole('button').first().click();
  await expect(unknown.getByRole('link', { name: `Open a station for account ${near}` })).toHaveAttribute('href', `/new?account=${near}`);
  await unknown.getByRole('button', { name: `Its sheet is wrong: make it ${near}, Swapped digits` }).click();
  await delivered(page);
  await desk.send(`${near};;event=door`);
  const { frames } = await desk.get(framesOf, { query: { station: stream, limit: 1 } });
  expect(frames).toMatchObject([{ account: near, status: 'matched' }]);
  await page.goto(`${desk.web}/new?account=7717`);
  await expect(page.getByRole('region', { name: 'New station', exact: true }).getByLabel('Account the desk expects')).toHaveValue('7717');
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
  await inList(page, 'From tomorrow');
  await expect(page.getByRole('link', { name: /From tomorrow/ })).toContainText('has entries from a newer version');
});
