// What waits on each device: to be entered there, or to be in force after a restart.
import { Press } from '../../../../parts/Press.tsx';
import { appliedOnDevice, deviceName, enteredOnDevice, restartedDevice } from '../../../../commands/device.ts';
import type { DeviceWork } from '@green-lamp/core/walk';
import type { Station } from '../../../../store/use-station.ts';
import { holderOf } from './holders.ts';

const named = (station: Station, keys: readonly Parameters<Station['speaker']['setting']>[0][]): string =>
  keys.length <= 4
    ? keys.map(station.speaker.setting).join(', ')
    : `${keys.slice(0, 3).map(station.speaker.setting).join(', ')} and ${keys.length - 3} more`;

/** Work on one device, where it is done or where its settings stand; of every device where none is named. The press that is next stands at the top already. */
export const Work = ({ station, of }: { station: Station; of: string | null }) => {
  const { step } = station;
  const shown = station.work.filter(
    ({ device, toEnter, toRestart }) => of === null || device === of || [...toEnter, ...toRestart].some((key) => holderOf(key) === of),
  );
  const isNext = (work: DeviceWork, what: 'enter' | 'restart'): boolean => step.do === what && step.device === work.device;
  if (shown.length === 0) return null;
  return (
    <section aria-label="Work on the devices" className="flex flex-col">
      {shown.map((work) => (
        <div key={work.device} className="flex flex-wrap items-center gap-3 border-b border-rule py-2">
          <div className="min-w-[240px] grow basis-0">
            {work.toEnter.length > 0 && (
              <p>
                <strong>To enter on {deviceName(station, work.device)}:</strong> {named(station, work.toEnter)}
              </p>
            )}
            {work.toRestart.length > 0 && (
              <p>
                <strong>Entered, not in force yet on {deviceName(station, work.device)}:</strong> {named(station, work.toRestart)}
              </p>
            )}
            {work.toApply.length > 0 && <p>Not applied yet, and a restart before that loses it.</p>}
          </div>
          {work.toApply.length > 0 && (
            <Press
              onPress={() => {
                appliedOnDevice.run({ station, work }, () => undefined);
              }}
            >
              {appliedOnDevice.label({ station, work })}
            </Press>
          )}
          {work.toEnter.length > 0 && !isNext(work, 'enter') && (
            <Press
              onPress={() => {
                enteredOnDevice.run({ station, work }, () => undefined);
              }}
            >
              {enteredOnDevice.label({ station, work })}
            </Press>
          )}
          {work.toRestart.length > 0 && !isNext(work, 'restart') && (
            <Press
              onPress={() => {
                restartedDevice.run({ station, work }, () => undefined);
              }}
            >
              {restartedDevice.label({ station, work })}
            </Press>
          )}
        </div>
      ))}
    </section>
  );
};
