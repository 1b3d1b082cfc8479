// The log of somebody else's desk, as they export it: a table with or without a head, commas, semicolons or tabs between. Nothing is guessed: a line without account or time is not read.
import papaparse from 'papaparse';
import { isTurn, plainZone, type Turn } from '../evidence/index.ts';
import type { DataOf, Made } from '../journal/index.ts';
import { type Instant, instant, localInstant, minutes, parseRfc3339 } from '../quantity/index.ts';

export type LogLine = {
  /** Counted from 1, the head being line 1. */
  readonly n: number;
  readonly at: Instant;
  readonly account: string;
  readonly zone: string | null;
  readonly is: Turn | null;
  readonly event: string;
};
/** In which column what stands, counted from 0, and how a date is written; a person says it where the head does not. */
export type LogColumns = DataOf<'call.confirmed'>['columns'] & object;
export const logParts = ['account', 'at', 'day', 'time', 'zone', 'event', 'turn'] as const;
export type LogPart = (typeof logParts)[number];
export const dateOrders = ['year first', 'day first', 'month first'] as const;

const heads: { readonly [P in LogPart]: readonly string[] } = {
  at: ['at', 'datetime', 'timestamp', 'received', 'dateandtime'],
  day: ['date', 'day'],
  time: ['time', 'clock'],
  account: ['account', 'accountnumber', 'acct', 'subscriber', 'customer'],
  zone: ['zone', 'point', 'input', 'sensor'],
  event: ['event', 'signal', 'description', 'text', 'message', 'code'],
  turn: ['turn', 'state', 'status'],
};
const simple = (name: string): string => name.toLowerCase().replace(/[^a-z]+/g, '');

/** Most lines and columns of a log that a machine sends. Ours. */
const mostRows = 5000;
const mostColumns = 60;
const isObjectOf = (value: unknown): value is { readonly [name: string]: unknown } =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const flat = (value: { readonly [name: string]: unknown }, before = '', deep = 0): [string, string][] =>
  Object.entries(value).flatMap(([name, one]): [string, string][] => {
    if (isObjectOf(one) && deep < 4) return flat(one, `${before}${name}.`, deep + 1);
    return typeof one === 'string' || typeof one === 'number' || typeof one === 'boolean' ? [[`${before}${name}`, String(one)]] : [];
  });
/** Lines that a machine sends as JSON (one object or a list of them, whatever their names are) as the table that a log is: a head, and a line for each. Null where it is none of that, or more than 5,000 lines or 60 names. */
export const logOfJson = (value: unknown): string | null => {
  const list: readonly unknown[] = Array.isArray(value) ? value : [value];
  const rows = list.map((one) => (isObjectOf(one) ? Object.fromEntries(flat(one)) : {}));
  const names = [...new Set(rows.flatMap((row) => Object.keys(row)))];
  if (names.length === 0 || names.length > mostColumns || rows.length > mostRows) return null;
  return papaparse.unparse({ fields: names, data: rows.map((row) => names.map((name) => row[name] ?? '')) }, { newline: '\n' });
};
/** How many lines of a log have anything in them. */
export const logLength = (text: string): number => cellsOf(text).filter((cells) => cells.some((cell) => cell.trim() !== '')).length;

const cellsOf = (text: string): string[][] => papaparse.parse<string[]>(text.replace(/^\ufeff/, ''), { skipEmptyLines: false }).data;

/** The first lines of a log as cells, for whoever says what its columns are. */
export const logCells = (text: string, most = 4): string[][] => cellsOf(text).slice(0, most);

/** What its head says of a log's columns; null where it does not name an account and a time. */
export const columnsByHead = (text: string): LogColumns | null => {
  const head = (cellsOf(text)[0] ?? []).map(simple);
  const of = (part: LogPart): number | null => {
    const found = head.findIndex((one) => heads[part].includes(one));
    return found === -1 ? null : found;
  };
  const account = of('account');
  const [at, time] = [of('at'), of('time')];
  return account === null || (at === null && time === null)
    ? null
    : { head: true, account, at, day: of('day'), time, zone: of('zone'), event: of('event'), turn: of('turn'), dates: 'year first' };
};

/** A date and a time as they are written in an order, as ISO 8601 has them; what is none is given back as it is. */
const isoOf = (text: string, dates: LogColumns['dates']): string => {
  const [, a = '', b = '', c = '', rest = ''] = /^(\d{1,4})[./-](\d{1,2})[./-](\d{1,4})(.*)$/.exec(text.trim()) ?? [];
  if (a === '') return text.trim();
  const [year, month, day] = dates === 'year first' ? [a, b, c] : dates === 'day first' ? [c, b, a] : [c, a, b];
  const clock = /^[T ]+(\d{1,2}):(\d\d)(?::(\d\d))?(?:[.,]\d+)?\s*([ap])?\.?m?\.?$/i.exec(rest);
  const two = (part: string): string => part.padStart(2, '0');
  const whole = year.length === 2 ? `20${year}` : year;
  if (clock === null) return `${whole}-${two(month)}-${two(day)}${rest}`;
  const [, hour = '', minute = '', second = '00', half = ''] = clock;
  const h = half === '' ? Number(hour) : (Number(hour) % 12) + (half.toLowerCase() === 'p' ? 12 : 0);
  return `${whole}-${two(month)}-${two(day)} ${two(String(h))}:${minute}:${second}`;
};
/** Machines count from 1970: ten digits are seconds, thirteen are milliseconds. */
const counted1970 = (text: string): Instant | null =>
  /^\d{10}$/.test(text) ? instant(1000 * Number(text)) : /^\d{13}$/.test(text) ? instant(Number(text)) : null;
const instantOf = (text: string, dates: LogColumns['dates'], zone: string): Instant | null => {
  const machine = counted1970(text.trim());
  if (machine !== null) return machine;
  const iso = isoOf(text, dates);
  return parseRfc3339(iso) ?? localInstant(iso, zone);
};

/** Whether it began or ended, in the desk's own words or codes: E and R before three digits, R after one letter (from memory of DC-05 and DC-03). */
const turnOf = (text: string): Turn | null => {
  const plain = text.trim();
  if (isTurn(plain.toLowerCase())) return plain.toLowerCase() === 'alarm' ? 'alarm' : 'restoral';
  if (/\brestor|\bnormal\b|\bclosed\b|\bclear|\breset\b/i.test(plain) || /\bR\d{3}\b|\b[A-Z]R\b/.test(plain)) return 'restoral';
  return /\bE\d{3}\b|\balarm\b|\bactive\b|\bopen(?:ed)?\b/i.test(plain) ? 'alarm' : null;
};

/** Lines that name an account and an instant, by its head or by what a person says of its columns. An instant without an offset is taken by `zone` (IANA). */
export const readLog = (text: string, zone = 'UTC', said: LogColumns | null = null): LogLine[] => {
  const of = said ?? columnsByHead(text);
  if (of === null) return [];
  return cellsOf(text).flatMap((cells, i): LogLine[] => {
    if (of.head && i === 0) return [];
    const cell = (part: LogPart): string => {
      const column = of[part];
      return column === null ? '' : (cells[column] ?? '').trim();
    };
    const at = instantOf(of.at === null ? `${cell('day')} ${cell('time')}` : cell('at'), of.dates, zone);
    const account = cell('account');
    if (at === null || account === '') return [];
    const event = cell('event');
    return [{ n: i + 1, at, account, zone: plainZone(cell('zone')), is: turnOf(cell('turn')) ?? turnOf(event), event: event.slice(0, 32) }];
  });
};

/** How far another desk's clock may be from ours, ms. Ours. */
export const sameTime = minutes(2);

/** Whether a line is of an event that was made: of one of the accounts, its zone and turn, within two minutes. A line that does not say that it is the end is none. */
export const isOfMade = (line: LogLine, { zone, is, pos }: Pick<Made, 'zone' | 'is' | 'pos'>, accounts: readonly string[]): boolean =>
  accounts.includes(line.account) &&
  line.zone === zone &&
  (is === 'restoral' ? line.is === 'restoral' : line.is !== 'restoral') &&
  Math.abs(line.at - pos.ord) <= sameTime;

/** Which line of a log, in whatever order it is, is of which event that was made: the nearest in time, each line once. */
export const matchMade = (made: readonly Made[], lines: readonly LogLine[], accounts: readonly string[]): readonly (LogLine | null)[] => {
  const used = new Set<number>();
  return made.map((one) => {
    const [line] = lines
      .filter((of) => !used.has(of.n) && isOfMade(of, one, accounts))
      .sort((a, b) => Math.abs(a.at - one.pos.ord) - Math.abs(b.at - one.pos.ord));
    if (line !== undefined) used.add(line.n);
    return line ?? null;
  });
};
