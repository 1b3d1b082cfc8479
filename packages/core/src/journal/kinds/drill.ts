// A drill: a path made to fail on purpose. It is begun with its kind and the path that was cut, and its entry names the calls that it ended with.
import { isElementId, isGrade } from '../../name/index.ts';
import { drillKinds, hows, kinds, strengths, turns } from '../../evidence/index.ts';
import { fields, flag, known, oneOf, orNull, text, whole, words } from '../../problem/index.ts';
import { isInstant } from '../../quantity/index.ts';
import { kind } from '../kind.ts';
import { attended } from '../state/attended.ts';
import { withEvidence } from '../state/evidence.ts';

const path = known(isElementId, 'a path');
const at = known(isInstant, 'an instant');

export const drillBegun = kind(
  'drill.begun',
  1,
  fields({ drill: oneOf(drillKinds), path, words: text(300) }),
  (state, data, { entry, pos }) => ({
    ...attended(state, pos),
    drill: { drill: data.drill, path: data.path, pos, who: entry.who },
  }),
);

/** A frame's own facts, which the desk compares with what it keeps. */
const namedFrame = fields({
  frame: whole(1, Number.MAX_SAFE_INTEGER),
  receiver: orNull(known(isElementId, 'a receiver')),
  event: words(32),
  grade: known(isGrade, 'a grade'),
  path: orNull(path),
  how: oneOf(hows),
  strength: oneOf(strengths),
  zone: orNull(words(16)),
  is: orNull(oneOf(turns)),
  source: fields({ address: words(64), port: whole(0, 65_535) }),
  received: at,
  simulated: flag,
});

/** How a drill ended. `over` is when the path was put back; `took` the first call by the standby, `back` the first by the path itself after that. */
export const drillRun = kind(
  'drill.run',
  1,
  fields({
    drill: oneOf(drillKinds),
    path,
    begun: at,
    over: at,
    took: orNull(namedFrame),
    back: orNull(namedFrame),
    simulated: flag,
    words: text(500),
  }),
  (state, data, { entry, pos }) => ({
    ...withEvidence(attended(state, pos), {
      entry: entry.id,
      what: kinds.drill.what,
      grade: kinds.drill.grade,
      bears: [{ lamp: 'Standby', path: null }],
      ord: pos.ord,
      from: Math.min(data.begun, pos.ord),
      to: pos.ord,
      outcome: data.took === null ? 'bad' : 'good',
      by: 'frame',
      simulated: data.simulated,
      facts: {
        words: data.took === null ? 'No call came by another path.' : '',
        drill: data.drill,
        path: data.path,
        begun: data.begun,
        over: data.over,
        took: data.took,
        back: data.back,
      },
      kindOf: `drill ${data.drill} ${data.path}`,
      receiver: null,
    }),
    drill: null,
  }),
);

/** Put aside without an end. */
export const drillEnded = kind('drill.ended', 1, fields({ words: text(300) }), (state) => ({ ...state, drill: null }));
