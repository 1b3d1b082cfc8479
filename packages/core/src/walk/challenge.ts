// Asked and answered: what can be asked for at a station, over which path, how long an answer is waited for, and what was answered by what.
import { type ElementId, settingKey } from '../name/index.ts';
import { plainZone, proves, type Turn } from '../evidence/index.ts';
import { type Challenge, elementsOf, type State, wanted } from '../journal/index.ts';
import { type Demand, eventReceivers, inUse, type Judging, type Makeable, makeables, matrix, openDemands } from '../lamp/index.ts';
import { minutes, seconds } from '../quantity/index.ts';

export type AskTimes = {
  readonly usual: number;
  readonly late: number;
  readonly until: number;
  /** It has to be armed first, and its exit delay to run so long, ms; null where it need not. */
  readonly armed: number | null;
};
type Of = Pick<Judging, 'state' | 'profiles'>;

/** How long an answer takes, ms: dialling and the desk, an entry delay that has to run first, and what its unit gathers by its profile. Common practice, no source. */
export const askTimes = ({ state, profiles }: Of, { item }: Pick<Makeable, 'item'>): AskTimes => {
  const unit = elementsOf(state, 'unit')[0]?.id ?? null;
  const area =
    item === null ? null : (['input', 'device'] as const).map((group) => wanted(state, settingKey(group, item, 'area'))).find(Boolean);
  const delayed =
    typeof area === 'string' &&
    elementsOf(state, 'area').some(({ id }) => id === area && wanted(state, settingKey('area', id, 'delayed')) === true);
  const entry = unit === null || !delayed ? 0 : wanted(state, settingKey('unit', unit, 'entryDelay'));
  const exit = unit === null || !delayed ? null : wanted(state, settingKey('unit', unit, 'exitDelay'));
  const gathers = Math.max(0, ...profiles.map(({ gathers: most }) => most ?? 0));
  const delay = (typeof entry === 'number' ? entry : 0) + gathers;
  return {
    usual: seconds(30) + delay,
    late: minutes(2) + delay,
    until: minutes(15) + delay,
    armed: typeof exit === 'number' && exit > 0 ? exit : null,
  };
};

/** How long the answer to one that was made takes, by what it asks for. */
export const askTimesOf = (of: Of, one: Challenge): AskTimes =>
  askTimes(of, {
    item: makeables(of).find(({ zone, is }) => zone === one.zone && is === (one.is ?? 'alarm'))?.item ?? null,
  });

/** Whether somebody asked for what arrived: it answered what was asked, is waited for now, is the end of what was made, or one of the events that its unit sends along. Another event of the same moment is not. */
export const wasAskedFor = (
  { state: { challenges }, profiles }: { readonly state: Pick<State, 'challenges'>; readonly profiles: Of['profiles'] },
  of: {
    readonly entry: string | null;
    readonly event: string | null;
    readonly zone: string | null;
    readonly is: Turn | null;
    readonly at: number;
  },
): boolean => {
  const zone = of.zone === null ? null : plainZone(of.zone);
  const alongs = new Set(profiles.flatMap(({ companions }) => companions ?? []));
  return challenges.some(({ answered, dropped, pressed, until, zone: asked, is }) => {
    if (answered !== null && of.entry !== null && answered.entry === of.entry) return true;
    if (dropped !== null || pressed === null || of.at < pressed || of.at > until) return false;
    if (of.event !== null && alongs.has(of.event)) return true;
    if (asked !== null && asked !== zone) return false;
    return of.is === 'restoral' || (answered === null && (is ?? 'alarm') === (of.is ?? 'alarm'));
  });
};

/** Whether a call answered what was asked for over the path that was meant. */
export const cameAsMeant = ({ path, answered }: Challenge): boolean =>
  answered !== null && (path === null || (answered.path === path && proves(answered.strength)));

/** What waits for its answer now, oldest first: those whose time is over are not among them. */
export const openChallenges = ({ challenges }: State, now: number): Challenge[] =>
  challenges.filter(({ answered, dropped, until }) => answered === null && dropped === null && now <= until);

/** One event to ask for, and what it would fill. */
export type EventAsk = { readonly of: Makeable; readonly path: ElementId | null; readonly receiver: ElementId | null };

const isFilledBy = (demand: Demand, { of, path, receiver }: EventAsk): boolean =>
  (demand.zone === null || demand.zone === of.zone) &&
  (demand.is === null || demand.is === of.is) &&
  (demand.path === null || demand.path === path) &&
  (demand.receiver === null || demand.receiver === receiver);

/**
 * What is still to be asked for, in the order of the least walking: the first path whole, each item's event and its end together; then each other path while the one before is cut, where one stands; then spare receivers.
 */
export const askPlan = (j: Judging): EventAsk[] => {
  const { events, demands } = matrix(j);
  let open: readonly Demand[] = openDemands(j, demands);
  const paths = inUse(j);
  const plan: EventAsk[] = [];
  const take = (ask: EventAsk): void => {
    if (!open.some((demand) => isFilledBy(demand, ask))) return;
    plan.push(ask);
    open = open.filter((demand) => !isFilledBy(demand, ask));
  };
  for (const [i, use] of paths.entries()) {
    const [first, ...spare] = eventReceivers(j, use);
    const home = first ?? null;
    // On the other paths the walk goes back from where it ended: no way is gone twice.
    const walked = i % 2 === 0 ? events : backwards(events);
    for (const of of walked) take({ of, path: use.path, receiver: home });
    for (const receiver of spare) for (const of of walked) take({ of, path: use.path, receiver });
  }
  return plan;
};

/** From the last item to the first, each with its event before its end. */
const backwards = (events: readonly Makeable[]): Makeable[] => {
  const items = [...new Set(events.map(({ item }) => item))].reverse();
  return items.flatMap((item) => events.filter((of) => of.item === item));
};

/** A minute from one item to the next, and half of one to make it act. Ours. */
const walking = minutes(1);
const making = seconds(30);
/** How long a plan takes, ms: the way between items, making each event and its usual answer. */
export const planTakes = (j: Of, plan: readonly EventAsk[]): number =>
  plan.reduce((sum, { of }, i) => sum + (plan[i - 1]?.of.item === of.item ? 0 : walking) + making + askTimes(j, of).usual, 0);

/** The next to ask for: the first of the plan that nobody is waiting for. */
export const nextAsk = (j: Judging): EventAsk | null => {
  const open = openChallenges(j.state, j.now);
  return (
    askPlan(j).find(
      ({ of, path }) => !open.some((one) => one.zone === of.zone && (one.is ?? 'alarm') === of.is && (one.path ?? path) === path),
    ) ?? null
  );
};
