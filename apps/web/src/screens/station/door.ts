// A lamp is a door: which one is open stands in the address, so that it can be linked and reloaded.
import { useNavigate, useOutletContext, useSearchParams } from 'react-router';
import { isLampName, type LampName } from '@green-lamp/core/name';
import { allLamps, type LampResult } from '@green-lamp/core/lamp';
import type { Station } from '../../store/use-station.ts';

/** The station, as its chapters get it. */
export const useChapter = (): Station => useOutletContext<Station>();

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
      const to = new URLSearchParams(of.lamp === 'Call' ? {} : search);
      to.set('lamp', of.lamp);
      if (of.path === null) to.delete('path');
      else to.set('path', of.path);
      void go(`${of.lamp === 'Call' ? `/stations/${station.stream}/proof` : ''}?${to.toString()}`, { replace: of.lamp !== 'Call' });
    },
    close: () => {
      const to = new URLSearchParams(search);
      to.delete('lamp');
      to.delete('path');
      setSearch(to, { replace: true });
    },
  };
};
