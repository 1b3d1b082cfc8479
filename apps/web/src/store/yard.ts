// The yard as this page asks it. Nothing of it is kept here: what it says that matters becomes an entry.
import { create } from 'zustand';
import { type ElementId, isUlid, type Stream, sure, type Ulid } from '@green-lamp/core/name';
import type { Conditions, DeskSaid, YardEvent } from '@green-lamp/core/yard';
import { get, NoNetwork, post } from './api.ts';
import { pullSoon } from './pull.ts';

export type YardPlace = {
  path: ElementId;
  address: string;
  account: string;
  sequence: number;
  clock: number;
  conditions: Conditions | null;
};
export type Tried = { sent: string; answer: string; said: DeskSaid };

/** By station: its virtual equipment; null where the yard stands still for it. */
export const useYard = create<{ readonly places: { readonly [stream: string]: readonly YardPlace[] | null } }>(() => ({ places: {} }));
const set = (stream: Stream, places: YardPlace[] | null): void => {
  useYard.setState((was) => ({ places: { ...was.places, [stream]: places } }));
};

const tell = async (what: string, stream: Stream, body: object = {}): Promise<void> => {
  const { places } = await post<{ places: YardPlace[] | null }>(`/api/yard/${what}`, '', { stream, ...body });
  set(stream, places);
};

export const lookAtYard = async (stream: Stream): Promise<void> => {
  try {
    const { places } = await get<{ places: YardPlace[] | null }>(`/api/yard?stream=${stream}`);
    set(stream, places);
  } catch (error) {
    if (!(error instanceof NoNetwork)) throw error;
  }
};
export const startYard = (stream: Stream): Promise<void> => tell('start', stream);
export const stopYard = (stream: Stream): Promise<void> => tell('stop', stream);
export const setWeather = (stream: Stream, path: ElementId, conditions: Conditions): Promise<void> =>
  tell('weather', stream, { path, ...conditions });
export const setUnitClock = (stream: Stream, path: ElementId, clock: number): Promise<void> => tell('clock', stream, { path, clock });

/** Types into the virtual modem's port. */
export const askModem = async (stream: Stream, path: ElementId, typed: string): Promise<string> =>
  (await post<{ answer: string }>('/api/yard/ask', '', { stream, path, typed })).answer;

/** Keeps what the modem has said since the last time: the yard's own entry, to which a reading then refers. */
export const keepDialogue = async (stream: Stream, path: ElementId): Promise<{ entry: Ulid; text: string }> => {
  const { entry, text } = await post<{ entry: string; text: string }>('/api/yard/keep', '', { stream, path });
  pullSoon();
  return { entry: sure(isUlid, entry), text };
};

export const makeCall = async (stream: Stream, path: ElementId, event: YardEvent): Promise<readonly Tried[]> => {
  const { tried } = await post<{ tried: Tried[] }>('/api/yard/call', '', { stream, path, event });
  await lookAtYard(stream);
  return tried;
};
