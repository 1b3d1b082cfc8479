// The desk: its listeners, the calls as they come, callers that nobody knows, and what was not understood.
import { counted, instant, wallTime } from '@green-lamp/core/quantity';
import { useState } from 'react';
import { Link } from 'react-router';
import { FrameRow } from '../../parts/FrameRow.tsx';
import { Empty, Waiting } from '../../parts/State.tsx';
import type { FrameView } from '@green-lamp/core/api';
import { useFrames } from '../../store/use-frames.ts';
import { type CallsAsked, CallsFind } from './CallsFind.tsx';
import { Listeners } from './Listeners.tsx';
import { Nearest } from './Nearest.tsx';
import { Room } from './Room.tsx';
import { WatchPart } from './WatchPart.tsx';
import { useNow } from '../../store/use-stream.ts';

type Status = FrameView['status'];
const lists: readonly { status: Status; label: string; empty: string }[] = [
  { status: 'matched', label: 'Live calls', empty: 'No call has arrived yet.' },
  { status: 'unknown', label: 'Unknown callers', empty: 'Nobody unknown has called.' },
  { status: 'not understood', label: 'Not understood', empty: 'Everything that came was understood.' },
  { status: 'refused', label: 'Refused', empty: 'Nothing was refused.' },
];
/** The desk's stations lie in many zones: it tells times by one. */
const utc = (at: number): string => {
  const { day, second } = wallTime(instant(at), 'UTC');
  return `${day} ${second.slice(0, 5)}`;
};

export const DeskScreen = () => {
  const now = useNow();
  const [status, setStatus] = useState<Status>('matched');
  const [asked, setAsked] = useState<CallsAsked>({});
  const [held, setHeld] = useState(false);
  const { frames, more, older, away, lookedTo, meanwhile } = useFrames({ status, ...asked }, { held });
  const looked = Object.keys(asked).length > 0;
  const empty = lists.find((list) => list.status === status)?.empty;
  return (
    <div className="flex h-full flex-col">
      <div className="flex flex-wrap items-center gap-3 px-6 py-3">
        <h1 className="mr-2 text-[22px] font-bold">Desk</h1>
        <span className="order-last text-note text-ink-2">Times: UTC</span>
        <div role="group" aria-label="Which calls" className="tabs border-0">
          {lists.map((list) => (
            <button
              key={list.status}
              type="button"
              className="tab"
              aria-pressed={status === list.status}
              onClick={() => {
                setStatus(list.status);
              }}
            >
              {list.label}
            </button>
          ))}
        </div>
      </div>
      <div className="min-h-0 grow overflow-y-auto bg-sheet px-6 py-4" tabIndex={0} role="region" aria-label="What the desk heard">
        <WatchPart now={now} when={utc} />
        <Listeners when={utc} />
        <Room />
        <CallsFind asked={asked} ask={setAsked} status={status} />
        {!looked && (
          <p className="flex flex-wrap items-center gap-4 py-1">
            <button type="button" className="quiet" aria-pressed={held} onClick={() => setHeld(!held)}>
              {held ? 'Let the list go on' : 'Hold the list still'}
            </button>
            {meanwhile > 0 && <span role="status">{counted(meanwhile, 'call')} came meanwhile</span>}
          </p>
        )}
        {away && <p className="py-2 font-semibold">The desk does not answer. What stands here may be old.</p>}
        {frames === null && !away && <Waiting />}
        {frames?.length === 0 && <Empty>{looked ? (lookedTo === null ? 'No call is like that.' : 'None yet.') : empty}</Empty>}
        <ul aria-live="polite" aria-label={lists.find((list) => list.status === status)?.label}>
          {frames?.map((frame) => (
            <FrameRow
              key={frame.id}
              frame={frame}
              zone="UTC"
              now={now}
              path={() => frame.pathName ?? 'a path that is off the sheet'}
              extra={
                <>
                  {frame.stationName !== null && <span className="min-w-0 wrap-anywhere">{frame.stationName}</span>}
                  {frame.nearest[0] !== undefined && (
                    <span>
                      nearly {frame.nearest[0].account}, {frame.nearest[0].name}
                    </span>
                  )}
                </>
              }
            >
              <Nearest frame={frame} />
              {frame.station !== null && (
                <p className="mt-2">
                  <Link className="link" to={`/stations/${frame.station}/proof`}>
                    Open {frame.stationName}
                  </Link>
                </p>
              )}
            </FrameRow>
          ))}
        </ul>
        {lookedTo !== null && <p className="pt-2">Looked through all calls back to {utc(lookedTo.at)}.</p>}
        {(more || lookedTo !== null) && (
          <button type="button" className="button mt-3" onClick={older}>
            {more ? 'Older' : 'Look further back'}
          </button>
        )}
      </div>
    </div>
  );
};
