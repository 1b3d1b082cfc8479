// The job, whole: each kind of equipment from an empty station to a signed and watched one, against the yard.
import { Desk, expect, test } from './desk.ts';
import { lamp, part, section } from './technician.ts';
import {
  apart,
  called,
  claimed,
  drilled,
  drillEnds,
  fitted,
  measured,
  opened,
  type Run,
  signed,
  textsAtTheDesk,
  throughTunnel,
  watched,
} from './runs.ts';

const runs: readonly Run[] = [
  {
    name: 'Kiln module',
    role: 'Unit',
    equipment: /^Reporting module/,
    speaks: 'dc09',
    volts: ['12.6', '12.1'],
    fault: 'apn-wrong',
    input: 'Kiln door',
  },
  {
    name: 'Store panel',
    role: 'Unit',
    equipment: /^Panel with a keypad/,
    speaks: 'dc09',
    volts: ['15.2', '14.4'],
    fault: 'listener-off',
    input: 'Store door',
  },
  {
    name: 'Gauge logger',
    role: 'Unit',
    equipment: /^Logger with a serial side/,
    speaks: 'line',
    volts: ['12.6', '12.1'],
    fault: 'serial-speed',
    input: 'Float',
  },
  {
    name: 'Warden’s reader',
    role: 'Unit',
    equipment: /^Handheld/,
    speaks: 'line',
    volts: ['12.6', '12.1'],
    fault: 'roaming-off',
    input: null,
  },
  {
    name: 'Ferry router',
    role: 'Modem or router',
    equipment: /^Industrial router with a modem/,
    speaks: 'dc09',
    volts: ['12.6', '12.1'],
    fault: 'port-swapped',
    input: 'Slip light',
  },
  {
    name: 'Board in a box',
    role: 'Modem or router',
    equipment: /^Small board router/,
    speaks: 'dc09',
    volts: ['11.8', '11.2'],
    fault: 'session-not-opened',
    input: 'Lid',
  },
  {
    name: 'Ridge pair',
    role: 'Modem or router',
    equipment: /^Helper router/,
    speaks: 'dc09',
    volts: ['12.6', '12.1'],
    fault: 'helper-lan',
    input: 'Drift',
    apart: true,
  },
  {
    name: 'Sump controller',
    role: 'Unit',
    equipment: /^I\/O controller/,
    speaks: 'text',
    volts: ['12.6', '12.1'],
    fault: 'modem-off',
    input: 'Sump high',
  },
  {
    name: 'Chiller bridge',
    role: 'Unit',
    equipment: /^Bridge between/,
    speaks: 'http',
    goal: /by HTTP posts$/,
    volts: ['12.6', '12.1'],
    fault: 'wifi-password',
    input: 'Supply low',
  },
  {
    name: 'Hives on the moor',
    role: 'Unit',
    equipment: /^Long-range/,
    speaks: 'radio',
    goal: /by line records$/,
    volts: ['5.1', '4.9'],
    fault: 'no-lease',
    input: 'Hive',
  },
  {
    name: 'Signal box',
    role: 'Modem or router',
    equipment: /^Modem cradle/,
    speaks: 'dc09',
    volts: ['12.6', '12.1'],
    fault: 'forward-missing',
    input: 'Lever',
  },
  {
    name: 'Seed bank',
    role: 'Modem or router',
    equipment: /^Small-branch/,
    speaks: 'dc09',
    volts: ['12.6', '12.1'],
    fault: 'office-line',
    input: 'Vault',
    tunnel: true,
  },
];
for (const run of runs)
  test(`${run.name}: from an empty station to a signed record and a watched station`, async ({ page }) => {
    test.setTimeout(600_000);
    const desk = await new Desk({ GREENLAMP_CLOCK: new Date().toISOString() }).start();
    const at = await test.step('opened', () => opened(page, desk, run));
    if (run.speaks === 'text') await test.step('texts', () => textsAtTheDesk(page, desk));
    await test.step('fitted', () => fitted(at));
    if (run.goal !== undefined) await test.step('claimed', () => claimed(at));
    await test.step('measured', () => measured(at, run));
    await test.step('called', () => called(at, run));
    if (run.apart === true) await test.step('apart', () => apart(at));
    if (at.paths.length > 1) await test.step('drilled', () => drilled(at));
    if (run.tunnel === true) await test.step('tunnel', () => throughTunnel(at));
    await test.step('signed', () => signed(at));
    await test.step('watched', () => watched(at));
    for (const name of ['Power', 'Call', 'Watch']) await expect(lamp(page, new RegExp(`^${name}, proven`))).toBeVisible();
    await desk.end();
  });

test('one fuse for both is caught before it is signed: the pair’s modem takes the unit with it, and nothing is signed complete', async ({
  page,
}) => {
  test.setTimeout(400_000);
  const desk = await new Desk({ GREENLAMP_CLOCK: new Date().toISOString() }).start();
  const run: Run = {
    name: 'Pass mast',
    role: 'Modem or router',
    equipment: /^Helper router/,
    speaks: 'dc09',
    volts: ['12.6', '12.1'],
    fault: 'one-fuse',
    input: 'Drift',
  };
  const at = await opened(page, desk, run);
  await fitted(at);
  await measured(at, run);
  await desk.post('/api/yard/act', { act: { act: 'plant', station: at.stream, fault: 'one-fuse' } });
  await page.getByRole('link', { name: 'Standby', exact: true }).click();
  const drill = section(page, 'Drill');
  await drill.getByLabel('Kind of failure').selectOption('supply loss');
  await expect(drill.getByText('If both fall, one fuse feeds two.', { exact: false })).toBeVisible();
  await drill.getByRole('button', { name: 'Let the yard drill it' }).click();
  await expect(drill.getByText('No call by another path yet.')).toBeVisible();
  await page.waitForTimeout(8_000);
  await drill.getByRole('button', { name: 'Put the path back now' }).click();
  await drillEnds({ page, desk });
  await expect(lamp(page, /^Standby, failed/)).toBeVisible();
  await part(page, 'Set-up');
  await expect(page.getByRole('listitem').filter({ hasText: 'Cut the first path’s own supply' })).toContainText(
    'another path hangs on it too',
  );
  await page.getByRole('link', { name: /Handover/ }).click();
  await part(page, 'Sign-off');
  await expect(section(page, 'Sign-off').getByRole('list', { name: 'In its way' })).toContainText('Standby has failed.');
  await expect(section(page, 'Sign-off').getByRole('button', { name: 'Sign: site complete' })).toBeDisabled();
  await desk.end();
});
