// What a person says of a device: entered there, restarted since.
import type { SettingKey } from '@green-lamp/core/name';
import { standing, wanted } from '@green-lamp/core/journal';
import { instant } from '@green-lamp/core/quantity';
import { isOnceDevice } from '@green-lamp/core/sheet';
import type { DeviceWork } from '@green-lamp/core/walk';
import { append } from '../store/append.ts';
import { currentSkew, deviceNow } from '../store/device.ts';
import type { Station } from '../store/use-station.ts';
import type { Command } from './command.ts';

type On = { station: Station; work: DeviceWork };

const stage = (station: Station, to: 'entered' | 'applied' | 'inForce', keys: readonly SettingKey[], asOf: number): Promise<unknown> =>
  append(station.stream, [
    {
      kind: 'setting.staged',
      data: {
        stage: to,
        asOf: instant(asOf),
        of: keys.map((key) => ({ key, set: standing(station.state, key)?.pos.id ?? null, value: wanted(station.state, key) ?? null })),
      },
      re: keys.flatMap((key) => standing(station.state, key)?.pos.id ?? []).slice(0, 200),
    },
  ]);

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** Those of which the station has one are not restarted: they have it in force. */
const restarts = (device: DeviceWork['device']): boolean => !isOnceDevice(device);

export const deviceName = (station: Station, device: DeviceWork['device']): string => station.speaker.device(device);

export const enteredOnDevice: Command<On> = {
  key: 'I',
  label: ({ work, station }) => `I have entered ${work.toEnter.length === 1 ? 'it' : 'these'} on ${deviceName(station, work.device)}`,
  run: ({ station, work }, go) => {
    if (work.toEnter.length === 0) return 'Nothing waits to be entered there.';
    if (go !== undefined) {
      void stage(station, 'entered', work.toEnter, deviceNow());
      go();
    }
    return null;
  },
};

/** Some devices keep what was typed to themselves until it is applied. */
export const appliedOnDevice: Command<On> = {
  key: 'A',
  label: ({ work, station }) => `Apply was pressed on ${deviceName(station, work.device)}`,
  run: ({ station, work }, go) => {
    if (work.toApply.length === 0) return 'Nothing that was entered there waits to be applied.';
    if (go !== undefined) {
      void stage(station, 'applied', work.toApply, deviceNow());
      go();
    }
    return null;
  },
};

export const restartedDevice: Command<On> = {
  key: 'R',
  label: ({ work, station }) =>
    capital(`${deviceName(station, work.device)} ${restarts(work.device) ? 'was restarted' : 'has it in force'}`),
  run: ({ station, work }, go) => {
    if (work.toRestart.length === 0) return 'Nothing that was entered there waits for a restart.';
    if (go !== undefined) {
      void stage(station, 'inForce', work.toRestart, deviceNow());
      go();
    }
    return null;
  },
};

/** Says that settings were already in force when a piece of evidence was made. */
export const inForceSince = (station: Station, keys: readonly SettingKey[], from: number): Promise<unknown> =>
  stage(station, 'inForce', keys, Math.round(from - (currentSkew() ?? 0)));
