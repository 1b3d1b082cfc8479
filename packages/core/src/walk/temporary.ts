// Settings that are otherwise for the time being: a short check-in for the test, a lowered threshold, the computer's address. Open until what they have to end with is in force.
import { isSettingKey, type Json, keyParts, type SettingKey } from '../name/index.ts';
import { present, same, type State, stageOf, wanted } from '../journal/index.ts';
import { definitionOf } from '../sheet/index.ts';

export type OpenTemporary = {
  readonly key: SettingKey;
  /** What is wanted now, and what it has to end with. */
  readonly now: Json;
  readonly ends: Json;
  /** Put back on the sheet already, and not known to be in force. */
  readonly back: boolean;
  readonly words: string;
  /** Order key of the entry: since when. */
  readonly since: number;
};

const isBack = (state: State, key: SettingKey, ends: Json): boolean => same(wanted(state, key) ?? null, ends);

/** Whether the value that it has to end with stands: on its device and in force, or on paper where no device holds it. */
const isOver = (state: State, key: SettingKey, ends: Json): boolean => {
  if (!isBack(state, key, ends)) return false;
  const stage = stageOf(state, key);
  return (
    definitionOf(key)?.enteredOn == null ||
    stage === 'inForce' ||
    stage === 'readBack' ||
    (stage === 'wanted' && state.device[key] === undefined)
  );
};

/** Those that are open, the oldest first. What was taken off the sheet is not among them. */
export const openTemporary = (state: State): OpenTemporary[] => {
  const here = new Set(present(state).map(({ id }) => id));
  return Object.entries(state.temporary)
    .flatMap(([key, { ends, words, pos }]): OpenTemporary[] => {
      if (!isSettingKey(key)) return [];
      const { element } = keyParts(key);
      if ((element !== null && !here.has(element)) || isOver(state, key, ends)) return [];
      return [{ key, now: wanted(state, key) ?? null, ends, back: isBack(state, key, ends), words, since: pos.ord }];
    })
    .sort((a, b) => a.since - b.since);
};
