// Asked and answered: what can be asked for at a station, over which path, how long an answer is waited for, and what was answered by what.
import { type ElementId, type Json, settingKey } from '../name/index.ts';
import { plainZone, proves, type Turn } from '../evidence/index.ts';
import { type Challenge, elementsOf, type State, wanted } from '../journal/index.ts';
import { asPlanned, inUse } from '../lamp/index.ts';
import { minutes, seconds } from '../quantity/index.ts';
import { bindingsOf } from '../sheet/index.ts';

export type Askable = {
  readonly item: ElementId | null;
  /** What its maker calls it. */
  readonly what: string;
  readonly zone: string | null;
  readonly is: Turn;
};

const zoneOf = (state: State, group: 'input' | 'device', id: ElementId): string | null => {
  for (const param of ['deskZone', 'zone', 'channel']) {
    const value = wanted(state, settingKey(group, id, param));
    if (typeof value === 'number') return plainZone(String(value));
  }
  return null;
};
const nameOf = (value: Json | undefined, label: string): string => (typeof value === 'string' && value.trim() !== '' ? value : label);

/** Every event that can be asked for: each input and local device with its zone, its alarm and its end. Without any of them, any event. Outputs are never asked for: they start machines. */
export const askables = (state: State): Askable[] => {
  const items = (['input', 'device'] as const).flatMap((group) =>
    elementsOf(state, group).flatMap(({ id, label }): Askable[] => {
      if (wanted(state, settingKey(group, id, 'on')) === false) return [];
      const zone = zoneOf(state, group, id);
      const what = nameOf(wanted(state, settingKey(group, id, 'name')), label);
      return zone === null
        ? []
        : [
            { item: id, what, zone, is: 'alarm' },
            { item: id, what, zone, is: 'restoral' },
          ];
    }),
  );
  return items.length > 0 ? items : [{ item: null, what: 'any event', zone: null, is: 'alarm' }];
};

export type AskTimes = { readonly usual: number; readonly late: number; readonly until: number };

/** How long an answer takes, ms: dialling and the desk, and an entry delay that has to run first. Common practice, no source. */
export const askTimes = (state: State, { item }: Pick<Askable, 'item'>): AskTimes => {
  const unit = elementsOf(state, 'unit')[0]?.id ?? null;
  const area =
    item === null ? null : (['input', 'device'] as const).map((group) => wanted(state, settingKey(group, item, 'area'))).find(Boolean);
  const delayed =
    typeof area === 'string' &&
    elementsOf(state, 'area').some(({ id }) => id === area && wanted(state, settingKey('area', id, 'delayed')) === true);
  const entry = unit === null || !delayed ? 0 : wanted(state, settingKey('unit', unit, 'entryDelay'));
  const delay = typeof entry === 'number' ? entry : 0;
  return { usual: seconds(30) + delay, late: minutes(2) + delay, until: minutes(15) + delay };
};

/** How long the answer to one that was made takes, by what it asks for. */
export const askTimesOf = (state: State, one: Challenge): AskTimes =>
  askTimes(state, { item: askables(state).find(({ zone, is }) => zone === one.zone && is === (one.is ?? 'alarm'))?.item ?? null });

/** Whether somebody asked for what arrived: it answered what was asked, is waited for now, or is the end of what was made. Another event of the same moment is not. */
export const wasAskedFor = (
  { challenges }: State,
  of: { readonly entry: string | null; readonly zone: string | null; readonly is: Turn | null; readonly at: number },
): boolean => {
  const zone = of.zone === null ? null : plainZone(of.zone);
  return challenges.some(({ answered, dropped, pressed, until, zone: asked, is }) => {
    if (answered !== null && of.entry !== null && answered.entry === of.entry) return true;
    if (dropped !== null || pressed === null || of.at < pressed || of.at > until || (asked !== null && asked !== zone)) return false;
    return of.is === 'restoral' || (answered === null && (is ?? 'alarm') === (of.is ?? 'alarm'));
  });
};

/** Whether a call answered what was asked for over the path that was meant. */
export const cameAsMeant = ({ path, answered }: Challenge): boolean =>
  answered !== null && (path === null || (answered.path === path && proves(answered.strength)));

/** By a path that nobody is sure of, it is answered and proves no cell. */
const answers = ({ zone, is, answered }: Challenge, of: Askable, over: ElementId): boolean =>
  answered !== null && zone === of.zone && (is ?? 'alarm') === of.is && answered.path === over && proves(answered.strength);

export type AskCell = { readonly of: Askable; readonly path: ElementId; readonly answered: Challenge | null };
/** What is proved of what can be asked for, over each path in use, the first path whole before the next. */
export const askCells = (state: State): AskCell[] => {
  const paths = inUse({ state, bindings: bindingsOf(asPlanned(state)) }).map(({ path }) => path);
  const all = askables(state);
  return paths.flatMap((path) =>
    all.map((of) => ({ of, path, answered: state.challenges.findLast((one) => answers(one, of, path)) ?? null })),
  );
};

/** What waits for its answer now, oldest first: those whose time is over are not among them. */
export const openChallenges = ({ challenges }: State, now: number): Challenge[] =>
  challenges.filter(({ answered, dropped, until }) => answered === null && dropped === null && now <= until);

/** The next to ask for: the first cell without an answer that nobody is waiting for. */
export const nextAsk = (state: State, now: number): AskCell | null => {
  const open = openChallenges(state, now);
  return (
    askCells(state).find(
      ({ of, path, answered }) =>
        answered === null && !open.some((one) => one.zone === of.zone && (one.is ?? 'alarm') === of.is && (one.path ?? path) === path),
    ) ?? null
  );
};
