// Answers that came back, in bulk: matched to settings by name and alias, and only offered.
import papaparse from 'papaparse';
import { isObject, type Json, plainText, type SettingKey } from '../name/index.ts';
import type { Problem } from '../problem/index.ts';
import { asMeant, parseTyped, type Profile, type SheetRow } from '../sheet/index.ts';

export type Answer = {
  readonly line: number;
  readonly name: string;
  readonly typed: string;
  /** What it was matched to; none where no setting or more than one has the name. */
  readonly row: SheetRow | null;
  readonly value: Json;
  readonly problems: readonly Problem[];
};

/** `bare`: nothing stood between name and value, so a sentence may have been taken for the two. */
type Pair = { readonly line: number; readonly name: string; readonly typed: string; readonly bare?: true };

const simple = (name: string): string => name.toLowerCase().replace(/[^a-z0-9]+/g, '');

const fromJson = (text: string): Pair[] | null => {
  try {
    const value: unknown = JSON.parse(text);
    if (!isObject(value)) return null;
    const inner = isObject(value['settings']) ? value['settings'] : value; // a sheet’s own file has them inside
    return Object.entries(inner).map(([name, typed], i) => ({
      line: i + 1,
      name,
      typed: typeof typed === 'boolean' ? (typed ? 'yes' : 'no') : plainText(typed),
    }));
  } catch {
    return null;
  }
};

const fromCsv = (text: string): Pair[] | null => {
  const [head = ''] = text.split('\n');
  const { data } = papaparse.parse<string[]>(text.trim(), { delimiter: head.includes(';') && !head.includes(',') ? ';' : ',' });
  const titles = (data[0] ?? []).map((title) => title.trim().toLowerCase());
  const [name, answer] = [
    titles.findIndex((title) => title === 'key' || title === 'what' || title === 'name'),
    titles.findIndex((title) => title === 'answer' || title === 'value'),
  ];
  const key = titles.indexOf('key');
  if (name === -1 || answer === -1) return null;
  return data
    .slice(1)
    .map((cells, i) => ({ line: i + 2, name: cells[key === -1 ? name : key] ?? '', typed: cells[answer] ?? '' }))
    .filter(({ typed }) => typed.trim() !== '');
};

/** `name: value`, or a known name and its value with nothing between: 'roaming on'. */
const fromLines = (text: string, knows: (name: string) => boolean): Pair[] =>
  text.split(/\r?\n/).flatMap((line, i) => {
    if (/^\s*–|[:=]\s*$/.test(line)) return []; // our own explanations, sent back, and what was left open
    const [, name = '', typed = ''] = /^\s*([^:=]{1,80}?)\s*[:=]\s*(.+?)\s*$/.exec(line) ?? [];
    if (name !== '') return [{ line: i + 1, name, typed }];
    const words = line
      .trim()
      .replace(/^[-*\u2022]\s+/, '')
      .split(/\s+/);
    for (let n = Math.min(5, words.length - 1); n >= 1; n--) {
      const known = words.slice(0, n).join(' ');
      if (knows(simple(known))) return [{ line: i + 1, name: known, typed: words.slice(n).join(' '), bare: true }];
    }
    return [];
  });

/** The names by which a setting is known: its key, its label, its parameter's name, and what devices call it. */
export const namesOf = (row: SheetRow, profiles: readonly Profile[]): string[] => {
  const { key, of, element } = row;
  const aliases = profiles.flatMap((profile) =>
    Object.entries(profile.aliases ?? {}).flatMap(([name, definition]) => (definition === of.key ? [name] : [])),
  );
  const own = [of.label, of.key, ...aliases];
  return [
    key,
    ...own,
    ...(element === null ? [] : own.map((name) => `${name} (${element.label})`)),
    ...(element === null ? [] : own.map((name) => `${element.label} ${name}`)),
  ].map(simple);
};

/** Reads pasted answers: JSON, CSV with a head line, or `name: value`. A secret is never taken this way. */
export const readAnswers = (text: string, rows: readonly SheetRow[], profiles: readonly Profile[]): Answer[] => {
  const byName = new Map<string, SheetRow[]>();
  for (const row of rows) for (const name of new Set(namesOf(row, profiles))) byName.set(name, [...(byName.get(name) ?? []), row]);
  return (fromJson(text) ?? fromCsv(text) ?? fromLines(text, (name) => byName.has(name))).flatMap(
    ({ line, name, typed, bare }): Answer[] => {
      const [row = null, second] = byName.get(simple(name)) ?? [];
      if (row === null || second !== undefined) return bare === true ? [] : [{ line, name, typed, row: null, value: null, problems: [] }];
      if (row.of.form.is === 'secret') return [{ line, name, typed: 'kept out: it is a secret', row, value: null, problems: [] }];
      const parsed = parseTyped(row.of, asMeant(row.of, typed.trim()));
      if (parsed.ok && !(bare === true && row.of.form.is === 'text' && row.of.form.as === undefined))
        return [{ line, name, typed, row, value: parsed.value, problems: [] }];
      return bare === true || parsed.ok ? [] : [{ line, name, typed, row, value: null, problems: parsed.problems }];
    },
  );
};

/** The answers that could be taken: matched, understood, and not a secret. */
export const takable = (answers: readonly Answer[]): { key: SettingKey; value: Json; typed: string }[] =>
  answers.flatMap(({ row, value, typed, problems }) =>
    row === null || value === null || problems.length > 0 ? [] : [{ key: row.key, value, typed }],
  );
