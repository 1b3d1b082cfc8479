// A reason before its words: code, figures, and the entries and settings that stand behind it.
import type { SettingKey, Ulid } from '../name/index.ts';
import type { Speaker } from '../journal/index.ts';
import { type ArgsOf, type LampCode, words } from './words.en.ts';

export type Reason = { [C in LampCode]: { code: C; args: ArgsOf<C>; entries: Ulid[]; keys: SettingKey[] } }[LampCode];

export const reason = <C extends LampCode>(code: C, args: ArgsOf<C>, entries: Ulid[] = [], keys: SettingKey[] = []): Reason =>
  ({ code, args, entries, keys }) as unknown as Reason; // a member of the union by construction

export const sayReason = (of: Reason, speaker: Speaker): string => {
  const say = words[of.code] as (args: Reason['args'], speaker: Speaker) => string; // code and args come from one member
  return say(of.args, speaker);
};
