// The list of stations as far as it is seen: pages are fetched when they come into view, and again when the desk says that one of their rows has changed. Nothing asks for all of it.
import { useCallback, useEffect, useRef, useState } from 'react';
import { ask, NoNetwork, SignedOut } from '../../store/api.ts';
import { db } from '../../store/db.ts';
import { tell, useLive } from '../../store/live.ts';
import { type Counts, type Judging, listStations, type Show, type Summary } from '@green-lamp/core/api';

export type Listed = {
  /** The row at a place; null while it is being fetched. */
  readonly at: (index: number) => Summary | null;
  readonly total: number;
  readonly counts: Counts | null;
  readonly judging: Judging;
  readonly from: 'desk' | 'store';
};
type Pages = ReadonlyMap<number, readonly Summary[]>;
type Known = {
  readonly of: string;
  readonly pages: Pages;
  readonly total: number;
  readonly counts: Counts | null;
  readonly judging: Judging;
  readonly unsent: readonly Summary[];
  readonly from: 'desk' | 'store';
};

export const pageSize = 50;
/** How long (ms) changes are gathered before the rows in view are asked for again. */
const gather = 150;
const none: Judging = { waiting: 0, of: 0 };

/** Stations whose opening waits to be delivered; what judges them is fetched only where there are any. */
const unsentNow = async (): Promise<readonly Summary[]> => {
  if ((await db.queue.count()) === 0) return [];
  const { unsentSummaries } = await import('../../store/local-summaries.ts');
  return unsentSummaries();
};

export const useListed = (
  show: Show,
  find: string,
): { readonly listed: Listed | null; readonly look: (first: number, last: number) => void } => {
  const [known, setKnown] = useState<Known | null>(null);
  const of = `show=${show}&find=${encodeURIComponent(find)}`;
  const asked = useRef(of);
  const seen = useRef<readonly [number, number]>([0, 0]);
  /** Pages on their way, and whether one was asked for again meanwhile: what comes may be from before the change. */
  const flying = useRef(new Map<string, boolean>());
  const connected = useLive((live) => live.connected);
  const board = useLive((live) => live.board);
  const waiting = useLive((live) => live.waiting);

  const fetchOnce = useCallback(
    async (page: number): Promise<void> => {
      try {
        const answer = await ask(listStations, { query: { show, find, from: page * pageSize, limit: pageSize } });
        await db.summaries.bulkPut(answer.stations.map((summary) => ({ ...summary, asOf: answer.now })));
        const unsent = await unsentNow();
        if (asked.current !== of) return;
        setKnown((was) => {
          const { stations, counts, total, judging } = answer;
          const pages: Pages = new Map([...(was?.of === of && was.from === 'desk' ? was.pages : []), [page, stations]]);
          return { of, pages, counts, total, judging, unsent, from: 'desk' };
        });
      } catch (error) {
        if (!(error instanceof NoNetwork || error instanceof SignedOut)) throw error;
        const { localSummaries } = await import('../../store/local-summaries.ts');
        const stations = (await localSummaries()).filter(({ name }) => name.toLowerCase().includes(find.toLowerCase()));
        if (asked.current !== of) return;
        setKnown({ of, pages: new Map([[0, stations]]), total: stations.length, counts: null, judging: none, unsent: [], from: 'store' });
      }
    },
    [of, show, find],
  );
  const fetchPage = useCallback(
    async (page: number): Promise<void> => {
      const key = `${of} ${page}`;
      if (flying.current.has(key)) {
        flying.current.set(key, true);
        return;
      }
      try {
        do {
          flying.current.set(key, false);
          await fetchOnce(page);
        } while (flying.current.get(key) === true && asked.current === of);
      } finally {
        flying.current.delete(key);
      }
    },
    [of, fetchOnce],
  );
  const askSeen = useCallback((): void => {
    const [first, last] = seen.current;
    for (let page = first; page <= last; page++) fetchPage(page).catch(tell);
  }, [fetchPage]);

  useEffect(() => {
    asked.current = of;
    seen.current = [0, 0];
    askSeen();
  }, [of, askSeen]);
  useEffect(() => {
    const timer = setTimeout(askSeen, gather);
    return () => {
      clearTimeout(timer);
    };
  }, [askSeen, connected, board, waiting]);

  const pages = known?.pages;
  const from = known?.from;
  const look = useCallback(
    (first: number, last: number): void => {
      seen.current = [Math.floor(first / pageSize), Math.floor(last / pageSize)];
      if (from === 'store') return;
      for (let page = seen.current[0]; page <= seen.current[1]; page++) if (pages?.has(page) !== true) fetchPage(page).catch(tell);
    },
    [fetchPage, pages, from],
  );
  if (known === null) return { listed: null, look };
  const { unsent, total, counts, judging } = known;
  const fresh = unsent.filter(({ stream }) => ![...known.pages.values()].some((page) => page.some((row) => row.stream === stream)));
  const at = (index: number): Summary | null => {
    const own = fresh[index];
    if (own !== undefined) return own;
    const place = index - fresh.length;
    if (known.from === 'store') return known.pages.get(0)?.[place] ?? null;
    return known.pages.get(Math.floor(place / pageSize))?.[place % pageSize] ?? null;
  };
  return { listed: { at, total: total + fresh.length, counts, judging, from: known.from }, look };
};
