// One stream of this browser's own store as a screen watches it; also the people, and the time.
import { useEffect, useState } from 'react';
import { liveQuery } from 'dexie';
import { peopleStream, type Stream } from '@green-lamp/core/name';
import type { Instant } from '@green-lamp/core/quantity';
import { db } from './db.ts';
import { sharedNow, watchClock } from './device.ts';
import { type Folded, foldedStream } from './fold.ts';
import { keepStream } from './pull.ts';

export const useLiveQuery = <T>(query: () => Promise<T>, by: readonly unknown[]): T | undefined => {
  const [value, setValue] = useState<T | undefined>(undefined);
  useEffect(() => {
    const running = liveQuery(query).subscribe({ next: setValue });
    return () => {
      running.unsubscribe();
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the query is named by `by`
  }, by);
  return value;
};

/** The shared clock, looked at again every so often. */
export const useNow = (every = 15_000): Instant => {
  const [now, setNow] = useState(sharedNow());
  useEffect(() => {
    const look = (): void => {
      setNow(sharedNow());
    };
    const timer = setInterval(look, every);
    const stop = watchClock(look);
    return () => {
      clearInterval(timer);
      stop();
    };
  }, [every]);
  return now;
};

export type People = { readonly [person: string]: string };
const nobody: People = {};
export const usePeople = (): People => useLiveQuery(async () => (await foldedStream(peopleStream)).state.people, []) ?? nobody;

/** How long (ms) the desk is waited for before somebody is asked who they are without it. */
const patience = 5000;
/** Who works here, once the desk has said it or could not be waited for any longer; null before. Whoever is asked before would type a name that is there. */
export const usePeopleAsked = (): People | null => {
  const [waited, setWaited] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => {
      setWaited(true);
    }, patience);
    return () => {
      clearTimeout(timer);
    };
  }, []);
  const there = useLiveQuery(async () => {
    const said = ((await db.streams.get(peopleStream))?.n ?? 0) > 0;
    return { said, people: (await foldedStream(peopleStream)).state.people };
  }, []);
  return there !== undefined && (there.said || waited) ? there.people : null;
};

export const useStream = (stream: Stream): Folded | undefined => {
  useEffect(() => void keepStream(stream), [stream]);
  return useLiveQuery(() => foldedStream(stream), [stream]);
};
