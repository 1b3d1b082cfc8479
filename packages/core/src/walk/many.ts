// Many stations from one: a model and rows of what differs. What must differ is empty in the copy unless its row fills it.
import papaparse from 'papaparse';
import { type ElementId, type Group, isElementId, isSettingKey, type Json, keyParts, type SettingKey, settingKey } from '../name/index.ts';
import { type Around, check, checkFleet, type Finding, type FleetFinding, type FleetSheet } from '../check/index.ts';
import { type Problem, problem } from '../problem/index.ts';
import { present, type State, wanted } from '../journal/index.ts';
import { asMeant, bindingsOf, definitionOf, isSecret, parseTyped, sheetRows, type SheetElement, type SheetView } from '../sheet/index.ts';
import { namesOf } from './answers.ts';

/** Settings that no two stations may share; a copy leaves them empty. */
export const own: ReadonlySet<string> = new Set([
  'site.place',
  'site.position',
  'site.contact',
  'site.visit',
  'path.address',
  'path.ip',
  'sim.iccid',
  'sim.imsi',
  'sim.number',
  'sim.address',
  'modem.imei',
  'modem.serial',
  'modem.fileSerial',
  'modem.file',
  'modem.lan',
  'unit.account',
  'unit.serial',
  'unit.fileSerial',
  'unit.file',
  'unit.fileRead',
  'unit.id',
  'unit.testAt',
  'receiver.account',
  'desk.dials',
  'desk.dialsPort',
  'desk.serial',
  'desk.name',
  'desk.position',
  'desk.expectsTest',
  'portal.idTyped',
  'tunnel.here',
  'claim.serial',
  'claim.id',
  'claim.code',
  'claim.harvested',
  'device.id',
  'device.eui',
  'code.value',
  'computer.putBack',
]);

export type Column = { readonly title: string; readonly key: SettingKey | null; readonly is: 'name' | 'setting' | 'unknown' | 'secret' };
export type Row = {
  /** Line of the file, the head line being 1. */
  readonly line: number;
  readonly name: string;
  readonly values: readonly { readonly key: SettingKey; readonly value: Json; readonly typed: string }[];
  readonly problems: readonly Problem[];
};
export type Sheetful = { readonly columns: readonly Column[]; readonly rows: readonly Row[]; readonly problems: readonly Problem[] };

const simple = (name: string): string => name.toLowerCase().replace(/[^a-z0-9]+/g, '');
/** So many rows at most. */
export const mostRows = 1000;

/** Reads rows against a model: columns are matched to its settings by name. `station` or `name` is the column of names. A bad cell is told with its line and column, and spoils its own row only. */
export const readRows = (text: string, model: State): Sheetful => {
  const view: SheetView = { elements: present(model), value: (key) => wanted(model, key) };
  const known = sheetRows(view, bindingsOf(view));
  const [head = ''] = text.split('\n');
  const delimiter = head.includes('\t') ? '\t' : head.includes(';') && !head.includes(',') ? ';' : ',';
  const { data } = papaparse.parse<string[]>(text.trim(), { delimiter });
  const [titles = [], ...lines] = data;
  const byName = new Map<string, (typeof known)[number][]>();
  for (const row of known) for (const name of new Set(namesOf(row, []))) byName.set(name, [...(byName.get(name) ?? []), row]);
  const matched = titles.map((title) => {
    const [row, second] = byName.get(simple(title)) ?? [];
    return row !== undefined && second === undefined ? row : null;
  });
  const columns = titles.map((title, i): Column => {
    if (/^(?:station|name|station name)$/i.test(title.trim())) return { title, key: null, is: 'name' };
    const row = matched[i] ?? null;
    if (row === null) return { title, key: null, is: 'unknown' };
    return { title, key: row.key, is: row.of.form.is === 'secret' ? 'secret' : 'setting' };
  });
  const problems = columns.some(({ is }) => is === 'name') ? [] : [problem('missing', 'the column ‘station’', {})];
  const tooMany = lines.length > mostRows ? [problem('range', 'the rows', { least: 1, most: mostRows, got: lines.length })] : [];
  const seen = new Map<string, number>();
  const rows = lines.slice(0, mostRows).flatMap((cells, i): Row[] => {
    if (cells.every((cell) => cell.trim() === '')) return [];
    const line = i + 2;
    const name = (cells[columns.findIndex(({ is }) => is === 'name')] ?? '').trim();
    const wrong: Problem[] = name === '' ? [problem('missing', `line ${line}, station`, {})] : [];
    const before = seen.get(name);
    if (name !== '' && before !== undefined) wrong.push(problem('refused', `line ${line}`, { why: `line ${before} has the same name.` }));
    seen.set(name, line);
    const values = columns.flatMap(({ is, title }, column) => {
      const row = matched[column];
      const typed = (cells[column] ?? '').trim();
      if (is !== 'setting' || row === null || row === undefined || typed === '') return [];
      const parsed = parseTyped(row.of, asMeant(row.of, typed), `line ${line}, ${title}`);
      if (parsed.ok) return [{ key: row.key, value: parsed.value, typed }];
      wrong.push(...parsed.problems);
      return [];
    });
    return [{ line, name, values, problems: wrong }];
  });
  return { columns, rows, problems: [...problems, ...tooMany] };
};

export type Copy = {
  readonly name: string;
  readonly elements: readonly SheetElement[];
  readonly settings: readonly { readonly key: SettingKey; readonly value: Json; readonly typed: string | null }[];
  /** What must differ and its row did not fill. */
  readonly empty: readonly SettingKey[];
};

/** One station out of the model and a row. Elements get names of their own; references follow them. Secrets are never copied. */
export const copyOf = (model: State, row: Row, newElement: () => ElementId): Copy => {
  const elements = present(model);
  const renamed = new Map(elements.map(({ id }): [ElementId, ElementId] => [id, newElement()]));
  const moved = (key: SettingKey): SettingKey => {
    const { holder, element, param } = keyParts(key);
    return settingKey(holder, element === null ? null : (renamed.get(element) ?? element), param);
  };
  const here = new Set(elements.map(({ id }) => id));
  const filled = new Map(row.values.map((one) => [one.key, one]));
  const settings: { key: SettingKey; value: Json; typed: string | null }[] = [];
  const empty: SettingKey[] = [];
  const keys = [...new Set([...Object.keys(model.settings).filter(isSettingKey), ...filled.keys()])];
  for (const key of keys) {
    const { element, definition } = keyParts(key);
    if (element !== null && !here.has(element)) continue;
    const given = filled.get(key);
    if (given !== undefined) {
      settings.push({ key: moved(key), value: given.value, typed: given.typed });
      continue;
    }
    const value = wanted(model, key) ?? null;
    if (value === null) continue;
    if (own.has(definition) || isSecret(value)) {
      empty.push(moved(key));
      continue;
    }
    const refers = definitionOf(key)?.form.is === 'element' && isElementId(value);
    settings.push({ key: moved(key), value: refers ? (renamed.get(value) ?? value) : value, typed: null });
  }
  return {
    name: row.name,
    elements: elements.map(({ id, group, label }: { id: ElementId; group: Group; label: string }) => ({
      id: renamed.get(id) ?? id,
      group,
      label,
    })),
    settings,
    empty,
  };
};

/** The sheet of a copy, to be checked before it is made. */
export const viewOfCopy = ({ elements, settings }: Copy): SheetView => {
  const values = new Map(settings.map(({ key, value }) => [key, value]));
  return { elements, value: (key) => values.get(key) };
};

/** Where a copy differs from its model beyond what must: empty for a sound one. */
export const strayDifferences = (model: State, copy: Copy, row: Row): SettingKey[] => {
  const from = present(model);
  const back = new Map(copy.elements.map(({ id }, i): [ElementId, ElementId] => [id, from[i]?.id ?? id]));
  const filled = new Set(row.values.map(({ key }) => key));
  return copy.settings.flatMap(({ key, value }) => {
    const { holder, element, param, definition } = keyParts(key);
    const original = settingKey(holder, element === null ? null : (back.get(element) ?? element), param);
    if (filled.has(original)) return [];
    const was = wanted(model, original) ?? null;
    const is = isElementId(value) ? (back.get(value) ?? value) : value;
    return own.has(definition) || JSON.stringify(was) !== JSON.stringify(is) ? [key] : [];
  });
};

export type MadeRow = { readonly row: Row; readonly copy: Copy; readonly findings: readonly Finding[]; readonly stray: number };
export type ManyPreview = {
  readonly columns: readonly Column[];
  readonly problems: readonly Problem[];
  readonly made: readonly MadeRow[];
  /** What good rows share with one another, or with stations that exist. */
  readonly across: readonly FleetFinding[];
};
export type ManyAround = {
  readonly around: Around;
  readonly existing: readonly FleetSheet[];
  readonly newElement: () => ElementId;
  readonly progress?: (done: number, of: number) => void;
};

/** What rows would make out of a model, with every finding and every conflict, before anything is made. */
export const previewMany = (
  text: string,
  model: State,
  { around, existing, newElement, progress = () => undefined }: ManyAround,
): ManyPreview => {
  const { columns, rows, problems } = readRows(text, model);
  const made = rows.map((row, i): MadeRow => {
    progress(i, rows.length + existing.length);
    const copy = copyOf(model, row, newElement);
    return { row, copy, findings: check(viewOfCopy(copy), around), stray: strayDifferences(model, copy, row).length };
  });
  const good = made.filter(({ row }) => row.problems.length === 0);
  const names = new Set(good.map(({ copy }) => copy.name));
  const sheets = good.map(
    ({ copy }): FleetSheet => ({
      name: copy.name,
      settings: Object.fromEntries(copy.settings.map(({ key, value }) => [key, value])),
    }),
  );
  const across = checkFleet(
    [...sheets, ...existing],
    () => null,
    (done) => {
      progress(rows.length + Math.max(0, done - sheets.length), rows.length + existing.length);
    },
  ).filter(({ at }) => at.some(({ station }) => names.has(station)));
  const there = new Set(existing.map(({ name }) => name));
  const twice = made.map(
    (one): MadeRow =>
      there.has(one.row.name)
        ? {
            ...one,
            row: {
              ...one.row,
              problems: [...one.row.problems, problem('refused', `line ${one.row.line}`, { why: 'a station of this name exists.' })],
            },
          }
        : one,
  );
  return { columns, problems, made: twice, across };
};
