import { expect, pathAddress, test } from './desk.ts';
import { allDevices, arrive, arrivesFrom, delivered, lamp, makeNow, newAccount, openStation, section, setting } from './technician.ts';

test('two paths: Ethernet alone leaves Call marginal and names the other; each strand is proved and falls by itself', async ({
  page,
  desk,
}) => {
  const account = newAccount();
  await arrive(page, desk.web);
  await openStation(page, { name: 'Two ways out', account, paths: ['Cellular', 'Ethernet'] });
  await arrivesFrom(page, 'Cellular', 'Ethernet');
  await setting(page, /^SIM, /, 'APN', 'one.example');
  const work = section(page, 'Work on the devices');
  await work.getByRole('button', { name: 'I have entered these on Modem' }).click();
  await work.getByRole('button', { name: /Modem was restarted/ }).click();
  await delivered(page);

  await test.step('a frame that says nothing of its path counts as arrived and proves no strand', async () => {
    expect(await desk.sendFrom(pathAddress(9), `${account};;event=level`)).toEqual(['OK 1']);
    await expect(lamp(page, /^Call, weak, grade 7/)).toBeVisible();
    await expect(lamp(page, /^Network, path 2, not tested/)).toBeVisible();
  });
  await test.step('over Ethernet alone', async () => {
    await makeNow(page, 'Ethernet');
    await desk.sendFrom(pathAddress(2), `${account};;event=level`);
    await expect(lamp(page, /^Network, path 2, proven, grade 7/)).toBeVisible();
    await expect(lamp(page, /^Network, path 1, not tested/)).toBeVisible();
    await expect(lamp(page, /^Call, weak/)).toBeVisible();
    await lamp(page, /^Call, weak/).click();
    await expect(page.getByRole('complementary', { name: 'Margin' }).getByText('No call has been seen over Cellular.')).toBeVisible();
  });
  await test.step('and over the other', async () => {
    await makeNow(page, 'Cellular');
    await desk.send(`${account};;event=level`);
    await expect(lamp(page, /^Call, proven, grade 7/)).toBeVisible();
  });
  await test.step('one APN entered darkens one strand', async () => {
    await page.keyboard.press('2');
    await setting(page, /^SIM, /, 'APN', 'two.example');
    await page
      .getByRole('region', { name: 'The line' })
      .getByRole('button', { name: /I have entered it/ })
      .click();
    for (const of of [
      /^Network, path 1, retest/,
      /^Route, path 1, retest/,
      /^Call, retest/,
      /^Network, path 2, proven/,
      /^Route, path 2, proven/,
    ])
      await expect(lamp(page, of)).toBeVisible();
  });
  await test.step('a call before the restart is marginal and asks for one press', async () => {
    await makeNow(page, 'Cellular');
    await desk.send(`${account};;event=level`);
    await expect(lamp(page, /^Call, weak, grade 7/)).toBeVisible();
    await lamp(page, /^Route, path 1, weak/).click();
    await page.getByRole('button', { name: /^It was in force by/ }).click();
    await expect(lamp(page, /^Call, proven, grade 7/)).toBeVisible();
  });
  await test.step('a person’s word gives a call to a path as a claim, and to none by which it can’t have come', async () => {
    await page.keyboard.press('5');
    await delivered(page);
    expect(await desk.sendFrom(pathAddress(9), `${account};;event=stray`)).toEqual(['OK 1']);
    const calls = page.getByRole('region', { name: 'Calls of this station' }).getByRole('listitem');
    await calls
      .getByRole('button', { name: /‘level’ over Cellular/ })
      .first()
      .click();
    const level = calls.filter({ hasText: '‘level’ over Cellular' }).first();
    await level.getByText('It came by another path').click();
    // The first path's address is no other's: only that path is offered.
    await expect(level.getByLabel('Path').getByRole('option')).toHaveText(['choose', 'Cellular']);
    const stray = calls.filter({ hasText: '‘stray’' }).first();
    await stray.getByRole('button').first().click();
    await stray.getByText('It came by another path').click();
    await stray.getByLabel('Path').selectOption({ label: 'Ethernet' });
    await stray.getByLabel('How you know').fill('the modem was off');
    await stray.getByRole('button', { name: 'Say so' }).click();
    await delivered(page);
    await expect(lamp(page, /^Route, path 2, proven/)).toBeVisible();
  });
});

test('the other lamps take a reading, a word, or an accepted none, at their doors', async ({ page, desk }) => {
  await arrive(page, desk.web);
  await openStation(page, { name: 'Doors', account: newAccount(), paths: ['Cellular'] });
  const margin = page.getByRole('complementary', { name: 'Margin' });
  await lamp(page, /^Power, not tested/).click();
  await expect(margin.getByText('Only a person licensed for it opens this', { exact: false })).toBeVisible();
  await margin.getByLabel('Volts at the terminals, idle, V').fill('12,6');
  await margin.getByRole('button', { name: 'Take' }).first().click();
  await expect(lamp(page, /^Power, weak, bench/)).toBeVisible();
  await lamp(page, /^Signal, path 1, not tested/).click();
  await margin.getByLabel('RSRP, dBm').fill('-118');
  await margin.getByRole('button', { name: 'Take' }).first().click();
  await expect(lamp(page, /^Signal, path 1, failed/)).toBeVisible();
  await lamp(page, /^Watch, not tested/).click();
  await margin.getByText('Not fitted').click();
  await margin.getByLabel('Why it is accepted').fill('one path by order');
  await margin.getByRole('button', { name: 'Accept it' }).click();
  await expect(lamp(page, /^Watch, not fitted/)).toBeVisible();
  // One path is planned: nothing stands by.
  await expect(lamp(page, /^Standby, not fitted/)).toBeVisible();
  await lamp(page, /^Route, path 1, not tested/).click();
  await margin.getByText('Reported, not measured').click();
  await margin.getByLabel('Who said what').fill('IT says that the port is open');
  await margin.getByRole('button', { name: 'It works' }).click();
  await expect(lamp(page, /^Route, path 1, weak/)).toBeVisible();
  await lamp(page, /^Inputs, not tested/).click();
  await margin.getByText('I saw it (a word: weak at most)').click();
  await margin.getByRole('button', { name: /^Each was made to act/ }).click();
  // Nothing hangs on the unit by the sheet: what is pressed lights nothing.
  await expect(lamp(page, /^Inputs, not tested/)).toBeVisible();
  await lamp(page, /^Network, path 1, not tested/).click();
  await margin.getByText('I saw it (a word: weak at most)').click();
  await margin.getByRole('button', { name: /^Registered, with an address/ }).click();
  await expect(lamp(page, /^Network, path 1, weak, grade 3, bench/)).toBeVisible();
  await page.reload();
  await expect(lamp(page, /^Network, path 1, weak, grade 3, bench/)).toBeVisible();
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
  await expect(page.getByRole('region', { name: 'The line' }).getByText(/^Next The account on the unit/)).toBeVisible();
  await findings.getByRole('button', { name: 'Go to the fields' }).first().click();
  await page.getByLabel('Account it sends', { exact: true }).fill('7182');
  await page.getByRole('button', { name: 'Save value' }).click();
  await expect(findings.getByText('two characters swapped')).toHaveCount(0);
  await setting(page, /^Receiver, /, 'Desk’s port', '443');
  await setting(page, /^Unit, /, 'Calls desk on port', '443');
  await allDevices(page);
  await findings.getByRole('button', { name: 'Accept' }).click();
  await page.getByLabel('Why it is accepted').fill('IT forwards 443');
  await page.getByRole('button', { name: 'Accept it' }).click();
  await expect(findings.getByText('1 accepted')).toBeVisible();
  await setting(page, /^Receiver, /, 'Desk’s port', '80');
  await setting(page, /^Unit, /, 'Calls desk on port', '80');
  await allDevices(page);
  await expect(findings.getByText('Port 80 is under 1024.')).toBeVisible();
});
