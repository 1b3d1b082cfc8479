// Only evidence lights a lamp: inputs by their own events, standby by a drill of calls, a card by a number typed with the sheet's hidden, somebody else's desk by its log.
import { health } from '@green-lamp/core/api';
import { expect, pathAddress, test } from './desk.ts';
import { arrive, arrivesFrom, delivered, device, lamp, newAccount, openStation, part, setting } from './technician.ts';

const margin = (page: import('@playwright/test').Page) => page.getByRole('complementary', { name: 'Margin' });

test('an input is proven by its own event with its zone and by its restoral, and by no press', async ({ page, desk }) => {
  const account = newAccount();
  await arrive(page, desk.web);
  await openStation(page, { name: 'Float and door', account, paths: ['Ethernet'] });
  await arrivesFrom(page, 'Ethernet');
  await device(page, 'Add');
  await page.getByLabel('Something else').selectOption({ label: 'Input' });
  await page.getByRole('button', { name: 'Add it' }).click();
  await setting(page, /^Input, /, 'Zone at the desk', '3');
  await delivered(page);
  await lamp(page, /^Inputs, not tested/).click();
  await margin(page).getByText('I saw it (a word: weak at most)').click();
  await margin(page)
    .getByRole('button', { name: /^Each was made to act/ })
    .click();
  await expect(lamp(page, /^Inputs, weak/)).toBeVisible();
  await delivered(page);
  await desk.send(`${account};;event=float_high;zone=4`, `${account};;event=float_high;zone=4;turn=restoral`);
  await expect(margin(page).getByText('Input: no event of zone 3 has come to the desk.').first()).toBeVisible();
  await desk.send(`${account};;event=float_high;zone=3`);
  await expect(
    margin(page)
      .getByText(/Input: its alarm came to the desk with zone 3/)
      .first(),
  ).toBeVisible();
  await expect(lamp(page, /^Inputs, weak/)).toBeVisible();
  await desk.send(`${account};;event=float_high;zone=3;turn=restoral`);
  await expect(lamp(page, /^Inputs, proven, bench$/)).toBeVisible();
});

test('a drill is begun, shows what arrives, and is closed with the calls of the other path and of the return', async ({ page, desk }) => {
  const account = newAccount();
  await arrive(page, desk.web);
  await openStation(page, { name: 'Drilled', account, paths: ['Ethernet', 'Wi-Fi'] });
  await arrivesFrom(page, 'Ethernet', 'Wi-Fi');
  await delivered(page);
  await lamp(page, /^Standby, not tested/).click();
  const drill = page.getByRole('region', { name: 'Drill' });
  for (const kind of ['link loss', 'soft failure', 'supply loss'] as const) {
    await drill.getByLabel('Kind of failure').selectOption(kind);
    if (kind === 'soft failure') {
      await expect(drill.getByText('Somebody at the client agrees to it first', { exact: false }).first()).toBeVisible();
      await drill.getByLabel('Who at the client agreed').fill('Petra in IT');
    }
    await drill.getByRole('button', { name: 'I cut it now' }).click();
    await expect(drill.getByText(`Drill runs: ${kind} of Ethernet`, { exact: false })).toBeVisible();
    await expect(drill.getByText('No call by another path yet.')).toBeVisible();
    await delivered(page);
    await desk.sendFrom(pathAddress(2), `${account};;event=${kind.replace(' ', '_')}`);
    await expect(drill.getByText(/^By the standby after/)).toBeVisible();
    await page.reload();
    await expect(drill.getByText(/^By the standby after/)).toBeVisible();
    await drill.getByRole('button', { name: 'Put the path back now' }).click();
    await expect(drill.getByText('It is closed once the first path is seen again', { exact: false })).toBeVisible();
    // The page knows the desk's clock to some tens of milliseconds; nobody puts a plug back and calls within them.
    await page.waitForTimeout(300);
    await desk.send(`${account};;event=${kind.replace(' ', '_')}_back`);
    await expect(drill.getByText(/^Back by the path itself after/)).toBeVisible();
    await drill.getByRole('button', { name: 'Close the drill' }).click();
    await expect(drill.getByRole('button', { name: 'I cut it now' })).toBeVisible();
  }
  await delivered(page);
  await expect(lamp(page, /^Standby, proven, bench$/)).toBeVisible();
  await expect(
    margin(page).getByText(/Drill, link loss of Ethernet,.*the standby called after .*, the path itself .* after it was put back/),
  ).toBeVisible();
});

test('the unit is made to call at the least and the expected, so that the switch is an interval; counted down, and with the client’s word', async ({
  page,
  desk,
}) => {
  const account = newAccount();
  await arrive(page, desk.web);
  await openStation(page, { name: 'Asked between', account, paths: ['Ethernet', 'Wi-Fi'] });
  await arrivesFrom(page, 'Ethernet', 'Wi-Fi');
  await delivered(page);
  await lamp(page, /^Standby, not tested/).click();
  const drill = page.getByRole('region', { name: 'Drill' });
  await expect(drill.getByText('Pull its cable at the unit.')).toBeVisible();
  await drill.getByRole('button', { name: 'Count 3, 2, 1, then cut' }).click();
  await expect(drill.getByRole('timer')).toHaveText(/[123]/);
  await expect(drill.getByText('Drill runs: link loss of Ethernet', { exact: false })).toBeVisible();
  const ask = drill.getByRole('button', { name: 'I made the unit call now' });
  await ask.click();
  await expect(drill.getByText('Made to call once.', { exact: false })).toBeVisible();
  await page.waitForTimeout(1_500);
  await ask.click();
  await expect(drill.getByText('Made to call 2 times.', { exact: false })).toBeVisible();
  await delivered(page);
  await page.waitForTimeout(300);
  await desk.sendFrom(pathAddress(2), `${account};;event=test`);
  await expect(drill.getByText(/^By the standby after/)).toBeVisible();
  await expect(drill.getByRole('img', { name: /Calls by path since the cut\. .*Ethernet.*: 0 calls; .*Wi-Fi.*: one call/ })).toBeVisible();
  await drill.getByRole('button', { name: 'Put the path back now' }).click();
  await expect(drill.getByText(/^Put back .* ago; no call by the path itself yet\./)).toBeVisible();
  await page.waitForTimeout(300);
  await desk.send(`${account};;event=back`);
  await expect(drill.getByText(/By the standby one call, \d+ B; 0 late; changes of path since: 0\./)).toBeVisible();
  await drill.getByRole('button', { name: 'Close the drill' }).click();
  await delivered(page);
  await expect(
    margin(page).getByText(/Drill, link loss of Ethernet,.*the standby called between \d+ s and \d+ s after the cut/),
  ).toBeVisible();
});

test('a blackout counts where an event says that it was dark, and what was made while all paths were down comes later, in its order', async ({
  page,
  desk,
}) => {
  const account = newAccount();
  await arrive(page, desk.web);
  await openStation(page, { name: 'Dark for a minute', account, paths: ['Ethernet'] });
  await arrivesFrom(page, 'Ethernet');
  await delivered(page);
  await page.getByRole('link', { name: 'Standby', exact: true }).click();
  const drill = page.getByRole('region', { name: 'Drill' });
  await expect(drill.getByLabel('Kind of failure')).toHaveValue('blackout');
  await drill.getByLabel('Who at the client agreed').fill('Petra at the mill');
  await drill.getByRole('button', { name: 'I cut it now' }).click();
  await expect(drill.getByText('Drill runs: blackout', { exact: false })).toBeVisible();
  await drill.getByRole('button', { name: 'The supply is on again now' }).click();
  await expect(drill.getByText('It is closed once the station has called by itself.').first()).toBeVisible();
  await page.waitForTimeout(300);
  await desk.send(`${account};;event=restart`);
  await expect(drill.getByText(/^It said that it was without supply:.*restart/)).toBeVisible();
  await drill.getByRole('button', { name: 'Close the drill' }).click();
  await delivered(page);
  await drill.getByLabel('Kind of failure').selectOption('all paths down');
  await drill.getByRole('button', { name: 'I cut it now' }).click();
  await expect(drill.getByText('Nothing is made yet.')).toBeVisible();
  await drill.getByRole('button', { name: 'I made it now' }).click();
  await expect(drill.getByText('Made so far: 1.')).toBeVisible();
  const { now } = await desk.get(health);
  const own = new Date(now).toISOString().slice(0, 19);
  await drill.getByRole('button', { name: 'Put the path back now' }).click();
  await expect(drill.getByText('not here yet.', { exact: false })).toBeVisible();
  await page.waitForTimeout(300);
  await desk.send(`${account};${own}Z;event=float_high`);
  await expect(drill.getByText(/any event, .*: came after .*, with its own time, \d s from yours\./)).toBeVisible();
  await drill.getByRole('button', { name: 'Close the drill' }).click();
  await delivered(page);
  await lamp(page, /^Standby, not fitted/).click();
  await expect(margin(page).getByText(/Drill, blackout, .*: the first call .* after the supply came back\./)).toBeVisible();
  await expect(margin(page).getByText(/Drill, all paths down, .*: 1 of 1 made meanwhile came after that, in their order\./)).toBeVisible();
});

test('a card’s number proves only typed with the sheet’s hidden, and with a call since', async ({ page, desk }) => {
  const account = newAccount();
  await arrive(page, desk.web);
  await openStation(page, { name: 'Card in hand', account });
  await arrivesFrom(page, 'Cellular');
  await setting(page, /^SIM, /, 'Card number (ICCID)', '8999901234567890124');
  await lamp(page, /^SIM, path 1, not tested/).click();
  const blind = margin(page).getByLabel('Typed whole from the card itself; the sheet’s number is hidden meanwhile');
  const number = margin(page).getByLabel('Number read from the card in use');
  await blind.uncheck();
  await number.fill('8999901234567890124');
  await margin(page).getByRole('button', { name: 'Take' }).first().click();
  await expect(lamp(page, /^SIM, path 1, weak, bench/)).toBeVisible();
  await expect(margin(page).getByText('It was typed with the sheet’s number in sight', { exact: false })).toBeVisible();
  await blind.check();
  // What it is held against is out of sight meanwhile.
  await page.goto(page.url().replace('/bench', '/sheet'));
  await expect((await device(page, /^SIM, SIM/)).getByText('hidden while it is typed')).toBeVisible();
  await number.fill('8999900000000000014');
  await margin(page).getByRole('button', { name: 'Take' }).first().click();
  await expect(lamp(page, /^SIM, path 1, failed/)).toBeVisible();
  await expect(page.getByRole('region', { name: 'SIM, its door' })).not.toContainText('8999 9012 3456 7890 124');
  await number.fill('8999901234567890124');
  await margin(page).getByRole('button', { name: 'Take' }).first().click();
  await delivered(page);
  await expect(lamp(page, /^SIM, path 1, weak, bench/)).toBeVisible();
  await desk.send(`${account};;event=door`);
  await expect(lamp(page, /^SIM, path 1, proven, bench/)).toBeVisible();
});

test('at somebody else’s desk: a read-back is a word, their own log proves, another account’s line does not', async ({ page, desk }) => {
  const account = newAccount();
  await arrive(page, desk.web);
  await openStation(page, { name: 'Reports elsewhere', account, paths: ['Ethernet'] });
  await setting(page, /^Desk/, 'Monitored by', 'another desk');
  await setting(page, /^Site/, 'Time zone', 'UTC');
  await device(page, 'Add');
  await page.getByLabel('Something else').selectOption({ label: 'Input' });
  await page.getByRole('button', { name: 'Add it' }).click();
  await setting(page, /^Input, /, 'Zone at the desk', '4');
  await lamp(page, /^Call, not tested/).click();
  await page.getByRole('link', { name: 'Time the walk and ring them in Proof' }).click();
  const walk = page.getByRole('region', { name: 'Make an event now' });
  const call = page.getByRole('region', { name: 'The call to the other desk' });
  const made = call.getByRole('list', { name: 'What was made, in its order' }).getByRole('listitem');
  // The walk is timed here: the event, then its end, and the call is made once.
  await expect(walk.getByLabel('What you make')).toHaveValue(/ alarm$/);
  await walk.getByRole('button', { name: 'I make it now' }).click();
  await expect(made).toHaveCount(1);
  await expect(walk.getByLabel('What you make')).toHaveValue(/ restoral$/);
  await walk.getByRole('button', { name: 'I make it now' }).click();
  await expect(made).toHaveCount(2);
  const over = call.getByRole('button', { name: 'The call is over' });
  await expect(call.getByText('Write down who you talk to.')).toBeVisible();
  await call.getByLabel('Who you talk to').fill('Ruth at the harbour watch');
  await expect(call.getByText('Say of at least one event what they have.')).toBeVisible();
  await call.getByLabel(/^What they have of 2/).selectOption({ label: 'they have nothing' });
  await call.getByLabel(/^What they have of 1/).selectOption({ label: 'they have it' });
  await call.getByRole('checkbox', { name: 'They have taken it off test' }).click();
  await over.click();
  // What they do not have fails it, whatever else they have.
  await expect(lamp(page, /^Call, failed/)).toBeVisible();
  await walk.getByLabel('What you make').selectOption({ label: 'Input, zone 4, its end' });
  await walk.getByRole('button', { name: 'I make it now' }).click();
  await call.getByLabel(/^What they have of 1/).selectOption({ label: 'they have it' });
  await call.getByLabel('Who you talk to').fill('Ruth at the harbour watch');
  await over.click();
  await expect(lamp(page, /^Call, weak, grade 7, bench/)).toBeVisible();
  // Their log, newest first, in their own codes, with no head: its columns are said by hand.
  const { now } = await desk.get(health);
  const time = new Date(now).toISOString().slice(0, 19).replace('T', ' ');
  const [year = '', month = '', day = ''] = time.slice(0, 10).split('-');
  const theirs = `${day}.${month}.${year};${time.slice(11)}`;
  const log = page.getByRole('region', { name: 'Their own log' });
  const pasted = log.getByLabel('Their own log, pasted');
  await pasted.fill(`account,time,zone,event\n99${account},${time},4,BA`);
  await expect(log.getByText('None of its lines (1) has this account and zone', { exact: false })).toBeVisible();
  await pasted.fill(`${account};${theirs};4;BR\n${account};${theirs};4;BA\n`);
  await expect(log.getByText('Its head does not say where account and time stand', { exact: false })).toBeVisible();
  await log.getByLabel('Date', { exact: true }).selectOption('1');
  await log.getByLabel('Time', { exact: true }).selectOption('2');
  await log.getByLabel('Zone', { exact: true }).selectOption('3');
  await log.getByLabel('Event, or their code').selectOption('4');
  await log.getByLabel('They write dates').selectOption('day first');
  await expect(log.getByRole('list', { name: 'Lines of what was made' }).getByRole('listitem')).toHaveCount(2);
  await log.getByRole('button', { name: 'Take 2 lines' }).click();
  await delivered(page);
  await expect(lamp(page, /^Call, proven, grade 7, bench/)).toBeVisible();
  const proved = page.getByRole('region', { name: 'What has been proved' });
  await expect(proved.getByRole('row').nth(1)).toContainText('their own log, bench');
  await expect(proved.getByText('A call without an event')).toHaveCount(0);
});

test('another desk’s machine sends its log by itself: its names are said once, and its lines prove what was made', async ({
  page,
  desk,
}) => {
  const account = newAccount();
  await arrive(page, desk.web);
  await openStation(page, { name: 'Sends its log', account, paths: ['Ethernet'] });
  await setting(page, /^Desk/, 'Monitored by', 'another desk');
  await device(page, 'Add');
  await page.getByLabel('Something else').selectOption({ label: 'Input' });
  await page.getByRole('button', { name: 'Add it' }).click();
  await setting(page, /^Input, /, 'Zone at the desk', '4');
  await lamp(page, /^Call, not tested/).click();
  await page.getByRole('link', { name: 'Time the walk and ring them in Proof' }).click();
  const walk = page.getByRole('region', { name: 'Make an event now' });
  await walk.getByRole('button', { name: 'I make it now' }).click();
  await expect(walk.getByLabel('What you make')).toHaveValue(/ restoral$/);
  await walk.getByRole('button', { name: 'I make it now' }).click();
  await delivered(page);
  const made = await desk.post('/api/tokens', { label: 'portal', role: 'technician', days: 1 });
  const { token } = (await made.json()) as { token: string };
  const { now } = await desk.get(health);
  const posts = (of: string): Promise<number> =>
    fetch(`http://127.0.0.1:${desk.httpPort}/logs/${account}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', authorization: `Bearer ${of}` },
      body: JSON.stringify(['BA', 'BR'].map((code) => ({ site: account, stamp: now, signal: { no: 4, code } }))),
    }).then(({ status }) => status);
  expect(await posts('a-token-that-is-none')).toBe(401);
  expect(await posts(token)).toBe(200);
  const log = page.getByRole('region', { name: 'Their own log' });
  await log
    .getByRole('list', { name: 'Logs that came by themselves' })
    .getByRole('button', { name: /^Open this log/ })
    .click();
  await expect(log.getByText('Its head does not say where account and time stand', { exact: false })).toBeVisible();
  await log.getByRole('checkbox', { name: 'Its first line is a head' }).click();
  await log.getByLabel('Date and time in one').selectOption('1');
  await log.getByLabel('Zone', { exact: true }).selectOption('2');
  await log.getByLabel('Event, or their code').selectOption('3');
  await log.getByRole('button', { name: 'Take 2 lines' }).click();
  await delivered(page);
  await expect(lamp(page, /^Call, proven, grade 7, bench/)).toBeVisible();
  // The next one is read by the same columns.
  await log
    .getByRole('list', { name: 'Logs that came by themselves' })
    .getByRole('button', { name: /^Open this log/ })
    .click();
  await expect(log.getByText('None of its lines (2) has this account and zone', { exact: false })).toBeVisible();
});

test('files before and after show a change from afar; only a call since proves that it still works', async ({ page, desk }) => {
  const account = newAccount();
  await arrive(page, desk.web);
  await openStation(page, { name: 'Changed from afar', account, paths: ['Ethernet'] });
  await arrivesFrom(page, 'Ethernet');
  await page.keyboard.press('3');
  await part(page, 'Files');
  for (const [when, text] of [
    ['before', 'timer = 5\nname = weir\n'],
    ['after', 'timer = 6\nname = weir\n'],
  ] as const) {
    await page
      .getByLabel('Open the device’s file')
      .setInputFiles({ name: `${when}.cfg`, mimeType: 'text/plain', buffer: Buffer.from(text) });
    await page.getByLabel('It is', { exact: true }).selectOption(when);
    await page.getByRole('button', { name: `Keep ${when}.cfg` }).click();
    await expect(page.getByRole('list', { name: 'Files that are kept' }).getByText(`${when}.cfg`, { exact: false })).toBeVisible();
  }
  await lamp(page, /^Remote access, not tested/).click();
  await margin(page).getByLabel('Value that was changed from afar').selectOption({ label: 'timer: 5 → 6' });
  await margin(page).getByRole('button', { name: 'The files show the change' }).click();
  await delivered(page);
  await expect(lamp(page, /^Remote access, weak, bench/)).toBeVisible();
  await desk.send(`${account};;event=door`);
  await expect(lamp(page, /^Remote access, proven, bench/)).toBeVisible();
});
