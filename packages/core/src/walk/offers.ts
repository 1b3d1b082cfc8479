// What a device said, held against the sheet: each value is offered as a reading or as a comparison. Nothing is taken here; a person takes it.
import { type ElementId, type Json, type LampName, type Measure, plainText, type SettingKey, settingKey } from '../name/index.ts';
import { type State, wanted } from '../journal/index.ts';
import { asItRuns } from '../lamp/index.ts';
import { bindingsOf, definitionOf, type PathUse, strandOf } from '../sheet/index.ts';
import { readingOf } from '../evidence/index.ts';
import { type Found, isServiceApn, type ReadAnswer } from '../wire/index.ts';

export type OfferedReading = { readonly lamp: LampName; readonly what: string; readonly value: Json; readonly in: Measure | null };
export type Compared = {
  readonly key: SettingKey;
  readonly is: 'equal' | 'differs' | 'not on the sheet';
  readonly sheet: Json;
  /** A fact that no device holds is taken on to the sheet; a setting of a device is read back from it. */
  readonly take: 'set' | 'readBack';
};
export type Offer = {
  readonly found: Found;
  readonly reading: OfferedReading | null;
  readonly compared: Compared | null;
  /** Words by which it says that a lamp fails, offered as somebody's word. */
  readonly trouble: { readonly lamp: LampName; readonly words: string } | null;
};

const none = { reading: null, compared: null, trouble: null } as const;

const useOf = (state: State, path: ElementId | null): PathUse | null =>
  path === null ? null : (bindingsOf(asItRuns(state)).paths.find((use) => use.path === path) ?? null);

const readingFor = (found: Found, what: string = found.what): OfferedReading | null => {
  const reading = readingOf(what);
  if (reading === null) return null;
  const { lamp, form } = reading;
  if (form.is === 'seen') return { lamp, what, value: true, in: null };
  if (form.is === 'number')
    return typeof found.value === 'number' && found.value >= form.least && found.value <= form.most
      ? { lamp, what, value: found.value, in: form.measure }
      : null;
  const fits = form.is === 'card' || (typeof found.value === 'string' && form.of.includes(found.value));
  return fits ? { lamp, what, value: found.value, in: null } : null;
};

const compare = (state: State, holder: 'sim' | 'modem', element: ElementId | null, param: string, found: Found): Compared | null => {
  if (element === null || found.value === 'not programmed') return null;
  const key = settingKey(holder, element, param);
  const sheet = wanted(state, key) ?? null;
  const read = plainText(found.value).toLowerCase();
  const is = sheet === null || sheet === '' ? 'not on the sheet' : plainText(sheet).toLowerCase() === read ? 'equal' : 'differs';
  return { key, is, sheet, take: definitionOf(key)?.enteredOn == null ? 'set' : 'readBack' };
};

/** Registered for data: for texts only is none. */
const registered = ({ what, value }: Found): boolean =>
  what === 'network.registration' && String(value).startsWith('registered') && !String(value).includes('texts only');
/** Contexts that a modem holds for the network's own services: their name, address and state are not the access point's. */
const serviceContexts = (all: readonly Found[]): ReadonlySet<string> =>
  new Set(all.flatMap(({ what, value, of }) => (what === 'context.apn' && of !== '' && isServiceApn(String(value)) ? [of] : [])));

const bearerFor = (found: Found, all: readonly Found[], services: ReadonlySet<string>): OfferedReading | null => {
  const addressed = all.find(({ what, of }) => what === 'context.address' && !services.has(of));
  const home = all.find(registered);
  if (home === undefined) return null;
  if (addressed !== undefined) return found === addressed ? readingFor(found, 'bearer.address') : null;
  return found === home ? readingFor(found, 'bearer.word') : null;
};

const troubleOf = (found: Found): Offer['trouble'] => {
  if (found.what === 'cause' && found.of !== 'maker’s own')
    return { lamp: 'Bearer', words: `Reject cause ${String(found.value)}: ${found.note}` };
  if (found.what === 'network.registration' && found.value === 'denied')
    return { lamp: 'Bearer', words: `Registration denied (${found.of}).` };
  return found.what === 'context.active' && found.value === 'not active'
    ? { lamp: 'Bearer', words: `The ${found.of} is not active.` }
    : null;
};

const offerOf = (state: State, use: PathUse | null, found: Found, all: readonly Found[], services: ReadonlySet<string>): Offer => {
  const lamps = strandOf(use?.kind ?? null);
  const kept = (reading: OfferedReading | null): OfferedReading | null =>
    reading !== null && use !== null && lamps.includes(reading.lamp) ? reading : null;
  const { sim = null, modem = null } = use ?? {};
  if (found.what.startsWith('context.') && services.has(found.of)) return { ...none, found };
  switch (found.what) {
    case 'card.number':
      return { ...none, found, reading: kept(readingFor(found)), compared: compare(state, 'sim', sim, 'iccid', found) };
    case 'card.imsi':
      return { ...none, found, compared: compare(state, 'sim', sim, 'imsi', found) };
    case 'modem.imei':
      return { ...none, found, compared: compare(state, 'modem', modem, 'imei', found) };
    case 'context.apn':
      if (isServiceApn(String(found.value))) return { ...none, found };
      return { ...none, found, compared: compare(state, 'sim', sim, 'apn', found) };
    case 'network.registration':
    case 'context.address':
      return { ...none, found, reading: kept(bearerFor(found, all, services)), trouble: use === null ? null : troubleOf(found) };
    case 'cause':
    case 'context.active':
      return { ...none, found, trouble: use === null ? null : troubleOf(found) };
    default:
      return { ...none, found, reading: kept(readingFor(found)) };
  }
};

/** What a read answer offers for a path; without a path only the comparisons are left out. */
export const offersOf = (state: State, path: ElementId | null, read: Pick<ReadAnswer, 'found'>): Offer[] => {
  const use = useOf(state, path);
  const services = serviceContexts(read.found);
  return read.found.map((found) => offerOf(state, use, found, read.found, services));
};
