// Frames of one list: what the desk has, page by page, and what arrives meanwhile.
import { useCallback, useEffect, useState } from 'react';
import { ask, NoNetwork } from './api.ts';
import { useLive } from './live.ts';
import { type FrameFilter, framesOf, type FrameView } from '@green-lamp/core/api';

export type FrameList = {
  readonly frames: readonly FrameView[] | null;
  readonly more: boolean;
  /** Where a look among all calls ended for want of time; `older` goes on from there. */
  readonly lookedTo: { readonly id: number; readonly at: number } | null;
  readonly older: () => void;
  readonly away: boolean;
  /** How many came while the list is held still. */
  readonly meanwhile: number;
};

/** What arrives is added where that can be told here: a look by text or time is of what is kept. */
const belongs = ({ station, status, account, kind, text, from, to }: FrameFilter, frame: FrameView): boolean =>
  (station === undefined || frame.station === station) &&
  (status === undefined || frame.status === status) &&
  (account === undefined || frame.account === account) &&
  (kind === undefined || frame.listener === kind) &&
  [text, from, to].every((one) => one === undefined);

type Had = { readonly of: string; readonly frames: readonly FrameView[] } & Pick<FrameList, 'more' | 'lookedTo'>;

export const useFrames = (which: FrameFilter, { page = 30, held = false }: { page?: number; held?: boolean } = {}): FrameList => {
  const query = JSON.stringify(which);
  const [had, setHad] = useState<Had | null>(null);
  const [away, setAway] = useState(false);
  const tail = useLive((live) => live.frames);
  const connected = useLive((live) => live.connected);
  const [shown, setShown] = useState<{ readonly since: number } | null>(null);
  const newest = tail[0]?.id ?? 0;
  // Held at what had come by then; let go, all of it is there again.
  if (held && shown === null) setShown({ since: newest });
  if (!held && shown !== null) setShown(null);
  const fetchFrom = useCallback(
    async (before: number | null) => {
      try {
        const answer = await ask(framesOf, {
          query: { ...which, limit: page, ...(before === null ? {} : { before }) },
        });
        setAway(false);
        setHad((was) => ({
          of: query,
          frames: before === null || was?.of !== query ? answer.frames : [...was.frames, ...answer.frames],
          more: answer.more,
          lookedTo: answer.lookedTo,
        }));
      } catch (error) {
        if (!(error instanceof NoNetwork)) throw error;
        setAway(true);
      }
    },
    // eslint-disable-next-line react-hooks/exhaustive-deps -- what is asked for, by its text
    [query, page],
  );
  useEffect(() => {
    void fetchFrom(null);
  }, [fetchFrom, connected]);
  if (had?.of !== query) return { frames: null, more: false, lookedTo: null, older: () => undefined, away, meanwhile: 0 };
  const arrived = tail.filter((frame) => belongs(which, frame));
  const known = new Set(had.frames.map(({ id }) => id));
  const since = shown?.since ?? Number.POSITIVE_INFINITY;
  // A frame may be here twice, as it arrived and as it was fetched: the one that counts more repeats is the newer.
  const frames = [
    ...new Map(
      [...had.frames, ...arrived.filter(({ id }) => id <= since)].sort((a, b) => a.repeats - b.repeats).map((frame) => [frame.id, frame]),
    ).values(),
  ].sort((a, b) => b.id - a.id);
  return {
    frames,
    more: had.more,
    lookedTo: had.lookedTo,
    older: () => void fetchFrom(had.lookedTo?.id ?? frames.at(-1)?.id ?? null),
    away,
    meanwhile: arrived.filter(({ id }) => id > since && !known.has(id)).length,
  };
};
