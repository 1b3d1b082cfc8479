// On test before events are made: it is seen everywhere, marks what arrives, asks whose an unasked event is, and ends by itself; at another desk by whoever was told.
import { expect, pathAddress, test } from './desk.ts';
import { arrive, arrivesFrom, delivered, newAccount, openStation, setting } from './technician.ts';

test('on test at our own desk: seen on every chapter and on Stations, arrivals are marked, an unasked event is asked about, and it is live again by a press', async ({
  page,
  desk,
}) => {
  const account = newAccount();
  await arrive(page, desk.web);
  const stream = await openStation(page, { name: 'On test', account, paths: ['Ethernet'] });
  await arrivesFrom(page, 'Ethernet');
  await delivered(page);
  await page.getByRole('navigation').getByRole('link', { name: /Proof/ }).click();
  const bar = page.getByRole('region', { name: 'On test' });
  await expect(bar).toContainText('Live. What you make now is taken for real.');
  await bar.getByLabel('For').selectOption({ label: '60 min' });
  await bar.getByRole('button', { name: 'Put on test' }).click();
  await expect(bar).toContainText(/On test until \d\d:\d\d, 60 min more\. Alarms send nobody; it ends by itself\./);
  await delivered(page);
  await desk.sendFrom(pathAddress(1), `${account};;event=float_high;zone=3`);
  const unasked = page.getByRole('alert');
  await expect(unasked).toContainText('Nobody asked for it, and the station is on test');
  await expect(page.getByRole('region', { name: 'Calls of this station' })).toContainText('on test');
  // What comes after it does not hide it.
  await desk.sendFrom(pathAddress(1), `${account};;event=test`);
  await expect(page.getByRole('region', { name: 'Calls of this station' })).toContainText('Test call');
  await expect(unasked).toContainText('float_high');
  await unasked.getByRole('button', { name: 'It is real…' }).click();
  await page.getByRole('dialog').getByLabel('Who was told').fill('Bo');
  await page.getByRole('dialog').getByRole('button', { name: 'They know' }).click();
  await expect(unasked).toHaveCount(0);
  // What was asked for is no alarm.
  await page.waitForTimeout(1200);
  await page.getByRole('region', { name: 'Make an event now' }).getByRole('button', { name: 'I make it now' }).click();
  await delivered(page);
  await desk.sendFrom(pathAddress(1), `${account};;event=float_low;zone=4`);
  await expect(page.getByRole('status').filter({ hasText: 'Desk has it' })).toContainText('float_low');
  await expect(unasked).toHaveCount(0);
  await page.getByRole('link', { name: /Sheet/ }).click();
  await expect(page.getByRole('region', { name: 'What runs' })).toContainText(/On test until \d\d:\d\d\. Alarms send nobody\./);
  await page.getByRole('link', { name: 'Stations', exact: true }).click();
  await page.getByLabel('Find', { exact: true }).fill('On test');
  await expect(page.getByRole('link', { name: /On test/ }).first()).toContainText(/on test until \d\d:\d\d UTC/);
  await page.getByRole('button', { name: /^On test \d/ }).click();
  await expect(page.getByRole('link', { name: /On test/ }).first()).toBeVisible();
  await page.goto(`${desk.web}/stations/${stream}/proof`);
  await bar.getByRole('button', { name: 'Live again' }).click();
  await expect(bar).toContainText('Live. What you make now is taken for real.');
  await delivered(page);
  await desk.sendFrom(pathAddress(1), `${account};;event=float_high;zone=3;n=2`);
  await expect(page.getByRole('status').filter({ hasText: 'Desk has it' })).toContainText('float_high');
  await expect(unasked).toHaveCount(0);
});

test('at somebody else’s desk it begins and ends with who was told, and a time that is over is loud', async ({ page, desk }) => {
  await arrive(page, desk.web);
  await openStation(page, { name: 'Their desk', account: newAccount(), paths: ['Ethernet'] });
  await setting(page, /^Desk/, 'Monitored by', 'another desk');
  await page.getByRole('navigation').getByRole('link', { name: /Proof/ }).click();
  const bar = page.getByRole('region', { name: 'On test' });
  await bar.getByRole('button', { name: 'The desk has put it on test…' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: 'They have put it on test' }).click();
  await expect(dialog).toContainText('Write it down in a few words.');
  await dialog.getByLabel('Who at the desk was told').fill('Bo');
  await dialog.getByRole('button', { name: 'They have put it on test' }).click();
  await expect(bar).toContainText('Bo at the desk was told; they have to be told again when it is over.');
  await delivered(page);
  await bar.getByRole('button', { name: 'The desk has taken it off test…' }).click();
  await dialog.getByLabel('Who at the desk was told').fill('Bo');
  await dialog.getByRole('button', { name: 'They have taken it off test' }).click();
  await expect(bar).toContainText('Live. What you make now is taken for real at the desk that it goes to.');
  await delivered(page);
});
