// What Call asks of events, paths and receivers: each cell by its own asked event; what can't be made is said; the spare receiver is reached while the first gives no answer.
import { Desk, expect, pathAddress, test } from './desk.ts';
import { arrive, arrivesFrom, delivered, device, lamp, makeNow, newAccount, openStation, section, setting } from './technician.ts';

const addInput = async (page: import('@playwright/test').Page, zone: string, name: string): Promise<void> => {
  await device(page, 'Add');
  await page.getByLabel('Something else').selectOption({ label: 'Input' });
  await page.getByRole('button', { name: 'Add it' }).click();
  await setting(page, /^Input/, 'Zone at the desk', zone);
  await setting(page, /^Input/, 'Name', name);
};

test('two paths, an input with its end: the first path whole, then the other; what nobody can make leaves Call weak', async ({
  page,
  desk,
}) => {
  const account = newAccount();
  await arrive(page, desk.web);
  await openStation(page, { name: 'Matrix', account, paths: ['Ethernet', 'Wi-Fi'] });
  await arrivesFrom(page, 'Ethernet', 'Wi-Fi');
  await addInput(page, '3', 'Float');
  await page.getByRole('link', { name: /^5? ?Proof/ }).click();
  const ask = section(page, 'Make an event now');
  const proved = section(page, 'What has been proved');
  await expect(proved).toContainText('0 of 6 asked');
  await expect(proved).toContainText('4 events to make');
  const send = (path: 1 | 2, turn: string, n: number): Promise<string[]> =>
    desk.sendFrom(pathAddress(path), `${account};;event=float;zone=3${turn};n=${n}`);
  await makeNow(page);
  await send(1, '', 1);
  await expect(ask).toContainText('3 still to make');
  await expect(proved.getByRole('row', { name: /Float/ })).toContainText('its end to make');
  await makeNow(page);
  await send(1, ';turn=restoral', 2);
  await expect(ask).toContainText('2 still to make');
  await expect(ask.getByLabel('Over', { exact: true })).toHaveValue(/.+/);
  // Over the other path, and it comes by the first: it was asked for, and not so.
  await makeNow(page);
  await send(1, '', 3);
  await expect(ask.getByRole('list', { name: 'Answered' })).toContainText('Not over Wi-Fi, as it was meant');
  await expect(ask.getByRole('list', { name: 'Waited for' }).getByRole('listitem')).toHaveCount(0);
  await expect(lamp(page, /^Call, weak/)).toBeVisible();
  await makeNow(page, 'Wi-Fi');
  await send(2, '', 4);
  await expect(ask).toContainText('1 still to make');
  await proved.getByText('One of them can’t be made').click();
  await proved.getByLabel('Which one').selectOption({ label: 'the end of an event, over Wi-Fi' });
  await proved.getByLabel('Why not').fill('the float sticks');
  await proved.getByRole('button', { name: 'It can’t be made' }).click();
  await expect(ask).toContainText('all that is asked has come');
  await expect(lamp(page, /^Call, weak/)).toBeVisible();
  await expect(proved).toContainText('1 of them can’t be made, for reasons given.');
  await ask.getByLabel('What you make').selectOption({ label: 'Float, zone 3, its end' });
  await ask.getByLabel('Over', { exact: true }).selectOption({ label: 'Wi-Fi' });
  await ask.getByRole('button', { name: 'I make it now' }).first().click();
  await delivered(page);
  await send(2, ';turn=restoral', 5);
  await expect(lamp(page, /^Call, proven/)).toBeVisible();
});

test('the spare receiver: while the first gives this account no answer the unit’s call comes in at the other', async ({ page }) => {
  test.setTimeout(120_000);
  const desk = await new Desk({ GREENLAMP_LINE_PORT: '0,0' }).start();
  const account = newAccount();
  await arrive(page, desk.web);
  await openStation(page, { name: 'Spare', account, paths: ['Ethernet'] });
  await arrivesFrom(page, 'Ethernet');
  const spare = /Listener\s+line\s+\S+:(\d+)[\s\S]*?Listener\s+line\s+\S+:(\d+)/.exec(desk.output)?.[2] ?? '';
  await (await device(page, 'Add')).getByRole('button', { name: 'Receiver' }).click();
  await setting(page, /^Receiver, Receiver 2/, 'Account the desk expects', account);
  await setting(page, /^Receiver, Receiver 2/, 'Desk’s port', spare);
  await setting(page, /^Receiver, Receiver 2/, 'Listener speaks', 'Line records');
  await setting(page, /^Receiver, Receiver 2/, 'Role', 'second');
  await makeNow(page, 'Ethernet');
  await desk.send(`${account};;event=door`);
  await expect(lamp(page, /^Call, weak/)).toBeVisible();
  const part = section(page, 'The spare receiver');
  await part.getByRole('button', { name: 'Give no answer' }).click();
  await expect(part.getByRole('status')).toContainText('gives this account no answer');
  await makeNow(page, 'Ethernet');
  expect(await desk.send(`${account};;event=door;n=2`)).toEqual([]);
  desk.linePort = Number(spare);
  expect(await desk.send(`${account};;event=door;n=2`)).toEqual(['OK 1']);
  await expect(lamp(page, /^Call, proven/)).toBeVisible();
  await part.getByRole('button', { name: 'Answer again' }).click();
  await expect(part.getByRole('button', { name: 'Give no answer' })).toBeVisible();
  await desk.end();
});

test('standby: how long it is dark, the choice of its probes, and what the paths share', async ({ page, desk }) => {
  await arrive(page, desk.web);
  await openStation(page, { name: 'Two ways', account: newAccount(), paths: ['Ethernet', 'Cellular'] });
  await page.getByRole('link', { name: /Standby/ }).click();
  await page.getByRole('tab', { name: 'How long' }).click();
  await page.getByRole('link', { name: 'Put them on the sheet' }).click();
  for (const [label, value] of [
    ['Probe method', 'ping'],
    ['Probe interval', '30 s'],
    ['Failed probes before switching', '3'],
    ['Probe timeout', '5 s'],
    ['Longest gap it may make', '90 s'],
  ] as const)
    await setting(page, /^Path, Cellular/, label, value);
  await page.getByRole('link', { name: /Standby/ }).click();
  await page.getByRole('tab', { name: 'How long' }).click();
  await expect(page.getByRole('row', { name: /Noticing, by probes/ })).toContainText('65 s80 s95 s');
  await expect(page.getByText(/The client allows 90 s: kept in \d+ of 100 failures\./)).toBeVisible();
  await page.getByRole('tab', { name: 'Probes' }).click();
  await expect(page.getByText(/^Proposed: \d+ × /)).toBeVisible();
  await expect(section(page, 'On the edge').getByRole('row').nth(1)).toContainText('3 × 30 s as planned');
  await page.getByRole('tab', { name: 'What they share' }).click();
  await expect(section(page, 'What the paths share')).toContainText('Cellular and Ethernet fail together');
});
