// What a person may take back, and do again: nothing is unwritten, an earlier value is set by a new entry that names the one it undoes.
import type { Json, Origin, SettingKey, Ulid } from '../name/index.ts';
import { readData } from './kinds/index.ts';
import type { PlacedEntry } from './order.ts';
import { standing } from './state/settings.ts';
import { personOf, type State } from './state/state.ts';

/** A set that would take back another: the value to put there, over the entry that stands. What is done again names, after the entry that it undoes, the one that it repeats. */
export type Turn = {
  readonly key: SettingKey;
  readonly value: Json;
  readonly origin: Origin;
  readonly simulated: boolean;
  readonly over: Ulid;
  readonly re: readonly Ulid[];
};
export type Turns = { readonly undo: Turn | null; readonly redo: Turn | null };

type Made = {
  readonly key: SettingKey;
  readonly id: Ulid;
  readonly value: Json;
  readonly origin: Origin;
  readonly simulated: boolean;
  readonly over: Ulid | null;
};

/** The last set of `person` that still stands, as it would be undone, and the last undone one, as it would be done again. A set that somebody has set over since is out of reach: its history shows it. */
export const turnsOf = (entries: readonly PlacedEntry[], state: State, person: Ulid): Turns => {
  const all = new Map<string, Made>();
  const done: Made[] = [];
  const undone: { readonly by: Made; readonly of: Made }[] = [];
  // A value that was put back, or done again, stands by the entry that did so.
  const again = new Map<string, Ulid>();
  const standsBy = (id: Ulid): Ulid => {
    const next = again.get(id);
    return next === undefined ? id : standsBy(next);
  };
  for (const { entry } of entries) {
    if (entry.kind !== 'setting.set') continue;
    const read = readData(entry);
    if (!read.ok || read.value?.kind !== 'setting.set') continue;
    const { key, value, origin, simulated, over } = read.value.data;
    const made: Made = { key, id: entry.id, value, origin, simulated, over };
    all.set(entry.id, made);
    if (personOf(entry.who) !== person) continue;
    const [back, repeats] = entry.re ?? [];
    const turns = back !== undefined && back === over;
    const [last, taken] = [done.at(-1), undone.at(-1)];
    if (turns && repeats === undefined && last !== undefined && standsBy(last.id) === over) {
      done.pop();
      undone.push({ by: made, of: last });
      if (last.over !== null) again.set(standsBy(last.over), made.id);
    } else if (turns && repeats === taken?.of.id && taken !== undefined && standsBy(taken.by.id) === over) {
      undone.pop();
      done.push(taken.of);
      if (taken.by.over !== null) again.set(standsBy(taken.by.over), made.id);
    } else {
      done.push(made);
      undone.length = 0;
    }
  }
  const stands = ({ key, id }: Made): boolean => standing(state, key)?.pos.id === standsBy(id);
  const [last, taken] = [done.at(-1), undone.at(-1)];
  const before = last?.over == null ? undefined : all.get(last.over);
  return {
    undo:
      last === undefined || !stands(last)
        ? null
        : {
            key: last.key,
            value: before?.value ?? null,
            origin: before?.origin ?? 'typed',
            simulated: before?.simulated ?? false,
            over: standsBy(last.id),
            re: [standsBy(last.id)],
          },
    redo:
      taken === undefined || !stands(taken.by)
        ? null
        : {
            key: taken.of.key,
            value: taken.of.value,
            origin: taken.of.origin,
            simulated: taken.of.simulated,
            over: standsBy(taken.by.id),
            re: [standsBy(taken.by.id), taken.of.id],
          },
  };
};
