// The desk's list of zones, held against the sheet line by line, written beside ours, and ours saved in its columns.
import { readFileSync } from 'node:fs';
import { expect, test } from './desk.ts';
import { arrive, delivered, device, newAccount, openStation, part, setting } from './technician.ts';

test('a pasted list is compared zone by zone; what the desk has goes on the sheet, and ours goes out in its columns', async ({
  page,
  desk,
}) => {
  await arrive(page, desk.web);
  await openStation(page, { name: 'Zones agree', account: newAccount() });
  await page
    .getByRole('region', { name: 'Devices', exact: true })
    .getByRole('button', { name: /^Add equipment/ })
    .click();
  await page.getByLabel('Something else').selectOption({ label: 'Input' });
  await page.getByRole('button', { name: 'Add it' }).click();
  await setting(page, /^Input, /, 'Name', 'Sump float high');
  await setting(page, /^Input, /, 'Channel, as the unit counts', '3');
  await delivered(page);
  await page.keyboard.press('5');
  await part(page, 'Desk’s list');
  const list = page.getByRole('region', { name: 'The desk’s list of zones' });
  await list.getByLabel('The desk’s list', { exact: true }).fill('Zone;Area;Description\n003;1;Pump room\n9;1;Roof hatch\nfire;1;Hall');
  await expect(list).toContainText('2 zones differ. Not read, for want of a zone: line 4.');
  await expect(list.getByRole('row', { name: /^3 Pump room Sump float high/ })).toContainText('other words');
  await expect(list.getByRole('row', { name: /^9 Roof hatch/ })).toContainText('only at the desk');
  const [saved] = await Promise.all([
    page.waitForEvent('download'),
    list.getByRole('button', { name: 'Save ours in its columns' }).click(),
  ]);
  expect(readFileSync(await saved.path(), 'utf8').split('\r\n')).toEqual(['Zone,Area,Description', '3,,Sump float high']);
  await list.getByRole('button', { name: 'Write down what the desk has' }).click();
  await delivered(page);
  await expect(list.getByRole('button', { name: 'Write down what the desk has' })).toHaveCount(0);
  await page.getByRole('link', { name: /^2? ?Sheet/ }).click();
  await expect((await device(page, /^Input, /)).getByRole('button', { name: /^Name at the desk Pump room/ })).toBeVisible();
});
