// SenML in JSON (RFC 8428): a pack of records, base values carried forward (4.1), resolved (4.6). Records of one instant are one call.
import { instant, isoText } from '../../quantity/index.ts';
import { isName, isRecord, mostCalls, parsedJson, type Row, type Rows, valueText, wrong } from './rows.ts';

/** Times below this many seconds count from now (4.5.3). */
const absolute = 2 ** 28;
/** Values of one pack. */
const mostInAll = 5000;
/** The version that this reader knows (4.4). */
const version = 10;
const known: ReadonlySet<string> = new Set(['bn', 'bt', 'bu', 'bv', 'bs', 'bver', 'n', 'u', 'v', 'vs', 'vb', 'vd', 's', 't', 'ut']);

type Base = { readonly name: string; readonly time: number; readonly unit: string; readonly value: number; readonly sum: number };
const text = (value: unknown, otherwise: string): string => (typeof value === 'string' ? value : otherwise);
const number = (value: unknown, otherwise: number): number => (typeof value === 'number' ? value : otherwise);
const isOneOf = (value: unknown, type: 'string' | 'number' | 'boolean'): boolean => value === undefined || typeof value === type;

/** Whether each field is of its type (4.3, table 1); a label that ends in `_` has to be understood, and is not (4.4). */
const isWell = (record: { readonly [key: string]: unknown }): boolean =>
  Object.keys(record).every((key) => known.has(key) || !key.endsWith('_')) &&
  ['bn', 'bu', 'n', 'u', 'vs', 'vd'].every((key) => isOneOf(record[key], 'string')) &&
  ['bt', 'bv', 'bs', 'bver', 'v', 's', 't', 'ut'].every((key) => isOneOf(record[key], 'number')) &&
  isOneOf(record['vb'], 'boolean');

/** The records of a pack as calls, oldest first. A pack whose version is newer than ours, or with a field that has to be understood and is not, is refused whole. */
export const readSenml = (body: string, now: number): Rows => {
  const parsed = parsedJson(body);
  if (!parsed.ok || !Array.isArray(parsed.value)) return wrong('not SenML');
  let base: Base = { name: '', time: 0, unit: '', value: 0, sum: 0 };
  const byTime = new Map<number, { [name: string]: string }>();
  let values = 0;
  for (const record of parsed.value as unknown[]) {
    if (!isRecord(record) || !isWell(record)) return wrong('not SenML');
    if (number(record['bver'], version) > version) return wrong('SenML version');
    base = {
      name: text(record['bn'], base.name),
      time: number(record['bt'], base.time),
      unit: text(record['bu'], base.unit),
      value: number(record['bv'], base.value),
      sum: number(record['bs'], base.sum),
    };
    const given = ['v', 'vs', 'vb', 'vd', 's'].filter((key) => record[key] !== undefined);
    if (given.length === 0) continue; // base values alone
    const name = `${base.name}${text(record['n'], '')}`;
    if (!isName(name)) return wrong('name form');
    const seconds = base.time + number(record['t'], 0);
    const at = Math.round((seconds < absolute ? now / 1000 + seconds : seconds) * 1000);
    if (!Number.isFinite(at) || Math.abs(at) > 8.64e15) return wrong('instant form');
    const unit = text(record['u'], base.unit);
    const plain =
      typeof record['v'] === 'number'
        ? `${record['v'] + base.value}${unit === '' ? '' : ` ${unit}`}`
        : record['s'] !== undefined && record['vs'] === undefined && record['vb'] === undefined && record['vd'] === undefined
          ? `${number(record['s'], 0) + base.sum}${unit === '' ? '' : ` ${unit}`}`
          : valueText(record['vs'] ?? record['vb'] ?? record['vd']);
    if (plain === null) return wrong('value form');
    const row = byTime.get(at) ?? {};
    if (!byTime.has(at) && byTime.size >= mostCalls) return wrong('too many');
    values += 1;
    if (values > mostInAll) return wrong('too many');
    row[name] = plain;
    byTime.set(at, row);
  }
  const rows = [...byTime].sort(([a], [b]) => a - b).map(([at, fields]): Row => ({ at, instant: isoText(instant(at)), fields }));
  return rows.length === 0 ? wrong('empty') : { ok: true, rows };
};
