// The runner at the foot, while something runs: its time, the sign to wait for, one button. Always in the same place.
import { useLocation } from 'react-router';
import { useHotkeys } from 'react-hotkeys-hook';
import { allLamps } from '@green-lamp/core/lamp';
import { inWords } from '@green-lamp/core/quantity';
import { deviceName, restartedDevice } from '../../../commands/device.ts';
import { extendTest } from '../../../commands/on-test.ts';
import { putBack } from '../../../commands/temporary.ts';
import { Press } from '../../../parts/Press.tsx';
import type { Station } from '../../../store/use-station.ts';
import { tell } from '../../../store/live.ts';
import { useNow } from '../../../store/use-stream.ts';
import { useDoor } from '../door.ts';
import { askedFor } from '../../../parts/asked-words.ts';
import { type Running, useRunning } from './running.ts';
import { useAwake } from './use-awake.ts';

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

/** So long before its end it is warned of, ms. */
const nearlyOver = 300_000;
const capital = (text: string): string => text.replace(/^./, (first) => first.toUpperCase());

const Row = ({ station, of, now }: { station: Station; of: Running; now: number }) => {
  const door = useDoor(station);
  const here = useLocation().pathname;
  const ran = Math.max(0, now - of.since);
  const open = (lamp: 'Standby' | 'Signal' | 'Call') => (): void => {
    const result = allLamps(station.line).find((one) => one.lamp === lamp);
    if (result !== undefined) door.open(result);
  };
  return (
    <div className="flex min-h-14 items-center gap-5 max-sm:gap-3">
      <span className="mono min-w-[92px] text-timer font-semibold whitespace-nowrap" role="timer" aria-label="Time it has run">
        {clock(ran)}
      </span>
      <div className="min-w-0 grow">
        {of.is === 'restart' && (
          <>
            <p>
              <strong>{capital(deviceName(station, of.work.device))} restarts.</strong> Wait for: its network LED, see the manual. Usually{' '}
              {inWords(of.usual)}, late at {inWords(of.late)}.{ran > of.late && <strong> It is late now.</strong>}
            </p>
            <Bar ran={ran} usual={of.usual} late={of.late} />
          </>
        )}
        {of.is === 'drill' && (
          <p>
            {station.state.drill?.over == null ? (
              <>
                <strong>The drill runs.</strong> Put the path back before you close it: a cable left out is a dead station.
              </>
            ) : (
              <>
                <strong>It is put back.</strong> The drill is closed once the desk has heard it again: make the unit call.
              </>
            )}
          </p>
        )}
        {of.is === 'on test' && (
          <p>
            <strong>
              {of.of.overdue
                ? 'Still on test: its time is over, and nobody has told the desk.'
                : of.of.left < nearlyOver
                  ? `On test, and live again in ${inWords(Math.max(1, Math.ceil(of.of.left / 60_000)) * 60_000)}.`
                  : `On test until ${station.speaker.when(of.of.window.until)}.`}
            </strong>{' '}
            Alarms send nobody.
          </p>
        )}
        {of.is === 'asked' && (
          <>
            <p>
              <strong>The call of {askedFor(of.of)} is waited for.</strong> Usually {inWords(of.usual)}, late at {inWords(of.late)}.
              {now - of.since > of.late && <strong> It is late now.</strong>}
            </p>
            <Bar ran={ran} usual={of.usual} late={of.late} />
          </>
        )}
        {of.is === 'temporary' && (
          <p>
            <strong>For the time being:</strong> {station.speaker.setting(of.of.key)}. It has to end with{' '}
            <span className="mono">{station.speaker.value(of.of.key, of.of.ends)}</span>
            {of.of.back ? ', and is not in force yet.' : '.'}
            {of.of.words !== '' && ` ${of.of.words}`}
          </p>
        )}
        {of.is === 'hold' && (
          <p>
            <strong>The hold runs.</strong> Keep the aerial still.
          </p>
        )}
      </div>
      <div className="flex max-w-[340px] shrink-0 justify-end">
        {of.is === 'restart' && (
          <Press
            main
            shortcut={restartedDevice.key}
            why={restartedDevice.run({ station, work: of.work })}
            onPress={() => {
              restartedDevice.run({ station, work: of.work }, () => undefined);
            }}
          >
            {restartedDevice.label({ station, work: of.work })}
          </Press>
        )}
        {of.is === 'temporary' && !of.of.back && station.step.do !== 'put-back' && (
          <Press
            onPress={() => {
              putBack.run({ station, of: of.of }, () => undefined);
            }}
          >
            {putBack.label({ station, of: of.of })}
          </Press>
        )}
        {of.is === 'on test' && (of.of.overdue || of.of.left < nearlyOver) && (
          <Press onPress={() => void extendTest(station, of.of.window.until, 1_800_000).catch(tell)}>30 min more</Press>
        )}
        {of.is === 'on test' && !here.endsWith('/proof') && <Press onPress={open('Call')}>Open Proof</Press>}
        {of.is === 'asked' && <Press onPress={open('Call')}>Open Proof</Press>}
        {of.is === 'drill' && door.chosen?.lamp !== 'Standby' && <Press onPress={open('Standby')}>Open the drill</Press>}
        {of.is === 'hold' && !here.endsWith('/signal') && <Press onPress={open('Signal')}>Open the hold</Press>}
      </div>
    </div>
  );
};

/** What runs, and whether it has the button that would otherwise stand at the top. */
export const useRunner = (station: Station): { running: readonly Running[]; now: number; hasDeed: boolean } => {
  const now = useNow(1000);
  const running = useRunning(station, now);
  const { step } = station;
  useAwake(running.some(({ is }) => is !== 'temporary' && is !== 'on test'));
  // Proof shows what is waited for, and more of it.
  const atProof = useLocation().pathname.endsWith('/proof');
  const hasDeed = step.do === 'restart' && running.some((of) => of.is === 'restart' && of.work.device === step.device);
  useHotkeys(restartedDevice.key, () => {
    const of = running.find(({ is }) => is === 'restart');
    if (of?.is === 'restart') restartedDevice.run({ station, work: of.work }, () => undefined);
  });
  return { running: atProof ? running.filter(({ is }) => is !== 'asked' && is !== 'on test') : running, now, hasDeed };
};

export const Runner = ({ station, running, now }: { station: Station; running: readonly Running[]; now: number }) =>
  running.length === 0 ? null : (
    <section
      aria-label="What runs"
      className="no-print max-h-[40%] shrink-0 overflow-y-auto border-t-2 border-rule-2 bg-sheet-2 px-5 py-1 max-sm:px-3"
    >
      {running.map((of) => (
        <Row
          key={`${of.is} ${of.is === 'restart' ? of.work.device : of.is === 'temporary' ? of.of.key : of.is === 'asked' ? of.of.id : ''}`}
          station={station}
          of={of}
          now={now}
        />
      ))}
    </section>
  );
