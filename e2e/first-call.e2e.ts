import { expect, test } from './desk.ts';
import { arrive, arrivesFrom, delivered, lamp, makeNow, newAccount, openStation, section, setting } from './technician.ts';

test('from blank to a proven call: a new station, its account, an outside client, and what a new APN does to the proof', async ({
  page,
  desk,
}) => {
  const account = newAccount();
  await arrive(page, desk.web);
  await openStation(page, { name: 'Rain gauge, High Intake', account });
  await expect(lamp(page, /^Call, not tested/)).toBeVisible();
  await arrivesFrom(page, 'Cellular');
  await setting(page, /^SIM, /, 'APN', 'm2m.fellwave.example');
  await section(page, 'Work on the devices').getByRole('button', { name: 'I have entered these on Modem' }).click();
  await section(page, 'Work on the devices')
    .getByRole('button', { name: /Modem was restarted/ })
    .click();
  await delivered(page);

  expect(await desk.send(`${account};;event=test`)).toEqual(['OK 1']);
  await expect(page.getByRole('status').filter({ hasText: 'Desk has it: Test call over Cellular' })).toBeVisible();
  await expect(lamp(page, /^Call, weak, grade 6, bench/)).toBeVisible();
  await expect(lamp(page, /^Route, path 1, proven, grade 6, bench/)).toBeVisible();
  await makeNow(page, 'Cellular');
  expect(await desk.send(`${account};2026-11-12T14:41:00Z;event=rain_high;zone=1`)).toEqual(['OK 1']);
  await expect(lamp(page, /^Call, proven, grade 7, bench$/)).toBeVisible();
  await expect(lamp(page, /^Network, path 1, proven, grade 7, bench$/)).toBeVisible();

  await page.getByRole('link', { name: /^2? ?Sheet/ }).click();
  await setting(page, /^SIM, /, 'APN', 'iot.fellwave.example');
  await expect(lamp(page, /^Call, proven, grade 7, bench, a change waits$/)).toBeVisible();
  await page
    .getByRole('region', { name: 'The line' })
    .getByRole('button', { name: /I have entered it/ })
    .click();
  for (const of of [/^Network, path 1, retest/, /^Route, path 1, retest/, /^Call, retest/]) await expect(lamp(page, of)).toBeVisible();
  await lamp(page, /^Network, path 1, retest/).click();
  await expect(
    page
      .getByRole('complementary', { name: 'Margin' })
      .getByText(/APN \(SIM\) was changed on the device .* by Ines: iot\.fellwave\.example, before m2m\.fellwave\.example\./),
  ).toBeVisible();

  await page
    .getByRole('region', { name: 'What runs' })
    .getByRole('button', { name: /Modem was restarted/ })
    .waitFor();
  await page.keyboard.press('r');
  await delivered(page);
  await expect(lamp(page, /^Call, retest/)).toBeVisible();
  await makeNow(page, 'Cellular');
  expect(await desk.send(`${account};;event=rain_high`)).toEqual(['OK 1']);
  await expect(lamp(page, /^Call, proven, grade 7, bench$/)).toBeVisible();
  await page.reload();
  await expect(lamp(page, /^Call, proven, grade 7, bench$/)).toBeVisible();

  await page.keyboard.press('5');
  await page
    .getByRole('region', { name: 'Calls of this station' })
    .getByRole('button', { name: /Event ‘rain_high’ over Cellular/ })
    .first()
    .click();
  await expect(page.getByLabel('Raw bytes as text').first()).toHaveText(`${account};;event=rain_high`);
  await expect(page.getByText(/committed \d+ ms later, then answered/)).toBeVisible();
});

test('what a laptop beside the desk sends is kept and shown, and proves nothing; an empty sheet makes nothing likely', async ({
  page,
  desk,
}) => {
  const account = newAccount();
  await arrive(page, desk.web);
  await openStation(page, { name: 'Laptop beside the desk', account });
  await delivered(page);
  expect(await desk.sendFrom('127.0.0.1', `${account};;event=panel_alarm;zone=1;path=1`)).toEqual(['OK 1']);
  await page.keyboard.press('5');
  const calls = page.getByRole('region', { name: 'Calls of this station' });
  await calls.getByRole('button', { name: /from this computer itself: it proves that the desk listens.*proves nothing/ }).click();
  await expect(calls.getByText('nobody’s word can give it to one', { exact: false })).toBeVisible();
  for (const of of [/^Network, path 1, not tested/, /^Route, path 1, not tested/, /^Call, not tested/])
    await expect(lamp(page, of)).toBeVisible();
  await expect(page.getByText('Only this computer can call in', { exact: false })).toBeVisible();
});

test('placed at the site, the bench proof falls; a call from there proves it without the word bench', async ({ page, desk }) => {
  const account = newAccount();
  await arrive(page, desk.web);
  await openStation(page, { name: 'Bench then site', account, paths: ['Ethernet'] });
  await arrivesFrom(page, 'Ethernet');
  await delivered(page);
  await desk.send(`${account};;event=door`);
  // It came, and nobody had asked for it.
  await expect(lamp(page, /^Call, weak, grade 7, bench/)).toBeVisible();
  await makeNow(page, 'Ethernet');
  await desk.send(`${account};;event=door;n=2`);
  await expect(lamp(page, /^Call, proven, grade 7, bench/)).toBeVisible();
  await page.getByRole('link', { name: /^2? ?Sheet/ }).click();
  await page.getByRole('button', { name: 'Log change: the station' }).click();
  await page.getByRole('menuitem', { name: /Fitted at the site/ }).click();
  await page.getByLabel('Where exactly').fill('the pump house');
  await page.getByRole('button', { name: 'It is fitted there' }).click();
  for (const of of [/^Network, path 1, retest/, /^Route, path 1, retest/, /^Call, retest/]) await expect(lamp(page, of)).toBeVisible();
  await makeNow(page, 'Ethernet');
  await desk.send(`${account};;event=door;n=3`);
  await expect(lamp(page, /^Call, proven, grade 7$/)).toBeVisible();
});

test('a call from this computer itself is told, and never as one that the desk has from the unit', async ({ page, desk }) => {
  const account = newAccount();
  await arrive(page, desk.web);
  await openStation(page, { name: 'Laptop in hand', account });
  await delivered(page);
  expect(await desk.sendFrom('127.0.0.1', `${account};;event=door;zone=3`)).toEqual(['OK 1']);
  const said = page.getByRole('status').filter({ hasText: 'from this computer itself' });
  await expect(said).toBeVisible();
  await expect(said).not.toContainText('Desk has it');
  await expect(lamp(page, /^Call, not tested/)).toBeVisible();
});
