// The slips: the lamp whose door was opened, and what was entered in this chapter, dated.
import { counted } from '@green-lamp/core/quantity';
import { type ReactNode, useState } from 'react';
import { useLocation } from 'react-router';
import { comparePos, type PlacedEntry, sayEntry } from '@green-lamp/core/journal';
import type { LampResult } from '@green-lamp/core/lamp';
import { isObject, lampWords } from '@green-lamp/core/name';
import { Picture } from '../../../parts/Picture.tsx';
import { Slip } from '../../../parts/Slip.tsx';
import { TakePicture } from '../../../parts/TakePicture.tsx';
import type { Station } from '../../../store/use-station.ts';
import { LampPanel } from '../LampPanel.tsx';
import { stepInHand } from './step-in-hand.ts';
import { WaitingPictures } from './WaitingPictures.tsx';

const ofChapter: { readonly [chapter: string]: RegExp } = {
  sheet: /^(?:setting|element|station|placed|card|antenna|cable|unit|door|finding|secret|note|house|profile)/,
  bench: /^(?:capture|reading|declaration|card|setting\.staged)/,
  signal: /^(?:hold|reading|antenna|placed|door)/,
  proof: /^(?:call|placed|card|cable|unit|setting\.staged)/,
  handover: /^(?:house|profile|finding|none|note)/,
};

/** Lamps whose readings belong to a chapter, where it is about some only. */
const lampsOf: { readonly [chapter: string]: readonly string[] } = { signal: ['Signal'] };

const inChapter = ({ entry }: PlacedEntry, chapter: string): boolean => {
  if (entry.kind === 'picture.taken') return true;
  if (ofChapter[chapter]?.test(entry.kind) !== true) return false;
  const lamps = lampsOf[chapter];
  const lamp = isObject(entry.data) ? entry.data['lamp'] : undefined;
  return lamps === undefined || typeof lamp !== 'string' || lamps.includes(lamp);
};

const bearsOn = ({ entry }: PlacedEntry, lamp: LampResult): boolean => {
  if ([...lamp.stands, ...lamp.because.flatMap(({ entries }) => entries)].includes(entry.id)) return true;
  return isObject(entry.data) && entry.data['lamp'] === lamp.lamp && (entry.data['path'] ?? null) === lamp.path;
};

const pictureOf = ({ entry }: PlacedEntry): ReactNode => {
  const hash = entry.kind === 'picture.taken' ? entry.blobs?.[0] : undefined;
  const of = isObject(entry.data) ? entry.data['step'] : undefined;
  return hash === undefined ? null : <Picture hash={hash} of={typeof of === 'string' ? of : 'the station'} />;
};

const step = 25;

/** The slips of the chapter that is open, or of the lamp whose door is, newest first. */
export const useSlips = (station: Station, chosen: LampResult | null): Station['entries'] => {
  const chapter = useLocation().pathname.split('/').at(-1) ?? 'sheet';
  return station.entries
    .filter((placed) => (chosen === null ? inChapter(placed, chapter) : bearsOn(placed, chosen)))
    .sort((a, b) => comparePos(b.pos, a.pos));
};

export const Slips = ({ station, chosen, close }: { station: Station; chosen: LampResult | null; close: () => void }) => {
  const [most, setMost] = useState(step);
  const bench = new Set(Object.values(station.state.evidence).flatMap(({ entry, place }) => (place === 'bench' ? [entry] : [])));
  const slips = useSlips(station, chosen);
  const { pathname } = useLocation();
  return (
    <div className="flex flex-col gap-4">
      {chosen !== null && <LampPanel key={`${chosen.lamp}${chosen.path ?? ''}`} station={station} lamp={chosen} close={close} />}
      <div className="flex flex-wrap items-center gap-3">
        <TakePicture of={stepInHand(station, pathname, chosen)} />
      </div>
      <WaitingPictures stream={station.stream} />
      <h2 className="text-note font-bold">{chosen === null ? 'Evidence for this chapter' : `Evidence for ${lampWords[chosen.lamp]}`}</h2>
      {slips.length === 0 && <p className="text-note text-ink-2">Nothing yet.</p>}
      <ol className="flex flex-col gap-3">
        {slips.slice(0, most).map((placed) => (
          <Slip
            key={placed.entry.id}
            when={station.speaker.when(placed.pos.ord)}
            who={station.speaker.who(placed.entry.who)}
            words={[placed.waits ? 'waits to be delivered' : null, bench.has(placed.entry.id) ? 'bench' : null].filter(
              (word) => word !== null,
            )}
          >
            {sayEntry(placed.entry, station.speaker)}
            {pictureOf(placed)}
          </Slip>
        ))}
      </ol>
      {slips.length > most && (
        <button
          type="button"
          className="button"
          onClick={() => {
            setMost(most + step);
          }}
        >
          {slips.length - most} older
        </button>
      )}
      <p className="text-small break-words text-ink-2">
        Times: {station.zone}. {counted(station.entries.length, 'entry', 'entries')}
        {station.head === null ? '' : ` · head of the chain ${station.head.slice(0, 12)}`} · state{' '}
        <span data-fingerprint={station.fingerprint}>{station.fingerprint.slice(0, 12)}</span>
      </p>
    </div>
  );
};
