// An answer that comes late is no news: what was asked before a change does not stand in the page after it.
import type { Page, Route } from '@playwright/test';
import { Desk, expect, test } from './desk.ts';
import { arrive, delivered, newAccount, openStation } from './technician.ts';

/** Holds the first answer to an address, as the desk gave it, until it is let go. */
const held = async (page: Page, address: string): Promise<{ come: Promise<void>; letGo: () => void }> => {
  let letGo = (): void => undefined;
  const gone = new Promise<void>((done) => (letGo = done));
  let came = (): void => undefined;
  const come = new Promise<void>((done) => (came = done));
  let first = true;
  await page.route(address, async (route: Route) => {
    const answer = await route.fetch();
    if (first) {
      first = false;
      came();
      await gone;
    }
    await route.fulfill({ response: answer }).catch(() => undefined);
  });
  return { come, letGo };
};

test('a station that was opened while the list was on its way stands in it', async ({ page, browser }) => {
  const desk = await new Desk({ GREENLAMP_DEMO: '1' }).start();
  await arrive(page, desk.web, '/new');
  const list = await held(page, '**/api/stations?*');
  await page.getByRole('link', { name: 'Stations', exact: true }).click();
  await list.come;
  const elsewhere = await (await browser.newContext()).newPage();
  await arrive(elsewhere, desk.web);
  await openStation(elsewhere, { name: 'Late weir', account: newAccount() });
  await delivered(elsewhere);
  await elsewhere.goto(`${desk.web}/stations`);
  await elsewhere.getByLabel('Find').fill('Late weir');
  await expect(elsewhere.getByRole('link', { name: /Late weir/ })).toBeVisible();
  list.letGo();
  await expect(page.getByRole('link', { name: /Late weir/ })).toBeVisible();
  await desk.end();
});

test('who signed in stays signed in when the desk’s word from before comes after', async ({ page }) => {
  const desk = await new Desk({ GREENLAMP_ACCOUNTS: 'own' }).start();
  await page.goto(desk.web);
  const window = page.getByRole('dialog');
  await expect(window.getByLabel('One-time code')).toBeVisible();
  // A page that nobody has signed in at asks again by itself.
  const who = await held(page, '**/api/me');
  await who.come;
  await window.getByLabel('One-time code').fill(/First lead\s+(\S+)/.exec(desk.output)?.[1] ?? '');
  await window.getByLabel('Name').fill('Ines');
  await window.getByLabel('New password').fill('lantern orchard gravel seven');
  await window.getByRole('button', { name: 'Make this account' }).click();
  await expect(window).toHaveCount(0);
  who.letGo();
  await expect(page.getByText('No station yet')).toBeVisible();
  await expect(page.getByText('Nobody is signed in here.')).toHaveCount(0);
  await desk.end();
});
