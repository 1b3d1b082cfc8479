// What is still unknown, and whom to ask by when.
import papaparse from 'papaparse';
import { type Asked, type State, stageOf, wanted } from '../journal/index.ts';
import { asPlanned } from '../lamp/index.ts';
import { groupedBy, type Json, settingKey } from '../name/index.ts';
import { dayBefore } from '../quantity/index.ts';
import { callsDesk, firstCall, onlyForDesk } from './first-call.ts';
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
  /** Whether the first call waits for it. */
  readonly first: boolean;
};
export type AskGroup = { readonly supplier: Supplier; readonly asks: readonly Ask[] };

/** Whether its first call is behind it: the desk has evidence of one, or somebody else's desk has said so. */
const wasCalled = ({ picked, evidence }: State): boolean =>
  Object.keys(picked).length > 0 || Object.values(evidence).some(({ bears }) => bears.some(({ lamp }) => lamp === 'Call'));

/**
 * What nobody has said yet, each value once, grouped by who has it, whom one waits longest for first; in a group what the first call waits for leads.
 * What a house rule decides is not asked, nor what follows from a value that has to be alike.
 */
export const askList = (state: State, profiles: readonly Profile[]): AskGroup[] => {
  const view = asPlanned(state);
  const visit = wanted(state, settingKey('site', null, 'visit'));
  const call = wasCalled(state) ? null : firstCall(view, profiles);
  const needed = new Set(call?.open.map(({ key }) => key));
  const alike = new Set(firstCall(view, profiles).follows.map(({ key }) => key));
  const second = new Set(call?.rows.map(({ key }) => key).filter((key) => !needed.has(key)));
  const toDesk = callsDesk(view);
  const open = sheetRows(view, bindingsOf(view)).filter(
    ({ key, of }) =>
      isEmpty(view.value(key)) &&
      (needed.has(key) ||
        (of.supplier !== 'house rule' &&
          isAsked(of, profiles) &&
          !alike.has(key) &&
          !second.has(key) &&
          (toDesk || !onlyForDesk.has(of.key)))),
  );
  const asks = open.map(
    (row): Ask => ({
      ...row,
      supplier: row.of.supplier,
      note: state.asks[row.key] ?? null,
      latest: typeof visit === 'string' ? dayBefore(visit, leadDays[row.of.supplier]) : null,
      first: needed.has(row.key),
    }),
  );
  const order = new Map((call?.open ?? []).map(({ key }, i) => [key, i]));
  const place = ({ key }: Ask): number => order.get(key) ?? order.size;
  asks.sort((a, b) => place(a) - place(b));
  return [...suppliers]
    .sort((a, b) => leadDays[b] - leadDays[a])
    .flatMap((supplier) => {
      const of = asks.filter((ask) => ask.supplier === supplier);
      return of.length === 0 ? [] : [{ supplier, asks: of }];
    });
};

const isEmpty = (value: Json | undefined): boolean => value === undefined || value === null || value === '';

const nameOf = ({ of, element }: SheetRow): string => (element === null ? of.label : `${of.label} (${element.label})`);

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

/** Whom a station waits for: what was asked or told and is neither answered nor confirmed, by whom it was asked of; whoever is late first. `today` as 2027-03-14. */
export const waitsForWhom = (state: State, today: string): WaitsFor[] => {
  const view = asPlanned(state);
  const open = sheetRows(view, bindingsOf(view)).flatMap(({ key, of }) => {
    const note = state.asks[key];
    const told = (of.enteredOn === 'desk' || of.enteredOn === 'it') && stageOf(state, key) === 'wanted';
    const inactive = of.key === 'sim.state' && view.value(key) !== 'active';
    return note?.askedOn != null && (isEmpty(view.value(key)) || told || inactive) ? [{ of, note }] : [];
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
