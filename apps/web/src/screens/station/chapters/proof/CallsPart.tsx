// Calls: what is asked, what arrived, and how the unit is made to call.
import { useState } from 'react';
import { elementsOf, wanted } from '@green-lamp/core/journal';
import { isElementId, isGrade, settingKey, sure } from '@green-lamp/core/name';
import { isTurn } from '@green-lamp/core/evidence';
import { instant } from '@green-lamp/core/quantity';
import { Choose, Field } from '../../../../parts/Field.tsx';
import { FrameRow } from '../../../../parts/FrameRow.tsx';
import { Empty, Waiting } from '../../../../parts/State.tsx';
import { append } from '../../../../store/append.ts';
import type { FrameView } from '@green-lamp/core/api';
import type { Station } from '../../../../store/use-station.ts';
import { useFrames } from '../../../../store/use-frames.ts';
import { AskedByDesk } from './AskedByDesk.tsx';
import { AskNow } from './AskNow.tsx';
import { CallHere } from './CallHere.tsx';
import { Elsewhere } from './Elsewhere.tsx';
import { OneTime } from './OneTime.tsx';
import { OnTestBar } from './OnTestBar.tsx';
import { ProofMatrix } from './ProofMatrix.tsx';
import { SpareReceiver } from './SpareReceiver.tsx';

const Claim = ({ station, frame }: { station: Station; frame: FrameView }) => {
  const [path, setPath] = useState('');
  const [words, setWords] = useState('');
  const claim = (): void => {
    const { receiver, event, grade, address, fromPort, zone, turn, part, listener, port } = frame;
    if (!isElementId(path) || event === null || !isGrade(grade)) return;
    const data = {
      frame: frame.id,
      receiver: receiver === null ? null : sure(isElementId, receiver),
      event,
      grade,
      path,
      source: { address, port: fromPort },
      received: instant(frame.at),
      simulated: frame.simulated,
      zone,
      is: isTurn(turn) ? turn : null,
      part,
      listener,
      port,
      words: words.trim(),
    };
    void append(station.stream, [{ kind: 'call.attributed', data }]);
    setWords('');
  };
  if (frame.strength === 'impossible')
    return <p className="mt-3 text-note text-ink-2">No path of this station can have brought it, so nobody’s word can give it to one.</p>;
  return (
    <details className="mt-3">
      <summary className="link flex min-h-11 items-center">It came by another path</summary>
      <div className="flex flex-wrap items-end gap-3">
        <Choose
          label="Path"
          value={path}
          change={setPath}
          empty="choose"
          of={elementsOf(station.state, 'path')
            .filter(({ id }) => !frame.impossible.includes(id))
            .map(({ id, label }) => ({ value: id, label }))}
        />
        <div className="grow">
          <Field label="How you know" value={words} change={setWords} />
        </div>
        <button type="button" className="button" onClick={claim}>
          Say so
        </button>
      </div>
      <p className="text-small text-ink-2">A person’s word is a claim: it makes that path weak at most.</p>
    </details>
  );
};

export const CallsPart = ({ station }: { station: Station }) => {
  const { frames, more, older, away } = useFrames({ station: station.stream });
  const whose = wanted(station.state, settingKey('desk', null, 'whose'));
  const ours = whose !== 'theirs' && whose !== 'portal';
  const name = (id: string): string => station.state.elements.find((element) => element.id === id)?.label ?? id;
  return (
    <div className="flex flex-col gap-5">
      <OnTestBar station={station} />
      {ours ? <AskNow station={station} /> : <Elsewhere station={station} />}
      {ours && <OneTime station={station} />}
      {ours && <SpareReceiver station={station} />}
      <ProofMatrix station={station} />
      {(ours || (frames?.length ?? 0) > 0) && (
        <section aria-label="Calls of this station">
          <h3 className="mb-1 font-bold">What arrived</h3>
          {away && <p className="text-note font-semibold">The desk does not answer; newer calls may have come.</p>}
          {frames === null && !away && <Waiting />}
          {frames?.length === 0 && <Empty>No call of this station has arrived yet.</Empty>}
          <ul aria-live="polite">
            {frames?.map((frame) => (
              <FrameRow key={frame.id} frame={frame} zone={station.zone} now={station.now} path={name}>
                <Claim station={station} frame={frame} />
              </FrameRow>
            ))}
          </ul>
          {more && (
            <button type="button" className="button mt-3" onClick={older}>
              Older calls
            </button>
          )}
        </section>
      )}
      {ours && <AskedByDesk station={station} />}
      {ours && (
        <section aria-label="How to call">
          <h3 className="mb-1 font-bold">Make the unit call</h3>
          <CallHere station={station} />
        </section>
      )}
    </div>
  );
};
