// Handover: the record, the journal as a file, the command line that judges it, and the rules by which it was judged.
import { entriesAfter, textByHash } from '@green-lamp/core/api';
import { spawnSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Page } from '@playwright/test';
import { Desk, expect, test } from './desk.ts';
import {
  device as openDevice,
  arrive,
  arrivesFrom,
  delivered,
  lamp,
  makeNow,
  newAccount,
  openStation,
  part,
  section,
  setting,
} from './technician.ts';

const root = dirname(dirname(fileURLToPath(import.meta.url)));
/** The command line as a person calls it, from the folder in which the files are. */
const greenlamp = (folder: string, ...args: string[]): { code: number | null; out: string; error: string } => {
  const { status, stdout, stderr } = spawnSync('npm', ['--prefix', root, 'run', '-s', 'greenlamp', '--', ...args], {
    cwd: folder,
    encoding: 'utf8',
  });
  return { code: status, out: stdout, error: stderr.replace(/^npm warn .*\n/gm, '') };
};
const saved = async (page: Page, into: string): Promise<void> => {
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save the whole journal (JSON)' }).click(),
  ]);
  await download.saveAs(into);
};

test('a blank station worked to its record: the journal verifies, and not after one byte is changed; secrets are in none of it', async ({
  page,
}) => {
  test.setTimeout(120_000);
  const desk = await new Desk().start();
  const account = newAccount();
  const [password, pin] = ['Planted-Curlew-7731', '80417263'];
  await arrive(page, desk.web);
  const stream = await openStation(page, { name: 'Blank to record', account });
  await arrivesFrom(page, 'Cellular');
  await setting(page, /^Modem, /, 'Login password', password);
  await setting(page, /^SIM, /, 'SIM PIN', pin);
  await setting(page, /^SIM, /, 'Card number (ICCID)', '8999901234567890125');
  await page.getByRole('button', { name: 'Accept', exact: true }).first().click();
  await page.getByLabel('Why it is accepted').fill('The carrier confirms this number.');
  await page.getByRole('button', { name: 'Accept it' }).click();
  await page.keyboard.press('3');
  await page
    .getByLabel('What the device answered')
    .fill(`AT+CPIN="${pin}"\nOK\n+CSQ: 20,99\nadmin password: ${password}\nPIN code = ${pin}\n`);
  await page.getByRole('button', { name: 'Keep this text' }).click();
  await delivered(page);
  await makeNow(page, 'Cellular');
  await desk.send(`${account};;event=depth_high`);
  await expect(lamp(page, /^Call, proven, grade 7, bench/)).toBeVisible();

  await page.keyboard.press('8');
  const record = page.getByRole('article', { name: 'Record' });
  await expect(record.getByRole('row').filter({ hasText: /^SIM PIN/ })).toContainText('kept secret, not in this record');
  await expect(record.getByRole('region', { name: 'Findings' })).toContainText('Accepted: The carrier confirms this number. (Ines,');
  await expect(record.getByRole('row').filter({ hasText: /^Call(?!s)/ })).toContainText("An event, 'depth_high', reached the desk");
  await page.getByRole('button', { name: 'Verify it here' }).click();
  await expect(page.getByText(/^Sound: \d+ entries kept and 0 waiting/)).toBeVisible();
  await page.emulateMedia({ media: 'print' });
  const printed = await page.pdf({ format: 'A4' });
  const shown = (await page.content()) + printed.toString('latin1');
  await page.emulateMedia({ media: 'screen' });

  const file = join(desk.folder, 'journal.json');
  await saved(page, file);
  const bytes = readFileSync(file);
  for (const secret of [password, pin])
    expect([secret.length, bytes.includes(secret), shown.includes(secret)]).toEqual([secret.length, false, false]);
  const { entries } = await desk.get(entriesAfter, { query: { after: 0, streams: [stream] } });
  const hash = /"blobs":\["([0-9a-f]{64})"\]/.exec(entries.map(({ text }) => text).join('\n'))?.[1] ?? '';
  const { text: capture } = await desk.get(textByHash, { names: { hash } });
  expect(capture).toContain('+CSQ: 20,99');
  for (const secret of [password, pin]) expect(capture).not.toContain(secret);

  const head = (await record.getByText(/^[0-9a-f]{64}$/).textContent()) ?? '';
  expect(greenlamp(desk.folder, 'verify', 'journal.json', '--head', head.slice(0, 12))).toMatchObject({
    code: 0,
    out: expect.stringContaining(`head ${head}`),
  });
  const changed = Buffer.from(bytes);
  const at = Math.floor(changed.length / 2);
  changed[at] = (changed[at] ?? 0) ^ 1;
  writeFileSync(join(desk.folder, 'changed.json'), changed);
  expect(greenlamp(desk.folder, 'verify', 'changed.json')).toMatchObject({ code: 1, error: '' });
  expect(greenlamp(desk.folder, 'verify', 'gone.json')).toMatchObject({
    code: 2,
    out: '',
    error: expect.stringMatching(/^greenlamp verify: gone\.json .*\n$/),
  });
  await desk.end();
});

test('[R1] newer house rules change nothing until they are adopted; then the lamps change by that entry, and the record names the version', async ({
  page,
  desk,
}) => {
  await arrive(page, desk.web);
  const stream = await openStation(page, { name: 'Judged anew', account: newAccount() });
  await page.keyboard.press('4');
  await page.getByRole('button', { name: 'I paste answers' }).click();
  await page.getByRole('button', { name: 'Start the hold' }).click();
  await page
    .getByLabel('Answers of the modem, one after another')
    .fill(Array.from({ length: 30 }, (_, i) => `+CESQ: 99,99,255,255,20,${44 + (i % 3)}\n`).join(''));
  await page.getByRole('button', { name: 'Take 30 readings' }).click();
  await page.getByRole('button', { name: 'End the hold and keep it' }).click();
  await expect(lamp(page, /^Signal, path 1, proven/)).toBeVisible();
  await delivered(page);

  // Another team member publishes stricter rules, as any client of the API may.
  const published = await desk.get(entriesAfter, { query: { after: 0, streams: ['house'] } });
  const first = JSON.parse(published.entries[0]?.text ?? '{}') as { data: { body: { signal: { LTE: object } } } };
  const { body } = first.data;
  const stricter = {
    ...body,
    id: 'dale',
    version: 2,
    name: 'Dale rules',
    signal: { ...body.signal, LTE: { 'signal.rsrp': { proven: -85, marginal: -95 } } },
  };
  const person = await page.evaluate(() => localStorage.getItem('green-lamp:person') ?? '');
  const device = await page.evaluate(() => localStorage.getItem('green-lamp:device') ?? '');
  const entry = {
    at: 1_794_493_000_000,
    data: { body: stricter, id: 'dale', version: 2 },
    id: `01KAAA${stream.slice(-20)}`,
    kind: 'house.published',
    since: 0,
    skew: 0,
    stream: 'house',
    v: 1,
    who: { device, person },
  };
  const sorted = (value: unknown): unknown =>
    Array.isArray(value) || typeof value !== 'object' || value === null
      ? value
      : Object.fromEntries(
          Object.entries(value)
            .sort(([a], [b]) => (a < b ? -1 : 1))
            .map(([key, of]) => [key, sorted(of)]),
        );
  const response = await desk.post('/api/entries', { entries: [JSON.stringify(sorted(entry))], secrets: [] }, person);
  expect(await response.json()).toMatchObject({ answers: [{ is: 'kept' }] });

  await page.keyboard.press('2');
  await openDevice(page, 'Judged by');
  await expect(page.getByRole('button', { name: 'Dale rules, version 2…' })).toBeVisible();
  await expect(lamp(page, /^Signal, path 1, proven/)).toBeVisible();
  await page.getByRole('button', { name: 'Dale rules, version 2…' }).click();
  const window = page.getByRole('dialog');
  await expect(window.getByRole('region', { name: 'Lamps that change' })).toContainText('Signal, Cellular: proven becomes failed');
  await expect(window.getByRole('region', { name: 'What differs' })).toContainText('LTE, RSRP, weak: was −110 dBm, is −95 dBm');
  await window.getByRole('button', { name: 'Adopt it' }).click();
  await expect(lamp(page, /^Signal, path 1, failed/)).toBeVisible();
  const judged = await openDevice(page, 'Judged by');
  await judged.getByLabel('Unit versions').selectOption({ label: 'Reporting module in a host panel, version 2' });
  await judged.getByRole('button', { name: 'Look at it' }).last().click();
  await page.getByRole('dialog').getByRole('button', { name: 'Adopt it' }).click();
  await page.keyboard.press('8');
  await expect(page.getByRole('region', { name: 'Judged by' })).toContainText(/Dale rules, dale version 2 [0-9a-f]{12}, adopted/);
  await expect(page.getByRole('region', { name: 'Judged by' })).toContainText(
    /Reporting module in a host panel, reporting-module version 2/,
  );
});

test('what is due later is a list, and a calendar file', async ({ page, desk }) => {
  await arrive(page, desk.web);
  await openStation(page, { name: 'Due later', account: newAccount() });
  await setting(page, /^SIM, /, 'Contract ends', '2027-03-14');
  await delivered(page);
  await page.keyboard.press('8');
  await part(page, 'Due');
  const due = page.getByRole('region', { name: 'What is due' });
  await expect(due.getByRole('listitem')).toContainText('card contract ends');
  const [saved] = await Promise.all([page.waitForEvent('download'), due.getByRole('button', { name: 'Save as a calendar' }).click()]);
  expect(saved.suggestedFilename()).toBe('due.ics');
  const text = readFileSync(await saved.path(), 'utf8');
  expect(text).toContain('DTSTART;VALUE=DATE:20270314');
  expect(text.replace(/\r\n[ \t]/g, '')).toContain('SUMMARY:Due later: SIM: card contract ends');
});

test('[J8] a station in one file: whole by the command line, refused once a byte is changed, and opened again from it', async ({
  page,
  desk,
}) => {
  const account = newAccount();
  await arrive(page, desk.web);
  await openStation(page, { name: 'All in one', account, paths: ['Ethernet'] });
  await arrivesFrom(page, 'Ethernet');
  await delivered(page);
  await desk.send(`${account};;event=door`);
  await delivered(page);
  await page.keyboard.press('8');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save it all in one file (zip)' }).click(),
  ]);
  expect(download.suggestedFilename()).toBe('all-in-one.zip');
  await expect(page.getByText(/^Saved: 3 files, each with its SHA-256/)).toBeVisible();
  const file = join(desk.folder, 'all-in-one.zip');
  await download.saveAs(file);
  expect(greenlamp(desk.folder, 'verify', 'all-in-one.zip')).toMatchObject({
    code: 0,
    out: expect.stringMatching(/^Whole: station:\w+, 4 files, /),
  });
  const bytes = readFileSync(file);
  const changed = Buffer.from(bytes);
  const at = changed.indexOf('calls.ndjson') + 40;
  changed[at] = (changed[at] ?? 0) ^ 1;
  writeFileSync(join(desk.folder, 'changed.zip'), changed);
  expect(greenlamp(desk.folder, 'verify', 'changed.zip').code).toBe(1);
  await page.goto(`${desk.web}/new`);
  await page.getByLabel('Sheet files').setInputFiles([file, join(desk.folder, 'changed.zip')]);
  await page.getByRole('link', { name: 'All in one' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'All in one' })).toBeVisible();
});

test('the logbook: found by words and person, with what stood before, as it was then, the chain whole, and a note that stays', async ({
  page,
  desk,
}) => {
  await arrive(page, desk.web);
  await openStation(page, { name: 'Has a logbook', account: newAccount(), paths: ['Ethernet'] });
  await setting(page, /^Path, Ethernet/, 'Arrives from address', '127.0.9.1');
  await setting(page, /^Path, Ethernet/, 'Arrives from address', '127.0.9.2');
  await delivered(page);
  await page.keyboard.press('8');
  await part(page, 'Logbook');
  const entries = page.getByRole('list', { name: 'Entries, newest first' });
  await expect(entries.getByRole('listitem').first()).toContainText('127.0.9.1 → 127.0.9.2');
  await page.getByRole('region', { name: 'Find entries' }).getByLabel('Words').fill('no such words');
  await expect(page.getByText('No entry fits all of that.')).toBeVisible();
  await page.getByRole('region', { name: 'Find entries' }).getByLabel('Words').fill('arrives from');
  await expect(entries.getByRole('listitem')).toHaveCount(2);
  await entries
    .getByRole('button', { name: /^As it was then/ })
    .last()
    .click();
  const then = page.getByRole('region', { name: 'As it was then' });
  await then.getByText(/^Its sheet then/).click();
  await expect(then).toContainText('127.0.9.1');
  await expect(then).not.toContainText('127.0.9.2');
  await page.getByRole('button', { name: 'Look over the chain' }).click();
  await expect(page.getByText(/^The chain is whole/)).toBeVisible();
  const note = page.getByRole('region', { name: 'A note' });
  await note.getByRole('button', { name: 'Client informed.' }).click();
  await note.getByRole('button', { name: 'Keep the note' }).click();
  await page.getByRole('region', { name: 'Find entries' }).getByLabel('Words').fill('client informed');
  await expect(entries.getByRole('listitem')).toHaveCount(1);
  await delivered(page);
});

test('the logbook of every station: what somebody wrote at one is found by its words, with the station it belongs to', async ({
  page,
  desk,
}) => {
  const words = `Sluice ${newAccount()} was open.`;
  await arrive(page, desk.web);
  await openStation(page, { name: 'Logged weir', account: newAccount() });
  await page.getByRole('link', { name: /Handover/ }).click();
  await part(page, 'Logbook');
  await section(page, 'A note').getByLabel('Note').fill(words);
  await page.getByRole('button', { name: 'Keep the note' }).click();
  await delivered(page);
  await page.getByRole('link', { name: 'Across', exact: true }).click();
  const book = section(page, 'Logbook of every station');
  await book.getByLabel('Words, or a station').fill(words.slice(0, 11));
  const entry = book.getByRole('list', { name: 'Entries' }).getByRole('listitem');
  await expect(entry).toHaveCount(1);
  await expect(entry).toContainText(words);
  await book.getByLabel('Who').fill('nobody');
  await expect(book.getByText('No entry like that.')).toBeVisible();
  await book.getByLabel('Who').fill('');
  await entry.getByRole('link', { name: 'Logged weir' }).click();
  await expect(page.getByText(words).first()).toBeVisible();
});
