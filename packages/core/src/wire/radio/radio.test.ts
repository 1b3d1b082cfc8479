// Long-range frames and the forwarder's datagrams, against lora-packet as another program, and a frame whose fields two programs agree on.
import lora from 'lora-packet';
import fc from 'fast-check';
import { bytesOf } from '../call.ts';
import { bytesOfHex, hexOf, readForwarder, toBase64, writeForwarderAck, writeGateway, writeSend } from './forwarder.ts';
import { answerWindow, openRadioFrame, type RadioFrame, readRadioFrame, writeRadioAck, writeUplink } from './lorawan.ts';
import { flatData, nodeName, nodePiece } from './uplink.ts';
import { radioWhy } from './words.en.ts';

const { decrypt, fromFields, fromWire, verifyMIC } = lora as unknown as typeof lora.default; // what its types call the default is the module itself
const keys = { network: bytesOfHex('44024241ed4ce9a68c6a8bc055233fd3'), app: bytesOfHex('ec925802ae430ca77fd3dd73cb2cc588') };
const frame = (hex: string): Extract<RadioFrame, { is: 'data' }> => {
  const read = readRadioFrame(bytesOfHex(hex));
  if (read?.is !== 'data') throw new Error('no data frame');
  return read;
};
const known = '40F17DBE4900020001954378762B11FF0D';
const buffer = (bytes: Uint8Array): Buffer => Buffer.from(bytes);

test('a frame whose fields lora-packet and a capture tool agree on: address, counter, port, sum, payload', () => {
  const read = frame(known);
  expect(read).toMatchObject({ confirmed: false, address: '49be7df1', low: 2, port: 1 });
  const open = openRadioFrame(read, keys, -1);
  expect(open?.counter).toBe(2);
  expect(hexOf(open?.payload ?? Uint8Array.of())).toBe(hexOf(bytesOf('test')));
});
test('three cheap ways to be taken for a node are none: another key, a bit turned anywhere, a frame of the other direction', () => {
  expect(openRadioFrame(frame(known), { ...keys, network: keys.app }, -1)).toBeNull();
  for (let bit = 40; bit < known.length * 4; bit++) {
    const bytes = bytesOfHex(known);
    bytes[bit >> 3] = (bytes[bit >> 3] ?? 0) ^ (1 << (bit & 7));
    const read = readRadioFrame(bytes);
    if (read?.is === 'data') expect(openRadioFrame(read, keys, -1)).toBeNull();
  }
  expect(readRadioFrame(writeRadioAck('49be7df1', 2, keys.network))).toEqual({ is: 'other' });
});
test('lora-packet opens what we write, and we open what it writes', () => {
  fc.assert(
    fc.property(
      fc.uint8Array({ minLength: 4, maxLength: 4 }),
      fc.integer({ min: 0, max: 0xffff }),
      fc.integer({ min: 1, max: 223 }),
      fc.uint8Array({ minLength: 1, maxLength: 51 }),
      fc.boolean(),
      (address, counter, port, payload, confirmed) => {
        const ours = writeUplink({ ...keys, address: hexOf(address) }, { counter, port, payload, confirmed });
        const theirs = fromWire(buffer(ours));
        expect(verifyMIC(theirs, buffer(keys.network))).toBe(true);
        expect(decrypt(theirs, buffer(keys.app), buffer(keys.network))).toEqual(buffer(payload));
        const made = fromFields(
          {
            MType: confirmed ? 'Confirmed Data Up' : 'Unconfirmed Data Up',
            DevAddr: buffer(address),
            FCnt: counter,
            FPort: port,
            payload: buffer(payload),
          },
          buffer(keys.app),
          buffer(keys.network),
        );
        const wire = made.PHYPayload;
        if (wire === undefined) throw new Error('it wrote nothing');
        const read = frame(wire.toString('hex'));
        expect(read).toMatchObject({ address: hexOf(address), confirmed, port, low: counter });
        expect(openRadioFrame(read, keys, -1)).toEqual({ counter, payload });
      },
    ),
    { seed: 16, numRuns: 100 },
  );
});
test('our acknowledgement is one to lora-packet', () => {
  const theirs = fromWire(buffer(writeRadioAck('49be7df1', 7, keys.network)));
  expect(theirs.getDir()).toBe('down');
  expect(theirs.getFCtrlACK()).toBe(true);
  expect(theirs.getFCnt()).toBe(7);
  expect(verifyMIC(theirs, buffer(keys.network))).toBe(true);
});
test('a counter of 32 bits goes over its 16 on the air', () => {
  const at = (counter: number) =>
    frame(hexOf(writeUplink({ ...keys, address: '49be7df1' }, { counter, port: 1, payload: bytesOf('x'), confirmed: false })));
  expect(openRadioFrame(at(65_535), keys, 65_534)?.counter).toBe(65_535);
  expect(openRadioFrame(at(65_536), keys, 65_535)?.counter).toBe(65_536);
  expect(openRadioFrame(at(65_536), keys, 3)?.counter).toBe(65_536);
  expect(openRadioFrame(at(200_000), keys, 3)).toBeNull();
});
test('a join is told by its node, and nothing is read out of shorter or other frames', () => {
  const join = bytesOfHex(`000102030405060708021c00d07ed5b3700a0bdeadbeef`);
  expect(readRadioFrame(join)).toEqual({ is: 'join', node: '70b3d57ed0001c02' });
  expect(readRadioFrame(join.subarray(0, 22))).toBeNull();
  expect(readRadioFrame(bytesOfHex('40f17dbe49'))).toBeNull();
  expect(readRadioFrame(bytesOfHex(known.replace(/^40/, '41')))).toBeNull();
});

const rxpk = {
  time: '2026-11-28T00:30:00Z',
  tmst: 3512348611,
  chan: 2,
  rfch: 0,
  freq: 868.1,
  stat: 1,
  modu: 'LORA',
  datr: 'SF7BW125',
  codr: '4/6',
  rssi: -35,
  lsnr: 5.1,
  size: 17,
  data: toBase64(bytesOfHex(known)),
};
test('a push has its gateway, its frames and its status; each is acknowledged by its token', () => {
  const read = readForwarder(
    writeGateway('70b3d57ed0001a2b', 0x4711, {
      push: { rxpk: [rxpk, { data: '!' }], stat: { rxnb: 2, rxok: 2, rxfw: 2, ackr: 100, dwnb: 0, txnb: 0 } },
    }),
  );
  expect(read).toMatchObject({
    is: 'push',
    gateway: '70b3d57ed0001a2b',
    heard: [{ tmst: 3512348611, freq: 868.1, rate: 'SF7BW125', rssi: -35, snr: 5.1, sound: true }],
    status: { received: '2', acknowledged: '100' },
    unread: 1,
  });
  if (read?.is !== 'push') throw new Error('no push');
  expect(hexOf(read.heard[0]?.phy ?? Uint8Array.of())).toBe(known.toLowerCase());
  expect(hexOf(writeForwarderAck(read))).toBe('02471101');
  const pull = readForwarder(writeGateway('70b3d57ed0001a2b', 1, { pull: true }));
  expect(pull).toEqual({ is: 'pull', version: 2, token: 1, gateway: '70b3d57ed0001a2b' });
  if (pull?.is !== 'pull') throw new Error('no pull');
  expect(hexOf(writeForwarderAck(pull))).toBe('02000104');
});
test('what it is to send is JSON behind its head, and its word of it is read', () => {
  const sent = writeSend(2, 9, { tmst: 1, freq: 868.1, rate: 'SF7BW125', phy: bytesOf('abc') });
  expect(hexOf(sent.subarray(0, 4))).toBe('02000903');
  expect(JSON.parse(new TextDecoder().decode(sent.subarray(4)))).toMatchObject({ txpk: { tmst: 1, size: 3, data: 'YWJj', ipol: true } });
  const says = (body: string) => readForwarder(Uint8Array.of(2, 0, 9, 5, ...bytesOfHex('70b3d57ed0001a2b'), ...bytesOf(body)));
  expect(says('{"txpk_ack":{"error":"TOO_LATE"}}')).toMatchObject({ is: 'sent', error: 'TOO_LATE' });
  expect(says('{"txpk_ack":{"error":"NONE"}}')).toMatchObject({ is: 'sent', error: null });
  expect(says('')).toMatchObject({ is: 'sent', error: null });
});
test('whatever comes is read or is none, and every why has its words', () => {
  fc.assert(
    fc.property(fc.uint8Array({ maxLength: 400 }), (bytes) => {
      const read = readForwarder(bytes);
      readRadioFrame(bytes);
      return read === null || read.gateway.length === 16;
    }),
    { seed: 16, numRuns: 200 },
  );
  for (const words of Object.values(radioWhy)) expect(words.length).toBeGreaterThan(20);
});
test('the answer’s window: the same channel in EU868, US915’s own eight down (RP002, from memory)', () => {
  expect(answerWindow('EU868', { tmst: 0xffff_ffff, freq: 868.1, rate: 'SF12BW125' })).toEqual({
    tmst: 999_999,
    freq: 868.1,
    rate: 'SF12BW125',
  });
  expect(answerWindow('EU868', { tmst: 0, freq: 902.3, rate: 'SF7BW125' })).toBeNull();
  expect(answerWindow('US915', { tmst: 0, freq: 903.7, rate: 'SF7BW125' })).toEqual({ tmst: 1_000_000, freq: 927.5, rate: 'SF7BW500' });
  expect(answerWindow('US915', { tmst: 0, freq: 903, rate: 'SF8BW500' })?.freq).toBe(923.3);
  expect(answerWindow('US915', { tmst: 0, freq: 868.1, rate: 'SF7BW125' })).toBeNull();
});

test('data of a decoder are values under the node’s name; event, zone and turn are the station’s', () => {
  expect(flatData({ weight: 34.2, air: { t: 4.5, deep: { er: { than: { that: 1 } } } }, list: [1, 'two'], no: null, 'b ad': 1 })).toEqual({
    weight: '34.2',
    'air.t': '4.5',
    'list.0': '1',
    'list.1': 'two',
  });
  expect([nodeName('Hive 1'), nodeName('  Waage Süd! '), nodeName('???')]).toEqual(['hive-1', 'waage-su-d', 'node']);
  const of = {
    account: '0812',
    node: '49be7df1',
    name: 'hive-1',
    counter: 2,
    port: 1,
    payload: bytesOf('ab'),
    answer: null,
    own: true,
    text: '{}',
  };
  const by = [{ gateway: '70b3d57ed0001a2b', rssi: -35, snr: 5.1, rate: 'SF7BW125' }];
  const call = (decoded: Parameters<typeof nodePiece>[0]['decoded'], zone: string | null = null) => {
    const { read } = nodePiece({ ...of, by, zone, decoded });
    return read.ok ? read.calls[0] : undefined;
  };
  expect(call({ is: 'read', data: { weight: 34.2 }, warnings: [] })).toMatchObject({
    event: 'null',
    grade: 6,
    keyed: true,
    fields: { 'hive-1.weight': '34.2', 'hive-1.snr': '5.1', node: '49be7df1', counter: '2', gateways: '1', payload: '6162' },
  });
  expect(call({ is: 'read', data: { event: 'lid_open', turn: 'restoral' }, warnings: [] }, '4')).toMatchObject({
    event: 'lid_open',
    grade: 7,
    zone: '4',
    is: 'restoral',
  });
  expect(call({ is: 'failed', why: 'It took longer than 250 ms.' })?.fields['decoder']).toBe('It took longer than 250 ms.');
  expect(call({ is: 'none' })?.fields['decoder']).toBeUndefined();
});
