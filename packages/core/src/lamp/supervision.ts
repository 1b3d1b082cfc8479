// Supervision: when a silence is noticed, by which schedule, and whether anybody is sent. Windows are longer by what the desk itself was away.
import { isOfItself } from './of-itself.ts';
import { type ElementId, plainText, settingKey } from '../name/index.ts';
import { elementsOf, type State } from '../journal/index.ts';
import { asItRuns, type Heard } from './context.ts';
import { onTest } from './on-test.ts';
import { type Down, type Quiet, rhythm } from './rhythm.ts';
import { scheduleOf } from './scheduled.ts';
import { holidayBegins, holidayOf, type Season } from './season.ts';

type Schedule = { readonly every: number | null; readonly late: number };
export type Window = {
  /** Null for the station as a whole; else a path that makes a test of its own. */
  readonly path: ElementId | null;
  /** 'first' while nothing has come since somebody was last there. */
  readonly is: 'first' | 'silence';
  /** The last call, or when somebody left. */
  readonly since: number;
  /** When the next scheduled call is due; null where the sheet does not say how often. */
  readonly next: number | null;
  /** When the window ends. */
  readonly due: number;
};
export type Supervision = {
  readonly is: 'armed' | 'off' | 'on test' | 'muted' | 'elsewhere' | 'no window' | 'closed';
  readonly season: Season;
  /** Until when others are called, since it is a holiday at the site; null where it is none. */
  readonly holiday: number | null;
  readonly every: number | null;
  readonly hour: string;
  readonly zone: string;
  readonly late: number;
  readonly grace: number | null;
  /** Who is to be called, in their order. */
  readonly called: readonly string[];
  readonly windows: readonly Window[];
  /** Its own rhythm since somebody was last there, where it ends before a window does; null where too little is known, or nobody would look. */
  readonly quiet: Quiet | null;
  /** When it may change by the clock alone: the end of a mute, of a test or of a season; null where nothing ends. */
  readonly changes: number | null;
};

/** Whether a call was due while the desk was away; where nobody knows how often it calls, one may have been. */
const wasDue = (since: number, { every, late }: Schedule, { from, to }: Down): boolean =>
  every === null || Math.floor((to - since) / every) * every + since + late >= from;

/** A window as long as it is, and longer by what the desk was away; where a call was due meanwhile, the next is waited for once more. */
const extended = (since: number, due: number, schedule: Schedule, downs: readonly Down[]): number =>
  downs.reduce((end, down) => {
    if (down.to <= since || down.from >= end) return end;
    const away = Math.min(down.to, end) - Math.max(down.from, since);
    if (!wasDue(since, schedule, down)) return end + away;
    const { every, late } = schedule;
    return Math.max(end + away, down.to + (every === null ? due - since : Math.min(every + late, due - since)));
  }, due);

/** Who is to be called, one after the other: as the sheet lists them. */
export const whomToCall = (text: string): string[] =>
  text
    .split(/,|;|\bthen\b/)
    .map((one) => one.trim())
    .filter((one) => one !== '');

/** How a station is watched now. `downs` is when the desk itself was away, oldest first. */
export const supervision = (state: State, heard: readonly Heard[], now: number, downs: readonly Down[]): Supervision => {
  const view = asItRuns(state);
  const { every, hour, zone, late, grace, season } = scheduleOf(state, view, now);
  const holiday = holidayOf(view, zone, now);
  const whose = view.value(settingKey('desk', null, 'whose'));
  const test = onTest(state, now);
  const muted = state.muted !== null && state.muted.until > now ? state.muted : null;
  const armed = view.value(settingKey('desk', null, 'supervision')) === true && state.signed?.ending !== 'taken down';
  const live = view.value(settingKey('desk', null, 'onTest')) !== true;
  const counts = heard.filter((one) => one.strength !== 'impossible' && one.receiver !== null && isOfItself(state, one));
  // Simulated calls keep no real station awake; where there are none but them, it is theirs that are waited for.
  const real = counts.filter(({ simulated }) => !simulated);
  const calls = real.length > 0 ? real : counts;
  const left = state.attended?.ord ?? 0;
  const each = elementsOf(state, 'unit').some(({ id }) => view.value(settingKey('unit', id, 'testPaths')) === 'each');
  const windowOf = (path: ElementId | null): Window[] => {
    const last = calls.filter((one) => path === null || one.path === path).reduce((at, one) => Math.max(at, one.last), 0);
    if (grace === null || (last === 0 && left === 0)) return [];
    const first = last <= left;
    // A silence of before is no silence of this season: what is due now is counted from its beginning.
    const since = Math.max(first ? left : last, season.from ?? 0);
    // After a visit the first scheduled call is waited for; who has no schedule, or a shorter one, by the longest silence.
    const length = first && every !== null ? Math.min(grace, every + late) : grace;
    return [
      {
        path,
        is: first ? 'first' : 'silence',
        since,
        next: every === null ? null : since + every,
        due: extended(since, since + length, { every, late }, downs),
      },
    ];
  };
  const paths = each ? elementsOf(state, 'path').filter(({ id }) => state.none[`|${id}`] === undefined) : [];
  const windows = [...windowOf(null), ...(paths.length > 1 ? paths.flatMap(({ id }) => windowOf(id)) : [])];
  const last = calls.reduce((at, one) => Math.max(at, one.last), 0);
  const known =
    last <= left
      ? null
      : rhythm(
          calls.flatMap(({ recent }) => recent).filter((at) => at > left),
          last,
          downs,
        );
  const before = windows.every(({ path, due }) => path !== null || (known !== null && known.from < due));
  const ends = [
    muted?.until,
    test === null || test.window.elsewhere ? undefined : test.window.until,
    season.until,
    holiday?.until ?? holidayBegins(view, zone, now),
  ].flatMap((at) => at ?? []);
  const is =
    whose === 'theirs' || whose === 'portal'
      ? 'elsewhere'
      : !armed
        ? 'off'
        : test !== null || !live
          ? 'on test'
          : muted !== null
            ? 'muted'
            : season.is === 'closed'
              ? 'closed'
              : windows.length === 0
                ? 'no window'
                : 'armed';
  return {
    is,
    quiet: known !== null && before && (is === 'armed' || is === 'no window') ? known : null,
    every,
    hour,
    zone,
    late,
    grace,
    season,
    holiday: holiday?.until ?? null,
    called: whomToCall(holiday?.called ?? plainText(view.value(settingKey('desk', null, 'called')) ?? '')),
    windows,
    changes: ends.length === 0 ? null : Math.min(...ends),
  };
};

/** Windows that have ended without a call and of which no lapse stands open. */
export const overdue = (state: State, { is, windows }: Supervision, now: number): readonly Window[] =>
  is !== 'armed'
    ? []
    : windows.filter(
        ({ path, due, since }) =>
          due <= now && !state.lapses.some((one) => one.path === path && (one.closed === null || one.since >= since)),
      );

/** When the desk has to look next for a lapse: the earliest end of a window of which none stands open; null for never, until something changes. */
export const watchDue = (state: State, of: Supervision): number | null => {
  if (of.is === 'muted' || of.is === 'on test' || of.is === 'closed') return of.changes;
  const ends = [...overdue(state, of, Infinity).map(({ due }) => due), ...(of.is === 'armed' && of.changes !== null ? [of.changes] : [])];
  return ends.length === 0 ? null : Math.min(...ends);
};

/** Lapses that stand open, oldest first. */
export const openLapses = ({ lapses }: Pick<State, 'lapses'>): State['lapses'] => lapses.filter(({ closed }) => closed === null);
