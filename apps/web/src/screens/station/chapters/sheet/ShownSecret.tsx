// A secret shown on purpose, for twenty seconds: by the desk, or without a network from what was taken along, by the PIN of this device.
import { useState } from 'react';
import { wanted } from '@green-lamp/core/journal';
import type { SettingKey } from '@green-lamp/core/name';
import { isSecret } from '@green-lamp/core/sheet';
import { isPin } from '@green-lamp/core/wire';
import { Field } from '../../../../parts/Field.tsx';
import { NoNetwork } from '../../../../store/api.ts';
import { reveal } from '../../../../store/reveal.ts';
import { openTaken } from '../../../../store/take-along.ts';
import { isTaken } from '../../../../store/taken.ts';
import type { Station } from '../../../../store/use-station.ts';

const shownFor = 20_000;
const nowhere =
  'Without a network only what was taken along can be shown, or what you entered at this device while it had a PIN. Take it along the next time: In this browser, beside the station.';

export const ShownSecret = ({ settingOf, station }: { settingOf: SettingKey; station: Station }) => {
  const value = wanted(station.state, settingOf);
  const [plain, setPlain] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [pin, setPin] = useState<string | null>(null);
  if (!isSecret(value)) return null;
  const show = (secret: string): void => {
    setPlain(secret);
    setPin(null);
    setProblem(null);
    setTimeout(() => {
      setPlain(null);
    }, shownFor);
  };
  const ask = async (): Promise<void> => {
    try {
      show(await reveal(station.stream, settingOf, value.secret, station.state.last?.ord ?? 0));
    } catch (error) {
      if (error instanceof NoNetwork && (await isTaken(value.secret))) setPin('');
      else setProblem(error instanceof NoNetwork ? nowhere : error instanceof Error ? error.message : 'It could not be shown.');
    }
  };
  const open = async (): Promise<void> => {
    if (pin === null || !isPin(pin)) return;
    try {
      show(await openTaken(station.stream, settingOf, value.secret, pin));
    } catch (error) {
      setPin('');
      setProblem(error instanceof Error ? error.message : 'It could not be shown.');
    }
  };
  return (
    <div className="flex flex-wrap items-end gap-3">
      {pin === null ? (
        <button type="button" className="button" onClick={() => void ask()}>
          Show it for 20 s
        </button>
      ) : (
        // It stands in the editor's own form: Enter is taken here.
        <div
          role="group"
          aria-label="By the PIN"
          className="flex flex-wrap items-end gap-3"
          onKeyDown={(event) => {
            if (event.key !== 'Enter') return;
            event.preventDefault();
            event.stopPropagation();
            void open();
          }}
        >
          <Field label="PIN of this device" value={pin} change={setPin} secret focus keyboard="numeric" />
          <button type="button" className="button" onClick={() => void open()}>
            Show it by the PIN
          </button>
        </div>
      )}
      {plain !== null && <output className="mono border border-ink px-3 py-1 text-head">{plain}</output>}
      {problem !== null && <span role="alert">{problem}</span>}
      <span className="text-small text-ink-2">That it was shown is entered under your name.</span>
    </div>
  );
};
