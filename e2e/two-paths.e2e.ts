import { expect, test } from './desk.ts';
import { arrive, delivered, lamp, newAccount, openStation, section, setting } from './technician.ts';

test('two paths: Ethernet alone leaves Call marginal and names the other; each strand is proved and falls by itself', async ({
  page,
  desk,
}) => {
  const account = newAccount();
  await arrive(page, desk.web);
  await openStation(page, { name: 'Two ways out', account, paths: ['Cellular', 'Ethernet'] });
  await setting(page, /^SIM, /, 'APN', 'one.example');
  const work = section(page, 'Work on the devices');
  await work.getByRole('button', { name: 'I have entered these on Modem' }).click();
  await work.getByRole('button', { name: /Modem was restarted/ }).click();
  await delivered(page);

  await test.step('a frame that says nothing of its path counts as arrived and proves no strand', async () => {
    expect(await desk.send(`${account};;event=level`)).toEqual(['OK 1']);
    await expect(lamp(page, /^Call, marginal, grade 7/)).toBeVisible();
    await expect(lamp(page, /^Bearer, path 2, dark/)).toBeVisible();
  });
  await test.step('over Ethernet alone', async () => {
    await desk.send(`${account};;event=level;path=2`);
    await expect(lamp(page, /^Bearer, path 2, proven, grade 7/)).toBeVisible();
    await expect(lamp(page, /^Bearer, path 1, dark/)).toBeVisible();
    await expect(lamp(page, /^Call, marginal/)).toBeVisible();
    await lamp(page, /^Call, marginal/).click();
    await expect(page.getByRole('complementary', { name: 'Margin' }).getByText('No call has been seen over Cellular.')).toBeVisible();
  });
  await test.step('and over the other', async () => {
    await desk.send(`${account};;event=level;path=1`);
    await expect(lamp(page, /^Call, proven, grade 7/)).toBeVisible();
  });
  await test.step('one APN entered darkens one strand', async () => {
    await page.keyboard.press('2');
    await setting(page, /^SIM, /, 'APN', 'two.example');
    await page
      .getByRole('region', { name: 'Step in hand' })
      .getByRole('button', { name: /I have entered it/ })
      .click();
    for (const of of [
      /^Bearer, path 1, stale/,
      /^Route, path 1, stale/,
      /^Call, stale/,
      /^Bearer, path 2, proven/,
      /^Route, path 2, proven/,
    ])
      await expect(lamp(page, of)).toBeVisible();
  });
  await test.step('a call before the restart is marginal and asks for one press', async () => {
    await delivered(page);
    await desk.send(`${account};;event=level;path=1`);
    await expect(lamp(page, /^Call, marginal, grade 7/)).toBeVisible();
    await lamp(page, /^Route, path 1, marginal/).click();
    await page.getByRole('button', { name: /^It was in force by/ }).click();
    await expect(lamp(page, /^Call, proven, grade 7/)).toBeVisible();
  });
  await test.step('a person’s word moves a frame to another path as a claim', async () => {
    await page.keyboard.press('5');
    await delivered(page);
    const newest = page.getByRole('region', { name: 'Calls of this station' }).getByRole('listitem').first();
    await newest.getByRole('button').first().click();
    await newest.getByText('It came by another path').click();
    await newest.getByLabel('Path').selectOption({ label: 'Ethernet' });
    await newest.getByLabel('How you know').fill('the modem was off');
    await newest.getByRole('button', { name: 'Say so' }).click();
    await expect(lamp(page, /^Route, path 1, (?:stale|dark)/)).toBeVisible();
  });
});

test('the other lamps take a reading, a word, or an accepted none, at their doors', async ({ page, desk }) => {
  await arrive(page, desk.web);
  await openStation(page, { name: 'Doors', account: newAccount(), paths: ['Cellular'] });
  const margin = page.getByRole('complementary', { name: 'Margin' });
  await lamp(page, /^Power, dark/).click();
  await expect(margin.getByText('Only a person licensed for it opens this', { exact: false })).toBeVisible();
  await margin.getByLabel('Volts at the terminals, idle, V').fill('12,6');
  await margin.getByRole('button', { name: 'Take' }).first().click();
  await expect(lamp(page, /^Power, marginal, bench/)).toBeVisible();
  await lamp(page, /^Signal, path 1, dark/).click();
  await margin.getByLabel('RSRP, dBm').fill('-118');
  await margin.getByRole('button', { name: 'Take' }).first().click();
  await expect(lamp(page, /^Signal, path 1, failed/)).toBeVisible();
  await lamp(page, /^Standby, dark/).click();
  await margin.getByText('Not fitted').click();
  await margin.getByLabel('Why it is accepted').fill('one path by order');
  await margin.getByRole('button', { name: 'Accept it' }).click();
  await expect(lamp(page, /^Standby, none/)).toBeVisible();
  await lamp(page, /^Route, path 1, dark/).click();
  await margin.getByText('Somebody says so').click();
  await margin.getByLabel('Who said what').fill('IT says that the port is open');
  await margin.getByRole('button', { name: 'It works' }).click();
  await expect(lamp(page, /^Route, path 1, marginal/)).toBeVisible();
  await lamp(page, /^Inputs, dark/).click();
  for (const seen of ['Each held its range', 'Each was made to act', 'Rest states taught', 'Zones and texts'])
    await margin.getByRole('button', { name: new RegExp(`^${seen}`) }).click();
  await expect(lamp(page, /^Inputs, proven, bench/)).toBeVisible();
  await page.reload();
  await expect(lamp(page, /^Inputs, proven, bench/)).toBeVisible();
});

test('findings: swapped digits stop the station, go to their fields, and are mended; a look is accepted with a reason', async ({
  page,
  desk,
}) => {
  await arrive(page, desk.web);
  await openStation(page, { name: 'Findings', account: '7182', paths: ['Ethernet'] });
  await setting(page, /^Unit, /, 'Account it sends', '7128');
  const findings = page.getByRole('region', { name: 'Findings' });
  await expect(findings.getByText('The account on the unit has two characters swapped.')).toBeVisible();
  await expect(page.getByText(/^Next: The account on the unit/)).toBeVisible();
  await findings.getByRole('button', { name: 'Go to the fields' }).first().click();
  await page.getByLabel('Account it sends', { exact: true }).fill('7182');
  await page.getByRole('button', { name: 'Put it on the sheet' }).click();
  await expect(findings.getByText('two characters swapped')).toHaveCount(0);
  await setting(page, /^Unit, /, 'Calls desk on port', '443');
  await findings.getByRole('button', { name: 'Accept' }).click();
  await page.getByLabel('Why it is accepted').fill('IT forwards 443');
  await page.getByRole('button', { name: 'Accept it' }).click();
  await expect(findings.getByText('1 accepted')).toBeVisible();
  await setting(page, /^Unit, /, 'Calls desk on port', '80');
  await expect(findings.getByText('Port 80 is under 1024.')).toBeVisible();
});
