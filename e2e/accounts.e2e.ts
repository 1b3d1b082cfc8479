// At a desk of one's own nobody gets in without an account, and nobody writes in another's name; being signed out loses nothing.
import type { Browser, Page } from '@playwright/test';
import { Desk, expect, test } from './desk.ts';
import { delivered, setting } from './technician.ts';

const password = 'lantern orchard gravel seven';
const own = (): Promise<Desk> => new Desk({ GREENLAMP_ACCOUNTS: 'own' }).start();
const codeOf = (desk: Desk): string => /First lead\s+(\S+)/.exec(desk.output)?.[1] ?? '';

const byCode = async (page: Page, code: string, name: string, button: string): Promise<void> => {
  const window = page.getByRole('dialog');
  await window.getByLabel('One-time code').fill(code);
  await window.getByLabel('Name').fill(name);
  await window.getByLabel('New password').fill(password);
  await window.getByRole('button', { name: button }).click();
  await expect(window).toHaveCount(0);
};
const byPassword = async (page: Page, name: string): Promise<void> => {
  const window = page.getByRole('dialog');
  await window.getByLabel('Name').fill(name);
  await window.getByLabel('Password', { exact: true }).fill(password);
  await window.getByRole('button', { name: 'Sign in', exact: true }).click();
};
/** The first lead at a new desk. */
const leads = async (page: Page, desk: Desk): Promise<void> => {
  await page.goto(desk.web);
  await byCode(page, codeOf(desk), 'Ines', 'Make this account');
  await expect(page.getByText('No station yet')).toBeVisible();
};
/** The lead adds somebody, who sets their password by the code, at a browser of their own. */
const joins = async (lead: Page, browser: Browser, desk: Desk, name: string, role: string): Promise<Page> => {
  await lead.goto(`${desk.web}/people`);
  await lead.getByLabel('Somebody new').fill(name);
  await lead.getByLabel('They', { exact: true }).selectOption({ label: role });
  await lead.getByRole('button', { name: 'Add them' }).click();
  await delivered(lead);
  const row = lead.getByRole('list', { name: 'People' }).getByRole('listitem').filter({ hasText: name });
  await row.getByRole('button', { name: 'Make a code' }).click();
  const code = await lead.getByLabel('One-time code').innerText();
  await lead.keyboard.press('Escape');
  const page = await (await browser.newContext()).newPage();
  await page.goto(desk.web);
  await page.getByRole('button', { name: 'I have a one-time code' }).click();
  await byCode(page, code, name, 'Set it and sign in');
  return page;
};
const opens = async (page: Page, name: string, account: string): Promise<void> => {
  await page.getByRole('link', { name: 'New station' }).click();
  const form = page.getByRole('region', { name: 'New station', exact: true });
  await form.getByLabel('Name', { exact: true }).fill(name);
  await form.getByLabel('Account the desk expects').fill(account);
  await form.getByRole('button', { name: 'Open the station' }).click();
  await expect(page.getByRole('heading', { level: 1, name })).toBeVisible();
};

test('a new desk: the console’s code makes the lead, who adds a technician; each sees who they are, and a stranger nothing', async ({
  page,
  browser,
}) => {
  const desk = await own();
  await leads(page, desk);
  const bo = await joins(page, browser, desk, 'Bo', 'works at stations');
  await opens(bo, 'Pass mast', '4711');
  await delivered(bo);
  await expect(bo.getByRole('button', { name: 'Bo', exact: true })).toBeVisible();
  await bo.goto(`${desk.web}/people`);
  await expect(bo.getByText('this is for leads')).toBeVisible();
  const stranger = await (await browser.newContext()).newPage();
  await stranger.goto(desk.web);
  await expect(stranger.getByRole('dialog', { name: 'Sign in' })).toBeVisible();
  await expect(stranger.getByText('Pass mast')).toHaveCount(0);
  await byPassword(stranger, 'Nobody');
  await expect(stranger.getByRole('alert')).toContainText('name and password do not belong together');
  await page.getByRole('tab', { name: 'Sign-ins' }).click();
  await expect(page.getByRole('list', { name: 'Who came in' })).toContainText('Signed in: Bo, by a one-time code');
  await desk.end();
});

test('signed out from afar in the middle of work: what is written waits, also over a reload, and goes out under its writer once they sign in again', async ({
  page,
  browser,
}) => {
  const desk = await own();
  await leads(page, desk);
  const bo = await joins(page, browser, desk, 'Bo', 'works at stations');
  await opens(bo, 'Pass mast', '4711');
  await delivered(bo);
  await page.goto(`${desk.web}/people`);
  const row = page.getByRole('list', { name: 'People' }).getByRole('listitem').filter({ hasText: 'Bo' }).first();
  await row.getByText('1 sign-in').click();
  await row.getByRole('button', { name: 'Sign it out' }).click();
  await expect(bo.getByText('Nobody is signed in here.')).toBeVisible();
  await setting(bo, /^SIM/, 'APN', 'waits.example');
  await expect(bo.getByText(/1 entry waits/)).toBeVisible();
  await bo.reload();
  await expect(bo.getByText(/1 entry waits/)).toBeVisible();
  await bo.getByRole('button', { name: 'Sign in', exact: true }).first().click();
  await byPassword(bo, 'Bo');
  await delivered(bo);
  await expect(bo.getByText('Nobody is signed in here.')).toHaveCount(0);
  await desk.end();
});

test('a PIN locks the page on this device: it opens without a network, nothing is drawn meanwhile, and five wrong tries take the password', async ({
  page,
  context,
}) => {
  const desk = await own();
  await leads(page, desk);
  await opens(page, 'Pass mast', '4711');
  await page.getByRole('button', { name: 'Ines', exact: true }).click();
  await page.getByLabel('PIN for this device, 4 to 10 digits').fill('4711');
  await page.getByRole('button', { name: 'Lock with this PIN' }).click();
  await page.getByRole('button', { name: 'Lock it now' }).click();
  await expect(page.getByRole('heading', { name: 'Locked' })).toBeVisible();
  await expect(page.getByText('Pass mast')).toHaveCount(0);
  await context.setOffline(true);
  const type = async (pin: string): Promise<void> => {
    for (const digit of pin) await page.getByRole('button', { name: digit, exact: true }).click();
    await page.getByRole('button', { name: 'Open' }).click();
  };
  await type('1111');
  await expect(page.getByText('4 tries are left of 5')).toBeVisible();
  await type('4711');
  await expect(page.getByRole('heading', { level: 1, name: 'Pass mast' })).toBeVisible();
  await context.setOffline(false);
  await page.getByRole('button', { name: 'Ines', exact: true }).click();
  await page.getByRole('button', { name: 'Lock it now' }).click();
  for (let i = 0; i < 5; i++) await type('2222');
  await expect(page.getByRole('dialog', { name: 'Sign in' })).toBeVisible();
  await page.reload();
  await expect(page.getByText('Nobody is signed in here.').or(page.getByRole('dialog', { name: 'Sign in' }))).toBeVisible();
  expect(await page.evaluate(() => JSON.stringify(localStorage))).not.toContain('4711');
  await desk.end();
});

test('a lead makes a copy by a press and sees it; a technician sees none of it', async ({ page, browser }) => {
  const desk = await own();
  await leads(page, desk);
  const bo = await joins(page, browser, desk, 'Bo', 'works at stations');
  await page.goto(`${desk.web}/people?of=copies`);
  await expect(page.getByText('There is no copy yet.')).toBeVisible();
  await page.getByRole('button', { name: 'Make a copy now' }).click();
  await expect(page.getByRole('list', { name: 'Copies' }).getByRole('listitem')).toHaveCount(1);
  await bo.goto(`${desk.web}/people?of=copies`);
  await expect(bo.getByText('this is for leads')).toBeVisible();
  await desk.end();
});

test('a device’s own key signs in by one press; one that was ended, another desk’s and a bare address do not', async ({
  page,
  browser,
}) => {
  const desk = await own();
  const web = desk.web.replace('127.0.0.1', 'localhost');
  const devices = await page.context().newCDPSession(page);
  await devices.send('WebAuthn.enable');
  const { authenticatorId } = await devices.send('WebAuthn.addVirtualAuthenticator', {
    options: { protocol: 'ctap2', transport: 'internal', hasResidentKey: true, hasUserVerification: true, isUserVerified: true },
  });
  await page.goto(web);
  await byCode(page, codeOf(desk), 'Ines', 'Make this account');
  const account = page.getByRole('button', { name: 'Ines', exact: true });
  await account.click();
  const window = page.getByRole('dialog');
  await window.getByRole('button', { name: 'Sign in by this device from now on' }).click();
  const keys = window.getByRole('region', { name: 'Keys of your devices' });
  await expect(keys.getByRole('listitem')).toContainText('for localhost');
  await window.getByRole('button', { name: 'Sign out here' }).click();
  await page.getByRole('button', { name: 'Sign in', exact: true }).first().click();
  await window.getByRole('button', { name: 'Sign in by this device’s key' }).click();
  await expect(account).toBeVisible();
  await expect(page.getByText('No station yet')).toBeVisible();
  await page.goto(`${web}/people`);
  await page.getByRole('tab', { name: 'Sign-ins' }).click();
  await expect(page.getByRole('list', { name: 'Who came in' })).toContainText('Signed in: Ines, by the device’s own key');
  // By the bare address no key is made or asked for; it says why.
  const bare = await (await browser.newContext()).newPage();
  await bare.goto(desk.web);
  await bare.getByRole('button', { name: 'Sign in by this device’s key' }).click();
  await expect(bare.getByRole('alert')).toContainText('bare address 127.0.0.1');
  // The finger is not the right one.
  await account.click();
  await window.getByRole('button', { name: 'Sign out here' }).click();
  await page.getByRole('button', { name: 'Sign in', exact: true }).first().click();
  await devices.send('WebAuthn.setUserVerified', { authenticatorId, isUserVerified: false });
  await window.getByRole('button', { name: 'Sign in by this device’s key' }).click();
  await expect(window.getByRole('alert')).toContainText('The device gave no key');
  await devices.send('WebAuthn.setUserVerified', { authenticatorId, isUserVerified: true });
  await window.getByRole('button', { name: 'Sign in by this device’s key' }).click();
  await account.click();
  await keys.getByRole('button', { name: 'End this key' }).click();
  await expect(keys.getByRole('listitem')).toHaveCount(0);
  await window.getByRole('button', { name: 'Sign out here' }).click();
  await page.getByRole('button', { name: 'Sign in', exact: true }).first().click();
  await window.getByRole('button', { name: 'Sign in by this device’s key' }).click();
  await expect(window.getByRole('alert')).toContainText('does not know the key of this device');
  await desk.end();
});
