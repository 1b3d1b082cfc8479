// Frames of one list: what the desk has, page by page, and what arrives meanwhile.
import { useCallback, useEffect, useState } from 'react';
import { get, NoNetwork } from './api.ts';
import { useLive } from './live.ts';
import type { FrameView } from '@green-lamp/core/api';

export type FrameList = {
  readonly frames: readonly FrameView[] | null;
  readonly more: boolean;
  readonly older: () => void;
  readonly away: boolean;
};

/** `query` chooses the list at the desk, `belongs` says which live frames are of it. */
export const useFrames = (query: string, belongs: (frame: FrameView) => boolean, page = 30): FrameList => {
  const [had, setHad] = useState<{ of: string; frames: readonly FrameView[]; more: boolean } | null>(null);
  const [away, setAway] = useState(false);
  const tail = useLive((live) => live.frames);
  const connected = useLive((live) => live.connected);
  const ask = useCallback(
    async (before: number | null) => {
      try {
        const answer = await get<{ frames: FrameView[]; more: boolean }>(
          `/api/frames?${query}&limit=${page}${before === null ? '' : `&before=${before}`}`,
        );
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
    [query, page],
  );
  useEffect(() => {
    void ask(null);
  }, [ask, connected]);
  if (had?.of !== query) return { frames: null, more: false, older: () => undefined, away };
  // A frame may be here twice, as it arrived and as it was fetched: the one that counts more repeats is the newer.
  const frames = [
    ...new Map([...had.frames, ...tail.filter(belongs)].sort((a, b) => a.repeats - b.repeats).map((frame) => [frame.id, frame])).values(),
  ].sort((a, b) => b.id - a.id);
  return { frames, more: had.more, older: () => void ask(frames.at(-1)?.id ?? null), away };
};
