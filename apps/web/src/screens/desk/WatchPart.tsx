// What the desk watches over: stations that are silent, what they have in common, who is on test, what is due next.
import { useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { type Says, watchState } from '@green-lamp/core/api';
import { counted, inWords } from '@green-lamp/core/quantity';
import { signal } from '../../parts/sound.ts';
import { ask } from '../../store/api.ts';
import { useLive } from '../../store/live.ts';

type WatchState = Says<typeof watchState>;
const minute = 60_000;
const from = (ms: number): string => inWords(Math.max(minute, Math.round(Math.abs(ms) / minute) * minute));

/** As the desk last said; what stood there stays while it does not answer. */
const useWatch = (): WatchState | null => {
  const [state, setState] = useState<WatchState | null>(null);
  const board = useLive((live) => live.board);
  useEffect(() => {
    let gone = false;
    ask(watchState)
      .then((now) => {
        if (!gone) setState(now);
      })
      .catch(() => undefined); // that the desk does not answer is said above
    return () => {
      gone = true;
    };
  }, [board]);
  return state;
};

/** A silence that was not there when the page looked last is told by sound, and by the device where it was allowed. */
const useTold = (lapses: WatchState['lapses'] | undefined): void => {
  const known = useRef<ReadonlySet<string> | null>(null);
  useEffect(() => {
    if (lapses === undefined) return;
    const before = known.current;
    known.current = new Set(lapses.map(({ id }) => id));
    const fresh = before === null ? [] : lapses.filter(({ id }) => !before.has(id));
    if (fresh.length === 0) return;
    signal(false, true);
    if ('Notification' in window && Notification.permission === 'granted')
      new Notification('Silent', { body: fresh.map(({ name }) => name).join(', '), tag: 'silence' });
  }, [lapses]);
};

const TellMe = () => {
  const [asked, setAsked] = useState(() => ('Notification' in window ? Notification.permission : 'denied'));
  if (asked !== 'default') return null;
  return (
    <button type="button" className="quiet" onClick={() => void Notification.requestPermission().then(setAsked)}>
      Tell me on this device
    </button>
  );
};

const To = ({ stream, name }: { stream: string; name: string }) => (
  <Link className="link wrap-anywhere" to={`/stations/${stream}/watch`}>
    {name}
  </Link>
);

export const WatchPart = ({ now, when }: { now: number; when: (at: number) => string }) => {
  const state = useWatch();
  useTold(state?.lapses);
  if (state === null) return null;
  const { lapses, shared, next, quiet, test, armed, away, ways } = state;
  const [first] = next;
  const absent = away.at(-1);
  return (
    <section aria-label="Watch" className="flex flex-col gap-2 border-b border-rule-2 py-3">
      <h2 className="font-bold">
        Watch{' '}
        <span className="font-normal text-ink-2">
          {counted(armed, 'station')} watched
          {first !== undefined && `, the next window ends in ${from(first.due - now)}`}
        </span>{' '}
        <TellMe />
      </h2>
      {shared.map(({ what, name, stations }) => (
        <p key={`${what} ${name}`} role="alert" className="border-l-4 border-ink pl-2 font-semibold">
          {counted(stations.length, 'station')} of one {what} are silent, {name}: it may be one thing. {stations.slice(0, 6).join(', ')}
          {stations.length > 6 && ` and ${stations.length - 6} more`}.
        </p>
      ))}
      {lapses.length === 0 ? (
        <p>No station is silent.</p>
      ) : (
        <ul aria-label="Silent stations">
          {lapses.map(({ stream, name, id, is, path, since, called, taken }) => (
            <li key={id} className="flex flex-wrap gap-x-4 border-b border-rule py-1">
              <span className="min-w-60 grow basis-0">
                <strong>
                  <To stream={stream} name={name} />
                </strong>{' '}
                {is === 'first' ? 'has not called since the last visit' : 'is silent'}
                {path !== null && ` over ${path}`} since {when(since)}, {from(now - since)}
              </span>
              <span className="min-w-52">{taken ?? (called.length === 0 ? 'nobody to call' : `to call: ${called.join(', then ')}`)}</span>
            </li>
          ))}
        </ul>
      )}
      {quiet.length > 0 && (
        <ul aria-label="Quieter than usual">
          {quiet.map(({ stream, name, since, usual }) => (
            <li key={stream} className="border-b border-rule py-1">
              <strong>
                <To stream={stream} name={name} />
              </strong>{' '}
              is quieter than usual: nothing for {from(now - since)}, mostly every {from(usual)}. Its window has not ended.
            </li>
          ))}
        </ul>
      )}
      {test.length > 0 && (
        <ul aria-label="On test">
          {test.map(({ stream, name, until, overdue }) => (
            <li key={stream} className="border-b border-rule py-1">
              <strong>
                <To stream={stream} name={name} />
              </strong>{' '}
              is on test until {when(until)}
              {overdue && <strong>: that is over, and nobody at its desk was told</strong>}. Its alarms send nobody.
            </li>
          ))}
        </ul>
      )}
      {next.length > 0 && (
        <details>
          <summary className="link flex min-h-11 items-center">What is due next</summary>
          <ul>
            {next.slice(0, 20).map(({ stream, name, due }) => (
              <li key={`${stream} ${due}`} className="border-b border-rule py-1">
                <To stream={stream} name={name} />: its window ends {when(due)},{' '}
                {due > now ? `in ${from(due - now)}` : `${from(now - due)} ago`}
              </li>
            ))}
          </ul>
        </details>
      )}
      {ways.length > 0 && (
        <p className="text-note text-ink-2">
          A silence is told by{' '}
          {ways.map(({ name, last, trouble, waiting }, i) => (
            <span key={name}>
              {i > 0 && '; '}
              {name}
              {last !== null && `, last ${when(last)}`}
              {waiting > 0 && `, ${waiting} waiting`}
              {trouble !== null && <strong className="text-ink">. {trouble}</strong>}
            </span>
          ))}
          .
        </p>
      )}
      {absent !== undefined && (
        <p className="text-note text-ink-2">
          The desk itself was away last from {when(absent.from)} to {when(absent.to)}; windows over it are longer.
        </p>
      )}
    </section>
  );
};
