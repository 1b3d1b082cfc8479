// axe finds nothing on any screen, on a laptop in both themes and on a touch tablet (colours do not depend on the size); the keyboard reaches everything that a press does.
import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { Desk, expect, test } from './desk.ts';
import { allDevices, arrive, device, lamp, part, inList } from './technician.ts';

const sizes = [
  { name: 'laptop', viewport: { width: 1280, height: 800 }, hasTouch: false, themes: ['night', 'sun'] },
  { name: 'tablet', viewport: { width: 820, height: 1180 }, hasTouch: true, themes: [] },
] as const;
type Size = (typeof sizes)[number];
const planParts = ['Ask', 'Kit list', 'The visit', 'Connections and ports', 'Logic', 'Cable and wiring lists', 'Dry run'];
// Two rules that share the range: what is below 4.5:1 (large: 3:1) the stricter one leaves to the other.
const contrast = ['color-contrast', 'color-contrast-enhanced'];
const tags = ['wcag2a', 'wcag2aa', 'wcag2aaa', 'wcag21a', 'wcag21aa', 'best-practice'];

/** Fails where axe finds something. Another theme changes colours and nothing else; another size everything but colours. */
const cleaner =
  (page: Page, { hasTouch, themes }: Size) =>
  async (where: string): Promise<void> => {
    const scan = async (only: boolean): Promise<string[]> => {
      const axe = new AxeBuilder({ page }).setLegacyMode().options({
        resultTypes: ['violations'],
        runOnly: only ? { type: 'rule', values: contrast } : { type: 'tag', values: tags },
        rules: only ? {} : Object.fromEntries(contrast.map((rule) => [rule, { enabled: !hasTouch }])),
      });
      // Behind a window everything is hidden from everybody.
      if ((await page.getByRole('dialog').count()) > 0) axe.include('[role=dialog]');
      const { violations, passes } = await axe.analyze();
      expect(passes.length, `axe looked at something: ${where}`).toBeGreaterThan(0);
      return violations.map(
        ({ id, nodes }) =>
          `${id} ${nodes
            .slice(0, 3)
            .flatMap(({ target }) => target)
            .join(' | ')}`,
      );
    };
    expect(await scan(false), `${where}, day`).toEqual([]);
    for (const theme of themes) {
      await page.evaluate((wanted) => (document.documentElement.dataset.theme = wanted), theme);
      expect(await scan(true), `${where}, ${theme}`).toEqual([]);
    }
    await page.evaluate(() => (document.documentElement.dataset.theme = 'day'));
  };

type Tour = {
  readonly over: string;
  readonly start?: (page: Page, clean: (where: string) => Promise<void>) => Promise<void>;
  readonly see: (page: Page, clean: (where: string) => Promise<void>) => Promise<void>;
};

/** A lamp's door leads to its chapter; on a narrow screen it lies over it. */
const throughDoor = async (page: Page, name: RegExp): Promise<void> => {
  await lamp(page, name).click();
  await page.getByRole('complementary', { name: 'Margin' }).getByText('What proves it').waitFor();
  if ((await page.getByRole('dialog').count()) > 0) await page.keyboard.press('Escape');
};

const openOxygen = async (page: Page): Promise<void> => {
  await page.getByRole('link', { name: 'Stations', exact: true }).click();
  await page.getByRole('link', { name: /Oxygen monitor/ }).click();
  await expect(lamp(page, /^Call, retest/)).toBeVisible();
};

const tours: readonly Tour[] = [
  {
    over: 'the stations, a reading and a hold, the record',
    start: async (page, clean) => {
      await page.reload();
      await page.getByRole('dialog').waitFor();
      await clean('who works here');
    },
    see: async (page, clean) => {
      await page.getByRole('link', { name: 'Stations', exact: true }).click();
      await page.getByRole('link', { name: /Oxygen monitor/ }).waitFor();
      await clean('stations');
      await page.getByRole('link', { name: /New station/ }).click();
      await page.getByRole('button', { name: 'Choose: Unit' }).click();
      await page.getByRole('button', { name: /^Logger with a serial side/ }).click();
      await page.getByText(/values are filled in already/).click();
      await clean('new station');
      await page.getByRole('button', { name: 'Leave it' }).click();
      await openOxygen(page);
      await throughDoor(page, /^Power/);
      await part(page, 'What it answered');
      await page.getByLabel('What the device answered').fill('AT+CPIN?\n+CPIN: READY\n~~\nAT+CCID\n+CCID: 8999901234567890124\nOK\n');
      await page.getByRole('region', { name: 'What was found' }).waitFor();
      await clean('bench');
      await page.keyboard.press('Escape');
      await page.getByRole('link', { name: /Signal/ }).click();
      await page.getByRole('button', { name: 'Start the hold' }).click();
      await page.getByLabel('RSRP, dBm').first().fill('-97');
      await page.getByRole('button', { name: 'Take this reading' }).click();
      await page.getByText('How it was worked out').first().click();
      await clean('signal');
      await page.getByRole('button', { name: 'Throw it away' }).click();
      await page.getByRole('link', { name: /Handover/ }).click();
      await page.getByRole('article', { name: 'Record' }).waitFor();
      await clean('handover');
    },
  },
  {
    over: 'the sheet, a proof, the desk, the yard',
    see: async (page, clean) => {
      await openOxygen(page);
      await page.getByRole('link', { name: /Sheet/ }).click();
      await device(page, 'Judged by');
      await page.getByLabel('Unit versions').selectOption({ label: 'Reporting module in a host panel, version 2' });
      await page.getByRole('region', { name: 'Judged by' }).getByRole('button', { name: 'Look at it' }).last().click();
      await page.getByRole('dialog').waitFor();
      await clean('adopting');
      await page.getByRole('button', { name: 'Close', exact: true }).last().click();
      // Rows are alike: a few of each kind are enough.
      await allDevices(page);
      await clean('every device');
      await (await device(page, /^SIM, /))
        .getByRole('button')
        .filter({ has: page.getByText('APN', { exact: true }) })
        .first()
        .click();
      await clean('sheet');
      await throughDoor(page, /^Call/);
      await page.getByRole('region', { name: 'Calls of this station' }).getByRole('listitem').first().getByRole('button').first().click();
      await clean('proof');
      await page.getByRole('link', { name: 'Let the yard make the call' }).click();
      await page.getByRole('button', { name: /Start the virtual equipment|Make it anew/ }).click();
      for (const one of ['Unit', 'Modem', 'Site and ways', 'Carriers, office, portal', 'Faults', 'Scenario']) {
        await page.getByRole('button', { name: one, exact: true }).click();
        await clean(`yard, ${one}`);
      }
      await page.getByRole('button', { name: 'Practice' }).click();
      await page.getByRole('region', { name: 'A course of twelve' }).waitFor();
      await clean('yard, course');
      await page.getByRole('button', { name: 'Begin practice' }).click();
      await page.getByText('The dale: stations').click();
      await clean('yard, practice');
      await page.getByRole('button', { name: 'End practice' }).click();
      await page.getByRole('link', { name: 'Desk', exact: true }).click();
      await page.getByRole('listitem').first().waitFor();
      await clean('desk');
      await page.getByRole('button', { name: /delivered/ }).click();
      await page.getByRole('dialog').waitFor();
      await clean('delivery');
      await page.getByRole('button', { name: 'Close' }).click();
    },
  },
  {
    over: 'the plan',
    see: async (page, clean) => {
      await page.getByRole('link', { name: 'Stations', exact: true }).click();
      await inList(page, 'Frost mast');
      await page.getByRole('link', { name: /Frost mast/ }).click();
      await page.getByRole('link', { name: /Plan/ }).click();
      await part(page, 'Ask');
      await page.getByRole('region', { name: 'Answers' }).waitFor();
      for (const one of planParts) {
        await part(page, one);
        if (one === 'The visit' || one === 'Logic') await page.getByRole('img').first().waitFor();
        await clean(one);
      }
      await page.getByRole('link', { name: /Bench/ }).click();
      for (const one of ['Programming sheet', 'What it answered', 'Files']) {
        await part(page, one);
        await clean(one);
      }
      await page.getByRole('link', { name: 'Stations', exact: true }).click();
      await inList(page, 'Reporting module');
      await page.getByRole('link', { name: /Reporting module/ }).click();
      await page.getByRole('navigation').getByRole('link', { name: /Proof/ }).click();
      await part(page, 'Remote change');
      await clean('remote change');
      await page.goto(`${new URL(page.url()).origin}/copy`);
      await page.getByLabel('Find the station to copy').fill('frost');
      await page.getByRole('button', { name: /Frost mast/ }).waitFor();
      await clean('copy station');
      await page.getByRole('button', { name: /Frost mast/ }).click();
      await page.getByRole('region', { name: 'Rows' }).waitFor();
      await clean('copy station, rows');
    },
  },
  {
    over: 'people and access, this browser, the telephone',
    see: async (page, clean) => {
      const at = new URL(page.url()).origin;
      await page.goto(`${at}/people`);
      await page.getByRole('list', { name: 'People' }).waitFor();
      for (const of of ['People', 'Machines', 'Secrets', 'Sign-ins', 'Copies']) {
        await part(page, of);
        await page.getByRole('tabpanel').getByRole('paragraph').or(page.getByRole('list')).first().waitFor();
        await clean(of);
      }
      await page.goto(`${at}/here`);
      await page.getByRole('heading', { name: 'Stations at hand' }).waitFor();
      await clean('in this browser');
      await page.goto(`${at}/telephone`);
      await page.getByRole('heading', { name: 'Put this on your telephone' }).waitFor();
      await clean('telephone');
    },
  },
  {
    over: 'the rules and across',
    see: async (page, clean) => {
      await page.getByRole('link', { name: 'Across', exact: true }).click();
      await page.getByRole('region', { name: 'Shared' }).waitFor();
      await clean('across');
      await page.getByRole('link', { name: 'Rules', exact: true }).click();
      for (const of of ['Checks', 'House rules', 'Profiles']) {
        await part(page, of);
        await page.getByRole('region', { name: of, exact: true }).waitFor();
        if (of === 'Checks') await page.getByLabel('Find', { exact: true }).fill('serial');
        await clean(of);
      }
    },
  },
];

for (const { over, start, see } of tours)
  for (const size of sizes)
    test(`axe finds nothing in ${over}, on a ${size.name}`, async ({ browser, desk }) => {
      const context = await browser.newContext({ viewport: size.viewport, hasTouch: size.hasTouch });
      const page = await context.newPage();
      const clean = cleaner(page, size);
      await page.goto(`${desk.web}/stations`);
      await start?.(page, clean);
      await arrive(page, desk.web);
      await see(page, clean);
      if (size.hasTouch) expect(await page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true);
      await context.close();
    });

test('axe finds nothing where one signs in, in one’s account, and where the page is locked', async ({ page }) => {
  const desk = await new Desk({ GREENLAMP_ACCOUNTS: 'own' }).start();
  const [laptop] = sizes;
  const clean = cleaner(page, laptop);
  await page.goto(desk.web);
  const window = page.getByRole('dialog');
  await window.getByLabel('One-time code').fill(/First lead\s+(\S+)/.exec(desk.output)?.[1] ?? '');
  await clean('first account');
  await window.getByLabel('Name').fill('Ines');
  await window.getByLabel('New password').fill('lantern orchard gravel seven');
  await window.getByRole('button', { name: 'Make this account' }).click();
  await expect(window).toHaveCount(0);
  await page.getByRole('button', { name: 'Ines', exact: true }).click();
  await page.getByRole('button', { name: 'Change the password' }).click();
  await clean('account');
  await page.getByLabel('PIN for this device, 4 to 10 digits').fill('4711');
  await page.getByRole('button', { name: 'Lock with this PIN' }).click();
  await page.getByRole('button', { name: 'Lock it now' }).click();
  await page.getByRole('heading', { name: 'Locked' }).waitFor();
  await clean('locked');
  await page.getByRole('button', { name: /By password instead/ }).click();
  await page.getByRole('dialog', { name: 'Sign in' }).waitFor();
  await clean('sign in');
  await desk.end();
});

test('the check itself finds a faint word in each theme and a button without a name', async ({ page, desk }) => {
  await arrive(page, desk.web, '/across');
  const [laptop] = sizes;
  const clean = cleaner(page, laptop);
  const plant = (html: string, css = ''): Promise<void> =>
    page.evaluate(
      ([planted, rules]) => {
        document.getElementById('planted')?.remove();
        document.querySelector('main')?.insertAdjacentHTML('beforeend', `<div id="planted">${planted}</div>`);
        const sheet = new CSSStyleSheet();
        sheet.replaceSync(rules ?? '');
        document.adoptedStyleSheets = [sheet];
      },
      [html, css],
    );
  for (const theme of ['day', ...laptop.themes]) {
    await plant('<p>faint</p>', `[data-theme=${theme}] #planted p { color: #808080; background: #909090 }`);
    await expect(clean(theme)).rejects.toThrow('color-contrast ');
  }
  await page.evaluate(() => (document.documentElement.dataset.theme = 'day'));
  await plant('<button></button>');
  await expect(clean('no name')).rejects.toThrow('button-name');
});

test('nothing moves under a finger while the line folds, in the middle of a page and at its foot', async ({ page, desk }) => {
  await arrive(page, desk.web);
  await openOxygen(page);
  await page.getByRole('link', { name: /Sheet/ }).click();
  const chapter = page.getByRole('region', { name: 'Chapter' });
  await allDevices(page);
  await chapter.getByRole('heading', { name: 'All devices' }).waitFor();
  const circuit = page.getByRole('region', { name: 'The line' });
  const whole = (await circuit.boundingBox())?.height ?? 0;
  for (const { to, of } of [
    { to: 700, of: chapter.getByRole('searchbox').or(chapter.getByRole('button')).nth(30) },
    { to: 1_000_000, of: chapter.getByRole('button').last() },
  ]) {
    await chapter.evaluate((element) => {
      element.scrollTop = 0;
    });
    await expect.poll(async () => (await circuit.boundingBox())?.height).toBe(whole);
    const before = await of.evaluate((element, top) => {
      const page = element.closest('.station-page');
      if (page !== null) page.scrollTop = top;
      return element.getBoundingClientRect().top;
    }, to);
    await expect.poll(async () => (await circuit.boundingBox())?.height).toBeLessThan(whole);
    expect(Math.abs((await of.evaluate((element) => element.getBoundingClientRect().top)) - before)).toBeLessThan(1);
  }
});

test('keyboard alone: to a station, through its line, into a setting and back', async ({ page, desk }) => {
  await arrive(page, desk.web);
  await page.getByRole('link', { name: /Snow-depth mast/ }).focus();
  await page.keyboard.press('Enter');
  await lamp(page, /^Signal, path 1/).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Start the hold' })).toBeVisible();
  await expect(page.getByRole('complementary', { name: 'Margin' }).getByLabel('RSRP, dBm')).toBeVisible();
  await page.keyboard.press('5');
  await expect(page.getByRole('region', { name: 'What has been proved' })).toBeVisible();
  await page.keyboard.press('2');
  const row = (await device(page, /^SIM, /))
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

test('every target is at least 36 px high under a mouse, 44 under a finger, 60 at site size', async ({ browser, desk }) => {
  for (const { hasTouch, site, least } of [
    { hasTouch: false, site: false, least: 36 },
    { hasTouch: true, site: false, least: 44 },
    { hasTouch: true, site: true, least: 60 },
  ]) {
    const context = await browser.newContext({ viewport: { width: 820, height: 1180 }, hasTouch, isMobile: hasTouch });
    const page = await context.newPage();
    await arrive(page, desk.web);
    if (site) {
      await page.getByRole('button', { name: 'More' }).click();
      await page.getByRole('button', { name: 'Site size' }).click();
      await page.keyboard.press('Escape');
    }
    for (const path of ['/stations', '/desk', '/yard', '/copy', '/rules', '/people', '/here', '/telephone']) {
      await page.goto(`${desk.web}${path}`);
      await page.getByRole('heading', { level: 1 }).waitFor();
      const small = await page
        .getByRole('button')
        .or(page.getByRole('link'))
        .or(page.getByRole('tab'))
        .evaluateAll(
          (all, wanted) =>
            all
              .filter((of) => of.getBoundingClientRect().height > 2 && !of.classList.contains('link') && of.textContent !== 'To the page')
              .filter((of) => of.getBoundingClientRect().height < wanted)
              .map((of) => `${of.textContent} ${of.getBoundingClientRect().height}`),
          least,
        );
      expect(small, `${path}, ${least} px`).toEqual([]);
    }
    await context.close();
  }
});
