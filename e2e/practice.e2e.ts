// The yard's screen: faults are seen where they show, practice runs faster than the clock, a scenario comes to the same end, and what is real stays real.
import { framesOf, health } from '@green-lamp/core/api';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from './desk.ts';
import { arrive, delivered, newAccount, openStation } from './technician.ts';

test('practice: a fault planted blind is not told, shows in what the unit says, and is named when asked', async ({ page, desk }) => {
  await arrive(page, desk.web);
  await page.goto(`${desk.web}/yard?yard=practice`);
  const simulated = async (): Promise<number> =>
    (await desk.get(framesOf, { query: { limit: 200 } })).frames.filter((one) => one.simulated).length;
  const before = await simulated();
  await page.getByLabel('Kind').selectOption('logger');
  await page.getByRole('button', { name: 'Begin practice' }).click();
  await page.getByRole('button', { name: 'Stand still' }).click();
  await page.getByRole('button', { name: 'Faults' }).click();
  await page.getByLabel('Area').selectOption('desk');
  await page.getByLabel('Fault', { exact: true }).selectOption({ label: 'The listener is off' });
  await page.getByRole('button', { name: 'Plant it' }).click();
  await expect(page.getByText('The desk’s listener is not running.', { exact: false }).first()).toBeVisible();
  await page.getByLabel('Seed').fill('5');
  await page.getByRole('button', { name: 'Plant one blind' }).click();
  await expect(page.getByText('one that was planted blind')).toBeVisible();
  await page.getByRole('button', { name: 'Site and ways' }).click();
  await expect(page.getByText('a fault is planted blind: make a call and look').first()).toBeVisible();
  await page.getByRole('button', { name: 'Unit', exact: true }).click();
  await page.getByRole('button', { name: 'Test call by hand' }).first().click();
  await page.getByRole('button', { name: 'Wait a minute' }).click();
  await expect(page.getByRole('region', { name: 'What the unit told' })).toContainText('1 event waits in it');
  await page.getByRole('button', { name: 'Faults' }).click();
  await page.getByRole('button', { name: 'Tell me what it is' }).click();
  await expect(page.getByText('one that was planted blind')).toHaveCount(0);
  const planted = page.getByRole('region', { name: 'Planted' });
  await expect(planted.getByRole('listitem')).toHaveCount(2);
  for (const left of [1, 0]) {
    await planted.getByRole('button', { name: 'Take it back' }).first().click();
    await expect(planted.getByRole('listitem')).toHaveCount(left);
  }
  await page.getByRole('button', { name: 'Wait an hour' }).click();
  await page.getByRole('button', { name: 'Unit', exact: true }).click();
  await expect(page.getByRole('region', { name: 'What the unit told' })).toContainText('0 events wait in it');
  // Nothing of practice reaches the desk.
  expect(await simulated()).toBe(before);
});

test('practice survives a reload; saved as a scenario it is played to the same end, and a file that is none says where', async ({
  page,
  desk,
}) => {
  await arrive(page, desk.web);
  await page.goto(`${desk.web}/yard?yard=practice`);
  await page.getByLabel('Kind').selectOption('panel');
  await page.getByRole('button', { name: 'Begin practice' }).click();
  await page.getByRole('button', { name: 'Stand still' }).click();
  await page.getByRole('button', { name: 'Press its button and hold' }).click();
  await page.getByRole('button', { name: 'Wait 10 s' }).click();
  await page.getByRole('button', { name: 'Let its button go' }).click();
  await expect(page.getByLabel('Its display')).toContainText('LANGUAGE?');
  await page.getByRole('button', { name: 'OK', exact: true }).click();
  await expect(page.getByLabel('Its display')).toContainText('KEYPAD ENROL');
  await page.getByRole('group', { name: 'Zone 1' }).getByRole('button', { name: 'Open it' }).click();
  await page.getByRole('button', { name: 'Wait a minute' }).click();
  const told = page.getByRole('region', { name: 'What the unit told' });
  await expect(told).toContainText('Zone 1 in alarm');
  await page.reload();
  await expect(told).toContainText('Zone 1 in alarm');
  await expect(page.getByRole('button', { name: 'Stand still' })).toHaveAttribute('aria-pressed', 'true');

  await page.getByRole('button', { name: 'Scenario' }).click();
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Save as a scenario' }).click()]);
  const saved = join(desk.folder, 'practice.json');
  await file.saveAs(saved);
  expect(JSON.parse(readFileSync(saved, 'utf8'))).toMatchObject({ format: 'green-lamp-yard', version: 1, answered: false });
  const open = page.getByLabel('Open a scenario file');
  await open.setInputFiles(saved);
  await expect(page.getByText('It came to the same end.')).toBeVisible();
  await page.getByRole('button', { name: 'Look at its end in Practice' }).click();
  await page.getByRole('button', { name: 'Unit', exact: true }).click();
  await expect(told).toContainText('Zone 1 in alarm');
  await page.getByRole('button', { name: 'Scenario' }).click();
  const wrong = { ...(JSON.parse(readFileSync(saved, 'utf8')) as object), runs: 1 };
  await open.setInputFiles({ name: 'wrong.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(wrong)) });
  await expect(page.getByText(/acts\[\d+\]/)).toBeVisible();
  await open.setInputFiles({ name: 'none.json', mimeType: 'application/json', buffer: Buffer.from('not a file') });
  await expect(page.getByText('The file is not JSON: nothing was changed.')).toBeVisible();
});

test('at the desk: a line that is cut ends the call with its reason, its scenario is saved with the desk’s answers, and a real part is left alone', async ({
  page,
  desk,
}) => {
  await arrive(page, desk.web);
  const stream = await openStation(page, { name: 'Yard pulled', account: newAccount() });
  await delivered(page);
  await page.goto(`${desk.web}/yard?station=${stream}`);
  await page.getByRole('button', { name: 'Start the virtual equipment' }).click();
  await page.getByRole('button', { name: 'Test call by hand' }).click();
  await expect(page.getByText('The desk took it (ACK).')).toBeVisible();
  await page.getByRole('button', { name: 'Carriers, office, portal' }).click();
  await page.getByRole('button', { name: 'Ask what came in' }).click();
  await expect(page.getByRole('region', { name: 'A person at the desk' }).getByText(/^“Account .*, test, at/)).toBeVisible();
  await page.getByLabel('Forward of the port').selectOption('missing');
  await page.getByRole('button', { name: 'Site and ways' }).click();
  await expect(page.getByText('The office’s router forwards this port to nobody.', { exact: false })).toBeVisible();
  await page.getByRole('button', { name: 'Unit', exact: true }).click();
  await page.getByRole('button', { name: 'Test call by hand' }).click();
  await expect(page.getByText('The call did not reach the desk. The office’s router forwards this port to nobody.')).toBeVisible();
  await page.getByRole('button', { name: 'Carriers, office, portal' }).click();
  await page.getByLabel('Forward of the port').selectOption('right');

  await page.getByRole('button', { name: 'Scenario' }).click();
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Save as a scenario' }).click()]);
  const saved = join(desk.folder, 'desk.json');
  await file.saveAs(saved);
  expect(readFileSync(saved, 'utf8')).toContain('answered');
  await page.getByLabel('Open a scenario file').setInputFiles(saved);
  await expect(page.getByText('It came to the same end.')).toBeVisible();

  await page.getByRole('button', { name: 'Stop it' }).click();
  await page.getByRole('button', { name: 'Only the modem: the rest is real' }).click();
  await expect(page.getByText('Simulated of this station: modem. The rest of it is real.')).toBeVisible();
  await page.getByRole('button', { name: 'Unit', exact: true }).click();
  await expect(page.getByText('The unit of this station is real: the yard leaves it alone.')).toBeVisible();
});

test('an exercise is judged by what was done: minutes, a wrong answer, the right one, a debriefing, and a result that is kept for its person', async ({
  page,
  desk,
}) => {
  await arrive(page, desk.web, '/stations', 'Oskar');
  await page.goto(`${desk.web}/yard?yard=practice`);
  const course = page.getByRole('region', { name: 'A course of twelve' });
  await expect(course.getByRole('listitem')).toHaveCount(12);
  // What is wrong stands nowhere before it is over.
  await expect(page.getByText('not activated')).toHaveCount(0);
  await course.getByRole('button', { name: 'Begin exercise 1', exact: true }).click();
  const exercise = page.getByRole('region', { name: 'Exercise' });
  await expect(exercise).toContainText('A new pump station has never called.');
  await expect(exercise).toContainText('0 minutes so far.');
  await expect(page.getByRole('button', { name: 'Faults' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Unit', exact: true }).click();
  await expect(exercise).toContainText('46 minutes so far.');
  await page.reload();
  await expect(exercise).toContainText('46 minutes so far.');
  await exercise.getByLabel('What was it?').selectOption({ label: 'PIN on, and not stored' });
  await exercise.getByRole('button', { name: 'That is what it was' }).click();
  await expect(exercise).toContainText('It is not that, but you are at the right part. Mending it took 20 min more.');
  await page.getByRole('button', { name: 'Carriers, office, portal' }).click();
  await expect(exercise).toContainText('72 minutes so far.');
  await exercise.getByLabel('What was it?').selectOption({ label: 'Card not activated' });
  await exercise.getByRole('button', { name: 'That is what it was' }).click();
  const told = page.getByRole('region', { name: 'What it was' });
  await expect(told).toContainText('Found: Card not activated');
  await expect(told).toContainText('It was there to see after 72 minutes. It took you 72 minutes; 6 minutes would have done.');
  await expect(told.getByRole('list', { name: 'What you did' }).getByRole('listitem')).toHaveCount(4);
  await delivered(page);
  await told.getByRole('button', { name: 'Back to the course' }).click();
  await expect(course.getByRole('listitem').first()).toContainText('Found in 72 minutes; 6 minutes would have done.');
  await page.reload();
  await expect(course.getByRole('listitem').first()).toContainText('Found in 72 minutes; 6 minutes would have done.');
});

test('a dry run names what fails first and the settings behind it, then the next; nothing of it reaches the journal', async ({
  page,
  desk,
}) => {
  await arrive(page, desk.web);
  await page.getByRole('link', { name: /Oxygen monitor/ }).click();
  await page.getByRole('link', { name: /Plan/ }).click();
  await page.getByRole('tab', { name: 'Dry run', exact: true }).click();
  const dry = page.getByRole('region', { name: 'Dry run' });
  await delivered(page);
  const cursor = async (): Promise<number> => (await desk.get(health)).cursor;
  const before = await cursor();
  await dry.getByRole('button', { name: 'Play a day' }).click();
  const fails = dry.getByRole('list', { name: 'What fails' });
  await expect(fails.getByRole('listitem').first()).toContainText(
    'Ends at: modem, over Tarnlink, modem. The modem is registered and has no session',
  );
  await expect(dry).toContainText(/With all of them mended \d+ calls arrived\./);
  await delivered(page);
  expect(await cursor()).toBe(before);
  await fails.getByRole('link', { name: /^APN/ }).click();
  await expect(page.getByLabel('APN', { exact: true })).toBeVisible();
});

test('a bare sheet is not called sound by a dry run: what it lacks is said first', async ({ page, desk }) => {
  await arrive(page, desk.web);
  await openStation(page, { name: 'Bare sheet', account: newAccount() });
  await page.getByRole('link', { name: /Plan/ }).click();
  await page.getByRole('tab', { name: 'Dry run', exact: true }).click();
  const dry = page.getByRole('region', { name: 'Dry run' });
  await dry.getByRole('button', { name: 'Play a day' }).click();
  await expect(dry).toContainText(
    /The sheet lacks \d+ values that its first call needs\. The yard made up what is missing, and says nothing of it/,
  );
});
