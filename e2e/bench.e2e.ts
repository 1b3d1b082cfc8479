// Bench: a dialogue is pasted, held against the sheet, and what of it counts is taken by a person.
import { entriesAfter, textByHash } from '@green-lamp/core/api';
import { expect, test } from './desk.ts';
import { arrive, delivered, device, lamp, newAccount, openStation, part, setting } from './technician.ts';

const dialogue = `*** boot 7.2 ***
AT+CPIN?
+CPIN: READY

OK
AT+CCID
+CCID: 8999901234567890124

OK
AT+CGSN
490154203237518

OK
AT+CGDCONT?
+CGDCONT: 1,"IP","left-over.example","",0,0

OK
AT+CEREG?
+CEREG: 0,1

OK
AT+CGPADDR=1
+CGPADDR: 1,"100.72.4.9"

OK
`;

test('what a modem answered becomes readings and comparisons, each taken by a press, and the text stays', async ({ page, desk }) => {
  await arrive(page, desk.web);
  await openStation(page, { name: 'Bench work', account: newAccount() });
  await setting(page, /^SIM, /, 'APN', 'm2m.fellwave.example');
  await setting(page, /^SIM, /, 'Card number (ICCID)', '8999901234567890124');
  await page.keyboard.press('3');
  await page.getByLabel('What the device answered').fill(dialogue);
  const found = page.getByRole('region', { name: 'What was found' });
  const row = (name: RegExp) => found.getByRole('row').filter({ hasText: name });
  await expect(row(/Card number/)).toContainText('equal to the sheet');
  await expect(row(/^.*IMEI/)).toContainText('not on the sheet');
  await expect(row(/^.*APN/)).toContainText('differs: the sheet says m2m.fellwave.example');
  await expect(found.getByText('1 line was not understood')).toBeVisible();
  await expect(found.getByText('*** boot 7.2 ***')).toBeVisible();
  await expect(lamp(page, /^SIM, path 1, not tested/)).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('What the device answered')).toHaveValue(dialogue);

  await page.getByRole('button', { name: 'Take all 3 readings' }).click();
  await expect(lamp(page, /^SIM, path 1, proven, bench/)).toBeVisible();
  await expect(lamp(page, /^Network, path 1, proven, grade 3, bench/)).toBeVisible();
  await expect(found.getByText('Taken', { exact: true })).toHaveCount(3);
  await page.getByRole('button', { name: 'Put on the sheet: IMEI' }).click();
  await expect(row(/^.*IMEI/)).toContainText('equal to the sheet');
  await page.getByRole('button', { name: 'Take as read back: APN' }).click();
  await delivered(page);
  await page.reload();
  await expect(found.getByText('Taken', { exact: true })).toHaveCount(4);
  await page.getByText('The text as it is kept').click();
  await expect(page.getByLabel('Kept text, masked')).toContainText('+CPIN: READY');
  await page.keyboard.press('2');
  await expect(await device(page, /^SIM, /)).toContainText('left-over.example');
});

test('the text of a status page, without a network: kept here, delivered later with its text before it', async ({ page, desk }) => {
  await arrive(page, desk.web);
  const stream = await openStation(page, { name: 'Status page', account: newAccount() });
  await delivered(page);
  await page.context().setOffline(true);
  await page.keyboard.press('3');
  await page
    .getByLabel('What the device answered')
    .fill('Operator = Fellwave\nRSRP: -97 dBm\nRSRQ: -11 dB\nUptime: 3 d\nWiFi password: hidden-otter-9\n');
  await page.getByRole('button', { name: 'Save reading: RSRP' }).click();
  await expect(page.getByText(/entries wait for a network/)).toBeVisible();
  await expect(lamp(page, /^Signal, path 1, weak, bench/)).toBeVisible();
  await page.context().setOffline(false);
  await delivered(page);
  const { entries } = await desk.get(entriesAfter, { query: { after: 0, streams: [stream] } });
  const kept = entries.map(({ text }) => text).find((text) => text.includes('capture.kept')) ?? '';
  const hash = /"blobs":\["([0-9a-f]{64})"\]/.exec(kept)?.[1] ?? '';
  const { text } = await desk.get(textByHash, { names: { hash } });
  expect(text).toContain('Operator = Fellwave');
  expect(text).not.toContain('otter');
});

test('the device’s own file: compared with the sheet, kept as found and after without its secrets, and what changed between them', async ({
  page,
  desk,
}) => {
  await arrive(page, desk.web);
  const stream = await openStation(page, { name: 'Found router', account: newAccount() });
  await page.getByRole('link', { name: /Sheet/ }).click();
  await setting(page, /^SIM, /, 'APN', 'm2m.fellwave.example');
  await device(page, 'Judged by');
  await page.getByLabel('Modem versions').selectOption({ label: 'Industrial router with a modem, version 4' });
  await page.getByRole('region', { name: 'Judged by' }).getByRole('button', { name: 'Look at it' }).first().click();
  await page.getByRole('dialog').getByRole('button', { name: 'Adopt it' }).click();
  await page.getByRole('link', { name: /Bench/ }).click();
  await part(page, 'Files');
  const files = page.getByRole('region', { name: 'The device’s own file' });
  const open = async (name: string, text: string): Promise<void> => {
    await files.locator('input[type=file]').setInputFiles({ name, mimeType: 'text/plain', buffer: Buffer.from(text) });
  };
  await open('old.ini', '[wan]\napn = left-over.example\nroaming = yes\n[admin]\npassword = otter-99\ncolour = green\n');
  const against = page.getByRole('region', { name: 'The file against the sheet' });
  await expect(against).toContainText('Read as INI: 4 values. 1 differ');
  await expect(against.getByRole('listitem').first()).toContainText('differs: APN');
  await expect(page.locator('body')).not.toContainText('otter-99');
  await files.getByLabel('Its serial number').fill('RT-5');
  await files.getByRole('button', { name: 'Keep old.ini' }).click();
  await expect(files.getByRole('list', { name: 'Files that are kept' })).toContainText('as found: old.ini');
  await open('new.ini', '[wan]\napn = m2m.fellwave.example\nroaming = yes\n[admin]\npassword = otter-100\ncolour = green\n');
  await files.getByLabel('It is').selectOption('after');
  await files.getByRole('button', { name: 'Keep new.ini' }).click();
  await files.getByLabel('Compare').selectOption({ index: 2 });
  await files.getByLabel('with').selectOption({ index: 1 });
  const changed = files.getByRole('list', { name: 'What changed between the files' });
  await expect(changed.getByRole('listitem')).toHaveText(['wan.apn: left-over.example, now m2m.fellwave.example']);
  await delivered(page);
  const { entries } = await desk.get(entriesAfter, { query: { after: 0, streams: [stream] } });
  expect(JSON.stringify(entries)).toContain('old.ini');
  expect(JSON.stringify(entries)).not.toContain('otter');
});

const page_ = `Modem status
  SIM status:      READY
  ICCID            8999 9012 3456 7890 124
  Registration:    roaming not allowed
  RSRP  \u201397 dBm (fair)
  RSRQ: -11 dB; SINR: 12
Neighbour cells
PCI  RSRP      RSRQ
101  -118 dBm  -17 dB
102  -121 dBm  -18 dB
LAN
IP address: 192.168.7.1
Wi-Fi key        Brass-Otter-19
AT+CGAUTH=1,1,"tech","Brass-Otter-19"
`;
test('a page in columns is read by its names and places; a denial, a neighbour and the LAN are not; a word that this station keeps secret never arrives', async ({
  page,
  desk,
}) => {
  await arrive(page, desk.web);
  await openStation(page, { name: 'Columns', account: newAccount() });
  await page.keyboard.press('2');
  const sim = await device(page, /^SIM, /);
  await sim.getByRole('button').filter({ hasText: 'APN password' }).first().click();
  await sim.getByLabel('APN password').fill('slate-heron-7 ');
  await expect(sim.getByText('It has a blank at its end')).toBeVisible();
  await sim.getByRole('button', { name: 'Take it away' }).click();
  await sim.getByRole('button', { name: 'Save value' }).click();
  await delivered(page);
  await page.keyboard.press('3');
  const answered = page.getByLabel('What the device answered');
  await answered.fill(`${page_}the session was opened with slate-heron-7 today\n`);
  const found = page.getByRole('region', { name: 'What was found' });
  await expect(found.getByText('5 found in')).toBeVisible();
  await expect(found.getByRole('row').filter({ hasText: 'RSRP' })).toHaveCount(1);
  await expect(found.getByRole('row').filter({ hasText: 'SINR' })).toContainText('not sure');
  for (const none of ['Registration', 'Address', '192.168.7.1'])
    await expect(found.getByRole('row').filter({ hasText: none })).toHaveCount(0);
  await found.getByText('lines were not understood').click();
  await expect(found.getByText('Registration: roaming not allowed')).toBeVisible();
  await page.getByRole('button', { name: 'Take all 4 readings' }).click();
  await delivered(page);
  await page.getByText('The text as it is kept').click();
  const kept = page.getByLabel('Kept text, masked');
  await expect(kept).toContainText('opened with \u2022\u2022\u2022 today');
  await expect(kept).not.toContainText('Otter');
  await expect(page.getByText('Not accepted')).toHaveCount(0);
});
