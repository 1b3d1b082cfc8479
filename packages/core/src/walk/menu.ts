// A device's own menu with this station's values in it: what it shows, what to type, what drops out, how long it takes.
import type { SettingKey } from '../name/index.ts';
import { multiTap, type Profile, type Prompt, type SheetView } from '../sheet/index.ts';
import { keyFor } from './key-for.ts';
import { keyedAt } from './keyed.ts';

export type MenuStep = {
  readonly prompt: Prompt;
  readonly key: SettingKey | null;
  /** What to type or choose, as the device wants it; empty where nothing is known, 'kept secret' for a secret. */
  readonly type: string;
  /** In what the device counts, where it is not said with the value. */
  readonly unit: string | null;
  /** Why the value can't be typed there as it stands. */
  readonly cannot: string | null;
  /** Presses of a keypad, letter by letter, where the device has one. */
  readonly presses: readonly string[] | null;
  /** ms of typing. */
  readonly typing: number;
  readonly is: 'now' | 'missing' | 'skipped' | 'dropped';
};

/** ms for one key: ours, slow enough for gloves. */
const onKeyboard = 350;
const onKeypad = 550;

/** The menu of a profile on a sheet, whole: what an earlier answer removes is marked dropped and stays in its place. */
export const menuOf = (profile: Profile, view: SheetView): MenuStep[] =>
  (profile.menu ?? []).map((prompt): MenuStep => {
    const key = prompt.setting === undefined ? null : keyFor(view, prompt.setting);
    const value = key === null ? null : (view.value(key) ?? null);
    const { type, unit, cannot } = keyedAt(profile, prompt, value, view);
    const presses = profile.quirks?.keypad === 'multi-tap' && type !== '' && type !== 'kept secret' ? multiTap(type) : null;
    const keystrokes = presses === null ? Array.from(type).length : presses.join('').length;
    const gate = prompt.only === undefined ? undefined : keyFor(view, prompt.only.setting);
    const answer = gate === undefined || gate === null ? null : (view.value(gate) ?? null);
    const dropped = prompt.only !== undefined && answer !== null && !prompt.only.is.includes(answer);
    const empty = prompt.setting !== undefined && (value === null || value === '');
    return {
      prompt,
      key,
      type,
      unit,
      cannot,
      presses,
      typing:
        prompt.is === 'type'
          ? keystrokes * (profile.quirks?.keypad === 'multi-tap' || profile.quirks?.keypad === 'digits' ? onKeypad : onKeyboard)
          : 0,
      is: dropped
        ? 'dropped'
        : empty && prompt.skip !== undefined
          ? 'skipped'
          : (empty || cannot !== null) && prompt.is !== 'do' && prompt.is !== 'wait'
            ? 'missing'
            : 'now',
    };
  });

export type MenuTime = { readonly typing: number; readonly waiting: number; readonly window: number | null };

/** How long the typing and the usual waits take, ms, and the shortest window that it has to fit into. */
export const menuTime = (profile: Profile, steps: readonly MenuStep[]): MenuTime => {
  const live = steps.filter(({ is }) => is === 'now' || is === 'missing');
  const windows = (profile.windows ?? []).map((window) => window.for);
  return {
    typing: live.reduce((sum, { typing }) => sum + typing, 0),
    waiting: live.reduce((sum, { prompt }) => sum + (prompt.usual ?? 0), 0),
    window: windows.length === 0 ? null : Math.min(...windows),
  };
};

/** The prompts that a display text may be, nearest first: 'I am lost'. */
export const whereAmI = (profile: Profile, shown: string): readonly Prompt[] => {
  const words = shown
    .toLowerCase()
    .split(/[^a-z0-9]+/)
    .filter((word) => word !== '');
  if (words.length === 0) return [];
  const score = ({ shows }: Prompt): number => {
    const own = shows
      .toLowerCase()
      .split(/[^a-z0-9]+/)
      .filter((word) => word !== '');
    return words.filter((word) => own.includes(word)).length / Math.max(words.length, own.length);
  };
  return (profile.menu ?? [])
    .map((prompt) => ({ prompt, of: score(prompt) }))
    .filter(({ of }) => of > 0)
    .sort((a, b) => b.of - a.of)
    .slice(0, 5)
    .map(({ prompt }) => prompt);
};
