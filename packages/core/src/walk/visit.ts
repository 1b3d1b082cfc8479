// The visit: bench and site steps of this station in the order of the whole job, with durations, waits and the longest chain.
import type { State } from '../journal/index.ts';
import { asPlanned } from '../lamp/index.ts';
import { type Caution, bindingsOf, type Profile } from '../sheet/index.ts';

export type Task = {
  readonly id: string;
  /** Stage of the whole job, 1 to 18. */
  readonly stage: number;
  readonly where: 'bench' | 'site';
  readonly what: string;
  /** What breaks if the order is wrong. */
  readonly why: string;
  readonly minutes: number;
  /** Whether it needs hands; a device's wait does not, and other work can fill it. */
  readonly hands: boolean;
  readonly after: readonly string[];
  readonly cautions: readonly Caution[];
};
export type Planned = Task & { readonly start: number; readonly end: number; readonly critical: boolean };
export type VisitPlan = { readonly tasks: readonly Planned[]; readonly bench: number; readonly site: number };

/** The tasks of a station; durations are common practice, no source. */
export const visitTasks = (state: State, profiles: readonly Profile[]): Task[] => {
  const view = asPlanned(state);
  const { paths } = bindingsOf(view);
  const count = (group: (typeof view.elements)[number]['group']): number =>
    view.elements.filter((element) => element.group === group).length;
  const boot = Math.max(1, ...profiles.map(({ boot: of }) => Math.ceil(of / 60_000)));
  const prompts = profiles.reduce((sum, { menu = [] }) => sum + menu.length, 0);
  const tasks: Task[] = [];
  const add = (
    where: Task['where'],
    stage: number,
    id: string,
    what: string,
    minutes: number,
    after: readonly string[],
    more: Partial<Pick<Task, 'hands' | 'cautions' | 'why'>> = {},
  ): void => {
    tasks.push({
      id,
      stage,
      where,
      what,
      minutes,
      hands: true,
      cautions: [],
      why: '',
      ...more,
      after: after.filter((one) => tasks.some(({ id: there }) => there === one)),
    });
  };
  const radio = paths.some(({ kind }) => kind === 'cellular' || kind === 'wifi' || kind === 'text');
  add('bench', 3, 'as-found', 'Power without a card, log in, save what is there', 10, [], { why: 'A reset takes it with it.' });
  if (radio)
    add('bench', 4, 'card-in', 'Power off, card in, aerials on the right sockets', 10, ['as-found'], {
      cautions: ['aerial'],
      why: 'A card put in under power is not seen; a radio without aerial transmits into nothing.',
    });
  add('bench', 5, 'power', `Power, and wait for the start`, boot, ['as-found', 'card-in'], {
    hands: false,
    cautions: ['leads'],
    why: 'Impatience is a second power cycle.',
  });
  add('bench', 6, 'log-in', 'Computer into the network, log in, new password', 8, ['power'], { why: 'Time is lost on site.' });
  add(
    'bench',
    7,
    'write',
    `Type the settings: ${Math.max(prompts, 10)} prompts`,
    Math.max(5, Math.ceil(Math.max(prompts, 10) * 0.5)),
    ['log-in'],
    { why: 'Read before writing, or last year’s change is gone.' },
  );
  add('bench', 10, 'commit', 'Apply, restart', boot + 1, ['write'], {
    hands: false,
    why: 'Saved is not applied, applied is not restarted.',
  });
  add('bench', 10, 'read-back', 'Log in again, read back', 5, ['commit'], { why: 'Nothing was in force.' });
  add('bench', 3, 'desk-side', 'Desk: record, listener, port, zone list; forward tested from outside', 15, [], {
    why: 'Else it is found out on site.',
  });
  for (const { path } of paths) {
    const label = view.elements.find(({ id }) => id === path)?.label ?? path;
    add('bench', 10, `rehearse ${path}`, `One call to the desk over ${label}`, 6, ['read-back', 'desk-side'], {
      cautions: ['event'],
      why: 'The van does not leave before it: it would be a second drive.',
    });
  }
  if (count('terminal') + count('input') > 0) add('bench', 10, 'wiring-card', 'Wiring card printed, terminals labelled', 10, ['read-back']);
  const bench = tasks.map(({ id }) => id);
  add('site', 11, 'arrive', 'Arrive; the desk puts the account on test', 10, bench, {
    cautions: ['alone', 'event'],
    why: 'People are sent out, or a dead station is left.',
  });
  add('site', 11, 'mount', 'Mount, lead cables, fit aerials', 40, ['arrive'], { cautions: radio ? ['mast', 'bond'] : ['volts'] });
  if (count('terminal') + count('input') + count('bus') > 0)
    add(
      'site',
      11,
      'wire',
      `Wire ${count('terminal') + count('input') + count('bus')} terminals and inputs: short it, open it, see it`,
      4 * (count('terminal') + count('input') + count('bus')),
      ['mount'],
      { cautions: ['volts'] },
    );
  add('site', 11, 'site-power', 'Power; volts at the terminals, idle and transmitting', 8, ['mount', 'wire'], { cautions: ['battery'] });
  add('site', 11, 'site-boot', 'Wait for the start', boot, ['site-power'], { hands: false });
  if (count('device') > 0)
    add('site', 11, 'devices', `Enrol, range and function of ${count('device')} local devices`, 4 * count('device'), ['site-boot'], {
      why: 'In the hand it always passes.',
    });
  if (count('output') > 0)
    add('site', 11, 'outputs', `Outputs: isolate, then try ${count('output')}`, 6 * count('output'), ['site-boot'], {
      cautions: ['output'],
    });
  for (const { path, kind } of paths) {
    const label = view.elements.find(({ id }) => id === path)?.label ?? path;
    if (kind !== 'ethernet') add('site', 11, `hold ${path}`, `Signal of ${label}: move, hold, see it rest`, 10, ['site-boot']);
    add('site', 12, `bearer ${path}`, `Network and route of ${label}`, 4, ['site-boot', `hold ${path}`]);
  }
  const measured = tasks.filter(({ where, stage }) => where === 'site' && stage >= 11).map(({ id }) => id);
  add(
    'site',
    14,
    'prove',
    'A real event of each input, seen at the desk',
    5 + 3 * Math.max(1, count('input') + count('device')),
    measured,
    { cautions: ['event'] },
  );
  if (paths.length > 1) {
    add('site', 15, 'pull', 'Pull the first path; see data over the standby', 5, ['prove'], {
      why: 'Never unscrew a live aerial.',
      cautions: ['aerial'],
    });
    add('site', 15, 'switch-wait', 'Wait for the change, and for the return', 6, ['pull'], { hands: false });
    add('site', 15, 'returned', 'The first path is seen again at the desk', 4, ['switch-wait'], { why: 'Cables are left out.' });
  }
  add('site', 16, 'close', 'Covers, tampers, labels, picture', 12, ['prove', 'returned'], { why: 'An open cover holds up the end check.' });
  add('site', 16, 'once-more', 'Door shut: one more hold and one more call', 6, ['close'], {
    cautions: ['event'],
    why: 'The shut door kills it.',
  });
  add('site', 17, 'off-test', 'Account off test, supervision armed', 4, ['once-more'], { why: 'Else alarms send nobody.' });
  return tasks;
};

type Placed = { readonly task: Task; readonly start: number; readonly end: number; readonly because: string | null };

/** Schedules tasks for one pair of hands: of those that may begin, the one that can begin first, else in the order given; waits run beside. Marks the chain that decides the end. Throws a RangeError on a task that comes after a later one. */
export const schedule = (tasks: readonly Task[]): VisitPlan => {
  const known = new Set<string>();
  for (const { id, after } of tasks) {
    const later = after.find((before) => !known.has(before));
    if (later !== undefined) throw new RangeError(`${id} comes after ${later}, which is not before it`);
    known.add(id);
  }
  const placed = new Map<string, Placed>();
  let free = 0;
  let last: string | null = null;
  const earliest = (task: Task): Placed => {
    let [start, because]: [number, string | null] = [0, null];
    for (const id of task.after) {
      const end = placed.get(id)?.end ?? 0;
      if (end > start) [start, because] = [end, id];
    }
    if (task.hands && free > start) [start, because] = [free, last];
    return { task, start, end: start + task.minutes, because };
  };
  while (placed.size < tasks.length) {
    const ready = tasks.filter(({ id, after }) => !placed.has(id) && after.every((before) => placed.has(before))).map(earliest);
    const next = ready.reduce((best, one) => (one.start < best.start ? one : best));
    placed.set(next.task.id, next);
    if (next.task.hands) [free, last] = [next.end, next.task.id];
  }
  const all = [...placed.values()];
  const critical = new Set<string>();
  let at = all.reduce<(typeof all)[number] | null>((latest, one) => (latest === null || one.end > latest.end ? one : latest), null);
  while (at !== null) {
    critical.add(at.task.id);
    at = at.because === null ? null : (placed.get(at.because) ?? null);
  }
  const endOf = (where: Task['where']): number => Math.max(0, ...all.filter(({ task }) => task.where === where).map(({ end }) => end));
  const bench = endOf('bench');
  return {
    tasks: [...all]
      .sort((x, y) => x.start - y.start)
      .map(({ task, start, end }) => ({ ...task, start, end, critical: critical.has(task.id) })),
    bench,
    site: Math.max(0, endOf('site') - bench),
  };
};

/** The plan of a station's visit. */
export const visitPlan = (state: State, profiles: readonly Profile[]): VisitPlan => schedule(visitTasks(state, profiles));
