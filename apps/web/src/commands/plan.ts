// Ticks of steps and things packed, and what was asked of whom.
import type { SettingKey } from '@green-lamp/core/name';
import type { WalkMove } from '@green-lamp/core/journal';
import type { Profile } from '@green-lamp/core/sheet';
import { append } from '../store/append.ts';
import type { Station } from '../store/use-station.ts';

export const isDone = (station: Station, what: string): boolean => station.state.steps[what]?.done === true;

export const tick = (station: Station, what: string): Promise<unknown> =>
  append(station.stream, [{ kind: 'step.done', data: { what: what.slice(0, 200), done: !isDone(station, what), words: '' } }]);

type Move = { readonly how: WalkMove; readonly at: string | null; readonly window?: string; readonly words?: string };

/** Moves a walk on; the prompt that is left by its sign is ticked in the same breath. */
export const move = (station: Station, profile: Profile, { how, at, window, words }: Move, ticked?: string): Promise<unknown> =>
  append(station.stream, [
    ...(ticked === undefined ? [] : [{ kind: 'step.done' as const, data: { what: ticked.slice(0, 200), done: true, words: '' } }]),
    { kind: 'walk.moved', data: { walk: profile.id, at, how, window: window ?? null, words: words ?? '' } },
  ]);

export const noteAsk = (
  station: Station,
  key: SettingKey,
  note: { asked: string; ticket: string; askedOn: string | null; chaseOn: string | null },
): Promise<unknown> => append(station.stream, [{ kind: 'ask.noted', data: { key, ...note } }]);
