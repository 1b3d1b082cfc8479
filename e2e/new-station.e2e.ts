// A new station of each kind of equipment: how many values it is asked for and how many presses it takes until its first call could be made.
import type { Locator, Page } from '@playwright/test';
import { Desk, expect, test } from './desk.ts';
import { arrive, device, newAccount, inList } from './technician.ts';

const answers: { readonly [label: string]: string } = {
  'Card number (ICCID)': '8999901234567890124',
  'State at the carrier': 'active',
  APN: 'telemetry.tarnlink.example',
  'Carrier demands a log-in': 'no',
  'Card asks for a PIN': 'no',
  Roaming: 'allowed',
  'Text messages': 'both ways',
  'Telephone number (MSISDN)': '+999123456789',
  'Telephone number': '+999123456780',
  'Desk’s address': 'desk.dale.example',
  'Speed on the unit': '9600 baud',
  'Login password': 'BrassLadder17',
  'Beside a host panel': 'alone',
  'Installer code': '4071',
  'Text it sends': 'Water is high',
  'Claimed under': 'ines@dale.example',
  'Claim code': 'AB12CD34',
  'Device family set': 'inverter',
  'Serial number it is claimed by': 'SN-0417',
  'EUI of the gateway': '70b3d57ed0001a2b',
  Server: 'net.dale.example',
  'Frequency plan': 'EU868',
  'Radio region': 'EU868',
  Key: 'BrassLadder17',
  'Far end': 'office.dale.example',
  'Network here': '192.168.7.0/24',
  'Network there': '192.168.8.0/24',
};

/** Counts what a hand does: a press of a button is one; a value is two, into its field and typed or chosen there. */
class Hand {
  presses = 0;
  values = 0;
  async press(of: Locator): Promise<void> {
    this.presses += 1;
    await of.click();
  }
  async fill(of: Locator, text: string): Promise<void> {
    this.presses += 2;
    this.values += 1;
    if ((await of.evaluate((element) => element.tagName)) === 'SELECT') await of.selectOption({ label: text });
    else await of.fill(text);
  }
}

const choose = async (page: Page, hand: Hand, role: 'Unit' | 'Modem or router', name: string): Promise<void> => {
  await hand.press(page.getByRole('button', { name: `Choose: ${role}` }));
  await hand.press(page.getByRole('region', { name: role, exact: true }).getByRole('button', { name: new RegExp(`^${name}`) }));
};

/** Kind, its unit, its modem, and how many values and presses it takes. */
const twelve: readonly { kind: string; unit?: string; modem?: string; values: number; presses: number }[] = [
  { kind: 'reporting module', unit: 'Reporting module', values: 9, presses: 22 },
  { kind: 'panel', unit: 'Panel with a keypad', values: 5, presses: 14 },
  { kind: 'router', modem: 'Industrial router with a modem', values: 10, presses: 24 },
  { kind: 'router pair', modem: 'Helper router', values: 10, presses: 24 },
  { kind: 'board router', modem: 'Small board router', values: 10, presses: 24 },
  { kind: 'logger and serial modem', unit: 'Logger with a serial side', values: 10, presses: 24 },
  { kind: 'cradle', modem: 'Modem cradle', values: 3, presses: 10 },
  { kind: 'I/O controller', unit: 'I/O controller', values: 11, presses: 26 },
  { kind: 'bus bridge', unit: 'Bridge between', values: 8, presses: 20 },
  { kind: 'long-range gateway', unit: 'Long-range radio gateway', values: 8, presses: 20 },
  { kind: 'handheld', unit: 'Handheld', values: 9, presses: 22 },
  { kind: 'branch gateway', modem: 'Small-branch gateway', values: 8, presses: 20 },
];

test('each of the twelve kinds is ready for its first call after at most fifteen values and sixty presses', async ({ page, desk }) => {
  test.setTimeout(240_000);
  await arrive(page, desk.web);
  for (const { kind, unit, modem, values, presses } of twelve) {
    const hand = new Hand();
    await page.getByRole('link', { name: 'Stations', exact: true }).click();
    await hand.press(page.getByRole('link', { name: 'New station' }));
    const form = page.getByRole('region', { name: 'New station', exact: true });
    await hand.fill(form.getByLabel('Name', { exact: true }), `A ${kind}`);
    if (unit !== undefined) await choose(page, hand, 'Unit', unit);
    if (modem !== undefined) await choose(page, hand, 'Modem or router', modem);
    const asked = form.getByRole('region', { name: 'For its first call' });
    const ready = form.getByText('Ready for its first call: nothing is missing.');
    while (!(await ready.isVisible())) {
      const empty = await asked
        .locator('input, select')
        .evaluateAll((all) =>
          all.flatMap((one) =>
            (one instanceof HTMLInputElement || one instanceof HTMLSelectElement) && one.value === ''
              ? [one.labels?.[0]?.textContent ?? '']
              : [],
          ),
        );
      const [label] = empty;
      expect(label, `${kind}: something is missing that nobody is asked for`).toBeDefined();
      const answer =
        label === 'Account the desk expects' ? newAccount() : label === 'Name' ? 'Pump 1' : answers[(label ?? '').replace(/, .*$/, '')];
      expect(answer, `${kind}: ${label ?? ''}`).toBeDefined();
      await hand.fill(asked.getByLabel(label ?? '', { exact: true }), answer ?? '');
    }
    await hand.press(form.getByRole('button', { name: 'Open the station' }));
    await expect(page.getByRole('heading', { level: 1, name: `A ${kind}` })).toBeVisible();
    expect({ kind, values: hand.values, presses: hand.presses }).toEqual({ kind, values, presses });
    expect(hand.values).toBeLessThanOrEqual(15);
    expect(hand.presses).toBeLessThanOrEqual(60);
    await page.keyboard.press('1');
    await expect(page.getByText('Ready for its first call.')).toBeVisible();
  }
});

test('a short secret and blanks make nothing ready, and such a station does not open', async ({ page, desk }) => {
  await arrive(page, desk.web, '/new');
  const form = page.getByRole('region', { name: 'New station', exact: true });
  await form.getByLabel('Name', { exact: true }).fill('Press shed');
  await form.getByRole('button', { name: 'Choose: Unit' }).click();
  await form.getByRole('button', { name: /^Panel with a keypad/ }).click();
  const missing = form.getByText(/missing for its first call/);
  await expect(missing).toHaveText(/^4 values are/);
  await form.getByLabel('Installer code').fill('40');
  await form.getByRole('button', { name: 'Cellular', exact: false }).click();
  await expect(missing).toHaveText(/^4 values are/);
  await form.getByRole('button', { name: 'Open the station' }).click();
  await expect(form.getByRole('alert').filter({ hasText: 'Installer code' })).toBeVisible();
  await form.getByLabel('Installer code').fill('4071');
  await expect(missing).toHaveText(/^3 values are/);
  await form.getByLabel('Account the desk expects').fill('   ');
  await expect(missing).toHaveText(/^3 values are/);
});

test('a half-made station survives a reload, but for its secrets; what was chosen decides what is asked', async ({ page, desk }) => {
  await arrive(page, desk.web, '/new');
  const form = page.getByRole('region', { name: 'New station', exact: true });
  await form.getByLabel('Name', { exact: true }).fill('Frost mast, Upper Field');
  await form.getByLabel('Find equipment').fill('dongle');
  await form.getByRole('button', { name: /^Modem cradle/ }).click();
  await form.getByRole('region', { name: 'Modem or router' }).getByRole('button', { name: 'Change: Modem or router' }).click();
  await form.getByRole('button', { name: /^Industrial router with a modem/ }).click();
  await form.getByLabel('APN', { exact: true }).fill('m2m.fellwave.example');
  await form.getByLabel('Login password').fill('BrassLadder17');
  await expect(form.getByLabel('Frequency plan')).toHaveCount(0);
  await page.reload();
  await expect(form.getByLabel('Name', { exact: true })).toHaveValue('Frost mast, Upper Field');
  await expect(form.getByLabel('APN', { exact: true })).toHaveValue('m2m.fellwave.example');
  await expect(form.getByLabel('Login password')).toHaveValue('');
  expect(await page.evaluate(() => JSON.stringify([Object.entries(sessionStorage), Object.entries(localStorage)]))).not.toContain(
    'BrassLadder17',
  );
});

test('a desk without a station says where to begin and how units reach it; sheets open as stations, and a bad file loses no good one', async ({
  page,
}) => {
  const desk = await new Desk().start();
  await arrive(page, desk.web);
  const start = page.getByRole('region', { name: 'Where to begin' });
  await expect(start).toContainText(`line records: 127.0.0.1, port ${desk.linePort}`);
  await expect(start).toContainText('They answer to this computer alone.');
  const element = { group: 'unit', id: 'abc123', label: 'Logger' };
  const sheet = {
    format: 'green-lamp-sheet',
    version: 1,
    station: 'Weir gauge, Lower Mill',
    elements: [element],
    settings: { 'unit:abc123.serial': 'SN-17' },
    secrets: [],
  };
  await start.getByLabel('Sheet files').setInputFiles([
    { name: 'bad.json', mimeType: 'application/json', buffer: Buffer.from('{"format":') },
    { name: 'weir.sheet.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(sheet)) },
  ]);
  await expect(page.getByText(/bad\.json: It is no sheet/)).toBeVisible();
  await page
    .getByRole('link', { name: /Weir gauge/ })
    .first()
    .click();
  await expect(page.getByRole('region', { name: 'Unit, Logger' })).toContainText('SN-17');
  await desk.end();
});

test('rows of a table become stations that are made as the form says; a bad row is named and loses no good one', async ({ page, desk }) => {
  await arrive(page, desk.web, '/new');
  const form = page.getByRole('region', { name: 'New station', exact: true });
  await form.getByRole('button', { name: 'Choose: Modem or router' }).click();
  await form.getByRole('button', { name: /^Industrial router with a modem/ }).click();
  const [one, two] = [newAccount(), newAccount()];
  const rows = ['station;Account the desk expects;APN;Colour', `Weir 1;${one};m2m.fellwave.example;blue`, `;${two};x.example;red`].join(
    '\n',
  );
  await form.getByLabel('Rows file').setInputFiles({ name: 'weirs.csv', mimeType: 'text/csv', buffer: Buffer.from(rows) });
  await expect(form).toContainText('weirs.csv: 1 row becomes a station made so. Not taken: Colour.');
  await expect(form).toContainText('line 3, station is not filled in.');
  await form.getByRole('button', { name: 'Open 1 station' }).click();
  await expect(form.getByRole('button', { name: 'Open 1 station' })).toHaveCount(0);
  await page.getByRole('link', { name: 'Stations', exact: true }).click();
  await inList(page, 'Weir 1');
  await page.getByRole('link', { name: /Weir 1/ }).click();
  await expect(await device(page, 'SIM, SIM')).toContainText('m2m.fellwave.example');
});
