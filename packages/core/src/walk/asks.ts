// What is still unknown, and whom to ask by when.
import papaparse from 'papaparse';
import { type Asked, type State, wanted } from '../journal/index.ts';
import { asPlanned } from '../lamp/index.ts';
import { groupedBy, type Json, settingKey } from '../name/index.ts';
import { dayBefore } from '../quantity/index.ts';
import { bindingsOf, isAsked, type Profile, sheetRows, type SheetRow, type Supplier, suppliers } from '../sheet/index.ts';

/** Days from asking to an answer; common practice, no source. */
export const leadDays: { readonly [S in Supplier]: number } = {
  carrier: 5,
  IT: 7,
  desk: 3,
  portal: 2,
  client: 5,
  label: 0,
  manual: 1,
  'house rule': 0,
  you: 0,
};

export type Ask = SheetRow & {
  readonly supplier: Supplier;
  readonly note: Asked | null;
  /** The latest day to ask for the planned visit, as 2027-03-14; null without a visit. */
  readonly latest: string | null;
};
export type AskGroup = { readonly supplier: Supplier; readonly asks: readonly Ask[] };

/** What nobody has said yet, grouped by who has it, whom one waits longest for first. What a house rule decides is not asked. */
export const askList = (state: State, profiles: readonly Profile[]): AskGroup[] => {
  const view = asPlanned(state);
  const visit = wanted(state, settingKey('site', null, 'visit'));
  const open = sheetRows(view, bindingsOf(view)).filter(
    ({ key, of }) => of.supplier !== 'house rule' && isAsked(of, profiles) && isEmpty(view.value(key)),
  );
  const asks = open.map(
    (row): Ask => ({
      ...row,
      supplier: row.of.supplier,
      note: state.asks[row.key] ?? null,
      latest: typeof visit === 'string' ? dayBefore(visit, leadDays[row.of.supplier]) : null,
    }),
  );
  return [...suppliers]
    .sort((a, b) => leadDays[b] - leadDays[a])
    .flatMap((supplier) => {
      const of = asks.filter((ask) => ask.supplier === supplier);
      return of.length === 0 ? [] : [{ supplier, asks: of }];
    });
};

const isEmpty = (value: Json | undefined): boolean => value === undefined || value === null || value === '';

const nameOf = ({ of, element }: SheetRow): string => (element === null ? of.label : `${of.label} (${element.label})`);

/** A message to send to one who has the answers. */
export const askText = (station: string, { supplier, asks }: AskGroup): string => {
  const latest = asks[0]?.latest ?? null;
  return [
    `${station}: what we need from ${supplier === 'you' ? 'ourselves' : `the ${supplier}`}${latest === null ? '' : `, by ${latest}`}`,
    '',
    ...asks.map((ask) => `${nameOf(ask)}: `),
    '',
    'Please answer behind each colon and send it back.',
  ].join('\n');
};

/** A cell that a spreadsheet would run as a formula is made a plain text. */
export const harmless = (cell: string): string => (/^[=+@\t\r-]/.test(cell) && !/^[+-]?\d+(?:[.,]\d+)?$/.test(cell) ? `'${cell}` : cell);

/** The ask list as CSV (RFC 4180) with a head line. */
export const askCsv = (groups: readonly AskGroup[]): string =>
  papaparse.unparse(
    groups.flatMap(({ supplier, asks }) =>
      asks.map((ask) => ({
        'who has it': supplier,
        what: harmless(nameOf(ask)),
        why: harmless(ask.of.why),
        'ask by': ask.latest ?? '',
        'asked of': harmless(ask.note?.asked ?? ''),
        ticket: harmless(ask.note?.ticket ?? ''),
        'chase on': ask.note?.chaseOn ?? '',
        answer: '',
        key: ask.key,
      })),
    ),
  );

export type WaitsFor = {
  /** A person's name, else who has it. */
  readonly whom: string;
  readonly count: number;
  /** First asked on, and first to be chased on; days as 2027-03-14. */
  readonly since: string | null;
  readonly chaseOn: string | null;
  readonly late: boolean;
};

const first = (days: readonly (string | null)[]): string | null => days.flatMap((day) => day ?? []).sort()[0] ?? null;

/** Whom a station waits for: what was asked and is not answered, by whom it was asked of; whoever is late first. `today` as 2027-03-14. */
export const waitsForWhom = (state: State, today: string): WaitsFor[] => {
  const view = asPlanned(state);
  const open = sheetRows(view, bindingsOf(view)).flatMap(({ key, of }) => {
    const note = state.asks[key];
    return note?.askedOn != null && isEmpty(view.value(key)) ? [{ of, note }] : [];
  });
  return [...groupedBy(open, ({ of, note }) => (note.asked === '' ? `the ${of.supplier}` : note.asked))]
    .map(([whom, all]): WaitsFor => {
      const chaseOn = first(all.map(({ note }) => note.chaseOn));
      return {
        whom,
        count: all.length,
        since: first(all.map(({ note }) => note.askedOn)),
        chaseOn,
        late: chaseOn !== null && chaseOn < today,
      };
    })
    .sort((a, b) => Number(b.late) - Number(a.late) || (a.since ?? '').localeCompare(b.since ?? ''));
};
