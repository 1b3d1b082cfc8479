// Stations are kept at hand: by name, as one's jobs, or by the visits of the next days.
import { useEffect, useState } from 'react';
import type { Summary } from '@green-lamp/core/api';
import { counted, dayBefore, dayIn } from '@green-lamp/core/quantity';
import { Field } from '../../parts/Field.tsx';
import { Press } from '../../parts/Press.tsx';
import { NoNetwork } from '../../store/api.ts';
import { sharedNow } from '../../store/device.ts';
import { keepWhole, myJobs, stationsCalled, visitsUpTo } from '../../store/kept-here.ts';
import { tell, useLive } from '../../store/live.ts';

/** Several stations are kept one after another; it can be stopped. */
const useKeeping = () => {
  const [at, setAt] = useState<{ readonly done: number; readonly of: number } | null>(null);
  const [stop, setStop] = useState<AbortController | null>(null);
  const keep = async (stations: readonly Summary[]): Promise<void> => {
    const stopping = new AbortController();
    setStop(stopping);
    try {
      for (const [i, { stream }] of stations.entries()) {
        if (stopping.signal.aborted) break;
        setAt({ done: i, of: stations.length });
        await keepWhole(stream);
      }
    } catch (error) {
      tell(error instanceof NoNetwork ? new Error('The desk went away meanwhile: what was kept by then is here.') : error);
    } finally {
      setAt(null);
      setStop(null);
    }
  };
  return { at, keep, stop: () => stop?.abort() };
};

/** The stations that are visited in the next days. */
const VisitsPart = ({ keep, why }: { keep: (stations: readonly Summary[]) => Promise<void>; why: string | null }) => {
  const today = dayIn(sharedNow(), Intl.DateTimeFormat().resolvedOptions().timeZone);
  const [until, setUntil] = useState(() => dayBefore(today, -1) ?? today);
  const [planned, setPlanned] = useState<readonly Summary[] | null>(null);
  useEffect(() => {
    setPlanned(null);
    if (why !== null || dayBefore(until, 0) === null) return undefined;
    let left = false;
    visitsUpTo(dayBefore(today, 1) ?? today, until).then(
      (found) => {
        if (!left) setPlanned(found);
      },
      () => undefined, // said above: it needs the desk
    );
    return () => {
      left = true;
    };
  }, [until, why, today]);
  return (
    <div className="my-3 flex flex-wrap items-end gap-3">
      <label>
        <span className="block text-note font-semibold">Visits up to and on</span>
        <input
          type="date"
          className="input w-44"
          value={until}
          onChange={({ target }) => {
            setUntil(target.value);
          }}
        />
      </label>
      <Press
        why={why ?? (planned === null ? 'The desk is asked which are planned.' : planned.length === 0 ? noVisit : null)}
        onPress={() => void keep(planned ?? [])}
      >
        Keep {counted(planned?.length ?? 0, 'station')} of these visits
      </Press>
      {planned !== null && planned.length > 0 && (
        <p className="w-full text-note text-ink-2">{planned.map(({ name, visit }) => `${name} (${visit ?? ''})`).join(', ')}</p>
      )}
    </div>
  );
};
const noVisit = 'No station has its next visit by then: that day stands on its sheet, under Site.';

export const KeepMore = () => {
  const [find, setFind] = useState('');
  const [found, setFound] = useState<readonly Summary[]>([]);
  const { at, keep, stop } = useKeeping();
  const connected = useLive((live) => live.connected);
  useEffect(() => {
    if (find.trim() === '') {
      setFound([]);
      return undefined;
    }
    const timer = setTimeout(() => {
      stationsCalled(find.trim()).then(setFound, () => undefined); // said above: it needs the desk
    }, 200);
    return () => {
      clearTimeout(timer);
    };
  }, [find]);
  return (
    <section aria-label="Keep more at hand" className="my-4">
      <div className="flex flex-wrap items-end gap-3">
        <Field label="Keep at hand" value={find} change={setFind} hint="Type a part of a station’s name." />
        <Press
          why={connected ? (at === null ? null : 'Stations are being fetched.') : 'This needs the desk.'}
          onPress={() => {
            myJobs().then(keep, tell);
          }}
        >
          Keep all of my jobs
        </Press>
      </div>
      <VisitsPart keep={keep} why={connected ? (at === null ? null : 'Stations are being fetched.') : 'This needs the desk.'} />
      {at !== null && (
        <p role="status" className="flex items-center gap-3 py-2">
          {at.done} of {counted(at.of, 'station')} fetched <Press onPress={stop}>Stop</Press>
        </p>
      )}
      <ul aria-label="Found">
        {found.map((one) => (
          <li key={one.stream} className="flex items-center gap-3 border-b border-rule py-1">
            <span className="min-w-0 grow wrap-anywhere">{one.name}</span>
            <Press onPress={() => void keep([one])}>Keep {one.name}</Press>
          </li>
        ))}
      </ul>
    </section>
  );
};
