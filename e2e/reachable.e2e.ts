// axe finds nothing on any screen, in both themes, on a laptop and on a touch tablet; the keyboard reaches everything that a press does.
import AxeBuilder from '@axe-core/playwright';
import { expect, test } from './desk.ts';
import { arrive, lamp } from './technician.ts';

const sizes = [
  { name: 'laptop', viewport: { width: 1280, height: 800 }, hasTouch: false },
  { name: 'tablet', viewport: { width: 820, height: 1180 }, hasTouch: true },
] as const;

for (const { name, viewport, hasTouch } of sizes)
  test(`axe finds nothing on any screen, in both themes, on a ${name}`, async ({ browser, desk }) => {
    test.setTimeout(180_000);
    const context = await browser.newContext({ viewport, hasTouch });
    const page = await context.newPage();
    const clean = async (where: string): Promise<void> => {
      const { violations } = await new AxeBuilder({ page })
        .withTags(['wcag2a', 'wcag2aa', 'wcag2aaa', 'wcag21a', 'wcag21aa', 'best-practice'])
        .analyze();
      expect(
        violations.map(
          ({ id, nodes }) =>
            `${where}: ${id} ${nodes
              .map(({ target }) => target.join(' '))
              .slice(0, 3)
              .join(' | ')}`,
        ),
      ).toEqual([]);
    };
    await page.goto(`${desk.web}/stations`);
    await page.getByRole('dialog').waitFor();
    await clean('who works here');
    await arrive(page, desk.web);
    for (const theme of ['first', 'second']) {
      if (theme === 'second') await page.getByRole('button', { name: /^(?:Night|Day)$/ }).click();
      await page.getByRole('link', { name: 'Stations', exact: true }).click();
      await page.getByRole('link', { name: /Oxygen monitor/ }).waitFor();
      await clean(`stations, ${theme}`);
      await page.getByRole('button', { name: /New station/ }).click();
      await clean(`new station, ${theme}`);
      await page.keyboard.press('Escape');
      await page.getByRole('link', { name: /Oxygen monitor/ }).click();
      await expect(lamp(page, /^Call, stale/)).toBeVisible();
      await lamp(page, /^Power/).click();
      await page
        .getByRole('region', { name: /^SIM, / })
        .getByRole('button')
        .filter({ has: page.getByText('APN', { exact: true }) })
        .first()
        .click();
      await clean(`sheet, ${theme}`);
      await lamp(page, /^Call/).click();
      await page.getByRole('region', { name: 'Calls of this station' }).getByRole('listitem').first().getByRole('button').first().click();
      await clean(`proof, ${theme}`);
      await page.getByRole('link', { name: 'Desk', exact: true }).click();
      await page.getByRole('listitem').first().waitFor();
      await clean(`desk, ${theme}`);
      await page.getByRole('button', { name: /delivered/ }).click();
      await clean(`delivery, ${theme}`);
      await page.getByRole('button', { name: 'Close' }).click();
    }
    if (hasTouch) expect(await page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true);
    await context.close();
  });

test('keyboard alone: to a station, through its line, into a setting and back', async ({ page, desk }) => {
  await arrive(page, desk.web);
  await page.getByRole('link', { name: /Snow-depth mast/ }).focus();
  await page.keyboard.press('Enter');
  await lamp(page, /^Signal, path 1/).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('RSRP, dBm')).toBeVisible();
  await page.keyboard.press('5');
  await expect(page.getByRole('region', { name: 'What has been proved' })).toBeVisible();
  await page.keyboard.press('2');
  const row = page
    .getByRole('region', { name: /^SIM, / })
    .getByRole('button')
    .filter({ has: page.getByText('APN', { exact: true }) })
    .first();
  await row.focus();
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('APN', { exact: true })).toBeFocused();
  await page.keyboard.type('2');
  await page.keyboard.press('Escape');
  await expect(row).toBeFocused();
});

test('every target is at least 44 px high or wide enough to press with a glove', async ({ page, desk }) => {
  await arrive(page, desk.web);
  for (const path of ['/stations', '/desk']) {
    await page.goto(`${desk.web}${path}`);
    await page.getByRole('heading', { level: 1 }).waitFor();
    const small = await page
      .getByRole('button')
      .or(page.getByRole('link'))
      .evaluateAll((all) =>
        all
          .filter((of) => of.getBoundingClientRect().height < 44 && of.getBoundingClientRect().height > 2 && !of.classList.contains('link'))
          .map((of) => of.textContent),
      );
    expect(small).toEqual(['To the page'].filter((text) => small.includes(text)));
  }
});
