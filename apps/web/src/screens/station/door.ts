// A lamp is a door to its chapter: which one is open stands in the address, so that it can be linked and reloaded.
import { useNavigate, useOutletContext, useSearchParams } from 'react-router';
import { isLampName, type LampName } from '@green-lamp/core/name';
import { allLamps, type LampResult } from '@green-lamp/core/lamp';
import type { Station } from '../../store/use-station.ts';

/** The station, as its chapters get it. */
export const useChapter = (): Station => useOutletContext<Station>();

/** The chapter of each lamp; a lamp whose chapter is not drawn yet opens where one is. */
const chapterOf: { readonly [L in LampName]?: string } = {
  Power: 'bench',
  Inputs: 'bench',
  Card: 'bench',
  Signal: 'signal',
  Bearer: 'bench',
  Route: 'bench',
  Call: 'proof',
  Standby: 'standby',
  Watch: 'watch',
  Reach: 'proof',
};

export const useDoor = (
  station: Station,
): { chosen: { lamp: LampName; result: LampResult } | null; open: (lamp: LampResult) => void; close: () => void } => {
  const [search, setSearch] = useSearchParams();
  const go = useNavigate();
  const lamp = search.get('lamp');
  const path = search.get('path');
  const result = allLamps(station.line).find((one) => one.lamp === lamp && (one.path ?? null) === path);
  return {
    chosen: isLampName(lamp) && result !== undefined ? { lamp, result } : null,
    open: (of) => {
      const chapter = chapterOf[of.lamp];
      const to = new URLSearchParams(chapter === undefined ? search : {});
      to.set('lamp', of.lamp);
      if (of.path === null) to.delete('path');
      else to.set('path', of.path);
      void go(`${chapter === undefined ? '' : `/stations/${station.stream}/${chapter}`}?${to.toString()}`, {
        replace: chapter === undefined,
      });
    },
    close: () => {
      const to = new URLSearchParams(search);
      to.delete('lamp');
      to.delete('path');
      setSearch(to, { replace: true });
    },
  };
};
