// What somebody is at: the prompt of a device's menu, the lamp whose door is open, else the chapter.
import type { LampResult } from '@green-lamp/core/lamp';
import { lampWords } from '@green-lamp/core/name';
import { walkOf } from '@green-lamp/core/walk';
import type { PictureOf } from '../../../store/pictures.ts';
import type { Station } from '../../../store/use-station.ts';
import { chaptersOf } from './chapters.ts';

const chapterOf = (station: Station, pathname: string): string => {
  const last = pathname.split('/').at(-1);
  return chaptersOf(station).find(({ to }) => to === last)?.label ?? 'the station';
};

export const stepInHand = (station: Station, pathname: string, chosen: LampResult | null): PictureOf => {
  const { stream, state, rules, now } = station;
  const atBench = pathname.endsWith('/bench');
  const prompt = atBench
    ? rules.profiles.flatMap((profile) => {
        const { hand } = walkOf(profile, state, now);
        return hand === null ? [] : [`${hand.step.prompt.shows}, ${profile.name}`];
      })[0]
    : undefined;
  if (chosen !== null) return { stream, step: lampWords[chosen.lamp], lamp: chosen.lamp, path: chosen.path };
  return { stream, step: prompt ?? chapterOf(station, pathname), lamp: null, path: null };
};
