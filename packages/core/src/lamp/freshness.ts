// [L1] When evidence is stale: an entry later than it moved a value on a device, the place or the hardware on which its lamp stands; or it is past its age.
// The parameter table alone says which settings those are; the hardware table below says the same for hands.
import { type ElementId, isSettingKey, type LampName, type SettingKey } from '../name/index.ts';
import { comparePos, type Evidence, evidencePos, type HardwareKind, type Pos } from '../journal/index.ts';
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

const changesSince = (j: Judging, lamp: LampName, use: PathUse | null, since: Pos): { pos: Pos; because: Reason }[] => {
  const { state } = j;
  const moves = Object.entries(state.device).flatMap(([key, on]) => {
    const of = isSettingKey(key) ? definitionOf(key) : null;
    const { moved } = on;
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
    const last = Math.max(evidence.to, ...j.heard.filter(({ path }) => path === use.path).map(({ last: at }) => at));
    return {
      due: last + every * j.house.missedCheckIns,
      because: reason('missed', { at: last, missed: j.house.missedCheckIns }, [evidence.entry]),
    };
  }
  const age = j.house.age[lamp];
  return age === undefined ? null : { due: evidence.to + age, because: reason('aged', { at: evidence.to, age }, [evidence.entry]) };
};

export const freshness = (j: Judging, lamp: LampName, use: PathUse | null, evidence: Evidence): Freshness => {
  const changes = changesSince(j, lamp, use, evidencePos(evidence));
  if (changes.length > 0) return { is: 'stale', because: changes.map(({ because }) => because) };
  const age = ageOf(j, lamp, use, evidence);
  if (age !== null && age.due <= j.now) return { is: 'stale', because: [age.because] };
  const keys = unsureKeys(j, lamp, use, evidence.from);
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
