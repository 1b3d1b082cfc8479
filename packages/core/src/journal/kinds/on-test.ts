// On test: for a while alarms of this account send nobody. At our own desk it ends by itself; at another desk somebody has to ring and say so.
import { isElementId } from '../../name/index.ts';
import { fields, flag, known, text, words } from '../../problem/index.ts';
import { isInstant } from '../../quantity/index.ts';
import { kind } from '../kind.ts';
import type { TestWindow } from '../state/state.ts';

/** How many windows a station's state remembers: what arrived in older ones says so in its own row. */
const most = 20;
const until = known(isInstant, 'an instant');
const ended = (of: TestWindow, at: number): TestWindow => (of.ended === null ? { ...of, ended: at } : of);

/** `told` is who at the other desk was told, empty for our own. A window that is open ends where the next begins. */
export const testBegun = kind(
  'test.begun',
  1,
  fields({ until, elsewhere: flag, told: text(80), words: text(300) }),
  (state, data, { entry, pos, skew }) => ({
    ...state,
    onTest: [
      ...state.onTest.map((one) => ended(one, pos.ord)),
      { from: pos.ord, until: data.until + skew, elsewhere: data.elsewhere, told: data.told, ended: null, pos, who: entry.who },
    ].slice(-most),
  }),
);

export const testExtended = kind('test.extended', 1, fields({ until }), (state, data, { skew }) => ({
  ...state,
  onTest: state.onTest.map((one, i, all) =>
    i === all.length - 1 && one.ended === null ? { ...one, until: Math.max(one.until, data.until + skew) } : one,
  ),
}));

/** Off test before its time; at another desk by whom it was said. */
export const testEnded = kind('test.ended', 1, fields({ told: text(80), words: words(300) }), (state, _, { pos }) => ({
  ...state,
  onTest: state.onTest.map((one, i, all) => (i === all.length - 1 ? ended(one, pos.ord) : one)),
}));

/** One receiver gives this account no answer until an instant: a listener that was shut would drop every station. It ends by itself. */
export const receiverWithheld = kind(
  'receiver.withheld',
  1,
  fields({ receiver: known(isElementId, 'a receiver'), until }),
  (state, data, { entry, pos, skew }) => ({
    ...state,
    withheld: { receiver: data.receiver, until: data.until + skew, pos, who: entry.who },
  }),
);
export const receiverReleased = kind('receiver.released', 1, fields({ words: text(300) }), (state) => ({ ...state, withheld: null }));
