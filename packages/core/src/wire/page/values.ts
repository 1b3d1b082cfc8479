// What the value behind a known name says: whole values only, in their unit. Null where it can't be one; then its line is listed.
import type { Measure } from '../../name/index.ts';
import { parseAddress, parseIccid, parseImei } from '../../sums/index.ts';
import { type FoundName, type Said, said } from '../answer/found.ts';
import { addressSaid, numbered } from '../at/answers.ts';
import type { Key, KeyName } from './keys.ts';
import { down, isNothing, no, pinStates, plainPhrase, registrations, technologies, up, withoutGrade, yes } from './phrases.ts';
import type { Place } from './place.ts';

export type Beside = { readonly key: Key; readonly place: Place; readonly statusWords: ReadonlyMap<string, string> };
type Read = (value: string, beside: Beside) => Said[] | null;

const minus = /^[\u2212\u2010-\u2015\uFE63\uFF0D]\s*(?=\d)/;
/** A figure with its unit, from the value, else from the name. */
const figureOf = (value: string, unitOfKey: string): { number: number; unit: string } | null => {
  const found = /^([+-]?\d{1,4}(?:[.,]\d{1,3})?)\s*(dBm|dB|%)?$/i.exec(withoutGrade(value.replace(minus, '-').replace(/^-\s+(?=\d)/, '-')));
  if (found === null) return null;
  return { number: Number((found[1] ?? '').replace(',', '.')), unit: (found[2] ?? unitOfKey).toLowerCase() };
};

/**
 * A figure in its measure. Without a unit it is taken where only one unit can be meant: below zero, in dBm.
 * `bare`: how a figure in dB without a unit is taken; pages write tenths and steps of 0.2 dB too.
 */
const figure =
  (what: FoundName, measure: Measure, least: number, most: number, bare: 'never' | 'unsure' | 'sure'): Read =>
  (value, { key }) => {
    const read = figureOf(value, key.unit);
    if (read === null || (read.unit !== '' && read.unit !== measure.toLowerCase()) || read.number < least || read.number > most)
      return null;
    const isBare = read.unit === '';
    if (isBare && (bare === 'never' || (bare === 'sure' && read.number >= 0))) return null;
    const zero = read.number === 0;
    if (isBare && zero) return null;
    const note =
      isBare && bare === 'unsure' ? 'No unit stands there: taken as dB.' : zero ? 'Some devices write 0 where they know nothing.' : '';
    return [said(what, read.number, { in: measure, sure: note === '', note, of: key.of })];
  };

const bars: Read = (value, { key }) => {
  const found = /^(\d)(?: ?bars?)? ?(?:\/|of|out of|von|sur|de) ?(\d)(?: ?bars?)?$/i.exec(withoutGrade(value.replace(/^[([]|[)\]]$/g, '')));
  const [n, top] = [Number(found?.[1]), Number(found?.[2])];
  if (found === null || top < 3 || n > top) return null;
  const five = top === 5;
  return [
    said('signal.bars', five ? n : Math.round((n / top) * 5), {
      in: 'step',
      of: key.of,
      sure: five,
      note: five ? '' : `${n} of ${top} on the device, brought to five.`,
    }),
  ];
};

const phrase =
  (what: FoundName, phrases: ReadonlyMap<string, string>, notes: { readonly [value: string]: string } = {}): Read =>
  (value, { key }) => {
    const read = phrases.get(plainPhrase(value));
    return read === undefined ? null : [said(what, read, { of: key.of, note: notes[read] ?? '' })];
  };

const pinNotes = {
  'PIN wanted': 'Three wrong tries lock the card.',
  'PUK wanted': 'Ten wrong tries end the card for good: ask the carrier for the PUK.',
};
const registrationNotes = {
  registered: 'The page does not say whether at home or roaming.',
  'not registered': 'The page does not say whether it searches.',
};

const shaped =
  (what: FoundName, form: RegExp): Read =>
  (value, { key }) =>
    form.test(value) && !isNothing(value) ? [said(what, value, { of: key.of })] : null;

const number =
  (what: 'card.number' | 'modem.imei', parse: (typed: string) => { ok: true; value: string } | { ok: false }): Read =>
  (value, { key }) => {
    const parsed = parse(value);
    return parsed.ok ? numbered(what, parsed.value).map((of) => ({ ...of, of: key.of, sure: of.sure && key.of === '' })) : null;
  };

/** An address is the modem's where name or heading says so; without that it may be the LAN's. */
const address =
  (what: 'context.address' | 'context.dns'): Read =>
  (value, { key, place }) => {
    const bare = value.replace(/\s*[/ ]\s*(?:\d{1,3}|255\.[\d.]+)$/, '');
    const parsed = parseAddress(bare);
    if (!parsed.ok || parsed.value.text === '0.0.0.0' || parsed.value.text === '::') return null;
    if (['loopback', 'link-local', 'multicast'].includes(parsed.value.kind)) return null;
    const sure = key.of === '' && (key.cellular || place === 'cell');
    return addressSaid(parsed.value.text, key.of).map((of) => ({
      ...of,
      what,
      sure,
      note: what === 'context.dns' ? '' : sure ? of.note : `The page does not say of which interface. ${of.note}`,
    }));
  };

const operator: Read = (value, { key }) => {
  const plain = plainPhrase(value);
  const isName = /\p{L}/u.test(value) ? value.length <= 40 && !/[:=%{}<>]|\bdBm?\b/.test(value) : /^\d{3}[- ]?\d{2,3}$/.test(value);
  if (!isName || isNothing(value) || technologies.has(plain) || registrations.has(plain) || pinStates.has(plain) || up.has(plain))
    return null;
  return /^[\dA-Fa-f.:]+(?:\/\d+)?$/.test(value) && parseAddress(value.replace(/\/\d+$/, '')).ok
    ? null
    : [said('network.operator', value, { of: key.of })];
};

const yesNo = (value: string): boolean | null => {
  const plain = plainPhrase(value);
  return yes.has(plain) ? true : no.has(plain) ? false : null;
};

const readers: { readonly [K in KeyName]?: Read } = {
  'signal.rsrp': figure('signal.rsrp', 'dBm', -156, -31, 'sure'),
  'signal.rsrq': figure('signal.rsrq', 'dB', -43, -0.5, 'sure'),
  'signal.sinr': figure('signal.sinr', 'dB', -23, 40, 'unsure'),
  'signal.rscp': figure('signal.rscp', 'dBm', -121, -25, 'sure'),
  'signal.ecno': figure('signal.ecno', 'dB', -25, -0.5, 'sure'),
  'signal.rssi': figure('signal.rssi', 'dBm', -120, -20, 'sure'),
  'signal.rxlev': figure('signal.rxlev', 'dBm', -111, -47, 'sure'),
  signal: bars,
  'card.number': number('card.number', parseIccid),
  'card.imsi': (value, { key }) =>
    /^\d{14,15}$/.test(value) && !/^0+$/.test(value) ? [said('card.imsi', value, { of: key.of, sure: key.of === '' })] : null,
  'modem.imei': number('modem.imei', parseImei),
  'card.pin': phrase('card.pin', pinStates, pinNotes),
  'context.apn': (value, { key }) =>
    /^[A-Za-z0-9](?:[A-Za-z0-9._-]{0,98}[A-Za-z0-9])?$/.test(value) && !isNothing(value) && !isServiceApn(value)
      ? [said('context.apn', value, { of: key.of, sure: key.of === '' })]
      : null,
  'context.address': address('context.address'),
  'context.dns': address('context.dns'),
  'context.active': (value, { key, statusWords }) => {
    const plain = plainPhrase(value);
    const note = statusWords.get(plain);
    if (note !== undefined) return [said('status.word', value, { note, of: key.of })];
    return up.has(plain)
      ? [said('context.active', 'active', { of: key.of, sure: key.cellular })]
      : down.has(plain)
        ? [said('context.active', 'not active', { of: key.of, sure: key.cellular })]
        : null;
  },
  'status.word': (value, { key, statusWords }) => {
    const note = statusWords.get(plainPhrase(value));
    return note === undefined ? null : [said('status.word', value, { note, of: key.of })];
  },
  'network.operator': operator,
  'network.technology': (value, { key }) =>
    technologies.has(plainPhrase(value)) ? [said('network.technology', value, { of: key.of })] : null,
  'network.registration': (value, beside) => {
    const attached = yesNo(value);
    return /^(?:not )?attached$|^detached$/i.test(value) && attached !== null
      ? [said('network.attached', attached ? 'yes' : 'no', { of: beside.key.of })]
      : phrase('network.registration', registrations, registrationNotes)(value, beside);
  },
  registered: (value, { key }) => {
    const is = yesNo(value);
    if (is === null)
      return phrase('network.registration', registrations, registrationNotes)(value, { key, place: 'plain', statusWords: new Map() });
    const word = is ? 'registered' : 'not registered';
    return [said('network.registration', word, { of: key.of, note: registrationNotes[word] })];
  },
  'network.attached': (value, { key }) => {
    const is = yesNo(value);
    return is === null ? null : [said('network.attached', is ? 'yes' : 'no', { of: key.of })];
  },
  'network.cell': shaped('network.cell', /^(?:0x)?[\dA-Fa-f]{2,10}(?:\s*\(.{1,24}\))?$/),
  'network.area': shaped('network.area', /^(?:0x)?[\dA-Fa-f]{1,6}(?:\s*\(.{1,24}\))?$/),
  'network.band': shaped(
    'network.band',
    /^(?:(?:lte|nr|e-?utra|umts|wcdma|gsm)[ -]?)?(?:band ?)?[bn]?[1-9]\d{0,2}(?:[ ,]*\(?(?:\d{3,4}(?:\.\d)? ?mhz|fdd|tdd)\)?)?$/i,
  ),
  'modem.serial': shaped('modem.serial', /^(?=.*\d)[A-Za-z0-9][A-Za-z0-9/._-]{3,39}$/),
  'modem.identity': shaped('modem.identity', /^(?=.*[A-Za-z0-9])[^:=<>{}]{2,60}$/),
};

/** Names of network services under which a modem holds contexts of its own: not the access point that carries data. */
export const isServiceApn = (apn: string): boolean => /^(?:ims|sos|xcap|hos|emergency|supl|mms|fota|admin)(?:\.|$)/i.test(apn);

/** Names that another side of a box has too; there they are not the modem's. */
const ambiguous = new Set<KeyName>([
  'signal.rssi',
  'signal.sinr',
  'signal',
  'context.address',
  'context.dns',
  'context.active',
  'network.operator',
  'network.technology',
  'modem.serial',
  'modem.identity',
  'network.band',
  'network.registration',
  'registered',
  'network.attached',
  'status.word',
  'network.cell',
]);

/** What a value says under its name and in its place; null where nothing. */
export const readValue = (value: string, beside: Beside): Said[] | null => {
  const { key, place } = beside;
  const bare = value.trim();
  if (bare === '' || bare.length > 120 || place === 'none') return null;
  if (place === 'other' && ambiguous.has(key.what) && !key.cellular) return null;
  return readers[key.what]?.(bare, beside) ?? null;
};
