// A device's own menu with this station's values in it: what it shows, what to type, what drops out, how long it takes.
import { type Json, plainText, type SettingKey, settingKey } from '../name/index.ts';
import { definition, isSecret, type Profile, type Prompt, showValue, type SheetView, multiTap, threeDigitOctets } from '../sheet/index.ts';

export type MenuStep = {
  readonly prompt: Prompt;
  readonly key: SettingKey | null;
  /** What to type or choose, as the device wants it; empty where nothing is known, 'kept secret' for a secret. */
  readonly type: string;
  /** Presses of a keypad, letter by letter, where the device has one. */
  readonly presses: readonly string[] | null;
  /** ms of typing. */
  readonly typing: number;
  readonly is: 'now' | 'missing' | 'skipped' | 'dropped';
};

/** ms for one key: ours, slow enough for gloves. */
const onKeyboard = 350;
const onKeypad = 550;

/** The settings that every element of a definition could hold; the one of the role's device first. */
const keyFor = (view: SheetView, name: string): SettingKey | null => {
  const of = definition(name);
  if (of === null) return null;
  const param = name.slice(of.holder.length + 1);
  const element = view.elements.find(({ group }) => group === of.holder);
  const once = of.holder === 'site' || of.holder === 'desk' || of.holder === 'it' || of.holder === 'portal' || of.holder === 'computer';
  return once ? settingKey(of.holder, null, param) : element === undefined ? null : settingKey(of.holder, element.id, param);
};

/** A value as a device wants it typed: octets of three digits, value and unit apart, small letters. */
export const asDeviceWants = (profile: Profile, name: string, value: Json): string => {
  const of = definition(name);
  if (value === null || of === null) return '';
  if (isSecret(value)) return 'kept secret';
  const plain = of.form.is === 'text' ? plainText(value) : showValue(of, value);
  if (profile.quirks?.octets === 'three') return threeDigitOctets(plain);
  if (of.form.is === 'text' && of.form.as === 'eui' && profile.quirks?.letters === 'lower') return plain.toLowerCase();
  return plain;
};

/** The menu of a profile on a sheet, whole: what an earlier answer removes is marked dropped and stays in its place. */
export const menuOf = (profile: Profile, view: SheetView): MenuStep[] =>
  (profile.menu ?? []).map((prompt): MenuStep => {
    const key = prompt.setting === undefined ? null : keyFor(view, prompt.setting);
    const value = key === null ? null : (view.value(key) ?? null);
    const type = prompt.setting === undefined ? '' : asDeviceWants(profile, prompt.setting, value);
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
      presses,
      typing:
        prompt.is === 'type'
          ? keystrokes * (profile.quirks?.keypad === 'multi-tap' || profile.quirks?.keypad === 'digits' ? onKeypad : onKeyboard)
          : 0,
      is: dropped
        ? 'dropped'
        : empty && prompt.skip !== undefined
          ? 'skipped'
          : empty && prompt.is !== 'do' && prompt.is !== 'wait'
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
