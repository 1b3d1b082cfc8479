// What runs at a station now: a drill, a hold, an event whose call is waited for, a restart that is waited for, a value that is there for the time being. Only then is there a runner.
import type { Challenge } from '@green-lamp/core/journal';
import type { Station } from '../../../store/use-station.ts';
import { deviceNow } from '../../../store/device.ts';
import { holdTime, useHold } from '../../../store/hold.ts';
import { type OnTest, onTest } from '@green-lamp/core/lamp';
import { seconds } from '@green-lamp/core/quantity';
import { isOnceDevice } from '@green-lamp/core/sheet';
import { askTimesOf, type DeviceWork, openChallenges, type OpenTemporary, openTemporary } from '@green-lamp/core/walk';

export type Running =
  | { readonly is: 'drill'; readonly since: number }
  | { readonly is: 'hold'; readonly since: number }
  | { readonly is: 'asked'; readonly since: number; readonly of: Challenge; readonly usual: number; readonly late: number }
  | { readonly is: 'on test'; readonly since: number; readonly of: OnTest }
  | { readonly is: 'temporary'; readonly since: number; readonly of: OpenTemporary }
  | { readonly is: 'restart'; readonly since: number; readonly work: DeviceWork; readonly usual: number; readonly late: number };

/** From power to ready as the adopted profile has it, else a modem's minute; late is half as long again: common practice, no source. */
const bootOf = ({ state, rules }: Station, device: DeviceWork['device']): { usual: number; late: number } => {
  const group = state.elements.find(({ id }) => id === device)?.group;
  const usual = rules.profiles.find(({ role }) => role === group)?.boot ?? seconds(60);
  return { usual, late: usual * 1.5 };
};
/** How many times as long as is late a restart is still waited for: after that it is work that waits, and nothing runs. */
const waited = 6;

export const useRunning = (station: Station, now: number): readonly Running[] => {
  const hold = useHold(station.stream);
  const { drill } = station.state;
  const restarts = station.work.flatMap((work): Running[] => {
    if (!work.moved || work.since === null || isOnceDevice(work.device)) return [];
    const { usual, late } = bootOf(station, work.device);
    return now - work.since < late * waited ? [{ is: 'restart', since: work.since, work, usual, late }] : [];
  });
  const test = onTest(station.state, now);
  return [
    ...(test === null ? [] : [{ is: 'on test' as const, since: test.window.from, of: test }]),
    ...(drill === null ? [] : [{ is: 'drill' as const, since: drill.pos.ord }]),
    ...(hold === null ? [] : [{ is: 'hold' as const, since: now - holdTime(hold, deviceNow()) }]),
    ...openChallenges(station.state, now).flatMap((of): Running[] =>
      of.pressed === null
        ? []
        : [{ is: 'asked', since: of.pressed, of, ...askTimesOf({ state: station.state, profiles: station.rules.profiles }, of) }],
    ),
    ...restarts,
    ...openTemporary(station.state).map((of) => ({ is: 'temporary' as const, since: of.since, of })),
  ];
};
