// What a modem hands through of its own accord: an instrument's bytes, cut and read by what its station's sheet says. There is no account in them but where the modem signs on with one.
import { bytesOf, type Call, type Piece } from '../call.ts';
import { eventOf } from '../line/ear.ts';
import { type FieldPlace, recordValues } from './records.ts';
import type { RawWhy } from './words.en.ts';

/** Most characters of a sign-on. */
const mostSignOn = 64;

/** The words with which a modem may sign on: the first line, or all that came at once; null where it can't be one. `to` is where the rest begins. */
export const signOnIn = (arrived: Uint8Array): { readonly words: string; readonly to: number } | null => {
  const line = arrived.findIndex((byte) => byte === 10 || byte === 13);
  const end = line === -1 ? arrived.length : line;
  if (end === 0 || end > mostSignOn) return null;
  let to = end;
  while (arrived[to] === 10 || arrived[to] === 13) to++;
  const words = new TextDecoder('latin1').decode(arrived.subarray(0, end)).trim();
  return /^[\x21-\x7e]+$/.test(words) ? { words, to } : null;
};

const base = { instant: '', at: null, zone: null, is: null, other: null, repeats: null, window: null } as const;
const silent = (): null => null;

/** A sign-on as a session of its account. */
export const signOnPiece = (account: string): Piece => {
  const call: Call = { ...base, account, event: 'null', grade: 6, fields: {} };
  return { bytes: bytesOf(account), read: { ok: true, calls: [call] }, answer: silent };
};
/** One record as a call. A channel that is called ‘event’ names what happened; without one it is values alone. */
export const recordPiece = (account: string, bytes: Uint8Array, split: string, places: readonly FieldPlace[]): Piece => {
  const fields = recordValues(bytes, split, places);
  if (Object.keys(fields).length === 0) return rawNot(bytes, 'no field', account);
  const turn = fields['turn'];
  const zone = fields['zone'] ?? null;
  const is = turn === 'restoral' ? 'restoral' : turn === 'alarm' || zone !== null ? 'alarm' : null;
  return { bytes, read: { ok: true, calls: [{ ...base, account, ...eventOf(fields), zone, is, fields }] }, answer: silent };
};
/** Bytes of which no call could be made. Where it is known whose they are they are turned away, so that they stand beside that station's calls. */
export const rawNot = (bytes: Uint8Array, why: RawWhy, account: string | null): Piece => ({
  bytes,
  read: { ok: false, why, account, ...(account === null ? {} : { refused: true as const }) },
  answer: silent,
});
