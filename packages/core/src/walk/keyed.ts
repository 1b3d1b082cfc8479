// A value as a device wants it keyed: in its own unit and its own words, octets of three digits, small letters.
import { type Json, plainText } from '../name/index.ts';
import {
  definition,
  type DeviceUnit,
  isSecret,
  type Profile,
  type Prompt,
  showValue,
  type SheetView,
  threeDigitOctets,
} from '../sheet/index.ts';
import { keyFor } from './key-for.ts';

/** What one of a device's units is of ours: ms, bytes, millivolts. */
const sizes: { readonly [U in DeviceUnit]: number } = {
  ms: 1,
  '0.1 s': 100,
  s: 1000,
  min: 60_000,
  h: 3_600_000,
  d: 86_400_000,
  kB: 1000,
  MB: 1_000_000,
  GB: 1_000_000_000,
  V: 1000,
  'hour of day': 1,
  'minute of hour': 1,
};
const unitNames: { readonly [U in DeviceUnit]: string } = {
  ms: 'milliseconds',
  '0.1 s': 'tenths of a second',
  s: 'seconds',
  min: 'minutes',
  h: 'hours',
  d: 'days',
  kB: 'kB',
  MB: 'MB',
  GB: 'GB',
  V: 'volts',
  'hour of day': 'the hour',
  'minute of hour': 'the minute',
};

/** What is keyed; or why the value can't be, in words. */
export type Keyed = { readonly type: string; readonly unit: string | null; readonly cannot: string | null };

const typed = (type: string, unit: string | null = null): Keyed => ({ type, unit, cannot: null });

const inUnit = (value: number, unit: DeviceUnit): Keyed => {
  const n = value / sizes[unit];
  const name = unitNames[unit];
  if (Number.isInteger(n)) return typed(String(n), name);
  return {
    type: '',
    unit: name,
    cannot: `It takes whole ${name}: ${Math.floor(n)} or ${Math.ceil(n)}, and ${n} is wanted. Change the sheet.`,
  };
};

const isTime = /^(\d{2}):(\d{2})$/;

const keyedIn = (value: Json, unit: DeviceUnit): Keyed | null => {
  if (unit === 'hour of day' || unit === 'minute of hour') {
    const parts = isTime.exec(plainText(value));
    return parts === null ? null : typed(String(Number(parts[unit === 'hour of day' ? 1 : 2])), unitNames[unit]);
  }
  return typeof value === 'number' ? inUnit(value, unit) : null;
};

/** A value as a device wants it where no prompt says more: octets of three digits, small letters. */
export const asDeviceWants = (profile: Pick<Profile, 'quirks'>, name: string, value: Json): string => {
  const of = definition(name);
  if (value === null || of === null) return '';
  if (isSecret(value)) return 'kept secret';
  const plain = of.form.is === 'text' ? plainText(value) : showValue(of, value);
  if (profile.quirks?.octets === 'three') return threeDigitOctets(plain);
  if (of.form.is === 'text' && of.form.as === 'eui' && profile.quirks?.letters === 'lower') return plain.toLowerCase();
  return plain;
};

/** What the device's own prompt wants: the unit is its own, or the one that another of its settings chooses; a choice is in its words. */
export const keyedAt = (profile: Profile, prompt: Prompt, value: Json, view: SheetView): Keyed => {
  const { setting } = prompt;
  if (setting === undefined || value === null) return typed('');
  if (isSecret(value)) return typed('kept secret');
  const word = prompt.says?.[plainText(value)];
  if (word !== undefined) return typed(word);
  const by = prompt.unitBy === undefined ? null : keyFor(view, prompt.unitBy);
  const chosen = by === null ? undefined : view.value(by);
  const unit = prompt.unit ?? (chosen === 's' || chosen === '0.1 s' || chosen === 'ms' || chosen === 'min' ? chosen : undefined);
  const counted = unit === undefined ? null : keyedIn(value, unit);
  if (counted !== null) return counted;
  if (prompt.unitBy !== undefined && typeof value === 'number')
    return { type: '', unit: null, cannot: 'In which unit it counts is not on the sheet: that comes first.' };
  return typed(asDeviceWants(profile, setting, value));
};
