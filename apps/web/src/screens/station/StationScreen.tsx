// A station: its line across the top, always there; chapters in the order of the work; the margin of slips; the runner at the foot.
import { type RefObject, useCallback, useEffect, useLayoutEffect, useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import { NavLink, Outlet, useNavigate, useParams } from 'react-router';
import { useHotkeys } from 'react-hotkeys-hook';
import { isStream, type Stream } from '@green-lamp/core/name';
import { sayNext } from '@green-lamp/core/walk';
import { Circuit, FlatCircuit } from '../../parts/Circuit.tsx';
import { Empty, Waiting } from '../../parts/State.tsx';
import { useLive } from '../../store/live.ts';
import { type Station, useStation } from '../../store/use-station.ts';
import { useDoor } from './door.ts';
import { Margin } from './Margin.tsx';
import { Runner } from './Runner.tsx';

/** Chapters that are drawn, under the number that each keeps for good. */
const chapters = [
  { key: '1', to: 'plan', label: 'Plan' },
  { key: '2', to: 'sheet', label: 'Sheet' },
  { key: '3', to: 'bench', label: 'Bench' },
  { key: '4', to: 'signal', label: 'Signal' },
  { key: '5', to: 'proof', label: 'Proof' },
  { key: '8', to: 'handover', label: 'Handover' },
] as const;

/** How long the page lies still at its top before the circuit unfolds above it, in ms. */
const restBeforeUnfolding = 700;

/** Low windows and scrolled pages fold the circuit into one row. The page is scrolled by what the line above it grew or shrank, so that nothing moves under a finger. */
const useFolded = (
  strands: number,
): { folded: boolean; line: RefObject<HTMLElement | null>; page: RefObject<HTMLDivElement | null>; onScroll: () => void } => {
  const low = useCallback((): boolean => window.innerHeight < 640 || (strands > 3 && window.innerHeight < 900), [strands]);
  const [folded, setFolded] = useState(low);
  const line = useRef<HTMLElement>(null);
  const page = useRef<HTMLDivElement>(null);
  const height = useRef<number | null>(null);
  /** Where the page stood when it folded: at its foot the browser moves it by itself as soon as the page grows. */
  const stood = useRef<number | null>(null);
  const rest = useRef<ReturnType<typeof setTimeout> | null>(null);
  useEffect(() => {
    const look = (): void => {
      setFolded(low());
    };
    look();
    window.addEventListener('resize', look);
    return () => {
      window.removeEventListener('resize', look);
    };
  }, [low]);
  useLayoutEffect(() => {
    const is = line.current?.offsetHeight ?? 0;
    // At the top the page stays at its top: it rests, and nobody presses.
    const from = stood.current ?? page.current?.scrollTop ?? 0;
    if (height.current !== null && page.current !== null) page.current.scrollTop = from === 0 ? 0 : from + is - height.current;
    height.current = is;
    stood.current = null;
  }, [folded]);
  const onScroll = useCallback(() => {
    const of = page.current;
    if (of === null) return;
    const whole = line.current?.offsetHeight ?? 0;
    const fold = (to: boolean): void => {
      if (to === folded) return;
      stood.current = of.scrollTop;
      flushSync(() => {
        setFolded(to);
      });
    };
    if (rest.current !== null) clearTimeout(rest.current);
    rest.current = null;
    if (of.scrollTop > whole && of.scrollHeight - of.clientHeight > 2 * whole) fold(true);
    // At its top the page unfolds once it rests: in the moment of arriving there a press would land beside its button.
    else if (of.scrollTop === 0 && folded)
      rest.current = setTimeout(() => {
        if (of.scrollTop === 0) fold(low());
      }, restBeforeUnfolding);
  }, [low, folded]);
  useEffect(() => {
    // A press that begins meanwhile keeps the page as it is until it is scrolled again.
    const hold = (): void => {
      if (rest.current !== null) clearTimeout(rest.current);
      rest.current = null;
    };
    window.addEventListener('pointerdown', hold, true);
    return () => {
      window.removeEventListener('pointerdown', hold, true);
      hold();
    };
  }, []);
  return { folded, line, page, onScroll };
};

export const StationScreen = () => {
  const { stream } = useParams();
  return isStream(stream) ? <OpenStation key={stream} stream={stream} /> : <Empty>There is no station of this name.</Empty>;
};

const OpenStation = ({ stream }: { stream: Stream }) => {
  const station = useStation(stream);
  const connected = useLive((live) => live.connected);
  if (station === 'asking' && !connected)
    return <Empty>This browser has not kept this station, and the desk does not answer. It opens by itself when the desk is back.</Empty>;
  if (station === 'asking') return <Waiting>Opening the station…</Waiting>;
  if (station === 'none') return <Empty>This station is neither in this browser nor at the desk.</Empty>;
  return <Drawn station={station} />;
};

const Drawn = ({ station }: { station: Station }) => {
  const { folded, line, page, onScroll } = useFolded(station.line.strands.length);
  const { chosen, open, close } = useDoor(station);
  const go = useNavigate();
  const margin = useRef<HTMLElement>(null);
  const where = chosen === null ? null : `${chosen.lamp}${chosen.result.path ?? ''}`;
  useEffect(() => {
    if (where !== null) margin.current?.scrollIntoView({ block: 'nearest' });
  }, [where]);
  useHotkeys(chapters.map(({ key }) => key).join(','), (_, { keys }) => {
    const to = chapters.find(({ key }) => keys?.includes(key) === true)?.to;
    if (to !== undefined) void go(`/stations/${station.stream}/${to}`);
  });
  const { speaker } = station;
  const next = sayNext(station.step, speaker);
  return (
    <div className="flex h-full flex-col">
      <section ref={line} aria-label="The line" className="station-line shrink-0 border-b border-rule-2 bg-sheet px-5 pt-2">
        <div className="flex flex-wrap items-baseline gap-x-4">
          <h1 className="text-head font-bold">{station.state.station?.name}</h1>
          <p className="text-note">
            <strong className="text-brass-ink">Next:</strong> {next}
          </p>
        </div>
        {folded ? (
          <FlatCircuit line={station.line} open={open} />
        ) : (
          <Circuit
            line={station.line}
            label={(path) => speaker.element(path)}
            open={open}
            chosen={chosen === null ? null : { lamp: chosen.lamp, path: chosen.result.path }}
          />
        )}
      </section>
      <div className="station-body min-h-0 grow">
        <nav aria-label="Chapters" className="station-tabs bg-ground">
          {chapters.map(({ key, to, label }) => (
            <NavLink
              key={to}
              to={`/stations/${station.stream}/${to}`}
              className={({ isActive }) =>
                `flex h-11 items-center gap-3 border-l-[5px] px-3 font-semibold ${isActive ? 'border-brass-edge bg-sheet' : 'border-transparent text-brass-ink'}`
              }
            >
              <span className="text-small" aria-hidden="true">
                {key}
              </span>
              {label}
            </NavLink>
          ))}
        </nav>
        <div ref={page} className="station-page bg-sheet" onScroll={onScroll} tabIndex={0} role="region" aria-label="Chapter">
          <Outlet context={station} />
        </div>
        <aside ref={margin} aria-label="Margin" className="station-margin bg-ground" tabIndex={0}>
          <Margin station={station} chosen={chosen?.result ?? null} close={close} />
        </aside>
      </div>
      <Runner station={station} />
    </div>
  );
};
