// DC-09 as the desk hears it. Wrong CRC or length: silence. Clock outside its window: NAK with the desk's time. Understood and not to be processed: DUH.
import { bytesOf, type Call, type Ear, type Piece, type Read } from '../call.ts';
import { readContactId } from './contact-id.ts';
import {
  cutFrames,
  type Dc09Why,
  type Frame,
  type FrameCut,
  type FrameCutter,
  type FrameRead,
  type Header,
  newFrameCutter,
  readFrame,
  writeFrame,
} from './frames.ts';
import { openFrame, sealedAnswer } from './sealed.ts';
import { readSia } from './sia.ts';

/** From memory of DC-09: a timestamp may lie 40 s behind the receiver's clock and 20 s ahead. */
export const clockWindow = { behind: 40_000, ahead: 20_000 } as const;
/** A unit that hears no answer sends the same sequence number again within minutes. Ours. */
const repeatsFor = 15 * 60_000;

type Payload = { event: string; test: boolean; is: Call['is']; fields: { readonly [key: string]: string } };

const payloadsOf = ({ id, data }: Frame): readonly Payload[] | Dc09Why => {
  if (id === 'NULL') return [{ event: 'null', test: true, is: null, fields: {} }];
  const bar = data.indexOf('|');
  if (bar === -1) return 'data form';
  const inner = data.slice(bar + 1);
  if (id === 'SIA-DCS') {
    const blocks = readSia(inner);
    if (blocks.length === 0) return 'sia data';
    return blocks.map((sia) => {
      const { code, zone, modifiers } = sia;
      return {
        ...sia,
        fields: { code, ...(zone === '' ? {} : { zone }), ...(modifiers['ri'] === undefined ? {} : { area: modifiers['ri'] }) },
      };
    });
  }
  const read = readContactId(inner);
  if (!read.ok) return read.why;
  const { event, test, is, qualifier, code, group, zone } = read.value;
  return [{ event, test, is, fields: { code: `${qualifier}${code}`, area: group, zone } }];
};

/** DC-09 repeats the account in front of the data: `#7101|…`; another one there is another unit's. */
const otherAccount = (data: string, account: string): string | null => {
  const inner = /^#([0-9A-Fa-f]{1,16})\|/.exec(data)?.[1];
  return inner === undefined || inner.toUpperCase() === account.toUpperCase() ? null : inner;
};

const callsOf = (frame: Frame, account: string): readonly Call[] | Dc09Why => {
  const payloads = payloadsOf(frame);
  if (typeof payloads === 'string') return payloads;
  const { id, sequence, receiver, prefix, data, timestamp, at } = frame;
  const numbered = sequence !== '0000';
  const like = [id, sequence, account, data].join('|');
  const repeats =
    !numbered && timestamp === ''
      ? null
      : { of: bytesOf(`${like}|${timestamp}`), like: numbered && timestamp !== '' ? bytesOf(like) : null, within: repeatsFor };
  return payloads.map((payload) => ({
    account,
    instant: timestamp,
    at,
    event: payload.event.slice(0, 32),
    grade: payload.test ? 6 : 7,
    zone: payload.test ? null : (payload.fields['zone'] ?? null),
    is: payload.test ? null : payload.is,
    other: otherAccount(data, account),
    fields: { event: payload.event, ...payload.fields, token: id, sequence, ...(receiver === null ? {} : { receiver }), prefix },
    repeats,
    window: clockWindow,
  }));
};

const answerFrame = (id: 'ACK' | 'DUH', { sequence, receiver, prefix, account }: Header): Uint8Array =>
  writeFrame({ id, sequence, receiver, prefix, account, at: null });

const silent = (bytes: Uint8Array, why: string, account: string | null = null): Piece => ({
  bytes,
  read: { ok: false, why, account },
  answer: () => null,
});

const piece = ({ kind, bytes }: FrameCut): Piece => {
  if (kind !== 'frame') return silent(bytes, kind);
  const read = readFrame(bytes);
  if (!read.ok && read.header === null) return silent(bytes, read.why);
  return pieceOf(bytes, read, null);
};

/** What is read of a frame, and how it is answered: sealed where it came sealed. */
const pieceOf = (bytes: Uint8Array, read: FrameRead, key: Uint8Array | null): Piece => {
  const header = read.ok ? read.frame : read.header;
  if (header === null) return silent(bytes, 'header');
  // Nobody answers what can't be opened by the key that is known: it is another unit's, or another's.
  if (!read.ok && read.why === 'key') return silent(bytes, 'key', header.account);
  const calls =
    read.ok && read.frame.account !== null ? callsOf(read.frame, read.frame.account) : read.ok ? 'no account in frame' : read.why;
  // Sealed by the account's key: it is the unit's own, wherever it came from.
  const judged: Read =
    typeof calls === 'string'
      ? { ok: false, why: calls, account: header.account }
      : { ok: true, calls: key === null ? calls : calls.map((one) => ({ ...one, keyed: true })) };
  const locked = !read.ok && read.why === 'encrypted';
  return {
    bytes,
    read: judged,
    ...(locked ? { open: (of: Uint8Array) => pieceOf(bytes, openFrame(bytes, header, of), of) } : {}),
    answer: (fate, now) => {
      if (fate === 'busy' || fate === 'withheld') return null;
      if (fate === 'clock') return writeFrame({ id: 'NAK', sequence: '0000', receiver: '0', prefix: '0', account: null, at: now });
      const id = fate === 'not understood' ? 'DUH' : 'ACK';
      return key === null ? answerFrame(id, header) : sealedAnswer(id, header, key, now);
    },
  };
};

const earOf = (was: FrameCutter): Ear => ({
  hear: (arrived) => {
    const { cutter, cuts } = cutFrames(was, arrived);
    return { ear: earOf(cutter), pieces: cuts.map(piece) };
  },
  end: () => (was.held.length === 0 ? [] : [silent(was.held, was.inside ? 'no frame end' : 'no start')]),
});

export const dc09Ear: Ear = earOf(newFrameCutter);
