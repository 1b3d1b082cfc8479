// Signal: a hold test. The level is watched while it rests, judged by house rules as it goes, and kept as one entry.
import { useEffect, useState } from 'react';
import { isRadioKind, type RadioKind, radioKinds } from '@green-lamp/core/house';
import { calledOver, type Hold, type HoldVerdict, holdOf, judgeHold, sayReason, verdictWords } from '@green-lamp/core/lamp';
import type { ElementId } from '@green-lamp/core/name';
import { showFigure } from '@green-lamp/core/quantity';
import { type PathUse, strandOf } from '@green-lamp/core/sheet';
import { holdFigures } from '@green-lamp/core/sums';
import { CautionNote } from '../../../../parts/CautionNote.tsx';
import { Choose } from '../../../../parts/Field.tsx';
import { LampMark } from '../../../../parts/LampMark.tsx';
import { PathTabs, usePath } from '../../../../parts/PathTabs.tsx';
import { Press } from '../../../../parts/Press.tsx';
import { Empty } from '../../../../parts/State.tsx';
import { WorkedFigure } from '../../../../parts/WorkedFigure.tsx';
import { endHold } from '../../../../commands/hold.ts';
import { deviceNow } from '../../../../store/device.ts';
import { type HoldSource, holdTime, type RunningHold, setHold, useHold } from '../../../../store/hold.ts';
import { tell } from '../../../../store/live.ts';
import type { Station } from '../../../../store/use-station.ts';
import { useNow } from '../../../../store/use-stream.ts';
import { lookAtYard, useYard } from '../../../../store/yard.ts';
import { useChapter } from '../../door.ts';
import { HoldChart } from './HoldChart.tsx';
import { HoldForm } from './HoldForm.tsx';

const VerdictSaid = ({ station, verdict, simulated }: { station: Station; verdict: HoldVerdict; simulated: boolean }) => {
  const { speaker } = station;
  return (
    <div className="flex flex-col gap-2">
      <div className="flex items-start gap-3">
        <LampMark is={verdict.is} size={26} simulated={simulated} />
        <p>
          <strong>
            Signal {verdictWords[verdict.is]}
            {simulated && ', simulated'}.
          </strong>{' '}
          {verdict.because.map((of) => sayReason(of, speaker)).join(' ')}
          {verdict.next !== null && (
            <>
              {' '}
              <strong className="text-brass-ink">Next:</strong> {sayReason(verdict.next, speaker)}
            </>
          )}
        </p>
      </div>
      <WorkedFigure
        worked={verdict.worked}
        head={
          verdict.worked.value === null || verdict.worked.in === null
            ? 'No level yet'
            : `Level ${typeof verdict.worked.value === 'number' ? showFigure(verdict.worked.value, verdict.worked.in) : ''}`
        }
      />
    </div>
  );
};

const sources: readonly { of: HoldSource; label: string }[] = [
  { of: 'typed', label: 'I type each reading' },
  { of: 'pasted', label: 'I paste answers' },
  { of: 'modem', label: 'The virtual modem (simulated)' },
];

const Start = ({ station, path, radioFor }: { station: Station; path: ElementId; radioFor: RadioKind }) => {
  const [radio, setRadio] = useState<RadioKind>(radioFor);
  const [source, setSource] = useState<HoldSource>('typed');
  const [every, setEvery] = useState('1');
  const places = useYard((yard) => yard.places[station.stream]);
  useEffect(() => void lookAtYard(station.stream), [station.stream]);
  const virtual = places?.some((place) => place.path === path && place.modem) === true;
  const { time, fresh } = station.rules.house.hold;
  const start = (): void => {
    setHold(station.stream, { path, radio, source, start: deviceNow(), every: Number(every) * 1000, samples: [], text: '' });
  };
  return (
    <div className="flex flex-col gap-3">
      <p>
        Stand away from the aerial, and watch the level rest. {station.rules.house.name} ask for {showFigure(time, 'ms')} and {fresh} fresh
        readings: of the two schools, 20 s and 30 s, the longer, since it also catches slow fading.
      </p>
      <div className="flex flex-wrap items-end gap-3">
        <div className="w-40">
          <Choose
            label="Radio"
            value={radio}
            change={(value) => {
              if (isRadioKind(value)) setRadio(value);
            }}
            of={radioKinds.map((kind) => ({ value: kind, label: kind }))}
          />
        </div>
        <div role="group" aria-label="Where the readings come from" className="flex flex-wrap gap-2">
          {sources
            .filter(({ of }) => of !== 'modem' || virtual)
            .map(({ of, label }) => (
              <button
                key={of}
                type="button"
                className="button"
                aria-pressed={source === of}
                onClick={() => {
                  setSource(of);
                }}
              >
                {label}
              </button>
            ))}
        </div>
        {source === 'pasted' && (
          <div className="w-44">
            <Choose
              label="Between two answers"
              value={every}
              change={setEvery}
              of={['1', '2', '5', '10'].map((value) => ({ value, label: `${value} s` }))}
            />
          </div>
        )}
        <button type="button" className="button" onClick={start}>
          Start the hold
        </button>
      </div>
    </div>
  );
};

/** The hold as it stands so far, judged as the lamp would. */
const soFar = (station: Station, hold: RunningHold, now: number): { of: Hold; verdict: HoldVerdict } => {
  const { house } = station.rules;
  const time = holdTime(hold, now);
  const of: Hold = { radio: hold.radio, source: hold.source, time, ...holdFigures(hold.samples, hold.source !== 'typed') };
  const heard = station.beside?.heard ?? [];
  return { of, verdict: judgeHold(of, house, calledOver({ state: station.state, heard }, hold.path, { from: now - time, to: now })) };
};

const Running = ({ station, hold }: { station: Station; hold: RunningHold }) => {
  useNow(500);
  const [ending, setEnding] = useState(false);
  const now = deviceNow();
  const { of, verdict } = soFar(station, hold, now);
  const asked = station.rules.house.hold;
  const end = async (): Promise<void> => {
    setEnding(true);
    try {
      await endHold(station, hold);
    } finally {
      setEnding(false);
    }
  };
  return (
    <section aria-label="The hold that runs" className="flex flex-col gap-3">
      <div className="flex flex-wrap items-center gap-4">
        <span className="mono text-timer font-bold" role="timer" aria-label="Time of the hold">
          {Math.floor(of.time / 1000)} s
        </span>
        <progress className="h-3 w-48" max={asked.time} value={Math.min(of.time, asked.time)} aria-label="Of the time that is asked" />
        <span>
          of {showFigure(asked.time, 'ms')} · {of.fresh} fresh of {asked.fresh} asked
          {of.taken !== of.fresh && ` (${of.taken} taken)`} · {hold.radio}, {station.speaker.element(hold.path)}
          {hold.source === 'modem' && ' · simulated'}
        </span>
      </div>
      {/* Above all that grows while readings come in: what is pressed stays under the finger. */}
      <div className="flex flex-wrap gap-3">
        <Press
          why={hold.samples.length === 0 ? 'It has no reading yet.' : ending ? 'It is being kept.' : null}
          onPress={() => void end().catch(tell)}
        >
          End the hold and keep it
        </Press>
        <button
          type="button"
          className="button"
          onClick={() => {
            setHold(station.stream, null);
          }}
        >
          Throw it away
        </button>
      </div>
      <HoldForm station={station} hold={hold} />
      {hold.samples.length > 0 && <VerdictSaid station={station} verdict={verdict} simulated={hold.source === 'modem'} />}
      <HoldChart samples={hold.samples} house={station.rules.house} radio={hold.radio} />
    </section>
  );
};

const Stands = ({ station, use }: { station: Station; use: PathUse }) => {
  const holds = Object.entries(station.state.evidence)
    .filter(([slot, { what }]) => what === 'hold' && slot.startsWith(`Signal|${use.path}|`))
    .map(([, evidence]) => evidence)
    .sort((a, b) => b.ord - a.ord);
  return (
    <section aria-label="Holds of this path">
      <h2 className="mb-1 font-bold">Holds of this path</h2>
      {holds.length === 0 && <p className="text-ink-2">None yet. One reading is not a hold: the level has to rest.</p>}
      <ul className="flex flex-col gap-4">
        {holds.map((evidence) => {
          const hold = holdOf(evidence.facts);
          if (hold === null) return null;
          const heard = station.beside?.heard ?? [];
          const called = calledOver({ state: station.state, heard }, use.path, evidence);
          return (
            <li key={evidence.entry} className="border-t border-rule-2 pt-2">
              <p className="mb-1 text-note text-ink-2">
                {station.speaker.when(evidence.from)}, {evidence.place}, {hold.source}
              </p>
              <VerdictSaid station={station} verdict={judgeHold(hold, station.rules.house, called)} simulated={evidence.simulated} />
            </li>
          );
        })}
      </ul>
    </section>
  );
};

export const SignalChapter = () => {
  const station = useChapter();
  const uses = station.line.strands.map(({ use }) => use).filter(({ kind }) => strandOf(kind).includes('Signal'));
  const use = usePath(uses);
  const hold = useHold(station.stream);
  if (use === null) return <Empty>No path of this station goes by radio, so there is no signal to hold.</Empty>;
  return (
    <div className="flex flex-col gap-4 px-5 py-3">
      <h2 className="sr-only">Signal</h2>
      <PathTabs uses={uses} name={station.speaker.element} />
      <CautionNote of="aerial" />
      {hold === null ? (
        <Start key={use.path} station={station} path={use.path} radioFor={use.kind === 'wifi' ? 'Wi-Fi' : 'LTE'} />
      ) : (
        <Running station={station} hold={hold} />
      )}
      <Stands station={station} use={use} />
    </div>
  );
};
