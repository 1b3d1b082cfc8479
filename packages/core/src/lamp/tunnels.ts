// Tunnels, paths over paths: each is proved by a host at the office that reaches a host on the station's LAN, and back, over each path that carries it. That it says 'up' is grade 3.
import { type ElementId, type Grade, isObject, plainText, settingKey, type Ulid } from '../name/index.ts';
import { isDrillKind, drillRow } from '../evidence/index.ts';
import { type Crossing, elementsOf, isAfter } from '../journal/index.ts';
import { inNetwork } from '../sums/index.ts';
import { asItRuns, inUse, type Judging } from './context.ts';
import { type Verdict, worst } from './result.ts';
import { factOf } from './weigh.ts';

export type Through = {
  readonly path: ElementId;
  /** The newest of each way that counts, by its entry. */
  readonly there: Ulid | null;
  readonly back: Ulid | null;
};
/** Why a crossing does not count: the sentence is in `tunnelWords`. */
export type CrossingFault = 'word' | 'silent' | 'here' | 'there' | 'own end' | 'changed address' | 'changed since' | 'aged' | 'no networks';
export type TunnelResult = {
  readonly tunnel: ElementId;
  readonly is: Verdict;
  readonly grade: Grade | null;
  readonly over: readonly Through[];
  /** Why the newest crossing of each way proves nothing, where it does not. */
  readonly faults: readonly { readonly way: Crossing['way']; readonly fault: CrossingFault }[];
  readonly simulated: boolean;
  /** When the oldest of what it stands on is too old, ms since 1970; null where nothing ages it. */
  readonly due: number | null;
};

/** When a crossing is too old: as a drill of the standby is, by house rule. */
const oldAt = (j: Judging, { pos }: Crossing): number => pos.ord + (j.house.age.Standby ?? Number.POSITIVE_INFINITY);

/** What stands between a crossing and its proof; null where nothing does. */
const faultOf = (j: Judging, of: Crossing): CrossingFault | null => {
  const { value } = asItRuns(j.state);
  const at = (param: string): string => plainText(value(settingKey('tunnel', of.tunnel, param)) ?? '').trim();
  const [here, there] = [at('here'), at('there')];
  if (of.replies === 0) return 'silent';
  if (here === '' || there === '') return 'no networks';
  const [host, from] = [of.host ?? '', of.from ?? ''];
  const [far, near] = of.way === 'there' ? [host, from] : [from, host];
  if (!inNetwork(near, here)) return 'here';
  if (!inNetwork(far, there)) return 'there';
  // The tunnel's own end answers while nothing behind it does.
  const ends = elementsOf(j.state, 'modem').map(({ id }) => plainText(value(settingKey('modem', id, 'lan')) ?? ''));
  if (of.way === 'back' && ends.includes(host)) return 'own end';
  if (of.seen !== null && of.seen !== from) return 'changed address';
  if (!isAfter(of.pos, j.state.changed)) return 'changed since';
  if (j.now > oldAt(j, of)) return 'aged';
  return of.by === 'word' ? 'word' : null;
};

/**
 * By which path the tunnel ran: outside of a drill by the first one. In a drill by the standby, from its first call until the path was put back; before and after
 * that, in a drill that is open, was put aside or showed nothing, nobody knows.
 */
const carriedBy = (j: Judging, paths: readonly ElementId[], { pos, inDrill }: Crossing): ElementId | null => {
  if (inDrill === null) return paths[0] ?? null;
  for (const { what, facts, outcome } of Object.values(j.state.evidence)) {
    const [kind, begun, over, took] = [factOf(facts, 'drill'), factOf(facts, 'begun'), factOf(facts, 'over'), factOf(facts, 'took')];
    if (what !== 'drill' || outcome !== 'good' || begun !== inDrill || !isDrillKind(kind) || drillRow(kind).way !== 'over') continue;
    if (!isObject(took) || typeof took['received'] !== 'number' || typeof over !== 'number') continue;
    if (pos.ord >= took['received'] && pos.ord <= over) return paths.find((path) => path === took['path']) ?? null;
  }
  return null;
};

/** The paths that carry a tunnel, in the unit's order: those that name it, else all that carry data. */
const carriers = (j: Judging, tunnel: ElementId): ElementId[] => {
  const uses = inUse(j).filter(({ kind }) => kind !== 'text');
  const named = uses.filter(({ path }) => j.runs(settingKey('path', path, 'tunnel')) === tunnel);
  return (named.length > 0 ? named : uses).map(({ path }) => path);
};

export const tunnels = (j: Judging): TunnelResult[] =>
  elementsOf(j.state, 'tunnel').map(({ id }): TunnelResult => {
    const paths = carriers(j, id);
    const mine = j.state.crossings.filter(({ tunnel }) => tunnel === id);
    const real = mine.some(({ simulated }) => !simulated);
    const of = (real ? mine.filter(({ simulated }) => !simulated) : mine).map((one) => ({
      one,
      fault: faultOf(j, one),
      by: carriedBy(j, paths, one),
    }));
    const newest = (way: Crossing['way'], by: ElementId): Ulid | null => {
      const last = of.findLast(({ one, by: path }) => one.way === way && path === by);
      return last?.fault === null ? last.one.entry : null;
    };
    const over = paths.map((path) => ({ path, there: newest('there', path), back: newest('back', path) }));
    const faults = (['there', 'back'] as const).flatMap((way) => {
      const last = of.findLast(({ one }) => one.way === way);
      return last?.fault == null ? [] : [{ way, fault: last.fault }];
    });
    const silent = faults.some(({ fault }) => fault === 'silent');
    const whole = over.length > 0 && over.every(({ there, back }) => there !== null && back !== null);
    const aged = faults.some(({ fault }) => fault === 'aged');
    const stands = over.flatMap(({ there, back }) => [there, back]);
    const due = Math.min(...mine.filter(({ entry }) => stands.includes(entry)).map((one) => oldAt(j, one)));
    const is = silent ? 'failed' : aged ? 'stale' : whole ? 'proven' : mine.length > 0 ? 'marginal' : 'dark';
    const some = over.some(({ there, back }) => there !== null && back !== null);
    return {
      tunnel: id,
      is,
      grade: mine.length === 0 ? null : some ? 6 : 3,
      over,
      faults,
      simulated: mine.length > 0 && !real,
      due: Number.isFinite(due) ? due : null,
    };
  });

/** The worst of a station's tunnels; null where it has none. */
export const worstTunnel = (of: readonly TunnelResult[]): Verdict | null => (of.length === 0 ? null : worst(of.map(({ is }) => is)));

export const crossingWords: { readonly [F in CrossingFault]: string } = {
  word: 'It is somebody’s word: paste what the device printed.',
  silent: 'No answer came: ask whether one side’s rule is missing.',
  here: 'An address of it is not in the network here.',
  there: 'An address of it is not in the network there: it did not come through the tunnel.',
  'own end': 'The router’s own end answered, and no host behind it.',
  'changed address': 'The other end saw another address: something between changes it.',
  'changed since': 'Something was changed since.',
  aged: 'It is too old by house rule: ask through it again.',
  'no networks': 'The sheet lacks the tunnel’s two networks.',
};
