// Programming from afar as this page asks it: a session of a station, and the test of the way in. Looked at once a second while one runs.
import { useEffect, useState } from 'react';
import type { ElementId, SettingKey, Stream } from '@green-lamp/core/name';
import {
  beginSession,
  type RemoteSession,
  remoteState,
  stopSession,
  stopWayIn,
  testWayIn,
  type WayIn,
  wayInState,
} from '@green-lamp/core/api';
import { ask } from './api.ts';
import { pullSoon } from './pull.ts';
import { tell } from './live.ts';

/** Asks at once, and every second for as long as it runs. */
const usePolled = <T>(ask: () => Promise<T | null>, runs: (value: T) => boolean, by: string): [T | null, (value: T | null) => void] => {
  const [value, setValue] = useState<T | null>(null);
  const busy = value !== null && runs(value);
  useEffect(() => {
    let left = false;
    const look = (): void => {
      ask()
        .then((now) => {
          if (!left) setValue(now);
        })
        .catch(tell);
    };
    look();
    const timer = busy ? setInterval(look, 1000) : null;
    return () => {
      left = true;
      if (timer !== null) clearInterval(timer);
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- asked again for another station and while it runs
  }, [by, busy]);
  return [value, setValue];
};

export const useSession = (
  stream: Stream,
): { session: RemoteSession | null; begin: (of: Begin) => Promise<void>; stop: () => Promise<void> } => {
  const [session, set] = usePolled(
    async () => (await ask(remoteState, { query: { stream } })).session,
    ({ is }) => is !== 'over',
    stream,
  );
  const over = session?.is === 'over';
  useEffect(() => {
    if (over) pullSoon();
  }, [over]);
  return {
    session,
    begin: async (of) => {
      set((await ask(beginSession, { body: { stream, ...of } })).session);
    },
    stop: async () => {
      set((await ask(stopSession, { body: { stream } })).session);
    },
  };
};
type Begin = { path: ElementId; key: SettingKey; words: string; virtual: boolean; from: string };

export const useWayIn = (): { wayIn: WayIn | null; open: (port: number, seconds: number) => Promise<void>; stop: () => Promise<void> } => {
  const [wayIn, set] = usePolled(
    async () => (await ask(wayInState)).wayIn,
    ({ is }) => is === 'open',
    '',
  );
  return {
    wayIn,
    open: async (port, seconds) => {
      set((await ask(testWayIn, { body: { port, seconds } })).wayIn);
    },
    stop: async () => {
      set((await ask(stopWayIn, { body: {} })).wayIn);
    },
  };
};
