// A call of this station that arrives while somebody looks: large enough to be read from across a cabinet, with a sound and a buzz. It goes away by itself.
import { useEffect, useState } from 'react';
import { frameWords } from '../../../parts/frame-words.ts';
import { signal } from '../../../parts/sound.ts';
import type { FrameView } from '@green-lamp/core/api';
import { isTurn } from '@green-lamp/core/evidence';
import { onTest } from '@green-lamp/core/lamp';
import { wasAskedFor } from '@green-lamp/core/walk';
import { useLive } from '../../../store/live.ts';
import { sharedNow } from '../../../store/device.ts';
import type { Station } from '../../../store/use-station.ts';
import { useNow } from '../../../store/use-stream.ts';
import { Unasked } from './Unasked.tsx';

/** How long (ms) it stands, and for how long after the desk had it a call is news. */
const stands = 20_000;

export const Arrived = ({ station }: { station: Station }) => {
  const now = useNow(1000);
  const [since] = useState(() => sharedNow());
  const frames = useLive((live) => live.frames);
  const [settled, setSettled] = useState<ReadonlySet<number>>(new Set());
  const frame = frames.find((one) => one.station === station.stream);
  const id = frame !== undefined && frame.at >= since ? frame.id : null;
  const isGood = (of: FrameView): boolean => of.status === 'matched' && of.strength !== 'impossible';
  const isUnasked = (of: FrameView): boolean =>
    isGood(of) &&
    (of.grade ?? 0) >= 7 &&
    onTest(station.state, of.at) !== null &&
    !wasAskedFor(
      { state: station.state, profiles: station.rules.profiles },
      { entry: of.entry, event: of.event, zone: of.zone, is: isTurn(of.turn) ? of.turn : null, at: of.at },
    );
  const good = frame !== undefined && isGood(frame);
  const alarm = frame !== undefined && isUnasked(frame);
  useEffect(() => {
    if (id !== null) signal(good, alarm);
    // The sound is of its arrival, once.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [id]);
  // Oldest first, and until somebody says whose it was: what comes after it does not hide it.
  const open = frames.findLast((one) => one.station === station.stream && one.at >= since && !settled.has(one.id) && isUnasked(one));
  if (open !== undefined)
    return <Unasked key={open.id} station={station} frame={open} settle={() => setSettled((was) => new Set([...was, open.id]))} />;
  if (frame === undefined || id === null || now - frame.at > stands) return null;
  // What answers an event that was asked for says after how long.
  const asked = station.state.challenges.findLast(({ answered }) => answered !== null && Math.abs(answered.at - frame.at) < 1000);
  const took =
    asked?.answered == null || asked.pressed === null ? null : `${(Math.max(0, asked.answered.at - asked.pressed) / 1000).toFixed(1)} s`;
  const name = (of: string): string => station.state.elements.find((element) => element.id === of)?.label ?? of;
  return (
    // Over the page's foot: nothing moves under a finger, and what lies under it is pressed through it.
    <div className="no-print relative z-10 h-0 shrink-0">
      <p
        role="status"
        className="pointer-events-none absolute inset-x-0 bottom-0 border-t-2 border-ink bg-slip px-5 py-2 text-[24px] leading-tight font-bold max-sm:px-3"
      >
        {good ? 'Desk has it: ' : ''}
        {frame.zone === null ? '' : `zone ${frame.zone}, `}
        {frameWords(frame, name)}
        {took !== null && `, ${took}`}
        {frame.simulated && ', simulated'}
      </p>
    </div>
  );
};
