// Whether the window is like a media query, as long as it is.
import { useCallback, useSyncExternalStore } from 'react';

/** Narrower than this a station's slips and doors come from below, and chapters lie in a strip. */
export const narrow = '(max-width: 1080px)';
/** A telephone, also lying. */
export const hand = '(max-width: 640px), (max-height: 480px)';
/** Wide enough for slips to stand open. */
export const wide = '(min-width: 1600px)';

export const useMedia = (query: string): boolean =>
  useSyncExternalStore(
    useCallback(
      (listen) => {
        const media = matchMedia(query);
        media.addEventListener('change', listen);
        return () => {
          media.removeEventListener('change', listen);
        };
      },
      [query],
    ),
    () => matchMedia(query).matches,
  );
