// [L1] When evidence is stale: an entry later than it moved a value on a device, the place or the hardware on which its lamp stands; or it is past its age.
// The parameter table alone says which settings those are; the hardware table below says the same for hands.
import { type ElementId, isSettingKey, keyParts, type LampName, type SettingKey } from '../name/index.ts';
import { proves, type Evidence } from '../evidence/index.ts';
import { comparePos, evidencePos, type HardwareKind, type Pos } from '../journal/index.ts';
import { definitionOf, type PathUse, pathUses, perPath, standsOn } from '../sheet/index.ts';
import { isHere, type Judging, runsOf } from './context.ts';
import { type Reason, reason } from './reason.ts';

const placedBears: readonly LampName[] = ['Signal', 'Bearer', 'Route', 'Call', 'Standby'];

/** The lamps that a change of hardware bears on, of the paths that use the element. */
const hardwareBears: { readonly [K in HardwareKind]: (lamp: LampName, on: 'path' | 'link' | 'other') => boolean } = {
  'card.changed': (lamp) => ['Card', 'Signal', 'Bearer', 'Route', 'Call'].includes(lamp),
  'antenna.changed': (lamp) => lamp === 'Signal',
  'cable.changed': (lamp, on) => (on === 'link' ? ['Inputs', 'Route', 'Call'] : ['Bearer', 'Route', 'Call']).includes(lamp),
  'unit.replaced': () => true,
  'door.shut': (lamp) => lamp === 'Signal',
};

export type Freshness =
  | { is: 'fresh'; due: number | null }
  | { is: 'unsure'; because: Reason; next: Reason; due: number | null }
  | { is: 'stale'; because: Reason[] };

const touches = (lamp: LampName, use: PathUse | null, element: ElementId | null): boolean =>
  !perPath(lamp) || use === null || element === null || pathUses(use, element);

/** Groups whose members are items of the ledger: a change of one says nothing about another. */
const items: readonly string[] = ['input', 'device', 'link'];
const isOther = (state: Judging['state'], element: ElementId | null, item: ElementId | null): boolean =>
  item !== null && element !== null && element !== item && items.includes(state.elements.find(({ id }) => id === element)?.group ?? '');

const changesSince = (
  j: Judging,
  lamp: LampName,
  use: PathUse | null,
  since: Pos,
  item: ElementId | null = null,
): { pos: Pos; because: Reason }[] => {
  const { state } = j;
  const moves = Object.entries(state.device).flatMap(([key, on]) => {
    const of = isSettingKey(key) ? definitionOf(key) : null;
    const { moved } = on;
    if (isSettingKey(key) && isOther(state, keyParts(key).element, item)) return [];
    if (!isSettingKey(key) || of === null || moved === null || !isHere(j, key) || !standsOn(of, key, lamp, use)) return [];
    const args = { key, at: moved.pos.ord, was: moved.was, now: on.value };
    return [
      {
        pos: moved.pos,
        because: moved.read
          ? reason('read-differs', args, [moved.pos.id], [key])
          : reason('moved', { ...args, who: moved.who }, [moved.pos.id], [key]),
      },
    ];
  });
  const hardware = Object.values(state.hardware).flatMap(({ kind, element, pos, who }) => {
    const group = state.elements.find(({ id }) => id === element)?.group;
    if (isOther(state, element, item)) return [];
    const bears = hardwareBears[kind](lamp, group === 'path' || group === 'link' ? group : 'other') && touches(lamp, use, element);
    return bears ? [{ pos, because: reason('hardware', { kind, element, at: pos.ord, who }, [pos.id]) }] : [];
  });
  const { placed } = state;
  const place =
    placed !== null && (placed.place === 'site' || state.everAtSite) && placedBears.includes(lamp)
      ? [{ pos: placed.pos, because: reason('placed', { where: placed.where, at: placed.pos.ord, who: placed.who }, [placed.pos.id]) }]
      : [];
  return [...moves, ...hardware, ...place].filter(({ pos }) => comparePos(since, pos) < 0).sort((a, b) => comparePos(b.pos, a.pos));
};

/** A setting that was moved before this evidence and is not known to have been in force when it was made. */
const unsureKeys = (j: Judging, lamp: LampName, use: PathUse | null, from: number): SettingKey[] =>
  Object.entries(j.state.device).flatMap(([key, on]) => {
    const of = isSettingKey(key) ? definitionOf(key) : null;
    if (!isSettingKey(key) || of === null || on.moved === null || !isHere(j, key) || !standsOn(of, key, lamp, use)) return [];
    return on.force === null || from < on.force ? [key] : [];
  });

/** Until when evidence stands, and which sentence says that it no longer does. */
const ageOf = (j: Judging, lamp: LampName, use: PathUse | null, evidence: Evidence): { due: number; because: Reason } | null => {
  if ((lamp === 'Bearer' || lamp === 'Route') && use !== null) {
    const every = runsOf(j, 'unit', use.unit, 'testEvery');
    if (typeof every !== 'number') return null;
    // A yard's call renews nothing real, a claim nothing at all.
    const renews = j.heard.filter(
      ({ path, strength, simulated }) => path === use.path && proves(strength) && (!simulated || evidence.simulated),
    );
    const last = Math.max(evidence.to, ...renews.map(({ last: at }) => at));
    return {
      due: last + every * j.house.missedCheckIns,
      because: reason('missed', { at: last, missed: j.house.missedCheckIns }, [evidence.entry]),
    };
  }
  const age = j.house.age[lamp];
  return age === undefined ? null : { due: evidence.to + age, because: reason('aged', { at: evidence.to, age }, [evidence.entry]) };
};

/** Whether evidence of one item that hangs on the unit still stands: its own settings and what all share count, not its neighbours'. */
export const itemFreshness = (j: Judging, item: ElementId, evidence: Evidence): Freshness => freshness(j, 'Inputs', null, evidence, item);

export const freshness = (
  j: Judging,
  lamp: LampName,
  use: PathUse | null,
  evidence: Evidence,
  item: ElementId | null = null,
): Freshness => {
  const changes = changesSince(j, lamp, use, evidencePos(evidence), item);
  if (changes.length > 0) return { is: 'stale', because: changes.map(({ because }) => because) };
  const age = ageOf(j, lamp, use, evidence);
  if (age !== null && age.due <= j.now) return { is: 'stale', because: [age.because] };
  const keys = unsureKeys(j, lamp, use, evidence.from).filter((key) => !isOther(j.state, keyParts(key).element, item));
  const [key] = keys;
  const due = age?.due ?? null;
  if (key === undefined) return { is: 'fresh', due };
  return {
    is: 'unsure',
    due,
    because: reason('not-in-force', { key, at: evidence.from }, [evidence.entry], keys),
    next: reason('next-in-force', { keys, from: evidence.from, entry: evidence.entry }, [evidence.entry], keys),
  };
};
