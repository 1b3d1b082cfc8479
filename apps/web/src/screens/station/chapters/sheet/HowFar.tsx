// How far one setting has got on its device, what each stage means, and that the device holds something else.
import { Fragment, useState } from 'react';
import { stageOf, standing, wanted } from '@green-lamp/core/journal';
import { stageMeans } from '@green-lamp/core/lamp';
import type { Json, SettingKey, StageOnDevice } from '@green-lamp/core/name';
import { type Parameter, parseTyped } from '@green-lamp/core/sheet';
import { Field } from '../../../../parts/Field.tsx';
import { stageWords } from '../../../../parts/StageBar.tsx';
import { append } from '../../../../store/append.ts';
import { deviceNow } from '../../../../store/device.ts';
import type { Station } from '../../../../store/use-station.ts';
import { stagesOf } from './stages.ts';

/** Says of this one setting how far it has got, or that the device holds something else. */
export const HowFar = ({ of, settingOf, station }: { of: Parameter; settingOf: SettingKey; station: Station }) => {
  const [said, setSaid] = useState('');
  if (of.enteredOn === null) return null;
  const plan = wanted(station.state, settingOf) ?? null;
  const at = stageOf(station.state, settingOf);
  const stage = (to: StageOnDevice, value: Json): void => {
    const data = { stage: to, asOf: deviceNow(), of: [{ key: settingOf, set: standing(station.state, settingOf)?.pos.id ?? null, value }] };
    void append(station.stream, [{ kind: 'setting.staged', data }]);
  };
  const other = of.form.is === 'text' || of.form.is === 'count' || of.form.is === 'figure' ? parseTyped(of, said) : null;
  return (
    <details>
      <summary className="link flex min-h-11 items-center">How far has it got?</summary>
      <dl className="mb-2 grid grid-cols-[auto_1fr] gap-x-3 text-note">
        {stagesOf(station, of).map((one) => (
          <Fragment key={one}>
            <dt className={one === at ? 'font-bold' : 'text-ink-2'}>{stageWords[one]}</dt>
            <dd className={one === at ? 'font-bold' : 'text-ink-2'}>{stageMeans[one]}</dd>
          </Fragment>
        ))}
      </dl>
      <div className="flex flex-wrap items-end gap-3">
        {stagesOf(station, of)
          .filter((to) => to !== 'wanted')
          .map((to) => (
            <button
              key={to}
              type="button"
              className="button"
              onClick={() => {
                stage(to, plan);
              }}
            >
              {to === 'readBack' ? 'Read back: the same' : stageWords[to].replace(/^./, (first) => first.toUpperCase())}
            </button>
          ))}
        {other !== null && (
          <>
            <div className="min-w-44 grow">
              <Field label="The device says another value" value={said} change={setSaid} mono />
            </div>
            <button
              type="button"
              className="button"
              onClick={() => {
                if (said !== '' && other.ok) stage('readBack', other.value);
              }}
            >
              Read back
            </button>
          </>
        )}
      </div>
    </details>
  );
};
