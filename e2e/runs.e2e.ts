// The job, whole: each kind of equipment from an empty station to a signed and watched one, against the yard.
import { Desk, expect, test } from './desk.ts';
import { lamp } from './technician.ts';
import { called, drilled, fitted, measured, opened, type Run, signed, watched } from './runs.ts';

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
  { name: 'Cable-way pair', role: 'Modem or router', equipment: /^Helper router/, speaks: 'dc09', volts: ['12.6', '12.1'], input: 'Wind' },
  {
    name: 'Board in a box',
    role: 'Modem or router',
    equipment: /^Small board router/,
    speaks: 'dc09',
    volts: ['11.8', '11.2'],
    input: 'Lid',
  },
  { name: 'Signal box', role: 'Modem or router', equipment: /^Modem cradle/, speaks: 'dc09', volts: ['12.6', '12.1'], input: 'Lever' },
  { name: 'Seed bank', role: 'Modem or router', equipment: /^Small-branch/, speaks: 'dc09', volts: ['12.6', '12.1'], input: 'Vault' },
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
    await signed(at);
    await watched(at);
    for (const name of ['Power', 'Call', 'Watch']) await expect(lamp(page, new RegExp(`^${name}, proven`))).toBeVisible();
    await desk.end();
  });
