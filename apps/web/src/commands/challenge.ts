// An event that is asked for and made now; made later; put aside.
import type { ElementId } from '@green-lamp/core/name';
import type { Challenge, DataOf } from '@green-lamp/core/journal';
import type { Makeable } from '@green-lamp/core/lamp';
import { instant } from '@green-lamp/core/quantity';
import { askTimes } from '@green-lamp/core/walk';
import { append } from '../store/append.ts';
import { deviceNow } from '../store/device.ts';
import type { Station } from '../store/use-station.ts';

export const askEvent = (station: Station, of: Makeable, path: ElementId | null): Promise<unknown> => {
  const now = deviceNow();
  const { until } = askTimes({ state: station.state, profiles: station.rules.profiles }, of);
  const { what, zone, is } = of;
  return append(station.stream, [
    { kind: 'challenge.made', data: { path, zone, is, what: what.slice(0, 80), until: instant(now + until), pressed: now, words: '' } },
  ]);
};

export const pressEvent = (station: Station, { id }: Challenge): Promise<unknown> =>
  append(station.stream, [{ kind: 'challenge.pressed', data: { challenge: id, at: deviceNow() } }]);

export const dropEvent = (station: Station, { id }: Challenge, reason: string): Promise<unknown> =>
  append(station.stream, [{ kind: 'challenge.dropped', data: { challenge: id, reason } }]);

/** A place of the proof matrix that nobody can fill, or that is asked for again. */
export const acceptCell = (station: Station, data: DataOf<'cell.accepted'>): Promise<unknown> =>
  append(station.stream, [{ kind: 'cell.accepted', data }]);
