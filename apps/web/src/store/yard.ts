// The yard as this page asks it. Nothing of it is kept here: what it says that matters becomes an entry.
import { useEffect } from 'react';
import { create } from 'zustand';
import { type ElementId, isUlid, type Json, type Stream, sure, type Ulid } from '@green-lamp/core/name';
import type { Act, Dale, DeskSaid, Part, StationSpec, YardEvent, YardScenario, YardStation } from '@green-lamp/core/yard';
import { get, NoNetwork, post } from './api.ts';
import { pullSoon } from './pull.ts';

export type YardPlace = { path: ElementId; address: string; account: string; sequence: number; clock: number; modem: boolean };
export type Tried = { sent: string; answer: string; said: DeskSaid };
export type StationSeen = {
  readonly station: YardStation;
  readonly faults: readonly { readonly id: string; readonly area: string; readonly name: string }[];
  readonly heard: { readonly [modem: string]: string };
};

type Yard = {
  /** By station: its virtual equipment; null where the yard stands still for it. */
  readonly places: { readonly [stream: string]: readonly YardPlace[] | null };
  readonly dale: Dale | null;
  /** By station, as last seen; null where it stands still. */
  readonly seen: { readonly [stream: string]: StationSeen | null };
};
export const useYard = create<Yard>(() => ({ places: {}, dale: null, seen: {} }));
const set = (stream: Stream, places: YardPlace[] | null): void => {
  useYard.setState((was) => ({ places: { ...was.places, [stream]: places } }));
};

const tell = async (what: string, stream: Stream, body: object = {}): Promise<void> => {
  const { places } = await post<{ places: YardPlace[] | null }>(`/api/yard/${what}`, '', { stream, ...body });
  set(stream, places);
};
/** Asks, and lets a desk that is not there be: what was seen last stays. */
const unlessAway = async (asks: () => Promise<void>): Promise<void> => {
  try {
    await asks();
  } catch (error) {
    if (!(error instanceof NoNetwork)) throw error;
  }
};

export const lookAtYard = (stream: Stream): Promise<void> =>
  unlessAway(async () => {
    const { places } = await get<{ places: YardPlace[] | null }>(`/api/yard?stream=${stream}`);
    set(stream, places);
  });
const lookAtDale = (): Promise<void> =>
  unlessAway(async () => {
    const { dale } = await get<{ dale: Dale }>('/api/yard/dale');
    useYard.setState({ dale });
  });
const lookAtStation = (stream: Stream): Promise<void> =>
  unlessAway(async () => {
    const { seen } = await get<{ seen: StationSeen | null }>(`/api/yard/station?stream=${stream}`);
    useYard.setState((was) => ({ seen: { ...was.seen, [stream]: seen } }));
  });
const everySecond = 1000;
/** Keeps looking at the dale, and at a station, while the page shows them. */
export const useLookout = (stream: Stream | null, on: boolean): void => {
  useEffect(() => {
    if (!on) return undefined;
    let over = false;
    const look = async (): Promise<void> => {
      await Promise.all([lookAtDale(), stream === null ? undefined : lookAtStation(stream)]);
      if (!over) timer = setTimeout(() => void look(), everySecond);
    };
    let timer = setTimeout(() => void look(), 0);
    return () => {
      over = true;
      clearTimeout(timer);
    };
  }, [stream, on]);
};

export const startYard = async (stream: Stream, parts?: readonly Part[]): Promise<void> => {
  await tell('start', stream, parts === undefined ? {} : { parts });
  await lookAtStation(stream);
};
export const stopYard = async (stream: Stream): Promise<void> => {
  await tell('stop', stream);
  await lookAtStation(stream);
};
export const setUnitClock = (stream: Stream, path: ElementId, clock: number): Promise<void> => tell('clock', stream, { path, clock });

/** Does something to the yard; answers why it was not let happen, or null. */
export const actInYard = async (act: Act | { readonly [name: string]: Json }, stream: Stream | null): Promise<string | null> => {
  const { refused } = await post<{ refused: string | null }>('/api/yard/act', '', { act });
  await Promise.all([lookAtDale(), stream === null ? undefined : lookAtStation(stream)]);
  return refused;
};

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
  await Promise.all([lookAtYard(stream), lookAtStation(stream), lookAtDale()]);
  return tried;
};

/** What a station's equipment would be made from, for practice in this page. */
export const specFor = async (stream: Stream): Promise<StationSpec> =>
  (await get<{ spec: StationSpec }>(`/api/yard/spec?stream=${stream}`)).spec;
/** What was done in the desk's yard since it started. */
export const yardScenario = async (): Promise<YardScenario> => (await get<{ scenario: YardScenario }>('/api/yard/scenario')).scenario;
