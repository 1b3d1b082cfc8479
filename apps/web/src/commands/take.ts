// What a person takes of what a device said: the text is kept first, and every entry then refers to it.
import type { ElementId, Ulid } from '@green-lamp/core/name';
import { type Entry, readData, standing } from '@green-lamp/core/journal';
import type { Offer } from '@green-lamp/core/walk';
import { answerWords } from '@green-lamp/core/sheet';
import { readAnswer } from '@green-lamp/core/wire';
import { append, type Draft } from '../store/append.ts';
import { keepText } from '../store/blobs.ts';
import { deviceNow } from '../store/device.ts';
import type { Station } from '../store/use-station.ts';

/** What a capture.kept entry says, as the screens use it. */
export type Capture = {
  readonly entry: Entry;
  readonly path: ElementId | null;
  readonly about: string;
  readonly simulated: boolean;
};

export const captureOf = (entry: Entry): Capture | null => {
  const read = readData(entry);
  if (!read.ok || read.value?.kind !== 'capture.kept') return null;
  const { path, about, simulated } = read.value.data;
  return { entry, path, about, simulated };
};

export const keepCapture = async (station: Station, path: ElementId | null, text: string): Promise<Ulid | null> => {
  const { masked, lines, found, notUnderstood } = readAnswer(text, answerWords(station.rules.profiles));
  const about = /^\s*(?:AT|\+C[A-Z]+[:?=])/im.test(text) ? 'AT dialogue' : 'Status text';
  const blob = await keepText(masked);
  const data = { path, about, lines, found: found.length, missed: notUnderstood.length, simulated: false };
  const [id] = await append(station.stream, [{ kind: 'capture.kept', data, blobs: [blob] }]);
  return id ?? null;
};

/** The ways in which one offer can be taken. */
export type Taking = 'reading' | 'sheet' | 'trouble';

/** Name of an offer's taking, by which it is known again among the entries that refer to a capture. */
export const takingName = (offer: Offer, as: Taking): string =>
  as === 'reading'
    ? `reading ${offer.reading?.what ?? ''}`
    : as === 'sheet'
      ? `sheet ${offer.compared?.key ?? ''}`
      : `trouble ${offer.trouble?.words ?? ''}`;

export const takenFrom = (station: Station, capture: Ulid | null): ReadonlySet<string> =>
  new Set(
    station.entries.flatMap(({ entry }) => {
      const read = capture !== null && entry.re?.includes(capture) === true ? readData(entry) : null;
      if (read?.ok !== true || read.value === null) return [];
      const { kind, data } = read.value;
      if (kind === 'reading.taken') return [`reading ${data.what}`];
      if (kind === 'setting.set') return [`sheet ${data.key}`];
      if (kind === 'setting.staged') return data.of.map(({ key }) => `sheet ${key}`);
      return kind === 'declaration.made' ? [`trouble ${data.words}`] : [];
    }),
  );

const draftOf = (station: Station, path: ElementId | null, offer: Offer, as: Taking, simulated: boolean): Draft | null => {
  const at = deviceNow();
  if (as === 'reading' && offer.reading !== null) {
    const { lamp, what, value, in: measure } = offer.reading;
    return {
      kind: 'reading.taken',
      data: { lamp, path, what, value, in: measure, from: at, to: at, item: null, by: 'device', blind: false, simulated },
    };
  }
  if (as === 'trouble' && offer.trouble !== null) return { kind: 'declaration.made', data: { ...offer.trouble, path, outcome: 'bad' } };
  if (as !== 'sheet' || offer.compared === null) return null;
  const { key, take } = offer.compared;
  const set = standing(station.state, key)?.pos.id ?? null;
  const { value } = offer.found;
  return take === 'set'
    ? { kind: 'setting.set', data: { key, value, origin: 'read', simulated, over: set } }
    : { kind: 'setting.staged', data: { stage: 'readBack', asOf: at, of: [{ key, set, value }] } };
};

/** Takes offers of a kept text. */
export const takeOffers = async (
  station: Station,
  capture: { readonly id: Ulid; readonly path: ElementId | null; readonly simulated: boolean },
  taken: readonly { readonly offer: Offer; readonly as: Taking }[],
): Promise<void> => {
  const drafts = taken.flatMap(({ offer, as }) => draftOf(station, capture.path, offer, as, capture.simulated) ?? []);
  await append(
    station.stream,
    drafts.map((draft) => ({ ...draft, re: [capture.id] })),
  );
};
