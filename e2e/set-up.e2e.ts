// The guided set-up of more than one path: in its order, by devices and by the desk; a press that comes too early waits.
import { expect, test } from './desk.ts';
import { arrive, delivered, newAccount, part, setting } from './technician.ts';

test('a router with a rack of cards: opened with both, set up step by step, and no press makes what the desk has to see', async ({
  page,
  desk,
}) => {
  await arrive(page, desk.web);
  await page.getByRole('link', { name: 'New station' }).click();
  const form = page.getByRole('region', { name: 'New station', exact: true });
  await form.getByLabel('Name', { exact: true }).fill('Quarry head');
  await page.getByRole('button', { name: 'Choose: Modem or router' }).click();
  await page
    .getByRole('region', { name: 'Modem or router', exact: true })
    .getByRole('button', { name: /rack of SIM cards/ })
    .click();
  await expect(form.getByRole('button', { name: /Second card/ })).toHaveAttribute('aria-pressed', 'true');
  await form.getByLabel('Account the desk expects').fill(newAccount());
  await form.getByRole('button', { name: 'Open the station' }).click();
  await page.getByRole('link', { name: 'Standby', exact: true }).click();
  await part(page, 'Set-up');
  const setUp = page.getByRole('region', { name: 'Set-up: rack of cards' });
  // A later step may name it too, as what comes first.
  const step = (says: string) => setUp.getByRole('listitem').filter({ hasText: says }).first();
  const press = (name: string) => setUp.getByRole('checkbox', { name, exact: true });
  const save = press('Save, and restart once.');
  await expect(save).toHaveAttribute('aria-disabled', 'true');
  await save.click({ force: true });
  await expect(save).toHaveAttribute('aria-checked', 'false');
  await press('Save the router’s settings file.').click();
  await expect(press('Save the router’s settings file.')).toHaveAttribute('aria-checked', 'true');
  // A value on the sheet that no device holds does it; where it goes is one press away.
  await step('Give the rack a supply of its own')
    .getByRole('link', { name: /Supply or fuse/ })
    .click();
  await setting(page, /^Path, Cellular 2/, 'Supply or fuse that feeds it', 'fuse 7');
  await page.getByRole('link', { name: 'Standby', exact: true }).click();
  await expect(step('Give the rack a supply of its own')).toContainText('On the sheet and on its devices.');
  // Its own supply is cut at the rack, and the drill says so.
  await step('Cut the standby’s own supply')
    .getByRole('link', { name: /To the drill/ })
    .click();
  await expect(page.getByText('Take the rack’s supply away; the router’s stays.', { exact: false })).toBeVisible();
  await part(page, 'Set-up');
  await step('Read the card in use').getByRole('link', { name: 'Read the card' }).click();
  await expect(page.getByLabel('Number read from the card in use')).toBeVisible();
  await delivered(page);
});
