// The parameter table, whole. Nothing about a parameter is written anywhere else.
import { type Group, keyParts, type SettingKey } from '../name/index.ts';
import type { Holder, Holds, Parameter } from './parameter.ts';
import { desk } from './parameters/desk.ts';
import { link } from './parameters/link.ts';
import { listener } from './parameters/listener.ts';
import { modem } from './parameters/modem.ts';
import { path } from './parameters/path.ts';
import { receiver } from './parameters/receiver.ts';
import { sim } from './parameters/sim.ts';
import { site } from './parameters/site.ts';
import { unit } from './parameters/unit.ts';

const table = [...site, ...path, ...sim, ...modem, ...unit, ...link, ...receiver, ...desk, ...listener] as const;

export type Definition = (typeof table)[number];
export type DefinitionKey = Definition['key'];
export type ValueOf<K extends DefinitionKey> = Holds<Extract<Definition, { key: K }>['form']>;

export const parameters: readonly Parameter[] = table;
const byKey: ReadonlyMap<string, Parameter> = new Map(table.map((p) => [p.key, p]));

/** The definition of a setting, or null for one that this version does not know. */
export const definitionOf = (key: SettingKey): Parameter | null => byKey.get(keyParts(key).definition) ?? null;
export const parametersOf = (holder: Holder): readonly Parameter[] => parameters.filter((p) => p.holder === holder);

export const groupLabels: { readonly [G in Group]: string } = {
  sim: 'SIM',
  modem: 'Modem',
  unit: 'Unit',
  path: 'Path',
  receiver: 'Receiver',
  link: 'Serial link',
};
