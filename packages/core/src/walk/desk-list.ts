// The desk's list of zones and texts, held line by line against the sheet; and ours in the desk's own columns.
import papaparse from 'papaparse';
import { plainZone } from '../evidence/index.ts';
import { elementsOf, type State, wanted } from '../journal/index.ts';
import { type ElementId, type Json, plainText, settingKey } from '../name/index.ts';

export type ListColumns = { readonly head: boolean; readonly zone: number; readonly text: number };
export type ListLine = { readonly n: number; readonly zone: string; readonly text: string };
/** What hangs on the unit with a zone at the desk. */
export type Zoned = { readonly id: ElementId; readonly group: 'input' | 'device'; readonly zone: string; readonly name: string };
export type ListSaid = {
  readonly zone: string;
  readonly theirs: string | null;
  readonly ours: Zoned | null;
  readonly is: 'same' | 'other words' | 'only theirs' | 'only ours' | 'twice';
};

const zoneHeads: readonly string[] = ['zone', 'zonenumber', 'zoneno', 'point', 'input', 'number', 'no', 'nr'];
const textHeads: readonly string[] = ['text', 'name', 'description', 'location', 'zonename', 'zonetext', 'label'];
const simple = (name: string): string => name.toLowerCase().replace(/[^a-z]+/g, '');

const cellsOf = (text: string): string[][] => {
  const first = text.split(/\r?\n/, 1)[0] ?? '';
  const delimiter = first.includes('\t') ? '\t' : first.includes(';') ? ';' : ',';
  return papaparse.parse<string[]>(text.replace(/^\ufeff/, '').trim(), { delimiter }).data;
};
const isZone = (cell: string | undefined): boolean => /^\s*\d{1,4}\s*$/.test(cell ?? '');

/** The first lines as cells, for whoever says which column is which. */
export const listCells = (text: string, most = 3): string[][] => cellsOf(text).slice(0, most);

/** Its columns by its head; without one, where the first column is numbers all the way down. Null where neither says it. */
export const listColumns = (text: string): ListColumns | null => {
  const cells = cellsOf(text);
  const head = (cells[0] ?? []).map(simple);
  const [zone, words] = [head.findIndex((one) => zoneHeads.includes(one)), head.findIndex((one) => textHeads.includes(one))];
  if (zone !== -1 && words !== -1) return { head: true, zone, text: words };
  return cells.length > 0 && cells.every((line) => line.length >= 2 && isZone(line[0])) ? { head: false, zone: 0, text: 1 } : null;
};

/** The lines of a list, and the numbers of those in which no zone stands. */
export const readList = (
  text: string,
  columns: ListColumns,
): { readonly lines: readonly ListLine[]; readonly notRead: readonly number[] } => {
  const numbered = cellsOf(text).map((cells, i) => ({ n: i + 1, cells }));
  const rows = columns.head ? numbered.slice(1) : numbered;
  const read = rows.map(({ n, cells }) => ({
    n,
    zone: isZone(cells[columns.zone]) ? plainZone(cells[columns.zone]) : null,
    text: (cells[columns.text] ?? '').trim(),
  }));
  return {
    lines: read.flatMap(({ n, zone, text: words }) => (zone === null ? [] : [{ n, zone, text: words }])),
    notRead: read.flatMap(({ n, zone }) => (zone === null ? [n] : [])),
  };
};

/** What has a zone on the sheet: at the desk's number, else at the unit's own. */
export const zonedOf = (state: State): Zoned[] =>
  (['input', 'device'] as const).flatMap((group) =>
    elementsOf(state, group).flatMap(({ id, label }): Zoned[] => {
      const at = (param: string): Json | undefined => wanted(state, settingKey(group, id, param));
      const zone = plainZone(plainText(at('deskZone') ?? at(group === 'input' ? 'channel' : 'zone') ?? ''));
      return zone === null ? [] : [{ id, group, zone, name: plainText(at('name') ?? '').trim() || label }];
    }),
  );

const alike = (one: string, other: string): boolean => one.replace(/\s+/g, ' ').toLowerCase() === other.replace(/\s+/g, ' ').toLowerCase();

/** The list held against the sheet, by zone. A zone that stands twice, there or here, is nobody's. */
export const compareList = (zoned: readonly Zoned[], lines: readonly ListLine[]): ListSaid[] => {
  const zones = [...new Set([...lines.map(({ zone }) => zone), ...zoned.map(({ zone }) => zone)])];
  return zones
    .toSorted((a, b) => Number(a) - Number(b))
    .map((zone): ListSaid => {
      const [there, here] = [lines.filter((one) => one.zone === zone), zoned.filter((one) => one.zone === zone)];
      const [theirs = null, ours = null] = [there[0]?.text, here[0]];
      if (there.length > 1 || here.length > 1) return { zone, theirs, ours, is: 'twice' };
      if (theirs === null) return { zone, theirs, ours, is: 'only ours' };
      if (ours === null) return { zone, theirs, ours, is: 'only theirs' };
      return { zone, theirs, ours, is: alike(theirs, ours.name) ? 'same' : 'other words' };
    });
};

/** Our zones as the desk has its list: its head and its columns, nothing in the others. */
export const listInTheirs = (zoned: readonly Zoned[], text: string, columns: ListColumns): string => {
  const cells = cellsOf(text);
  const width = Math.max(2, columns.zone + 1, columns.text + 1, ...cells.map((line) => line.length));
  const head = columns.head ? [Array.from({ length: width }, (_, i) => cells[0]?.[i] ?? '')] : [];
  const rows = zoned
    .toSorted((a, b) => Number(a.zone) - Number(b.zone))
    .map(({ zone, name }) => Array.from({ length: width }, (_, i) => (i === columns.zone ? zone : i === columns.text ? name : '')));
  return papaparse.unparse([...head, ...rows], { escapeFormulae: true });
};
