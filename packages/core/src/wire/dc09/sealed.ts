// Encrypted DC-09: a star before the token, and after the first bracket everything in AES-CBC with an IV of zero, as upper-case hex. Padded in front with any characters but | [ and ].
import { cbc } from '@noble/ciphers/aes.js';
import type { Instant } from '../../quantity/index.ts';
import { bytesOf, joined } from '../call.ts';
import { crc16 } from './crc.ts';
import { type FrameRead, type Header, readRest, textOf, writeTimestamp } from './frames.ts';

const block = 16;
const iv = new Uint8Array(block);
const hexOf = (bytes: Uint8Array): string => Array.from(bytes, (byte) => byte.toString(16).toUpperCase().padStart(2, '0')).join('');

/** A key as it is typed: 32, 48 or 64 hex digits; null where it is none. */
export const keyOf = (typed: string): Uint8Array | null =>
  /^(?:[0-9A-Fa-f]{32}|[0-9A-Fa-f]{48}|[0-9A-Fa-f]{64})$/.test(typed.trim()) ? bytesOfHex(typed.trim()) : null;
const bytesOfHex = (hex: string): Uint8Array => Uint8Array.from(hex.match(/../g) ?? [], (pair) => Number.parseInt(pair, 16));

/** The contents of an encrypted frame with the account's key. With another key it is not what a frame can hold: then nothing of it is believed. */
export const openFrame = (frame: Uint8Array, header: Header, key: Uint8Array): FrameRead => {
  const wrong: FrameRead = { ok: false, why: 'key', header };
  const whole = textOf(frame);
  const hex = whole.slice(whole.indexOf('[') + 1);
  if (!/^(?:[0-9A-F]{32})+$/.test(hex)) return { ok: false, why: 'data form', header };
  const plain = textOf(cbc(key, iv, { disablePadding: true }).decrypt(bytesOfHex(hex)));
  const pad = /^[^|[\]]*/.exec(plain)?.[0] ?? '';
  // Without a key that fits, brackets and a timestamp that a calendar has do not come by chance.
  const read = readRest({ ...header, id: header.id.replace(/^\*/, '') }, plain.slice(pad.length));
  if (!read.ok) return read.why === 'token' ? read : wrong;
  return read.frame.at === null ? wrong : { ok: true, frame: { ...read.frame, id: read.frame.id } };
};

/** An answer to an encrypted frame, sealed by the same key and stamped (from memory of DC-09). */
export const sealedAnswer = (
  id: 'ACK' | 'DUH',
  { sequence, receiver, prefix, account }: Header,
  key: Uint8Array,
  at: Instant,
): Uint8Array => {
  const said = `]_${writeTimestamp(at)}`;
  const plain = bytesOf(`${'X'.repeat((block - (said.length % block)) % block)}${said}`);
  const data = hexOf(cbc(key, iv, { disablePadding: true }).encrypt(plain));
  const content = bytesOf(
    `"*${id}"${sequence}${receiver === null ? '' : `R${receiver}`}L${prefix}${account === null ? 'A0' : `#${account}`}[${data}`,
  );
  const head = `\n${crc16(content).toString(16).toUpperCase().padStart(4, '0')}0${content.length.toString(16).toUpperCase().padStart(3, '0')}`;
  return joined(joined(bytesOf(head), content), Uint8Array.of(0x0d));
};
