// The virtual equipment of a station: a modem for each path that has a card, made from the sheet, and one unit with the desk's account.
import { type ElementId, isSettingKey, type Json, keyParts, plainText, type SettingKey, settingKey } from '../name/index.ts';
import { elementsOf, type State, wanted } from '../journal/index.ts';
import { asItRuns, asPlanned, inUse } from '../lamp/index.ts';
import { bindingsOf, definitionOf, isSecret, strandOf } from '../sheet/index.ts';
import { luhnDigit } from '../sums/index.ts';
import type { ModemFacts } from './modem.ts';
import type { Programmable } from './programmed.ts';

const seedOf = (text: string): number => Array.from(text).reduce((sum, char) => (Math.imul(sum, 31) + (char.codePointAt(0) ?? 0)) >>> 0, 7);
const digits = (seed: number, n: number): string => Array.from({ length: n }, (_, i) => String((seed >>> (i % 24)) % 10)).join('');

/** What the virtual modem of a path says of itself; what the sheet leaves open is invented, with right check digits. Null for a path without a card. */
export const modemFacts = (state: State, path: ElementId): ModemFacts | null => {
  const use = bindingsOf(asItRuns(state)).paths.find((one) => one.path === path);
  if (use === undefined || !strandOf(use.kind).includes('Card')) return null;
  const seed = seedOf(path);
  const of = (holder: 'sim' | 'modem', element: ElementId | null, param: string, view = asPlanned(state)): string => {
    const value: Json | undefined = element === null ? undefined : view.value(settingKey(holder, element, param));
    return plainText(value ?? '');
  };
  const card = `899990${digits(seed, 12)}`;
  const imei = `35${digits(seed, 12)}`;
  return {
    seed,
    iccid: of('sim', use.sim, 'iccid') || `${card}${luhnDigit(card)}`,
    imsi: of('sim', use.sim, 'imsi') || `99905${digits(seed, 10)}`,
    imei: of('modem', use.modem, 'imei') || `${imei}${luhnDigit(imei)}`,
    apn: of('sim', use.sim, 'apn', asItRuns(state)),
    address: `100.72.${seed % 200}.${(seed >>> 8) % 200}`,
  };
};

/** The account that the unit calls with: its own, else the desk's. */
export const unitAccount = (state: State, path: ElementId): string => {
  const use = bindingsOf(asItRuns(state)).paths.find((one) => one.path === path);
  const own = use?.unit == null ? '' : plainText(asItRuns(state).value(settingKey('unit', use.unit, 'account')) ?? '');
  const [receiver] = elementsOf(state, 'receiver');
  return own || (receiver === undefined ? '' : plainText(wanted(state, settingKey('receiver', receiver.id, 'account')) ?? ''));
};

/** Paths over which the yard can call: those in use. */
export const yardPaths = (state: State): ElementId[] => inUse({ state, bindings: bindingsOf(asItRuns(state)) }).map(({ path }) => path);

/** The unit of a path as it can be programmed from afar: what stands on it, or is wanted where nothing was entered yet. `plain` opens its start word. Null for a path without a unit. */
export const programmableUnit = (state: State, path: ElementId, plain: (ref: string) => string | null): Programmable | null => {
  const view = asItRuns(state);
  const use = bindingsOf(view).paths.find((one) => one.path === path);
  if (use?.unit == null) return null;
  const unit = use.unit;
  const at = (param: string): Json =>
    view.value(settingKey('unit', unit, param)) ?? asPlanned(state).value(settingKey('unit', unit, param)) ?? null;
  const word = at('startWord');
  const keys = [...new Set([...Object.keys(state.settings), ...Object.keys(state.device)])].filter(
    (key): key is SettingKey => isSettingKey(key) && definitionOf(key)?.enteredOn === 'unit',
  );
  const held = (key: SettingKey): Json => state.device[key]?.value ?? wanted(state, key) ?? null;
  return {
    account: unitAccount(state, path),
    serial: plainText(at('serial') ?? ''),
    remoteOn: at('remoteOn') === true,
    word: isSecret(word) ? (plain(word.secret) ?? '') : plainText(word ?? ''),
    numbers:
      at('startFrom') === 'any'
        ? null
        : elementsOf(state, 'number')
            .filter(({ id }) => wanted(state, settingKey('number', id, 'may')) !== 'told')
            .map(({ id }) => plainText(wanted(state, settingKey('number', id, 'number')) ?? '')),
    values: Object.fromEntries(keys.filter((key) => !isSecret(held(key))).map((key) => [key, held(key)])),
    fixed: keys.filter((key) => keyParts(key).definition === 'unit.serial'),
  };
};
