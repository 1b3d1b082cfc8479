// What would be disturbed if the page were loaded anew: a hold, a drill, an asked event, a form that is open.
import { openChallenges } from '@green-lamp/core/walk';
import { db } from './db.ts';
import { sharedNow } from './device.ts';
import { foldedStream } from './fold.ts';
import { holdRuns } from './hold.ts';
import { windowIsOpen } from './window-open.ts';

/** Says what runs at a station that is kept here; null where nothing does. */
export const whatRuns = async (): Promise<string | null> => {
  if (document.querySelector('[role=dialog] form') !== null) return 'A form is open.';
  if (await windowIsOpen()) return 'A window is open, here or in another tab.';
  for (const { stream } of await db.streams.toArray()) {
    if (!stream.startsWith('station:')) continue;
    const { state } = await foldedStream(stream);
    const name = state.station?.name ?? 'a station';
    if (holdRuns(stream)) return `A hold runs at ${name}.`;
    if (state.drill !== null) return `A drill runs at ${name}.`;
    if (openChallenges(state, sharedNow()).length > 0) return `An asked event is waited for at ${name}.`;
  }
  return null;
};
