// Every station as a row with its line of lamps and what is next. What wants a person comes first, marked at the edge by ink.
import { lazy, Suspense, useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { useHotkeys } from 'react-hotkeys-hook';
import { lampNames, lampWords } from '@green-lamp/core/name';
import { columns, rowWidth } from '../../parts/circuit/SmallCircuit.tsx';
import { Empty, Waiting } from '../../parts/State.tsx';
import { hand, useMedia } from '../../parts/use-media.ts';
import { useFindable } from '../../store/findable.ts';
import { FirstLook } from './FirstLook.tsx';
import { StationList } from './StationList.tsx';
import type { Show } from '@green-lamp/core/api';
import { useLive } from '../../store/live.ts';
import { useListed } from './use-listed.ts';

/** Seen once, so it is not in the first page's own file. */
const FirstStart = lazy(async () => ({ default: (await import('./FirstStart.tsx')).FirstStart }));

const Heads = () => (
  <div
    className="station-grid station-heads h-[84px] items-end border-b border-rule-2 px-6 pb-2 text-small font-semibold text-ink-2"
    aria-hidden="true"
  >
    <span>Station</span>
    <span className="relative block h-full" style={{ width: rowWidth }}>
      {lampNames.map((lamp) => (
        <span key={lamp} className="absolute bottom-0 origin-bottom-left -rotate-38 whitespace-nowrap" style={{ left: columns[lamp] - 3 }}>
          {lampWords[lamp]}
        </span>
      ))}
    </span>
    <span className="station-next">What is next</span>
    <span className="station-who">Who acts</span>
  </div>
);

const shows: readonly { show: Show; label: string }[] = [
  { show: 'all', label: 'All' },
  { show: 'mine', label: 'My jobs' },
  { show: 'others', label: 'Waiting on others' },
  { show: 'test', label: 'On test' },
];

const none: { readonly [S in Exclude<Show, 'all'>]: string } = {
  mine: 'Nothing is left for you to do.',
  others: 'Nobody is waited for.',
  test: 'No station is on test: every alarm sends somebody.',
};

export const StationsScreen = () => {
  const signedOut = useLive((live) => live.signedOut);
  const [show, setShow] = useState<Show>('all');
  const [find, setFind] = useState('');
  const go = useNavigate();
  const { listed, look } = useListed(show, find);
  const inHand = useMedia(hand);
  const view = useRef<HTMLDivElement>(null);
  useHotkeys(
    'n',
    () => {
      void go('/new');
    },
    { preventDefault: true },
  );
  useFindable('stations', () => [
    {
      id: 'new',
      kind: 'command',
      label: 'New station',
      key: 'N',
      press: () => {
        void go('/new');
      },
    },
  ]);
  return (
    <div className="flex h-full flex-col">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule-2 px-5 pt-1 max-sm:px-4">
        <h1 className="text-head font-bold">Stations</h1>
        <span className="grow sm:hidden" />
        <div role="group" aria-label="Which stations" className="tabs border-0 max-sm:order-last max-sm:w-full">
          {shows
            .filter(({ show: one }) => one !== 'test' || show === 'test' || (listed?.counts?.test ?? 0) > 0)
            .map(({ show: one, label }) => (
              <button
                key={one}
                type="button"
                className="tab"
                aria-pressed={show === one}
                onClick={() => {
                  setShow(one);
                }}
              >
                {label}
                {listed?.counts != null && ` ${listed.counts[one]}`}
              </button>
            ))}
        </div>
        <label className="flex items-center gap-2">
          <span className="text-note text-ink-2 max-sm:sr-only">Find</span>
          <input
            id="find-station"
            type="search"
            className="input w-44 max-sm:w-24"
            placeholder={inHand ? 'Find' : undefined}
            value={find}
            onChange={({ target }) => {
              setFind(target.value);
            }}
          />
        </label>
        <span className="grow max-sm:hidden" />
        <Link to="/copy" className="button max-sm:hidden">
          Copy station
        </Link>
        <Link to="/new" className="button button-main my-1" aria-keyshortcuts="N">
          New station
          <span className="key max-sm:hidden" aria-hidden="true">
            N
          </span>
        </Link>
      </div>
      <div ref={view} className="min-h-0 grow overflow-y-auto bg-sheet" tabIndex={0} role="region" aria-label="All stations">
        {listed !== null && find === '' && (
          <FirstLook rows={Array.from({ length: Math.min(50, listed.total) }, (_, i) => listed.at(i)).filter((row) => row !== null)} />
        )}
        {!inHand && listed?.total !== 0 && <Heads />}
        {listed?.from === 'store' && (
          <p className="border-b border-rule px-6 py-2 text-note font-semibold">
            The desk does not answer. This is what this browser saw last.
          </p>
        )}
        {listed !== null && listed.judging.waiting > 200 && (
          <p role="status" className="border-b border-rule px-6 py-2 text-note">
            The desk judges every station anew: {listed.judging.waiting} of {listed.judging.of} are still as they were.
          </p>
        )}
        {listed === null && <Waiting />}
        {listed?.total === 0 && find !== '' && <Empty>No station is called ‘{find}’.</Empty>}
        {listed?.total === 0 && find === '' && show !== 'all' && <Empty>{none[show]}</Empty>}
        {listed?.total === 0 && find === '' && show === 'all' && signedOut && <Empty>Sign in: this browser keeps no station.</Empty>}
        {listed?.total === 0 && find === '' && show === 'all' && !signedOut && (
          <Suspense fallback={<Waiting />}>
            <FirstStart />
          </Suspense>
        )}
        {listed !== null && listed.total > 0 && <StationList key={`${show} ${find}`} listed={listed} look={look} view={view} />}
      </div>
    </div>
  );
};
