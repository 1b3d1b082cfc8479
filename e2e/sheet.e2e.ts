import { expect, test } from './desk.ts';
import {
  arrive,
  arrivesFrom,
  delivered,
  device,
  lamp,
  makeNow,
  newAccount,
  openStation,
  section,
  setting,
  slips,
  inList,
} from './technician.ts';

test('the sheet reads as it runs and as planned; a stage is pressed for one setting; what the device says otherwise darkens its lamps', async ({
  page,
  desk,
}) => {
  const account = newAccount();
  await arrive(page, desk.web);
  await openStation(page, { name: 'Stages', account, paths: ['Cellular'] });
  await arrivesFrom(page, 'Cellular');
  await makeNow(page, 'Cellular');
  await page.getByRole('link', { name: /^2? ?Sheet/ }).click();
  await setting(page, /^SIM/, 'APN', 'first.example');
  const sim = await device(page, /^SIM/);
  const row = sim
    .locator('[id^="row-"]')
    .filter({ has: page.getByText('APN', { exact: true }) })
    .first();
  await expect(row).toContainText('wanted');
  await row.getByRole('button').first().click();
  await sim.getByText('How far has it got?').click();
  for (const [press, word] of [
    ['Entered', 'entered'],
    ['Applied', 'applied'],
    ['In force', 'in force'],
    ['Read back: the same', 'read back'],
  ] as const) {
    await sim.getByRole('button', { name: press, exact: true }).click();
    await expect(row).toContainText(word);
  }
  await delivered(page);
  await desk.send(`${account};;event=rain_high`);
  await expect(lamp(page, /^Call, proven/)).toBeVisible();

  await sim.getByLabel('The device says another value').fill('left-over.example');
  await sim.getByRole('button', { name: 'Read back', exact: true }).click();
  await expect(lamp(page, /^Call, retest/)).toBeVisible();
  await sim.getByRole('button', { name: 'Leave it' }).click();
  await expect(row).toContainText('first.example');
  await expect(row).toContainText('left-over.example');
  await expect(row).toContainText('differs');
  await page.getByRole('button', { name: 'As it runs' }).click();
  await expect(row).toHaveText(/^APN.*left-over\.example.*first\.example/);
  await lamp(page, /^Network, path 1, retest/).click();
  await expect(
    page
      .getByRole('complementary', { name: 'Margin' })
      .getByText(/The device says APN \(SIM\) is left-over\.example .* it was proved with first\.example\./),
  ).toBeVisible();
});

test('elements are added, named, changed by hand and taken off, and each says what fell', async ({ page, desk }) => {
  const account = newAccount();
  await arrive(page, desk.web);
  await openStation(page, { name: 'Hands', account, paths: ['Cellular'] });
  await arrivesFrom(page, 'Cellular');
  await makeNow(page, 'Cellular');
  await desk.send(`${account};;event=rain_high`);
  await expect(lamp(page, /^Call, proven/)).toBeVisible();
  await page.getByRole('link', { name: /^2? ?Sheet/ }).click();
  await device(page, /^SIM, /);
  await page.getByRole('button', { name: 'Log change: SIM' }).click();
  await page.getByRole('menuitem', { name: 'Another card is in' }).click();
  await page.getByLabel('What was done').fill('swapped for the Tarnlink one');
  await page.getByRole('button', { name: 'It was done' }).click();
  for (const of of [/^Network, path 1, retest/, /^Route, path 1, retest/, /^Call, retest/]) await expect(lamp(page, of)).toBeVisible();
  await slips(page);
  await expect(page.getByText('SIM: card changed, swapped for the Tarnlink one.')).toBeVisible();

  await (await device(page, 'Add')).getByRole('button', { name: 'Path' }).click();
  await page.getByRole('button', { name: 'Log change: Path 2' }).click();
  await page.getByRole('menuitem', { name: 'Rename…' }).click();
  await page.getByRole('dialog').getByLabel('Name').fill('net house wire');
  await page.getByRole('button', { name: 'Rename' }).click();
  await expect(lamp(page, /^Network, path 2, not tested/)).toBeVisible();
  await expect(section(page, 'Path, net house wire')).toBeVisible();
  await page.getByRole('button', { name: 'Log change: net house wire' }).click();
  await page.getByRole('menuitem', { name: 'Take off the sheet…' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Take it off' }).click();
  await expect(page.getByText('Write it down in a few words.')).toBeVisible();
  await page.getByRole('dialog').getByLabel('Why').fill('never fitted');
  await page.getByRole('dialog').getByRole('button', { name: 'Take it off' }).click();
  await expect(lamp(page, /path 2/)).toHaveCount(0);
});

test('half-typed text survives a reload; a wrong value is said on leaving and never put on the sheet', async ({ page, desk }) => {
  await arrive(page, desk.web);
  await openStation(page, { name: 'Half typed', account: newAccount(), paths: ['Ethernet'] });
  const unit = await device(page, /^Unit/);
  await unit
    .getByRole('button')
    .filter({ has: page.getByText('Test call every', { exact: true }) })
    .first()
    .click();
  await unit.getByLabel('Test call every', { exact: true }).fill('24');
  await page.reload();
  const field = unit.getByLabel('Test call every', { exact: true });
  await expect(field).toHaveValue('24');
  await field.press('Tab');
  await expect(unit.getByText('it should be a number with ms, s, min, h or d', { exact: false }).first()).toBeVisible();
  await unit.getByRole('button', { name: 'Save value' }).click();
  await expect(field).toBeVisible();
  await field.fill('24 h');
  await unit.getByRole('button', { name: 'Save value' }).click();
  await expect(
    unit
      .getByRole('button')
      .filter({ has: page.getByText('Test call every', { exact: true }) })
      .first(),
  ).toContainText('24 h');
});

test('a reader who has not said who works here may look; what they try to enter asks for a name first', async ({ page, desk }) => {
  await page.goto(`${desk.web}/stations`);
  await page.getByRole('dialog').getByRole('button', { name: 'Close' }).click();
  await inList(page, 'Gauge reader');
  await page.getByRole('link', { name: /Gauge reader/ }).click();
  await lamp(page, /^Remote access/).click();
  await page.getByText('I saw it (a word: weak at most)').click();
  await page.getByRole('button', { name: 'Session opened from afar' }).click();
  await expect(page.getByRole('dialog', { name: 'Who works here?' })).toBeVisible();
  await page.getByRole('dialog').getByRole('button', { name: 'Close' }).click();
  await expect(lamp(page, /^Remote access, not tested/)).toBeVisible();
});

test('what two stations share and must not is told at the station where it was just typed, with the other’s name', async ({
  page,
  desk,
}) => {
  await arrive(page, desk.web);
  for (const name of ['Weir north', 'Weir south']) {
    await openStation(page, { name, account: newAccount() });
    await setting(page, /^SIM/, 'IMSI', '999050123456789');
    await delivered(page);
  }
  const shared = page.getByRole('region', { name: 'Shared with other stations' });
  await expect(shared).toContainText('One IMSI at two stations.');
  await expect(shared).toContainText('also at Weir north');
  await shared.getByRole('button', { name: 'Go to the field' }).click();
  await expect(page.getByLabel('IMSI')).toHaveValue('999050123456789');
});

test('a value for the time being stays in sight, on Stations too, until the one it has to end with is in force', async ({ page, desk }) => {
  await arrive(page, desk.web);
  const name = 'Sluice gauge';
  await openStation(page, { name, account: newAccount() });
  await setting(page, /^Unit, /, 'Test call every', '24 h');
  const unit = await device(page, /^Unit, /);
  await page
    .getByRole('region', { name: 'Work on the devices' })
    .getByRole('button', { name: /^I have entered/ })
    .click();
  await page
    .getByRole('button', { name: /restarted/ })
    .first()
    .click();
  await unit.locator('[data-row]').filter({ hasText: 'Test call every' }).first().click();
  await unit.getByLabel('Test call every', { exact: true }).fill('5 min');
  await unit.getByRole('checkbox', { name: 'Only for the time being' }).click();
  await expect(unit.getByLabel('It has to end with')).toHaveValue('24 h');
  await unit.getByLabel('What for').fill('For the first test.');
  await unit.getByRole('button', { name: 'Save value' }).click();
  const runner = page.getByRole('region', { name: 'What runs' });
  await expect(runner).toContainText('Test call every (Unit). It has to end with 24 h. For the first test.');
  await expect(unit).toContainText('for the time being; ends with 24 h');
  await delivered(page);
  await page.getByRole('link', { name: 'Stations', exact: true }).click();
  await inList(page, name);
  await expect(page.getByRole('link', { name: new RegExp(name) })).toContainText('for the time being: Test call every (Unit)');
  await page.getByRole('link', { name: new RegExp(name) }).click();
  await runner.getByRole('button', { name: 'Put back 24 h' }).click();
  await expect(runner).toHaveCount(0);
});
