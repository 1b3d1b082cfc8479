// A dry run: the yard plays the sheet for a day as planned, and names what fails first, then what fails after that. It is paper that is tried; it proves nothing.
import { useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { counted, inWords } from '@green-lamp/core/quantity';
import { type DryFinding, type DryRun, yardPaths } from '@green-lamp/core/yard';
import { Press } from '../../../../parts/Press.tsx';
import { Empty } from '../../../../parts/State.tsx';
import { sharedNow } from '../../../../store/device.ts';
import type { Station } from '../../../../store/use-station.ts';
import type { DryRunAsked, DryRunSaid } from '../../../../workers/dry-run-words.ts';

type Running =
  | { readonly is: 'nothing' }
  | { readonly is: 'running'; readonly share: number }
  | { readonly is: 'done'; readonly run: DryRun; readonly ord: number };

/** Plays in a worker; `stop` ends it, and so does leaving. */
const usePlayer = () => {
  const [state, setState] = useState<Running>({ is: 'nothing' });
  const worker = useRef<Worker | null>(null);
  const end = (): void => {
    worker.current?.terminate();
    worker.current = null;
  };
  useEffect(() => end, []);
  const play = (asked: DryRunAsked, ord: number): void => {
    end();
    const running = new Worker(new URL('../../../../workers/dry-run.worker.ts', import.meta.url), { type: 'module' });
    worker.current = running;
    setState({ is: 'running', share: 0 });
    running.addEventListener('message', ({ data }: MessageEvent<DryRunSaid>) => {
      setState(data.is === 'progress' ? { is: 'running', share: data.share } : { is: 'done', run: data.run, ord });
    });
    running.postMessage(asked);
  };
  const stop = (): void => {
    end();
    setState({ is: 'nothing' });
  };
  return { state, play, stop };
};

const Finding = ({ station, of, i }: { station: Station; of: DryFinding; i: number }) => (
  <li className="border-b border-rule py-2">
    <p>
      <strong>
        {i + 1}. Ends at: {of.hop}
      </strong>
      {of.after >= 3_600_000 && `, ${inWords(of.after)} into the day`}
      {of.path !== '' && `, over ${station.state.elements.find(({ id }) => id === of.path)?.label ?? of.path}`}. {of.words}
    </p>
    {of.keys.length > 0 && (
      <p className="flex flex-wrap gap-x-4">
        <span className="flex min-h-11 items-center text-ink-2">Behind it:</span>
        {of.keys.map((key) => (
          <Link key={key} className="link inline-flex min-h-11 items-center" to={`/stations/${station.stream}/sheet?field=${key}`}>
            {station.speaker.setting(key)}
          </Link>
        ))}
      </p>
    )}
  </li>
);

const Told = ({ station, run }: { station: Station; run: DryRun }) => (
  <>
    {run.lacks.length > 0 && (
      <p className="font-semibold">
        The sheet lacks {counted(run.lacks.length, 'value')} that its first call needs. The yard made up what is missing, and says nothing
        of it:{' '}
        <Link className="link" to={`/stations/${station.stream}/plan?part=ask`}>
          ask for it
        </Link>
        .
      </p>
    )}
    {run.findings.length === 0 ? (
      <p className="font-semibold">Nothing failed in the day: {counted(run.arrived, 'call')} arrived at the yard’s desk.</p>
    ) : (
      <>
        <p>
          The first is what fails first; each further one is what would fail next, if those before it were mended.
          {run.stuck
            ? ' What lies behind the last one could not be played.'
            : ` With all of them mended ${counted(run.arrived, 'call')} arrived.`}
        </p>
        <ol aria-label="What fails">
          {run.findings.map((of, i) => (
            <Finding key={`${of.why} ${of.path}`} station={station} of={of} i={i} />
          ))}
        </ol>
      </>
    )}
    {run.texts.length > 0 && (
      <details className="mt-2">
        <summary className="link flex min-h-11 items-center">{counted(run.texts.length, 'text')} would go out</summary>
        <ul>
          {run.texts.slice(0, 40).map((text, i) => (
            <li key={i} className="mono border-t border-rule py-1 break-words">
              {text}
            </li>
          ))}
        </ul>
      </details>
    )}
  </>
);

export const DryRunPart = ({ station }: { station: Station }) => {
  const { state, play, stop } = usePlayer();
  const ord = station.state.last?.ord ?? 0;
  if (yardPaths(station.state).length === 0) return <Empty>There is no path with a unit on the sheet yet: nothing can be played.</Empty>;
  return (
    <section aria-label="Dry run" className="flex flex-col items-start gap-3">
      <p>
        The yard plays this sheet for a day, as planned, and says where a call ends and which settings are behind it. It is the sheet that
        is tried, with made-up carriers and masts: nothing of it is evidence.
      </p>
      {state.is === 'running' ? (
        <div className="flex items-center gap-4">
          <progress max={1} value={state.share} aria-label="How far the day has been played" />
          <button type="button" className="button" onClick={stop}>
            Stop
          </button>
        </div>
      ) : (
        <Press
          onPress={() => {
            play({ state: station.state, name: station.state.station?.name ?? '', at: sharedNow(), profiles: station.rules.profiles }, ord);
          }}
        >
          {state.is === 'done' ? 'Play it again' : 'Play a day'}
        </Press>
      )}
      {state.is === 'done' && state.ord !== ord && (
        <p role="status" className="font-semibold">
          The sheet has changed since: play it again.
        </p>
      )}
      {state.is === 'done' && (
        <div role="status" className="w-full">
          <Told station={station} run={state.run} />
        </div>
      )}
    </section>
  );
};
