// The watch: a silence that was noticed, who takes it, its end by a call, and why nobody is sent for a while.
import { isElementId, isUlid } from '../../name/index.ts';
import { fields, known, oneOf, orNull, text, whole, words } from '../../problem/index.ts';
import { isInstant } from '../../quantity/index.ts';
import { kind } from '../kind.ts';
import type { Lapse } from '../state/state.ts';

/** 'first': what was due after somebody had last been there did not come. 'silence': it came before, and no longer does. */
export const lapseKinds = ['first', 'silence'] as const;

const at = known(isInstant, 'an instant');
/** Most lapses that a station's state remembers; all stay as entries. */
const most = 32;

/** The desk writes it when a window has ended, once. `since` is the last call of before; `due` when the window ended; `called` who is to be called. */
export const lapseFound = kind(
  'lapse.found',
  1,
  fields({ is: oneOf(lapseKinds), path: orNull(known(isElementId, 'a path')), since: at, due: at, called: text(80) }),
  (state, data, { entry, pos }) => ({
    ...state,
    lapses: [...state.lapses, { id: entry.id, ...data, taken: null, closed: null, pos }].slice(-most),
  }),
);

const changed = (lapses: readonly Lapse[], id: string, by: (lapse: Lapse) => Lapse): readonly Lapse[] =>
  lapses.map((one) => (one.id === id ? by(one) : one));

/** The desk writes it with the call that ends it. */
export const lapseClosed = kind(
  'lapse.closed',
  1,
  fields({ lapse: known(isUlid, 'a lapse'), frame: whole(1, Number.MAX_SAFE_INTEGER), at }),
  (state, data) => ({ ...state, lapses: changed(state.lapses, data.lapse, (one) => ({ ...one, closed: one.closed ?? data.at })) }),
);

/** Somebody takes it, or says what they have found. */
export const lapseTaken = kind(
  'lapse.taken',
  1,
  fields({ lapse: known(isUlid, 'a lapse'), words: text(500) }),
  (state, data, { entry, pos }) => ({
    ...state,
    lapses: changed(state.lapses, data.lapse, (one) => ({ ...one, taken: { words: data.words, pos, who: entry.who } })),
  }),
);

/** For a while nobody is sent for a silence, for a reason: a season, works at the site. It ends by itself. */
export const watchMuted = kind(
  'watch.muted',
  1,
  fields({ until: at, reason: words(300) }),
  (state, { until, reason }, { entry, pos, skew }) => ({
    ...state,
    muted: { until: until + skew, reason, pos, who: entry.who },
  }),
);

export const watchUnmuted = kind('watch.unmuted', 1, fields({ words: text(300) }), (state) => ({ ...state, muted: null }));

/** In the desk's own stream: it was not there itself for a while, so what did not arrive then is nobody's silence. */
export const deskDown = kind('desk.down', 1, fields({ from: at, to: at }), (state, { from, to }) => ({
  ...state,
  downs: [...state.downs, { from, to }].slice(-most),
}));
