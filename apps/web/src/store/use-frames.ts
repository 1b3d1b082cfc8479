// Frames of one list: what the desk has, page by page, and what arrives meanwhile.
import { useCallback, useEffect, useState } from 'react';
import type { Stream } from '@green-lamp/core/name';
import { ask, NoNetwork } from './api.ts';
import { useLive } from './live.ts';
import { framesOf, type FrameStatus, type FrameView } from '@green-lamp/core/api';

export type FrameList = {
  readonly frames: readonly FrameView[] | null;
  readonly more: boolean;
  readonly older: () => void;
  readonly away: boolean;
};

/** Which calls: a station's, or those of one fate. */
export type WhichFrames = { readonly station: Stream } | { readonly status: FrameStatus };
const belongs = (which: WhichFrames, frame: FrameView): boolean =>
  'station' in which ? frame.station === which.station : frame.status === which.status;

export const useFrames = (which: WhichFrames, page = 30): FrameList => {
  const query = JSON.stringify(which);
  const [had, setHad] = useState<{ of: string; frames: readonly FrameView[]; more: boolean } | null>(null);
  const [away, setAway] = useState(false);
  const tail = useLive((live) => live.frames);
  const connected = useLive((live) => live.connected);
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
  if (had?.of !== query) return { frames: null, more: false, older: () => undefined, away };
  // A frame may be here twice, as it arrived and as it was fetched: the one that counts more repeats is the newer.
  const frames = [
    ...new Map(
      [...had.frames, ...tail.filter((frame) => belongs(which, frame))]
        .sort((a, b) => a.repeats - b.repeats)
        .map((frame) => [frame.id, frame]),
    ).values(),
  ].sort((a, b) => b.id - a.id);
  return { frames, more: had.more, older: () => void fetchFrom(frames.at(-1)?.id ?? null), away };
};
