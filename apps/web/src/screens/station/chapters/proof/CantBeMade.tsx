// What nobody can make here: an event of an input, one at a spare receiver. With its reason it is no longer asked for, and Call stays weak.
import { useState } from 'react';
import { cellName } from '@green-lamp/core/journal';
import type { Demand } from '@green-lamp/core/lamp';
import { acceptCell } from '../../../../commands/challenge.ts';
import { askedFor } from '../../../../parts/asked-words.ts';
import { Choose, Field } from '../../../../parts/Field.tsx';
import { Press } from '../../../../parts/Press.tsx';
import { tell } from '../../../../store/live.ts';
import type { Station } from '../../../../store/use-station.ts';

const nameOf = (station: Station, { of, is, path, receiver }: Demand): string =>
  [
    of === null ? (is === 'restoral' ? 'the end of an event' : 'an event') : askedFor(of),
    path === null ? '' : `over ${station.speaker.element(path)}`,
    receiver === null ? '' : `at ${station.speaker.element(receiver)}`,
  ]
    .filter((part) => part !== '')
    .join(', ');

export const CantBeMade = ({ station, demands }: { station: Station; demands: readonly Demand[] }) => {
  const [chosen, setChosen] = useState('');
  const [reason, setReason] = useState('');
  const of = demands.filter(({ verdict }) => verdict !== 'proven');
  const one = of.find((demand) => cellName(demand) === chosen);
  const lifted = one?.verdict === 'accepted';
  if (of.length === 0) return null;
  const say = (): void => {
    if (one === undefined) return;
    const { zone, is, path, receiver } = one;
    acceptCell(station, { zone, is, path, receiver, reason: reason.trim(), lifted }).catch(tell);
    setReason('');
    setChosen('');
  };
  return (
    <details className="mt-1">
      <summary className="link flex min-h-11 items-center">One of them can’t be made</summary>
      <div className="flex flex-wrap items-end gap-3">
        <div className="min-w-52 grow basis-0">
          <Choose
            label="Which one"
            value={chosen}
            change={setChosen}
            empty="choose"
            of={of.map((demand) => ({ value: cellName(demand), label: nameOf(station, demand) }))}
          />
        </div>
        <div className="min-w-52 grow basis-0">
          <Field label={lifted ? 'Why it is asked for again' : 'Why not'} value={reason} change={setReason} />
        </div>
        <Press why={one === undefined ? 'Choose which one.' : reason.trim() === '' ? 'Say why in a few words.' : null} onPress={say}>
          {lifted ? 'Ask for it again' : 'It can’t be made'}
        </Press>
      </div>
      <p className="text-small text-ink-2">It is no longer asked for, and Call stays weak: nobody has seen it work.</p>
    </details>
  );
};
