// Typed text to value, value to text, both by the parameter's form. Nothing is mended silently: what is typed is kept beside what is meant.
import { isElementId, isObject, isUlid, type Json, type Measure, plainText, type Ulid } from '../name/index.ts';
import { bad, good, type Parsed, type Problem, problem } from '../problem/index.ts';
import { counted, parseDuration, showFigure } from '../quantity/index.ts';
import { imeiInBlocks, inBlocks } from '../sums/index.ts';
import type { Form, Parameter } from './parameter.ts';
import { readText } from './read-text.ts';

export const isSecret = (value: unknown): value is { readonly secret: Ulid } =>
  isObject(value) && Object.keys(value).length === 1 && isUlid(value['secret']);

const parseText = (form: Extract<Form, { is: 'text' }>, typed: string, path: string): Parsed<Json> => {
  if (typed.length > form.most) return bad(problem('long', path, { most: form.most, in: 'characters' }));
  return form.as === undefined ? good(typed) : readText(form.as, typed, path);
};

/** What a figure may be typed in, and how much of the measure each is. The first is taken where none is typed, but for bytes. */
const scales: {
  readonly [M in Measure]?: { readonly in: { readonly [unit: string]: number }; readonly want: string; readonly bare: boolean };
} = {
  mV: { in: { v: 1000, mv: 1 }, want: 'volts, as 12.6 V', bare: true },
  mA: { in: { a: 1000, ma: 1 }, want: 'amperes, as 0.5 A or 500 mA', bare: true },
  mW: { in: { w: 1000, mw: 1, kw: 1_000_000 }, want: 'watts, as 18 W', bare: true },
  mm: { in: { m: 1000, cm: 10, mm: 1, km: 1_000_000 }, want: 'metres, as 5 m', bare: true },
  B: { in: { b: 1, bytes: 1, kb: 1000, mb: 1e6, gb: 1e9 }, want: 'a number with B, kB, MB or GB', bare: false },
  dBm: { in: { dbm: 1 }, want: 'dBm, as −97 dBm', bare: true },
  dB: { in: { db: 1, dbi: 1 }, want: 'dB, as 3 dB', bare: true },
  percent: { in: { '%': 1 }, want: 'percent, as 20 %', bare: true },
};

const parseScaled = (measure: Measure, typed: string, path: string): Parsed<number> => {
  const scale = scales[measure];
  if (scale === undefined) return parseCount(typed, path);
  const found = /^\s*([\u2212-]?\d{1,12}(?:[.,]\d{1,3})?)\s*([a-z%]*)\s*$/i.exec(typed);
  const unit = found?.[2]?.toLowerCase() ?? '';
  const size = unit === '' ? (scale.bare ? Object.values(scale.in)[0] : undefined) : scale.in[unit];
  if (found === null || size === undefined) return bad(problem('form', path, { want: scale.want, got: typed.slice(0, 40) }));
  return good(Math.round(Number((found[1] ?? '').replace(',', '.').replace('\u2212', '-')) * size));
};

const parseFigure = (form: Extract<Form, { is: 'figure' }>, typed: string, path: string): Parsed<number> => {
  const parsed: Parsed<number> = form.measure === 'ms' ? parseDuration(typed, path) : parseScaled(form.measure, typed, path);
  return parsed.ok && (parsed.value < form.least || parsed.value > form.most)
    ? bad(problem('range', path, { least: form.least, most: form.most, got: parsed.value }))
    : parsed;
};

const parseCount = (typed: string, path: string): Parsed<number> =>
  /^\s*[\u2212-]?\d{1,9}\s*$/.test(typed)
    ? good(Number(typed.trim().replace('\u2212', '-')))
    : bad(problem('form', path, { want: 'a whole number', got: typed.slice(0, 40) }));

/** What a typed text means for this parameter. Empty text is null: not filled in, or cleared. Secrets are not typed this way. */
export const parseTyped = (of: Parameter, typed: string, path: string = of.label): Parsed<Json> => {
  if (typed === '') return good(null);
  const { form } = of;
  switch (form.is) {
    case 'text':
      return parseText(form, typed, path);
    case 'count': {
      const parsed = parseCount(typed, path);
      return parsed.ok && (parsed.value < form.least || parsed.value > form.most)
        ? bad(problem('range', path, { least: form.least, most: form.most, got: parsed.value }))
        : parsed;
    }
    case 'figure':
      return parseFigure(form, typed, path);
    case 'choice':
      return form.of.some(({ value }) => value === typed)
        ? good(typed)
        : bad(problem('choice', path, { got: typed.slice(0, 40), of: form.of.map(({ label }) => label).join(', ') }));
    case 'yesno':
      return typed === 'yes' || typed === 'no'
        ? good(typed === 'yes')
        : bad(problem('choice', path, { got: typed.slice(0, 40), of: 'yes, no' }));
    case 'element':
      return isElementId(typed)
        ? good(typed)
        : bad(problem('form', path, { want: `a ${form.group} of this station`, got: typed.slice(0, 40) }));
    case 'secret':
      return bad(problem('type', path, { want: 'a sealed secret' }));
  }
};

/** What keeps a typed secret from being one for this parameter, or null. The text itself never goes into the problem. */
export const secretFault = (form: Extract<Form, { is: 'secret' }>, typed: string): string | null => {
  if (typed.length < form.least || typed.length > form.most)
    return `It has ${typed.length} characters; ${form.least} to ${form.most} are possible.`;
  if (form.digits && !/^\d+$/.test(typed)) return 'It may only have digits.';
  return null;
};

const hasForm = (form: Form, value: Json): boolean => {
  switch (form.is) {
    case 'text':
      return typeof value === 'string' && value.length <= form.most;
    case 'choice':
    case 'element':
      return typeof value === 'string' && value.length <= 40;
    case 'count':
    case 'figure':
      return typeof value === 'number';
    case 'yesno':
      return typeof value === 'boolean';
    case 'secret':
      return isSecret(value);
  }
};

/** Judges a value that an entry carries: only its type, since a wrong value that somebody wants is a finding and not a refusal. */
export const parseValue = (of: Parameter | null, value: Json, path: string): Parsed<Json> =>
  value === null || of === null || hasForm(of.form, value) ? good(value) : bad(problem('type', path, { want: `a value for ${of.label}` }));

/** What keeps a value from lying within the limits of its parameter, as a form would say it; null where nothing does. Judged for what is new: kept entries stay readable. */
export const limitFault = (of: Parameter | null, value: Json, path: string): Problem | null => {
  if (of === null || value === null || typeof value !== 'number' || (of.form.is !== 'count' && of.form.is !== 'figure')) return null;
  const { least, most } = of.form;
  if (!Number.isSafeInteger(value)) return problem('type', path, { want: 'a whole number' });
  return value < least || value > most ? problem('range', path, { least, most, got: value }) : null;
};

/** A figure brought within the limits of its parameter: what stands in a journal since before a limit is used, never beyond it. */
export const clamped = (of: Parameter | null, value: number): number => {
  if (of === null || (of.form.is !== 'count' && of.form.is !== 'figure') || Number.isNaN(value)) return value;
  return Math.round(Math.min(Math.max(value, of.form.least), of.form.most));
};

export type ElementLabel = (id: string) => string;

/** A value as people read it. A secret never shows. */
export const showValue = (of: Parameter | null, value: Json | undefined, label: ElementLabel = (id) => id): string => {
  if (value === undefined || value === null) return '';
  if (isSecret(value)) return 'kept secret';
  if (of === null) return JSON.stringify(value);
  const { form } = of;
  if (form.is === 'text' && form.as === 'iccid') return inBlocks(plainText(value));
  if (form.is === 'text' && form.as === 'imei') return imeiInBlocks(plainText(value));
  if (form.is === 'text' && form.as === 'eui') return plainText(value).replace(/(.{4})(?=.)/g, '$1 ');
  if (form.is === 'text' && form.as === 'code') return counted(plainText(value).split('\n').length, 'line');
  if (form.is === 'figure' && typeof value === 'number') return showFigure(value, form.measure);
  if (form.is === 'choice') return form.of.find((choice) => choice.value === value)?.label ?? plainText(value);
  if (form.is === 'yesno') return value === true ? form.yes : form.no;
  if (form.is === 'element') return label(plainText(value));
  return plainText(value);
};

/** A value as it stands in a field that a person edits. */
export const editValue = (of: Parameter, value: Json | undefined): string => {
  if (value === undefined || value === null || of.form.is === 'secret') return '';
  if (of.form.is === 'yesno') return value === true ? 'yes' : 'no';
  if (of.form.is === 'choice' || of.form.is === 'element') return plainText(value);
  return showValue(of, value);
};
