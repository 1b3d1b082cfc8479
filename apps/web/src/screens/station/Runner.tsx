// The runner at the foot: the step in hand, its timer, the sign to wait for, at most two buttons. Always in the same place.
import { useNavigate } from 'react-router';
import { useHotkeys } from 'react-hotkeys-hook';
import { lampWords } from '@green-lamp/core/name';
import { seconds } from '@green-lamp/core/quantity';
import { isOnceDevice } from '@green-lamp/core/sheet';
import { type DeviceWork, sayNext } from '@green-lamp/core/walk';
import { Press } from '../../parts/Press.tsx';
import { deviceName, enteredOnDevice, restartedDevice } from '../../commands/device.ts';
import type { Station } from '../../store/use-station.ts';
import { useNow } from '../../store/use-stream.ts';
import { useDoor } from './door.ts';

/** From power to ready as the adopted profile has it, else a modem's minute; late is half as long again: common practice, no source. */
const bootOf = ({ state, rules }: Station, device: DeviceWork['device'] | undefined): { usual: number; late: number } => {
  const group = state.elements.find(({ id }) => id === device)?.group;
  const usual = rules.profiles.find(({ role }) => role === group)?.boot ?? seconds(60);
  return { usual, late: usual * 1.5 };
};

const clock = (of: number): string => {
  const whole = Math.max(0, Math.floor(of / 1000));
  if (whole >= 3600) return `${Math.floor(whole / 3600)}h${String(Math.floor((whole % 3600) / 60)).padStart(2, '0')}`;
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`;
};

const Bar = ({ ran, usual, late }: { ran: number; usual: number; late: number }) => {
  const whole = usual * 2;
  const share = Math.min(1, ran / whole);
  return (
    <svg width="100%" height="14" aria-hidden="true" focusable="false" preserveAspectRatio="none" viewBox="0 0 1000 14">
      <rect x="0" y="4" width="1000" height="6" fill="var(--rule)" />
      <rect x="0" y="4" width={1000 * share} height="6" fill="var(--brass-edge)" />
      <rect x={(1000 * usual) / whole} y="1" width="2" height="12" fill="var(--ink-2)" />
      <rect x={(1000 * late) / whole} y="0" width="3" height="14" fill="var(--ink)" />
    </svg>
  );
};

export const Runner = ({ station }: { station: Station }) => {
  const now = useNow(1000);
  const go = useNavigate();
  const door = useDoor(station);
  const { step, work, speaker } = station;
  const restart = step.do === 'restart' ? work.find(({ device }) => device === step.device) : undefined;
  const enter = step.do === 'enter' ? work.find(({ device }) => device === step.device) : undefined;
  useHotkeys(enteredOnDevice.key, () => {
    if (enter !== undefined) enteredOnDevice.run({ station, work: enter }, () => undefined);
  });
  useHotkeys(restartedDevice.key, () => {
    if (restart !== undefined) restartedDevice.run({ station, work: restart }, () => undefined);
  });
  const { usual, late } = bootOf(station, restart?.device);
  const ran = restart?.since == null ? null : Math.max(0, now - restart.since);
  return (
    <section
      aria-label="Step in hand"
      className="station-runner flex min-h-[72px] shrink-0 items-center gap-6 border-t-2 border-rule-2 bg-sheet-2 px-5 py-2 max-sm:min-h-0 max-sm:flex-wrap max-sm:gap-x-3 max-sm:gap-y-1 max-sm:px-3"
    >
      <span
        className={`mono min-w-[104px] text-timer font-semibold whitespace-nowrap max-sm:min-w-0 ${ran === null ? 'max-sm:sr-only' : ''}`}
        role="timer"
        aria-label="Time in this step"
      >
        {ran === null ? '' : clock(ran)}
      </span>
      {/* on a telephone the head has said it already */}
      <div className={`min-w-0 grow max-sm:basis-40 ${restart === undefined || ran === null ? 'max-sm:sr-only' : ''}`}>
        {restart !== undefined && ran !== null ? (
          <>
            <p>
              <strong>
                {isOnceDevice(restart.device)
                  ? `${deviceName(station, restart.device).replace(/^./, (first) => first.toUpperCase())} takes it over.`
                  : `${deviceName(station, restart.device).replace(/^./, (first) => first.toUpperCase())} restarts.`}
              </strong>{' '}
              Wait for: its network sign, as its papers have it. Usually {usual / 1000} s, late at {late / 1000} s.
              {ran > late && ' It is late now.'}
            </p>
            <Bar ran={ran} usual={usual} late={late} />
          </>
        ) : (
          <p>
            <strong>{step.do === 'nothing' ? '' : 'In hand: '}</strong>
            {sayNext(step, speaker)}
          </p>
        )}
      </div>
      <div className="flex max-w-[340px] min-w-[190px] shrink-0 justify-end max-sm:max-w-full max-sm:grow">
        {restart !== undefined && (
          <Press
            main
            shortcut={restartedDevice.key}
            why={restartedDevice.run({ station, work: restart })}
            onPress={() => {
              restartedDevice.run({ station, work: restart }, () => undefined);
            }}
          >
            {restartedDevice.label({ station, work: restart })}
          </Press>
        )}
        {enter !== undefined && (
          <Press
            main
            shortcut={enteredOnDevice.key}
            why={enteredOnDevice.run({ station, work: enter })}
            onPress={() => {
              enteredOnDevice.run({ station, work: enter }, () => undefined);
            }}
          >
            {enteredOnDevice.label({ station, work: enter })}
          </Press>
        )}
        {step.do === 'stop' && (
          <Press main onPress={() => void go(`/stations/${station.stream}/sheet?field=${step.finding.fields[0] ?? ''}`)}>
            Go to the fields
          </Press>
        )}
        {step.do === 'lamp' && (
          <Press
            main
            onPress={() => {
              door.open(step.result);
            }}
          >
            Open {lampWords[step.result.lamp]}
          </Press>
        )}
      </div>
    </section>
  );
};
