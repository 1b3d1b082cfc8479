// Setting up a virtual unit at itself: hold its button, type at its prompts, its page or its lines, save, apply, restart.
import { type Instant, instant } from '../../quantity/index.ts';
import type { Prompt } from '../../sheet/index.ts';
import { kindFacts, profileOf } from './kinds.ts';
import { unitOff, unitOn, type VirtualUnit } from './unit.ts';

/** What its set-up lasts where no window is given, ms. */
const usualWindow = 600_000;
const signed = (unit: VirtualUnit, sign: string, more: Partial<VirtualUnit> = {}): VirtualUnit => ({ ...unit, sign, ...more });

export const isOpen = (unit: VirtualUnit): boolean => !kindFacts[unit.kind].windowed || unit.setup !== null;
const opened = (unit: VirtualUnit, at: Instant, sign: string): VirtualUnit =>
  signed(unit, sign, { setup: { until: instant(at + (profileOf(unit.kind).windows?.[0]?.for ?? usualWindow)), prompt: 0, entry: '' } });

/** The button goes down; what it does is known when it comes up. */
export const buttonDown = (unit: VirtualUnit, at: Instant): VirtualUnit =>
  unit.power.is === 'on' ? signed(unit, 'the button is down', { button: at }) : unit;
/** Factory settings: everything that was set is gone; the store and the serial number stay. */
export const factoryReset = (unit: VirtualUnit, at: Instant, sign: string): VirtualUnit => ({
  ...unitOn(unitOff({ ...unit, saved: {}, applied: {}, running: {} }), at),
  caller: { ...unit.caller, account: '' },
  devices: unit.devices.map((device) => ({ ...device, enrolled: false })),
  sign,
});
/** The button comes up: too short does nothing, long enough does what the longest hold that was reached does, and twice the longest is a reset where the profile says that too long does something else. */
export const buttonUp = (unit: VirtualUnit, at: Instant): VirtualUnit => {
  if (unit.button === null) return unit;
  const held = at - unit.button;
  const free = { ...unit, button: null };
  const holds = [...(profileOf(unit.kind).holds ?? [])].sort((a, b) => a.for - b.for);
  const reached = holds.findLast((hold) => held >= hold.for);
  const last = holds.at(-1);
  if (last === undefined) return signed(free, 'it has no such button');
  if (reached === undefined) return signed(free, holds[0]?.short ?? 'nothing happens');
  if (reached === last && last.long !== undefined && held >= 2 * last.for) return factoryReset(free, at, last.long);
  if (/factory/i.test(reached.does)) return factoryReset(free, at, reached.sign);
  return opened(free, at, reached.sign);
};

/** The prompts at which something can be typed, chosen or waited for, in the unit's own order. */
export const promptsOf = (unit: VirtualUnit): readonly Prompt[] => profileOf(unit.kind).menu ?? [];
export const promptNow = (unit: VirtualUnit): Prompt | null => (unit.setup === null ? null : (promptsOf(unit)[unit.setup.prompt] ?? null));
/** The two lines of its display. */
export const display = (unit: VirtualUnit): readonly [string, string] => {
  if (unit.power.is !== 'on') return ['', unit.power.is === 'booting' ? 'STARTING' : ''];
  const prompt = promptNow(unit);
  if (prompt === null) return ['READY', unit.sign.toUpperCase().slice(0, 16)];
  const held = prompt.setting === undefined ? '' : (unit.typed[prompt.setting] ?? unit.saved[prompt.setting] ?? '');
  const hidden = prompt.setting !== undefined && /code|password|startWord|pin/i.test(prompt.setting);
  const entry = unit.setup?.entry ?? '';
  const shown = entry === '' ? held : entry;
  return [prompt.shows, hidden ? '*'.repeat(shown.length) : shown];
};

/** What a unit has to know before it is installed. */
const mustHave = ['unit.account', 'unit.installerCode'];
const held = (unit: VirtualUnit, key: string): string => (unit.typed[key] ?? unit.saved[key] ?? '').trim();

const goTo = (unit: VirtualUnit, prompt: number): VirtualUnit => {
  if (unit.setup === null) return unit;
  if (prompt >= promptsOf(unit).length) {
    const missing = promptsOf(unit).findIndex((one) => mustHave.includes(one.setting ?? '') && held(unit, one.setting ?? '') === '');
    // Without an account or a code of its own nothing is installed: it goes back to the prompt that is empty.
    if (missing >= 0)
      return signed(unit, `NO ${promptsOf(unit)[missing]?.shows ?? ''}`.slice(0, 16), {
        setup: { ...unit.setup, prompt: missing, entry: '' },
      });
  }
  return prompt >= promptsOf(unit).length
    ? signed(saveAll(unit), 'INSTALLED', { setup: null })
    : { ...unit, setup: { ...unit.setup, prompt: Math.max(0, prompt), entry: '' } };
};
/** Where an answer leads that is not simply the next prompt; null: out of the menu. */
const led = (unit: VirtualUnit, to: string | undefined, otherwise: number): number | null => {
  const here = unit.setup?.prompt ?? 0;
  if (to === undefined) return otherwise;
  if (to === 'again') return here;
  if (to === 'start') return 0;
  if (to === 'out') return null;
  const found = promptsOf(unit).findIndex(({ id }) => id === to);
  return found === -1 ? otherwise : found;
};
const leave = (unit: VirtualUnit): VirtualUnit => signed(unit, 'left the menu: nothing is kept', { setup: null, typed: {} });

export const keys = ['OK', 'NO', 'BACK'] as const;
export type Key = (typeof keys)[number] | { readonly digit: string };
/** A key of its keypad. OK takes what was typed, NO and BACK lead where the prompt says; one BACK too many leaves the menu, and what was typed is gone. */
export const pressKey = (unit: VirtualUnit, key: Key): VirtualUnit => {
  const { setup } = unit;
  const prompt = promptNow(unit);
  if (setup === null || prompt === null) return unit;
  if (typeof key === 'object') return { ...unit, setup: { ...setup, entry: (setup.entry + key.digit).slice(0, 64) } };
  if (key === 'BACK') {
    const to = led(unit, prompt.leads?.back, setup.prompt - 1);
    return to === null || to < 0 ? leave(unit) : goTo(unit, to);
  }
  if (key === 'NO') {
    const to = led(unit, prompt.leads?.wrong, setup.prompt + 1);
    return to === null ? leave(unit) : goTo(unit, to);
  }
  if (prompt.id.startsWith('end-check') && unit.coverOpen) return signed(unit, 'COVER OPEN');
  const typed = prompt.setting === undefined || setup.entry === '' ? unit.typed : { ...unit.typed, [prompt.setting]: setup.entry };
  return goTo({ ...unit, typed }, setup.prompt + 1);
};

/** A value is typed at its page or port; it counts for nothing yet. */
export const typeValue = (unit: VirtualUnit, key: string, value: string): VirtualUnit =>
  isOpen(unit) && unit.power.is === 'on'
    ? signed(unit, 'not saved', { typed: { ...unit.typed, [key]: value } })
    : signed(unit, 'its set-up is not open');
const saveAll = (unit: VirtualUnit): VirtualUnit => ({ ...unit, saved: { ...unit.saved, ...unit.typed }, typed: {} });
const inForce = (unit: VirtualUnit): VirtualUnit => {
  const account = unit.applied['unit.account'] ?? unit.caller.account;
  return { ...unit, running: unit.applied, caller: { ...unit.caller, account } };
};
/** Save keeps; whether it is then in force depends on the kind. */
export const save = (unit: VirtualUnit): VirtualUnit => {
  if (!isOpen(unit) || unit.power.is !== 'on') return signed(unit, 'its set-up is not open');
  const { through } = kindFacts[unit.kind];
  const kept = saveAll(unit);
  if (through.includes('applied')) return signed(kept, 'saved; not applied');
  return through.includes('restarted') ? signed(kept, 'saved; restart it') : inForce(signed({ ...kept, applied: kept.saved }, 'saved'));
};
/** Apply puts in force what was saved, or what a restart then starts with. */
export const apply = (unit: VirtualUnit): VirtualUnit => {
  if (!isOpen(unit) || unit.power.is !== 'on') return signed(unit, 'its set-up is not open');
  const applied = { ...unit, applied: unit.saved };
  return kindFacts[unit.kind].through.includes('restarted') ? signed(applied, 'applied; restart it') : inForce(signed(applied, 'applied'));
};
export const restartUnit = (unit: VirtualUnit, at: Instant): VirtualUnit => unitOn(unitOff(unit), at);

/** How far a value has got in it, as a word. */
export const stageOf = (unit: VirtualUnit, key: string): 'typed' | 'saved' | 'applied' | 'in force' | 'not there' => {
  if (unit.typed[key] !== undefined && unit.typed[key] !== unit.saved[key]) return 'typed';
  const value = unit.saved[key];
  if (value === undefined) return 'not there';
  if (unit.running[key] === value) return 'in force';
  return unit.applied[key] === value && kindFacts[unit.kind].through.includes('applied') ? 'applied' : 'saved';
};

/** One line at its serial port: `KEY=value`, `KEY?`, SAVE, APPLY, RESTART, STATUS. Our own syntax; letters of a key may be of either case. */
export const hearLine = (unit: VirtualUnit, line: string, at: Instant): { unit: VirtualUnit; answer: string } => {
  if (unit.power.is !== 'on') return { unit, answer: '' };
  const text = line.trim();
  const [, key = '', sign = '', value = ''] = /^([\w.]+)\s*(=|\?)\s*(.*)$/.exec(text) ?? [];
  const known = Object.keys({ ...unit.saved, ...unit.typed }).find((one) => one.toLowerCase() === key.toLowerCase());
  if (sign === '?')
    return { unit, answer: known === undefined || /word|code|password/i.test(known) ? 'NO SUCH VALUE' : (unit.saved[known] ?? '') };
  if (sign === '=') return { unit: typeValue(unit, known ?? key, value), answer: 'TYPED' };
  switch (text.toUpperCase()) {
    case 'SAVE':
      return ((next) => ({ unit: next, answer: next.sign.toUpperCase() }))(save(unit));
    case 'APPLY':
      return ((next) => ({ unit: next, answer: next.sign.toUpperCase() }))(apply(unit));
    case 'RESTART':
      return { unit: restartUnit(unit, at), answer: 'RESTARTING' };
    case 'STATUS':
      return { unit, answer: `${unit.store.length} WAIT, ${unit.lost} LOST, ${unit.told.length} TOLD` };
    default:
      return { unit, answer: text === '' ? '' : 'NOT UNDERSTOOD' };
  }
};
