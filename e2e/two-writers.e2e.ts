import { besideStation } from '@green-lamp/core/api';
import type { Browser, Page } from '@playwright/test';
import { Desk, expect, test } from './desk.ts';
import { arrive, delivered, device, openStation, setting, slips } from './technician.ts';

/** A browser whose clock is off by so many hours, and which no network reaches while `away`. */
const writer = async (browser: Browser, hours: number): Promise<Page> => {
  const context = await browser.newContext();
  await context.addInitScript((off: number) => {
    const now = Date.now.bind(Date);
    const state = { off };
    Object.assign(window, { jumpClock: (by: number) => (state.off += by) });
    Date.now = () => now() + state.off;
  }, hours * 3_600_000);
  return context.newPage();
};
const fingerprint = async (page: Page): Promise<string> =>
  (await page.locator('[data-fingerprint]').getAttribute('data-fingerprint')) ?? '';

test('[J2] two who write without a network and with wrong clocks come to the same state, byte for byte, in both browsers and on the server, and a conflict shows both values', async ({
  browser,
}) => {
  const desk = await new Desk().start();
  const fast = await writer(browser, 2);
  const slow = await writer(browser, -2);
  await arrive(fast, desk.web, '/stations', 'Fast');
  const stream = await openStation(fast, { name: 'Two writers', account: '5151', paths: ['Cellular'] });
  await setting(fast, /^SIM, /, 'APN', 'before.example');
  await delivered(fast);
  await arrive(slow, desk.web, `/stations/${stream}/sheet`, 'Slow');
  await expect((await device(slow, /^SIM, /)).getByText('before.example').first()).toBeVisible();

  await desk.stop();
  await setting(fast, /^SIM, /, 'APN', 'of-the-fast.example');
  await setting(slow, /^SIM, /, 'APN', 'of-the-slow.example');
  await setting(slow, /^Unit, /, 'Account it sends', '5151');
  await slow.evaluate('jumpClock(5_000_000)');
  await setting(slow, 'Site', 'Where it stands', 'after the jump');
  await desk.start();
  for (const page of [fast, slow]) {
    await delivered(page);
    await slips(page);
  }
  await setting(fast, /^Unit, /, 'Calls desk on port', '4110');
  await delivered(fast);

  await expect(async () => {
    const { head } = await desk.get(besideStation, { names: { stream } });
    expect([await fingerprint(fast), await fingerprint(slow)]).toEqual([head.state, head.state]);
  }).toPass({ timeout: 20_000 });
  for (const page of [fast, slow]) {
    await (await device(page, /^SIM, /))
      .getByRole('button')
      .filter({ has: page.getByText('APN', { exact: true }) })
      .first()
      .click();
    await expect(page.getByRole('button', { name: /^Keep of-the-fast\.example, Fast/ })).toBeVisible();
    await expect(page.getByRole('button', { name: /^Keep of-the-slow\.example, Slow/ })).toBeVisible();
  }
  await slow.getByRole('button', { name: /^Keep of-the-fast\.example/ }).click();
  await delivered(slow);
  await expect(fast.getByRole('button', { name: /^Keep of-the-slow/ })).toHaveCount(0);
  await desk.end();
});
