// What every form of a body shares: the calls in it before they have their account, their names and values, and its limits.
import type { PostedWhy } from './words.en.ts';

/** Most bytes of a body, and most calls and values in it. */
export const mostBody = 256 * 1024;
export const mostCalls = 500;
export const mostValues = 200;
/** One call of a body before it has its account. */
export type Row = { readonly at: number | null; readonly instant: string; readonly fields: { readonly [name: string]: string } };
export type Rows = { readonly ok: true; readonly rows: readonly Row[] } | { readonly ok: false; readonly why: PostedWhy };
export const wrong = (why: PostedWhy): Rows => ({ ok: false, why });

const nameForm = /^[A-Za-z0-9][A-Za-z0-9_.:/-]{0,63}$/;
/** Whether something may be the name of a value: a letter or digit, then those or one of `_ . : / -`. */
export const isName = (text: string): boolean => nameForm.test(text) && text !== '__proto__';
/** A value as text; null for what is none. */
export const valueText = (value: unknown): string | null => {
  if (typeof value === 'number') return Number.isFinite(value) ? String(value) : null;
  if (typeof value === 'boolean') return value ? '1' : '0';
  return typeof value === 'string' && value.length <= 200 && !/\p{Cc}/u.test(value) ? value : null;
};

export const isRecord = (value: unknown): value is { readonly [key: string]: unknown } =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** A JSON text, or what it is not. */
export const parsedJson = (text: string): { readonly ok: true; readonly value: unknown } | { readonly ok: false } => {
  try {
    return { ok: true, value: JSON.parse(text) as unknown };
  } catch {
    return { ok: false };
  }
};
