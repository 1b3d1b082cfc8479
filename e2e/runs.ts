// One whole job, from an empty station to a signed record, against the yard: what each kind's run is made of.
import type { Page } from '@playwright/test';
import { yardDale, yardPlaces } from '@green-lamp/core/api';
import { isStream, sure } from '@green-lamp/core/name';
import { type Desk, expect } from './desk.ts';
import { arrive, delivered, device, lamp, newAccount, part, reportsByDc09, section, setting } from './technician.ts';

export type Run = {
  readonly name: string;
  readonly role: 'Unit' | 'Modem or router';
  readonly equipment: RegExp;
  readonly speaks: 'dc09' | 'line' | 'text' | 'http' | 'radio';
  /** Where its calls go, where its kind usually calls a portal. */
  readonly goal?: RegExp;
  /** What it is fed with, by its profile, V. */
  readonly volts: readonly [idle: string, transmitting: string];
  /** Its input's or node's name; null for a kind that has none. */
  readonly input: string | null;
  /** A fault of the yard that its kind is known for, and which has to be caught before it can be signed. */
  readonly fault: string;
  /** Whether the standby’s own supply is cut too. */
  readonly apart?: true;
  /** Whether it has a tunnel to the office. */
  readonly tunnel?: true;
};
export type At = {
  readonly page: Page;
  readonly desk: Desk;
  readonly stream: string;
  readonly paths: readonly string[];
  readonly account: string;
};

const act = async (desk: Desk, what: object): Promise<void> => {
  const done = (await (await desk.post('/api/yard/act', { act: what })).json()) as { refused: string | null };
  expect(done.refused, JSON.stringify(what)).toBeNull();
};
const margin = (page: Page) => page.getByRole('complementary', { name: 'Margin' });
const labels = async (page: Page, group: string): Promise<string[]> => {
  const devices = page.getByRole('region', { name: 'Devices', exact: true });
  const of = devices.getByRole('button', { name: new RegExp(`^${group}, `) });
  // The chapter may still be on its way.
  await of.first().waitFor();
  return (await of.allInnerTexts()).map((text) => text.split('\n')[0] ?? '');
};

/** How long a number of digits is made of an account. */
const padded = (account: string, length: number): string => account.padStart(length, '0');
const officeNumber = '+999700000001';
/** A node’s figure: channel, then hundredths; on port 2 it says what happened, on port 1 it is a figure. */
const decoder = `function decodeUplink({ bytes, fPort }) {
  const value = ((bytes[1] << 8) | bytes[2]) / 100;
  if (fPort === 1) return { data: { value } };
  return { data: { event: 'lid', zone: String(bytes[0]), turn: value < 20 ? 'alarm' : 'restoral', value } };
}`;
const add = async (page: Page, what: string): Promise<void> => {
  await device(page, 'Add');
  await page.getByLabel('Something else').selectOption({ label: what });
  await page.getByRole('button', { name: 'Add it' }).click();
};
const all = async (page: Page, where: RegExp, values: readonly (readonly [label: string, value: string])[]): Promise<void> => {
  for (const [label, value] of values) await setting(page, where, label, value);
};
const receives = (page: Page, what: string, port: number): Promise<void> =>
  all(page, /^Receiver, /, [
    ['Listener speaks', what],
    ['Desk’s port', String(port)],
  ]);
const token = 'kQ7-visit-Lumen-42';
/** By which protocol it calls: what the sheet needs of it beside the desk’s port. */
const speaking: { readonly [S in Run['speaks']]: (page: Page, desk: Desk, account: string) => Promise<void> } = {
  dc09: (page, desk) => reportsByDc09(page, desk.dc09Port),
  line: async (page, desk) => {
    await receives(page, 'Line records', desk.linePort);
    await all(page, /^Unit, /, [
      ['Speaks', 'Line records'],
      ['Calls desk on port', String(desk.linePort)],
    ]);
  },
  http: async (page, desk) => {
    await receives(page, 'HTTP posts', desk.httpPort);
    await all(page, /^Unit, /, [
      ['Speaks', 'HTTP posts'],
      ['Token for the desk', token],
      ['Calls desk on port', String(desk.httpPort)],
    ]);
  },
  radio: async (page, desk, account) => {
    await receives(page, 'long-range uplinks', desk.radioPort);
    await all(page, /^Unit, /, [
      ['Speaks', 'long-range uplinks'],
      ['Calls desk on port', String(desk.radioPort)],
      ['EUI of the gateway', `70B3D57ED0${padded(account, 6)}`],
    ]);
    await add(page, 'Local device');
    await all(page, /^Local device/, [
      ['Name', 'Hive'],
      ['Zone', '1'],
      ['Zone at the desk', '1'],
      ['Address on the air', `01${padded(account, 6)}`],
      ['Network session key', '44024241ed4ce9a68c6a8bc055233fd3'],
      ['Application session key', 'ec925802ae430ca77fd3dd73cb2cc588'],
      ['Its payload is read by', decoder],
    ]);
  },
  text: async (page, _, account) => {
    await setting(page, /^Receiver, /, 'Listener speaks', 'text messages');
    await setting(page, /^SIM, /, 'Telephone number (MSISDN)', `+9997${padded(account, 8)}`);
    await setting(page, /^Unit, /, 'Text of its test call', 'ALL WELL');
    await all(page, /^Telephone number, /, [
      ['Telephone number', officeNumber],
      ['Whose', 'the desk'],
      ['May', 'be told'],
    ]);
    await all(page, /^Input, /, [
      ['Text it sends', 'SUMP HIGH'],
      ['Text when it ends', 'SUMP OK'],
    ]);
  },
};

/** The desk takes texts at a number of its own. */
export const textsAtTheDesk = async (page: Page, desk: Desk): Promise<void> => {
  await page.goto(`${desk.web}/desk`);
  const field = page.getByLabel('Takes texts at');
  await page.locator('details').filter({ has: field }).locator('summary').click();
  await field.fill(officeNumber);
  await field.press('Enter');
  await delivered(page);
};

/** Opens a station by its equipment and fills what its first call, its watch and its proof stand on. */
export const opened = async (page: Page, desk: Desk, of: Run): Promise<At> => {
  const account = newAccount();
  await arrive(page, desk.web);
  await page.getByRole('link', { name: 'Stations', exact: true }).click();
  await page.getByRole('link', { name: 'New station' }).click();
  const form = page.getByRole('region', { name: 'New station', exact: true });
  await form.getByLabel('Name', { exact: true }).fill(of.name);
  await page.getByRole('button', { name: `Choose: ${of.role}` }).click();
  await page.getByRole('region', { name: of.role, exact: true }).getByRole('button', { name: of.equipment }).click();
  if (of.goal !== undefined) await form.getByRole('button', { name: of.goal }).click();
  await form.getByLabel('Account the desk expects').fill(account);
  await form.getByRole('button', { name: 'Open the station' }).click();
  await expect(page.getByRole('heading', { level: 1, name: of.name })).toBeVisible();
  const stream = /stations\/(station:[0-9A-Z]+)/.exec(page.url())?.[1] ?? '';
  await page.keyboard.press('2');
  await page.getByRole('region', { name: 'Devices', exact: true }).waitFor();
  const paths = await labels(page, 'Path');
  await speaking[of.speaks](page, desk, account);
  await setting(page, /^Unit, /, 'Test call every', '24 h');
  for (const [label, value] of [
    ['Missed-test alarm after', '25 h'],
    ['Called on a missed test', 'Ruth'],
    ['Supervision', 'armed'],
    ['Account', 'live'],
  ] as const)
    await setting(page, /^Desk/, label, value);
  if (of.input !== null && of.speaks !== 'radio') {
    // A kind that texts brings its first input along.
    if (of.speaks !== 'text') await add(page, 'Input');
    await setting(page, /^Input/, 'Name', of.input);
    await setting(page, /^Input/, 'Zone at the desk', '1');
  }
  if (of.tunnel === true)
    for (const [label, value] of [
      ['Network here', '10.8.3.0/24'],
      ['Network there', '10.1.0.0/24'],
      ['Host on the station’s LAN', '10.8.3.20'],
      ['Host at the office', '10.1.0.5'],
      ['Kind', 'IPsec IKEv2'],
    ] as const)
      await setting(page, /^Tunnel, /, label, value);
  await delivered(page);
  return { page, desk, stream, paths, account };
};

/** At its portal, with what stands on its label: under the office’s account, and what hangs on it. */
export const claimed = async ({ page, desk, stream }: At): Promise<void> => {
  await page.goto(`${desk.web}/yard?station=${stream}&view=beyond`);
  await page.getByRole('button', { name: 'Carriers, office, portal' }).click();
  const portal = section(page, 'The portal');
  const [, code = ''] = /code (\S+)/.exec(await portal.innerText()) ?? [];
  await portal.getByLabel('Code').fill(code);
  await portal.getByRole('button', { name: 'Claim it' }).click();
  await expect(portal).toContainText('Ownerdale-office');
  await portal.getByLabel('What hangs on it').fill('what the sheet has');
  await portal.getByRole('button', { name: 'Say so' }).click();
  await page.goto(`${desk.web}/stations/${stream}/sheet`);
};

/** Its virtual equipment runs, it is fitted at its site, and the door is shut. */
export const fitted = async ({ page, desk, stream }: At): Promise<void> => {
  await page.goto(`${desk.web}/yard?station=${stream}`);
  await page.getByRole('button', { name: 'Start the virtual equipment' }).click();
  await page.getByRole('button', { name: 'Unit', exact: true }).waitFor();
  await page.goto(`${desk.web}/stations/${stream}/sheet`);
  await page.getByRole('button', { name: 'Log change: the station' }).click();
  await page.getByRole('menuitem', { name: /Fitted at the site/ }).click();
  await page.getByLabel('Where exactly').fill('the weir house');
  await page.getByRole('button', { name: 'It is fitted there' }).click();
  await page.getByRole('button', { name: 'Log change: the station' }).click();
  await page.getByRole('menuitem', { name: 'Shut: the door is closed' }).click();
  await delivered(page);
};

/** A level that no modem prints is read off and typed, for as long as house rules ask. */
const typedHold = async (page: Page): Promise<void> => {
  await page.getByRole('button', { name: 'I type each reading' }).click();
  await page.getByRole('button', { name: 'Start the hold' }).click();
  const hold = page.getByRole('region', { name: 'The hold that runs' });
  for (let n = 0; n < 12; n++) {
    await hold.getByRole('textbox', { name: /^Wi-Fi level/ }).fill(`−${58 + (n % 3)}`);
    await hold.getByRole('button', { name: 'Take this reading' }).click();
    await page.waitForTimeout(2_600);
  }
  await hold.getByRole('button', { name: 'End the hold and keep it' }).click();
};

/** Volts at the terminals, the card's number typed whole with the sheet's hidden, a hold of each radio path, and what is not fitted. */
export const measured = async ({ page, paths }: At, of: Run, { held = paths }: { held?: readonly string[] } = {}): Promise<void> => {
  const of_ = margin(page);
  await setting(page, /^Unit, /, 'Minimum supply voltage', '4.5 V');
  await setting(page, /^Unit, /, 'Maximum supply voltage', '30 V');
  await lamp(page, /^Power, not tested/).click();
  for (const [label, volts] of [
    ['Volts at the terminals, idle', of.volts[0]],
    ['Volts at the terminals, transmitting', of.volts[1]],
  ] as const) {
    await of_.getByLabel(label).fill(volts);
    await of_.getByLabel(label).press('Enter');
  }
  await expect(lamp(page, /^Power, proven/)).toBeVisible();
  for (const lampOf of [...(of.input === null ? ['Inputs'] : []), 'Remote access']) {
    await lamp(page, new RegExp(`^${lampOf}, not tested`)).click();
    await of_.getByText('Not fitted', { exact: true }).last().click();
    await of_.getByLabel('Why it is accepted').fill('left out by the plan');
    await of_.getByRole('button', { name: 'Accept it' }).click();
    await expect(lamp(page, new RegExp(`^${lampOf}, not fitted`))).toBeVisible();
  }
  let cards = 0;
  for (const path of held) {
    const n = paths.indexOf(path) + 1;
    const card = lamp(page, new RegExp(`^SIM, path ${n}, not tested`));
    if (await card.isVisible()) {
      const number = `89999700000000004${17 + n}`;
      const whole = `${number}${luhn(number)}`;
      await page.keyboard.press('2');
      const names = await labels(page, 'SIM');
      await setting(page, new RegExp(`^SIM, ${names[cards] ?? ''}`), 'Card number (ICCID)', whole);
      cards += 1;
      await card.click();
      await of_.getByLabel('Typed whole from the card itself; the sheet’s number is hidden meanwhile').check();
      await of_.getByLabel('Number read from the card in use').fill(whole);
      await of_.getByRole('button', { name: 'Take' }).first().click();
    }
    const signal = lamp(page, new RegExp(`^Signal, path ${n}, not tested`));
    if (!(await signal.isVisible())) continue;
    await signal.click();
    const hold = page.getByRole('region', { name: 'The hold that runs' });
    if (path.startsWith('Wi-Fi')) {
      await typedHold(page);
      await expect(lamp(page, new RegExp(`^Signal, path ${n}, proven`))).toBeVisible();
      continue;
    }
    await page.getByRole('button', { name: 'I paste answers' }).click();
    await page.getByRole('button', { name: 'Start the hold' }).click();
    const cesq = (i: number): string => `+CESQ: 99,99,255,255,20,${44 + (i % 3) + n}\r\n\r\nOK\r\n`;
    await hold.getByLabel('Answers of the modem, one after another').fill(Array.from({ length: 30 }, (_, i) => cesq(i)).join(''));
    await hold.getByRole('button', { name: 'Take 30 readings' }).click();
    await expect(hold.getByText(/30 fresh of 10 asked/)).toBeVisible();
    await hold.getByRole('button', { name: 'End the hold and keep it' }).click();
    await expect(lamp(page, new RegExp(`^Signal, path ${n}, proven`))).toBeVisible();
  }
  await delivered(page);
};
const luhn = (digits: string): number => {
  const sum = Array.from(digits)
    .reverse()
    .reduce((all, digit, i) => all + (i % 2 === 0 ? ((Number(digit) * 2) % 10) + Math.floor((Number(digit) * 2) / 10) : Number(digit)), 0);
  return (10 - (sum % 10)) % 10;
};

/** Time passes at the desk; the page asks for the desk’s clock anew. */
const passes = async ({ page, desk }: Pick<At, 'page' | 'desk'>, by: number): Promise<void> => {
  await delivered(page);
  if (by > 0) desk.pass(by);
  await page.reload();
  await page.getByRole('region', { name: 'The line' }).waitFor();
};
const toProof = async (page: Page): Promise<void> => {
  await page.getByRole('link', { name: /^5? ?Proof/ }).click();
  await section(page, 'Make an event now').waitFor();
  // What is waited for is drawn once the desk has said what came.
  await page.waitForTimeout(1_500);
};
const waited = (page: Page) => section(page, 'Make an event now').getByRole('list', { name: 'Waited for' }).getByRole('listitem');
/** The event was made and nothing came: Call is not proven, and nothing can be signed complete. Then the fault is mended. */
const caught = async ({ page, desk, stream }: At, of: Run): Promise<void> => {
  await page.waitForTimeout(6_000);
  await expect(waited(page)).toHaveCount(1);
  await expect(lamp(page, /^Call, proven/)).toHaveCount(0);
  await page.getByRole('link', { name: /Handover/ }).click();
  await part(page, 'Sign-off');
  await expect(section(page, 'Sign-off').getByRole('list', { name: 'In its way' })).toContainText('Call');
  await expect(section(page, 'Sign-off').getByRole('button', { name: 'Sign: site complete' })).toBeDisabled();
  await act(desk, { act: 'lift', station: stream, fault: of.fault });
  // A unit waits before it tries again; a text that could not go out is gone.
  if (of.speaks === 'text') {
    desk.pass(300_000);
    for (let n = 0; n < 12; n++) await desk.get(yardDale);
    await passes({ page, desk }, 0);
    await act(desk, { act: 'input', station: stream, zone: 1, is: 'shut' });
    await page.waitForTimeout(2_000);
    await act(desk, { act: 'input', station: stream, zone: 1, is: 'open' });
  }
  await toProof(page);
  for (let n = 0; n < 8 && (await waited(page).count()) > 0; n++) {
    if (of.speaks === 'text') await page.waitForTimeout(2_000);
    else await passes({ page, desk }, 61_000);
    await toProof(page);
  }
};

/** Makes each event that is asked for with the virtual unit, until Call is proven; the first of them with a fault in the way. */
export const called = async (at: At, of: Run): Promise<void> => {
  const { page, desk, stream, paths } = at;
  const { places } = await desk.get(yardPlaces, { query: { stream: sure(isStream, stream) } });
  const ids = (places ?? []).map(({ path }) => path);
  const ask = section(page, 'Make an event now');
  await act(desk, { act: 'plant', station: stream, fault: of.fault });
  let stands: 'open' | 'shut' = 'shut';
  for (let n = 0; n < 14; n++) {
    await page.getByRole('link', { name: /^5? ?Proof/ }).click();
    if (await lamp(page, /^Call, proven/).isVisible()) return;
    const said = await ask
      .locator('select')
      .first()
      .evaluate((of_) => (of_ instanceof HTMLSelectElement ? (of_.selectedOptions[0]?.label ?? '') : ''));
    const over =
      paths.length < 2
        ? ''
        : await ask
            .getByLabel('Over', { exact: true })
            .evaluate((of_) => (of_ instanceof HTMLSelectElement ? (of_.selectedOptions[0]?.label ?? '') : ''));
    await ask.getByRole('button', { name: 'I make it now' }).first().click();
    await delivered(page);
    const rest = said.includes('its end');
    const i = paths.findIndex((path) => over.includes(path));
    const first = i < 1 && of.input !== null;
    if (first) {
      const to = rest ? 'shut' : 'open';
      // An event that came by another path than it was asked for is made once more.
      if (stands === to) {
        await act(desk, { act: 'input', station: stream, zone: 1, is: rest ? 'open' : 'shut' });
        await page.waitForTimeout(4_000);
      }
      await act(desk, { act: 'input', station: stream, zone: 1, is: to });
      stands = to;
    } else await act(desk, { act: 'event', station: stream, event: rest ? 'tamper-rest' : 'tamper', over: ids[Math.max(0, i)] ?? null });
    if (n === 0) await caught(at, of);
    await expect(waited(page)).toHaveCount(0, { timeout: 60_000 });
  }
  await expect(lamp(page, /^Call, proven/)).toBeVisible();
};

/** One drill by one press: the yard cuts, calls, puts back, and closes. The desk's time is let run, since modems look for their network for minutes. */
export const yardDrills = async ({ page, desk }: Pick<At, 'page' | 'desk'>, kind: string, path?: string): Promise<void> => {
  const drill = section(page, 'Drill');
  await drill.getByLabel('Kind of failure').selectOption(kind);
  if (path !== undefined) await drill.getByLabel('Path that is cut').selectOption({ label: path });
  if (kind === 'soft failure') await drill.getByLabel('Who at the client agreed').fill('Petra in IT');
  await drill.getByRole('button', { name: 'Let the yard drill it' }).click();
  await expect(drill.getByText(`Drill runs: ${kind}`, { exact: false })).toBeVisible({ timeout: 130_000 });
  await drillEnds({ page, desk });
};
/** The yard closes the drill that runs. */
export const drillEnds = async ({ page, desk }: Pick<At, 'page' | 'desk'>): Promise<void> => {
  const drill = section(page, 'Drill');
  const runs = drill.getByText('Drill runs', { exact: false });
  for (let n = 0; n < 180 && (await runs.isVisible()); n++) {
    // Once it is put back nothing is measured but the return.
    if (n > 20 && (await drill.getByText(/^Put back .* ago/).isVisible())) desk.pass(10_000);
    await page.waitForTimeout(1_000);
  }
  await expect(runs, await drill.innerText()).toBeHidden();
  await passes({ page, desk }, 0);
  await expect(drill).toBeVisible();
};

/** The standby’s own supply first: the first path calls meanwhile, and that the standby is in again shows when that is cut. */
export const apart = async (at: At): Promise<void> => {
  const { page, paths } = at;
  await page.getByRole('link', { name: 'Standby', exact: true }).click();
  await yardDrills(at, 'supply loss', paths[1]);
  await delivered(page);
  await part(page, 'Set-up');
  await expect(page.getByRole('listitem').filter({ hasText: 'Cut the standby’s own supply' })).toContainText(
    'Seen at the desk, simulated.',
  );
  // Its modem looks for its network for minutes: a cut before that would find no standby.
  at.desk.pass(600_000);
  for (let n = 0; n < 20; n++) await at.desk.get(yardDale);
  await passes(at, 0);
  await part(page, 'Drill');
  await expect(page.getByText('is in again: it was cut', { exact: false })).toBeVisible();
};

/** The three failures and the return. */
export const drilled = async (at: At): Promise<void> => {
  const { page } = at;
  await page.getByRole('link', { name: 'Standby', exact: true }).click();
  await part(page, 'Drill');
  for (const kind of ['link loss', 'soft failure', 'supply loss']) await yardDrills(at, kind);
  await delivered(page);
  await expect(lamp(page, /^Standby, proven/)).toBeVisible();
};

/** A host at each end asks one at the other through the virtual tunnel. */
export const throughTunnel = async ({ page }: At): Promise<void> => {
  await page.getByRole('link', { name: 'Standby', exact: true }).click();
  await part(page, 'Tunnel');
  const ask = section(page, 'Ask through it');
  for (const who of ['from the station to the office', 'from the office to the station']) {
    await ask.getByLabel('Who asks').selectOption({ label: who });
    await ask.getByRole('button', { name: 'Let the yard ask (simulated)' }).click();
    await delivered(page);
  }
  // Over the standby the yard has asked in its drills.
  const rows = section(page, /^Tunnel, /).getByRole('row');
  for (const n of [1, 2]) await expect(rows.nth(n).getByRole('cell', { name: 'answered', exact: true })).toHaveCount(2);
  await expect(section(page, /^Tunnel, /).getByText(/: proven, simulated/)).toBeVisible();
};

/** It is signed complete, with a name and a hand's signature. */
export const signed = async ({ page }: At): Promise<void> => {
  await page.getByRole('link', { name: /Handover/ }).click();
  await part(page, 'Sign-off');
  const sign = section(page, 'Sign-off');
  await expect(sign).toContainText('Nothing stands in its way.');
  for (const field of await sign.getByLabel(/^Why .* is accepted$/).all()) await field.fill('as the plan has it');
  const pad = sign.getByRole('img', { name: /^Field for a signature/ });
  await pad.scrollIntoViewIfNeeded();
  const box = await pad.boundingBox();
  if (box === null) throw new Error('no field to sign in');
  await page.mouse.move(box.x + 40, box.y + 80);
  await page.mouse.down();
  for (const dx of [60, 90, 130, 180]) await page.mouse.move(box.x + dx, box.y + 60 + (dx % 40));
  await page.mouse.up();
  await sign.getByRole('button', { name: 'Sign: site complete' }).click();
  await expect(sign.getByRole('status')).toContainText('Site complete, signed by Ines');
  await delivered(page);
};

/** Three days pass, its test calls come by themselves, and the desk confirms it from its own screen. */
export const watched = async ({ page, desk }: At): Promise<void> => {
  for (let day = 0; day < 4 && !(await lamp(page, /^Watch, proven/).isVisible()); day++) {
    desk.pass(24 * 3_600_000);
    // The yard's world comes after in pieces of ten minutes, one each time that somebody looks at it.
    for (let n = 0; n < 150; n++) await desk.get(yardDale);
    await page.waitForTimeout(2_000);
  }
  await expect(lamp(page, /^Watch, proven, grade 9, simulated/)).toBeVisible();
  await page.getByRole('link', { name: /Handover/ }).click();
  await part(page, 'Sign-off');
  const sign = section(page, 'Sign-off');
  await sign.getByLabel('It ends as').selectOption({ label: 'Watched' });
  await sign.getByRole('button', { name: 'Sign: watched' }).click();
  await expect(sign.getByRole('status')).toContainText('Watched');
};
