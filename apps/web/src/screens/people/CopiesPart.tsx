// Copies of the desk's database: made by schedule and by a press, each read through.
import { useCallback, useEffect, useState } from 'react';
import { makeCopy, type Says, seeCopies } from '@green-lamp/core/api';
import { counted, inWords, instant, sayWhen } from '@green-lamp/core/quantity';
import { Press } from '../../parts/Press.tsx';
import { Empty, Waiting } from '../../parts/State.tsx';
import { ask, NoNetwork } from '../../store/api.ts';
import { sharedNow } from '../../store/device.ts';
import { tell } from '../../store/live.ts';

type Seen = Says<typeof seeCopies>;
const every = 1000;
const size = (bytes: number): string =>
  bytes < 1e6 ? `${Math.round(bytes / 1e3)} kB` : bytes < 1e9 ? `${(bytes / 1e6).toFixed(1)} MB` : `${(bytes / 1e9).toFixed(1)} GB`;
const doing: { readonly [S in Seen['state']]: string | null } = {
  resting: null,
  copying: 'A copy is being made…',
  reading: 'The copy is read through…',
};

export const CopiesPart = () => {
  const [seen, setSeen] = useState<Seen | 'away' | null>(null);
  const look = useCallback(() => {
    ask(seeCopies).then(setSeen, (error: unknown) => {
      setSeen('away');
      if (!(error instanceof NoNetwork)) tell(error);
    });
  }, []);
  useEffect(look, [look]);
  const busy = seen !== null && seen !== 'away' && seen.state !== 'resting';
  useEffect(() => {
    if (!busy) return undefined;
    const timer = setInterval(look, every);
    return () => {
      clearInterval(timer);
    };
  }, [busy, look]);
  if (seen === null) return <Waiting />;
  if (seen === 'away') return <Empty>The desk does not answer, or this is for leads.</Empty>;
  const zone = Intl.DateTimeFormat().resolvedOptions().timeZone;
  const [newest] = seen.copies;
  return (
    <>
      <p className="py-2">
        {newest === undefined ? 'There is no copy yet.' : `The newest is ${inWords(Math.max(0, sharedNow() - newest.at))} old.`}{' '}
        {seen.hours === 0 ? 'None is made by itself.' : `One is made every ${inWords(seen.hours * 3_600_000)}`}
        {seen.hours > 0 && (seen.kept === 0 ? ', and all are kept.' : `, and ${seen.kept} are kept.`)} They stand in{' '}
        <span className="mono break-all">{seen.folder}</span> on the desk’s machine: let something carry them to another one. The keys are
        not among them; without a copy of the key folder secrets stay sealed.
      </p>
      {seen.failed !== null && (
        <p role="alert" className="border-l-4 border-ink pl-2 font-semibold">
          The last copy failed: {seen.failed}
        </p>
      )}
      <div className="flex flex-wrap items-center gap-3 py-2">
        <Press
          main
          why={doing[seen.state]}
          onPress={() => {
            ask(makeCopy, { body: {} }).then(setSeen, tell);
          }}
        >
          Make a copy now
        </Press>
        <span className="text-note text-ink-2">
          Put one back with <span className="mono">npm start -- --restore FILE</span>, the desk being stopped; pages then offer again what
          they have kept since.
        </span>
      </div>
      {seen.copies.length > 0 && (
        <p className="text-note">{counted(seen.copies.length, 'copy', 'copies')}, each read through when it was made.</p>
      )}
      <ul aria-label="Copies">
        {seen.copies.map(({ name, at, bytes }) => (
          <li key={name} className="flex flex-wrap gap-3 border-b border-rule py-1">
            <span className="mono grow break-all">{name}</span>
            <span className="text-note text-ink-2">
              {sayWhen(instant(at), sharedNow(), zone)}, {size(bytes)}
            </span>
          </li>
        ))}
      </ul>
    </>
  );
};
