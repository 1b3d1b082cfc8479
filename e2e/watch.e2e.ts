// A silence is noticed while nobody looks; who takes it is seen by everybody; a call ends it. At another desk Watch is asked for.
import { health } from '@green-lamp/core/api';
import { Desk, expect, test } from './desk.ts';
import { arrive, arrivesFrom, delivered, lamp, newAccount, openStation, section, setting } from './technician.ts';

const hour = 3_600_000;

test('a station that falls silent is found at its window’s end, taken, and ended by its next call; and its days are lived through', async ({
  page,
}) => {
  test.setTimeout(150_000);
  const desk = await new Desk({ GREENLAMP_CLOCK: new Date().toISOString() }).start();
  const account = newAccount();
  await arrive(page, desk.web);
  await openStation(page, { name: 'Watched weir', account, paths: ['Ethernet'] });
  await arrivesFrom(page, 'Ethernet');
  await setting(page, /^Unit, /, 'Test call every', '24 h');
  await setting(page, /^Desk/, 'Missed-test alarm after', '25 h');
  await setting(page, /^Desk/, 'Called on a missed test', 'Ruth, then the client');
  await setting(page, /^Desk/, 'Supervision', 'armed');
  await setting(page, /^Desk/, 'Account', 'live');
  await delivered(page);
  await page.getByRole('link', { name: /Watch/ }).click();
  const bar = section(page, 'Whether it is watched');
  // Nothing has come, and nobody was there: there is nothing to wait for yet.
  await expect(bar).toContainText('Nothing to watch by.');
  await expect(section(page, 'When it is noticed')).toContainText('A dead station is noticed within 25 h');
  // Two days with their tests, lived through.
  for (const n of [1, 2, 3]) {
    await desk.send(`${account};;event=test;n=${n}`);
    await expect(section(page, 'When it is due').getByRole('row').nth(1)).toContainText('in 25 h');
    if (n < 3) desk.pass(24 * hour);
  }
  await expect(bar).toContainText('Armed.');
  await expect(bar).toContainText('Ruth, then the client');
  await expect(lamp(page, /^Watch, proven/)).toBeVisible();
  // Muted it sends nobody, by the reason.
  await bar.getByRole('button', { name: 'Mute…' }).click();
  await page.getByRole('dialog').getByLabel('Why').fill('works at the weir');
  await page.getByRole('dialog').getByRole('button', { name: 'Mute it' }).click();
  await expect(bar).toContainText('works at the weir');
  // Muted it is not watched, whatever has come.
  await expect(lamp(page, /^Watch, weak/)).toBeVisible();
  await bar.getByRole('button', { name: 'Watch it again' }).click();
  await expect(bar).toContainText('Armed.');
  await expect(lamp(page, /^Watch, proven/)).toBeVisible();
  await delivered(page);
  await page.getByRole('link', { name: 'Desk', exact: true }).click();
  const watch = page.getByRole('region', { name: 'Watch', exact: true });
  await expect(watch).toContainText('No station is silent.');
  desk.pass(25 * hour);
  const silent = watch.getByRole('list', { name: 'Silent stations' }).getByRole('listitem');
  await expect(silent).toContainText('Watched weir is silent since');
  await expect(silent).toContainText('to call: Ruth, then the client');
  await silent.getByRole('link', { name: 'Watched weir' }).click();
  await expect(lamp(page, /^Watch, failed/)).toBeVisible();
  const open = section(page, 'Silences').getByRole('alert');
  await expect(open).toContainText('1 Ruth, 2 the client');
  await open.getByRole('button', { name: 'I take it…' }).click();
  await page.getByRole('dialog').getByLabel('What you do').fill('I drive up today');
  await page.getByRole('dialog').getByRole('button', { name: 'I take it' }).click();
  await expect(open).toContainText('Taken by Ines');
  await delivered(page);
  // A laptop on this computer ends no silence, however right its bytes are.
  await desk.sendFrom('127.0.0.1', `${account};;event=test;n=8`);
  await expect(open).toBeVisible();
  await desk.send(`${account};;event=test;n=9`);
  await expect(open).toHaveCount(0);
  await section(page, 'Silences').getByText('Silences of before, 1').click();
  await expect(section(page, 'Silences')).toContainText('Ines: I drive up today');
  await desk.end();
});

test('at another desk its tests are asked for: by word, weak, with nothing left once two came, armed and off test', async ({
  page,
  desk,
}) => {
  await arrive(page, desk.web);
  await openStation(page, { name: 'Watched elsewhere', account: newAccount(), paths: ['Ethernet'] });
  await setting(page, /^Desk/, 'Monitored by', 'another desk');
  await setting(page, /^Unit, /, 'Test call every', '24 h');
  await delivered(page);
  await page.getByRole('link', { name: /Watch/ }).click();
  const ask = section(page, 'Ask the other desk');
  await ask.getByLabel('Who said so').fill('Ruth');
  await ask.getByLabel('A test came at').fill('yesterday');
  await expect(ask.getByText('A time is written', { exact: false })).toBeVisible();
  const { now } = await desk.get(health);
  const days = (back: number): string => new Date(now - back * 24 * hour).toISOString().slice(0, 16).replace('T', ' ');
  await ask.getByLabel('A test came at').fill(days(2));
  await ask.getByLabel('and one at').fill(days(1));
  await ask.getByRole('checkbox', { name: 'The account is off test' }).click();
  await ask.getByRole('button', { name: 'They said so' }).click();
  // Not armed: there is something left.
  await expect(lamp(page, /^Watch, weak/)).toBeVisible();
  await expect(section(page, 'What Watch stands on')).toContainText('Supervision is not armed');
  await ask.getByLabel('Who said so').fill('Ruth');
  await ask.getByRole('checkbox', { name: 'No test came' }).click();
  await ask.getByRole('button', { name: 'They said so' }).click();
  await expect(lamp(page, /^Watch, failed/)).toBeVisible();
});
