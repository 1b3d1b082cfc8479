// The yard: the dale with its stations, masts and carriers, and virtual equipment to pull, cut, press and plant faults in. Everything that comes from here says 'simulated' wherever it goes.
import { useEffect, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { verdictWords } from '@green-lamp/core/lamp';
import { isStream, type Stream } from '@green-lamp/core/name';
import { type Dale, type Part, parts as allParts, type World } from '@green-lamp/core/yard';
import { CautionNote } from '../../parts/CautionNote.tsx';
import { Choose } from '../../parts/Field.tsx';
import { LampMark } from '../../parts/LampMark.tsx';
import { Empty, Waiting } from '../../parts/State.tsx';
import { tell, useLive } from '../../store/live.ts';
import { localSummaries } from '../../store/local-summaries.ts';
import {
  actInPractice,
  lookInPractice,
  practiceDale,
  practiceSeen,
  recallPractice,
  usePractice,
  usePracticeTime,
} from '../../store/practice.ts';
import { useStation } from '../../store/use-station.ts';
import { useLiveQuery } from '../../store/use-stream.ts';
import { actInYard, lookAtYard, startYard, stopYard, useLookout, useYard } from '../../store/yard.ts';
import { BeyondPart } from './BeyondPart.tsx';
import { Course } from './Course.tsx';
import { CrowdPart } from './CrowdPart.tsx';
import { DaleMap } from './DaleMap.tsx';
import { DeskView, ExerciseBar } from './ExerciseBar.tsx';
import { FaultsPart } from './FaultsPart.tsx';
import { ModemPart } from './ModemPart.tsx';
import { BeginPractice, TimeBar } from './PracticePart.tsx';
import { ScenarioPart } from './ScenarioPart.tsx';
import { SitePart } from './SitePart.tsx';
import { UnitPart } from './UnitPart.tsx';
import { sayRefused, type Shown, ShownContext } from './world.tsx';

const parts = [
  { id: 'unit', label: 'Unit' },
  { id: 'modem', label: 'Modem' },
  { id: 'site', label: 'Site and ways' },
  { id: 'beyond', label: 'Carriers, office, portal' },
  { id: 'faults', label: 'Faults' },
  { id: 'scenario', label: 'Scenario' },
] as const;
type PartId = (typeof parts)[number]['id'];
/** What can be opened in an exercise: each costs its minutes. */
const exerciseParts = [
  { id: 'desk', label: 'At the desk' },
  { id: 'unit', label: 'Unit' },
  { id: 'modem', label: 'Modem' },
  { id: 'site', label: 'Site and ways' },
  { id: 'beyond', label: 'Carriers, office, portal' },
] as const;

/** Which yard, station and part are shown: they stand in the address. */
const useWhere = () => {
  const [search, setSearch] = useSearchParams();
  const go = (to: { [name: string]: string }): void => {
    setSearch((was) => ({ ...Object.fromEntries(was), ...to }), { replace: true });
  };
  return {
    real: search.get('yard') !== 'practice',
    station: search.get('station'),
    part: parts.find(({ id }) => id === search.get('part'))?.id ?? 'unit',
    go,
  };
};

const Buttons = ({
  label,
  of,
  open,
  choose,
}: {
  label: string;
  of: readonly { id: string; label: string }[];
  open: string;
  choose: (id: string) => void;
}) => (
  <div role="group" aria-label={label} className="tabs">
    {of.map(({ id, label: name }) => (
      <button key={id} type="button" className="tab" aria-pressed={id === open} onClick={() => choose(id)}>
        {name}
      </button>
    ))}
  </div>
);

const Open = ({ shown, dale, part, go }: { shown: Shown; dale: Dale; part: PartId; go: (to: { [name: string]: string }) => void }) => {
  const { parts: simulated } = shown.seen.station;
  return (
    <ShownContext value={shown}>
      <div className="flex flex-col gap-4 pt-3">
        {simulated.length < allParts.length && (
          <p className="font-semibold">Simulated of this station: {simulated.join(', ')}. The rest of it is real.</p>
        )}
        <Buttons label="Parts of the yard" of={parts} open={part} choose={(id) => go({ part: id })} />
        {part === 'unit' && <UnitPart />}
        {part === 'modem' && <ModemPart />}
        {part === 'site' && <SitePart />}
        {part === 'beyond' && <BeyondPart dale={dale} />}
        {part === 'faults' && <FaultsPart />}
        {part === 'scenario' && <ScenarioPart real={shown.real} />}
      </div>
    </ShownContext>
  );
};

const CallLamp = ({ stream }: { stream: Stream }) => {
  const station = useStation(stream);
  if (station === 'none' || station === 'asking') return null;
  const call = station.line.after.find(({ lamp }) => lamp === 'Call');
  return call === undefined ? null : (
    <Link to={`/stations/${stream}/proof`} className="link inline-flex min-h-11 items-center gap-2">
      <LampMark is={call.is} size={22} simulated={call.simulated} /> Call {verdictWords[call.is]}
      {call.simulated && ', simulated'}
    </Link>
  );
};

const wholes: readonly { readonly label: string; readonly parts: readonly Part[] }[] = [
  { label: 'Only the modem: the rest is real', parts: ['modem'] },
  { label: 'Only the unit: the rest is real', parts: ['unit'] },
];
const AtDesk = ({ stream, part, go }: { stream: Stream; part: PartId; go: (to: { [name: string]: string }) => void }) => {
  const station = useStation(stream);
  const seen = useYard((yard) => yard.seen[stream]);
  const dale = useYard((yard) => yard.dale);
  const connected = useLive((live) => live.connected);
  useEffect(() => void lookAtYard(stream).catch(tell), [stream, connected]);
  if (station === 'none') return <Empty>This station is neither in this browser nor at the desk.</Empty>;
  if (station === 'asking') return <Waiting>Opening the station…</Waiting>;
  if (seen === undefined || dale === null)
    return connected ? <Waiting /> : <Empty>The yard runs at the desk, and the desk does not answer.</Empty>;
  if (seen === null)
    return (
      <div className="flex flex-col items-start gap-3 py-4">
        <p>The yard stands still for this station. Its equipment is made from the sheet as it is now.</p>
        <div className="flex flex-wrap gap-2">
          <button type="button" className="button button-main" onClick={() => void startYard(stream).catch(tell)}>
            Start the virtual equipment
          </button>
          {wholes.map(({ label, parts: some }) => (
            <button key={label} type="button" className="button" onClick={() => void startYard(stream, some).catch(tell)}>
              {label}
            </button>
          ))}
        </div>
      </div>
    );
  const shown: Shown = {
    real: true,
    station: stream,
    seen,
    act: (act) => void actInYard(act, stream).then(sayRefused).catch(tell),
  };
  return (
    <>
      <div className="flex flex-wrap items-center gap-3 pt-2">
        <CallLamp stream={stream} />
        <span className="grow" />
        <button type="button" className="button" onClick={() => void startYard(stream).catch(tell)}>
          Make it anew from the sheet
        </button>
        <button type="button" className="button" onClick={() => void stopYard(stream).catch(tell)}>
          Stop it
        </button>
      </div>
      <Open shown={shown} dale={dale} part={part} go={go} />
    </>
  );
};

/** One view at a time, none by itself: to open one is a deed. */
const InExercise = ({ shown, dale, world }: { shown: Shown; dale: Dale; world: World }) => {
  const [open, setOpen] = useState<(typeof exerciseParts)[number]['id'] | null>(null);
  return (
    <ShownContext value={shown}>
      <div className="flex flex-col gap-4 pt-3">
        <Buttons
          label="Where you look"
          of={exerciseParts}
          open={open ?? ''}
          choose={(id) => {
            const found = exerciseParts.find((one) => one.id === id);
            if (found === undefined || found.id === open) return;
            lookInPractice(found.id);
            setOpen(found.id);
          }}
        />
        {open === null && <Empty>Nothing is looked at yet. The site is a drive of 45 min away; to ring somebody takes 6.</Empty>}
        {open === 'desk' && <DeskView world={world} station={shown.station} />}
        {open === 'unit' && <UnitPart />}
        {open === 'modem' && <ModemPart />}
        {open === 'site' && <SitePart />}
        {open === 'beyond' && <BeyondPart dale={dale} />}
      </div>
    </ShownContext>
  );
};

const InPractice = ({ station, part, go }: { station: string | null; part: PartId; go: (to: { [name: string]: string }) => void }) => {
  const { world, heard, exercise } = usePractice();
  const stations = useLiveQuery(localSummaries, []);
  useEffect(() => void recallPractice(), []);
  if (world === null)
    return (
      <>
        <BeginPractice stations={(stations ?? []).map(({ stream, name }) => ({ stream, name }))} began={(of) => go({ station: of })} />
        <Course began={() => go({ station: '' })} />
        <ScenarioPart real={false} />
      </>
    );
  const [first] = Object.keys(world.outfits);
  const chosen = station !== null && world.outfits[station] !== undefined ? station : first;
  const seen = chosen === undefined ? null : practiceSeen(world, heard, chosen);
  const shown: Shown | null =
    chosen === undefined || seen === null ? null : { real: false, station: chosen, seen, act: (act) => sayRefused(actInPractice(act)) };
  const dale = practiceDale(world);
  if (exercise !== null)
    return (
      <>
        {exercise.over === null && <TimeBar />}
        <ExerciseBar world={world} />
        {exercise.over === null && shown !== null && <InExercise key={exercise.began} shown={shown} dale={dale} world={world} />}
      </>
    );
  return (
    <>
      <TimeBar />
      <FoldedDale open={false}>
        <DaleMap dale={dale} idle={[]} chosen={chosen ?? null} choose={(of) => go({ station: of })} />
      </FoldedDale>
      {shown === null ? <Empty>Nothing runs in this yard.</Empty> : <Open shown={shown} dale={dale} part={part} go={go} />}
    </>
  );
};

/** The map needs the room only until a station is chosen. */
const FoldedDale = ({ open, children }: { open: boolean; children: React.ReactNode }) => (
  <details open={open} className="mt-2">
    <summary className="link flex min-h-11 items-center">The dale: stations, masts, and who is on which</summary>
    {children}
  </details>
);

export const YardScreen = () => {
  const { real, station, part, go } = useWhere();
  const stations = useLiveQuery(localSummaries, []);
  const dale = useYard((yard) => yard.dale);
  const stream = isStream(station) && station.startsWith('station:') ? station : null;
  useLookout(stream, real);
  usePracticeTime(!real);
  return (
    <div className="h-full overflow-y-auto bg-sheet px-5 py-3">
      <div className="flex flex-wrap items-end gap-4">
        <div className="w-72 grow">
          <h1 className="text-head font-bold">Yard</h1>
          <p>All of it is simulated, says so wherever it goes, and never stands for the real thing.</p>
        </div>
        <Buttons
          label="Which yard"
          of={[
            { id: 'desk', label: 'At the desk, in real time' },
            { id: 'practice', label: 'Practice' },
          ]}
          open={real ? 'desk' : 'practice'}
          choose={(id) => go({ yard: id })}
        />
        {real && (
          <div className="w-80">
            <Choose
              label="Station"
              value={stream ?? ''}
              empty="choose a station"
              of={(stations ?? []).map(({ stream: of, name }) => ({ value: of, label: name }))}
              change={(of) => go({ station: of })}
            />
          </div>
        )}
      </div>
      {stations?.length === 0 && real && <Empty>No station is known here yet. Open one under Stations.</Empty>}
      <div className="mt-2">
        <CautionNote of="output" />
      </div>
      {real && dale !== null && (
        <FoldedDale key={`dale ${stream ?? ''}`} open={stream === null}>
          <DaleMap dale={dale} idle={stations ?? []} chosen={stream} choose={(of) => go({ station: of })} />
        </FoldedDale>
      )}
      {real && stream === null && <CrowdPart />}
      {real && stream !== null && <AtDesk key={stream} stream={stream} part={part} go={go} />}
      {!real && <InPractice station={station} part={part} go={go} />}
    </div>
  );
};
