// Scheduled check-ins among what was heard: calls of grade 6 that came when they were due, after the last time that somebody was there.
import { settingKey } from '../name/index.ts';
import { proves } from '../evidence/index.ts';
import { hours, instant, wallTime } from '../quantity/index.ts';
import { elementsOf, type State } from '../journal/index.ts';
import type { SheetView } from '../sheet/index.ts';
import { asItRuns, type Heard } from './context.ts';
import { isOfItself } from './of-itself.ts';
import { inSeason, type Season, seasonOf } from './season.ts';

/** How late one call may be where the sheet does not say (`desk.late`). Ours. */
const usualLate = hours(1);

export type CheckIns = {
  /** The scheduled ones since somebody was there, oldest first; of real calls alone where there is one. */
  readonly instants: readonly number[];
  readonly simulated: boolean;
  /** Whether they came likely by a path of the station. */
  readonly sure: boolean;
  /** How often the unit calls; null where the sheet does not say. */
  readonly every: number | null;
  readonly grace: number | null;
  readonly season: Season;
  /** The last call, where more than the longest silence has gone since. */
  readonly silentSince: number | null;
  /** When the longest silence would be over. */
  readonly due: number | null;
};

const minutesOf = (time: string): number | null => {
  const found = /^(\d{2}):(\d{2})$/.exec(time);
  return found === null ? null : Number(found[1]) * 60 + Number(found[2]);
};

/** Whether an instant lies within `late` after the hour that is set, by the clock of the site. */
const atItsHour = (at: number, hour: string, zone: string, late: number): boolean => {
  const due = minutesOf(hour);
  const was = minutesOf(wallTime(instant(at), zone).second.slice(0, 5));
  if (due === null || was === null) return true;
  const behind = (was - due + 1440) % 1440;
  return behind * 60_000 <= late || (1440 - behind) * 60_000 <= Math.min(late, 60_000);
};

/** What of the arrivals was scheduled, each at least the interval less `late` after the one before. */
export const scheduledOf = (
  recent: readonly number[],
  { every, late, hour, zone }: { every: number; late: number; hour: string; zone: string },
): readonly number[] =>
  recent.filter((at, i) => {
    const before = recent[i - 1];
    const inTime = hour === '' || atItsHour(at, hour, zone, late);
    return inTime && (before === undefined ? hour !== '' : at - before >= every - late);
  });

/** By which schedule the unit calls by itself, and how long it may be silent, as the sheet has it. */
export const scheduleOf = (state: State, view: SheetView, now: number) => {
  const number = (value: unknown): number | null => (typeof value === 'number' && value > 0 ? value : null);
  const units = elementsOf(state, 'unit').map(({ id }) => id);
  const ofUnit = (param: string): unknown => units.map((id) => view.value(settingKey('unit', id, param))).find((value) => value != null);
  const hour = ofUnit('testAt');
  const zone = view.value(settingKey('site', null, 'zone'));
  const site = typeof zone === 'string' && zone !== '' ? zone : 'UTC';
  const season = seasonOf(view, site, now);
  return {
    ...inSeason(state, view, season, {
      every: number(ofUnit('testEvery')),
      grace: number(view.value(settingKey('desk', null, 'grace'))),
    }),
    hour: typeof hour === 'string' ? hour : '',
    zone: site,
    late: number(view.value(settingKey('desk', null, 'late'))) ?? usualLate,
    season,
  };
};

/** The check-ins that Watch stands on. Several sorts over one path count together: what matters is that calls keep coming. */
export const checkInsOf = ({ state, heard, now }: { state: State; heard: readonly Heard[]; now: number }): CheckIns => {
  const { every, hour, zone, late, grace, season } = scheduleOf(state, asItRuns(state), now);
  const since = state.attended?.ord ?? 0;
  const of = (simulated: boolean, sure: boolean): number[] => {
    if (every === null) return [];
    const paths = new Map<string, number[]>();
    for (const one of heard)
      if (isOfItself(state, one) && one.receiver !== null && one.simulated === simulated && proves(one.strength) === sure)
        paths.set(one.path ?? '', [...(paths.get(one.path ?? '') ?? []), ...one.recent]);
    const lists = [...paths.values()].map((recent) =>
      scheduledOf(
        [...new Set(recent)].sort((a, b) => a - b),
        { every, late, hour, zone },
      ).filter((at) => at > since),
    );
    return lists.sort((a, b) => b.length - a.length)[0] ?? [];
  };
  const choices = [
    { simulated: false, sure: true },
    { simulated: false, sure: false },
    { simulated: true, sure: true },
  ].map((one) => ({ ...one, instants: of(one.simulated, one.sure) }));
  const chosen = choices.find(({ instants }) => instants.length > 0) ?? { simulated: false, sure: true, instants: [] };
  const last = heard
    .filter((one) => isOfItself(state, one) && one.simulated === chosen.simulated && one.strength !== 'impossible')
    .reduce((at, one) => Math.max(at, one.last), 0);
  const due = grace === null || last === 0 ? null : Math.max(last, season.from ?? 0) + grace;
  return { ...chosen, every, grace, season, due, silentSince: due !== null && due < now ? last : null };
};
