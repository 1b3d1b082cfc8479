// A station: its head and line, always there; chapters in the order of the work; the rail of slips; the runner while something runs. It knows no chapter's insides.
import { Outlet, useLocation, useNavigate, useParams } from 'react-router';
import { openFindings, sayFinding } from '@green-lamp/core/check';
import { allLamps, asPlanned, verdictWords } from '@green-lamp/core/lamp';
import { isStream, lampWords, type Stream } from '@green-lamp/core/name';
import { bindingsOf, sheetRows } from '@green-lamp/core/sheet';
import { Empty, Waiting } from '../../parts/State.tsx';
import { severityWords } from '../../parts/severity-words.ts';
import { useFindable } from '../../store/findable.ts';
import { useLive } from '../../store/live.ts';
import { type Station, useStation } from '../../store/use-station.ts';
import { useDoor } from './door.ts';
import { Arrived } from './frame/Arrived.tsx';
import { ChapterNav } from './frame/ChapterNav.tsx';
import { chaptersOf } from './frame/chapters.ts';
import { useDeed } from './frame/deed.ts';
import { Rail, useRail } from './frame/Rail.tsx';
import { Runner, useRunner } from './frame/Runner.tsx';
import { StationHead } from './frame/StationHead.tsx';
import { useFolded } from './frame/use-folded.ts';
import { leftAt, usePlace } from './frame/use-place.ts';

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
  const go = useNavigate();
  const at = `/stations/${station.stream}`;
  useFindable('station', () => [
    ...(deed?.why === null ? [{ id: 'deed', kind: 'next', label: deed.label, key: deed.key, press: deed.press }] : []),
    { id: 'evidence', kind: 'command', label: 'Evidence', key: 'E', press: rail.toggle },
    ...chaptersOf(station).map(({ to, label, key }) => ({
      id: to,
      kind: 'chapter',
      label,
      key,
      press: () => void go(leftAt(`${at}/${to}`)),
    })),
    ...allLamps(station.line).map((lamp) => ({
      id: `${lamp.lamp}${lamp.path ?? ''}`,
      kind: 'lamp',
      label: `${lampWords[lamp.lamp]}${lamp.path === null ? '' : `, ${station.speaker.element(lamp.path)}`}: ${verdictWords[lamp.is]}`,
      press: () => {
        door.open(lamp);
      },
    })),
    ...openFindings(station.state, station.findings).map((finding) => ({
      id: finding.id,
      kind: severityWords[finding.severity].toLowerCase(),
      label: sayFinding(finding).what,
      press: () => void go(`${at}/sheet?field=${finding.fields[0] ?? ''}`),
    })),
    ...sheetRows(asPlanned(station.state), bindingsOf(asPlanned(station.state))).map(({ key }) => ({
      id: key,
      kind: 'setting',
      label: station.speaker.setting(key),
      press: () => void go(`${at}/sheet?field=${key}`),
    })),
  ]);
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
      <Arrived station={station} />
      <Runner station={station} running={running} now={now} />
    </div>
  );
};
