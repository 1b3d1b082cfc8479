// The logbook: every entry as a line that says who, when and what, and of a value what it was before; what stood at an instant; and the lines as files.
import { isObject, isSettingKey, type Json, type SettingKey } from '../name/index.ts';
import {
  advance,
  comparePos,
  emptyState,
  inOrder,
  type KindName,
  kindNames,
  type PlacedEntry,
  sayEntry,
  type Speaker,
  type State,
} from '../journal/index.ts';
import { isoText, instant } from '../quantity/index.ts';
import { definitionOf, showValue } from '../sheet/index.ts';

export type LogbookRow = {
  readonly placed: PlacedEntry;
  readonly who: string;
  readonly says: string;
  /** The group of its kind: what stands before the first point. */
  readonly about: string;
  /** Of a setting: what stood before it and what stands after; null where it is none. */
  readonly change: { readonly key: SettingKey; readonly before: string; readonly after: string } | null;
};

/** Kinds of entries, grouped by what they are about. */
export const aboutOf = (kind: string): string => kind.split('.')[0] ?? kind;
export const abouts: readonly string[] = [...new Set(kindNames.map((kind: KindName) => aboutOf(kind)))].sort();

const settingIn = (data: Json): { key: SettingKey; value: Json } | null => {
  if (!isObject(data)) return null;
  const { key, value } = data;
  return isSettingKey(key) && value !== undefined ? { key, value: value } : null; // an entry's data are pure JSON
};

/** Entries as lines, oldest first. Secrets never show: a value that is one says that it is kept secret. */
export const logbook = (entries: readonly PlacedEntry[], speaker: Speaker): LogbookRow[] => {
  const stands = new Map<SettingKey, Json>();
  return inOrder(entries).map((placed) => {
    const { entry } = placed;
    const set = entry.kind === 'setting.set' ? settingIn(entry.data) : null;
    const shown = (value: Json | undefined): string =>
      set === null || value === undefined || value === null
        ? 'nothing'
        : showValue(definitionOf(set.key), value, (id) => speaker.element(id as never));
    const change = set === null ? null : { key: set.key, before: shown(stands.get(set.key)), after: shown(set.value) };
    if (set !== null) stands.set(set.key, set.value);
    return { placed, who: speaker.who(entry.who), says: sayEntry(entry, speaker), about: aboutOf(entry.kind), change };
  });
};

export type LogbookFilter = {
  readonly text?: string;
  readonly who?: string;
  readonly about?: string;
  /** Instants, both with them. */
  readonly from?: number;
  readonly to?: number;
};
/** Lines that fit all that is asked, in their order. */
export const filtered = (rows: readonly LogbookRow[], { text = '', who = '', about = '', from, to }: LogbookFilter): LogbookRow[] => {
  const sought = text.trim().toLowerCase();
  return rows.filter(
    (row) =>
      (who === '' || row.who === who) &&
      (about === '' || row.about === about) &&
      (from === undefined || row.placed.pos.ord >= from) &&
      (to === undefined || row.placed.pos.ord <= to) &&
      (sought === '' || `${row.says} ${row.who} ${row.placed.entry.kind}`.toLowerCase().includes(sought)),
  );
};

/** What stood once an entry, and all before it, were folded. */
export const stateAfter = (entries: readonly PlacedEntry[], last: PlacedEntry): State => {
  const upTo = inOrder(entries).filter(({ pos }) => comparePos(pos, last.pos) <= 0);
  const empty = emptyState(last.entry.stream);
  return advance(empty, upTo) ?? empty;
};

const cell = (text: string): string => {
  // A spreadsheet takes what begins so for a formula.
  const plain = /^[=+\-@\t\r]/.test(text) ? `'${text}` : text;
  return /[",\n\r]/.test(plain) ? `"${plain.replaceAll('"', '""')}"` : plain;
};
/** Lines as CSV (RFC 4180), with a head. */
export const logbookCsv = (rows: readonly LogbookRow[]): string =>
  [
    ['at', 'who', 'kind', 'what', 'before', 'after', 'entry'],
    ...rows.map(({ placed: { entry, pos }, who, says, change }) => [
      isoText(instant(Math.min(pos.ord, entry.at + (entry.skew ?? 0)))),
      who,
      entry.kind,
      says,
      change?.before ?? '',
      change?.after ?? '',
      entry.id,
    ]),
  ]
    .map((row) => row.map(cell).join(','))
    .join('\r\n');
