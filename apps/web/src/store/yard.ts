// The yard as this page asks it. Nothing of it is kept here: what it says that matters becomes an entry.
import { useEffect } from 'react';
import { create } from 'zustand';
import type { ElementId, Json, Stream, Ulid } from '@green-lamp/core/name';
import {
  actInYard as act,
  askModem as typeIn,
  callByUnit,
  keepDialogue as keep,
  setUnitClock as putClock,
  startYard as start,
  type StationSeen,
  stopYard as stop,
  type Tried,
  yardDale,
  type YardPlace,
  yardPlaces,
  yardScenario as scenarioOf,
  yardSpec,
  yardStation,
} from '@green-lamp/core/api';
import type { Act, Dale, Part, StationSpec, YardEvent, YardScenario } from '@green-lamp/core/yard';
import { ask, NoNetwork } from './api.ts';
import { pullSoon } from './pull.ts';

type Yard = {
  /** By station: its virtual equipment; null where the yard stands still for it. */
  readonly places: { readonly [stream: string]: readonly YardPlace[] | null };
  readonly dale: Dale | null;
  /** By station, as last seen; null where it stands still. */
  readonly seen: { readonly [stream: string]: StationSeen | null };
};
export const useYard = create<Yard>(() => ({ places: {}, dale: null, seen: {} }));
const set = (stream: Stream, places: readonly YardPlace[] | null): void => {
  useYard.setState((was) => ({ places: { ...was.places, [stream]: places } }));
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
    set(stream, (await ask(yardPlaces, { query: { stream } })).places);
  });
const lookAtDale = (): Promise<void> =>
  unlessAway(async () => {
    const { dale } = await ask(yardDale);
    useYard.setState({ dale });
  });
const lookAtStation = (stream: Stream): Promise<void> =>
  unlessAway(async () => {
    const { seen } = await ask(yardStation, { query: { stream } });
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
  set(stream, (await ask(start, { body: { stream, ...(parts === undefined ? {} : { parts }) } })).places);
  await lookAtStation(stream);
};
export const stopYard = async (stream: Stream): Promise<void> => {
  set(stream, (await ask(stop, { body: { stream } })).places);
  await lookAtStation(stream);
};
export const setUnitClock = async (stream: Stream, path: ElementId, clock: number): Promise<void> => {
  set(stream, (await ask(putClock, { body: { stream, path, clock } })).places);
};

/** Does something to the yard; answers why it was not let happen, or null. */
export const actInYard = async (deed: Act | { readonly [name: string]: Json }, stream: Stream | null): Promise<string | null> => {
  const { refused } = await ask(act, { body: { act: deed } });
  await Promise.all([lookAtDale(), stream === null ? undefined : lookAtStation(stream)]);
  return refused;
};

/** Types into the virtual modem's port. */
export const askModem = async (stream: Stream, path: ElementId, typed: string): Promise<string> =>
  (await ask(typeIn, { body: { stream, path, typed } })).answer;

/** Keeps what the modem has said since the last time: the yard's own entry, to which a reading then refers. */
export const keepDialogue = async (stream: Stream, path: ElementId): Promise<{ entry: Ulid; text: string }> => {
  const { entry, text } = await ask(keep, { body: { stream, path } });
  pullSoon();
  return { entry, text };
};

export const makeCall = async (stream: Stream, path: ElementId, event: YardEvent): Promise<readonly Tried[]> => {
  const { tried } = await ask(callByUnit, { body: { stream, path, event } });
  await Promise.all([lookAtYard(stream), lookAtStation(stream), lookAtDale()]);
  return tried;
};

/** What a station's equipment would be made from, for practice in this page. */
export const specFor = async (stream: Stream): Promise<StationSpec> => (await ask(yardSpec, { query: { stream } })).spec;
/** What was done in the desk's yard since it started. */
export const yardScenario = async (): Promise<YardScenario> => (await ask(scenarioOf)).scenario;
