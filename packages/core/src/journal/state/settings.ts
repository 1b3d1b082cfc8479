// Settings: for each key the leaves of its tree of sets. More than one leaf is a conflict; the latest in order stands and all of them show.
import type { Json, SettingKey } from '../../name/index.ts';
import { comparePos } from '../order.ts';
import type { Leaf, State } from './state.ts';
import { put } from './owned.ts';

/** A set takes the place of the leaf that its writer saw, and of those that it settles. */
export const withLeaf = (state: State, key: SettingKey, leaf: Leaf, replaces: readonly string[]): State => {
  const leaves = (state.settings[key] ?? []).filter(({ pos }) => !replaces.includes(pos.id));
  return {
    ...state,
    settings: put(
      state.settings,
      key,
      [...leaves, leaf].sort((a, b) => comparePos(a.pos, b.pos)),
    ),
  };
};

export const standing = (state: State, key: SettingKey): Leaf | null => state.settings[key]?.at(-1) ?? null;
export const wanted = (state: State, key: SettingKey): Json | undefined => standing(state, key)?.value;
/** The leaves of a conflict, the standing one last; empty where there is none. */
export const conflictOf = (state: State, key: SettingKey): readonly Leaf[] => {
  const leaves = state.settings[key] ?? [];
  return leaves.length > 1 ? leaves : [];
};
