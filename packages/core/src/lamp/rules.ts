// [R1] By what a station is judged: the versions of house rules and profiles that it has adopted, or what ships. Nothing newer is taken by itself.
import { shippedHouse, type House, houseShape } from '../house/index.ts';
import { canonical, hashOf, type Pin, pinName, type State } from '../journal/index.ts';
import { type Json, type Measure, plainText, type Sha256 } from '../name/index.ts';
import { showFigure } from '../quantity/index.ts';
import { type Profile, profileRoles, profileShape, type ProfileRole } from '../sheet/index.ts';
import { readingOf } from '../evidence/index.ts';
import { verdictWords } from './result.ts';

export type NamedRules = {
  readonly role: 'house' | ProfileRole;
  readonly id: string;
  readonly version: number;
  readonly hash: Sha256;
  readonly name: string;
  /** Pinned by an entry; else the default that ships. */
  readonly adopted: boolean;
  /** Adopted, but its text is not here, or is not the one that was pinned: the default is used instead. */
  readonly missing: boolean;
};
export type Rules = { readonly house: House; readonly profiles: readonly Profile[]; readonly named: readonly NamedRules[] };

/** The hash by which house rules or a profile are pinned. */
export const hashOfRules = (body: House | Profile): Sha256 => hashOf(canonical(body as unknown as Json)); // plain JSON by their shapes

const publishedBody = (streams: State | null, pin: Pin): Json | null => {
  const found = streams?.published[pinName(pin)];
  return found?.hash === pin.hash ? found.body : null;
};

const houseOf = (state: State, published: State | null): { house: House; named: NamedRules } => {
  const pin = state.adopted.house;
  const shipped = { house: shippedHouse, named: { role: 'house', ...shippedHouse, hash: hashOfRules(shippedHouse) } } as const;
  const { id, version, hash, name } = shipped.named;
  if (pin === undefined) return { house: shippedHouse, named: { role: 'house', id, version, hash, name, adopted: false, missing: false } };
  const parsed = houseShape(publishedBody(published, pin), '');
  return parsed.ok
    ? { house: parsed.value, named: { role: 'house', ...pin, name: parsed.value.name, adopted: true, missing: false } }
    : { house: shippedHouse, named: { role: 'house', ...pin, name: '', adopted: true, missing: true } };
};

/** The rules of a station. `published` are the folded streams of house rules and profiles. */
export const rulesOf = (state: State, published: { house: State | null; profiles: State | null }): Rules => {
  const { house, named } = houseOf(state, published.house);
  const profiles = profileRoles.flatMap((role): { profile: Profile | null; named: NamedRules }[] => {
    const pin = state.adopted[role];
    if (pin === undefined) return [];
    const parsed = profileShape(publishedBody(published.profiles, pin), '');
    const name = parsed.ok ? parsed.value.name : '';
    return [{ profile: parsed.ok ? parsed.value : null, named: { role, ...pin, name, adopted: true, missing: !parsed.ok } }];
  });
  return { house, profiles: profiles.flatMap(({ profile }) => profile ?? []), named: [named, ...profiles.map(({ named: of }) => of)] };
};

/** What a station is judged by before it has adopted anything. */
export const shippedRules: Rules = { house: shippedHouse, profiles: [], named: [] };

export type Difference = { readonly at: string; readonly was: Json | undefined; readonly now: Json | undefined };

/** Where two versions differ, by the path of each value. */
export const differences = (was: Json | undefined, now: Json | undefined, at = ''): Difference[] => {
  if (isPlain(was) && isPlain(now))
    return [...new Set([...Object.keys(was), ...Object.keys(now)])]
      .sort()
      .flatMap((name) => differences(was[name], now[name], at === '' ? name : `${at}.${name}`));
  if (was === undefined && isPlain(now)) {
    const inner = differences({}, now, at);
    if (inner.length > 0) return inner;
  }
  const same = was === now || (was !== undefined && now !== undefined && canonical(was) === canonical(now));
  return same ? [] : [{ at, was, now }];
};
const isPlain = (value: Json | undefined): value is { readonly [name: string]: Json } =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

const measures: readonly (readonly [RegExp, Measure])[] = [
  [/^(?:boot|hold\.time|age\.\w+)$/, 'ms'],
  [/\bsignal\.(?:rsrp|rscp|rxlev|wifi|rssi)\.\w+$/, 'dBm'],
  [/\bsignal\.(?:rsrq|sinr|ecno)\.\w+$|^hold\.(?:spread|fall)$/, 'dB'],
  [/^steps\./, 'percent'],
];

/** Where a figure of house rules comes from: the pass figures are ours, the others common practice without a source. */
export const ruleSource = (at: string): 'ours' | 'practice' => (at.startsWith('signal.') ? 'ours' : 'practice');

/** In what a value of house rules or of a profile is measured, by its path; null for a bare number or text. */
export const ruleMeasure = (at: string): Measure | null => measures.find(([form]) => form.test(at))?.[1] ?? null;

/** One value of house rules or of a profile as people read it. */
const sayRule = (at: string, value: Json | undefined): string => {
  const measure = ruleMeasure(at);
  if (value === undefined) return 'nothing';
  if (/^best\.\w+\.with$/.test(at)) return readingOf(plainText(value))?.label ?? plainText(value);
  if (typeof value === 'number' && measure !== null) return showFigure(value, measure);
  return Array.isArray(value) ? value.map(plainText).join(', ') || 'none' : isPlain(value) ? 'none' : plainText(value);
};
/** Where it stands, as people read it: 'LTE, RSRP, proven', 'hold, time'. */
export const sayPlace = (at: string): string =>
  at
    .replace(/signal\.[a-z]+(?=\.\w+$)/, (name) => readingOf(name)?.label ?? name)
    .replace(/^signal\./, '')
    .replace(/\.marginal$/, `.${verdictWords.marginal}`)
    .replace(/([a-z])([A-Z])(?=[a-z])/g, (_, before: string, after: string) => `${before} ${after.toLowerCase()}`)
    .replaceAll('.', ', ');

/** A difference in words; where there was nothing to compare with, only what it is. */
export const sayDifference = ({ at, was, now }: Difference, compared: boolean): string =>
  `${sayPlace(at)}: ${compared ? `was ${sayRule(at, was)}, is ${sayRule(at, now)}` : sayRule(at, now)}`;
