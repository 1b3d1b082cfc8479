// What a unit posts or publishes as one body: plain JSON, SenML (RFC 8428), CSV, or line records. Each body is one piece, of one call or of several in the order of their instants.
import papaparse from 'papaparse';
import { eventOf } from '../line/ear.ts';
import { parseRfc3339 } from '../../quantity/index.ts';
import type { Call } from '../call.ts';
import { isName, isRecord, mostCalls, mostValues, parsedJson, type Row, type Rows, valueText, wrong } from './rows.ts';
import { readSenml } from './senml.ts';
import type { PostedWhy } from './words.en.ts';

/** How long (ms) the same body from the same account is that body, sent again. */
const repeatsFor = 24 * 3_600_000;

export const postedForms = ['json', 'senml', 'csv'] as const;
export type PostedForm = (typeof postedForms)[number];
/** The form that a content type names (RFC 9110, 8.3); null for one that is none of ours. */
export const formOf = (type: string): PostedForm | null => {
  const name = type.split(';')[0]?.trim().toLowerCase() ?? '';
  if (name === 'application/senml+json') return 'senml';
  if (name === 'application/json') return 'json';
  return name === 'text/csv' ? 'csv' : null;
};

/** A call from named texts: `at` is its instant, all else are its fields. */
const rowOf = (named: readonly (readonly [string, string])[]): Row | PostedWhy => {
  if (named.length > mostValues) return 'too many';
  const instant = named.find(([name]) => name === 'at')?.[1] ?? '';
  const at = instant === '' ? null : parseRfc3339(instant);
  if (instant !== '' && at === null) return 'instant form';
  return { at, instant, fields: Object.fromEntries(named.filter(([name]) => name !== 'at')) };
};

const jsonRow = (value: unknown): Row | PostedWhy => {
  if (!isRecord(value)) return 'not an object';
  const named: (readonly [string, string])[] = [];
  for (const [name, given] of Object.entries(value)) {
    if (given === null) continue;
    const text = valueText(given);
    if (!isName(name)) return 'name form';
    if (text === null) return 'value form';
    named.push([name, text]);
  }
  return rowOf(named);
};

const all = (rows: readonly (Row | PostedWhy)[]): Rows => {
  if (rows.length === 0) return wrong('empty');
  if (rows.length > mostCalls) return wrong('too many');
  const why = rows.find((row) => typeof row === 'string');
  return why !== undefined ? wrong(why) : { ok: true, rows: rows.filter((row) => typeof row !== 'string') };
};

const readJson = (text: string): Rows => {
  const parsed = parsedJson(text);
  if (!parsed.ok) return wrong('not JSON');
  return all((Array.isArray(parsed.value) ? parsed.value : [parsed.value]).map(jsonRow));
};

/** CSV (RFC 4180) with a head: a column each value; an empty cell is no value. */
const readCsv = (text: string): Rows => {
  const first = text.split(/\r?\n/, 1)[0] ?? '';
  const delimiter = first.includes(';') && !first.includes(',') ? ';' : ',';
  const { data, errors } = papaparse.parse<string[]>(text.trim(), { delimiter });
  const [head, ...lines] = data;
  if (errors.length > 0 || head === undefined || lines.length === 0) return wrong('not CSV');
  const names = head.map((name) => name.trim());
  if (!names.every(isName)) return wrong('name form');
  if (new Set(names).size !== names.length) return wrong('name twice');
  return all(
    lines.map((line) => {
      if (line.length !== names.length) return 'cells';
      const named = line.flatMap((cell, i) => (cell.trim() === '' ? [] : [[names[i] ?? '', cell.trim()] as const]));
      return named.some(([, cell]) => valueText(cell) === null) ? 'value form' : rowOf(named);
    }),
  );
};

/** The rows of a body; `now` is for SenML's times that count from now. */
export const readBody = (form: PostedForm, text: string, now: number): Rows => {
  if (text.trim() === '') return wrong('empty');
  if (form === 'senml') return readSenml(text, now);
  return form === 'json' ? readJson(text) : readCsv(text);
};

/** What a body without a content type is, by how it begins: SenML names its records by `n` or `bn`. */
export const sniffed = (text: string): PostedForm | null => {
  const start = text.trimStart();
  if (start.startsWith('[')) return /^\[\s*\{[^}]*"(?:bn|n)"\s*:/.test(start) ? 'senml' : 'json';
  return start.startsWith('{') ? 'json' : null;
};

/** The turn that a field says; a zone without one is an alarm, as in a line record. */
const turnOf = (fields: Row['fields']): Pick<Call, 'zone' | 'is'> => {
  const turn = fields['turn']?.trim().toLowerCase();
  return {
    zone: fields['zone'] ?? null,
    is: turn === 'restoral' ? 'restoral' : turn === 'alarm' || fields['zone'] !== undefined ? 'alarm' : null,
  };
};

/** Rows as calls of an account. A body that carries its own instants is the same body when it comes again; one without is a new call each time. */
export const callsOf = (account: string, rows: readonly Row[], bytes: Uint8Array, keyed: boolean): Call[] => {
  const dated = rows.every(({ at }) => at !== null);
  return rows.map(({ at, instant, fields }) => {
    const inData = fields['account'];
    return {
      account,
      instant,
      at,
      ...eventOf(fields),
      ...turnOf(fields),
      other: inData !== undefined && inData !== account ? inData.slice(0, 16) : null,
      fields,
      repeats: dated ? { of: bytes, like: null, within: repeatsFor } : null,
      keyed,
      window: null,
    };
  });
};
