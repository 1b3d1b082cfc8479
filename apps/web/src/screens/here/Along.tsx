// A station's secrets in this browser for a visit, under the PIN of this device.
import { useState } from 'react';
import type { Stream } from '@green-lamp/core/name';
import { counted, dayBefore, dayEnds, dayIn, instant } from '@green-lamp/core/quantity';
import { Press } from '../../parts/Press.tsx';
import { db } from '../../store/db.ts';
import { sharedNow } from '../../store/device.ts';
import { tell, useLive } from '../../store/live.ts';
import { useLock } from '../../store/lock.ts';
import { takeAlong } from '../../store/take-along.ts';
import { giveBack } from '../../store/taken.ts';
import { useLiveQuery } from '../../store/use-stream.ts';

/** A station's secrets, taken along or not. They stay until the day after its visit, else until the day after tomorrow. */
export const Along = ({ stream, name }: { stream: Stream; name: string }) => {
  const taken = useLiveQuery(() => db.taken.where('stream').equals(stream).toArray(), [stream]) ?? [];
  const visit = useLiveQuery(async () => (await db.summaries.get(stream))?.visit ?? null, [stream]) ?? null;
  const [takes, setTakes] = useState(false);
  const pin = useLock((lock) => lock.set);
  const byPress = useLive((live) => live.signInBy === 'press');
  const connected = useLive((live) => live.connected);
  const zone = Intl.DateTimeFormat().resolvedOptions().timeZone;
  const today = dayIn(sharedNow(), zone);
  const last = dayBefore(visit !== null && visit > today ? visit : today, -1) ?? today;
  const until = taken.reduce((latest, one) => Math.max(latest, one.until), 0);
  if (taken.length > 0)
    return (
      <>
        <span className="text-note">
          {counted(taken.length, 'secret')} here until {dayIn(instant(until - 1), zone)}
        </span>
        <Press onPress={() => void giveBack(stream).catch(tell)} label={`Give them back: the secrets of ${name}`}>
          Give them back
        </Press>
      </>
    );
  return (
    <Press
      why={
        byPress
          ? 'In the demo a press signs in, so no secret is taken along.'
          : !pin
            ? 'Secrets are kept here under a PIN alone: set one by your name, at the top.'
            : !connected
              ? 'This needs the desk.'
              : takes
                ? 'They are being fetched.'
                : null
      }
      onPress={() => {
        setTakes(true);
        takeAlong(stream, dayEnds(instant(Date.parse(`${last}T12:00:00Z`)), zone))
          .then((count) => {
            if (count === 0) tell(new Error(`No secret stands on the sheet of ${name}.`));
          }, tell)
          .finally(() => {
            setTakes(false);
          });
      }}
    >
      Take its secrets along
    </Press>
  );
};
