// Every station as a row with its line of lamps and what is next. What wants a person comes first, marked at the edge by ink.
import { useCallback, useEffect, useState } from 'react';
import { Link } from 'react-router';
import { useHotkeys } from 'react-hotkeys-hook';
import { lampNames } from '@green-lamp/core/name';
import { columns, rowWidth, SmallCircuit } from '../../parts/Circuit.tsx';
import { Empty, Waiting } from '../../parts/State.tsx';
import { get, NoNetwork } from '../../store/api.ts';
import { db } from '../../store/db.ts';
import { localSummaries, unsentSummaries } from '../../store/local-summaries.ts';
import { useLive } from '../../store/live.ts';
import type { Counts, Summary } from '../../store/wire-types.ts';
import { NewStation } from './NewStation.tsx';

type Show = 'all' | 'mine' | 'others';
type Listed = { stations: readonly Summary[]; counts: Counts | null; total: number; from: 'desk' | 'store' };
const page = 50;

/** Summaries from the desk, or those seen last where it does not answer. */
const useSummaries = (show: Show, find: string, limit: number): Listed | null => {
  const [listed, setListed] = useState<Listed | null>(null);
  const connected = useLive((live) => live.connected);
  const ask = useCallback(async () => {
    try {
      const answer = await get<{ stations: Summary[]; counts: Counts; total: number }>(
        `/api/stations?show=${show}&find=${encodeURIComponent(find)}&limit=${limit}`,
      );
      await db.summaries.bulkPut(answer.stations.map((summary) => ({ ...summary, asOf: answer.now })));
      const unsent = (await unsentSummaries()).filter(({ stream }) => !answer.stations.some((of) => of.stream === stream));
      setListed({ ...answer, stations: [...unsent, ...answer.stations], from: 'desk' });
    } catch (error) {
      if (!(error instanceof NoNetwork)) throw error;
      const stations = await localSummaries();
      setListed({
        stations: stations.filter(({ name }) => name.toLowerCase().includes(find.toLowerCase())),
        counts: null,
        total: stations.length,
        from: 'store',
      });
    }
  }, [show, find, limit]);
  const delivered = useLive((live) => live.waiting);
  const frames = useLive((live) => live.frames[0]?.id ?? 0);
  useEffect(() => {
    void ask();
    const timer = setInterval(() => void ask(), 10_000);
    return () => {
      clearInterval(timer);
    };
  }, [ask, connected, delivered, frames]);
  return listed;
};

const Heads = () => (
  <div
    className="station-grid station-heads h-[58px] items-end border-b border-rule-2 px-6 pb-2 text-small font-semibold text-ink-2"
    aria-hidden="true"
  >
    <span>Station</span>
    <span className="relative block h-full" style={{ width: rowWidth }}>
      {lampNames.map((lamp) => (
        <span key={lamp} className="absolute bottom-0 origin-bottom-left -rotate-38" style={{ left: columns[lamp] - 3 }}>
          {lamp}
        </span>
      ))}
    </span>
    <span className="station-next">What is next</span>
    <span className="station-who">Who acts</span>
  </div>
);

const mark = (summary: Summary): string => {
  if (summary.line.station === 'proven') return 'proven';
  if (summary.urgent) return summary.line.station === 'stale' ? 'stale, wants a person' : 'wants a person';
  return summary.who === 'the clock' ? 'the clock runs' : 'work in hand';
};

const Row = ({ summary }: { summary: Summary }) => (
  <li className={`border-b border-rule ${summary.urgent ? 'bg-sheet-2 shadow-[inset_6px_0_0_var(--ink)]' : ''}`}>
    <Link to={`/stations/${summary.stream}/sheet`} className="station-grid min-h-[70px] items-center py-2 px-6">
      <span>
        <span className="block text-[16px] leading-tight font-bold">{summary.name}</span>
        <span className="text-small text-ink-2">
          {mark(summary)}
          {summary.demo && ' · demo'}
          {summary.strange && ' · has entries from a newer version'}
        </span>
      </span>
      <SmallCircuit line={summary.line} />
      <span className="station-next text-note">{summary.next}</span>
      <span className="station-who text-small text-ink-2">
        {summary.who}
        {summary.waits.map(({ whom, count, chaseOn, late }) => (
          <span key={whom} className={`block ${late ? 'font-semibold text-ink' : ''}`}>
            waits for {whom}: {count}
            {late && chaseOn !== null && `, to chase since ${chaseOn}`}
          </span>
        ))}
      </span>
    </Link>
  </li>
);

const shows: readonly { show: Show; label: string }[] = [
  { show: 'all', label: 'All' },
  { show: 'mine', label: 'Wants me' },
  { show: 'others', label: 'Waits for others' },
];

export const StationsScreen = () => {
  const [show, setShow] = useState<Show>('all');
  const [find, setFind] = useState('');
  const [limit, setLimit] = useState(page);
  const [making, setMaking] = useState(false);
  const listed = useSummaries(show, find, limit);
  useHotkeys(
    'n',
    () => {
      setMaking(true);
    },
    { preventDefault: true },
  );
  useHotkeys(
    '/',
    () => {
      document.getElementById('find-station')?.focus();
    },
    { preventDefault: true },
  );
  return (
    <div className="flex h-full flex-col">
      <div className="flex flex-wrap items-center gap-3 px-6 py-3">
        <h1 className="mr-2 text-[22px] font-bold">Stations</h1>
        {shows.map(({ show: one, label }) => (
          <button
            key={one}
            type="button"
            className="button"
            aria-pressed={show === one}
            onClick={() => {
              setShow(one);
            }}
          >
            {label}
            {listed?.counts != null && ` ${listed.counts[one]}`}
          </button>
        ))}
        <label className="flex items-center gap-2">
          <span className="text-note text-ink-2">Find</span>
          <input
            id="find-station"
            type="search"
            className="input w-44"
            value={find}
            onChange={({ target }) => {
              setFind(target.value);
            }}
            aria-keyshortcuts="/"
          />
        </label>
        <span className="grow" />
        <button
          type="button"
          className="button button-main"
          aria-keyshortcuts="N"
          onClick={() => {
            setMaking(true);
          }}
        >
          New station
          <span className="key" aria-hidden="true">
            N
          </span>
        </button>
      </div>
      <div className="min-h-0 grow overflow-y-auto bg-sheet" tabIndex={0} role="region" aria-label="All stations">
        <Heads />
        {listed?.from === 'store' && (
          <p className="border-b border-rule px-6 py-2 text-note font-semibold">
            The desk does not answer. This is what this browser saw last.
          </p>
        )}
        {listed === null && <Waiting />}
        {listed?.stations.length === 0 && (
          <Empty>{find === '' ? 'No station yet. Make the first one.' : `No station is called ‘${find}’.`}</Empty>
        )}
        <ul>
          {listed?.stations.map((summary) => (
            <Row key={summary.stream} summary={summary} />
          ))}
        </ul>
        {listed !== null && listed.total > limit && (
          <div className="p-4 text-center">
            <button
              type="button"
              className="button"
              onClick={() => {
                setLimit(limit + page);
              }}
            >
              Show {Math.min(page, listed.total - limit)} more of {listed.total}
            </button>
          </div>
        )}
      </div>
      {making && (
        <NewStation
          close={() => {
            setMaking(false);
          }}
        />
      )}
    </div>
  );
};
