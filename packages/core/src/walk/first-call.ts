// What a station has to have on its sheet before its first call can arrive, and what of it nobody has said yet. Of its first path only: the rest is for later.
import { type Group, isGroup, type Json, plainText, type SettingKey, settingKey } from '../name/index.ts';
import {
  agreements,
  bindingsOf,
  type Bindings,
  definition,
  type DefinitionKey,
  type EquipmentKind,
  type PathKind,
  type PathUse,
  type Profile,
  type SheetElement,
  type SheetRow,
  type SheetView,
} from '../sheet/index.ts';

type Around = {
  readonly way: PathKind | null;
  readonly is: (...kinds: readonly EquipmentKind[]) => boolean;
  readonly value: (of: DefinitionKey) => Json | undefined;
};
type Need = { readonly of: DefinitionKey; readonly where: (around: Around) => boolean };
const need = (where: Need['where'], ...keys: readonly DefinitionKey[]): Need[] => keys.map((of) => ({ of, where }));

const always = (): boolean => true;
const card = ({ way }: Around): boolean => way === 'cellular' || way === 'text';
const data = ({ way }: Around): boolean => way === 'cellular';
const texts = ({ way }: Around): boolean => way === 'text';
const byWifi = ({ way }: Around): boolean => way === 'wifi';
const byLine = ({ way }: Around): boolean => way === 'ethernet' || way === 'wifi';
const toPortal = ({ value }: Around): boolean => value('desk.whose') === 'portal';
const toDesk = (around: Around): boolean => !texts(around) && !toPortal(around);
const byToken = (around: Around): boolean =>
  toDesk(around) && ['http', 'mqtt'].includes(plainText(around.value('receiver.protocol') ?? ''));
const byBytes = (around: Around): boolean => toDesk(around) && around.value('receiver.protocol') === 'serial';
const when =
  (of: DefinitionKey, is: Json, also: Need['where'] = always): Need['where'] =>
  (around) =>
    also(around) && around.value(of) === is;
const kinds =
  (...of: readonly EquipmentKind[]): Need['where'] =>
  ({ is }) =>
    is(...of);

/** In the order in which they are mostly asked for. Whoever can say a value that stands in two places comes first. Common practice, no source. */
const needs: readonly Need[] = [
  ...need(always, 'path.kind'),
  ...need(card, 'sim.iccid', 'sim.state'),
  ...need(data, 'sim.apn', 'sim.loginAsked'),
  ...need(when('sim.loginAsked', true, data), 'sim.apnUser', 'sim.apnPassword'),
  ...need(card, 'sim.pinOn'),
  ...need(when('sim.pinOn', true, card), 'sim.pin'),
  ...need(card, 'sim.roaming'),
  ...need(texts, 'sim.texts', 'sim.number', 'number.number', 'number.ticked', 'input.name', 'input.text', 'input.on'),
  ...need(kinds('handheld'), 'apn.value', 'apn.chosen', 'modem.data'),
  ...need(byWifi, 'wifi.name', 'wifi.key'),
  ...need(byLine, 'path.lease'),
  ...need(when('path.lease', 'fixed', byLine), 'path.ip', 'path.network', 'path.gateway'),
  ...need(kinds('router pair', 'cradle', 'branch gateway'), 'path.mobileSource'),
  ...need(always, 'receiver.account'),
  ...need(toDesk, 'receiver.host', 'receiver.port', 'receiver.protocol', 'receiver.transport'),
  ...need(toDesk, 'unit.account', 'unit.deskHost', 'unit.deskPort', 'unit.protocol', 'unit.transport'),
  ...need(byToken, 'unit.token'),
  ...need(byBytes, 'unit.recordBy'),
  ...need(kinds('logger', 'panel', 'reporting module'), 'unit.callOn'),
  ...need(kinds('panel'), 'unit.host', 'unit.installerCode'),
  ...need(kinds('serial modem'), 'link.unitSpeed', 'link.modemSpeed', 'link.unitFrame', 'link.modemFrame'),
  ...need(kinds('serial modem'), 'modem.serialOn', 'modem.echo', 'modem.host', 'modem.port', 'modem.outTransport'),
  ...need(kinds('router', 'router pair', 'board router', 'branch gateway'), 'modem.password'),
  ...need(kinds('branch gateway'), 'tunnel.hub', 'tunnel.here', 'tunnel.there', 'tunnel.key'),
  ...need(toPortal, 'claim.account', 'claim.code'),
  ...need(kinds('bus bridge'), 'bus.family', 'claim.serial', 'claim.told'),
  ...need(kinds('long-range gateway'), 'unit.id', 'portal.server', 'unit.frequencyPlan', 'unit.region', 'portal.frequencyPlan'),
];

/** What stands in two places under two names, beyond what the agreements say. */
const copied: readonly (readonly [DefinitionKey, DefinitionKey])[] = [
  ['receiver.host', 'modem.host'],
  ['receiver.port', 'modem.port'],
];
const alike: readonly (readonly [DefinitionKey, DefinitionKey])[] = [
  ...agreements.filter(({ kind }) => kind === 'equal').map(({ a, b }) => [a, b] as const),
  ...copied,
];

/** What only a station has that calls a desk itself: not one whose portal does, nor one that only sends texts. */
export const onlyForDesk: ReadonlySet<string> = new Set<DefinitionKey>([
  'receiver.host',
  'receiver.port',
  'unit.account',
  'unit.deskHost',
  'unit.deskPort',
]);
export const callsDesk = (view: SheetView): boolean => {
  const { paths } = bindingsOf(view);
  return view.value(settingKey('desk', null, 'whose')) !== 'portal' && (paths.length === 0 || paths.some(({ kind }) => kind !== 'text'));
};

const isFilled = (value: Json | undefined): boolean =>
  value !== undefined && value !== null && (typeof value !== 'string' || value.trim() !== '');

/** The element of a group that the first call goes through. */
const elementAt = (group: Group, { links }: Bindings, use: PathUse, view: SheetView): SheetElement | null => {
  const own: { readonly [G in Group]?: SheetElement['id'] | null } = {
    path: use.path,
    sim: use.sim,
    modem: use.modem ?? view.elements.find((one) => one.group === 'modem')?.id ?? null,
    unit: use.unit ?? view.elements.find((one) => one.group === 'unit')?.id ?? null,
    receiver: use.receivers.find((id) => view.value(settingKey('receiver', id, 'role')) !== 'maintenance') ?? null,
    link: links.find(({ modem, unit }) => modem === use.modem && unit === use.unit)?.link ?? null,
  };
  const id = group in own ? own[group] : use.also.find((one) => view.elements.some((of) => of.id === one && of.group === group));
  return view.elements.find((one) => one.id === id) ?? null;
};

export type FirstCall = {
  /** Every setting that the first call stands on, in the order of the work. */
  readonly rows: readonly SheetRow[];
  /** What nobody has said yet, each value once: of two places that have to be alike, the one that is asked for. */
  readonly open: readonly SheetRow[];
  /** What follows from a value that is known already, and is not filled in. */
  readonly follows: readonly { readonly key: SettingKey; readonly value: Json; readonly from: SettingKey }[];
};

/** What the first call over the first path stands on. A sheet without a path, or whose path has no kind yet, needs that one. */
export const firstCall = (view: SheetView, profiles: readonly Pick<Profile, 'kind'>[]): FirstCall => {
  const bindings = bindingsOf(view);
  const [use] = bindings.paths;
  if (use === undefined) return { rows: [], open: [], follows: [] };
  const rowOf = (of: DefinitionKey): SheetRow | null => {
    const found = definition(of);
    if (found === null) return null;
    const param = of.slice(found.holder.length + 1);
    if (!isGroup(found.holder)) return { key: settingKey(found.holder, null, param), of: found, element: null };
    const element = elementAt(found.holder, bindings, use, view);
    return element === null ? null : { key: settingKey(found.holder, element.id, param), of: found, element };
  };
  const value: Around['value'] = (of) => {
    const row = rowOf(of);
    return row === null ? undefined : view.value(row.key);
  };
  const is: Around['is'] = (...of) => profiles.some(({ kind }) => kind !== undefined && of.includes(kind));
  const around: Around = { way: use.kind, is, value };
  const rows = needs.filter(({ where }) => where(around)).flatMap(({ of }) => rowOf(of) ?? []);
  const partners = (row: SheetRow): SheetRow[] =>
    rows.filter((one) => alike.some(([a, b]) => (a === row.of.key && b === one.of.key) || (b === row.of.key && a === one.of.key)));
  const open: SheetRow[] = [];
  const follows: FirstCall['follows'][number][] = [];
  for (const row of rows) {
    if (isFilled(view.value(row.key))) continue;
    const said = partners(row).find(({ key }) => isFilled(view.value(key)));
    const known = said === undefined ? undefined : view.value(said.key);
    if (said !== undefined && known !== undefined) follows.push({ key: row.key, value: known, from: said.key });
    else if (!partners(row).some((one) => open.includes(one))) open.push(row);
  }
  return { rows, open, follows };
};
