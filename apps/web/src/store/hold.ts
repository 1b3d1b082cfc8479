// The hold that runs at this browser: it survives a reload, since its instants are kept and not a counter.
import { useSyncExternalStore } from 'react';
import { type ElementId, isElementId, isObject, type Stream } from '@green-lamp/core/name';
import { isRadioKind, type RadioKind } from '@green-lamp/core/house';
import { isSignalName, type Sample, type SignalName } from '@green-lamp/core/sums';
import { type AnswerWords, mask, readAnswer } from '@green-lamp/core/wire';

export type HoldSource = 'typed' | 'pasted' | 'modem';
export type RunningHold = {
  readonly path: ElementId;
  readonly radio: RadioKind;
  readonly source: HoldSource;
  /** On this device's clock. */
  readonly start: number;
  /** Between two pasted answers, ms. */
  readonly every: number;
  readonly samples: readonly Sample[];
  /** What was pasted, masked. */
  readonly text: string;
};

/** Most samples of one hold. */
export const mostSamples = 600;

const place = (stream: Stream): string => `green-lamp:hold:${stream}`;
const listeners = new Set<() => void>();
const cache = new Map<string, { raw: string | null; hold: RunningHold | null }>();

const isSource = (value: unknown): value is HoldSource => value === 'typed' || value === 'pasted' || value === 'modem';

const parsed = (raw: string | null): RunningHold | null => {
  if (raw === null) return null;
  try {
    const of: unknown = JSON.parse(raw);
    if (!isObject(of) || !isElementId(of['path']) || !isRadioKind(of['radio']) || !isSource(of['source'])) return null;
    const { start, every, samples, text } = of;
    if (typeof start !== 'number' || typeof every !== 'number' || typeof text !== 'string' || !Array.isArray(samples)) return null;
    return { path: of['path'], radio: of['radio'], source: of['source'], start, every, text, samples: samples as Sample[] }; // written by this file
  } catch {
    return null;
  }
};

const read = (stream: Stream): RunningHold | null => {
  const raw = localStorage.getItem(place(stream));
  const was = cache.get(stream);
  if (was?.raw === raw) return was.hold;
  const hold = parsed(raw);
  cache.set(stream, { raw, hold });
  return hold;
};

/** Whether a hold runs at a station. */
export const holdRuns = (stream: Stream): boolean => read(stream) !== null;

const subscribe = (listen: () => void): (() => void) => {
  listeners.add(listen);
  window.addEventListener('storage', listen);
  return () => {
    listeners.delete(listen);
    window.removeEventListener('storage', listen);
  };
};

export const useHold = (stream: Stream): RunningHold | null => useSyncExternalStore(subscribe, () => read(stream));

export const setHold = (stream: Stream, hold: RunningHold | null): void => {
  if (hold === null) localStorage.removeItem(place(stream));
  else localStorage.setItem(place(stream), JSON.stringify(hold));
  for (const listen of listeners) listen();
};

/** Adds to the hold that runs, if one does. */
export const addSamples = (stream: Stream, samples: readonly Sample[], text = ''): void => {
  const hold = read(stream);
  if (hold === null) return;
  setHold(stream, {
    ...hold,
    samples: [...hold.samples, ...samples].slice(0, mostSamples),
    text: text === '' ? hold.text : `${hold.text}${mask(text)}\n`,
  });
};

/** The samples that stand in a text: a new one begins where a reading comes again. `first` and `every` in ms. */
export const samplesIn = (text: string, first: number, every: number, words?: AnswerWords): Sample[] => {
  const values: { [N in SignalName]?: number }[] = [];
  for (const { what, value, sure } of readAnswer(text, words).found) {
    if (!sure || !isSignalName(what) || typeof value !== 'number') continue;
    const last = values.at(-1);
    if (last === undefined || last[what] !== undefined) values.push({ [what]: value });
    else last[what] = value;
  }
  return values.map((of, i) => ({ at: first + i * every, values: of }));
};

/** How long a hold has lasted, ms: by the clock, or for what was pasted by its answers. */
export const holdTime = (hold: RunningHold, now: number): number =>
  hold.source === 'pasted' ? hold.samples.length * hold.every : Math.max(0, now - hold.start);
