// What has been said of a station that is not there yet: kept over a reload, but for secrets.
import { useState } from 'react';
import { type ElementId, isElementId } from '@green-lamp/core/name';
import { dictionary, fields, known, listOf, orNull, text } from '@green-lamp/core/problem';
import { isPathKind, type PathKind } from '@green-lamp/core/sheet';
import { type Goal, type Made, usually } from '@green-lamp/core/walk';
import { isListenerKind } from '@green-lamp/core/wire';
import { useDraft } from '../../../parts/use-draft.ts';
import { newElementId } from '../../../store/element-id.ts';
import { useLive } from '../../../store/live.ts';
import type { EquipmentProfile } from './equipment.ts';
import type { Typed } from './open-station.ts';

export const isGoal = (value: unknown): value is Goal => value === 'other' || value === 'portal' || isListenerKind(value);

type Said = {
  readonly name: string;
  readonly unit: string | null;
  readonly modem: string | null;
  /** Null while they are the usual ones of what was chosen. */
  readonly ways: readonly PathKind[] | null;
  readonly goal: Goal | 'later' | null;
  readonly typed: Typed;
  readonly ids: { readonly [place: string]: ElementId };
};
const anyText = (value: unknown): value is string => typeof value === 'string';
const shape = fields({
  name: text(200),
  unit: orNull(text(40)),
  modem: orNull(text(40)),
  ways: orNull(listOf(known(isPathKind, 'a kind of path'), 9)),
  goal: orNull(known((value): value is Goal | 'later' => value === 'later' || isGoal(value), 'where its calls go')),
  typed: dictionary(anyText, 'a setting', text(2000)),
  ids: dictionary(anyText, 'a place', known(isElementId, 'an element')),
});
const nothing: Said = { name: '', unit: null, modem: null, ways: null, goal: null, typed: {}, ids: {} };

const read = (kept: string): Said => {
  try {
    const parsed = shape(JSON.parse(kept), '');
    return parsed.ok ? { ...parsed.value, typed: defined(parsed.value.typed), ids: defined(parsed.value.ids) } : nothing;
  } catch {
    return nothing;
  }
};
const defined = <T>(of: { readonly [name: string]: T | undefined }): { readonly [name: string]: T } =>
  Object.fromEntries(Object.entries(of).flatMap(([name, value]) => (value === undefined ? [] : [[name, value]])));

export type NewStation = {
  readonly said: Said;
  readonly made: Made;
  readonly chosen: readonly EquipmentProfile[];
  readonly secrets: Typed;
  readonly id: (place: string) => ElementId;
  readonly say: (of: Partial<Omit<Said, 'ids'>>) => void;
  readonly hide: (key: string, plain: string) => void;
  readonly drop: () => void;
};

export const useNewStation = (equipment: readonly EquipmentProfile[]): NewStation => {
  const [kept, keep, drop] = useDraft('new station', '');
  const [secrets, setSecrets] = useState<Typed>({});
  const listens = useLive(({ listeners }) => listeners.some(({ kind, state }) => kind === 'line' && state === 'listening'));
  const [ids] = useState(() => new Map(Object.entries(read(kept).ids)));
  const said = read(kept);
  const of = (id: string | null): EquipmentProfile | null => equipment.find(({ profile }) => profile.id === id) ?? null;
  const [unit, modem] = [of(said.unit), of(said.modem)];
  const kind = modem?.profile.kind ?? unit?.profile.kind;
  const usual = kind === undefined ? null : usually[kind];
  const own = usual?.goal ?? (unit?.profile.kind === undefined ? undefined : usually[unit.profile.kind].goal);
  const goal = said.goal === 'later' ? null : (said.goal ?? own ?? (listens ? 'line' : null));
  return {
    said,
    made: {
      unit: unit?.profile ?? null,
      modem: modem?.profile ?? null,
      ways: said.ways ?? modem?.profile.ways ?? usual?.ways ?? ['cellular'],
      goal,
    },
    chosen: [unit, modem].flatMap((one) => one ?? []),
    secrets,
    id: (place) => {
      const there = ids.get(place);
      if (there !== undefined) return there;
      const made = newElementId();
      ids.set(place, made);
      return made;
    },
    say: (now) => {
      keep(JSON.stringify({ ...said, ...now, ids: Object.fromEntries(ids) }));
    },
    hide: (key, plain) => {
      setSecrets((was) => ({ ...was, [key]: plain }));
    },
    drop,
  };
};
