// The rail of slips: its count at the edge, until a lamp's door, a key or a press opens it. On a wide screen it stands open, on a narrow one it comes from below.
import { useEffect, useRef, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { lampWords } from '@green-lamp/core/name';
import { FootSheet } from '../../../parts/FootSheet.tsx';
import { narrow, useMedia, wide } from '../../../parts/use-media.ts';
import type { Station } from '../../../store/use-station.ts';
import type { useDoor } from '../door.ts';
import { Slips, useSlips } from './Slips.tsx';

export type RailState = { readonly open: boolean; readonly toggle: () => void; readonly close: () => void };

/** Whether slips are shown: by a door that is open, or because somebody asked for them. */
export const useRail = (door: ReturnType<typeof useDoor>): RailState => {
  const [asked, setAsked] = useState(false);
  const open = asked || door.chosen !== null;
  const close = (): void => {
    setAsked(false);
    if (door.chosen !== null) door.close();
  };
  const toggle = (): void => {
    if (open) close();
    else setAsked(true);
  };
  useHotkeys('e', toggle);
  return { open, toggle, close };
};

type Props = { station: Station; door: ReturnType<typeof useDoor>; rail: RailState };

export const Rail = ({ station, door, rail }: Props) => {
  const isNarrow = useMedia(narrow);
  const always = useMedia(wide);
  const count = useSlips(station, null).length;
  const margin = useRef<HTMLElement>(null);
  const where = door.chosen === null ? null : `${door.chosen.lamp}${door.chosen.result.path ?? ''}`;
  useEffect(() => {
    if (where !== null) margin.current?.scrollTo({ top: 0 });
  }, [where]);
  const slips = <Slips station={station} chosen={door.chosen?.result ?? null} close={door.close} />;
  if (isNarrow)
    return (
      <FootSheet open={rail.open} close={rail.close} title={door.chosen === null ? 'Evidence' : lampWords[door.chosen.lamp]}>
        <div role="complementary" aria-label="Margin">
          {slips}
        </div>
      </FootSheet>
    );
  if (always || rail.open)
    return (
      <aside ref={margin} aria-label="Margin" className="station-margin bg-ground" tabIndex={0}>
        {!always && (
          <button type="button" className="quiet mb-2" aria-expanded="true" aria-keyshortcuts="E" onClick={rail.close}>
            Fold it away{' '}
            <span className="key" aria-hidden="true">
              E
            </span>
          </button>
        )}
        {slips}
      </aside>
    );
  return (
    <aside aria-label="Margin" className="station-rail bg-ground">
      <button type="button" aria-expanded="false" aria-keyshortcuts="E" onClick={rail.toggle}>
        Evidence, {count} <span aria-hidden="true">E</span>
      </button>
    </aside>
  );
};
