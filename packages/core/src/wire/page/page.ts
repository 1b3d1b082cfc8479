// A page, console or table, line by line: where it stands, which names it has, what they say. Nothing is taken from a line by a part of it.
import type { Said } from '../answer/found.ts';
import { maskText } from '../answer/mask.ts';
import { type Aliases, cellsOf, type Cut, cutSigns, cutWords, depthOf, type Pair, unquoted } from './cut.ts';
import { nameWords, wordsOfName } from '../answer/name-words.ts';
import { type Key, keyOf } from './keys.ts';
import { htmlCells, jsonLeaves, type Leaf, tagLeaves } from './markup.ts';
import { isHeading, type Place, placeOf, within } from './place.ts';
import { readValue } from './values.ts';

/** What the adopted profiles know of a device's pages. */
export type PageWords = {
  readonly aliases: Aliases;
  /** A state's word, in small letters, and what it means for the traffic. */
  readonly statusWords: ReadonlyMap<string, string>;
};
export const noWords: PageWords = { aliases: new Map(), statusWords: new Map() };

/** A heading that holds: by depth, or until its bracket closes. */
type Head = { readonly depth: number; readonly child: number | null; readonly place: Place; readonly bracket: boolean };
type Table = {
  readonly count: number;
  /** Names by column, or which column holds the value of the name in the first. */
  readonly columns: readonly (string | null)[] | null;
  readonly valueAt: number | null;
  /** Rows below; of several only the one that says that it serves is read. */
  readonly rows: number;
};
export type PageState = {
  readonly heads: readonly Head[];
  readonly open: readonly string[];
  readonly table: Table | null;
  /** A name that stood alone on its line: its value may stand on the next. */
  readonly alone: string | null;
};
export const pageStart: PageState = { heads: [], open: [], table: null, alone: null };

/** `found` null: the line says nothing that is known. `rest`: what of a line that was read was not. */
export type PageRead = { readonly state: PageState; readonly found: readonly Said[] | null; readonly rest: string };

/** Fronts that narrow nothing. */
const neutral =
  /^(?:status|signal|info|information|network|current|details?|values?|measurements?|measured|state|now|radio|summary|overview|reading|device|connection)(?: (?:\d|now|status|info|state|values?))?$/;

const readPairs = (pairs: readonly Pair[], place: Place, words: PageWords): { found: Said[]; rest: string[] } => {
  const found: Said[] = [];
  const rest: string[] = [];
  for (const { name, value } of pairs) {
    if (value.includes(maskText)) continue;
    const key = keyOf(name, words.aliases);
    const read = key === null ? null : readValue(value, { key, place, statusWords: words.statusWords });
    if (read === null) rest.push(`${name}: ${value}`);
    else found.push(...read);
  }
  return { found, rest };
};

const done = (state: PageState, { found, rest }: { found: Said[]; rest: readonly string[] }): PageRead =>
  found.length === 0 ? { state, found: null, rest: '' } : { state, found, rest: rest.join(', ') };

const readLeaves = (leaves: readonly Leaf[], outer: Place, state: PageState, words: PageWords): PageRead => {
  const parts = leaves.map((leaf) => readPairs([leaf], within(outer, placeOf(leaf.above.join(' '))), words));
  return done(state, { found: parts.flatMap(({ found }) => found), rest: parts.flatMap(({ rest }) => rest) });
};

/** Headings that still hold at a depth. */
const holdingAt = (heads: readonly Head[], depth: number): Head[] => {
  const kept: Head[] = [];
  for (const head of heads) {
    if (!head.bracket && (depth < head.depth || (head.child !== null && depth < head.child))) break;
    kept.push(head.child === null ? { ...head, child: depth } : head);
  }
  return kept;
};
const placeIn = (heads: readonly Head[]): Place => heads.reduce<Place>((place, head) => within(place, head.place), 'plain');
const pushed = (heads: readonly Head[], depth: number, text: string, bracket: boolean): Head[] => {
  const above = heads.filter((head) => head.bracket || head.depth < depth);
  const own = placeOf(text);
  return [...above, { depth, child: null, place: own === 'plain' ? (above.at(-1)?.place ?? 'plain') : own, bracket }].slice(-40);
};

const valueHeads = /^(?:value|now|current|actual|reading|measured|wert|valeur|valor|valore|result)$/i;
const decoyHeads =
  /^(?:min|max|avg|mean|minimum|maximum|average|threshold|limit|target|typical|unit|status|grade|comment|note|rating|parameter|name|item|property|field|key|einheit)\.?$/i;
const nameHeads = /^(?:parameter|name|item|property|field|key|)$/i;
const rowBreak = /^[\s|+:=-]*$/;

/** The head of a table, where several cells are names and none has a value of its own. */
const tableHead = (cells: readonly string[], words: PageWords): Omit<Table, 'rows'> | null => {
  if (cells.length < 2 || cells.some((cell) => /[:=]\s*\S/.test(cell))) return null;
  const columns = cells.map((cell) => (keyOf(cell, words.aliases) === null ? null : cell));
  const named = columns.filter((name) => name !== null).length;
  const first = keyOf(cells[0] ?? '', words.aliases);
  const says =
    first !== null &&
    columns[1] == null &&
    readValue(cells[1] ?? '', { key: first, place: 'plain', statusWords: words.statusWords }) !== null;
  if (named >= 2 && !says) return { count: cells.length, columns, valueAt: null };
  const values = cells.findIndex((cell) => valueHeads.test(cell));
  const decoys = cells.filter((cell) => decoyHeads.test(cell)).length;
  if (cells.every((cell) => cell === '' || valueHeads.test(cell) || decoyHeads.test(cell)) && (values !== -1 || decoys >= 2)) {
    const named = nameHeads.test(cells[0] ?? '') ? 0 : 1; // the column of names may have no head of its own
    return { count: cells.length + named, columns: null, valueAt: values === -1 ? null : values + named };
  }
  return null;
};

const isUnit = (cell: string): boolean => /^(?:dBm|dB|%)$/i.test(cell);
const servingRow = /\b(?:serving|primary|pcell|current|active|connected)\b|^\*/i;

const readRow = (cells: readonly string[], table: Table, place: Place, words: PageWords): { found: Said[]; rest: string[] } => {
  if (table.columns !== null) {
    const serves = table.rows <= 1 || cells.some((cell) => servingRow.test(cell));
    const pairs = cells.flatMap((value, i) =>
      table.columns?.[i] == null || value === '' ? [] : [{ name: table.columns[i], value: unquoted(value) }],
    );
    const here = serves
      ? within(place, cells.some((cell, i) => table.columns?.[i] == null && placeOf(cell) === 'none') ? 'none' : 'plain')
      : 'none';
    return readPairs(pairs, here, words);
  }
  const value = table.valueAt === null || table.valueAt < 1 ? '' : (cells[table.valueAt] ?? '');
  const unit = cells.find(isUnit);
  return readPairs(
    [{ name: cells[0] ?? '', value: unit === undefined || /[a-z%]$/i.test(value) ? value : `${value} ${unit}` }],
    place,
    words,
  );
};

/** Cells of one line by themselves: name, value, perhaps a unit or a grade behind; or names and values in turn; or pairs in each. */
const readCells = (cells: readonly string[], place: Place, words: PageWords): { found: Said[]; rest: string[] } => {
  const keys = cells.map((cell) => keyOf(cell.replace(/\s*[:=]$/, ''), words.aliases));
  const nameOf = (i: number): string => (cells[i] ?? '').replace(/\s*[:=]$/, '');
  if (keys[0] != null && keys[1] == null && cells.length <= 3) {
    const [, value = '', third = ''] = cells;
    const behind = third === '' || third === '-' ? value : isUnit(third) ? `${value} ${third}` : `${value} (${third})`;
    const read = readPairs([{ name: nameOf(0), value: unquoted(behind) }], place, words);
    if (read.found.length > 0 || cutSigns(value, words.aliases) === null) return read;
  }
  if (cells.length % 2 === 0 && cells.length >= 4 && keys.every((key, i) => i % 2 === 1 || key !== null))
    return readPairs(
      cells.flatMap((value, i) => (i % 2 === 1 ? [{ name: nameOf(i - 1), value: unquoted(value) }] : [])),
      place,
      words,
    );
  let here = place;
  const found: Said[] = [];
  const rest: string[] = [];
  for (const [i, cell] of cells.entries()) {
    const cut = cutOf(cell, words);
    if (cut.pairs.length === 0) {
      if (i === 0 && cell !== '') here = within(here, frontPlace(cell));
      if (cell !== '') rest.push(cell);
      continue;
    }
    const read = readPairs(cut.pairs, within(here, frontPlace(cut.front)), words);
    found.push(...read.found);
    rest.push(...read.rest);
  }
  return { found, rest };
};

/** The place that a front opens; a front that is no heading of ours ('Good', 'The operator says') makes what follows no fact. */
const frontPlace = (front: string): Place => {
  const text = front.trim().replace(/[:,-]+$/, '');
  if (text === '') return 'plain';
  const place = placeOf(text);
  return place !== 'plain' || neutral.test(nameWords(text)) ? place : 'none';
};

/** Pairs of a text without cells: at signs, else by known names; a name that we don't know is a front where its value has pairs of its own. */
const cutOf = (text: string, words: PageWords): Cut => {
  const signs = cutSigns(text, words.aliases);
  if (signs === null) return cutWords(text, words.aliases);
  const [only] = signs.pairs;
  if (signs.pairs.every(({ name }) => keyOf(name, words.aliases) === null) && only !== undefined) {
    const inner = cutWords(only.value, words.aliases);
    if (inner.pairs.length > 0) return { front: `${signs.front} ${only.name} ${inner.front}`.trim(), pairs: inner.pairs };
  }
  return signs;
};

/** Of a line that is neither JSON nor tags no more is looked at. */
const longestLine = 2000;
const closes = /^[\]}][\]},;]*$/;
const opens = /[{[]\s*$/;

/** Lines below a table's head with as many cells. */
const rowsBelow = (lines: readonly string[], at: number, count: number): number => {
  let rows = 0;
  for (let i = at + 1; i < lines.length && rows < 200; i++) {
    const line = lines[i] ?? '';
    if (rowBreak.test(line) && line.trim() !== '') continue;
    if (cellsOf(depthOf(htmlCells(line) ?? line).body).length !== count) break;
    rows++;
  }
  return rows;
};

/** Whether a value alone on its line may be believed to belong to the name alone above it. */
const aloneFits = (key: Key): boolean =>
  !['network.operator', 'modem.identity', 'modem.serial', 'status.word', 'context.apn'].includes(key.what);

/** Reads a line of a page. `lines` and `at`: the whole text, so that a table can see its rows. */
export const readPageLine = (lines: readonly string[], at: number, was: PageState, words: PageWords): PageRead => {
  const raw = lines[at] ?? '';
  const json = jsonLeaves(raw);
  if (json !== null && json.length > 0) return readLeaves(json, placeIn(was.heads), { ...was, table: null, alone: null }, words);
  const html = htmlCells(raw);
  const tags = html === null && raw.includes('<') ? tagLeaves(raw, was.open) : null;
  if (tags !== null) return readLeaves(tags.leaves, placeIn(was.heads), { ...was, open: tags.open, table: null, alone: null }, words);
  const { depth, body } = depthOf((html ?? raw).slice(0, longestLine));
  const none = (state: Partial<PageState>): PageRead => ({ state: { ...was, alone: null, table: null, ...state }, found: null, rest: '' });
  if (body === '' || rowBreak.test(body))
    return { state: { ...was, alone: body === '' ? was.alone : null, table: body === '' ? null : was.table }, found: [], rest: '' };
  if (closes.test(body)) {
    const last = was.heads.findLastIndex(({ bracket }) => bracket);
    return { ...none({ heads: last === -1 ? was.heads : was.heads.slice(0, last) }), found: [] };
  }
  const heads = holdingAt(was.heads, depth);
  const place = within(placeIn(heads), placeOf(was.open.join(' ')));
  const cells = cellsOf(body);
  if (was.table !== null && cells.length === was.table.count)
    return { ...done({ ...was, heads, alone: null }, readRow(cells, was.table, place, words)) };
  const head = tableHead(cells, words);
  if (head !== null) return none({ heads, table: { ...head, rows: rowsBelow(lines, at, head.count) } });
  if (was.alone !== null && cells.length === 1) {
    const key = keyOf(was.alone, words.aliases);
    const read =
      key === null || keyOf(body, words.aliases) !== null
        ? null
        : readValue(unquoted(body), { key, place, statusWords: words.statusWords });
    if (read !== null) return done({ ...was, heads, table: null, alone: null }, { found: read, rest: [] });
  }
  const state = { ...was, heads, table: null, alone: null };
  if (cells.length > 1) {
    const read = done(state, readCells(cells, place, words));
    if (read.found !== null) return read;
  } else if (keyOf(body, words.aliases) === null) {
    const cut = cutOf(body, words);
    if (cut.pairs.length > 0 && !opens.test(body)) {
      const read = done(state, readPairs(cut.pairs, within(place, frontPlace(cut.front)), words));
      return read;
    }
  }
  const text = body.replace(/\s*[[{(]?\s*$/, '').replace(/^[[(=#*\s-]+|[\])=#*:\s-]+$/g, '');
  if (text === '' || text.length > 48 || wordsOfName(text).length > 5 || /[=;]/.test(text)) return none({ heads });
  const key = keyOf(text, words.aliases);
  const marked = opens.test(body) || /^[[=#*]|:$|[\]=]$/.test(body);
  const isHead = cells.length === 1 && !/[:=]\s*\S/.test(text) && (marked || isHeading(text));
  return none({
    heads: isHead ? pushed(heads, depth, unquoted(text), opens.test(body)) : heads,
    alone: key !== null && aloneFits(key) && !opens.test(body) ? text : null,
  });
};
