// A long-range gateway with its nodes: its forwarder's datagrams on the desk's real port, radio frames by another program; from a node that nobody knows to a weight with its name, and an event that was asked for.
import { createSocket } from 'node:dgram';
import lora from 'lora-packet';
import { expect, test } from './desk.ts';
import { arrive, arrivesFrom, delivered, lamp, makeNow, newAccount, openStation, part, setting } from './technician.ts';

const network = '44024241ed4ce9a68c6a8bc055233fd3';
const app = 'ec925802ae430ca77fd3dd73cb2cc588';
type Radio = { readonly eui: string; readonly address: string };
/** A gateway and a node of their own for each station: two that name one are nobody's. */
const radioOf = (account: string): Radio => ({ eui: `70b3d57ed0${account.padStart(6, '0')}`, address: `01${account.padStart(6, '0')}` });
const decoder = `function decodeUplink(input) {
  if (input.fPort === 3) return { data: { event: 'lid_open', turn: input.bytes[0] === 1 ? 'alarm' : 'restoral' } };
  return { data: { weight: (input.bytes[0] * 256 + input.bytes[1]) / 100 } };
}`;

/** What the gateway heard, as its forwarder pushes it; true where the desk acknowledged. */
const pushOf =
  ({ eui, address }: Radio) =>
  (port: number, counter: number, of: { fPort: number; payload: number[] }): Promise<boolean> =>
    new Promise((done) => {
      const made = lora.fromFields(
        {
          MType: 'Unconfirmed Data Up',
          DevAddr: Buffer.from(address, 'hex'),
          FCnt: counter,
          FPort: of.fPort,
          payload: Buffer.from(of.payload),
        },
        Buffer.from(app, 'hex'),
        Buffer.from(network, 'hex'),
      );
      const phy = made.PHYPayload ?? Buffer.alloc(0);
      const rxpk = {
        tmst: 1000,
        freq: 868.1,
        stat: 1,
        modu: 'LORA',
        datr: 'SF9BW125',
        codr: '4/5',
        rssi: -104,
        lsnr: 3.2,
        size: phy.length,
        data: phy.toString('base64'),
      };
      const socket = createSocket('udp4');
      const over = (is: boolean): void => {
        clearTimeout(timer);
        socket.close(() => done(is));
      };
      const timer = setTimeout(() => over(false), 4000);
      socket.once('message', (bytes) => over(bytes[3] === 1));
      socket.bind(0, '127.0.9.1', () => {
        socket.send(
          Buffer.concat([Buffer.of(2, 0, counter & 255, 0), Buffer.from(eui, 'hex'), Buffer.from(JSON.stringify({ rxpk: [rxpk] }))]),
          port,
          '127.0.0.1',
        );
      });
    });

test('a node is taken from what is heard, believed by its keys, read by its decoder, and proves what it was asked for', async ({
  page,
  desk,
}) => {
  const account = newAccount();
  const { eui, address } = radioOf(account);
  const push = pushOf({ eui, address });
  await arrive(page, desk.web);
  await openStation(page, { name: 'Hives on the moor', account, paths: ['Ethernet'] });
  await setting(page, /^Receiver, /, 'Listener speaks', 'long-range uplinks');
  await setting(page, /^Receiver, /, 'Desk’s port', String(desk.radioPort));
  await setting(page, /^Unit, /, 'Speaks', 'long-range uplinks');
  await setting(page, /^Unit, /, 'EUI of the gateway', eui.toUpperCase());
  await arrivesFrom(page, 'Ethernet');
  await delivered(page);
  await page.keyboard.press('5');
  await part(page, 'Nodes');
  await expect(page.getByRole('region', { name: 'The gateway' })).toContainText(`Nothing came from ${eui} yet`);

  expect(await push(desk.radioPort, 1, { fPort: 2, payload: [0x0d, 0x5c] })).toBe(true);
  await page.reload();
  const strangers = page.getByRole('region', { name: 'Heard, and on no sheet' });
  await expect(strangers).toContainText(address);
  await strangers.getByRole('button', { name: `It is ours: ${address}` }).click();
  const nodes = page.getByRole('region', { name: 'Nodes on the sheet' });
  await expect(nodes).toContainText('Its two session keys do not stand on the sheet');
  await page.getByRole('link', { name: /^2? ?Sheet/ }).click();
  await setting(page, /^Local device, node/, 'Network session key', network);
  await setting(page, /^Local device, node/, 'Application session key', app);
  await setting(page, /^Local device, node/, 'Name', 'Hive 1');
  await delivered(page);

  expect(await push(desk.radioPort, 2, { fPort: 2, payload: [0x0d, 0x5c] })).toBe(true);
  await page.keyboard.press('5');
  await part(page, 'Nodes');
  await expect(nodes).toContainText('0d5c on port 2');
  await expect(nodes).toContainText('heard by1 gateway');
  await nodes.getByText('What reads its payload: nothing yet').click();
  await nodes.getByLabel('Decoder of Hive 1').fill('function decodeUplink() { for (;;) {} }');
  await nodes.getByRole('button', { name: 'Try it' }).click();
  await expect(nodes.getByRole('status')).toContainText('ran for more than 250 ms');
  await nodes.getByLabel('Decoder of Hive 1').fill(decoder);
  await nodes.getByRole('button', { name: 'Try it' }).click();
  await expect(nodes.getByRole('status')).toContainText('34.2');
  await nodes.getByRole('button', { name: 'Write it on the sheet' }).click();
  await expect(nodes).toContainText('4 lines on the sheet');
  await delivered(page);

  expect(await push(desk.radioPort, 3, { fPort: 2, payload: [0x0d, 0x66] })).toBe(true);
  await part(page, 'Values');
  const others = page.getByRole('region', { name: 'Comes, and is on no channel' });
  await others.getByRole('button', { name: 'Make it a channel: hive-1.weight' }).click();
  await expect(page.getByRole('region', { name: 'Channels' })).toContainText('34.3');
  // A weight is a weight: it proves no event.
  await expect(lamp(page, /^Call, weak, grade 6/)).toBeVisible();
  await part(page, 'Calls');
  await expect(page.getByRole('region', { name: 'Make an event now' })).toBeVisible();
  await makeNow(page, 'Ethernet');
  expect(await push(desk.radioPort, 4, { fPort: 3, payload: [1] })).toBe(true);
  await expect(lamp(page, /^Call, proven, grade 7, bench/)).toBeVisible();
  // The same again is no news, and neither is what came before it.
  expect(await push(desk.radioPort, 2, { fPort: 2, payload: [0x0d, 0x5c] })).toBe(true);
  await part(page, 'Calls');
  await expect(page.getByRole('region', { name: 'Calls of this station' })).toContainText('counter is not ahead');
  await expect(page.getByText(network)).toHaveCount(0);
});
