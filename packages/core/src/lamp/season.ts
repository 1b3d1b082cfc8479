// Modes by the calendar: winter, in which a station calls seldom or not at all, and holidays, in which others are called. Days are the site's own, both ends with them.
import { plainText, settingKey } from '../name/index.ts';
import { dayBefore, dayIn, type Instant, instant, localInstant } from '../quantity/index.ts';
import { elementsOf, type State } from '../journal/index.ts';
import type { DefinitionKey, SheetView } from '../sheet/index.ts';

export type Season = {
  /** 'closed': winter, and the sheet has no window for it: nothing is expected. */
  readonly is: 'usual' | 'winter' | 'closed';
  /** When it began and when it ends; null where the sheet has no winter. */
  readonly from: number | null;
  readonly until: number | null;
};
const usual: Season = { is: 'usual', from: null, until: null };

const text = (view: SheetView, key: Extract<DefinitionKey, `desk.${string}`>): string =>
  plainText(view.value(settingKey('desk', null, key.slice('desk.'.length))) ?? '').trim();

/** Midnight at the beginning of a local day; where a clock skips it, an hour later. */
const dayBegins = (day: string, zone: string): Instant | null => localInstant(`${day} 00:00`, zone) ?? localInstant(`${day} 01:00`, zone);
const dayAfter = (day: string): string | null => dayBefore(day, -1);

/** Which season it is at an instant, by the winter of the sheet (`desk.winterFrom`, `desk.winterTo`, as 11-01). */
export const seasonOf = (view: SheetView, zone: string, now: number): Season => {
  const [first, last] = [text(view, 'desk.winterFrom'), text(view, 'desk.winterTo')];
  if (!/^\d\d-\d\d$/.test(first) || !/^\d\d-\d\d$/.test(last)) return usual;
  const year = Number(dayIn(instant(now), zone).slice(0, 4));
  const edges = [-1, 0, 1, 2]
    .flatMap((by) => {
      const begins = dayBegins(`${year + by}-${first}`, zone);
      const ends = dayAfter(`${year + by}-${last}`);
      const over = ends === null ? null : dayBegins(ends, zone);
      return [...(begins === null ? [] : [{ at: begins, winter: true }]), ...(over === null ? [] : [{ at: over, winter: false }])];
    })
    .sort((a, b) => a.at - b.at);
  const began = edges.findLast(({ at }) => at <= now);
  const next = edges.find(({ at, winter }) => at > now && winter !== began?.winter);
  if (began === undefined) return usual;
  const grace = view.value(settingKey('desk', null, 'winterGrace'));
  const is = !began.winter ? 'usual' : typeof grace === 'number' && grace > 0 ? 'winter' : 'closed';
  return { is, from: began.at, until: next?.at ?? null };
};

/** How often the unit calls by itself and how long it may be silent in a season. */
export const inSeason = (
  state: State,
  view: SheetView,
  { is }: Season,
  by: { readonly every: number | null; readonly grace: number | null },
): { readonly every: number | null; readonly grace: number | null } => {
  if (is === 'usual') return by;
  if (is === 'closed') return { every: null, grace: null };
  const number = (value: unknown): number | null => (typeof value === 'number' && value > 0 ? value : null);
  const every = elementsOf(state, 'unit').map(({ id }) => number(view.value(settingKey('unit', id, 'winterEvery'))));
  return { every: every.find((one) => one !== null) ?? by.every, grace: number(view.value(settingKey('desk', null, 'winterGrace'))) };
};

/** Who is called instead while it is a holiday at the site, and until when; null where it is none. */
export const holidayOf = (view: SheetView, zone: string, now: number): { readonly called: string; readonly until: number } | null => {
  const [first, last, called] = [text(view, 'desk.holidayFrom'), text(view, 'desk.holidayTo'), text(view, 'desk.holidayCalled')];
  const from = dayBegins(first, zone);
  const over = dayAfter(last);
  const until = over === null ? null : dayBegins(over, zone);
  return called === '' || from === null || until === null || now < from || now >= until ? null : { called, until };
};
/** When a holiday begins that lies ahead, since others are called from then on. */
export const holidayBegins = (view: SheetView, zone: string, now: number): number | null => {
  const from = dayBegins(text(view, 'desk.holidayFrom'), zone);
  return from === null || from <= now ? null : from;
};
