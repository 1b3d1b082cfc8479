// ANSI/SIA DC-09, unencrypted: `<LF><crc><0LLL><"id"><seq><Rrcvr><Lpref><#acct>[<data>][<ext>]<timestamp><CR>`.
// A cutter makes frames of bytes in any pieces; the reader judges one frame; the writer makes one.
import { type Instant, isoText, parseRfc3339 } from '../../quantity/index.ts';
import { bytesOf, joined } from '../call.ts';
import { crc16 } from './crc.ts';

const [LF, CR] = [0x0a, 0x0d];
/** Most bytes of a frame between LF and CR: four of the CRC, four of the length, FFF of content. */
export const mostFrameBytes = 8 + 0xfff;

export type Dc09Why =
  | 'no start'
  | 'no frame end'
  | 'frame too long'
  | 'frame form'
  | 'length'
  | 'crc'
  | 'header'
  | 'token'
  | 'encrypted'
  | 'key'
  | 'no account in frame'
  | 'data form'
  | 'timestamp'
  | 'contact id'
  | 'contact id check'
  | 'sia data';

export type FrameCut = { readonly kind: 'frame' | 'no start' | 'no frame end' | 'frame too long'; readonly bytes: Uint8Array };
/** Bytes that wait: `inside` after an LF; `dropping` once a frame has grown past its limit. */
export type FrameCutter = { readonly held: Uint8Array; readonly inside: boolean; readonly dropping: boolean };
export const newFrameCutter: FrameCutter = { held: new Uint8Array(0), inside: false, dropping: false };

const nothing = new Uint8Array(0);
const blank = (bytes: Uint8Array): boolean => bytes.every((byte) => byte === 0x20 || byte === CR || byte === 0);

/** Takes what arrived, gives what is whole. What stands between frames is told of and disturbs none; blanks between them are nothing. */
export const cutFrames = (was: FrameCutter, arrived: Uint8Array): { cutter: FrameCutter; cuts: FrameCut[] } => {
  const cuts: FrameCut[] = [];
  let { held, inside, dropping } = was;
  const put = (kind: FrameCut['kind']): void => {
    if (!blank(held)) cuts.push({ kind, bytes: held });
    held = nothing;
  };
  for (let from = 0; from < arrived.length; ) {
    const ends = arrived.subarray(from).findIndex((byte) => byte === LF || (inside && byte === CR));
    const end = ends === -1 ? arrived.length : from + ends;
    if (!dropping) held = joined(held, arrived.subarray(from, end));
    if (held.length > mostFrameBytes) {
      held = held.slice(0, mostFrameBytes);
      put(inside ? 'frame too long' : 'no start');
      dropping = true;
    }
    if (ends === -1) break;
    if (!dropping) put(arrived[end] === CR ? 'frame' : inside ? 'no frame end' : 'no start');
    held = nothing;
    dropping = false;
    inside = arrived[end] === LF;
    from = end + 1;
  }
  return { cutter: { held, inside, dropping }, cuts };
};

export type Header = {
  readonly id: string;
  readonly sequence: string;
  readonly receiver: string | null;
  readonly prefix: string;
  readonly account: string | null;
};
export type Frame = Header & { readonly data: string; readonly timestamp: string; readonly at: Instant | null };
export type FrameRead = { ok: true; frame: Frame } | { ok: false; why: Dc09Why; header: Header | null };

/** Every byte as one character, so that a position in the text is a position in the bytes. */
export const textOf = (bytes: Uint8Array): string => Array.from(bytes, (byte) => String.fromCharCode(byte)).join('');

const headerForm = /^"([^"]{1,20})"(\d{4})(?:R([0-9A-Fa-f]{1,6}))?L([0-9A-Fa-f]{1,6})(?:#([0-9A-Za-z]{1,16}))?\[/;
const restForm = /^([^\]]*)\]((?:\[[^\]]*\])*)(?:_(.{1,24}))?$/s;

/** `HH:MM:SS,MM-DD-YYYY`, always UTC, month first. Null where it is none. */
export const parseTimestamp = (stamp: string): Instant | null => {
  const found = /^(\d\d):(\d\d):(\d\d),(\d\d)-(\d\d)-(\d{4})$/.exec(stamp);
  if (found === null) return null;
  const [, hour = '', minute = '', second = '', month = '', day = '', year = ''] = found;
  return parseRfc3339(`${year}-${month}-${day}T${hour}:${minute}:${second}Z`);
};

/** The timestamp of an instant (ms since 1970, UTC). */
export const writeTimestamp = (at: Instant): string => {
  const [, year = '', month = '', day = '', time = ''] = /^(\d{4})-(\d\d)-(\d\d)T(\d\d:\d\d:\d\d)/.exec(isoText(at)) ?? [];
  return `${time},${month}-${day}-${year}`;
};

/** Reads one frame, without its LF and CR. CRC and length come first: where they are wrong, nothing else in it can be believed. */
export const readFrame = (bytes: Uint8Array): FrameRead => {
  const wrong = (why: Dc09Why, header: Header | null = null): FrameRead => ({ ok: false, why, header });
  const whole = textOf(bytes);
  const found = /^([0-9A-Fa-f]{4})0([0-9A-Fa-f]{3})(?=")/.exec(whole);
  if (found === null) return wrong('frame form');
  const content = bytes.subarray(8);
  if (Number.parseInt(found[2] ?? '', 16) !== content.length) return wrong('length');
  if (Number.parseInt(found[1] ?? '', 16) !== crc16(content)) return wrong('crc');
  const inside = whole.slice(8);
  const head = headerForm.exec(inside);
  if (head === null) return wrong('header');
  const [matched = '', id = '', sequence = '', receiver = null, prefix = '', account = null] = head;
  const header = { id, sequence, receiver, prefix, account };
  if (id.startsWith('*')) return wrong('encrypted', header);
  return readRest(header, inside.slice(matched.length));
};

/** What stands behind the first bracket of a frame: data, extensions, timestamp. */
export const readRest = (header: Header, inside: string): FrameRead => {
  const wrong = (why: Dc09Why): FrameRead => ({ ok: false, why, header });
  if (!['SIA-DCS', 'ADM-CID', 'NULL'].includes(header.id)) return wrong('token');
  const rest = restForm.exec(inside);
  if (rest === null) return wrong('data form');
  const [, data = '', , timestamp = ''] = rest;
  const at = timestamp === '' ? null : parseTimestamp(timestamp);
  if (timestamp !== '' && at === null) return wrong('timestamp');
  return header.account === null ? wrong('no account in frame') : { ok: true, frame: { ...header, data, timestamp, at } };
};

export type NewFrame = {
  readonly id: string;
  readonly sequence: string;
  readonly receiver?: string | null;
  readonly prefix?: string;
  readonly account: string | null;
  readonly data?: string;
  /** Instant of the timestamp, or null for none. */
  readonly at: Instant | null;
};

/** A whole frame with its LF and CR. An answer without an account carries A0, as a refusal does. */
export const writeFrame = ({ id, sequence, receiver = null, prefix = '0', account, data = '', at }: NewFrame): Uint8Array => {
  const who = account === null ? `A0` : `#${account}`;
  const content = bytesOf(
    `"${id}"${sequence}${receiver === null ? '' : `R${receiver}`}L${prefix}${who}[${data}]${at === null ? '' : `_${writeTimestamp(at)}`}`,
  );
  const head = `\n${crc16(content).toString(16).toUpperCase().padStart(4, '0')}0${content.length.toString(16).toUpperCase().padStart(3, '0')}`;
  return joined(joined(bytesOf(head), content), Uint8Array.of(CR));
};
