// The job, whole: each kind of equipment from an empty station to a signed and watched one, against the yard.
import { Desk, expect, test } from './desk.ts';
import { lamp, part, section } from './technician.ts';
import { called, drilled, fitted, measured, opened, type Run, signed, throughTunnel, watched } from './runs.ts';

const runs: readonly Run[] = [
  { name: 'Kiln module', role: 'Unit', equipment: /^Reporting module/, speaks: 'dc09', volts: ['12.6', '12.1'], input: 'Kiln door' },
  { name: 'Store panel', role: 'Unit', equipment: /^Panel with a keypad/, speaks: 'dc09', volts: ['15.2', '14.4'], input: 'Store door' },
  { name: 'Gauge logger', role: 'Unit', equipment: /^Logger with a serial side/, speaks: 'line', volts: ['12.6', '12.1'], input: 'Float' },
  { name: 'Warden’s reader', role: 'Unit', equipment: /^Handheld/, speaks: 'line', volts: ['12.6', '12.1'], input: null },
  {
    name: 'Ferry router',
    role: 'Modem or router',
    equipment: /^Industrial router with a modem/,
    speaks: 'dc09',
    volts: ['12.6', '12.1'],
    input: 'Slip light',
  },
  {
    name: 'Board in a box',
    role: 'Modem or router',
    equipment: /^Small board router/,
    speaks: 'dc09',
    volts: ['11.8', '11.2'],
    input: 'Lid',
  },
  { name: 'Signal box', role: 'Modem or router', equipment: /^Modem cradle/, speaks: 'dc09', volts: ['12.6', '12.1'], input: 'Lever' },
  {
    name: 'Seed bank',
    role: 'Modem or router',
    equipment: /^Small-branch/,
    speaks: 'dc09',
    volts: ['12.6', '12.1'],
    input: 'Vault',
    tunnel: true,
  },
];
for (const run of runs)
  test(`${run.name}: from an empty station to a signed record and a watched station`, async ({ page }) => {
    test.setTimeout(600_000);
    const desk = await new Desk({ GREENLAMP_CLOCK: new Date().toISOString() }).start();
    const at = await opened(page, desk, run);
    await fitted(at);
    await measured(at, run);
    await called(at, run);
    if (at.paths.length > 1) await drilled(at);
    if (run.tunnel === true) await throughTunnel(at);
    await signed(at);
    await watched(at);
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
  await drill.getByRole('button', { name: 'Put it aside' }).click();
  await page.getByRole('link', { name: /Handover/ }).click();
  await part(page, 'Sign-off');
  await expect(section(page, 'Sign-off').getByRole('list', { name: 'In its way' })).toContainText('Standby was not tested.');
  await expect(section(page, 'Sign-off').getByRole('button', { name: 'Sign: site complete' })).toBeDisabled();
  await desk.end();
});
