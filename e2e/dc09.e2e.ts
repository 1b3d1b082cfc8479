// The desk hears DC-09 from a plain socket, in the pieces in which a network may bring it, and the screen says what came.
import { framesOf, health } from '@green-lamp/core/api';
import { expect, test } from './desk.ts';
import { exchange, frame, stamp } from './dc09-frames.ts';
import { arrive, arrivesFrom, delivered, lamp, makeNow, newAccount, openStation, reportsByDc09 } from './technician.ts';

test('events, supervision, repeats, refusals and strangers by DC-09, each answered as the standard asks', async ({ page, desk }) => {
  const account = newAccount();
  await arrive(page, desk.web);
  const stream = await openStation(page, { name: 'Panel by DC-09', account, paths: ['Ethernet'] });
  await reportsByDc09(page, desk.dc09Port);
  await arrivesFrom(page, 'Ethernet');
  await delivered(page);
  const send = (...pieces: string[]): Promise<string> => exchange(desk.dc09Port, pieces);
  const silence = (...pieces: string[]): Promise<string> => exchange(desk.dc09Port, pieces, { answers: 0 });
  const { now } = await desk.get(health);
  const asked = Date.now();
  const at = (shift = 0): string => stamp(now + Date.now() - asked + shift);

  expect(await send(frame(`"NULL"0000L0#${account}[]`))).toBe(frame(`"ACK"0000L0#${account}[]`));
  await expect(lamp(page, /^Call, weak, grade 6, bench/)).toBeVisible();

  await makeNow(page, 'Ethernet');
  const event = frame(`"ADM-CID"0001R2L1#${account}[#${account}|1137 01 004]${at()}`);
  const answer = frame(`"ACK"0001R2L1#${account}[]`);
  expect(await send(event.slice(0, 7), event.slice(7, 30), event.slice(30))).toBe(answer);
  await expect(lamp(page, /^Call, proven, grade 7, bench/)).toBeVisible();
  expect(await send(event)).toBe(answer);
  const both = event + frame(`"SIA-DCS"0002L0#${account}[|NYT003]`);
  expect(await exchange(desk.dc09Port, [both], { answers: 2 })).toBe(answer + frame(`"ACK"0002L0#${account}[]`));

  const wrongCrc = event.replace(/^\n..../, '\n0000');
  expect(await silence(wrongCrc, frame(`"ADM-CID"0003L0#${account}[|1137 01 005]`).replace(/0003/, '00031'))).toBe('');
  expect(await send(frame(`"ADM-CID"0004L0#${account}[|1137 01 005]${at(-90_000)}`))).toMatch(
    /^\n[0-9A-F]{8}"NAK"0000R0L0A0\[\]_\d\d:\d\d:\d\d,11-12-2026\r$/,
  );
  expect(await send(frame(`"ADM-CID"0005L0#${account}[|1137 01 005]${at(45_000)}`))).toContain('"NAK"');
  expect(await send(frame(`"XYZ-ABC"0006L0#${account}[|1137 01 005]`))).toBe(frame(`"DUH"0006L0#${account}[]`));
  const stranger = `9${account}`;
  expect(await send(frame(`"ADM-CID"0007L0#${stranger}[|1137 01 005]`))).toBe(frame(`"ACK"0007L0#${stranger}[]`));

  const { frames } = await desk.get(framesOf, { query: { station: stream } });
  expect(frames.map(({ status, event: of, grade, repeats, simulated, why }) => [status, of, grade, repeats, simulated, why])).toEqual([
    ['refused', 'tamper', 7, 0, false, 'clock'],
    ['refused', 'tamper', 7, 0, false, 'clock'],
    ['matched', 'battery trouble', 7, 0, false, null],
    ['matched', 'tamper', 7, 2, false, null],
    ['matched', 'null', 6, 0, false, null],
  ]);
  // What was sent again shows where the list is opened anew.
  await page.getByRole('link', { name: /^2? ?Sheet/ }).click();
  await page.keyboard.press('5');
  const calls = page.getByRole('region', { name: 'Calls of this station' });
  await expect(calls.getByRole('button', { name: /Event ‘tamper’ over Ethernet/ })).toContainText('sent 3 times');
  await expect(calls.getByRole('button', { name: /Refused: clock/ }).first()).toBeVisible();
  await expect(page.getByRole('region', { name: 'How to call' })).toContainText(`port ${desk.dc09Port}`);
  await page.getByRole('link', { name: 'Desk', exact: true }).click();
  await page.getByRole('button', { name: 'Unknown callers' }).click();
  await expect(
    page
      .getByRole('listitem')
      .filter({ hasText: `Unknown account ${stranger}` })
      .first(),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Not understood' }).click();
  await expect(page.getByRole('listitem').first()).toBeVisible();
});

// The first is remembered from an open-source receiver's test data, the rest are the library's own CRC over the standard's form (from memory).
test('frames of the standard’s form, as written down outside, are taken', async ({ desk }) => {
  expect(await exchange(desk.dc09Port, ['\nE9B50027"ADM-CID"0002L0#1234[#1234|1131 01 015]\r'])).toBe(
    '\n' + frame('"ACK"0002L0#1234[]').slice(1),
  );
  expect(await exchange(desk.dc09Port, ['\n2DBB0022"SIA-DCS"0001L0#1234[#1234|NBA001]\r'])).toBe('\n1BC10012"ACK"0001L0#1234[]\r');
  expect(await exchange(desk.dc09Port, ['\n1EF20013"NULL"0000L0#1234[]\r'])).toContain('"ACK"0000L0#1234[]');
  expect(await exchange(desk.dc09Port, ['\nE5D50034"SIA-DCS"6002L0#AAA[|Nri1/CL501]_14:12:04,09-25-2019\r'])).toContain('"NAK"');
  expect(await exchange(desk.dc09Port, ['\n1E080036"SIA-DCS"0001L0#1234[#1234|NBA001]_12:00:00,06-15-2026\r'], { answers: 0 })).toBe('');
});
