// What is kept in this browser: the application, the stations at hand, what waits, and the room for it.
import { useCallback, useEffect, useState } from 'react';
import { Link } from 'react-router';
import { counted } from '@green-lamp/core/quantity';
import { Press } from '../../parts/Press.tsx';
import { Empty, Waiting } from '../../parts/State.tsx';
import { delivers } from '../../store/deliver.ts';
import { type Here, useInstalled } from '../../store/installed.ts';
import { askToStay, keptStations, letGo, type Room, room } from '../../store/kept-here.ts';
import { tell, useLive } from '../../store/live.ts';
import { useLiveQuery } from '../../store/use-stream.ts';
import { Along } from './Along.tsx';
import { KeepMore } from './KeepMore.tsx';

/** A size as people say it. */
const size = (bytes: number): string => {
  if (bytes < 1e6) return `${Math.max(1, Math.round(bytes / 1e3))} kB`;
  return bytes < 1e9 ? `${(bytes / 1e6).toFixed(1)} MB` : `${(bytes / 1e9).toFixed(1)} GB`;
};
/** Less than this (bytes) is said to be short. */
const short = 50e6;

const said: { readonly [H in Here]: string } = {
  whole: 'The whole application is here: it opens without a network.',
  asking: 'The application is being fetched. Without a network it does not open yet.',
  insecure:
    'This address is no secure context, so no browser keeps the application or the screen awake. Open it by its https address (Put this on your telephone).',
  unable:
    'This browser does not keep the application: a private window, or storage that is switched off. Without a network it does not open again.',
};

const deliversClosed = 'What waits goes out as soon as there is a network, also when this page is closed.';
const deliversOpen = 'This browser delivers while the page is open: open it once there is a network.';
const version: unknown = import.meta.env['VITE_VERSION'];

const RoomPart = () => {
  const [of, setOf] = useState<Room | null>(null);
  const look = useCallback(() => {
    room().then(setOf, tell);
  }, []);
  useEffect(look, [look]);
  if (of === null) return <p className="text-ink-2">This browser does not say how much room it has.</p>;
  const left = of.most - of.used;
  return (
    <>
      <p>
        {size(of.used)} used, {size(left)} left.
        {left < short && <strong> That is short: let go of stations that you don’t need, and deliver what waits.</strong>}
      </p>
      {of.lasting ? (
        <p className="text-ink-2">The browser keeps it also when the disk is short.</p>
      ) : (
        <div className="my-2 flex flex-wrap items-center gap-3">
          <Press
            onPress={() => {
              askToStay().then((stays) => {
                if (!stays) tell(new Error('The browser did not promise it. Installed on the home screen it mostly does.'));
                look();
              }, tell);
            }}
          >
            Ask the browser to keep it
          </Press>
          <span className="text-note text-ink-2">Else it may clear it away when the disk is short.</span>
        </div>
      )}
    </>
  );
};

const Kept = () => {
  const kept = useLiveQuery(keptStations, []);
  if (kept === undefined) return <Waiting>Looking…</Waiting>;
  if (kept.length === 0) return <Empty>No station yet: what is opened once stays at hand.</Empty>;
  return (
    <ul aria-label="Stations at hand">
      {kept.map(({ stream, name, entries, bytes, waits }) => (
        <li key={stream} className="flex flex-wrap items-center gap-3 border-b border-rule py-1">
          <Link className="link min-w-0 grow wrap-anywhere" to={`/stations/${stream}/sheet`}>
            {name}
          </Link>
          <span className="text-note text-ink-2">
            {entries === 0 ? 'not fetched yet' : `${counted(entries, 'entry', 'entries')}, ${size(bytes)}`}
            {waits > 0 && `; ${counted(waits, 'entry waits', 'entries wait')}`}
          </span>
          <Along stream={stream} name={name} />
          <Press
            why={waits > 0 ? 'Something of it waits to be delivered.' : null}
            onPress={() => {
              letGo(stream).catch(tell);
            }}
          >
            Let it go
          </Press>
        </li>
      ))}
    </ul>
  );
};

export const HereScreen = () => {
  const here = useInstalled((installed) => installed.here);
  const { waiting, person, signedIn } = useLive();
  const [closed, setClosed] = useState(false);
  useEffect(() => {
    delivers().then(setClosed, tell);
  }, [here]);
  return (
    <div className="h-full overflow-y-auto bg-sheet px-5 py-4" tabIndex={0} role="region" aria-label="In this browser">
      <h1 className="mb-2 text-head font-bold">In this browser</h1>
      <p role="status">
        {said[here]} {typeof version === 'string' && `Version ${version}.`}
      </p>
      {here === 'whole' && <p className="text-ink-2">{closed ? deliversClosed : deliversOpen}</p>}
      <p>
        {waiting === 0 ? 'Nothing waits to be delivered.' : `${counted(waiting, 'entry waits', 'entries wait')} to be delivered.`}
        {person !== null && signedIn === null && ' Whoever wrote it has to sign in for that.'}
      </p>
      <RoomPart />
      <KeepMore />
      <h2 className="border-b border-rule-2 font-bold">Stations at hand</h2>
      <Kept />
    </div>
  );
};
