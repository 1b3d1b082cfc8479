// The line protocol as the desk hears it: answers count the connection's records from 1.
import type { Grade } from '../../name/index.ts';
import { bytesOf, type Call, type Ear, type Fate, type Piece, type Read } from '../call.ts';
import { answer, cut, type Cutter, type LineFault, newCutter, readRecord } from './records.ts';

const repeatsFor = 24 * 3_600_000;

/** Zone and turn of a line record: `zone=7;turn=restoral`. A turn that is no word of the protocol is none. */
const turnOf = (fields: { readonly [key: string]: string }): Pick<Call, 'zone' | 'is'> => {
  const turn = fields['turn']?.trim().toLowerCase();
  return {
    zone: fields['zone'] ?? null,
    is: turn === 'restoral' ? 'restoral' : turn === 'alarm' || fields['zone'] !== undefined ? 'alarm' : null,
  };
};

/** The event of a line record: 'test', 'null' and none at all are grade 6 (a session with the desk), any other is grade 7. */
export const eventOf = (fields: { readonly [key: string]: string }): { event: string; grade: Grade } => {
  const event = (fields['event'] ?? '').trim().toLowerCase().slice(0, 32).trim();
  if (event === '' || event === 'null') return { event: 'null', grade: 6 };
  return { event, grade: event === 'test' ? 6 : 7 };
};

const readCall = (bytes: Uint8Array): { read: Read; fault: LineFault | null } => {
  const read = readRecord(bytes);
  if (!read.ok) return { read: { ok: false, why: read.why, account: read.account }, fault: read.fault };
  const { account, instant, at, fields } = read.record;
  const repeats = instant === '' ? null : { of: bytes, like: null, within: repeatsFor };
  const inData = fields['account'];
  const other = inData !== undefined && inData !== account ? inData.slice(0, 16) : null;
  const call = { account, instant, at, ...eventOf(fields), ...turnOf(fields), other, fields, repeats, window: null };
  return { read: { ok: true, calls: [call] }, fault: null };
};

/** A line record that came by another way than its listener; null where it is none. */
export const lineCall = (bytes: Uint8Array): Call | null => {
  const { read } = readCall(bytes);
  return read.ok ? (read.calls[0] ?? null) : null;
};

const faultOf: { readonly [F in Exclude<Fate, 'not understood' | 'kept' | 'clock' | 'withheld'>]: LineFault } = {
  unknown: 'account',
  busy: 'busy',
};

const piece = (n: number, bytes: Uint8Array, { read, fault }: { read: Read; fault: LineFault | null }): Piece => ({
  bytes,
  read,
  answer: (fate) => (fate === 'withheld' ? null : bytesOf(answer(n, fate === 'unknown' || fate === 'busy' ? faultOf[fate] : fault))),
});

const unread = (why: string, fault: LineFault): { read: Read; fault: LineFault } => ({ read: { ok: false, why, account: null }, fault });

const earOf = (was: Cutter, heard: number): Ear => ({
  hear: (arrived) => {
    const { cutter, cuts } = cut(was, arrived);
    const pieces = cuts.map(({ kind, bytes }, i) =>
      piece(heard + i + 1, bytes, kind === 'record' ? readCall(bytes) : unread('too long', 'size')),
    );
    return { ear: earOf(cutter, heard + cuts.length), pieces };
  },
  end: () => (was.held.length === 0 ? [] : [piece(heard + 1, was.held, unread('no end', 'form'))]),
});

export const lineEar: Ear = earOf(newCutter, 0);
