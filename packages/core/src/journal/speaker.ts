// How sentences name people, settings, elements and instants. The screens give their own; the words stay the same.
import type { ElementId, Json, SettingKey, Ulid } from '../name/index.ts';
import { keyParts } from '../name/index.ts';
import { type Instant, instant, sayWhen } from '../quantity/index.ts';
import { definitionOf, type Device, isOnceDevice, onceDeviceNames, showValue } from '../sheet/index.ts';
import type { Who } from './entry.ts';
import type { State } from './state/state.ts';

export type Speaker = {
  readonly who: (who: Who) => string;
  readonly setting: (key: SettingKey) => string;
  readonly element: (id: ElementId) => string;
  readonly device: (of: Device) => string;
  readonly value: (key: SettingKey, value: Json) => string;
  readonly when: (ord: number) => string;
};

export type PersonName = (person: Ulid) => string | null;

/** Names as they stand in a station's state; its zone is the site's. */
export const speakerOf = (state: State, person: PersonName, now: Instant, zone: string): Speaker => {
  const element = (id: string): string => state.elements.find((one) => one.id === id)?.label ?? 'one that is not on the sheet';
  return {
    who: (who) => ('person' in who ? (person(who.person) ?? 'somebody') : `the ${who.part}`),
    setting: (key) => {
      const { element: id, param } = keyParts(key);
      const label = definitionOf(key)?.label ?? param;
      return id === null ? label : `${label} (${element(id)})`;
    },
    element,
    device: (of) => (isOnceDevice(of) ? onceDeviceNames[of] : element(of)),
    value: (key, value) => (value === null ? 'nothing' : showValue(definitionOf(key), value, element)),
    when: (ord) => sayWhen(instant(Math.round(ord)), now, zone),
  };
};
