// What a new station is made of, from profiles: its elements, and what can be known before anybody is asked.
import { type ElementId, type Group, isGroup, type Json, type SettingKey, settingKey } from '../name/index.ts';
import { hours, minutes, seconds } from '../quantity/index.ts';
import {
  definition,
  type DefinitionKey,
  type EquipmentKind,
  type Parameter,
  type PathKind,
  type Profile,
  type SheetElement,
  type SheetView,
} from '../sheet/index.ts';
import type { ListenerKind } from '../wire/index.ts';
import { firstCall } from './first-call.ts';

/** Where its calls go: to one of this desk's listeners, to somebody else's desk, to a portal; null while nobody has said. */
export type Goal = ListenerKind | 'other' | 'portal';
export type Made = {
  readonly unit: Profile | null;
  readonly modem: Profile | null;
  /** In the order in which they are tried. */
  readonly ways: readonly PathKind[];
  readonly goal: Goal | null;
};
export type Surroundings = {
  /** This desk's listeners, and its address as the world sees it. */
  readonly listeners: readonly { readonly kind: ListenerKind; readonly port: number }[];
  readonly outside: string | null;
  /** The computer's time zone, by its name in the time zone database. */
  readonly zone: string;
  /** An element's id by its place in the outfit: the same one whenever it is asked. */
  readonly id: (place: string) => ElementId;
};

/** By what something is known without asking. */
export type Source = 'made' | 'profile' | 'desk' | 'computer' | 'practice' | 'call';
export const sourceWords: { readonly [S in Source]: string } = {
  made: 'by what it is made of',
  profile: 'by the profile',
  desk: 'as this desk listens',
  computer: 'as this computer has it',
  practice: 'common practice',
  call: 'no call without it',
};
export type Known = { readonly key: SettingKey; readonly value: Json; readonly by: Source };
export type Outfit = { readonly elements: readonly SheetElement[]; readonly known: readonly Known[] };

type Usual = { readonly ways: readonly PathKind[]; readonly modem?: EquipmentKind; readonly unit?: EquipmentKind; readonly goal?: Goal };
/** How a kind of equipment is mostly used; proposed, and changed by a press. Common practice, no source. */
export const usually: { readonly [K in EquipmentKind]: Usual } = {
  'serial modem': { ways: ['cellular'], unit: 'logger' },
  logger: { ways: ['cellular'], modem: 'serial modem' },
  panel: { ways: ['ethernet', 'cellular'], goal: 'dc09' },
  router: { ways: ['cellular'] },
  'router pair': { ways: ['cellular', 'cellular'] },
  'board router': { ways: ['cellular'] },
  cradle: { ways: ['ethernet', 'cellular'] },
  'I/O controller': { ways: ['text'] },
  'bus bridge': { ways: ['wifi'], goal: 'portal' },
  'long-range gateway': { ways: ['ethernet'], goal: 'portal' },
  handheld: { ways: ['cellular'] },
  'branch gateway': { ways: ['ethernet', 'cellular'] },
  'reporting module': { ways: ['cellular'], goal: 'dc09' },
};

export const wayNames: { readonly [K in PathKind]: string } = {
  cellular: 'Cellular',
  ethernet: 'Ethernet',
  wifi: 'Wi-Fi',
  text: 'Text messages',
};

/** What a piece of equipment brings along beside itself. */
const brings: { readonly [K in EquipmentKind]?: readonly (readonly [Group, string])[] } = {
  'serial modem': [['link', 'Serial cable']],
  'I/O controller': [
    ['number', 'Desk’s telephone'],
    ['input', 'Input 1'],
  ],
  'bus bridge': [
    ['bus', 'Bus'],
    ['claim', 'Claim'],
  ],
  'long-range gateway': [['claim', 'Claim']],
  handheld: [['apn', 'Access point']],
  'branch gateway': [['tunnel', 'Tunnel to the office']],
};

const usesCard = (way: PathKind): boolean => way === 'cellular' || way === 'text';
/** How many cards are in use: one for each cellular way, as far as there are slots. */
const cardsIn = ({ unit, modem, ways }: Pick<Made, 'unit' | 'modem' | 'ways'>): number =>
  Math.max(1, Math.min(ways.filter((way) => way === 'cellular').length, (modem ?? unit)?.slots?.length ?? 1));
const numbered = (name: string, i: number, of: number): string => (of > 1 ? `${name} ${i + 1}` : name);

/** The elements of a station that is made so. A card and a modem of its own for each radio way of a pair of routers; else one modem for all. */
const elementsOf = ({ unit, modem, ways, goal }: Made, id: Surroundings['id']): SheetElement[] => {
  const pair = modem?.kind === 'router pair';
  const radios = ways.filter((way) => way !== 'ethernet');
  const cards = pair ? radios.filter(usesCard) : radios.filter(usesCard).slice(0, cardsIn({ unit, modem, ways }));
  const inside = modem === null && unit?.slots !== undefined ? 'Modem inside' : 'Modem';
  const box = modem === null ? inside : modem.kind === 'serial modem' ? 'Modem' : 'Router';
  const modems = pair ? ['Main router', 'Helper router'] : radios.length > 0 || modem !== null ? [box] : [];
  const element = (group: Group, label: string, i = 0): SheetElement => ({ id: id(`${group} ${i}`), group, label });
  return [
    element('unit', 'Unit'),
    ...modems.map((label, i) => element('modem', label, i)),
    ...cards.map((_, i) => element('sim', numbered('SIM', i, cards.length), i)),
    ...ways.map((way, i) => {
      const same = ways.filter((one) => one === way).length;
      return element('path', numbered(wayNames[way], ways.slice(0, i).filter((one) => one === way).length, same), i);
    }),
    ...(ways.includes('wifi') ? [element('wifi', 'Site’s Wi-Fi')] : []),
    ...[unit?.kind, modem?.kind]
      .flatMap((kind) => (kind === undefined ? [] : (brings[kind] ?? [])))
      .map(([group, label]) => element(group, label)),
    element('receiver', goal === 'portal' ? 'Portal’s end' : 'Desk’s listener'),
  ];
};

/** Elements, and the settings that follow from what was chosen, from the profiles, from this desk, from common practice, and from one another. */
export const outfit = (made: Made, around: Surroundings): Outfit => {
  const { unit, modem, ways, goal } = made;
  const elements = elementsOf(made, around.id);
  const all = (group: Group): readonly SheetElement[] => elements.filter((one) => one.group === group);
  const known: Known[] = [];
  /** At the first element of its holder, or at each. */
  const place = (by: Source, of: Parameter | null, value: Json, at?: SheetElement): void => {
    if (of === null) return;
    const element = at ?? elements.find(({ group }) => group === of.holder);
    if (element === undefined && isGroup(of.holder)) return;
    const key = settingKey(of.holder, element?.id ?? null, of.key.slice(of.holder.length + 1));
    if (!known.some((one) => one.key === key)) known.push({ key, value, by });
  };
  const put = (by: Source, of: DefinitionKey, value: Json | undefined, at?: SheetElement): void => {
    if (value !== undefined && value !== null) place(by, definition(of), value, at);
  };
  put('computer', 'site.zone', around.zone);
  /** While nobody has said what it is made of, nothing is proposed for devices that may be others. */
  const chosen = unit !== null || modem !== null;
  const pair = modem?.kind === 'router pair';
  const radios = ways.filter((way) => way !== 'ethernet');
  for (const [i, way] of ways.entries()) {
    const path = all('path')[i];
    put('made', 'path.kind', way, path);
    put('made', 'path.priority', i + 1, path);
    if (chosen && (way === 'ethernet' || way === 'wifi')) put('practice', 'path.lease', 'dhcp', path);
    if (pair) {
      const radio = radios.slice(0, ways.slice(0, i).filter((one) => one !== 'ethernet').length).length;
      put('made', 'path.modem', all('modem')[Math.min(radio, 1)]?.id, path);
      if (usesCard(way)) put('made', 'path.sim', all('sim')[ways.slice(0, i).filter(usesCard).length]?.id, path);
    }
    if (!pair && cardsIn(made) > 1 && usesCard(way)) {
      const of = way === 'cellular' ? ways.slice(0, i).filter((one) => one === 'cellular').length : 0;
      put('made', 'path.sim', all('sim')[of]?.id, path);
      const lent = (modem ?? unit)?.slots?.[of]?.name.startsWith('Rack') === true;
      put('made', 'sim.slot', of + 1, all('sim')[of]);
      if (lent) put('made', 'sim.rack', true, all('sim')[of]);
    }
    if (modem?.kind === 'router pair' || modem?.kind === 'cradle' || modem?.kind === 'branch gateway')
      put('call', 'path.mobileSource', way !== 'ethernet' && ways[0] !== 'ethernet', path);
  }
  for (const [role, profile] of [
    ['unit', unit],
    ['modem', modem ?? (unit?.slots === undefined ? null : unit)],
  ] as const) {
    if (profile === null) continue;
    const device = role === 'modem' && pair ? all('modem')[1] : undefined;
    for (const [of, value] of Object.entries(profile.fixed ?? {})) place('profile', definition(of), value ?? null, device);
    if (role === 'modem') {
      put('profile', 'modem.slot', profile.slots?.[0]?.takes, device);
      put('profile', 'modem.bands', profile.bands?.join(', '), device);
      put('profile', 'modem.radios', profile.radios?.join(', '), device);
    }
    if (role === 'unit' || profile !== unit) {
      put('profile', `${role}.supplyLeast`, profile.supply?.least, device);
      put('profile', `${role}.supplyMost`, profile.supply?.most, device);
      put('profile', `${role}.watts`, profile.supply?.watts, device);
    }
  }
  put('profile', 'unit.octets', unit?.quirks?.octets);
  if (unit?.kind === 'logger' || unit?.kind === 'panel' || unit?.kind === 'reporting module') put('call', 'unit.callOn', true);
  put('call', 'apn.chosen', true);
  put('call', 'claim.told', unit?.kind === 'bus bridge' ? true : undefined);
  put('call', 'modem.data', unit?.kind === 'handheld' ? true : undefined);
  put('call', 'number.ticked', true);
  put('call', 'input.on', true);
  if (modem?.kind === 'serial modem') {
    for (const at of ['link.unitFrame', 'link.modemFrame'] as const) put('practice', at, '8N1');
    for (const at of ['link.unitFlow', 'link.modemFlow'] as const) put('practice', at, 'none');
    put('call', 'modem.serialOn', true);
    put('practice', 'modem.echo', false);
    put('practice', 'modem.connectLimit', seconds(30));
    put('practice', 'modem.idleLimit', minutes(2));
    put('practice', 'modem.sessionLimit', minutes(30));
  }
  const listener = around.listeners.find(({ kind }) => kind === goal);
  if (listener !== undefined) {
    put('desk', 'receiver.protocol', listener.kind);
    put('desk', 'receiver.transport', 'TCP');
    put('desk', 'receiver.port', listener.port);
    put('desk', 'receiver.host', around.outside);
    if (chosen) put('practice', 'unit.testEvery', hours(24));
  }
  put('made', 'desk.whose', goal === null ? undefined : goal === 'portal' ? 'portal' : goal === 'other' ? 'theirs' : 'ours');
  if (goal === 'portal') put('made', 'unit.protocol', 'own');
  const view: SheetView = { elements, value: (key) => known.find((one) => one.key === key)?.value };
  const { follows } = firstCall(
    view,
    [unit, modem].flatMap((profile) => profile ?? []),
  );
  const following = follows.map(({ key, value, from }): Known => ({ key, value, by: known.find((one) => one.key === from)?.by ?? 'made' }));
  return { elements, known: chosen ? [...known, ...following] : known };
};
