// Signal: a hold by hand, from what was pasted, and from the virtual modem; one entry each.
import { entriesAfter } from '@green-lamp/core/api';
import { expect, test } from './desk.ts';
import { arrive, delivered, lamp, newAccount, openStation } from './technician.ts';

const cesq = (rsrq: number, rsrp: number): string => `+CESQ: 99,99,255,255,${rsrq},${rsrp}\r\n\r\nOK\r\n`;

test('typed: it survives a reload, is judged as it goes, and is one entry; too short is marginal and says so', async ({ page, desk }) => {
  await arrive(page, desk.web);
  const stream = await openStation(page, { name: 'Held by hand', account: newAccount() });
  await page.keyboard.press('4');
  await expect(page.getByText(/Never open the aerial line of a live transmitter/)).toBeVisible();
  await page.getByRole('button', { name: 'Start the hold' }).click();
  const hold = page.getByRole('region', { name: 'The hold that runs' });
  await hold.getByLabel('RSRP, dBm').fill('97');
  await hold.getByLabel('RSRQ, dB').fill('−11');
  await hold.getByRole('button', { name: 'Take this reading' }).click();
  await expect(hold.getByText('It lies between −156 and −31: with its minus.')).toBeVisible();
  await hold.getByLabel('RSRP, dBm').fill('-97');
  await hold.getByRole('button', { name: 'Take this reading' }).click();
  await expect(hold.getByText(/1 fresh of 10 asked/)).toBeVisible();
  await page.reload();
  await expect(hold.getByText(/1 fresh of 10 asked/)).toBeVisible();
  await hold.getByLabel('RSRP, dBm').fill('-98');
  await hold.getByLabel('RSRQ, dB').fill('-11');
  await hold.getByRole('button', { name: 'Take this reading' }).click();
  await expect(hold.getByText(/The hold was \d+ s; house rule asks 30 s\./)).toBeVisible();
  await hold.getByRole('button', { name: 'End the hold and keep it' }).click();
  await expect(lamp(page, /^Signal, path 1, weak, bench/)).toBeVisible();
  await delivered(page);
  const { entries } = await desk.get(entriesAfter, { query: { after: 0, streams: [stream] } });
  const holds = entries.filter(({ text }) => text.includes('"kind":"hold.run"'));
  expect(holds).toHaveLength(1);
  expect(holds[0]?.text).toContain('"samples":[{"at":');
});

test('pasted: enough fresh readings that rest prove it, and the figure opens into its steps; a cached one does not', async ({
  page,
  desk,
}) => {
  await arrive(page, desk.web);
  await openStation(page, { name: 'Held by paste', account: newAccount() });
  await page.keyboard.press('4');
  const hold = page.getByRole('region', { name: 'The hold that runs' });
  const paste = async (text: string): Promise<void> => {
    await page.getByRole('button', { name: 'I paste answers' }).click();
    await page.getByRole('button', { name: 'Start the hold' }).click();
    await hold.getByLabel('Answers of the modem, one after another').fill(text);
    await hold.getByRole('button', { name: 'Take 30 readings' }).click();
  };
  await paste(Array.from({ length: 30 }, (_, i) => cesq(20, 44 + (i < 15 ? 0 : 1))).join(''));
  await expect(hold.getByText(/Only 2 fresh readings in 30 s/)).toBeVisible();
  await hold.getByRole('button', { name: 'Throw it away' }).click();
  await paste(Array.from({ length: 30 }, (_, i) => cesq(20, 44 + (i % 3))).join(''));
  await hold.getByRole('button', { name: 'End the hold and keep it' }).click();
  await expect(lamp(page, /^Signal, path 1, proven, bench/)).toBeVisible();
  const held = page.getByRole('region', { name: 'Holds of this path' });
  await expect(held.getByText(/Signal proven\. Held for 30 s on LTE, 30 fresh readings\./)).toBeVisible();
  await held.getByText('How it was worked out').click();
  await expect(held.getByRole('row').filter({ hasText: 'RSRP P10 ≥ −100' })).toContainText('ours: house rules shipped version 1');
  // The same answers again are no second hold, whole or in part.
  await page.getByRole('button', { name: 'I paste answers' }).click();
  await page.getByRole('button', { name: 'Start the hold' }).click();
  await hold.getByLabel('Answers of the modem, one after another').fill([1, 2, 0, 1].map((i) => cesq(20, 44 + i)).join(''));
  await hold.getByRole('button', { name: 'Take 4 readings' }).click();
  await expect(hold.getByRole('alert')).toContainText('these same answers were pasted or kept before');
  await expect(hold.getByText(/0 fresh of 10 asked/)).toBeVisible();
  await hold.getByLabel('Answers of the modem, one after another').fill(cesq(20, 51));
  await hold.getByRole('button', { name: 'Take 1 reading' }).click();
  await expect(hold.getByText(/1 fresh of 10 asked/)).toBeVisible();
});

test('from the virtual modem, once a second: marked on the hold, the lamp and the record', async ({ page, desk }) => {
  await arrive(page, desk.web);
  await openStation(page, { name: 'Held in the yard', account: newAccount() });
  await delivered(page);
  await page.keyboard.press('5');
  await page.getByRole('link', { name: 'Let the yard make the call' }).click();
  await page.getByRole('button', { name: 'Start the virtual equipment' }).click();
  await page.getByRole('button', { name: 'Modem', exact: true }).click();
  await page.getByLabel('Command to the virtual modem').fill('ATI');
  await page.getByRole('button', { name: 'Ask', exact: true }).click();
  await expect(page.getByLabel('What the virtual modem answered')).toContainText('Green Lamp virtual modem, simulated');
  await page.goBack();
  await page.getByRole('region', { name: 'What has been proved' }).waitFor();
  await page.keyboard.press('4');
  await page.getByRole('button', { name: 'The virtual modem (simulated)' }).click();
  await page.getByRole('button', { name: 'Start the hold' }).click();
  const hold = page.getByRole('region', { name: 'The hold that runs' });
  await expect(hold.getByText(/\((?:[4-9]) taken\)/)).toBeVisible({ timeout: 15_000 });
  await hold.getByRole('button', { name: 'End the hold and keep it' }).click();
  await expect(lamp(page, /^Signal, path 1, weak, bench, simulated/)).toBeVisible();
  await page.keyboard.press('8');
  await expect(page.getByRole('region', { name: 'Evidence' }).getByText(/readings from the modem, simulated\./)).toBeVisible();
});
