// What is wrong with something that came in: a code with its figures, at a path. The sentence is made last (words.en.ts).
import type { Json } from '../name/index.ts';

type None = { readonly [name: string]: never };

export type ProblemArgs = {
  missing: None;
  unknown: { name: string };
  type: { want: string };
  choice: { got: string; of: string };
  long: { most: number; in: 'characters' | 'bytes' };
  range: { least: number; most: number; got: number };
  form: { want: string; got: string };
  'check-digit': { got: string; want: string };
  'not-json': None;
  'not-canonical': None;
  'other-hash': None;
  'not-you': None;
  'signed-out': None;
  'not-yours': { may: string };
  'part-only': { part: string };
  'secret-missing': { ref: string };
  'secret-unreadable': { ref: string };
  'account-taken': { account: string; station: string };
  'no-station': { stream: string };
  'no-person': None;
  'no-version': { id: string; version: number };
  newer: { what: string };
  mark: None;
  'mark-missing': None;
  'blob-missing': { hash: string };
  /** Where in the text, from and to in characters; empty where its form alone shows it. */
  'secret-stands': { at: readonly (readonly [number, number])[] };
  'frame-unknown': { frame: number };
  'frame-differs': { frame: number; what: string };
  'frame-impossible': { frame: number };
  'not-in-capture': { what: string };
  'not-shown': { why: string };
  refused: { why: string };
  address: { got: string; why: string };
  apn: { why: string };
};
export type ProblemCode = keyof ProblemArgs;
export type Problem = { [C in ProblemCode]: { code: C; path: string; args: ProblemArgs[C] } }[ProblemCode];

export const problem = <C extends ProblemCode>(code: C, path: string, args: ProblemArgs[C]): Problem => {
  const made: { code: C; path: string; args: ProblemArgs[C] } = { code, path, args };
  return made as Problem; // a union member by construction; TypeScript does not distribute over C here
};

export type Parsed<T> = { ok: true; value: T } | { ok: false; problems: readonly Problem[] };

export const good = <T>(value: T): Parsed<T> => ({ ok: true, value });
export const bad = (...problems: readonly Problem[]): { ok: false; problems: readonly Problem[] } => ({ ok: false, problems });

/** A reason or finding before its words: which code, which figures, which entries and settings stand behind it. */
export type Told = { code: string; args: { readonly [name: string]: Json } };

/** Where a rule, formula or figure comes from. */
export type Source = { standard: string; clause: string; fromMemory: boolean } | { practice: true } | { ours: string };
