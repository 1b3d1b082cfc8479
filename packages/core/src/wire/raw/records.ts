// Raw bytes of an instrument behind a transparent modem: cut into records by a rule, a record parted into fields.
import { joined } from '../call.ts';

/** By a sign at the end, by a length, or by a silence after it. */
export type RecordRule =
  | { readonly by: 'end'; readonly end: Uint8Array }
  | { readonly by: 'length'; readonly length: number }
  | { readonly by: 'silence'; readonly ms: number };

/** Most bytes of a record. */
export const mostRecord = 4096;

/** The records that are whole, and what is left. What grows beyond the most is no record, and ends the talk. */
export const cutRecords = (
  rule: RecordRule,
  held: Uint8Array,
  arrived: Uint8Array,
): { readonly records: readonly Uint8Array[]; readonly held: Uint8Array; readonly over: boolean } => {
  let left = joined(held, arrived);
  const records: Uint8Array[] = [];
  for (;;) {
    const end = endOf(rule, left);
    if (end === null) return { records, held: left, over: left.length > mostRecord };
    if (end.to > 0) records.push(left.slice(0, end.to));
    left = left.slice(end.next);
  }
};
const endOf = (rule: RecordRule, bytes: Uint8Array): { readonly to: number; readonly next: number } | null => {
  if (rule.by === 'silence') return null;
  if (rule.by === 'length') return bytes.length >= rule.length ? { to: rule.length, next: rule.length } : null;
  const at = indexOf(bytes, rule.end);
  return at === -1 ? null : { to: at, next: at + rule.end.length };
};
const indexOf = (bytes: Uint8Array, sign: Uint8Array): number => {
  for (let at = 0; at + sign.length <= bytes.length; at += 1) if (sign.every((byte, i) => bytes[at + i] === byte)) return at;
  return -1;
};

/** A sign as people write it: `\r`, `\n`, `\t` and `\x03` are one byte each. */
export const signOf = (typed: string): Uint8Array =>
  Uint8Array.from(
    [...typed.matchAll(/\\x([0-9A-Fa-f]{2})|\\([rnt0\\])|([\s\S])/g)].map(([, hex, short, plain]) =>
      hex !== undefined ? Number.parseInt(hex, 16) : short !== undefined ? (shorts[short] ?? 0) : (plain?.charCodeAt(0) ?? 0) & 255,
    ),
  );
const shorts: { readonly [sign: string]: number } = { r: 13, n: 10, t: 9, '0': 0, '\\': 92 };

/** Where a channel finds its value in a record: the nth field from 1. */
export type FieldPlace = { readonly name: string; readonly field: number; readonly scale: number; readonly offset: number };

/** The values of a record by its fields. A number may carry a sign and a measure; what is no number stays text. */
export const recordValues = (record: Uint8Array, split: string, places: readonly FieldPlace[]): { readonly [name: string]: string } => {
  const text = Array.from(record, (byte) => String.fromCharCode(byte)).join('');
  const fields = split.trim() === '' ? text.trim().split(/\s+/) : text.split(split);
  return Object.fromEntries(
    places.flatMap(({ name, field, scale, offset }) => {
      const found = fields[field - 1]?.trim();
      if (found === undefined || found === '') return [];
      const [, number, measure] = /^([+-]?\d+(?:\.\d+)?)\s*([^\d\s]\S{0,15})?$/.exec(found) ?? [];
      if (number === undefined) return [[name, found.replace(/\p{Cc}/gu, '').slice(0, 200)]];
      const value = String(Number((Number(number) * scale + offset).toPrecision(12)));
      return [[name, measure === undefined ? value : `${value} ${measure}`]];
    }),
  );
};
