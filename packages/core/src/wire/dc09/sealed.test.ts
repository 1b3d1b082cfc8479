// Encrypted frames: vectors made with OpenSSL and with Node's own crypto; one block of NIST SP 800-38A.
import { createCipheriv, createDecipheriv } from 'node:crypto';
import { cbc } from '@noble/ciphers/aes.js';
import { instant } from '../../quantity/index.ts';
import { bytesOf } from '../call.ts';
import { dc09Ear } from './ear.ts';
import { readFrame } from './frames.ts';
import { keyOf, openFrame } from './sealed.ts';

const key128 = '000102030405060708090A0B0C0D0E0F';
const key256 = Array.from({ length: 32 }, (_, i) => i.toString(16).padStart(2, '0')).join('');
const [burglary, perimeter, long] = [
  '50ED0076"*SIA-DCS"0003L0#1234[B4FFF742417A401184E228AD8BA26607A75DACDB0FBDBB7238FD521F553D834D710768CB81A34D313BFBA7194F64DC46',
  '5DB90076"*ADM-CID"0003L0#1234[B4FFF742417A401184E228AD8BA266079E37C881323F69621A351CD37F4743E232358919CF4FE87D4134176A18D947EB',
  '81F10076"*SIA-DCS"0003L0#1234[2BDEDBEB3EC40EEB9520B11A22228B2346847187C5BF6A4885D18D6F48452F09092E2058FCF782C7D1491B5D908F7985',
] as const;
const opened = (frame: string, key: string) => {
  const read = readFrame(bytesOf(frame));
  const of = keyOf(key);
  if (read.ok || read.header === null || of === null) throw new Error('not an encrypted frame');
  expect(read.why).toBe('encrypted');
  return openFrame(bytesOf(frame), read.header, of);
};

test('AES-CBC as NIST SP 800-38A has it, F.2.1, first block', () => {
  const hex = (text: string) => Uint8Array.from(Buffer.from(text, 'hex'));
  const cipher = cbc(hex('2b7e151628aed2a6abf7158809cf4f3c'), hex('000102030405060708090a0b0c0d0e0f'), { disablePadding: true });
  expect(Buffer.from(cipher.encrypt(hex('6bc1bee22e409f96e93d7e117393172a'))).toString('hex')).toBe('7649abac8119b246cee98e9b12e9197d');
});
test('the three vectors open to what was sealed, pad and star gone', () => {
  expect(opened(burglary, key128)).toMatchObject({
    ok: true,
    frame: { id: 'SIA-DCS', account: '1234', data: '|Nri1/CL0501', timestamp: '14:12:04,09-25-2019' },
  });
  expect(opened(perimeter, key128)).toMatchObject({ ok: true, frame: { id: 'ADM-CID', data: '|1131 01 015' } });
  expect(opened(long, key256)).toMatchObject({ ok: true, frame: { data: '|Nri1/CL0501' } });
});
test('another key opens nothing, nor half a block, nor what is no hex', () => {
  expect(opened(burglary, '0F0E0D0C0B0A09080706050403020100')).toMatchObject({ ok: false, why: 'key' });
  expect(opened(burglary, key256)).toMatchObject({ ok: false, why: 'key' });
  const header = { id: '*NULL', sequence: '0001', receiver: null, prefix: '0', account: '1234' };
  for (const data of ['B4FF', 'zz'.repeat(16), ''])
    expect(openFrame(bytesOf(`00000000"*NULL"0001L0#1234[${data}`), header, keyOf(key128) ?? new Uint8Array())).toMatchObject({
      ok: false,
    });
});
test.each(['', '00', 'g'.repeat(32), '0'.repeat(33)])('a key of another form is none: %s', (typed) => expect(keyOf(typed)).toBeNull());
test('without a key it is told and answered DUH; opened it is a call, answered sealed by the same key, with the desk’s time', () => {
  const { pieces } = dc09Ear.hear(bytesOf(`\n${perimeter}\r`));
  const [piece] = pieces;
  expect(piece?.read).toEqual({ ok: false, why: 'encrypted', account: '1234' });
  const whole = piece?.open?.(keyOf(key128) ?? new Uint8Array());
  expect(whole?.read).toMatchObject({ ok: true, calls: [{ account: '1234', event: 'burglary, perimeter', zone: '015' }] });
  const answer = Buffer.from(whole?.answer('kept', instant(Date.UTC(2026, 5, 15, 12, 0, 0))) ?? []).toString('latin1');
  const [, hex = ''] = /"\*ACK"0003L0#1234\[([0-9A-F]+)\r$/.exec(answer) ?? [];
  const decipher = createDecipheriv('aes-128-cbc', Buffer.from(key128, 'hex'), Buffer.alloc(16)).setAutoPadding(false);
  expect(Buffer.concat([decipher.update(Buffer.from(hex, 'hex')), decipher.final()]).toString('latin1')).toMatch(
    /^X*\]_12:00:00,06-15-2026$/,
  );
  const wrong = piece?.open?.(keyOf('f'.repeat(32)) ?? new Uint8Array());
  expect([wrong?.read, wrong?.answer('not understood', instant(0))]).toEqual([{ ok: false, why: 'key', account: '1234' }, null]);
});
test('what Node’s own crypto seals, whatever the pad, opens', () => {
  for (const pad of ['', 'abcdefghijklmnop', '0123456789012345']) {
    const said = `|#1234|NBA001]_12:00:00,06-15-2026`;
    const fill = (16 - ((pad.length + said.length) % 16)) % 16;
    const cipher = createCipheriv('aes-256-cbc', Buffer.from(key256, 'hex'), Buffer.alloc(16)).setAutoPadding(false);
    const hex = Buffer.concat([cipher.update(`${pad}${'x'.repeat(fill)}${said}`, 'latin1'), cipher.final()])
      .toString('hex')
      .toUpperCase();
    const header = { id: '*SIA-DCS', sequence: '0001', receiver: null, prefix: '0', account: '1234' };
    expect(openFrame(bytesOf(`00000000"*SIA-DCS"0001L0#1234[${hex}`), header, keyOf(key256) ?? new Uint8Array())).toMatchObject({
      ok: true,
      frame: { timestamp: '12:00:00,06-15-2026' },
    });
  }
});
