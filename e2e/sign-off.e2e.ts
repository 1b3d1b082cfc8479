// How work ends: complete only with nothing in its way, unfinished at any time, and what was undone is put back first.
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { expect, test } from './desk.ts';
import { arrive, arrivesFrom, delivered, lamp, makeNow, newAccount, openStation, part, section, inList } from './technician.ts';

test('a site is signed complete once nothing stands in its way; what is undone for the work does; a change after it shows', async ({
  page,
  desk,
}) => {
  test.setTimeout(150_000);
  const account = newAccount();
  await arrive(page, desk.web);
  await openStation(page, { name: 'Signed weir', account, paths: ['Ethernet'] });
  await arrivesFrom(page, 'Ethernet');
  await page.getByRole('button', { name: 'Log change: the station' }).click();
  await page.getByRole('menuitem', { name: /Fitted at the site/ }).click();
  await page.getByLabel('Where exactly').fill('the weir');
  await page.getByRole('button', { name: 'It is fitted there' }).click();
  const margin = page.getByRole('complementary', { name: 'Margin' });
  for (const [of, why] of [
    // One path is planned: nothing stands by.
    ['Inputs', 'values only'],
    ['Remote access', 'nothing is changed from afar'],
  ] as const) {
    await lamp(page, new RegExp(`^${of}, not tested`)).click();
    await margin.getByText('Not fitted', { exact: true }).last().click();
    await margin.getByLabel('Why it is accepted').fill(why);
    await margin.getByRole('button', { name: 'Accept it' }).click();
    await expect(lamp(page, new RegExp(`^${of}, not fitted`))).toBeVisible();
  }
  await page.getByRole('link', { name: /Handover/ }).click();
  await part(page, 'Sign-off');
  const sign = section(page, 'Sign-off');
  const way = sign.getByRole('list', { name: 'In its way' });
  await expect(way).toContainText('Power was not tested.');
  await expect(way).toContainText('Call was not tested.');
  await expect(sign.getByText('First what stands in its way.')).toBeVisible();

  const put = section(page, 'Put back');
  await put.getByText('Something is undone for the work').click();
  await put.getByLabel('What', { exact: true }).selectOption({ label: 'isolated or switched off' });
  await put.getByLabel('Which, and where').fill('switch Q4');
  await put.getByRole('button', { name: 'Note it' }).click();
  await expect(way).toContainText('Not put back: isolated or switched off, switch Q4.');

  await lamp(page, /^Power, not tested/).click();
  await margin.getByText('I saw it (a word: weak at most)').click();
  await margin.getByRole('button', { name: /^Power-on sign seen/ }).click();
  await makeNow(page, 'Ethernet');
  await desk.send(`${account};;event=high`);
  await expect(lamp(page, /^Call, proven, grade 7$/)).toBeVisible();
  await page.getByRole('link', { name: /Handover/ }).click();
  await part(page, 'Sign-off');
  await put.getByRole('button', { name: 'It is back: switch Q4' }).click();
  await expect(sign.getByText('Nothing stands in its way.')).toBeVisible();
  // Power is weak by a word: it is accepted with a reason, or not signed.
  await expect(sign.getByText('Say of each weak lamp why it is accepted.')).toBeVisible();
  await sign.getByLabel('Why Power is accepted').fill('the mains of the weir house');
  const pad = sign.getByRole('img', { name: /^Field for a signature/ });
  await pad.scrollIntoViewIfNeeded();
  const box = await pad.boundingBox();
  if (box === null) throw new Error('no field to sign in');
  await page.mouse.move(box.x + 40, box.y + 80);
  await page.mouse.down();
  for (const dx of [60, 90, 130, 180]) await page.mouse.move(box.x + dx, box.y + 60 + (dx % 40));
  await page.mouse.up();
  await expect(sign.getByRole('img', { name: 'Field for a signature, signed' })).toBeVisible();
  await sign.getByRole('button', { name: 'Sign: site complete' }).click();
  await expect(sign.getByRole('status')).toContainText('Site complete, signed by Ines');
  await delivered(page);
  await part(page, 'Record');
  const record = page.getByRole('article', { name: 'Record' });
  await expect(record.getByRole('region', { name: 'Signed off' })).toContainText('Power, weak, accepted: the mains of the weir house');
  await expect(record.getByRole('img', { name: 'Signature of Ines' })).toBeVisible();
  // Watched is the desk's word after calls that came by themselves, and there are none.
  await part(page, 'Sign-off');
  await sign.getByLabel('It ends as').selectOption({ label: 'Watched' });
  await expect(way).toContainText('the calls that have to come by themselves have not come');
  // Left unfinished at any time: it heads the list, with who returns.
  await sign.getByLabel('It ends as').selectOption({ label: 'Left unfinished' });
  await expect(sign.getByText('Say who returns and by which day', { exact: false })).toBeVisible();
  await sign.getByLabel('Who returns').fill('Bo');
  await sign.getByLabel('By which day').fill('2027-12-03');
  await sign.getByLabel('What the desk must not believe until then').fill('zone 3');
  await expect(sign.getByText('Say who returns and by which day', { exact: false })).toBeVisible();
  await sign.getByLabel('By which day').fill('2026-12-03');
  await sign.getByRole('button', { name: 'Sign: left unfinished' }).click();
  await expect(sign.getByRole('status')).toContainText('Left unfinished, signed by Ines');
  const tell = section(page, 'Who is told that it is unfinished');
  await expect(tell.getByLabel('What the desk is sent')).toHaveValue(new RegExp(`^Left unfinished: Signed weir.* Account ${account}\\.`));
  await expect(tell.getByLabel('What the client is sent')).not.toHaveValue(new RegExp(account));
  await section(page, 'To the desk').getByRole('button', { name: 'It was sent' }).click();
  await expect(section(page, 'To the desk').getByRole('button', { name: 'It is noted' })).toBeVisible();
  await delivered(page);
  await part(page, 'Record');
  await page.getByText('Draw a sketch map').click();
  const map = page.getByRole('img', { name: /^Field for a sketch map/ });
  await map.scrollIntoViewIfNeeded();
  const field = await map.boundingBox();
  if (field === null) throw new Error('no field to draw in');
  await page.mouse.move(field.x + 40, field.y + 40);
  await page.mouse.down();
  for (const dx of [60, 120, 200, 260]) await page.mouse.move(field.x + dx, field.y + 40 + dx / 2);
  await page.mouse.up();
  await section(page, 'Sketch map, to draw').getByLabel('Words with it').fill('behind the weir, left of the sluice');
  await page.getByRole('button', { name: 'Keep the sketch' }).click();
  await expect(page.getByRole('img', { name: 'Sketch map, as drawn' })).toBeVisible();
  await delivered(page);
  const [printed] = await Promise.all([
    page.waitForEvent('download', { timeout: 60_000 }),
    page.getByRole('button', { name: 'Save the record (PDF)' }).click(),
  ]);
  expect(printed.suggestedFilename()).toBe('signed-weir-record.pdf');
  const file = join(desk.folder, 'record.pdf');
  await printed.saveAs(file);
  // Debian's own reader: what is on which page.
  const pages = spawnSync('pdftotext', ['-layout', file, '-'], { encoding: 'utf8' })
    .stdout.split('\f')
    .filter((of) => of.trim() !== '');
  expect(pages.length).toBeGreaterThan(1);
  for (const [i, of] of pages.entries()) {
    expect(of).toContain('UNFINISHED');
    expect(of).toContain(`${i + 1} of ${pages.length}`);
  }
  const whole = pages.join('\n');
  for (const words of [
    'What is proved',
    'When the lamp is dark',
    'switch Q4',
    'Bo returns by',
    'Head of the chain',
    'Sketch map',
    'left of the sluice',
    'Computed and measured',
  ])
    expect(whole).toContain(words);
  await part(page, 'Sign-off');
  await delivered(page);
  await page.getByRole('link', { name: 'Stations', exact: true }).click();
  await inList(page, 'Signed weir');
  await expect(page.getByRole('link', { name: /Signed weir/ })).toContainText('Left unfinished. Bo returns by');
});

test('the label has a code that opens the station, and the page for the inside of the door no secrets', async ({ page, desk }) => {
  await arrive(page, desk.web);
  const account = newAccount();
  await openStation(page, { name: 'Labelled', account, paths: ['Ethernet'] });
  await page.getByRole('link', { name: /Handover/ }).click();
  await part(page, 'Label');
  const label = page.getByRole('article', { name: 'Label' });
  await expect(label).toContainText(`Account ${account}`);
  await expect(label.getByRole('img', { name: /A code with the address http.*\/stations\/station:/ })).toBeVisible();
  await page.getByLabel('Size').selectOption({ label: 'A5, for the inside of the door' });
  await expect(label).toContainText('If you are a stranger here');
  const [saved] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Save the label (PDF)' }).click()]);
  const labelled = join(desk.folder, 'label.pdf');
  await saved.saveAs(labelled);
  const said = spawnSync('pdftotext', ['-layout', labelled, '-'], { encoding: 'utf8' }).stdout;
  expect(said).toContain('If you are a stranger here');
  expect(said).toContain(`Account ${account}`);
  expect(spawnSync('pdfinfo', [labelled], { encoding: 'utf8' }).stdout).toMatch(/Pages:\s+1\n[^]*Page size:\s+419\.\d+ x 595\.\d+ pts/);
});
