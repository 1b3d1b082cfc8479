// Values as people write them in a mail or on a note, brought to what the sheet's own forms take: 'roaming on', '1 day', 'static', 'DHCP'. What is no such word is left as it is.
import type { Form, Parameter } from './parameter.ts';

const simple = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();

const yes = new Set([
  'yes',
  'on',
  'true',
  'enabled',
  'enable',
  'active',
  'activated',
  'allowed',
  'permitted',
  'possible',
  'available',
  'set',
  'done',
  '1',
  'ja',
  'oui',
  'si',
  'y',
]);
const no = new Set([
  'no',
  'off',
  'false',
  'disabled',
  'disable',
  'inactive',
  'deactivated',
  'not allowed',
  'not permitted',
  'forbidden',
  'blocked',
  'not possible',
  'not available',
  'not set',
  'not done',
  'not active',
  'not enabled',
  '0',
  'nein',
  'non',
  'n',
  'none',
]);

/** Other words for a choice, by its value. Common practice, no source. */
const words: { readonly [value: string]: readonly string[] } = {
  fixed: [
    'static',
    'fix',
    'fixed public',
    'static public',
    'fixed ip',
    'static ip',
    'public fixed',
    'public static',
    'fixed address',
    'static address',
    'by hand',
    'manual',
  ],
  dhcp: ['dynamic', 'automatic', 'auto', 'by dhcp', 'by lease', 'lease'],
  nat: ['cgnat', 'cg nat', 'carrier grade nat', 'carrier nat', 'behind nat', 'shared'],
  public: ['public dynamic', 'dynamic public', 'public changing'],
  private: ['private address', 'private ip', 'internal'],
  auto: ['automatic', 'all', 'any'],
  lte: ['4g', '4g only', 'lte only'],
  umts: ['3g', '3g only', 'wcdma'],
  gsm: ['2g', '2g only'],
  nr: ['5g', '5g only'],
  'lte-m': ['cat m', 'cat m1', 'lte m', 'ltem'],
  'nb-iot': ['nbiot', 'cat nb', 'cat nb1', 'nb1'],
  TCP: ['tcp ip'],
  active: ['activated', 'live', 'in service'],
  inactive: ['not active', 'not activated', 'deactivated'],
  ordered: ['on order', 'in the post'],
  none: ['no', 'without', 'off', 'not used'],
  '2FF': ['mini', 'mini sim', 'standard'],
  '3FF': ['micro', 'micro sim'],
  '4FF': ['nano', 'nano sim'],
  MFF2: ['esim', 'embedded', 'soldered'],
  charge: ['charged', 'billed', 'costs more'],
  slow: ['throttled', 'slowed', 'slowed down'],
  cut: ['cut off', 'stopped', 'blocked'],
};

/** The label's own words in front of the value: 'roaming on' for Roaming. */
const withoutLabel = (label: string, typed: string): string => {
  const own = simple(label).split(' ');
  const said = simple(typed).split(' ');
  let n = 0;
  while (n < said.length - 1 && own.includes(said[n] ?? '')) n++;
  return said.slice(n).join(' ');
};

const asYesNo = (form: Extract<Form, { is: 'yesno' }>, label: string, typed: string): string => {
  for (const said of [simple(typed), withoutLabel(label, typed)]) {
    if (said === simple(form.yes)) return 'yes';
    if (said === simple(form.no)) return 'no';
    if (no.has(said)) return 'no';
    if (yes.has(said)) return 'yes';
  }
  return typed.toLowerCase();
};

const asChoice = (form: Extract<Form, { is: 'choice' }>, label: string, typed: string): string => {
  for (const said of [simple(typed), withoutLabel(label, typed)]) {
    const own = form.of.find(({ value, label: name }) => simple(value) === said || simple(name) === said);
    const meant = own ?? form.of.find(({ value }) => words[value]?.includes(said) === true);
    if (meant !== undefined) return meant.value;
  }
  return typed;
};

/** Figures with a unit in words, as '24 hours' or '150 megabytes', with the unit's sign. */
const units: readonly (readonly [RegExp, string])[] = [
  [/\b(?:milliseconds?|msecs?)\b/i, 'ms'],
  [/\b(?:seconds?|secs?|sekunden|secondes)\b/i, 's'],
  [/\b(?:minutes?|mins|minuten)\b/i, 'min'],
  [/\b(?:hours?|hrs?|stunden|heures)\b/i, 'h'],
  [/\b(?:days?|tage?|jours?)\b/i, 'd'],
  [/\b(?:kilobytes?|kbytes?)\b/i, 'kB'],
  [/\b(?:megabytes?|mbytes?|mo)\b/i, 'MB'],
  [/\b(?:gigabytes?|gbytes?|go)\b/i, 'GB'],
  [/\b(?:volts?)\b/i, 'V'],
  [/\b(?:amps?|amperes?)\b/i, 'A'],
  [/\b(?:watts?)\b/i, 'W'],
  [/\b(?:metres?|meters?)\b/i, 'm'],
];
const wordsForNumbers: { readonly [word: string]: string } = {
  one: '1',
  a: '1',
  an: '1',
  two: '2',
  three: '3',
  five: '5',
  ten: '10',
  daily: '1 d',
  hourly: '1 h',
};
const asFigure = (typed: string): string => {
  const plain = typed.trim().replace(/^(?:about|every|max(?:imum)?\.?|up to|each)\s+/i, '');
  const counted = plain.replace(/^[a-z]+\b/i, (word) => wordsForNumbers[word.toLowerCase()] ?? word);
  const found = units.find(([form]) => form.test(counted));
  return found === undefined ? counted : counted.replace(found[0], found[1]);
};

/** What a written value means for this setting, as `parseTyped` takes it. */
export const asMeant = (of: Parameter, typed: string): string => {
  const { form, label } = of;
  if (form.is === 'yesno') return asYesNo(form, label, typed);
  if (form.is === 'choice') return asChoice(form, label, typed);
  return form.is === 'figure' ? asFigure(typed) : typed;
};

/** Characters that come along with copied text and that nobody sees: hard and thin blanks, zero width, marks of direction, soft hyphens. */
const unseen = /[\u00a0\u00ad\u1680\u180e\u2000-\u200f\u202a-\u202f\u205f-\u2064\u3000\ufeff\u0000-\u001f\u007f]/; // eslint-disable-line no-control-regex -- they are what is looked for
export type CopyFault = 'blank at its end' | 'blank at its beginning' | 'characters that nobody sees';
/** What came along with a copied text; null where nothing did. */
export const copyFault = (typed: string): CopyFault | null =>
  unseen.test(typed)
    ? 'characters that nobody sees'
    : typed.startsWith(' ')
      ? 'blank at its beginning'
      : typed.endsWith(' ')
        ? 'blank at its end'
        : null;
export const withoutCopied = (typed: string): string => typed.replace(new RegExp(unseen.source, 'g'), '').trim();
