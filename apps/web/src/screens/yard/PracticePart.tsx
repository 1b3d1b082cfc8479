// Practice: begin with a station of the desk or with a kind of unit, let time run or stand, and wait.
import { useState } from 'react';
import { isStream } from '@green-lamp/core/name';
import { practiceSpec, unitKinds } from '@green-lamp/core/yard';
import { Choose } from '../../parts/Field.tsx';
import { tell } from '../../store/live.ts';
import { beginPractice, endPractice, speeds, usePractice, waitInPractice } from '../../store/practice.ts';
import { specFor } from '../../store/yard.ts';

const waits = [
  { label: 'Wait 10 s', ms: 10_000 },
  { label: 'Wait a minute', ms: 60_000 },
  { label: 'Wait an hour', ms: 3_600_000 },
  { label: 'Wait a day', ms: 86_400_000 },
] as const;

export const TimeBar = () => {
  const { world, speed } = usePractice();
  if (world === null) return null;
  return (
    <div role="group" aria-label="Time" className="mt-3 flex flex-wrap items-center gap-2">
      <span className="mono">{new Date(world.at).toISOString().slice(0, 19).replace('T', ' ')} UTC</span>
      {speeds.map((one) => (
        <button
          key={one}
          type="button"
          className="button"
          aria-pressed={speed === one}
          onClick={() => {
            usePractice.setState({ speed: one });
          }}
        >
          {one === 0 ? 'Stand still' : `×${one}`}
        </button>
      ))}
      {waits.map(({ label, ms }) => (
        <button key={label} type="button" className="button" onClick={() => waitInPractice(ms)}>
          {label}
        </button>
      ))}
      <button type="button" className="button" onClick={() => void endPractice().catch(tell)}>
        End practice
      </button>
    </div>
  );
};

/** What practice begins with. */
export const BeginPractice = ({
  stations,
  began,
}: {
  stations: readonly { stream: string; name: string }[];
  began: (station: string) => void;
}) => {
  const [station, setStation] = useState('');
  const [kind, setKind] = useState<string>('panel');
  const begin = async (): Promise<void> => {
    const seed = Math.floor(performance.now() * 1000) % 100_000;
    if (isStream(station)) {
      await beginPractice([await specFor(station)], seed);
      began(station);
      return;
    }
    const of = unitKinds.find((one) => one === kind) ?? 'panel';
    await beginPractice(
      [
        practiceSpec({
          id: 'practice',
          seed,
          kind: of,
          ways: of === 'bus bridge' || of === 'long-range gateway' ? ['wifi'] : ['ethernet', 'cellular'],
        }),
      ],
      seed,
    );
    began('practice');
  };
  return (
    <div className="flex flex-col items-start gap-3 py-3">
      <p>
        A yard of this page’s own, with its own desk: nothing of it reaches a station’s journal. Time can be sped up, since no socket is
        involved, and a fault can be planted blind.
      </p>
      <div className="flex flex-wrap items-end gap-3">
        <div className="w-80">
          <Choose
            label="Begin with"
            value={station}
            empty="a unit by its kind"
            of={stations.map(({ stream, name }) => ({ value: stream, label: name }))}
            change={setStation}
          />
        </div>
        {station === '' && (
          <div className="w-56">
            <Choose label="Kind" value={kind} of={unitKinds.map((value) => ({ value, label: value }))} change={setKind} />
          </div>
        )}
        <button type="button" className="button button-main" onClick={() => void begin().catch(tell)}>
          Begin practice
        </button>
      </div>
    </div>
  );
};
