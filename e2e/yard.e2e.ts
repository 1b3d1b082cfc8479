// [Y1] 'Simulated' from the socket to the print, and never on a client from outside.
import { yardPlaces } from '@green-lamp/core/api';
import { expect, test } from './desk.ts';
import { arrive, arrivesFrom, delivered, device, lamp, makeNow, newAccount, openStation, reportsByDc09 } from './technician.ts';

test('[Y1] a call of the yard says ‘simulated’ at the lamp, in Proof, at the desk and in print; the same from outside does not', async ({
  page,
  desk,
}) => {
  const account = newAccount();
  await arrive(page, desk.web);
  const stream = await openStation(page, { name: 'Yard to print', account });
  await arrivesFrom(page, 'Cellular');
  await makeNow(page, 'Cellular');
  await page.keyboard.press('g');
  await page.keyboard.press('y');
  await page.getByLabel('Station', { exact: true }).selectOption({ label: 'Yard to print' });
  await page.getByRole('button', { name: 'Start the virtual equipment' }).click();
  await page.getByRole('button', { name: 'The case is opened' }).click();
  await expect(page.getByText('The desk took it (ACK).')).toBeVisible();
  await page.getByRole('link', { name: 'Call proven, simulated' }).click();

  await expect(lamp(page, /^Call, proven, grade 7, bench, simulated/)).toBeVisible();
  await expect(lamp(page, /^Route, path 1, proven, grade 7, bench, simulated/)).toBeVisible();
  const calls = page.getByRole('region', { name: 'Calls of this station' });
  await expect(calls.getByRole('button', { name: /Event ‘tamper’ over Cellular · simulated/ })).toBeVisible();
  await page.keyboard.press('8');
  const record = page.getByRole('article', { name: 'Record' });
  await page.emulateMedia({ media: 'print' });
  await expect(record.getByText('Some of this is simulated')).toBeVisible();
  await expect(record.getByRole('row').filter({ hasText: /^Call(?!s)/ })).toContainText('proven, grade 7, bench, simulated');
  await expect(record.getByRole('region', { name: 'Evidence' }).getByText(/Event 'tamper' \(simulated\)/)).toBeVisible();
  await expect(page.getByRole('navigation').first()).toBeHidden();
  await page.emulateMedia({ media: 'screen' });

  const { places } = await desk.get(yardPlaces, { query: { stream } });
  // A client that merely binds the yard's address is neither marked nor believed.
  expect(await desk.sendFrom(places?.[0]?.address ?? '', `${account};;event=tamper`)).toEqual(['OK 1']);
  await expect(lamp(page, /^Call, proven, grade 7, bench, simulated/)).toBeVisible();
  await makeNow(page, 'Cellular');
  expect(await desk.send(`${account};;event=tamper`)).toEqual(['OK 1']);
  await expect(lamp(page, /^Call, proven, grade 7, bench$/)).toBeVisible();
  await page.getByRole('link', { name: 'Desk', exact: true }).click();
  const calledBy = page.getByRole('listitem').filter({ hasText: 'Yard to print' });
  await expect(calledBy.nth(0)).not.toContainText('simulated');
  await expect(calledBy.nth(1)).toContainText('proves nothing');
  await expect(calledBy.nth(2)).toContainText('simulated');
});

test('[Y2] what the virtual modem answered is read at the bench, and every reading of it stays marked', async ({ page, desk }) => {
  await arrive(page, desk.web);
  const stream = await openStation(page, { name: 'Yard to bench', account: newAccount() });
  await reportsByDc09(page, desk.dc09Port);
  await delivered(page);
  await page.goto(`${desk.web}/yard?station=${stream}`);
  await page.getByRole('button', { name: 'Start the virtual equipment' }).click();
  await page.getByRole('button', { name: 'Modem', exact: true }).click();
  await page.getByRole('button', { name: 'Pull it half out' }).click();
  await expect(page.getByText('Slot 1, in use: card half in')).toBeVisible();
  await expect(page.getByLabel('What the modem thinks').getByText(/^no card/)).toBeVisible();
  await page.goto(`${desk.web}/stations/${stream}/bench`);
  await page.getByRole('button', { name: 'Read the virtual modem (simulated)' }).click();
  const found = page.getByRole('region', { name: 'What was found' });
  await expect(found.getByRole('row').filter({ hasText: 'PIN state' }).first()).toContainText('no card');
  await expect(found.getByText(/found in \d+ lines, simulated/)).toBeVisible();
  await page.getByRole('button', { name: 'Save reading: PIN state' }).first().click();
  await expect(lamp(page, /^SIM, path 1, failed, bench, simulated/)).toBeVisible();
  await page.getByRole('button', { name: 'Put on the sheet: IMEI' }).click();
  await delivered(page);
  await page.keyboard.press('2');
  await expect((await device(page, /^Modem, /)).getByText('simulated')).toBeVisible();
  await page.goto(`${desk.web}/yard?station=${stream}`);
  // Without its card the call gets nowhere; with it, the modem looks for its network first.
  await page.getByRole('button', { name: 'Test call by hand' }).click();
  await expect(page.getByText('The call did not reach the desk. The modem is not registered.')).toBeVisible();
  await page.getByRole('button', { name: 'Modem', exact: true }).click();
  await page.getByRole('button', { name: 'Push it home' }).click();
  await expect(page.getByLabel('What the modem thinks').getByText(/100\.\d+\.\d+\.\d+/)).toBeVisible();
  await page.getByRole('button', { name: 'Unit', exact: true }).click();
  await page.getByLabel('Its clock').selectOption({ label: '5 min fast' });
  await page.getByRole('button', { name: 'Test call by hand' }).click();
  await expect(page.getByText(/The desk refused its clock \(NAK\)/)).toBeVisible();
  // The call that waited in the unit went with it, or by itself before.
  await expect(page.getByText('The desk took it (ACK).').first()).toBeVisible();
  await expect(page.getByRole('region', { name: 'What the unit told' })).toContainText('0 events wait in it');
  await page.getByRole('button', { name: 'Stop it' }).click();
  await expect(page.getByText('The yard stands still for this station.', { exact: false })).toBeVisible();
});

test('a crowd of simulated stations calls the desk’s real listeners; a carrier of theirs fails by a press, and it ends by one', async ({
  page,
  desk,
}) => {
  await arrive(page, desk.web, '/yard');
  const crowd = page.getByRole('region', { name: 'A crowd' });
  await crowd.getByLabel('How many').fill('20000');
  await expect(crowd).toContainText('It can be 1 to 10000.');
  await crowd.getByLabel('How many').fill('6');
  await crowd.getByLabel('Each calls every').fill('1 s');
  await crowd.getByRole('button', { name: 'Start the crowd' }).click();
  await expect(crowd.getByRole('status')).toContainText('6 stations, each calling every 1 s by DC-09 frames.');
  await expect(crowd.getByRole('status').locator('dl')).toContainText(/acknowledged[1-9]/);
  await crowd.getByRole('button', { name: 'Tarnlink fails' }).click();
  await expect(crowd.getByRole('button', { name: 'Tarnlink comes back' })).toBeVisible();
  await crowd.getByRole('button', { name: 'End the crowd' }).click();
  await expect(crowd.getByRole('button', { name: 'Start the crowd' })).toBeVisible();
});
