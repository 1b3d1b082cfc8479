// What a device exports: JSON, INI, CSV, `key = value` or `key: value`, matched to the sheet by names and the profile's aliases, and compared with it or with another file.
import papaparse from 'papaparse';
import { isObject, type Json, plainText, type SettingKey } from '../name/index.ts';
import { same, type State, wanted } from '../journal/index.ts';
import { asMeant, parseTyped, type Profile, type SheetRow } from '../sheet/index.ts';
import { namesOf } from './answers.ts';

export type FileForm = 'JSON' | 'INI' | 'CSV' | 'pairs';
export type FilePair = { readonly line: number; readonly name: string; readonly typed: string };
export type DeviceFile = { readonly form: FileForm; readonly pairs: readonly FilePair[] };

const simple = (name: string): string => name.toLowerCase().replace(/[^a-z0-9]+/g, '');

const flat = (value: unknown, at: string): FilePair[] => {
  if (isObject(value)) return Object.entries(value).flatMap(([name, inner]) => flat(inner, at === '' ? name : `${at}.${name}`));
  if (Array.isArray(value)) return value.flatMap((inner, i) => flat(inner, `${at}.${i + 1}`));
  const typed = typeof value === 'boolean' ? (value ? 'yes' : 'no') : plainText(value);
  return [{ line: 0, name: at, typed }];
};

const fromJson = (text: string): DeviceFile | null => {
  if (!/^\s*[[{]/.test(text)) return null;
  try {
    const value: unknown = JSON.parse(text);
    return { form: 'JSON', pairs: flat(value, '').map((pair, i) => ({ ...pair, line: i + 1 })) };
  } catch {
    return null;
  }
};

const bare = (typed: string): string => typed.trim().replace(/^(["'])(.*)\1$/, '$2');

/** Lines of pairs, under heads in brackets where there are some. `;`, `#` and `!` begin a remark. */
const fromLines = (text: string): DeviceFile => {
  let head = '';
  let heads = 0;
  const pairs = text.split(/\r?\n/).flatMap((line, i): FilePair[] => {
    const trimmed = line.trim();
    if (trimmed === '' || /^[;#!]/.test(trimmed)) return [];
    const section = /^\[([^\]]{1,60})\]$/.exec(trimmed);
    if (section !== null) {
      heads++;
      head = section[1] ?? '';
      return [];
    }
    const found = /^([^:=]{1,80}?)\s*[:=]\s*(.*)$/.exec(trimmed);
    return found === null
      ? []
      : [{ line: i + 1, name: head === '' ? (found[1] ?? '') : `${head}.${found[1] ?? ''}`, typed: bare(found[2] ?? '') }];
  });
  return { form: heads > 0 ? 'INI' : 'pairs', pairs };
};

/** Two columns, a name and a value, with a head line or without. */
const fromCsv = (text: string): DeviceFile | null => {
  const [head = ''] = text.trim().split('\n');
  const delimiter = ['\t', ';', ','].find((one) => head.includes(one));
  if (delimiter === undefined || /[:=]/.test(head)) return null;
  const { data } = papaparse.parse<string[]>(text.trim(), { delimiter });
  if (!data.every(({ length }) => length === data[0]?.length) || (data[0]?.length ?? 0) < 2) return null;
  const titles = (data[0] ?? []).map(simple);
  const name = Math.max(
    0,
    titles.findIndex((title) => ['name', 'key', 'parameter', 'setting', 'item'].includes(title)),
  );
  const value = titles.findIndex((title) => ['value', 'current', 'setting value', 'answer'].map(simple).includes(title));
  const headed = value !== -1;
  const rows = headed ? data.slice(1) : data;
  return {
    form: 'CSV',
    pairs: rows.map((cells, i) => ({
      line: i + (headed ? 2 : 1),
      name: (cells[name] ?? '').trim(),
      typed: (cells[headed ? value : 1] ?? '').trim(),
    })),
  };
};

/** Reads what a device exported. Never throws; what is no pair is left out. */
export const readDeviceFile = (text: string): DeviceFile => fromJson(text) ?? fromCsv(text) ?? fromLines(text);

export type FileRow = FilePair & {
  readonly key: SettingKey | null;
  readonly value: Json;
  readonly is: 'equal' | 'differs' | 'not on the sheet' | 'not understood' | 'secret' | 'not known';
};
export type Comparison = {
  readonly form: FileForm;
  readonly rows: readonly FileRow[];
  /** Settings of the sheet that the profile knows a name for and the file does not have. */
  readonly missing: readonly SettingKey[];
};

/** Where each name of a path stands for a setting: the whole path, else its last parts. */
const tails = (name: string): string[] => {
  const parts = name.split('.');
  return parts.map((_, i) => simple(parts.slice(i).join('')));
};

/** Compares a device's file with the sheet, by the names and aliases of the profiles. A secret's value is never compared, and is left out. */
export const compareDeviceFile = (file: DeviceFile, state: State, rows: readonly SheetRow[], profiles: readonly Profile[]): Comparison => {
  const byName = new Map<string, SheetRow[]>();
  for (const row of rows) for (const name of new Set(namesOf(row, profiles))) byName.set(name, [...(byName.get(name) ?? []), row]);
  const find = (name: string): SheetRow | null => {
    for (const tail of tails(name)) {
      const found = byName.get(tail);
      if (found?.length === 1) return found[0] ?? null;
    }
    return null;
  };
  const compared = file.pairs.map((pair): FileRow => {
    const row = find(pair.name);
    if (row === null) return { ...pair, key: null, value: null, is: 'not known' };
    const { key } = row;
    if (row.of.form.is === 'secret') return { ...pair, typed: '', key, value: null, is: 'secret' };
    const parsed = parseTyped(row.of, asMeant(row.of, pair.typed.trim()));
    if (!parsed.ok) return { ...pair, key, value: null, is: 'not understood' };
    const plan = wanted(state, key) ?? null;
    return { ...pair, key, value: parsed.value, is: plan === null ? 'not on the sheet' : same(plan, parsed.value) ? 'equal' : 'differs' };
  });
  const there = new Set(compared.flatMap(({ key }) => key ?? []));
  const named = new Set(profiles.flatMap(({ aliases = {} }) => Object.values(aliases)));
  return {
    form: file.form,
    rows: compared,
    missing: rows
      .filter(({ key, of }) => named.has(of.key) && !there.has(key) && plainText(wanted(state, key) ?? '') !== '')
      .map(({ key }) => key),
  };
};

export type FileChange = { readonly name: string; readonly was: string | null; readonly is: string | null };

/** What is another in a later file of the same device: changed, gone, new. Order does not count. */
export const fileChanges = (before: DeviceFile, after: DeviceFile): FileChange[] => {
  const [was, is] = [before, after].map(({ pairs }) => new Map(pairs.map(({ name, typed }) => [name, typed])));
  return [...new Set([...(was?.keys() ?? []), ...(is?.keys() ?? [])])].flatMap((name) => {
    const [old, now] = [was?.get(name) ?? null, is?.get(name) ?? null];
    return old === now ? [] : [{ name, was: old, is: now }];
  });
};
