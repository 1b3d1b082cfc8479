// The pictures of docs/screenshots, from the demo data on a fixed clock: `npm run pictures`.
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Page } from '@playwright/test';
import { pathAddress, test } from './desk.ts';
import { arrive, lamp, part } from './technician.ts';

const folder = join(dirname(dirname(fileURLToPath(import.meta.url))), 'docs', 'screenshots');
const take = async (page: Page, name: string): Promise<void> => {
  await page.evaluate(() => document.fonts.ready);
  await page.mouse.move(0, 0);
  await page.waitForTimeout(400);
  await page.screenshot({ path: join(folder, `${name}.png`) });
};
const dialogue = `AT+CPIN?
+CPIN: READY

OK
AT+CCID
+CCID: 8999905012345678904

OK
~~ 0x1f brown-out, restarted
AT+CGDCONT?
+CGDCONT: 1,"IP","telemetry.tarnlink.example","",0,0

OK
AT+CEREG?
+CEREG: 0,1

OK
`;
const theme = (page: Page, name: 'Night' | 'Day') => page.getByRole('button', { name, exact: true }).click();

test('pictures of each main view', async ({ page, desk, browser }) => {
  await arrive(page, desk.web);
  await page.getByRole('link', { name: /Oxygen monitor/ }).waitFor();
  await take(page, 'stations-day');
  await page.getByRole('link', { name: /New station/ }).click();
  await page.getByLabel('Name', { exact: true }).fill('Rain gauge, High Intake');
  await page.getByRole('button', { name: 'Choose: Unit' }).click();
  await page.getByRole('button', { name: /^Logger with a serial side/ }).click();
  await take(page, 'new-station-day');
  await page.getByRole('button', { name: 'Leave it' }).click();
  await page.getByRole('link', { name: /Climate panel/ }).click();
  await page.getByText('two characters swapped').first().waitFor();
  await take(page, 'sheet-day');
  await page.getByRole('link', { name: 'Stations', exact: true }).click();
  await page.getByRole('link', { name: /Oxygen monitor/ }).click();
  await lamp(page, /^Signal, path 1/).click();
  await take(page, 'lamp-door-day');
  await desk.sendFrom(pathAddress(2), '0417;;event=air_lost;zone=3', '0471;;event=test', '0417;yesterday;event=test');
  await lamp(page, /^Call/).click();
  await page.getByRole('region', { name: 'Calls of this station' }).getByRole('listitem').first().getByRole('button').first().click();
  await take(page, 'proof-day');
  await page.keyboard.press('8');
  await page.getByRole('article', { name: 'Record' }).waitFor();
  await take(page, 'handover-day');
  await page.keyboard.press('3');
  await part(page, 'What it answered');
  await page.getByLabel('What the device answered').fill(dialogue);
  await page.getByRole('button', { name: 'Take all 3 readings' }).scrollIntoViewIfNeeded();
  await page.getByRole('region', { name: 'Chapter' }).evaluate((of) => {
    of.scrollTop = 420;
  });
  await take(page, 'bench-day');
  await page.getByRole('button', { name: 'Clear it' }).click();
  await page.keyboard.press('5');
  await page.getByRole('link', { name: 'Let the yard make the call' }).click();
  await page.getByRole('button', { name: 'Start the virtual equipment' }).click();
  await page.getByLabel('Its clock').first().selectOption({ label: '5 min fast' });
  // Over Ethernet: the first path's modem has another APN than its carrier knows, and gets no session.
  await page.getByRole('button', { name: 'Link check (NULL)' }).nth(1).click();
  await page.getByText('The desk took it (ACK).').waitFor();
  await page.getByText('The dale: stations').click();
  await take(page, 'yard-day');
  await page.goBack();
  await page.getByRole('region', { name: 'What has been proved' }).waitFor();
  await page.keyboard.press('4');
  await page.getByRole('button', { name: 'The virtual modem (simulated)' }).click();
  await page.getByRole('button', { name: 'Start the hold' }).click();
  await page.getByText(/\(1\d taken\)/).waitFor({ timeout: 60_000 });
  await take(page, 'signal-day');
  await theme(page, 'Night');
  await page.getByRole('button', { name: 'Throw it away' }).click();
  await theme(page, 'Day');
  await page.keyboard.press('2');
  await page.goto(`${desk.web}/people`);
  await page.getByRole('list', { name: 'People' }).waitFor();
  await take(page, 'people-day');
  await page.goBack();
  await page.getByRole('heading', { level: 1 }).waitFor();
  await theme(page, 'Night');
  await page.getByRole('link', { name: 'Stations', exact: true }).click();
  await page.getByRole('link', { name: /Signal box/ }).click();
  await page.getByRole('link', { name: /^6? ?Standby/ }).click();
  await page.getByRole('tab', { name: 'How long' }).click();
  await page.locator('.apexcharts-svg').first().waitFor();
  await take(page, 'standby-night');
  await page.getByRole('link', { name: 'Stations', exact: true }).click();
  await page.getByRole('link', { name: /Oxygen monitor/ }).waitFor();
  await take(page, 'stations-night');
  await theme(page, 'Day');
  await page.getByRole('link', { name: 'Stations', exact: true }).click();
  await page.getByRole('link', { name: /Snow-depth mast/ }).click();
  await page.getByRole('link', { name: /^7? ?Watch/ }).click();
  await page.getByRole('region', { name: 'When it is due' }).waitFor();
  await take(page, 'watch-day');
  await page.getByRole('link', { name: 'Stations', exact: true }).click();
  await page.getByRole('link', { name: /Frost mast/ }).click();
  await page.getByRole('link', { name: /Plan/ }).click();
  await page.getByRole('region', { name: 'Answers' }).waitFor();
  await take(page, 'plan-ask-day');
  await part(page, 'The visit');
  await page.getByRole('img', { name: /Tasks in time/ }).waitFor();
  await take(page, 'plan-visit-day');
  await page.getByRole('link', { name: 'Desk', exact: true }).click();
  await page.getByRole('button', { name: 'Unknown callers' }).click();
  await page.getByRole('listitem').filter({ hasText: '0471' }).getByRole('button').first().click();
  await take(page, 'desk-day');
  const tablet = await browser.newContext({ viewport: { width: 820, height: 1180 }, hasTouch: true });
  const held = await tablet.newPage();
  await arrive(held, desk.web);
  await held.getByRole('link', { name: /Oxygen monitor/ }).waitFor();
  await held.getByRole('link', { name: /Oxygen monitor/ }).click();
  await lamp(held, /^SIM/).waitFor();
  await take(held, 'station-tablet');
  await tablet.close();
  const telephone = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });
  const inHand = await telephone.newPage();
  await arrive(inHand, desk.web);
  await inHand.getByRole('link', { name: /Oxygen monitor/ }).waitFor();
  await inHand.getByRole('button', { name: 'Put this away' }).tap();
  await take(inHand, 'stations-phone');
  await inHand.getByRole('link', { name: /Oxygen monitor/ }).tap();
  await inHand.getByRole('link', { name: 'Proof' }).tap();
  await inHand.getByRole('region', { name: 'What has been proved' }).waitFor();
  await take(inHand, 'proof-phone');
  await telephone.close();
});
