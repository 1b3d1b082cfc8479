// The virtual equipment of a station, made from its sheet: its modems with their cards, its unit, its paths and its site, and what carriers, desk and portal know of them.
import { type ElementId, isSettingKey, type Json, keyParts, plainText, type SettingKey, settingKey } from '../name/index.ts';
import { elementsOf, type State, wanted } from '../journal/index.ts';
import { asItRuns, asPlanned, inUse } from '../lamp/index.ts';
import { bindingsOf, definitionOf, isSecret, type PathUse, type Profile, shippedProfiles } from '../sheet/index.ts';
import { luhnDigit, overlap } from '../sums/index.ts';
import { type Spot, spotOf, type YardRadio, yardRadios } from './air/index.ts';
import { type AccessPoint, type CarrierName, carrierOf, carriers, isCarrierName, type Subscription } from './carrier/index.ts';
import { gatewayEui } from './practice.ts';
import type { CardSpec, ModemSpec, StationSpec } from './spec.ts';
import { type Programmable, type UnitKind, unitKinds, type Values } from './unit/index.ts';
import { goodLink, type Part, type PathWay, pathWays, type SerialLink } from './world/index.ts';

const seedOf = (text: string): number => Array.from(text).reduce((sum, char) => (Math.imul(sum, 31) + (char.codePointAt(0) ?? 0)) >>> 0, 7);
const digits = (seed: number, n: number): string => Array.from({ length: n }, (_, i) => String((seed >>> (i % 24)) % 10)).join('');
const withCheck = (number: string): string => `${number}${luhnDigit(number)}`;

/** A value of an element: what stands on its device, else what is wanted; empty without one. */
const valueOf = (state: State, key: SettingKey): string => {
  const value: Json = asItRuns(state).value(key) ?? asPlanned(state).value(key) ?? null;
  return isSecret(value) ? '' : plainText(value ?? '');
};
const plannedOf = (state: State, key: SettingKey): string => {
  const value: Json = asPlanned(state).value(key) ?? null;
  return isSecret(value) ? '' : plainText(value ?? '');
};
const adopted = (state: State, role: 'modem' | 'unit'): Profile | null => {
  const pin = state.adopted[role];
  return shippedProfiles.find(({ id }) => id === pin?.id) ?? null;
};

const states: { readonly [word: string]: Subscription['state'] } = {
  ordered: 'not activated',
  inactive: 'not activated',
  suspended: 'suspended',
  'used up': 'used up',
};
/** What the carrier knows of the card of a path. The carrier is the one that the sheet names, or whose number the card bears; what the sheet leaves open is invented, with right check digits. */
const cardFor = (state: State, sim: ElementId, path: ElementId): CardSpec => {
  const seed = seedOf(sim);
  const of = (param: string): string => plannedOf(state, settingKey('sim', sim, param));
  const iccidGiven = of('iccid').replace(/\D/g, '');
  const named = of('carrier');
  const known: CarrierName | null = isCarrierName(named) ? named : (carrierOf(of('home')) ?? carrierOf(iccidGiven.slice(2, 7)));
  const carrier = known ?? 'Fellwave';
  const { network, points } = carriers[carrier];
  const address = plannedOf(state, settingKey('path', path, 'address'));
  const apn = of('apn');
  const sold: AccessPoint | undefined =
    points.find((one) => one.apn === apn.toLowerCase()) ?? (known === null && apn !== '' ? undefined : points[0]);
  const own: AccessPoint = {
    apn,
    gives: address === '' ? 'carrier NAT' : 'fixed',
    inbound: address !== '',
    nat: address === '' ? 300_000 : 0,
    pool: '100.72.60',
    user: '',
    word: '',
  };
  return {
    iccid: iccidGiven || withCheck(`89${network}${digits(seed, 11)}`),
    imsi: of('imsi').replace(/\D/g, '') || `${network}${digits(seed, 10)}`,
    carrier,
    state: states[of('state')] ?? 'active',
    points: [sold ?? own],
    address,
    number: of('number') || `+447700900${String(seed % 1000).padStart(3, '0')}`,
  };
};

const listed = (text: string): string[] => text.split(/[,;\s]+/).filter((one) => one !== '');
const everyBand = ['B1', 'B3', 'B8', 'B20', 'B28', 'n78'];
const radiosIn = (words: readonly string[]): YardRadio[] =>
  yardRadios.filter((radio) => words.some((word) => word.toLowerCase() === radio.toLowerCase()));

type Used = { readonly path: PathUse; readonly card: CardSpec };
/** The virtual modem that some paths share, each with its card in a slot of its own. */
const modemFor = (state: State, id: string, uses: readonly Used[]): ModemSpec => {
  const element = uses[0]?.path.modem ?? null;
  const of = (param: string): string => (element === null ? '' : valueOf(state, settingKey('modem', element, param)));
  const profile = adopted(state, 'modem');
  const seed = seedOf(id);
  const bands = listed(of('bands'));
  const radios = [radiosIn(listed(of('radios'))), radiosIn(profile?.radios ?? [])].find((some) => some.length > 0);
  const sim = uses[0]?.path.sim ?? null;
  const stands = sim === null ? '' : valueOf(state, settingKey('sim', sim, 'apn'));
  const sold = uses[0]?.card.points[0];
  return {
    id,
    imei: of('imei').replace(/\D/g, '') || withCheck(`35${digits(seed, 12)}`),
    seed,
    bands: bands.length > 0 ? bands : (profile?.bands ?? everyBand),
    radios: radios ?? [...yardRadios],
    boot: profile?.boot ?? 60_000,
    refresh: 2000,
    slots: Math.max(1, uses.length, profile?.slots?.length ?? 1),
    cards: uses.map(({ card }) => card),
    apn: stands || (sold?.apn ?? ''),
    type: sold?.gives === 'IPv6' ? 'IPV6' : 'IP',
    user: sold?.user ?? '',
    word: sold?.word ?? '',
    roaming: sim === null || asItRuns(state).value(settingKey('sim', sim, 'roaming')) !== false,
    ...linkFor(state, element),
    ...(element !== null && isOpen(state, element) ? { open: true } : {}),
  };
};

/** Whether the main socket's connector and its aerial's differ, with no adapter between them. */
const isOpen = (state: State, modem: ElementId): boolean =>
  elementsOf(state, 'antenna').some(({ id }) => {
    const of = (param: string): string => valueOf(state, settingKey('antenna', id, param));
    const on = of('modem');
    return (
      (on === '' || on === modem) &&
      ['', 'main'].includes(of('socket')) &&
      of('connector') !== '' &&
      of('plug') !== '' &&
      of('connector') !== of('plug') &&
      asPlanned(state).value(settingKey('antenna', id, 'adapter')) !== true
    );
  });

const linkFor = (state: State, modem: ElementId | null): Omit<SerialLink, 'cable'> => {
  const link = bindingsOf(asItRuns(state)).links.find((one) => one.modem === modem && modem !== null);
  const of = (param: string, usual: string): string =>
    link === undefined ? usual : valueOf(state, settingKey('link', link.link, param)) || usual;
  const speed = of('unitSpeed', goodLink.unitSpeed);
  const frame = of('unitFrame', goodLink.unitFrame);
  const idle = modem === null ? '' : valueOf(state, settingKey('modem', modem, 'idleLimit'));
  return {
    unitSpeed: speed,
    modemSpeed: of('modemSpeed', speed),
    unitFrame: frame,
    modemFrame: of('modemFrame', frame),
    idle: Number(idle) > 0 ? Number(idle) : goodLink.idle,
  };
};

const wayOf = (kind: string | null): PathWay => pathWays.find((way) => way === kind) ?? 'ethernet';
const kindOf = (state: State): UnitKind =>
  unitKinds.find((kind) => kind === adopted(state, 'unit')?.kind || kind === adopted(state, 'modem')?.kind) ?? 'reporting module';

/** The values that stand on the unit, or are wanted where nothing stands yet, by the keys of their definitions. */
const unitValues = (state: State, unit: ElementId | null): Values => {
  const keys = [...new Set([...Object.keys(state.settings), ...Object.keys(state.device)])].filter(
    (key): key is SettingKey => isSettingKey(key) && keyParts(key).element === unit && keyParts(key).definition.startsWith('unit.'),
  );
  return Object.fromEntries(
    keys.flatMap((key) => ((value) => (value === '' ? [] : [[keyParts(key).definition, value] as const]))(valueOf(state, key))),
  );
};

/** What is printed on the unit: a gateway's EUI, another unit's serial number; made up where the sheet leaves it open. */
const labelOf = (kind: UnitKind, values: Values, seed: number): string =>
  kind === 'long-range gateway'
    ? (values['unit.id'] ?? '').toLowerCase() || gatewayEui(seed)
    : (values['unit.serial'] ?? '').toLowerCase() || `gl${digits(seed, 8)}`;

/** Numbers on the unit's list, without those that may only be told, or only start something; one that is not ticked gets nothing and may nothing. */
const numbersThat = (state: State, not: 'told' | 'start'): string[] =>
  elementsOf(state, 'number').flatMap(({ id }) => {
    const may = valueOf(state, settingKey('number', id, 'may'));
    const ticked = asPlanned(state).value(settingKey('number', id, 'ticked')) !== false;
    const number = valueOf(state, settingKey('number', id, 'number'));
    return may === not || number === '' || (not === 'start' && !ticked) ? [] : [number];
  });
/** Whom an item tells: its own number, else all that are told. */
const toldBy = (state: State, key: SettingKey): string[] => {
  const who = asItRuns(state).value(key) ?? asPlanned(state).value(key);
  const own = elementsOf(state, 'number').find(({ id }) => id === who);
  return own === undefined
    ? numbersThat(state, 'start')
    : [valueOf(state, settingKey('number', own.id, 'number'))].filter((one) => one !== '');
};
const isOff = (state: State, key: SettingKey): boolean => (asItRuns(state).value(key) ?? asPlanned(state).value(key)) === false;

/** What hangs on the unit, by its own count of zones and with its own words. */
const itemsOf = (state: State): NonNullable<StationSpec['items']> =>
  (['input', 'device'] as const).flatMap((group) =>
    elementsOf(state, group).flatMap(({ id, label }, i) => {
      const of = (param: string): string => valueOf(state, settingKey(group, id, param));
      if (isOff(state, settingKey(group, id, group === 'input' ? 'on' : 'enrolled'))) return [];
      const zone = Number(of(group === 'input' ? 'channel' : 'zone') || i + 1);
      const texts =
        group === 'input'
          ? { alarm: of('text'), over: of('textEnd'), tells: toldBy(state, settingKey('input', id, 'who')) }
          : { alarm: '', over: '', tells: [] };
      return [
        { zone, name: (of('name') || label).slice(0, 60), rest: of('rest') === 'open' ? ('open' as const) : ('shut' as const), ...texts },
      ];
    }),
  );
const outputsOf = (state: State): NonNullable<StationSpec['outputs']> => {
  const [first] = elementsOf(state, 'input');
  const debounce = first === undefined ? 0 : Number(valueOf(state, settingKey('input', first.id, 'debounce')));
  return elementsOf(state, 'output').flatMap(({ id, label }) => {
    const key = (param: string): SettingKey => settingKey('output', id, param);
    const of = (param: string): string => valueOf(state, key(param));
    if (of('equation') === '' || isOff(state, key('on'))) return [];
    return [
      {
        name: of('name') || label,
        equation: of('equation'),
        duration: of('duration') === '' ? null : Number(of('duration')),
        again: (['starts again', 'stays on'] as const).find((one) => one === of('again')) ?? 'stays off',
        debounce: Number.isFinite(debounce) ? debounce : 0,
        afterPower: (['as before', 'by logic'] as const).find((one) => one === of('afterPower')) ?? 'off',
        text: of('text'),
        tells: toldBy(state, key('who')),
      },
    ];
  });
};
const privateTarget = /^(?:10\.|192\.168\.|172\.(?:1[6-9]|2\d|3[01])\.|169\.254\.|127\.)/;
/** How the first path is probed, as it is set there. */
const probeOf = (state: State, first: PathUse | undefined): Pick<StationSpec, 'probe'> => {
  if (first === undefined) return {};
  const of = (param: string): string => valueOf(state, settingKey('path', first.path, param));
  const [one, two] = [of('probeTarget'), of('probeTarget2')];
  const way = of('probe');
  if (way === '' && of('probeEvery') === '') return {};
  const asks =
    way === 'none' || way === ''
      ? 'none'
      : way === 'link' || privateTarget.test(one)
        ? 'own LAN'
        : two !== '' && two !== one
          ? 'two hosts'
          : 'one host';
  const every = Math.min(86_400_000, Math.max(1000, Number(of('probeEvery') || 30_000)));
  return {
    probe: { asks, every, misses: Math.min(99, Math.max(1, Number(of('probeMisses') || 3))), holdDown: Number(of('holdDown') || 0) },
  };
};
/** The network that it joins by the sheet, against the one that it is set to: letter case counts. */
const wifiNameOf = (state: State): 'right' | 'other' => {
  const joins = elementsOf(state, 'wifi').filter(({ id }) => valueOf(state, settingKey('wifi', id, 'role')) !== 'setup');
  const differs = joins.some(({ id }) => {
    const [there, set] = [asPlanned(state), asItRuns(state)].map((view) => view.value(settingKey('wifi', id, 'name')) ?? null);
    return there !== null && set !== null && plainText(there) !== plainText(set ?? '');
  });
  return differs ? 'other' : 'right';
};
const familyOf = (state: State): NonNullable<StationSpec['family']> => {
  const [bus] = elementsOf(state, 'bus');
  const of = (param: string): string => (bus === undefined ? '' : plannedOf(state, settingKey('bus', bus.id, param)));
  return { set: of('family'), cabled: of('familyCabled') };
};
/** How far the claim has got: only what is done at the portal counts, never what is wanted. */
const claimedOf = (state: State): NonNullable<StationSpec['claimed']> => {
  const [claim] = elementsOf(state, 'claim');
  const at = (param: string): Json => (claim === undefined ? null : (state.device[settingKey('claim', claim.id, param)]?.value ?? null));
  const told = claim !== undefined && asPlanned(state).value(settingKey('claim', claim.id, 'told')) === true;
  return { account: plainText(at('account') ?? '').slice(0, 60), hangs: told ? 'what the sheet has' : '' };
};

/** What is special of a small board, of a pair and of a branch gateway: one socket of two roles, a helper by its cable and its supply, a tunnel by its two ends. */
const routersOf = (state: State, uses: readonly PathUse[]): Pick<StationSpec, 'socket' | 'fuses' | 'helper' | 'tunnel'> => {
  const at = (key: SettingKey): string => valueOf(state, key);
  const board = adopted(state, 'modem')?.kind === 'board router';
  const wired = uses.find(({ kind }) => kind === 'ethernet');
  const helper = elementsOf(state, 'modem').find(({ id }) => at(settingKey('modem', id, 'helperOf')) !== '');
  const feeds = uses.filter(({ kind }) => kind === 'cellular').map(({ path }) => at(settingKey('path', path, 'feed')).trim());
  const shared = feeds.length > 1 && feeds[0] !== '' && new Set(feeds).size === 1;
  const [tunnel] = elementsOf(state, 'tunnel');
  const end = (param: 'here' | 'there'): string => (tunnel === undefined ? '' : plannedOf(state, settingKey('tunnel', tunnel.id, param)));
  const socketOf = (path: PathUse): string => at(settingKey('path', path.path, 'socket'));
  return {
    ...(board && wired !== undefined ? { socket: socketOf(wired) === 'LAN' ? ('LAN' as const) : ('WAN' as const) } : {}),
    ...(shared ? { fuses: 'one' as const } : {}),
    ...(helper === undefined
      ? {}
      : { helper: uses.some((use) => use.modem === helper.id && socketOf(use) === 'LAN') ? ('LAN' as const) : ('WAN' as const) }),
    ...(tunnel === undefined || end('here') === '' || end('there') === ''
      ? {}
      : { tunnel: overlap(end('here'), end('there')) ? ('same subnet' as const) : ('up' as const) }),
  };
};

/** What the virtual equipment of a station is made from, by its sheet. `address` gives each path its own address on this computer. */
export const specOf = (
  state: State,
  of: { id: string; name: string; parts: readonly Part[]; address: (path: ElementId) => string },
): StationSpec => {
  const uses = inUse({ state, bindings: bindingsOf(asItRuns(state)) });
  const cards = new Map<ElementId, CardSpec>();
  for (const use of uses)
    if (use.kind === 'cellular' || use.kind === 'text') cards.set(use.path, cardFor(state, use.sim ?? use.path, use.path));
  const modemId = (use: PathUse): string | null => (cards.has(use.path) ? (use.modem ?? use.path) : null);
  const usesOf = (id: string): Used[] => {
    const seen = new Set<string>();
    return uses.flatMap((path) => {
      const card = cards.get(path.path);
      if (card === undefined || modemId(path) !== id || seen.has(card.iccid)) return [];
      seen.add(card.iccid);
      return [{ path, card }];
    });
  };
  const ids = [...new Set(uses.flatMap((use) => modemId(use) ?? []))];
  const unit = uses[0]?.unit ?? elementsOf(state, 'unit')[0]?.id ?? null;
  const values = unitValues(state, unit);
  const account = uses[0] === undefined ? (values['unit.account'] ?? '') : unitAccount(state, uses[0].path);
  const kind = kindOf(state);
  const seed = seedOf(of.id);
  const [receiver] = elementsOf(state, 'receiver');
  const truth = (param: string): string => (receiver === undefined ? '' : plannedOf(state, settingKey('receiver', receiver.id, param)));
  const { at, behind } = spotOf(of.name, seed);
  const least = Number(values['unit.supplyLeast'] ?? 0);
  return {
    id: of.id,
    name: of.name,
    seed,
    east: at.east,
    north: at.north,
    behind,
    parts: of.parts,
    kind,
    serial: labelOf(kind, values, seed),
    // What is not set on the unit yet is taken as the desk has it.
    values: { 'unit.account': account, ...asTheDesk(truth), ...values },
    textsTo: numbersThat(state, 'told'),
    modems: ids.map((id) => modemFor(state, id, usesOf(id))),
    paths: uses.map((use) => {
      const modem = modemId(use);
      const iccid = cards.get(use.path)?.iccid;
      const slot = modem === null ? 0 : usesOf(modem).findIndex(({ card }) => card.iccid === iccid);
      const label = elementsOf(state, 'path').find(({ id }) => id === use.path)?.label ?? use.path;
      const rack = use.sim !== null && asItRuns(state).value(settingKey('sim', use.sim, 'rack')) === true;
      return {
        id: use.path,
        label,
        way: wayOf(use.kind),
        modem: modem ?? '',
        slot: Math.max(0, slot),
        address: of.address(use.path),
        ...(rack ? { rack } : {}),
      };
    }),
    probes: uses.some((use) => /ping|lookup/.test(valueOf(state, settingKey('path', use.path, 'probe')))),
    ...probeOf(state, uses[0]),
    wifiName: wifiNameOf(state),
    items: itemsOf(state),
    outputs: outputsOf(state),
    family: familyOf(state),
    ...routersOf(state, uses),
    claimed: claimedOf(state),
    deskProtocol: truth('protocol'),
    deskTransport: truth('transport'),
    least: least > 0 && least < 12_000 ? least : 9000,
    deskHost: truth('host'),
    deskPort: truth('port'),
    deskAccount: truth('account'),
    claimCode: ['bus bridge', 'long-range gateway'].includes(kind) ? `GL-${digits(seed, 6)}` : '',
  };
};

const asTheDesk = (truth: (param: string) => string): Values =>
  Object.fromEntries(
    [
      ['unit.protocol', truth('protocol')],
      ['unit.deskPort', truth('port')],
    ].filter(([, value]) => value !== ''),
  ) as Values; // names of settings with texts

/** The account that the unit calls with: its own, else the desk's. */
export const unitAccount = (state: State, path: ElementId): string => {
  const use = bindingsOf(asItRuns(state)).paths.find((one) => one.path === path);
  const own = use?.unit == null ? '' : plainText(asItRuns(state).value(settingKey('unit', use.unit, 'account')) ?? '');
  const [receiver] = elementsOf(state, 'receiver');
  return own || (receiver === undefined ? '' : plainText(wanted(state, settingKey('receiver', receiver.id, 'account')) ?? ''));
};

/** Where a station stands in the dale, whether its equipment runs or not. */
export const placeOf = (name: string, id: string): Spot => spotOf(name, seedOf(id)).at;

/** Paths over which the yard can call: those in use. */
export const yardPaths = (state: State): ElementId[] => inUse({ state, bindings: bindingsOf(asItRuns(state)) }).map(({ path }) => path);

const maintenanceOf = (at: (param: string) => Json): Programmable['maintenance'] => {
  const [host, port] = [plainText(at('maintenanceHost') ?? ''), Number(at('maintenancePort') ?? 0)];
  return host === '' || !(port > 0) ? null : { host, port };
};

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
    maintenance: maintenanceOf(at),
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
