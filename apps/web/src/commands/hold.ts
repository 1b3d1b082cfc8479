// Takes pasted answers into a hold, and ends a hold: its source is kept first where it was text, then one entry with all its samples.
import { instant } from '@green-lamp/core/quantity';
import { answerWords } from '@green-lamp/core/sheet';
import { mask, repeatsAnswers } from '@green-lamp/core/wire';
import { append } from '../store/append.ts';
import { deviceNow } from '../store/device.ts';
import { keptText } from '../store/blobs.ts';
import { addSamples, holdTime, type RunningHold, samplesIn, setHold } from '../store/hold.ts';
import { keepDialogue } from '../store/yard.ts';
import type { Station } from '../store/use-station.ts';
import { keepCapture } from './take.ts';

/** The texts that this station's entries name, as far as they can be had now. */
const keptTexts = async (station: Station): Promise<string[]> => {
  const hashes = [...new Set(station.entries.flatMap(({ entry }) => entry.blobs ?? []))];
  const texts = await Promise.all(hashes.map((hash) => keptText(hash).catch(() => null)));
  return texts.flatMap((text) => text ?? []);
};

/** Adds pasted answers to the hold. False where they were pasted or kept before: they say nothing of now, and are not added. */
export const takePasted = async (station: Station, hold: RunningHold, text: string): Promise<boolean> => {
  const words = answerWords(station.rules.profiles);
  if (repeatsAnswers(mask(text, words), [hold.text, ...(await keptTexts(station))])) return false;
  addSamples(station.stream, samplesIn(text, hold.samples.length * hold.every, hold.every, words), mask(text, words));
  return true;
};

export const endHold = async (station: Station, hold: RunningHold): Promise<void> => {
  const now = deviceNow();
  const { path, radio, source, samples } = hold;
  const time = holdTime(hold, now);
  const from = source === 'pasted' ? now - time : hold.start;
  const re =
    source === 'modem'
      ? (await keepDialogue(station.stream, path)).entry
      : source === 'pasted'
        ? await keepCapture(station, path, hold.text)
        : null;
  const data = { path, from: instant(from), to: instant(from + time), radio, source, samples, simulated: source === 'modem' };
  await append(station.stream, [{ kind: 'hold.run', data, re: re === null ? [] : [re] }]);
  setHold(station.stream, null);
};
