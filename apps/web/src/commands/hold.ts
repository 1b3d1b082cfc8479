// Ends a hold: its source is kept first where it was text, then one entry with all its samples.
import { instant } from '@green-lamp/core/quantity';
import { append } from '../store/append.ts';
import { deviceNow } from '../store/device.ts';
import { holdTime, type RunningHold, setHold } from '../store/hold.ts';
import { keepDialogue } from '../store/yard.ts';
import type { Station } from '../store/use-station.ts';
import { keepCapture } from './take.ts';

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
