// The head of a station: its name, the one thing to do next with its button, and its line.
import { type RefObject, useState } from 'react';
import { Link, useLocation } from 'react-router';
import { allLamps, type LampResult, verdictWords } from '@green-lamp/core/lamp';
import { lampWords } from '@green-lamp/core/name';
import { sayNext } from '@green-lamp/core/walk';
import { Circuit } from '../../../parts/circuit/Circuit.tsx';
import { TunnelWire } from '../../../parts/circuit/TunnelWire.tsx';
import { FlatCircuit, LetterStrip } from '../../../parts/circuit/FlatCircuit.tsx';
import { FootSheet } from '../../../parts/FootSheet.tsx';
import { LampMark } from '../../../parts/LampMark.tsx';
import { Press } from '../../../parts/Press.tsx';
import { TakePicture } from '../../../parts/TakePicture.tsx';
import { hand, useMedia } from '../../../parts/use-media.ts';
import type { Station } from '../../../store/use-station.ts';
import type { useDoor } from '../door.ts';
import type { Deed } from './deed.ts';
import { stepInHand } from './step-in-hand.ts';

const LampList = ({ station, open }: { station: Station; open: (lamp: LampResult) => void }) => (
  <ul>
    {allLamps(station.line).map((lamp) => (
      <li key={`${lamp.lamp}${lamp.path ?? ''}`} className="border-b border-rule">
        <button
          type="button"
          className="flex min-h-11 w-full items-center gap-3 py-1 text-left"
          onClick={() => {
            open(lamp);
          }}
        >
          <LampMark is={lamp.is} size={26} simulated={lamp.simulated} />
          <span className="grow">
            <strong>{lampWords[lamp.lamp]}</strong>
            {lamp.path !== null && <span className="block text-small text-ink-2">{station.speaker.element(lamp.path)}</span>}
          </span>
          <span className="text-right text-note">
            {[verdictWords[lamp.is], lamp.rehearsal ? 'bench' : null, lamp.simulated ? 'simulated' : null]
              .filter((word) => word !== null)
              .join(', ')}
            {lamp.grade !== null && <span className="block text-small text-ink-2">grade {lamp.grade} of 9</span>}
          </span>
        </button>
      </li>
    ))}
  </ul>
);

export const StationHead = (props: {
  station: Station;
  line: RefObject<HTMLElement | null>;
  folded: boolean;
  door: ReturnType<typeof useDoor>;
  deed: Deed | null;
}) => {
  const { station, line, folded, door, deed } = props;
  const inHand = useMedia(hand);
  const [lamps, setLamps] = useState(false);
  const { pathname } = useLocation();
  const next = sayNext(station.step, station.speaker);
  return (
    <section ref={line} aria-label="The line" className="station-line shrink-0 border-b border-rule-2 bg-sheet px-5">
      <div className={`flex items-center gap-x-4 py-1 ${inHand ? 'flex-wrap' : ''}`}>
        <div className={inHand ? 'flex w-full min-w-0 items-center' : 'max-w-[34%] shrink-0'}>
          {inHand && (
            <Link to="/stations" aria-label="Back to the stations" className="flex h-11 w-8 shrink-0 items-center text-brass-ink">
              ‹
            </Link>
          )}
          <h1 className="grow text-head leading-tight font-bold">{station.state.station?.name}</h1>
          {inHand && <TakePicture of={stepInHand(station, pathname, door.chosen?.result ?? null)} short />}
        </div>
        {!(inHand && folded) && (
          <>
            <p className={`grow text-note leading-snug ${inHand ? 'line-clamp-5 basis-40' : 'line-clamp-3 lg:line-clamp-2'}`} title={next}>
              <strong className="text-brass-ink">Next</strong> {next}
            </p>
            {deed !== null && (
              <span className="shrink-0 max-sm:py-1">
                <Press main shortcut={deed.key} why={deed.why} onPress={deed.press}>
                  {deed.label}
                </Press>
              </span>
            )}
          </>
        )}
      </div>
      {inHand ? (
        <LetterStrip
          line={station.line}
          open={() => {
            setLamps(true);
          }}
        />
      ) : folded ? (
        <FlatCircuit line={station.line} open={door.open} />
      ) : (
        <Circuit
          line={station.line}
          label={station.speaker.element}
          open={door.open}
          chosen={door.chosen === null ? null : { lamp: door.chosen.lamp, path: door.chosen.result.path }}
        />
      )}
      {station.line.tunnels.map((of) => (
        <TunnelWire
          key={of.tunnel}
          of={of}
          name={station.speaker.element(of.tunnel)}
          over={of.over.map(({ path }) => station.speaker.element(path)).join(' and ')}
          to={`/stations/${station.stream}/standby?part=tunnel`}
        />
      ))}
      <FootSheet
        open={lamps}
        close={() => {
          setLamps(false);
        }}
        title="Lamps"
      >
        <LampList
          station={station}
          open={(lamp) => {
            setLamps(false);
            door.open(lamp);
          }}
        />
      </FootSheet>
    </section>
  );
};
