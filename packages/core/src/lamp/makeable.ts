// The events that can be made at a station: each input and local device with its zone, its alarm and its end. Outputs are never among them: they start machines.
import { type ElementId, type Json, type SettingKey, settingKey } from '../name/index.ts';
import { plainZone, type Turn } from '../evidence/index.ts';
import { elementsOf } from '../journal/index.ts';
import { asItRuns, type Judging } from './context.ts';

export type Makeable = {
  readonly item: ElementId | null;
  /** What its maker calls it. */
  readonly what: string;
  /** As the unit sends it; null for any. */
  readonly zone: string | null;
  readonly is: Turn;
};

/** By which settings the unit numbers an item, the one that it sends first. */
export const zoneParams = { input: ['deskZone', 'channel'], device: ['zone', 'deskZone'] } as const;
export type ItemGroup = keyof typeof zoneParams;

/** The zone of an item as its calls carry it; null where the sheet has none. */
export const zoneOf = (value: (key: SettingKey) => Json | undefined, group: ItemGroup, id: ElementId): string | null => {
  for (const param of zoneParams[group]) {
    const zone = value(settingKey(group, id, param));
    if (typeof zone === 'number') return plainZone(String(zone));
  }
  return null;
};

/** Where the unit sends no restorals, the adopted profile says so. */
export const sendsRestorals = ({ profiles }: Pick<Judging, 'profiles'>): boolean =>
  !profiles.some(({ noRestorals }) => noRestorals === true);

/** Every event that can be made, as the sheet runs. Where nothing on the sheet has a zone, any event is the one. */
export const makeables = ({ state, profiles }: Pick<Judging, 'state' | 'profiles'>): Makeable[] => {
  const { value } = asItRuns(state);
  const turns = sendsRestorals({ profiles }) ? (['alarm', 'restoral'] as const) : (['alarm'] as const);
  const items = (['input', 'device'] as const).flatMap((group) =>
    elementsOf(state, group).flatMap(({ id, label }): Makeable[] => {
      if (value(settingKey(group, id, 'on')) === false) return [];
      const zone = zoneOf(value, group, id);
      const name = value(settingKey(group, id, 'name'));
      const what = typeof name === 'string' && name.trim() !== '' ? name : label;
      return zone === null ? [] : turns.map((is) => ({ item: id, what, zone, is }));
    }),
  );
  return items.length > 0 ? items : [{ item: null, what: 'any event', zone: null, is: 'alarm' }];
};
