// A body that a unit posted or published, with the account and the token that it showed, as the piece that the ingest takes.
import { callsOf, type Fate, type Piece, type PostedForm, readBody } from '@green-lamp/core/wire';
import type { Shown } from '../unit-keys.ts';

export type Body = {
  readonly account: string;
  readonly bytes: Uint8Array;
  readonly form: PostedForm | null;
  readonly shown: Shown;
  readonly now: number;
};

/** Text of bytes, or null where they are not UTF-8. */
export const utf8 = (bytes: Uint8Array): string | null => {
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return null;
  }
};

/** Nobody is answered by bytes here: the protocol around the body has its own way to say what became of it. */
const silent = (): null => null;

/** A body as one piece. What its account's token does not vouch for is turned away, before it is read. */
export const pieceOf = ({ account, bytes, form, shown, now }: Body): Piece => {
  const not = (why: string, refused: boolean): Piece => ({
    bytes,
    read: { ok: false, why, account, ...(refused ? { refused: true as const } : {}) },
    answer: silent,
  });
  if (shown === 'wrong') return not('wrong token', true);
  if (shown === 'none') return not('no token', true);
  if (form === null) return not('content type', false);
  const text = utf8(bytes);
  if (text === null) return not('not UTF-8', false);
  const read = readBody(form, text, now);
  if (!read.ok) return not(read.why, false);
  return { bytes, read: { ok: true, calls: callsOf(account, read.rows, bytes, shown === 'right') }, answer: silent };
};

/** Whether the desk has it, so that it need not come again: also what it could not make sense of. */
export const has = (fate: Fate): boolean => fate !== 'busy' && fate !== 'withheld';
