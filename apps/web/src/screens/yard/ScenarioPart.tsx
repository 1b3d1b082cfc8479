// Scenarios: what was done in a yard as a file, and a file played to its end.
import { useEffect, useRef, useState } from 'react';
import { sentence } from '@green-lamp/core/problem';
import { counted, showFigure } from '@green-lamp/core/quantity';
import { type Played, readScenario, type YardScenario } from '@green-lamp/core/yard';
import { opened } from '../../store/opened.ts';
import { tell } from '../../store/live.ts';
import { handOut } from '../station/chapters/handover/journal-file.ts';
import { practiceScenario, takeOver } from '../../store/practice.ts';
import { yardScenario } from '../../store/yard.ts';
import type { ScenarioSaid } from '../../workers/scenario-words.ts';

const download = (scenario: YardScenario): void => {
  handOut('yard-scenario.json', `${JSON.stringify(scenario, null, 1)}\n`);
};

type State =
  | { readonly is: 'nothing' }
  | { readonly is: 'wrong'; readonly why: readonly string[] }
  | { readonly is: 'running'; readonly done: number; readonly all: number }
  | { readonly is: 'done'; readonly played: Played; readonly took: number; readonly of: YardScenario };

/** Plays a file in a worker; `stop` ends it. */
const usePlayer = (): { state: State; play: (text: string) => void; stop: () => void } => {
  const [state, setState] = useState<State>({ is: 'nothing' });
  const worker = useRef<Worker | null>(null);
  const stop = (): void => {
    worker.current?.terminate();
    worker.current = null;
    setState({ is: 'nothing' });
  };
  useEffect(() => () => worker.current?.terminate(), []);
  const play = (text: string): void => {
    let given: unknown;
    try {
      given = JSON.parse(text);
    } catch {
      setState({ is: 'wrong', why: ['The file is not JSON: nothing was changed.'] });
      return;
    }
    const read = readScenario(given);
    if (!read.ok) {
      setState({ is: 'wrong', why: read.problems.slice(0, 8).map((problem) => sentence(problem)) });
      return;
    }
    worker.current?.terminate();
    const running = new Worker(new URL('../../workers/scenario.worker.ts', import.meta.url), { type: 'module' });
    worker.current = running;
    setState({ is: 'running', done: 0, all: read.value.acts.length });
    running.addEventListener('message', ({ data }: MessageEvent<ScenarioSaid>) => {
      if (data.is === 'progress') setState({ is: 'running', done: data.done, all: data.all });
      if (data.is === 'wrong') setState({ is: 'wrong', why: data.problems.slice(0, 8).map((problem) => sentence(problem)) });
      if (data.is === 'done') setState({ is: 'done', played: data.played, took: data.took, of: read.value });
    });
    running.postMessage({ scenario: read.value });
  };
  return { state, play, stop };
};

export const ScenarioPart = ({ real }: { real: boolean }) => {
  const { state, play, stop } = usePlayer();
  const save = async (): Promise<void> => {
    const scenario = real ? await yardScenario() : practiceScenario('Practice in the yard');
    if (scenario !== null) download(scenario);
  };
  return (
    <div className="flex flex-col gap-4">
      <section aria-label="Save" className="flex flex-col items-start gap-2">
        <h2 className="font-bold">Save what was done</h2>
        <p>
          Every act with its time, and the world’s end as a hash: played again from its seed, the file comes to the same end, to the byte.
        </p>
        <button type="button" className="button" onClick={() => void save().catch(tell)}>
          Save as a scenario
        </button>
      </section>
      <section aria-label="Play" className="flex flex-col items-start gap-2">
        <h2 className="font-bold">Play a file</h2>
        <label className="button">
          Open a scenario file
          <input
            type="file"
            accept="application/json,.json"
            className="sr-only"
            onChange={({ target }) => {
              const file = target.files?.[0];
              if (file !== undefined) void opened(file, 'json').then(play).catch(tell);
              target.value = '';
            }}
          />
        </label>
        <div aria-live="polite" className="flex flex-col items-start gap-2">
          {state.is === 'wrong' && (
            <ul className="border-l-4 border-ink pl-3">
              {state.why.map((why) => (
                <li key={why}>{why}</li>
              ))}
            </ul>
          )}
          {state.is === 'running' && (
            <>
              <p>
                Playing: {state.done} of {state.all} acts.
              </p>
              <button type="button" className="button" onClick={stop}>
                Stop
              </button>
            </>
          )}
          {state.is === 'done' && (
            <>
              <p className="font-semibold">
                Played {showFigure(state.of.runs, 'ms')} in {(state.took / 1000).toFixed(1)} s.{' '}
                {state.played.same === null
                  ? 'The file names no end to compare with.'
                  : state.played.same
                    ? 'It came to the same end.'
                    : 'It came to another end than the file names: the file was changed, or another version of the yard wrote it.'}
              </p>
              <p>
                {counted(state.played.world.arrived.length, 'call')} arrived; {counted(state.played.refused.length, 'act was', 'acts were')}{' '}
                refused
                {state.played.refused.length === 0 ? '.' : `: ${state.played.refused[0]?.why ?? ''}`}
              </p>
              <p className="mono text-small break-all">{state.played.end}</p>
              <button type="button" className="button" onClick={() => void takeOver(state.played.world, state.of).catch(tell)}>
                Look at its end in Practice
              </button>
            </>
          )}
        </div>
      </section>
    </div>
  );
};
