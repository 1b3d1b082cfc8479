// A unit posts values and an event with the token on its sheet, over HTTP, another publishes by MQTT; what comes becomes channels, and the desk asks an instrument by itself.
import { connect, createServer } from 'node:net';
import { request } from 'node:http';
import { health } from '@green-lamp/core/api';
import { expect, test } from './desk.ts';
import { arrive, arrivesFrom, delivered, device, lamp, makeNow, newAccount, openStation, part, setting } from './technician.ts';

const post = (port: number, account: string, token: string, body: string): Promise<number> =>
  new Promise((done, failed) => {
    const headers = { authorization: `Bearer ${token}`, 'content-type': 'application/json' };
    const options = {
      host: '127.0.0.1',
      port,
      localAddress: '127.0.9.1',
      method: 'POST',
      path: `/calls/${account}`,
      headers,
      agent: false,
    };
    const sent = request(options, (answer) => done(answer.resume().statusCode ?? 0));
    sent.on('error', failed);
    sent.end(body);
  });

test('a unit that posts is believed by its token alone; its values become channels with a line, and what is odd is said', async ({
  page,
  desk,
}) => {
  const account = newAccount();
  const token = 'larch-gate-4471-brine';
  await arrive(page, desk.web);
  await openStation(page, { name: 'Posts its pond', account, paths: ['Ethernet'] });
  await setting(page, /^Receiver, /, 'Listener speaks', 'HTTP posts');
  await setting(page, /^Receiver, /, 'Desk’s port', String(desk.httpPort));
  await setting(page, /^Unit, /, 'Speaks', 'HTTP posts');
  await setting(page, /^Unit, /, 'Token for the desk', token);
  await arrivesFrom(page, 'Ethernet');
  await delivered(page);

  expect(await post(desk.httpPort, account, 'another-token-0000', '{"event":"float_high","zone":1}')).toBe(401);
  expect(await post(desk.httpPort, account, token, '{"event":"float_high","zone":1}')).toBe(200);
  await expect(lamp(page, /^Call, weak/)).toBeVisible(); // nobody had asked for it
  await makeNow(page, 'Ethernet');
  expect(await post(desk.httpPort, account, token, '{"event":"float_high","zone":1}')).toBe(200);
  await expect(lamp(page, /^Call, proven, grade 7, bench/)).toBeVisible();

  const { now } = await desk.get(health);
  for (let i = 0; i < 12; i += 1) {
    const at = new Date(now - (12 - i) * 900_000).toISOString();
    expect(await post(desk.httpPort, account, token, JSON.stringify({ at, level: 1.4 + (i % 4) * 0.01, temp: '4.5 Cel' }))).toBe(200);
  }
  await part(page, 'Values');
  const others = page.getByRole('region', { name: 'Comes, and is on no channel' });
  await expect(others).toContainText('level');
  await others.getByRole('button', { name: 'Make it a channel: level' }).click();
  const channels = page.getByRole('region', { name: 'Channels' });
  await expect(channels.getByRole('img', { name: /^level: 12 values between 1.4 and 1.43/ })).toBeVisible();
  await expect(page.getByRole('region', { name: 'The unit’s clock' })).toContainText(/clock/);
  await page.getByRole('link', { name: /^2? ?Sheet/ }).click();
  await setting(page, /^Channel, level/, 'Most that can be', '1,2');
  await setting(page, /^Channel, level/, 'Measured in', 'm');
  await expect((await device(page, /^Channel, level/)).getByText('1.2', { exact: true })).toBeVisible();
  await page.keyboard.press('5');
  await part(page, 'Values');
  await expect(channels).toContainText('It is outside of what can be here (any to 1.2 m)');
  await part(page, 'Calls');
  await expect(page.getByRole('region', { name: 'Calls of this station' })).toContainText('Refused, account');
  await expect(page.getByRole('region', { name: 'How to call' })).toContainText(`/calls/${account}`);
  await expect(page.getByText(token)).toHaveCount(0);
});

test('the desk asks an instrument behind a transparent modem, and says where the asking ends', async ({ page, desk }) => {
  const account = newAccount();
  const instrument = createServer((socket) => socket.on('error', () => undefined).write('07;+1.420m;OPEN\r\n'));
  await new Promise<void>((done) => instrument.listen(0, '127.0.9.1', done));
  const at = instrument.address();
  const port = typeof at === 'object' && at !== null ? at.port : 0;
  await arrive(page, desk.web);
  await openStation(page, { name: 'Asked pond', account, paths: ['Ethernet'] });
  await arrivesFrom(page, 'Ethernet');
  await setting(page, /^Desk/, 'Calls the station', 'yes');
  await page.keyboard.press('5');
  const asked = page.getByRole('region', { name: 'The desk calls the station' });
  await expect(asked).toContainText('at which address the desk calls it');
  await page.getByRole('link', { name: /^2? ?Sheet/ }).click();
  await setting(page, /^Desk/, 'Calls the station at', '127.0.9.1');
  await setting(page, /^Desk/, 'Calls the station on port', String(port));
  await setting(page, /^Desk/, 'Asks in', 'the instrument’s own records');
  await setting(page, /^Unit, /, 'A record ends by', 'a sign');
  await setting(page, /^Unit, /, 'Sign at its end', '\\r\\n');
  await setting(page, /^Unit, /, 'Sign between its fields', ';');
  await page
    .getByRole('region', { name: 'Devices', exact: true })
    .getByRole('button', { name: /^Add equipment/ })
    .click();
  await page.getByLabel('Something else').selectOption({ label: 'Channel' });
  await page.getByRole('button', { name: 'Add it' }).click();
  await setting(page, /^Channel, /, 'Called in the data', 'level');
  await setting(page, /^Channel, /, 'Field of a record, from 1', '2');
  await delivered(page);
  await page.keyboard.press('5');
  await asked.getByRole('button', { name: 'Ask it now' }).click();
  await expect(asked).toContainText('It answered.');
  await expect(page.getByRole('region', { name: 'Calls of this station' })).toContainText('Asked by the desk: level 1.42 m over Ethernet');
  await expect(lamp(page, /^Call, weak, grade 6/)).toBeVisible();
  await new Promise((done) => instrument.close(done));
  await asked.getByRole('button', { name: 'Ask it now' }).click();
  await expect(asked).toContainText('nothing listens on that port there');
});

test('the doors of a station are tried from the desk, and what answers becomes a stop on the sheet', async ({ page, desk }) => {
  const account = newAccount();
  const menu = createServer((socket) => socket.on('error', () => undefined).end('menu'));
  await new Promise<void>((done) => menu.listen(0, '127.0.9.2', done));
  const at = menu.address();
  await arrive(page, desk.web);
  await openStation(page, { name: 'Open doors', account, paths: ['Cellular'] });
  await setting(page, /^Path, Cellular/, 'Arrives from address', '127.0.9.2');
  await setting(page, /^Modem, /, 'Admin port', String(typeof at === 'object' && at !== null ? at.port : 0));
  await setting(page, /^SIM, /, 'Address it gets', 'public, fixed');
  await delivered(page);
  await page.keyboard.press('5');
  await part(page, 'Remote change');
  const doors = page.getByRole('region', { name: 'Doors from outside' });
  await doors.getByRole('button', { name: 'Try its doors from the desk' }).click();
  await expect(doors.getByRole('listitem').first()).toContainText('answers');
  await expect(doors.getByRole('listitem').nth(1)).toContainText('is shut');
  await doors.getByRole('button', { name: 'Write it on the sheet' }).click();
  await page.getByRole('link', { name: /^2? ?Sheet/ }).click();
  await expect((await device(page, /^Modem, /)).getByRole('button', { name: /^Admin answers from outside yes stop/ })).toBeVisible();
  await new Promise((done) => menu.close(done));
});

test('a modem hands an instrument’s bytes through: it is known by its address, its sheet reads them, and a silence of the sheet is said', async ({
  page,
  desk,
}) => {
  const account = newAccount();
  const send = (bytes: string): Promise<void> =>
    new Promise((done, failed) => {
      const socket = connect({ host: '127.0.0.1', port: desk.serialPort, localAddress: '127.0.9.3' }, () => socket.end(bytes));
      socket.on('error', failed);
      socket.on('close', () => done());
    });
  await arrive(page, desk.web);
  await openStation(page, { name: 'Hands through', account, paths: ['Ethernet'] });
  await setting(page, /^Receiver, /, 'Listener speaks', 'the instrument’s bytes');
  await setting(page, /^Receiver, /, 'Desk’s port', String(desk.serialPort));
  await setting(page, /^Unit, /, 'Speaks', 'the instrument’s bytes');
  await setting(page, /^Path, Ethernet/, 'Arrives from address', '127.0.9.3');
  await delivered(page);
  await page.keyboard.press('5');
  await part(page, 'Calls');
  await expect(page.getByRole('region', { name: 'How to call' })).toContainText('its sheet says how a record ends');
  await send('07;+1.420m;OPEN\r\n');
  await expect(page.getByRole('region', { name: 'Calls of this station' })).toContainText(
    'does not say how a record of this instrument ends',
  );
  await page.getByRole('link', { name: /^2? ?Sheet/ }).click();
  await setting(page, /^Unit, /, 'A record ends by', 'a sign');
  await setting(page, /^Unit, /, 'Sign at its end', '\\r\\n');
  await setting(page, /^Unit, /, 'Sign between its fields', ';');
  await page
    .getByRole('region', { name: 'Devices', exact: true })
    .getByRole('button', { name: /^Add equipment/ })
    .click();
  await page.getByLabel('Something else').selectOption({ label: 'Channel' });
  await page.getByRole('button', { name: 'Add it' }).click();
  await setting(page, /^Channel, /, 'Called in the data', 'level');
  await setting(page, /^Channel, /, 'Field of a record, from 1', '2');
  await delivered(page);
  await send('07;+1.420m;OPEN\r\n07;+1.431m;OPEN\r\n');
  await page.keyboard.press('5');
  await part(page, 'Calls');
  await expect(page.getByRole('region', { name: 'Calls of this station' })).toContainText('level 1.431 m over Ethernet');
  await part(page, 'Values');
  await expect(page.getByRole('region', { name: 'Channels' })).toContainText('1.431');
});
