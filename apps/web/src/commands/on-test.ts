// On test for a while, longer, and live again.
import { wanted } from '@green-lamp/core/journal';
import { type ElementId, settingKey } from '@green-lamp/core/name';
import { instant } from '@green-lamp/core/quantity';
import { append } from '../store/append.ts';
import { deviceNow } from '../store/device.ts';
import type { Station } from '../store/use-station.ts';

/** Whether alarms of this station go to another desk, so that somebody there has to be told. */
export const isElsewhere = ({ state }: Station): boolean => {
  const whose = wanted(state, settingKey('desk', null, 'whose'));
  return whose === 'theirs' || whose === 'portal';
};
export const putOnTest = (station: Station, lasts: number, told: string): Promise<unknown> =>
  append(station.stream, [
    {
      kind: 'test.begun',
      data: { until: instant(deviceNow() + lasts), elsewhere: isElsewhere(station), told: told.slice(0, 80), words: '' },
    },
  ]);
export const extendTest = (station: Station, until: number, by: number): Promise<unknown> =>
  append(station.stream, [{ kind: 'test.extended', data: { until: instant(Math.max(until, deviceNow()) + by) } }]);
export const liveAgain = (station: Station, told: string): Promise<unknown> =>
  append(station.stream, [
    {
      kind: 'test.ended',
      data: { told: told.slice(0, 80), words: told === '' ? 'Live again.' : `Live again, as ${told} at the desk was told.`.slice(0, 300) },
    },
  ]);

/** One receiver gives this account no answer for a while; answered again. */
export const withhold = (station: Station, receiver: ElementId, lasts: number): Promise<unknown> =>
  append(station.stream, [{ kind: 'receiver.withheld', data: { receiver, until: instant(deviceNow() + lasts) } }]);
export const answerAgain = (station: Station): Promise<unknown> =>
  append(station.stream, [{ kind: 'receiver.released', data: { words: '' } }]);
