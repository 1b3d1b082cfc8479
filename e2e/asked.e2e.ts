// Asked and answered: an event that is made now is answered by its own call, with its time and path; what merely arrives answers nothing.
import { pathAddress, expect, test } from './desk.ts';
import { arrive, arrivesFrom, delivered, newAccount, openStation, part } from './technician.ts';

test('an event that is made now waits for its call, and says after how long and by which path it came', async ({ page, desk }) => {
  const account = newAccount();
  await arrive(page, desk.web);
  await openStation(page, { name: 'Asked and answered', account, paths: ['Ethernet'] });
  await arrivesFrom(page, 'Ethernet');
  await page.keyboard.press('5');
  const ask = page.getByRole('region', { name: 'Make an event now' });
  await expect(ask).toContainText('0 of 1 answered');
  await desk.sendFrom(pathAddress(1), `${account};;event=float_high;zone=1`);
  await expect(page.getByRole('region', { name: 'Calls of this station' })).toContainText('float_high');
  await expect(ask).toContainText('0 of 1 answered');
  await page.waitForTimeout(1600);
  await ask.getByRole('button', { name: 'I make it now' }).click();
  await expect(ask.getByRole('list', { name: 'Waited for' })).toContainText('Usually 30 s, late at 2 min.');
  await delivered(page);
  await desk.sendFrom(pathAddress(1), `${account};;event=test`);
  await expect(ask).toContainText('0 of 1 answered');
  await desk.sendFrom(pathAddress(1), `${account};;event=float_high;zone=1;n=2`);
  await expect(ask.getByRole('list', { name: 'Answered' })).toContainText(/any event: answered after \d+\.\d s, .*over Ethernet/);
  await expect(ask).toContainText('1 of 1 answered');
  await expect(page.getByRole('status').filter({ hasText: 'Desk has it' })).toContainText(/Event ‘float_high’ over Ethernet.*\d+\.\d s/);
  await page.getByRole('region', { name: 'The line' }).getByRole('button', { name: /^Call/ }).click();
  await expect(page.getByRole('region', { name: 'Call, its door' })).toContainText(/It was asked for, and came after/);
  await part(page, 'Calls');
  await ask.getByRole('button', { name: 'I make it now' }).click();
  await ask.getByRole('button', { name: 'Put aside: any event' }).click();
  await page.getByRole('dialog').getByLabel('Why').fill('The siren would sound.');
  await page.getByRole('dialog').getByRole('button', { name: 'Put it aside' }).click();
  await expect(ask.getByRole('list', { name: 'Waited for' }).getByRole('listitem')).toHaveCount(0);
});
