// A station: its head and line, always there; chapters in the order of the work; the rail of slips; the runner while something runs. It knows no chapter's insides.
import { Outlet, useLocation, useParams } from 'react-router';
import { isStream, type Stream } from '@green-lamp/core/name';
import { Empty, Waiting } from '../../parts/State.tsx';
import { useLive } from '../../store/live.ts';
import { type Station, useStation } from '../../store/use-station.ts';
import { useDoor } from './door.ts';
import { ChapterNav } from './frame/ChapterNav.tsx';
import { useDeed } from './frame/deed.ts';
import { Rail, useRail } from './frame/Rail.tsx';
import { Runner, useRunner } from './frame/Runner.tsx';
import { StationHead } from './frame/StationHead.tsx';
import { useFolded } from './frame/use-folded.ts';
import { usePlace } from './frame/use-place.ts';

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
  const { pathname, search } = useLocation();
  const left = usePlace(page, pathname, search);
  const door = useDoor(station);
  const rail = useRail(door);
  const deed = useDeed(station);
  const strange = Object.entries(station.state.strange);
  const { running, now, hasDeed } = useRunner(station);
  return (
    <div className="flex h-full flex-col">
      <StationHead station={station} line={line} folded={folded} door={door} deed={hasDeed ? null : deed} />
      <div className={`station-body min-h-0 grow ${rail.open ? 'station-open' : ''}`}>
        <ChapterNav station={station} evidence={rail.toggle} />
        <div
          ref={page}
          className="station-page bg-sheet"
          onScroll={() => {
            onScroll();
            left();
          }}
          tabIndex={0}
          role="region"
          aria-label="Chapter"
        >
          {strange.length > 0 && (
            <p role="note" className="m-3 border-2 border-ink px-3 py-2 text-note">
              <strong>From a newer version: </strong>
              {strange.map(([what, count]) => `${count} of ${what}`).join(', ')}. Kept, and not understood here: this page does not show all
              that is known of the station.
            </p>
          )}
          <Outlet context={station} />
        </div>
        <Rail station={station} door={door} rail={rail} />
      </div>
      <Runner station={station} running={running} now={now} />
    </div>
  );
};
