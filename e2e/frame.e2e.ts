// The frame keeps its promises in every size: the work has its room, nothing overlaps or is cut, one main button, a place for each chapter, the sheet by keyboard.
import type { Page } from '@playwright/test';
import { expect, test } from './desk.ts';
import { arrive, delivered, device, newAccount, openStation, part, setting } from './technician.ts';

const openOxygen = async (page: Page): Promise<void> => {
  await page.getByRole('link', { name: 'Stations', exact: true }).click();
  await page.getByRole('link', { name: /Oxygen monitor/ }).click();
  await page.getByRole('region', { name: 'Devices', exact: true }).waitFor();
};

/** Texts and buttons that are cut, lie over one another, or stand outside of the page; none of it is scrolled to on purpose. On the dale's map stations stand where they stand. */
const faults = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const said: string[] = [];
    const name = (of: Element): string =>
      `${of.tagName.toLowerCase()} ‘${(of.getAttribute('aria-label') ?? of.textContent).trim().slice(0, 40)}’`;
    const shown = [...document.querySelectorAll<HTMLElement>('button, a, input, select, textarea, h1, h2, h3, p, summary')].filter((of) => {
      const { width, height } = of.getBoundingClientRect();
      return (
        width > 1 && height > 1 && of.checkVisibility() && of.closest('.sr-only, [aria-hidden=true], svg, [aria-label="The dale"]') === null
      );
    });
    const scrolls = (of: HTMLElement | null): boolean => {
      for (let at = of; at !== null; at = at.parentElement) if (['auto', 'scroll'].includes(getComputedStyle(at).overflowX)) return true;
      return false;
    };
    for (const of of shown) {
      const box = of.getBoundingClientRect();
      if ((box.right > innerWidth + 1 || box.left < -1) && !scrolls(of.parentElement) && box.left > -900) said.push(`outside: ${name(of)}`);
      if (
        of.matches('button:not(.explain), a, h1, h2, h3, p') &&
        of.scrollWidth > of.clientWidth + 1 &&
        getComputedStyle(of).overflowX === 'visible' &&
        of.clientWidth > 0
      )
        said.push(`cut: ${name(of)}`);
    }
    /** What of it is in sight: scrolled away under an edge it is in nobody's way. */
    const seen = (of: HTMLElement): { left: number; right: number; top: number; bottom: number } => {
      let { left, right, top, bottom } = of.getBoundingClientRect();
      for (let at = of.parentElement; at !== null; at = at.parentElement) {
        if (getComputedStyle(at).overflow === 'visible') continue;
        const edge = at.getBoundingClientRect();
        [left, right] = [Math.max(left, edge.left), Math.min(right, edge.right)];
        [top, bottom] = [Math.max(top, edge.top), Math.min(bottom, edge.bottom)];
      }
      return { left, right, top, bottom };
    };
    const pressed = shown.filter((of) => of.matches('button, a, input, select')).map((of) => ({ of, box: seen(of) }));
    for (const [i, a] of pressed.entries())
      for (const b of pressed.slice(i + 1)) {
        if (a.of.contains(b.of) || b.of.contains(a.of)) continue;
        const wide = Math.min(a.box.right, b.box.right) - Math.max(a.box.left, b.box.left);
        const high = Math.min(a.box.bottom, b.box.bottom) - Math.max(a.box.top, b.box.top);
        if (wide > 2 && high > 2) said.push(`over one another: ${name(a.of)} and ${name(b.of)}`);
      }
    if (document.documentElement.scrollWidth > innerWidth) said.push(`the page is ${document.documentElement.scrollWidth} px wide`);
    return said;
  });

/** To another address as a link in the page leads there, without loading it anew. */
const goTo = (page: Page, to: string): Promise<void> =>
  page.evaluate((address) => {
    history.pushState(null, '', address);
    dispatchEvent(new PopStateEvent('popstate'));
  }, to);

const chapters = [
  ['plan', ['Ask', 'Kit list', 'The visit', 'Connections and ports', 'Cable and wiring lists', 'Dry run']],
  ['sheet', []],
  ['bench', ['Programming sheet', 'What it answered', 'Files']],
  ['signal', []],
  ['proof', ['Calls', 'Remote change']],
  ['handover', []],
] as const;
const sizes = [
  { name: 'laptop', width: 1280, height: 800, touch: false },
  { name: 'tablet', width: 820, height: 1180, touch: true },
  { name: 'telephone', width: 390, height: 844, touch: true },
  { name: 'small telephone', width: 360, height: 740, touch: true },
  { name: 'telephone, lying', width: 844, height: 390, touch: true },
] as const;

for (const { name, width, height, touch } of sizes)
  test(`nothing overlaps or is cut on a ${name}, and no screen has two main buttons`, async ({ browser, desk }) => {
    const context = await browser.newContext({ viewport: { width, height }, hasTouch: touch, isMobile: touch });
    const page = await context.newPage();
    await arrive(page, desk.web);
    await page.getByRole('link', { name: /Oxygen monitor/ }).waitFor();
    const look = async (where: string): Promise<void> => {
      await page.waitForTimeout(250);
      expect(await faults(page), `${name}, ${where}`).toEqual([]);
      expect(await page.locator('.button-main:visible').count(), `${name}, ${where}: main buttons`).toBeLessThan(2);
    };
    await look('stations');
    await goTo(page, '/new');
    await page.getByRole('button', { name: 'Choose: Unit' }).click();
    await page.getByRole('button', { name: /^Panel with a keypad/ }).click();
    await look('new station');
    await goTo(page, '/stations');
    await page.getByRole('link', { name: /Oxygen monitor/ }).click();
    await page.waitForURL(/\/stations\/station:/);
    const [station = ''] = /.*\/stations\/[^/]+/.exec(page.url()) ?? [];
    for (const [chapter, parts] of chapters) {
      await goTo(page, `${station}/${chapter}`);
      await page.getByRole('region', { name: 'Chapter' }).getByRole('heading').first().waitFor();
      await look(chapter);
      for (const one of parts) {
        await part(page, one);
        await look(`${chapter}, ${one}`);
      }
    }
    for (const at of ['modem', 'all', 'judged', 'add', 'files']) {
      await goTo(page, `${station}/sheet?at=${at}`);
      await page.getByRole('region', { name: 'Chapter' }).waitFor();
      await look(`sheet, ${at}`);
    }
    for (const path of ['/across', '/desk', '/yard', '/rules', '/rules?of=house', '/rules?of=profiles', '/copy']) {
      await goTo(page, path);
      await page.getByRole('heading', { level: 1 }).waitFor();
      await look(path);
    }
    await context.close();
  });

test('names and values as long as they may be lie over nothing and are cut nowhere, on a laptop and a telephone', async ({
  browser,
  desk,
}) => {
  const long = 'Reservoir at the upper weir behind the old keeper’s cottage, east';
  const unbroken = 'Wasserwirtschaftsverbandshauptverwaltungsgebaeudeantennenmast';
  let stream = '';
  for (const { name, width, height, touch } of sizes.filter((of) => ['laptop', 'telephone'].includes(of.name))) {
    const context = await browser.newContext({ viewport: { width, height }, hasTouch: touch, isMobile: touch });
    const page = await context.newPage();
    await arrive(page, desk.web);
    if (stream === '') {
      stream = await openStation(page, {
        name: `${unbroken} keeper’s hut`.slice(0, 80),
        account: newAccount(),
        paths: ['Cellular', 'Ethernet'],
      });
      await setting(page, /^SIM/, 'APN', `${'m2m-telemetry-'.repeat(5)}fellwave.example`);
      await setting(page, /^Receiver, /, 'Desk’s address', `${'receiver-of-the-central-station.'.repeat(5)}example`);
      await page.getByRole('button', { name: 'Log change: the station' }).click();
      await page.getByRole('menuitem', { name: 'Fitted at the site…' }).click();
      await page.getByRole('dialog').getByLabel('Where exactly').fill(`${unbroken} ${long}`);
      await page.getByRole('dialog').getByRole('button', { name: 'It is fitted there' }).click();
      await delivered(page);
    }
    for (const [chapter] of chapters) {
      await goTo(page, `/stations/${stream}/${chapter}`);
      await page.getByRole('region', { name: 'Chapter' }).getByRole('heading').first().waitFor();
      const tabs = page.getByRole('tab');
      for (let i = 0; i < Math.max(1, await tabs.count()); i += 1) {
        if (i > 0) await tabs.nth(i).click();
        await page.waitForTimeout(250);
        expect(await faults(page), `${name}, ${chapter}, part ${i + 1}`).toEqual([]);
      }
    }
    for (const path of ['/stations', '/across', '/desk', '/yard', '/copy']) {
      await goTo(page, path);
      await page.getByRole('heading', { level: 1 }).waitFor();
      await page.waitForTimeout(400);
      expect(await faults(page), `${name}, ${path}`).toEqual([]);
    }
    await context.close();
  }
});

test('half of the page is the work’s: its room, nine settings, and the head, with two paths at 1280x800', async ({ page, desk }) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await arrive(page, desk.web);
  await openOxygen(page);
  const chapter = await page.getByRole('region', { name: 'Chapter' }).boundingBox();
  const head = await page.getByRole('region', { name: 'The line' }).boundingBox();
  expect(head?.height).toBeLessThanOrEqual(180);
  expect(chapter?.height).toBeGreaterThanOrEqual(560);
  expect(chapter?.width).toBeGreaterThanOrEqual(840);
  const seen = await page
    .locator('[data-row]')
    .evaluateAll((rows) => rows.filter((row) => row.getBoundingClientRect().bottom <= innerHeight).length);
  expect(seen).toBeGreaterThanOrEqual(9);
});

test('each chapter opens at its top, and is found again where it was left, also after a reload', async ({ page, desk }) => {
  await arrive(page, desk.web);
  await openOxygen(page);
  const chapter = page.getByRole('region', { name: 'Chapter' });
  const top = (): Promise<number> => chapter.evaluate((of) => of.scrollTop);
  await page
    .getByRole('region', { name: 'Devices', exact: true })
    .getByRole('button', { name: /^All devices/ })
    .click();
  await chapter.evaluate((of) => {
    of.scrollTop = 900;
  });
  // The line folds on the way, and moves the page once more: it rests before it is measured.
  let left = -1;
  const rests = async (): Promise<boolean> => {
    const was = left;
    left = await top();
    return left > 700 && left === was;
  };
  await expect.poll(rests, { intervals: [300] }).toBe(true);
  await page.getByRole('link', { name: /Plan/ }).click();
  await page.getByRole('tab', { name: 'Ask', exact: true }).waitFor();
  expect(await top()).toBe(0);
  await page.getByRole('link', { name: /Sheet/ }).click();
  await expect.poll(async () => Math.abs((await top()) - left) < 120).toBe(true);
  // What comes late above it does not add up, however often it is opened.
  for (let n = 0; n < 2; n++) {
    await page.waitForTimeout(1_000);
    await page.getByRole('link', { name: /Plan/ }).click();
    await page.getByRole('tab', { name: 'Ask', exact: true }).waitFor();
    await page.getByRole('link', { name: /Sheet/ }).click();
    await expect.poll(async () => Math.abs((await top()) - left) < 120).toBe(true);
  }
  await page.reload();
  await page.getByRole('region', { name: 'Devices', exact: true }).waitFor();
  await expect.poll(async () => Math.abs((await top()) - left) < 120).toBe(true);
});

test('the sheet is typed into in its place: arrows, a first letter, Enter, Tab and Escape; a pasted column fills down, what can’t be read is named', async ({
  page,
  desk,
}) => {
  await arrive(page, desk.web);
  await openStation(page, { name: 'By keyboard', account: newAccount() });
  await setting(page, /^SIM, /, 'APN', 'one.example');
  const sim = await device(page, /^SIM, /);
  const row = (label: string) =>
    sim
      .locator('[data-row]')
      .filter({ hasText: new RegExp(`^${label}`) })
      .first();
  await row('APN').focus();
  await page.keyboard.press('ArrowDown');
  await expect(row('APN user')).toBeFocused();
  await page.keyboard.type('tele');
  await page.keyboard.press('Enter');
  await expect(row('APN user')).toContainText('tele');
  await page.keyboard.press('ArrowUp');
  await page.keyboard.type('x');
  await page.keyboard.press('Escape');
  await expect(row('APN user')).toContainText('tele');
  // Tab keeps and goes on into the next field.
  await row('APN').focus();
  await page.keyboard.press('F2');
  await expect(sim.getByRole('button', { name: 'Save value' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(row('APN')).toBeFocused();
  await page.keyboard.press('Enter');
  await page.getByLabel('APN', { exact: true }).fill('two.example');
  await page.keyboard.press('Tab');
  await expect(page.getByLabel('APN user', { exact: true })).toBeFocused();
  await page.keyboard.press('Escape');
  await expect(row('APN')).toContainText('two.example');
  await row('APN').evaluate((of) => {
    const clipboardData = new DataTransfer();
    clipboardData.setData('text', 'three.example\n\nnot pasted\n');
    of.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }));
  });
  await expect(row('APN')).toContainText('three.example');
  await expect(page.getByRole('alert')).toContainText('1 filled in. Line 3, APN password (SIM): a secret is not pasted in a list');
  await delivered(page);
});

test('at site size what can’t be taken back is held for a second; a short press does nothing, and whoever can’t hold presses twice', async ({
  page,
  desk,
}) => {
  await arrive(page, desk.web);
  await openStation(page, { name: 'Gloved', account: newAccount() });
  await page.getByRole('button', { name: 'Site size' }).click();
  const fit = async () => {
    await page.getByRole('button', { name: 'Log change: the station' }).click();
    await page.getByRole('menuitem', { name: 'Fitted at the site…' }).click();
    return page.getByRole('dialog').getByRole('button', { name: 'It is fitted there' });
  };
  const press = await fit();
  await page.getByRole('dialog').getByLabel('Where exactly').fill('the mast');
  await press.click();
  await expect(page.getByRole('dialog')).toContainText('Hold it for a second.');
  await press.click({ delay: 1200 });
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(page.getByText(/^At the mast, since/)).toBeVisible();
  await page.getByRole('button', { name: 'Log change: the station' }).click();
  await page.getByRole('menuitem', { name: 'Moved to another place…' }).click();
  const moved = page.getByRole('dialog').getByRole('button', { name: 'It is fitted there' });
  await page.getByRole('dialog').getByLabel('Where exactly').fill('the hut');
  await moved.evaluate((of) => {
    if (of instanceof HTMLElement) of.click();
  });
  await expect(page.getByRole('dialog')).toContainText('Press it again to do it.');
  await moved.evaluate((of) => {
    if (of instanceof HTMLElement) of.click();
  });
  await expect(page.getByText(/^At the hut, since/)).toBeVisible();
});

test('a keyboard that takes half of a telephone never hides the field that is typed into', async ({ browser, desk }) => {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });
  const page = await context.newPage();
  await arrive(page, desk.web, '/new');
  const seen = async (label: string): Promise<void> => {
    const field = page.getByLabel(label, { exact: true });
    await field.click();
    // What the browser does when the keyboard opens: the page's own height shrinks.
    await page.setViewportSize({ width: 390, height: 460 });
    await expect(field).toBeInViewport({ ratio: 1 });
    await expect(field).toBeFocused();
    await page.setViewportSize({ width: 390, height: 844 });
  };
  await seen('Account the desk expects');
  await page.getByRole('button', { name: 'Leave it' }).click();
  await page.getByRole('link', { name: /Oxygen monitor/ }).click();
  await page
    .getByRole('button', { name: /^Unit, / })
    .first()
    .click();
  await page.locator('[data-row]').filter({ hasText: 'Maximum supply voltage' }).first().click();
  await seen('Maximum supply voltage');
  await context.close();
});
