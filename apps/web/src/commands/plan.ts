// Ticks of steps and things packed, and what was asked of whom.
import type { SettingKey } from '@green-lamp/core/name';
import { standing, type WalkMove, wanted } from '@green-lamp/core/journal';
import { definitionOf, type Profile } from '@green-lamp/core/sheet';
import type { Tell } from '@green-lamp/core/walk';
import { append } from '../store/append.ts';
import { deviceNow } from '../store/device.ts';
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

/** A message went out: everything in it is asked or told, and chased on a day. */
export const noteSent = (
  station: Station,
  keys: readonly SettingKey[],
  note: { asked: string; ticket: string; askedOn: string; chaseOn: string | null },
): Promise<unknown> =>
  append(
    station.stream,
    keys.map((key) => ({ kind: 'ask.noted' as const, data: { key, ...note } })),
  );

/** Somebody confirmed what they were told: it is entered on their side; of a card, that it is active. */
export const confirmTold = (station: Station, { keys }: Tell): Promise<unknown> => {
  const { state } = station;
  const cards = keys.filter((key) => definitionOf(key)?.key === 'sim.state');
  const entered = keys.filter((key) => !cards.includes(key));
  const of = entered.map((key) => ({ key, set: standing(state, key)?.pos.id ?? null, value: wanted(state, key) ?? null }));
  return append(station.stream, [
    ...cards.map((key) => ({
      kind: 'setting.set' as const,
      data: { key, value: 'active', origin: 'supplied' as const, simulated: false, over: standing(state, key)?.pos.id ?? null },
    })),
    ...(of.length === 0 ? [] : [{ kind: 'setting.staged' as const, data: { stage: 'entered' as const, asOf: deviceNow(), of } }]),
  ]);
};
