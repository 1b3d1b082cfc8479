// The parameter table, whole. Nothing about a parameter is written anywhere else.
import { type Group, groupedBy, keyParts, type SettingKey } from '../name/index.ts';
import type { Holder, Holds, OnceDevice, OnceHolder, Parameter } from './parameter.ts';
import { antenna } from './parameters/antenna.ts';
import { apn } from './parameters/apn.ts';
import { bus } from './parameters/bus.ts';
import { channel } from './parameters/channel.ts';
import { desk } from './parameters/desk.ts';
import * as smaller from './parameters/groups.ts';
import { link } from './parameters/link.ts';
import { listener } from './parameters/listener.ts';
import { modem } from './parameters/modem.ts';
import { path } from './parameters/path.ts';
import { computer, it, portal } from './parameters/places.ts';
import { receiver } from './parameters/receiver.ts';
import { sim } from './parameters/sim.ts';
import { site } from './parameters/site.ts';
import { unit } from './parameters/unit.ts';

const table = [
  ...site,
  ...path,
  ...sim,
  ...modem,
  ...apn,
  ...antenna,
  ...unit,
  ...link,
  ...bus,
  ...receiver,
  ...smaller.number,
  ...smaller.login,
  ...smaller.subnet,
  ...smaller.forward,
  ...smaller.outbound,
  ...smaller.tunnel,
  ...smaller.wifi,
  ...smaller.input,
  ...smaller.output,
  ...smaller.terminal,
  ...smaller.area,
  ...smaller.code,
  ...smaller.device,
  ...smaller.event,
  ...smaller.claim,
  ...smaller.licence,
  ...channel,
  ...desk,
  ...it,
  ...portal,
  ...computer,
  ...listener,
] as const;

export type Definition = (typeof table)[number];
export type DefinitionKey = Definition['key'];
export type ValueOf<K extends DefinitionKey> = Holds<Extract<Definition, { key: K }>['form']>;

export const parameters: readonly Parameter[] = table;
const byKey: ReadonlyMap<string, Parameter> = new Map(table.map((p) => [p.key, p]));
const byHolder: ReadonlyMap<Holder, readonly Parameter[]> = groupedBy(parameters, ({ holder }) => holder);

/** The definition of a setting, or null for one that this version does not know. */
export const definitionOf = (key: SettingKey): Parameter | null => byKey.get(keyParts(key).definition) ?? null;
/** A definition by its own key, without an element. */
export const definition = (key: string): Parameter | null => byKey.get(key) ?? null;
export const parametersOf = (holder: Holder): readonly Parameter[] => byHolder.get(holder) ?? [];

/** The parameter of a group by which its elements refer to one of another group, or null. */
export const referenceOf = (from: Group, to: Group): string | null => {
  const found = parametersOf(from).find(({ form }) => form.is === 'element' && form.group === to);
  return found === undefined ? null : found.key.slice(from.length + 1);
};

export const groupLabels: { readonly [G in Group]: string } = {
  path: 'Path',
  sim: 'SIM',
  modem: 'Modem',
  apn: 'Access point entry',
  antenna: 'Aerial',
  unit: 'Unit',
  link: 'Serial link',
  bus: 'Bus',
  receiver: 'Receiver',
  number: 'Telephone number',
  login: 'Login',
  subnet: 'Network',
  forward: 'Forward',
  outbound: 'Outbound rule',
  tunnel: 'Tunnel',
  wifi: 'Wi-Fi network',
  input: 'Input',
  output: 'Output',
  terminal: 'Terminal',
  area: 'Area',
  code: 'Code or badge',
  device: 'Local device',
  event: 'Event',
  claim: 'Claim',
  licence: 'Licence or contract',
  channel: 'Channel',
};
/** What exists once as it stands in a sentence: 'Have the desk …', 'Enter it at the portal'. */
export const onceDeviceNames: { readonly [D in OnceDevice]: string } = {
  desk: 'the desk',
  it: 'IT',
  portal: 'the portal',
  computer: 'your computer',
};
export const onceLabels: { readonly [H in OnceHolder]: string } = {
  site: 'Site',
  desk: 'At the desk',
  it: 'IT',
  portal: 'Portal',
  computer: 'Your computer',
};
