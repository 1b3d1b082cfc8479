// The plan and the sheet of hundreds: asked, answered, packed, walked, tried on paper, and judged by rules that a person makes.
import { readFileSync } from 'node:fs';
import { connect } from 'node:net';
import { expect, test } from './desk.ts';
import {
  allDevices,
  arrive,
  delivered,
  device,
  lamp,
  newAccount,
  openStation,
  part,
  section,
  setting,
  slips,
  inList,
} from './technician.ts';

test('what is unknown is asked, and answers come back in bulk: reviewed first, then taken, wrong ones named and left', async ({
  page,
  desk,
}) => {
  await arrive(page, desk.web);
  await openStation(page, { name: 'Asked', account: newAccount() });
  await page.keyboard.press('1');
  const first = page.getByRole('region', { name: 'From the carrier', exact: true });
  const carrier = page.getByRole('region', { name: 'From the carrier, can wait' });
  await expect(first).toContainText('APN (SIM)');
  await expect(carrier).toContainText('Card size (SIM)');
  const window = page.getByRole('dialog');
  await first.getByRole('button', { name: 'Write to the carrier' }).click();
  const message = window.getByLabel('The message');
  await expect(message).toHaveValue(/APN \(SIM\): \n– It is the name of the access point/);
  await expect(message).not.toHaveValue(/Card size/);
  await window.getByRole('checkbox', { name: /that can wait, too/ }).click();
  await expect(message).toHaveValue(/Card size \(SIM\): \n/);
  await window.getByLabel('Sent to').fill('Oda of Fellwave');
  await window.getByRole('button', { name: 'It is sent' }).click();
  await expect(first).toContainText(/Asked of Oda of Fellwave, on \d{4}-\d\d-\d\d, chase on \d{4}-\d\d-\d\d/);
  await carrier.getByRole('button', { name: 'Log request: Card size (SIM)' }).click();
  await window.getByLabel('Of whom').fill('the Fellwave desk');
  await window.getByLabel('Ticket').fill('F-31');
  await window.getByLabel('Chase on').fill('2026-11-19');
  await window.getByRole('button', { name: 'Note it' }).click();
  await expect(carrier).toContainText('Asked of the Fellwave desk, F-31, on');

  const answers = page.getByRole('region', { name: 'Answers' });
  await answers
    .getByLabel('Paste them')
    .fill('Card size: 3FF\nAPN: m2m.fellwave.example\nTime zone: Europe/Nowhere\nColour: blue\nSIM PIN: 4071\n');
  await expect(answers.getByRole('row', { name: /Colour/ })).toContainText('matched to nothing');
  await expect(answers.getByRole('row', { name: /Time zone/ })).toContainText('a zone name such as');
  await expect(answers.getByRole('table')).not.toContainText('4071');
  await answers.getByRole('button', { name: 'Take 2 answers' }).click();
  await expect(carrier).not.toContainText('Card size (SIM)');
  await delivered(page);
  await page.keyboard.press('2');
  await expect(await device(page, /^SIM/)).toContainText('m2m.fellwave.example');
});

test('the kit, the visit and the menu follow from the sheet; what is ticked stays ticked over a reload', async ({ page, desk }) => {
  await arrive(page, desk.web);
  await inList(page, 'Wind mast');
  await page.getByRole('link', { name: /Wind mast/ }).click();
  await page.getByRole('link', { name: /Plan/ }).click();
  await part(page, 'Kit list');
  const adapter = page.getByRole('checkbox', { name: /Adapter from 4FF to 3FF/ });
  await adapter.click();
  await expect(adapter).toBeChecked();
  await delivered(page);
  await page.reload();
  await expect(page.getByRole('checkbox', { name: /Adapter from 4FF to 3FF/ })).toBeChecked();
  await part(page, 'The visit');
  await expect(page.getByRole('img', { name: /Tasks in time/ })).toBeVisible();
  await page.getByLabel('Where').selectOption('site');
  await expect(page.getByText(/Begin by \d\d:\d\d to be through in/)).toBeVisible();
  await expect(page.getByRole('list', { name: 'On the site' })).toContainText('Never open the aerial line of a live transmitter');
  // A caution’s gate holds its step until somebody is named.
  const mount = page.getByRole('checkbox', { name: /Mount, lead cables/ });
  await expect(mount).toHaveAttribute('aria-disabled', 'true');
  await page.getByLabel('Who is with you').fill('Tam');
  await page.getByLabel('Who is with you').press('Enter');
  await expect(mount).toHaveAttribute('aria-disabled', 'false');
  await mount.click();
  await expect(mount).toBeChecked();
  await page.keyboard.press('3');
  await part(page, 'Programming sheet');
  await page.getByLabel('Device', { exact: true }).selectOption({ label: 'Helper router behind a main one' });
  // What is in force on the device already counts as done.
  const done = async (): Promise<number> =>
    Number(/(\d+) of \d+ prompts done/.exec(await page.getByRole('region', { name: 'Programming sheet' }).innerText())?.[1]);
  const before = await done();
  expect(before).toBeGreaterThan(0);
  await page.getByLabel('Lost? What does the display show').fill('reset helper');
  await page.getByRole('button', { name: 'Reset the helper', exact: true }).click();
  const hand = page.getByRole('region', { name: 'Prompt in hand' });
  await expect(hand).toContainText('It takes every setting with it.');
  await expect(hand).toContainText('File before it is written over');
  const sign = hand.getByRole('button', { name: /^The sign came/ });
  await expect(sign).toHaveAttribute('aria-disabled', 'true');
  await page.getByRole('checkbox', { name: /^Save the helper’s old file/ }).click();
  await expect(sign).toHaveAttribute('aria-disabled', 'false');
  await sign.click();
  await expect(hand).toContainText('Cable: helper’s end');
  await expect.poll(done).toBe(before + 2);
  await delivered(page);
  await page.reload();
  await page.getByLabel('Device', { exact: true }).selectOption({ label: 'Helper router behind a main one' });
  await expect(hand).toContainText('Cable: helper’s end');
  await hand.getByRole('button', { name: /^One back: Reset the helper/ }).click();
  await expect(hand).toContainText('Wait for: all indicators blink');
  await page.keyboard.press('1');
  await part(page, 'Connections and ports');
  await expect(page.getByRole('region', { name: /The station calls the desk/ }).first()).toContainText('desk.varrow.example');
});

test('an output is tried on paper, and the questions that matter are answered', async ({ page, desk }) => {
  await arrive(page, desk.web);
  await inList(page, 'Frost mast');
  await page.getByRole('link', { name: /Frost mast/ }).click();
  await page.getByRole('link', { name: /Plan/ }).click();
  await part(page, 'Logic');
  const output = page.getByRole('region', { name: 'wind machine' });
  await expect(output).toContainText('An output may start a machine by itself');
  await expect(output.getByRole('list', { name: /Questions/ })).toContainText('the output never rests');
  await output.getByLabel(/Time line of the inputs/).fill('10 s I1 on\nrubbish\n20 s I1 off');
  await expect(output).toContainText('On once: 10 to 2410 s');
  await expect(output).toContainText('Line 2 is left out');
});

test('a sheet of hundreds is searched and narrowed; a bridge shows both sides; an earlier value is put back by a new entry', async ({
  page,
  desk,
}) => {
  await arrive(page, desk.web);
  await openStation(page, { name: 'Searched', account: newAccount() });
  await page.getByLabel('Find any setting').fill('keepalive');
  await expect(page.getByRole('button', { name: /^Keepalive every/ })).toBeVisible();
  await expect(page.getByRole('button', { name: /^Where it stands/ })).toHaveCount(0);
  await page.getByLabel('Find any setting').fill('');
  await allDevices(page);
  await page.getByLabel('Show', { exact: true }).selectOption({ label: 'Every setting' });
  await expect(page.getByRole('search', { name: 'Look for settings' })).toContainText(/(\d+) of \1/);
  await page.getByLabel('Show', { exact: true }).selectOption({ label: 'What is asked or filled in' });
  await setting(page, /^SIM/, 'Card size', '4FF, nano');
  await setting(page, /^Modem/, 'Card slot takes', '3FF, micro');
  await page.getByText(/What must agree: 1 differ/).click();
  await expect(page.getByRole('group', { name: 'What must agree' }).getByRole('listitem').first()).toContainText('differs');
  await setting(page, /^SIM/, 'Card size', '3FF, micro');
  await expect(page.getByText(/What must agree: 0 differ/)).toBeVisible();
  await (await device(page, /^SIM/))
    .locator('[data-row]')
    .filter({ hasText: /^Card size/ })
    .click();
  await section(page, /^SIM/).getByText('What happened to it (2)').click();
  await page.getByRole('button', { name: 'Put it back' }).click();
  await expect(page.getByText(/What must agree: 1 differ/)).toBeVisible();
  await delivered(page);
});

test('house rules and a profile are made from those that are there, judged as one types, and adopted by a station', async ({
  page,
  desk,
}) => {
  await arrive(page, desk.web);
  await openStation(page, { name: 'Own rules', account: newAccount() });
  await page.getByRole('link', { name: 'Rules', exact: true }).click();
  await expect(page.getByText(/11[0-9] of 118 traps of the trade are covered/)).toBeVisible();
  await part(page, 'House rules');
  await page.getByLabel('Start from').selectOption({ label: 'House rules that ship, version 1' });
  await expect(page.getByText('Nothing is changed yet.')).toBeVisible();
  await page.getByLabel('How long a range test is held').selectOption({ label: '20 s' });
  await expect(page.getByLabel('hold, time')).toHaveValue('20 s');
  await page.getByLabel('hold, time').fill('soon');
  await expect(page.getByText('Can’t be read: hold, time.')).toBeVisible();
  await page.getByLabel('hold, time').fill('20 s');
  await page.getByLabel('Name of the set').fill('Dale office rules');
  await page.getByRole('button', { name: 'Publish as version 1' }).click();
  await expect(page.getByText('Dale office rules, version 1, is published.', { exact: false })).toBeVisible();

  // A file that is no house rules says where it is wrong and loses nothing; one that is stands as a version to start from.
  const file = page.locator('input[type=file]');
  await file.setInputFiles({ name: 'bad.json', mimeType: 'application/json', buffer: Buffer.from('{"id":"x","hold":{"time":"soon"}}') });
  await expect(page.getByRole('list', { name: 'What is wrong with the file' })).toContainText('hold.time');
  const [saved] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save this version as JSON' }).click(),
  ]);
  await file.setInputFiles(await saved.path());
  await expect(page.getByRole('list', { name: 'What is wrong with the file' })).toHaveCount(0);

  // Before all take it: whose lamps would change.
  await page.getByLabel('Start from').selectOption({ label: 'Dale office rules, version 1' });
  await delivered(page);
  await page.getByRole('button', { name: 'Whose lamps would change by this version?' }).click();
  const would = page.getByRole('list', { name: 'Stations that would take it' });
  await expect(would).toContainText('Own rules');
  await expect(would).toContainText('No lamp changes.');

  await part(page, 'Profiles');
  await page.getByLabel('Profile', { exact: true }).selectOption({ label: 'Handheld terminal, version 2' });
  const text = page.getByLabel('The profile as JSON');
  const body = await text.inputValue();
  await text.fill(body.replace('"boot": 60000', '"boot": -1'));
  await expect(page.getByRole('list', { name: 'What is wrong' })).toContainText('boot');
  await text.fill(body.replace('"boot": 60000', '"boot": 45000'));
  await page.getByRole('button', { name: 'Publish as version 3' }).click();
  await expect(page.getByText('Handheld terminal, version 3, is published.', { exact: false })).toBeVisible();
  await delivered(page);

  await page.getByRole('link', { name: 'Stations', exact: true }).click();
  await inList(page, 'Own rules');
  await page.getByRole('link', { name: /Own rules/ }).click();
  await device(page, 'Judged by');
  await page.getByRole('button', { name: 'Dale office rules, version 1…' }).click();
  await expect(page.getByRole('dialog').getByRole('region', { name: 'What differs' })).toContainText('was 30 s, is 20 s');
  await page.getByRole('dialog').getByRole('button', { name: 'Adopt it' }).click();
  await expect(page.getByRole('region', { name: 'Judged by' })).toContainText('Dale office rules, version 1');
  await expect(lamp(page, /^Signal/)).toBeVisible();
});

test('one takes back one’s own last setting, does it again', async ({ page, desk }) => {
  await arrive(page, desk.web);
  await openStation(page, { name: 'Weir gauge', account: newAccount() });
  await setting(page, 'Site', 'Where it stands', 'the weir');
  await page.getByRole('button', { name: /^Take back Where it stands/ }).click();
  await expect(await device(page, 'Site')).not.toContainText('the weir');
  await page.getByRole('button', { name: /^Again: Where it stands/ }).click();
  await expect(await device(page, 'Site')).toContainText('the weir');
  await page.keyboard.press('Control+z');
  await expect(await device(page, 'Site')).not.toContainText('the weir');
  await expect(page.getByRole('button', { name: /^Again: Where it stands/ })).toBeVisible();
});

test('from afar: the start message is made without its word, the sender is judged, and a change with no way back asks for words', async ({
  page,
  desk,
}) => {
  await arrive(page, desk.web);
  await inList(page, 'Reporting module');
  await page.getByRole('link', { name: /Reporting module/ }).click();
  await page.getByRole('navigation').getByRole('link', { name: /Proof/ }).click();
  await part(page, 'Remote change');
  const afar = page.getByRole('region', { name: 'Remote change', exact: true });
  await expect(afar).toContainText('This telephone is on the unit’s list.');
  await expect(afar.getByRole('region', { name: 'Start a session' })).toContainText(`•••• desk.varrow.example:${desk.linePort}`);
  await expect(page.locator('body')).not.toContainText('limestone');
  await afar.getByLabel('What is to be changed').selectOption({ label: 'Start word (reporting module)' });
  await expect(afar).toContainText('nobody gets back in without a drive');
  await expect(afar.getByRole('button', { name: 'Note it' })).toHaveAttribute('aria-disabled', 'true');
  await afar.getByLabel('How you get back in').fill('the kiln keeper can cable it');
  await afar.getByRole('button', { name: 'Note it' }).click();
  await delivered(page);
});

test('many like one: rows are previewed with what is wrong, good ones are made, and each differs exactly where it must', async ({
  page,
  desk,
}) => {
  await arrive(page, desk.web);
  const account = newAccount();
  await openStation(page, { name: 'Model mast', account });
  await setting(page, /^SIM/, 'APN', 'm2m.fellwave.example');
  await setting(page, /^SIM/, 'Card number (ICCID)', '8999970020334567830');
  await delivered(page);
  await page.getByRole('link', { name: 'Stations', exact: true }).click();
  await page.getByRole('link', { name: 'Copy station' }).click();
  await page.getByLabel('Find the station to copy').fill('Model mast');
  await page.getByRole('button', { name: 'Model mast' }).click();
  const many = page.getByRole('region', { name: 'Rows' });
  const [one, two] = [newAccount(), newAccount()];
  await many
    .getByLabel('Rows')
    .fill(
      `station,Account the desk expects,Card number (ICCID),Colour\nMast east,${one},8999999022234567826,red\nMast west,${two},rubbish,\nMast north,${two},,\n`,
    );
  await many.getByRole('button', { name: 'Look at them' }).click();
  await expect(many).toContainText('Left out: Colour (no setting has this name).');
  await expect(many.getByRole('list', { name: 'What each row makes' })).toContainText('18 to 20 digits that begin with 89');
  // The model exists already, so a row by its name is left out.
  await many.getByLabel('Rows').fill(`station,Account the desk expects\nModel mast,${one}\nMast east,${account}\n`);
  await many.getByRole('button', { name: 'Look at them' }).click();
  await expect(many).toContainText('a station of this name exists');
  await expect(many).toContainText('One account expected for two stations');
  await many.locator('input[type=file]').setInputFiles({
    name: 'rows.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(
      `station,Account the desk expects,Card number (ICCID)\nMast east,${one},8999999022234567826\nMast west,${two},rubbish\nMast north,${two},\n`,
    ),
  });
  await many.getByRole('button', { name: 'Look at them' }).click();
  await many.getByRole('button', { name: 'Make 2 stations, leave out 1' }).click();
  await expect(many.getByText('2 stations are made.')).toBeVisible();
  await delivered(page);
  await page.getByRole('link', { name: 'Stations', exact: true }).click();
  await inList(page, 'Mast east');
  await page.getByRole('link', { name: /Mast east/ }).click();
  await expect(await device(page, /^SIM/)).toContainText('m2m.fellwave.example');
  await expect(await device(page, /^SIM/)).toContainText('8999 9990 2223 4567 826');
  await expect(await device(page, /^Receiver/)).toContainText(one);
  await page.getByRole('link', { name: 'Across', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Claims' })).toContainText('Long-range gateway');
  await expect(page.getByRole('region', { name: 'Shared' })).not.toContainText('Mast east');
  const saved = async (name: string): Promise<Buffer> => {
    // Pressed while the one before is still gathered, it says so and does nothing.
    await expect(page.getByText('The desk gathers them.')).toHaveCount(0);
    // What judges has the lowest priority of all: on a loaded machine every sheet takes it a while.
    const file = page.waitForEvent('download', { timeout: 180_000 });
    await page.getByRole('button', { name }).click();
    // On a slow machine the browser wants another press.
    const again = page.getByRole('button', { name: 'It is ready: save it' });
    const wait = { over: false };
    const taken = file.finally(() => (wait.over = true));
    // Looked at again and again, and never left waiting: a press of before would hit what stands there later.
    while (!wait.over) {
      if (await again.isVisible()) await again.click({ timeout: 2000 }).catch(() => undefined);
      await page.waitForTimeout(200);
    }
    return readFileSync(await (await taken).path());
  };
  expect((await saved('Save every sheet as CSV')).toString()).toContain('8999 9990 2223 4567 826');
  expect(JSON.parse((await saved('Save every sheet as JSON')).toString())).toContainEqual(
    expect.objectContaining({ station: 'Mast east' }),
  );
  expect((await saved('Save every sheet as a spreadsheet')).subarray(0, 2).toString()).toBe('PK');
  await page.getByRole('link', { name: 'Stations', exact: true }).click();
  await expect(page.getByRole('link', { name: /Mast west/ })).toHaveCount(0);
});

test('before a modem is replaced it is said what is another, what is typed again and which proofs fall', async ({ page, desk }) => {
  await arrive(page, desk.web);
  await openStation(page, { name: 'Swapped', account: newAccount() });
  await setting(page, /^Modem/, 'IMEI', '352070123456771');
  await setting(page, /^SIM/, 'APN', 'm2m.fellwave.example');
  await device(page, /^Modem, /);
  await page.getByRole('button', { name: 'Log change: Modem' }).click();
  await page.getByRole('menuitem', { name: 'Modem replaced' }).click();
  const window = page.getByRole('dialog');
  await expect(window).toContainText('IMEI (Modem). Read them off its label.');
  await expect(window.getByText(/APN \(SIM\)/)).toBeVisible();
  await expect(window).toContainText('Network, Route, Call');
  await window.getByRole('button', { name: 'It was done' }).click();
  await slips(page);
  await expect(page.getByText('Modem: replaced.')).toBeVisible();
  await delivered(page);
});

test('from afar: the virtual unit is woken, written and read back; Reach is proven, and says simulated; the way in is tested', async ({
  page,
  desk,
}) => {
  await arrive(page, desk.web);
  await openStation(page, { name: 'Sluice module', account: newAccount() });
  await page.getByRole('link', { name: /Sheet/ }).click();
  await device(page, 'Judged by');
  await page.getByLabel('Unit versions').selectOption({ label: 'Reporting module in a host panel, version 2' });
  await page.getByRole('region', { name: 'Judged by' }).getByRole('button', { name: 'Look at it' }).last().click();
  await page.getByRole('dialog').getByRole('button', { name: 'Adopt it' }).click();
  await setting(page, /^Unit, /, 'Remote programming', 'on');
  await setting(page, /^Unit, /, 'Start words are taken from', 'any number');
  await setting(page, /^Unit, /, 'Start word', 'heron-12');
  await setting(page, /^Unit, /, 'Test call every', '12 h');
  await setting(page, /^Receiver, /, 'Desk’s address', '192.0.2.10');
  await setting(page, /^Receiver, /, 'Desk’s port', '4112');
  await delivered(page);
  await lamp(page, /^Remote access/).click();
  await page.getByRole('link', { name: 'Let the yard make the call' }).click();
  await page.getByRole('button', { name: /Start the virtual equipment|Make it anew/ }).click();
  await page.goBack();
  await part(page, 'Remote change');
  const change = page.getByRole('region', { name: 'Change a value from afar' });
  await change.getByLabel('What is written').selectOption({ label: 'Test call every (Unit)' });
  await expect(change).toContainText('to 12 h');
  await change.getByRole('button', { name: /^Send the text to the virtual unit/ }).click();
  await expect(change.getByRole('status')).toContainText('changed and read back. Simulated.');
  await expect(lamp(page, /^Remote access, proven, bench, simulated/)).toBeVisible();
  await expect(page.locator('body')).not.toContainText('heron-12');

  const other = page.getByRole('region', { name: 'With the maker’s own program' });
  const free = String(20_000 + Math.floor(Math.random() * 20_000));
  await other.getByLabel('Port that the program needs').fill(free);
  await other.getByRole('button', { name: 'Test the way in' }).click();
  await expect(other.getByRole('status').first()).toContainText(`Port ${free} is open for another`);
  const socket = connect(Number(free), '127.0.0.1');
  socket.on('error', () => undefined);
  await expect(other.getByRole('status').first()).toContainText('127.0.0.1 got through');
  socket.destroy();
});

test('the cable list draws pin to pin, says which cable the ends need, and is filled in and added to where it is', async ({
  page,
  desk,
}) => {
  await arrive(page, desk.web);
  await openStation(page, { name: 'Cabled', account: newAccount() });
  await page.keyboard.press('1');
  await part(page, 'Cable and wiring lists');
  const cables = page.getByRole('region', { name: 'Cable list' });
  await cables.getByRole('button', { name: 'Add serial link' }).click();
  await cables.getByText(/values are missing/).click();
  await cables.getByLabel('Unit is').selectOption('DTE');
  await cables.getByLabel('Modem is').selectOption('DTE');
  await cables.getByLabel('Cable', { exact: true }).selectOption('straight');
  await expect(cables).toContainText('These two ends need a crossed cable; the sheet has a straight one.');
  await cables.getByText('Pin to pin: crossed, 7 wires').click();
  await expect(cables.getByRole('img', { name: /3 TxD to 2 RxD/ })).toBeVisible();
  const wires = cables.getByRole('textbox', { name: 'Wires in it' });
  await wires.fill('three');
  await wires.blur();
  await expect(cables.getByRole('alert')).toContainText('a whole number');
  await wires.fill('3');
  await cables.getByRole('button', { name: 'Save value: Wires in it' }).click();
  await expect(cables).toContainText('Pin to pin: crossed, 3 wires');
  const wiring = page.getByRole('region', { name: 'Wiring list' });
  await wiring.getByRole('button', { name: 'Add terminal' }).click();
  await wiring.getByText(/values are missing/).click();
  await wiring.getByRole('textbox', { name: 'Mark on the terminal' }).fill('IN 3');
  await wiring.getByRole('button', { name: /^Save value/ }).click();
  await expect(wiring.getByRole('checkbox', { name: /^IN 3/ })).toBeVisible();
});

test('what is large is zipped beside the page: the library’s own worker is let run, or no sheet of a whole fleet could ever be saved', async ({
  page,
  desk,
}) => {
  await arrive(page, desk.web);
  const said = await page.evaluate(
    () =>
      new Promise((done) => {
        const worker = new Worker(URL.createObjectURL(new Blob(['postMessage("runs")'], { type: 'text/javascript' })));
        worker.onmessage = ({ data }: MessageEvent<unknown>) => done(data);
        worker.onerror = () => done('refused');
      }),
  );
  expect(said).toBe('runs');
});
