// What is planned and ticked: steps of a device's menu, things packed, and what was asked of whom.
import { isSettingKey } from '../../name/index.ts';
import { fields, flag, known, orNull, text, words } from '../../problem/index.ts';
import { kind } from '../kind.ts';

const day = known((value): value is string => typeof value === 'string' && /^\d{4}-\d{2}-\d{2}$/.test(value), 'a day such as 2027-03-14');

/** `what` names the step: `menu|profile|prompt`, `kit|line`, `plan|task`. Taken back with `done: false`. */
export const stepDone = kind(
  'step.done',
  1,
  fields({ what: words(200), done: flag, words: text(300) }),
  (state, { what, done, words: said }, { pos, entry }) => ({
    ...state,
    steps: { ...state.steps, [what]: { done, words: said, pos, who: entry.who } },
  }),
);

export const askNoted = kind(
  'ask.noted',
  1,
  fields({ key: known(isSettingKey, 'a setting’s key'), asked: text(80), ticket: text(60), askedOn: orNull(day), chaseOn: orNull(day) }),
  (state, { key, ...note }, { pos, entry }) => ({ ...state, asks: { ...state.asks, [key]: { ...note, pos, who: entry.who } } }),
);
