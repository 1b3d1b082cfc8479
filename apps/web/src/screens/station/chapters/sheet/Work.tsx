// What waits on each device: to be entered there, or to be in force after a restart.
import { Press } from '../../../../parts/Press.tsx';
import { appliedOnDevice, deviceName, enteredOnDevice, restartedDevice } from '../../../../commands/device.ts';
import type { Station } from '../../../../store/use-station.ts';

const named = (station: Station, keys: readonly Parameters<Station['speaker']['setting']>[0][]): string =>
  keys.length <= 4
    ? keys.map(station.speaker.setting).join(', ')
    : `${keys.slice(0, 3).map(station.speaker.setting).join(', ')} and ${keys.length - 3} more`;

export const Work = ({ station }: { station: Station }) => (
  <section aria-label="Work on the devices" className="mt-2 flex flex-col">
    {station.work.map((work) => (
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
        {work.toEnter.length > 0 && (
          <Press
            onPress={() => {
              enteredOnDevice.run({ station, work }, () => undefined);
            }}
          >
            {enteredOnDevice.label({ station, work })}
          </Press>
        )}
        {work.toRestart.length > 0 && (
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
