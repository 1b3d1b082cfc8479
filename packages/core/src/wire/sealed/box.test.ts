import { createHmac, diffieHellman, createPrivateKey, createPublicKey } from 'node:crypto';
import { hexToBytes } from '@noble/hashes/utils.js';
import { isSealed, openSealed, publicKeyOf, sealTo } from './box.ts';

const a = hexToBytes('77076d0a7318a57d3c16c17251b26645c6c0b6c4b2f5b1e4a1b1e5a4b2a1b2c3');
const b = hexToBytes('5dab087e624a8a4b79e17f8b83800ee66f3bb1292618b6fd1c2f8b27ff88e0eb');
const random = { key: a, nonce: new Uint8Array(24).fill(7) };
const sealed = sealTo(publicKeyOf(b), 'station 1', 'tägliche-otter', random);

test('the public key of RFC 7748 §6.1’s second private key is its own', () =>
  expect(publicKeyOf(b)).toBe('de9edb7d7b7dc1b4d35b61c2ece435373f8343c85b78674dadfc7e146f882b4f'));
test('what was sealed opens with the key and the purpose it was sealed for', () =>
  expect(openSealed(b, 'station 1', sealed)).toBe('tägliche-otter'));
test('another key, another purpose or one changed digit opens nothing', () => {
  expect(openSealed(a, 'station 1', sealed)).toBeNull();
  expect(openSealed(b, 'station 2', sealed)).toBeNull();
  for (const name of ['from', 'nonce', 'box'] as const)
    expect(
      openSealed(b, 'station 1', { ...sealed, [name]: sealed[name].replace(/^./, (digit) => (digit === '0' ? '1' : '0')) }),
    ).toBeNull();
});
test('the shared secret is Node’s own of the same keys', () => {
  const pkcs8 = (key: Uint8Array) =>
    createPrivateKey({ key: Buffer.concat([Buffer.from('302e020100300506032b656e04220420', 'hex'), key]), format: 'der', type: 'pkcs8' });
  const spki = (hex: string) =>
    createPublicKey({
      key: Buffer.concat([Buffer.from('302a300506032b656e032100', 'hex'), Buffer.from(hex, 'hex')]),
      format: 'der',
      type: 'spki',
    });
  const one = diffieHellman({ privateKey: pkcs8(a), publicKey: spki(publicKeyOf(b)) });
  const other = diffieHellman({ privateKey: pkcs8(b), publicKey: spki(publicKeyOf(a)) });
  expect(createHmac('sha256', 'x').update(one).digest('hex')).toBe(createHmac('sha256', 'x').update(other).digest('hex'));
});
test('only the exact shape is taken for a sealed box', () => {
  expect(isSealed(sealed)).toBe(true);
  for (const wrong of [null, {}, { ...sealed, to: 'x' }, { ...sealed, box: '' }, { ...sealed, nonce: 'ab' }])
    expect(isSealed(wrong)).toBe(false);
});
