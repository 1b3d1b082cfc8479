// How much the desk takes in and keeps, what it turned away, and how long the disk lasts.
import { useEffect, useState } from 'react';
import { counted, inWords } from '@green-lamp/core/quantity';
import { ask } from '../../store/api.ts';
import { deskState, type Says } from '@green-lamp/core/api';

type DeskState = Says<typeof deskState>;

const every = 30_000;
const labels: { readonly [B in DeskState['bounds'][number]['name']]: string } = {
  connections: 'Connections in all',
  connectionsOfOne: 'Connections from one address',
  framesOfOne: 'Calls a minute from one address',
  strangersOfOne: 'Of them unknown or not understood',
  waitingBytes: 'Bytes not heard yet, in all',
  pages: 'Open pages',
};

/** A size as people say it: 12.4 MB. */
const size = (bytes: number): string => {
  const [unit, by] = bytes < 1e6 ? (['kB', 1e3] as const) : bytes < 1e9 ? (['MB', 1e6] as const) : (['GB', 1e9] as const);
  const value = bytes / by;
  return `${value < 100 ? value.toFixed(1) : Math.round(value)} ${unit}`;
};
const lasts = ({ daysLeft, since, at }: NonNullable<DeskState['kept']>): string => {
  if (daysLeft === null) return since === null ? '' : `; no growth in the last ${inWords(at - since)}`;
  return `; at the growth of the last ${inWords(at - (since ?? at))} it lasts ${daysLeft > 3650 ? 'more than ten years' : inWords(daysLeft * 86_400_000)}`;
};
const kept = (days: number, megabytes: number): string =>
  [days > 0 ? counted(days, 'day') : '', megabytes > 0 ? `${size(megabytes * 1e6)} at most` : ''].filter((one) => one !== '').join(', ') ||
  'for ever';

const useRoom = (): DeskState | null => {
  const [room, setRoom] = useState<DeskState | null>(null);
  useEffect(() => {
    const look = (): void => {
      ask(deskState)
        .then(setRoom)
        .catch(() => undefined); // what stood there stays; that the desk does not answer is said above
    };
    look();
    const timer = setInterval(look, every);
    return () => {
      clearInterval(timer);
    };
  }, []);
  return room;
};

export const Room = () => {
  const room = useRoom();
  if (room === null) return null;
  const { clockJumped } = room;
  const refused = room.bounds.reduce((sum, bound) => sum + bound.refused, 0);
  return (
    <>
      {clockJumped > 0 && (
        <p role="alert" className="py-2 font-semibold">
          The date of the desk’s machine jumped ahead by {inWords(clockJumped)}; the desk keeps its own time. Set the machine’s clock right,
          or start the desk again if it is right now.
        </p>
      )}
      <details className="border-b border-rule-2 py-2">
        <summary className="cursor-pointer py-2">
          <b>Room and limits</b>
          {room.kept !== null && (
            <>
              {': '}
              {size(room.kept.file)} kept, {size(room.kept.free)} free
              {lasts(room.kept)}
            </>
          )}
          {refused > 0 && <b>. {counted(refused, 'was', 'were')} turned away at a limit</b>}
        </summary>
        <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Limits">
          <table className="my-2 text-left">
            <thead>
              <tr className="text-note text-ink-2">
                {['Limit', 'now', 'at most', 'turned away since the start'].map((head) => (
                  <th key={head} scope="col" className="pr-6 font-normal">
                    {head}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {room.bounds.map(({ name, now, most, refused: away }) => (
                <tr key={name}>
                  <th scope="row" className="pr-6 font-normal">
                    {labels[name]}
                  </th>
                  <td className="mono pr-6">{now}</td>
                  <td className="mono pr-6">{most === 0 ? 'no limit' : most}</td>
                  <td className="mono">{away}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
        {room.kept !== null && (
          <p className="pb-2 text-ink-2">
            Routine calls: {room.kept.frames.routine.rows}, about {size(room.kept.frames.routine.bytes)}; kept{' '}
            {kept(room.kept.keeps.routineDays, room.kept.keeps.routineMegabytes)}. Unknown, refused and not understood:{' '}
            {room.kept.frames.strangers.rows}, about {size(room.kept.frames.strangers.bytes)}; kept{' '}
            {kept(room.kept.keeps.strangerDays, room.kept.keeps.strangerMegabytes)}. What is evidence, and every entry, stays.
            {room.kept.removed > 0 && ` ${room.kept.removed} went since the start.`}
          </p>
        )}
      </details>
    </>
  );
};
