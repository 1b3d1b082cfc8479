// A sheet as a file of its own: elements and settings, secrets left out. Its text is canonical, so the same sheet is the same bytes.
import {
  groups,
  isElementId,
  isObject,
  isSettingKey,
  type Json,
  keyParts,
  type SettingKey,
  sure,
  isUlid,
  stationStream,
} from '../name/index.ts';
import {
  bad,
  fields,
  good,
  json,
  type JsonSchema,
  known,
  listOf,
  oneOf,
  type Parsed,
  problem,
  type Shape,
  text,
  whole,
  words,
} from '../problem/index.ts';
import { definitionOf, isSecret, parseValue, type SheetElement, type SheetView } from '../sheet/index.ts';
import { canonical } from './canonical.ts';
import { emptyState, present, type State } from './state/state.ts';
import { wanted } from './state/settings.ts';

const format = 'green-lamp-sheet';

export type SheetFile = {
  readonly format: string;
  readonly version: number;
  readonly station: string;
  readonly elements: readonly SheetElement[];
  readonly settings: { readonly [key: string]: Json };
  /** Settings whose value is a secret: they are named, never written. */
  readonly secrets: readonly SettingKey[];
};

const element: Shape<SheetElement> = fields({
  group: oneOf(groups),
  id: known(isElementId, 'six characters of an element'),
  label: text(80),
});
const shape = fields({
  format: text(40),
  version: whole(1, 9999),
  station: words(120),
  elements: listOf(element, 2000),
  settings: json,
  secrets: listOf(known(isSettingKey, 'a setting’s key'), 2000),
});

/** The published schema of sheets (JSON Schema 2020-12). */
export const sheetSchema: JsonSchema = {
  $schema: 'https://json-schema.org/draft/2020-12/schema',
  title: 'Green Lamp sheet',
  ...shape.schema,
};

/** The text of a station's sheet as it is planned. */
export const sheetText = (state: State): string => {
  const keys = Object.keys(state.settings).filter(isSettingKey);
  const here = new Set(present(state).map(({ id }) => id));
  const values = keys.flatMap((key) => {
    const value = wanted(state, key) ?? null;
    const { element: of } = keyParts(key);
    return value === null || (of !== null && !here.has(of)) ? [] : [{ key, value }];
  });
  return canonical({
    format,
    version: 1,
    station: state.station?.name ?? '',
    elements: present(state).map(({ group, id, label }): Json => ({ group, id, label })),
    settings: Object.fromEntries(values.flatMap(({ key, value }) => (isSecret(value) ? [] : [[key, value]]))),
    secrets: values.flatMap(({ key, value }) => (isSecret(value) ? [key] : [])).sort(),
  });
};

/** Reads the text of a sheet; problems are told by path. A value of a setting that this version knows has to be of its type. */
export const readSheet = (textOf: string): Parsed<SheetFile> => {
  let raw: unknown;
  try {
    raw = JSON.parse(textOf);
  } catch {
    return bad(problem('not-json', '', {}));
  }
  const parsed = shape(raw, '');
  if (!parsed.ok) return parsed;
  const { settings, ...rest } = parsed.value;
  if (rest.format !== format) return bad(problem('form', 'format', { want: format, got: rest.format.slice(0, 40) }));
  if (rest.version > 1) return bad(problem('newer', 'version', { what: 'this sheet' }));
  if (!isObject(settings)) return bad(problem('type', 'settings', { want: 'an object' }));
  const made: { [key: string]: Json } = {};
  const problems = Object.entries(settings).flatMap(([key, value]) => {
    if (!isSettingKey(key)) return [problem('type', `settings.${key}`, { want: 'a setting’s key' })];
    if (isSecret(value)) return [problem('type', `settings.${key}`, { want: 'no secret: it is only named under secrets' })];
    const judged = parseValue(definitionOf(key), value, `settings.${key}`); // out of JSON.parse
    if (judged.ok) made[key] = judged.value;
    return judged.ok ? [] : judged.problems;
  });
  return problems.length > 0 ? { ok: false, problems } : good({ ...rest, settings: made });
};

/** A sheet of a file, to be checked and planned with as if it stood in a journal; secrets count as not filled in. */
export const stateOfSheet = ({ station, elements, settings }: SheetFile): State => {
  const none = sure(isUlid, '00000000000000000000000000');
  const pos = { ord: 0, id: none };
  const who = { part: 'import' } as const;
  return {
    ...emptyState(stationStream(none)),
    station: { name: station, demo: false, opened: pos },
    elements: elements.map((one) => ({ ...one, gone: false })),
    settings: Object.fromEntries(
      Object.entries(settings).map(([key, value]) => [key, [{ pos, value, typed: null, origin: 'imported', simulated: false, who }]]),
    ),
  };
};

export const viewOfSheet = ({ elements, settings }: SheetFile): SheetView => ({ elements, value: (key) => settings[key] });
