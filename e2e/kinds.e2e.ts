// Kinds of equipment, each proven by what its kind really sends, over sockets of other programs: a module and a panel by DC-09, a logger's bytes through its modem, a bridge's values through its portal, a controller by text. (The long-range gateway: nodes.e2e.)
import { connect } from 'node:net';
import type { Page } from '@playwright/test';
import { health } from '@green-lamp/core/api';
import { type Desk, expect, pathAddress, test } from './desk.ts';
import { exchange, frame } from './dc09-frames.ts';
import { arrive, delivered, device, lamp, makeNow, newAccount, part, reportsByDc09, section, setting } from './technician.ts';

type Kind = { readonly name: string; readonly role: 'Unit' | 'Modem or router'; readonly equipment: RegExp; readonly account: string };
/** Opens a station of a kind, with its profile's own settings; gives the names of its paths, each with its address at the desk. */
const openKind = async (page: Page, { name, role, equipment, account }: Kind): Promise<string[]> => {
  await page.getByRole('link', { name: 'Stations', exact: true }).click();
  await page.getByRole('link', { name: 'New station' }).click();
  const form = page.getByRole('region', { name: 'New station', exact: true });
  await form.getByLabel('Name', { exact: true }).fill(name);
  await page.getByRole('button', { name: `Choose: ${role}` }).click();
  await page.getByRole('region', { name: role, exact: true }).getByRole('button', { name: equipment }).click();
  await form.getByLabel('Account the desk expects').fill(account);
  await form.getByRole('button', { name: 'Open the station' }).click();
  await expect(page.getByRole('heading', { level: 1, name })).toBeVisible();
  await page.keyboard.press('2');
  const devices = page.getByRole('region', { name: 'Devices', exact: true });
  await devices.waitFor();
  const paths = (await devices.getByRole('button', { name: /^Path, / }).allInnerTexts()).map((text) => text.split('\n')[0] ?? '');
  return paths;
};
const addInput = async (page: Page, values: { readonly [label: string]: string }): Promise<void> => {
  await device(page, 'Add');
  await page.getByLabel('Something else').selectOption({ label: 'Input' });
  await page.getByRole('button', { name: 'Add it' }).click();
  for (const [label, value] of Object.entries(values)) await setting(page, /^Input/, label, value);
};
const proof = async (page: Page): Promise<void> => {
  await delivered(page);
  await page.keyboard.press('5');
};
const say = (desk: Desk, account: string, content: string, path = 1): Promise<string> =>
  exchange(desk.dc09Port, [frame(content.replaceAll('ACCT', account))], { from: pathAddress(path) });

test('a reporting module: its own input and the end of it, by Contact ID in DC-09, over its cellular path', async ({ page, desk }) => {
  const account = newAccount();
  await arrive(page, desk.web);
  const [path = ''] = await openKind(page, { name: 'Kiln module', role: 'Unit', equipment: /^Reporting module/, account });
  await reportsByDc09(page, desk.dc09Port);
  await setting(page, new RegExp(`^Path, ${path}`), 'Arrives from address', pathAddress(1));
  await addInput(page, { Name: 'Kiln door', 'Zone at the desk': '3' });
  await proof(page);
  // What nobody asked for, and another zone, prove nothing.
  expect(await say(desk, account, '"ADM-CID"0001L0#ACCT[#ACCT|1150 01 003]')).toContain('"ACK"');
  await expect(lamp(page, /^Call, weak/)).toBeVisible();
  await makeNow(page);
  await say(desk, account, '"ADM-CID"0002L0#ACCT[#ACCT|1150 01 004]');
  await expect(section(page, 'Make an event now')).toContainText('2 still to make');
  await makeNow(page);
  await say(desk, account, '"ADM-CID"0003L0#ACCT[#ACCT|1150 01 003]');
  await expect(section(page, 'Make an event now')).toContainText('1 still to make');
  await makeNow(page);
  await say(desk, account, '"ADM-CID"0004L0#ACCT[#ACCT|3150 01 003]');
  await expect(lamp(page, /^Call, proven, grade 7, bench/)).toBeVisible();
});

test('a panel with two ways out: each way with its own alarm and its end, by the two-letter codes; the other way’s call is not it', async ({
  page,
  desk,
}) => {
  const account = newAccount();
  await arrive(page, desk.web);
  const paths = await openKind(page, { name: 'Store panel', role: 'Unit', equipment: /^Panel with a keypad/, account });
  expect(paths).toHaveLength(2);
  await reportsByDc09(page, desk.dc09Port);
  for (const [i, path] of paths.entries()) await setting(page, new RegExp(`^Path, ${path}`), 'Arrives from address', pathAddress(i + 1));
  await addInput(page, { Name: 'Store door', 'Zone at the desk': '3' });
  await proof(page);
  const ask = section(page, 'Make an event now');
  for (const [n, path, code, left] of [
    [1, 1, 'BA', 3],
    [2, 1, 'BR', 2],
    [3, 2, 'BA', 1],
  ] as const) {
    await makeNow(page);
    await say(desk, account, `"SIA-DCS"000${n}L0#ACCT[#ACCT|N${code}3]`, path);
    await expect(ask).toContainText(`${left} still to make`);
  }
  await makeNow(page);
  await say(desk, account, '"SIA-DCS"0004L0#ACCT[#ACCT|NBR3]', 1);
  await expect(ask.getByRole('list', { name: 'Answered' })).toContainText('as it was meant');
  await expect(lamp(page, /^Call, weak/)).toBeVisible();
  await makeNow(page);
  await say(desk, account, '"SIA-DCS"0005L0#ACCT[#ACCT|NBR3]', 2);
  await expect(lamp(page, /^Call, proven, grade 7, bench/)).toBeVisible();
});

test('a logger behind a modem that hands through: its records are values, and its own mark in them is an event', async ({ page, desk }) => {
  const account = newAccount();
  // A modem that hands through is known by an address that is its alone.
  const own = `127.0.9.${20 + (Number(account) % 200)}`;
  const send = (bytes: string): Promise<void> =>
    new Promise((done, failed) => {
      const socket = connect({ host: '127.0.0.1', port: desk.serialPort, localAddress: own }, () => socket.end(bytes));
      socket.on('error', failed);
      socket.on('close', () => done());
    });
  await arrive(page, desk.web);
  const [path = ''] = await openKind(page, { name: 'Gauge logger', role: 'Unit', equipment: /^Logger with a serial side/, account });
  await setting(page, /^Receiver, /, 'Listener speaks', 'the instrument’s bytes');
  await setting(page, /^Receiver, /, 'Desk’s port', String(desk.serialPort));
  await setting(page, /^Unit, /, 'Speaks', 'the instrument’s bytes');
  await setting(page, /^Unit, /, 'A record ends by', 'a sign');
  await setting(page, /^Unit, /, 'Sign at its end', '\\r\\n');
  await setting(page, /^Unit, /, 'Sign between its fields', ';');
  await setting(page, new RegExp(`^Path, ${path}`), 'Arrives from address', own);
  for (const [name, field] of [
    ['level', '2'],
    ['event', '3'],
  ] as const) {
    await device(page, 'Add');
    await page.getByLabel('Something else').selectOption({ label: 'Channel' });
    await page.getByRole('button', { name: 'Add it' }).click();
    const fresh = name === 'level' ? /^Channel, / : /^Channel, .*2/;
    await setting(page, fresh, 'Called in the data', name);
    await setting(page, fresh, 'Field of a record, from 1', field);
  }
  await proof(page);
  await send('07;+1.42 m\r\n07;+1.43 m\r\n');
  await expect(lamp(page, /^Call, weak, grade 6/)).toBeVisible();
  await makeNow(page);
  await send('07;+1.44 m;level_high\r\n');
  await expect(lamp(page, /^Call, proven, grade 7, bench/)).toBeVisible();
});

test('a bus bridge at its portal: what its portal posts of its own accord is held against what was made, and a voltage alone is no event', async ({
  page,
  desk,
}) => {
  const account = newAccount();
  await arrive(page, desk.web);
  await openKind(page, { name: 'Chiller bridge', role: 'Unit', equipment: /^Bridge between/, account });
  await delivered(page);
  const made = await desk.post('/api/tokens', { label: 'the portal', role: 'technician', days: 1 });
  const { token } = (await made.json()) as { token: string };
  const post = async (line: object): Promise<void> => {
    const { now } = await desk.get(health);
    const answer = await fetch(`http://127.0.0.1:${desk.httpPort}/logs/${account}`, {
      method: 'POST',
      headers: { authorization: `Bearer ${token}`, 'content-type': 'application/json' },
      body: JSON.stringify([{ account, time: new Date(now).toISOString(), zone: '', event: '', ...line }]),
    });
    expect(answer.status).toBe(200);
  };
  await post({ event: 'supply low, alarm' });
  await page.keyboard.press('5');
  const walk = section(page, 'Make an event now');
  await walk.getByRole('button', { name: 'I make it now' }).click();
  await delivered(page);
  await post({ account: `9${account}`, event: 'supply low, alarm' });
  await expect(lamp(page, /^Call, not tested/)).toBeVisible();
  await post({ event: 'supply low, alarm', supply: '22.1 V' });
  await expect(lamp(page, /^Call, proven, grade 7, bench/)).toBeVisible();
  await expect(section(page, 'Their own log')).toContainText('from ‘the portal’');
});

test('an I/O controller that texts: its words are its events, its reader says what came, and who may command it is tried', async ({
  page,
  desk,
}) => {
  const account = newAccount();
  const number = `+9997${account.padStart(8, '0')}`;
  await arrive(page, desk.web);
  await openKind(page, { name: 'Sump controller', role: 'Unit', equipment: /^I\/O controller/, account });
  await setting(page, /^Receiver, /, 'Listener speaks', 'text messages');
  await setting(page, /^SIM, /, 'Telephone number (MSISDN)', number);
  await setting(page, /^Input, /, 'Name', 'Sump high');
  await setting(page, /^Input, /, 'Text it sends', 'SUMP LEVEL HIGH');
  await setting(page, /^Input, /, 'Text when it ends', 'SUMP LEVEL OK');
  await setting(page, /^Input, /, 'Zone at the desk', '1');
  await setting(page, /^Telephone number, /, 'Whose', 'Jonas');
  await setting(page, /^Telephone number, /, 'May', 'be told');
  const made = await desk.post('/api/tokens', { label: 'texts', role: 'desk', days: 1 });
  const { token } = (await made.json()) as { token: string };
  const text = async (words: string): Promise<void> => {
    const answer = await fetch(`http://127.0.0.1:${desk.httpPort}/texts`, {
      method: 'POST',
      headers: { authorization: `Bearer ${token}`, 'content-type': 'application/json' },
      body: JSON.stringify({ from: number, text: words }),
    });
    expect(answer.status).toBe(200);
  };
  await proof(page);
  await makeNow(page);
  await text('The SUMP LEVEL HIGH text is a test');
  await expect(section(page, 'Make an event now')).toContainText('2 still to make');
  await text('SUMP LEVEL HIGH');
  await expect(section(page, 'Make an event now')).toContainText('1 still to make');
  await makeNow(page);
  await text('SUMP LEVEL OK');
  await expect(lamp(page, /^Call, proven, grade 7, bench/)).toBeVisible();
  await part(page, 'People');
  const told = section(page, 'Who is told');
  await expect(told).toContainText('0 of 2 messages confirmed');
  await told.getByLabel('To whom, of what').selectOption({ label: 'Jonas: Sump high' });
  await told.getByRole('button', { name: 'Enter it' }).click();
  await expect(told).toContainText('1 of 2 messages confirmed');
  await expect(told.getByLabel('To whom, of what')).toHaveValue(/restoral$/);
  await told.getByLabel('What came').selectOption({ label: 'nothing came' });
  await told.getByRole('button', { name: 'Enter it' }).click();
  await expect(told).toContainText('A complete site can’t be signed while somebody is told otherwise.');
  const may = section(page, 'Who may command the unit');
  await expect(may).toContainText('Jonas, by textto be kept out; not tried yet');
  await may.getByLabel('Who, by what').selectOption({ label: 'Jonas, by text' });
  await may.getByRole('button', { name: 'Enter the trial' }).click();
  await expect(may).toContainText('Jonas was let in by text, and is not to command the unit.');
  await delivered(page);
  await page.keyboard.press('8');
  await part(page, 'Sign-off');
  await expect(page.getByText('Jonas has nothing of Sump high, its end.').first()).toBeVisible();
});
