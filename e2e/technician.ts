// What a technician does at the screen, in the job's words.
import { expect, type Locator, type Page } from '@playwright/test';
import { pathAddress } from './desk.ts';

// Clear of the demo’s accounts and of those that tests name.
let accounts = 2000 + Math.floor(Math.random() * 40) * 40;
/** An account of this test’s own, never one character off another’s. */
export const newAccount = (): string => String((accounts += 11));

/** Opens the page and says who works there. */
export const arrive = async (page: Page, web: string, path = '/stations', name = 'Ines'): Promise<void> => {
  await page.goto(`${web}${path}`);
  const known = page.getByRole('dialog').getByRole('button', { name, exact: true }).first();
  // Whoever is known here is there as soon as the page asks.
  await page.getByRole('dialog').waitFor();
  if (await known.isVisible()) await known.click();
  else {
    await page.getByLabel(/^(?:Somebody else|Your name)$/).fill(name);
    await page.getByRole('button', { name: 'Use this name' }).click();
  }
  await expect(page.getByRole('dialog')).toHaveCount(0);
};

/** Finds a station in the list: that of a desk which other tests write to is long, and rows far down are not drawn. */
export const inList = (page: Page, name: string): Promise<void> => page.getByLabel('Find', { exact: true }).fill(name);

export const openStation = async (
  page: Page,
  of: { name: string; account: string; paths?: ('Cellular' | 'Ethernet' | 'Wi-Fi')[] },
): Promise<string> => {
  await page.getByRole('link', { name: 'Stations', exact: true }).click();
  await page.getByRole('link', { name: 'New station' }).click();
  const form = page.getByRole('region', { name: 'New station', exact: true });
  await form.getByLabel('Name', { exact: true }).fill(of.name);
  await form.getByLabel('Account the desk expects').fill(of.account);
  for (const path of of.paths ?? ['Cellular']) if (path !== 'Cellular') await form.getByRole('button', { name: path }).click();
  if (of.paths !== undefined && !of.paths.includes('Cellular')) await form.getByRole('button', { name: 'Cellular' }).click();
  await form.getByRole('button', { name: 'Open the station' }).click();
  await expect(page.getByRole('heading', { level: 1, name: of.name })).toBeVisible();
  return /stations\/(station:[0-9A-Z]+)/.exec(page.url())?.[1] ?? '';
};

/** The section of an element or holder on the sheet. */
export const section = (page: Page, name: string | RegExp) => page.getByRole('region', { name });

/** Opens the list of every device's settings. */
export const allDevices = (page: Page): Promise<void> =>
  page
    .getByRole('region', { name: 'Devices', exact: true })
    .getByRole('button', { name: /^All devices/ })
    .click();

/** Opens a device of the sheet, unless it is in sight. */
export const device = async (page: Page, where: string | RegExp): Promise<Locator> => {
  const of = section(page, where);
  const devices = page.getByRole('region', { name: 'Devices', exact: true });
  await devices.waitFor();
  if (!(await of.first().isVisible())) await devices.getByRole('button', { name: where }).first().click();
  await expect(of.first()).toBeVisible();
  return of;
};

/** Opens a setting and gives its field. */
export const opened = async (page: Page, where: string | RegExp, label: string): Promise<Locator> => {
  const of = await device(page, where);
  const row = of
    .locator('[data-row]')
    .filter({ has: page.getByText(label, { exact: true }) })
    .first();
  const more = of.getByRole('button', { name: /more that nobody asks for yet/ });
  if (!(await row.isVisible()) && (await more.isVisible())) await more.click();
  if ((await row.getAttribute('aria-expanded')) === 'false') await row.click();
  const field = of.getByLabel(label, { exact: true });
  await expect(field).toBeVisible();
  return field;
};

export const setting = async (page: Page, where: string | RegExp, label: string, value: string): Promise<void> => {
  const of = section(page, where);
  const field = await opened(page, where, label);
  if ((await field.evaluate((element) => element.tagName)) === 'SELECT') await field.selectOption({ label: value });
  else await field.fill(value);
  await of.getByRole('button', { name: 'Save value' }).click();
  await expect(of.getByRole('button', { name: 'Save value' })).toHaveCount(0);
};

/** Writes on the sheet from which address each path arrives at the desk. */
export const arrivesFrom = async (page: Page, ...paths: readonly string[]): Promise<void> => {
  for (const [i, path] of paths.entries()) await setting(page, new RegExp(`^Path, ${path}`), 'Arrives from address', pathAddress(i + 1));
};

/** The station reports by DC-09: its receiver is the desk's other listener. */
export const reportsByDc09 = async (page: Page, port: number): Promise<void> => {
  await setting(page, /^Receiver, /, 'Listener speaks', 'DC-09');
  await setting(page, /^Receiver, /, 'Desk’s port', String(port));
  await setting(page, /^Unit, /, 'Speaks', 'DC-09');
  await setting(page, /^Unit, /, 'Calls desk on port', String(port));
};

export const lamp = (page: Page, name: RegExp | string) => page.getByRole('region', { name: 'The line' }).getByRole('button', { name });
export const delivered = async (page: Page): Promise<void> => {
  const refused = page.getByRole('button', { name: /not accepted/ });
  await expect(page.getByText('all entries delivered').or(refused)).toBeVisible({ timeout: 40_000 });
  if (!(await refused.isVisible())) return;
  await refused.click();
  expect(await page.getByRole('dialog').innerText(), 'every entry is accepted').toBe('');
};

/** Opens the rail of slips. */
export const slips = (page: Page): Promise<void> => page.getByRole('button', { name: /^Evidence, / }).click();

/** A part of the chapter or screen that is open. */
export const part = (page: Page, name: string): Promise<void> => page.getByRole('tab', { name, exact: true }).click();

/** In Proof: says that an event is made now, over a path where one is meant; the desk knows it by then. */
export const makeNow = async (page: Page, over?: string): Promise<void> => {
  await page.getByRole('link', { name: /^5? ?Proof/ }).click();
  const ask = section(page, 'Make an event now');
  if (over !== undefined) await ask.getByLabel('Over', { exact: true }).selectOption({ label: over });
  const waited = ask.getByRole('list', { name: 'Waited for' }).getByRole('listitem');
  const before = await waited.count();
  await ask.getByRole('button', { name: 'I make it now' }).first().click();
  await expect(waited).toHaveCount(before + 1);
  await delivered(page);
};
