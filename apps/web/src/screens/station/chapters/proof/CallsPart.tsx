// Calls: what is asked, what arrived, and how the unit is made to call.
import { useState } from 'react';
import { Link } from 'react-router';
import { elementsOf, wanted } from '@green-lamp/core/journal';
import { isElementId, isGrade, settingKey, sure } from '@green-lamp/core/name';
import { isTurn } from '@green-lamp/core/evidence';
import { instant } from '@green-lamp/core/quantity';
import { isListenerKind, type ListenerKind, listeners as protocols } from '@green-lamp/core/wire';
import { Choose, Field } from '../../../../parts/Field.tsx';
import { FrameRow } from '../../../../parts/FrameRow.tsx';
import { OnlyHere } from '../../../../parts/OnlyHere.tsx';
import { Empty, Waiting } from '../../../../parts/State.tsx';
import { append } from '../../../../store/append.ts';
import { useLive } from '../../../../store/live.ts';
import type { FrameView, ListenerState } from '@green-lamp/core/api';
import type { Station } from '../../../../store/use-station.ts';
import { useFrames } from '../../../../store/use-frames.ts';
import { AskNow } from './AskNow.tsx';
import { Elsewhere } from './Elsewhere.tsx';
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

const isOurs = (of: ListenerState): of is ListenerState & { kind: ListenerKind } => isListenerKind(of.kind);

/** Where and how a unit calls our own desk. */
const CallHere = ({ station }: { station: Station }) => {
  const listeners = useLive((live) => live.listeners);
  const account = elementsOf(station.state, 'receiver')
    .map(({ id }) => wanted(station.state, settingKey('receiver', id, 'account')))
    .find((value) => typeof value === 'string');
  return (
    <>
      {listeners.length === 0 && <p className="mt-2">No listener is known now: the desk does not answer.</p>}
      <ul className="mt-2">
        {listeners
          .filter(isOurs)
          .filter(({ by }) => by === 'tcp')
          .map(({ kind, host, port }) => (
            <li key={`${kind}${port}`}>
              The desk listens for {protocols[kind].label} on{' '}
              <span className="mono">
                {host} port {port}
              </span>
              {kind === 'dc09'
                ? ': SIA-DCS, ADM-CID and NULL, over TCP and UDP, plain or encrypted by the unit’s key.'
                : '. Any client will do:'}
            </li>
          ))}
      </ul>
      <pre className="mono mt-1 overflow-x-auto border border-rule-2 bg-slip p-2" tabIndex={0} aria-label="Example of a record">
        {typeof account === 'string'
          ? `${account};;event=float_high;zone=1\n${account};;event=float_high;zone=1;turn=restoral`
          : 'account;;event=float_high;zone=1 (the sheet has no account yet)'}
      </pre>
      <p className="mt-2 text-note text-ink-2">
        A client on this computer or in the desk’s own network shows that the desk listens; it proves no carrier’s path.
      </p>
      <OnlyHere />
      <p className="mt-2">
        No unit at hand?{' '}
        <Link className="link" to={`/yard?station=${station.stream}`}>
          Let the yard make the call
        </Link>
        ; it is marked simulated.
      </p>
    </>
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
      {ours && (
        <section aria-label="How to call">
          <h3 className="mb-1 font-bold">Make the unit call</h3>
          <CallHere station={station} />
        </section>
      )}
    </div>
  );
};
