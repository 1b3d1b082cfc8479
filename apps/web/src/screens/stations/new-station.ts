// The entries that open a station: its elements and what is known of them already.
import { settingKey, stationStream, type ElementId, type Group, type Json, type Stream } from '@green-lamp/core/name';
import type { PathKind } from '@green-lamp/core/sheet';
import { append, type Draft } from '../../store/append.ts';
import { deviceNow, newId } from '../../store/device.ts';
import { newElementId } from '../../store/element-id.ts';
import { useLive } from '../../store/live.ts';

export type Wanted = { name: string; account: string; paths: readonly PathKind[]; zone: string };

const pathNames: { readonly [K in PathKind]: string } = {
  cellular: 'Cellular',
  ethernet: 'Ethernet',
  wifi: 'Wi-Fi',
  text: 'Text messages',
};

/** The receiver is our own listener of line records, as it stands there: known, and in force already. */
const ourListener = (receiver: ElementId): Draft[] => {
  const line = useLive.getState().listeners.find(({ kind, state }) => kind === 'line' && state === 'listening');
  if (line === undefined) return [];
  const known: readonly (readonly [string, Json])[] = [
    ['protocol', 'line'],
    ['transport', 'TCP'],
    ['port', line.port],
  ];
  const of = known.map(([param, value]) => ({ key: settingKey('receiver', receiver, param), value }));
  return [
    ...of.map(({ key, value }): Draft => ({ kind: 'setting.set', data: { key, value, origin: 'default', simulated: false, over: null } })),
    { kind: 'setting.staged', data: { stage: 'inForce', asOf: deviceNow(), of: of.map((one) => ({ ...one, set: null })) } },
  ];
};

export const openStation = async ({ name, account, paths, zone }: Wanted): Promise<Stream> => {
  const stream = stationStream(newId());
  const drafts: Draft[] = [{ kind: 'station.opened', data: { name, demo: false } }];
  const add = (group: Group, label: string): ElementId => {
    const id = newElementId();
    drafts.push({ kind: 'element.added', data: { group, id, label } });
    return id;
  };
  const set = (holder: Group | 'site', element: ElementId | null, param: string, value: Json): void => {
    drafts.push({
      kind: 'setting.set',
      data: { key: settingKey(holder, element, param), value, origin: 'typed', simulated: false, over: null },
    });
  };
  set('site', null, 'zone', zone);
  add('unit', 'Unit');
  if (paths.some((kind) => kind !== 'ethernet')) add('modem', 'Modem');
  if (paths.some((kind) => kind === 'cellular' || kind === 'text')) add('sim', 'SIM');
  for (const [i, kind] of paths.entries()) {
    const path = add('path', pathNames[kind]);
    set('path', path, 'kind', kind);
    set('path', path, 'priority', i + 1);
  }
  const receiver = add('receiver', 'Desk');
  if (account !== '') set('receiver', receiver, 'account', account);
  drafts.push(...ourListener(receiver));
  await append(stream, drafts);
  return stream;
};
