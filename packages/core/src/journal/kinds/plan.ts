// What is planned and ticked: steps of a device's menu, where a walk stands, things packed, and what was asked of whom.
import { isSettingKey } from '../../name/index.ts';
import { fields, flag, known, oneOf, orNull, text, words } from '../../problem/index.ts';
import { kind } from '../kind.ts';
import { walkMoves } from '../state/state.ts';
import { put } from '../state/owned.ts';

const day = known((value): value is string => typeof value === 'string' && /^\d{4}-\d{2}-\d{2}$/.test(value), 'a day such as 2027-03-14');

/** `what` names the step: `menu|profile|prompt`, `kit|line`, `plan|task`. Taken back with `done: false`. */
export const stepDone = kind(
  'step.done',
  1,
  fields({ what: words(200), done: flag, words: text(300) }),
  (state, { what, done, words: said }, { pos, entry }) => ({
    ...state,
    steps: put(state.steps, what, { done, words: said, pos, who: entry.who }),
  }),
);

/** A walk has come to another prompt, or a window of the device has opened; `walk` is the profile, `at` a prompt's id, null outside of the menu. */
export const walkMoved = kind(
  'walk.moved',
  1,
  fields({ walk: words(40), at: orNull(words(60)), how: oneOf(walkMoves), window: orNull(words(60)), words: text(300) }),
  (state, { walk, at, how, window }, { pos, entry }) => {
    const was = state.walks[walk];
    const opened = window === null ? (how === 'begun' || how === 'over' ? null : (was?.window ?? null)) : { name: window, pos };
    // An opened window leaves the prompt in hand where it is, and its time with it.
    const now = how === 'window' && was !== undefined ? { ...was, window: opened } : { at, how, pos, who: entry.who, window: opened };
    return { ...state, walks: put(state.walks, walk, now) };
  },
);

export const askNoted = kind(
  'ask.noted',
  1,
  fields({ key: known(isSettingKey, 'a setting’s key'), asked: text(80), ticket: text(60), askedOn: orNull(day), chaseOn: orNull(day) }),
  (state, { key, ...note }, { pos, entry }) => ({ ...state, asks: put(state.asks, key, { ...note, pos, who: entry.who }) }),
);
