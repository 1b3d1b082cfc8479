// The line protocol: `account;instant;key=value;…` in UTF-8, one record up to LF, CR ignored. Our own, for anything that can open a socket.
// A cutter makes records of bytes in any pieces; the reader judges one record's form and nothing else.
import { parseRfc3339 } from '../../quantity/index.ts';
import { joined } from '../call.ts';

/** Most bytes of a record, without its LF. */
export const mostBytes = 4096;

export type Cut = { kind: 'record'; bytes: Uint8Array } | { kind: 'oversize'; bytes: Uint8Array };

/** Bytes that wait for their LF; `dropping` once a record has grown past its limit. */
export type Cutter = { held: Uint8Array; dropping: boolean };
export const newCutter: Cutter = { held: new Uint8Array(0), dropping: false };

/** Takes what arrived, gives the records that are whole. An oversize record is told of once, as soon as it is over, with its first bytes; the rest up to its LF is dropped. */
export const cut = (was: Cutter, arrived: Uint8Array): { cutter: Cutter; cuts: Cut[] } => {
  const cuts: Cut[] = [];
  let { held, dropping } = was;
  let from = 0;
  for (;;) {
    const end = arrived.indexOf(0x0a, from);
    if (!dropping) held = joined(held, arrived.subarray(from, end === -1 ? arrived.length : end));
    if (held.length > mostBytes) {
      cuts.push({ kind: 'oversize', bytes: held.slice(0, mostBytes) });
      held = new Uint8Array(0);
      dropping = true;
    }
    if (end === -1) return { cutter: { held, dropping }, cuts };
    if (!dropping) cuts.push({ kind: 'record', bytes: held });
    held = new Uint8Array(0);
    dropping = false;
    from = end + 1;
  }
};

export type LineRecord = { account: string; instant: string; at: number | null; fields: { readonly [key: string]: string } };
export type LineFault = 'form' | 'account' | 'instant' | 'size' | 'busy';
export type LineRead =
  | { ok: true; record: LineRecord }
  | { ok: false; fault: Exclude<LineFault, 'account' | 'busy'>; why: LineWhy; account: string | null };
export type LineWhy =
  | 'utf-8'
  | 'no account'
  | 'account form'
  | 'no instant field'
  | 'instant form'
  | 'field form'
  | 'key form'
  | 'key twice'
  | 'escape'
  | 'control character'
  | 'too long'
  | 'no end';

const keyForm = /^[a-z][a-z0-9_]{0,31}$/;
const accountForm = /^[0-9A-Za-z]{1,16}$/;
const escapes: { readonly [code: string]: string } = { '%3B': ';', '%3D': '=', '%25': '%', '%0A': '\n' };

/** The text of bytes, or null where they are not UTF-8. */
const utf8 = (bytes: Uint8Array): string | null => {
  try {
    return new TextDecoder('utf-8', { fatal: true, ignoreBOM: true }).decode(bytes);
  } catch {
    return null;
  }
};

/** Control characters other than the tab. */
const hasControl = (line: string): boolean => Array.from(line).some((char) => (char < ' ' && char !== '\t') || char === '\u007f');

const unescape = (value: string): string | null => {
  const parts = value.split(/(%[0-9A-Fa-f]{2})/);
  const plain = parts.map((part, i) =>
    i % 2 === 1 ? escapes[part.toUpperCase()] : part.includes('%') || part.includes('=') ? undefined : part,
  );
  return plain.every((part) => part !== undefined) ? plain.join('') : null;
};

/** Reads one record (without its LF). An empty line is a form fault like any other. */
export const readRecord = (bytes: Uint8Array): LineRead => {
  const wrong = (fault: 'form' | 'instant', why: LineWhy, account: string | null = null): LineRead => ({ ok: false, fault, why, account });
  const decoded = utf8(bytes);
  if (decoded === null) return wrong('form', 'utf-8');
  const line = decoded.replaceAll('\r', '');
  if (hasControl(line)) return wrong('form', 'control character');
  const [account = '', instant, ...rest] = line.split(';');
  if (account === '') return wrong('form', 'no account');
  if (!accountForm.test(account)) return wrong('form', 'account form');
  if (instant === undefined) return wrong('form', 'no instant field', account);
  const at = instant === '' ? null : parseRfc3339(instant);
  if (instant !== '' && at === null) return wrong('instant', 'instant form', account);
  const fields: { [key: string]: string } = {};
  for (const part of rest.at(-1) === '' ? rest.slice(0, -1) : rest) {
    const equals = part.indexOf('=');
    if (equals === -1) return wrong('form', 'field form', account);
    const key = part.slice(0, equals);
    if (!keyForm.test(key)) return wrong('form', 'key form', account);
    if (Object.hasOwn(fields, key)) return wrong('form', 'key twice', account);
    const value = unescape(part.slice(equals + 1));
    if (value === null) return wrong('form', 'escape', account);
    fields[key] = value;
  }
  return { ok: true, record: { account, instant, at, fields } };
};

/** The answer to the connection's nth record, counted from 1. */
export const answer = (n: number, fault: LineFault | null): string => (fault === null ? `OK ${n}\n` : `NO ${n} ${fault}\n`);
