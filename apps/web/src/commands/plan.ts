// Ticks of steps and things packed, and what was asked of whom.
import type { SettingKey } from '@green-lamp/core/name';
import { append } from '../store/append.ts';
import type { Station } from '../store/use-station.ts';

export const isDone = (station: Station, what: string): boolean => station.state.steps[what]?.done === true;

export const tick = (station: Station, what: string): Promise<unknown> =>
  append(station.stream, [{ kind: 'step.done', data: { what: what.slice(0, 200), done: !isDone(station, what), words: '' } }]);

export const noteAsk = (
  station: Station,
  key: SettingKey,
  note: { asked: string; ticket: string; askedOn: string | null; chaseOn: string | null },
): Promise<unknown> => append(station.stream, [{ kind: 'ask.noted', data: { key, ...note } }]);
