// 'Did the page go through the unit, or through its own Wi-Fi?': a one-time address, opened from the unit's side and from this computer.
import { connect } from 'node:net';
import { request } from 'node:http';
import { expect, test } from './desk.ts';
import { arrive, arrivesFrom, delivered, lamp, newAccount, openStation } from './technician.ts';

const opened = (url: string, from: string): Promise<string> =>
  new Promise((done, failed) => {
    const { hostname, port, pathname } = new URL(url);
    const sent = request({ host: hostname, port, path: pathname, localAddress: from, agent: false }, (answer) => {
      let text = '';
      answer.on('data', (chunk: Buffer) => (text += chunk.toString()));
      answer.on('end', () => done(text));
    });
    sent.on('error', failed);
    sent.end();
  });

test('a one-time address tells a page through the unit from one by the laptop’s own way, and never makes the Call green', async ({
  page,
  desk,
}) => {
  const account = newAccount();
  await arrive(page, desk.web);
  await openStation(page, { name: 'Which way out', account, paths: ['Ethernet'] });
  await arrivesFrom(page, 'Ethernet');
  await delivered(page);
  await page.keyboard.press('5');
  const way = page.getByRole('region', { name: 'Which way it goes out' });
  await way.getByRole('button', { name: 'Open a one-time address' }).click();
  const url = (await way.getByText(/^http:.*\/once\//).textContent()) ?? '';
  expect(await opened(url, '127.0.0.1')).toContain('The desk saw you come from');
  await expect(way.getByRole('list')).toContainText('not through the unit');
  await expect(lamp(page, /^Network, Ethernet, not tested|^Network, path 1, not tested/)).toBeVisible();
  expect(await opened(url, '127.0.9.1')).toContain('127.0.9.1');
  await expect(way.getByRole('list')).toContainText('It left by Ethernet');
  await expect(lamp(page, /^Network, .*proven, grade 5/)).toBeVisible();
  await expect(lamp(page, /^Route, .*weak, grade 5/)).toBeVisible();
  await expect(lamp(page, /^Call, not tested/)).toBeVisible();
  await way.getByLabel('Address that the unit shows as its own').fill('100.64.7.7');
  await expect(way).toContainText('the carrier’s NAT is in between');
  const code = url.slice(-8);
  const tcp = Number(/TCP to port (\d+)/.exec((await way.textContent()) ?? '')?.[1]);
  const said = await new Promise<string>((done) => {
    const socket = connect({ port: tcp, host: '127.0.0.1', localAddress: '127.0.9.1' }, () => socket.write(`${code}\n`));
    socket.on('data', (bytes) => done(bytes.toString()));
  });
  expect(said).toContain('You are 127.0.9.1');
  await way.getByRole('button', { name: 'Close it' }).click();
  await expect(way.getByRole('button', { name: 'Open a one-time address' })).toBeVisible();
  expect(await opened(url, '127.0.9.1')).toContain('Nothing is open at this address');
});
