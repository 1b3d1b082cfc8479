// A drill: something made to fail on purpose. It is begun with its kind and the path that was cut, marked while it runs, and its entry names the calls that it ended with.
import { isElementId, isGrade } from '../../name/index.ts';
import { drillKinds, drillRow, hows, kinds, provingDrills, strengths, turns } from '../../evidence/index.ts';
import { fields, flag, known, listOf, oneOf, orNull, text, whole, words } from '../../problem/index.ts';
import { isInstant } from '../../quantity/index.ts';
import { kind, upgrade } from '../kind.ts';
import { attended } from '../state/attended.ts';
import { withEvidence } from '../state/evidence.ts';

const path = known(isElementId, 'a path');
const at = known(isInstant, 'an instant');
const dayLong = 86_400_000;

/** `ago`: how long before the press it was cut, since gloves press late. `by` the yard: it makes the failure by itself. */
export const drillBegun = kind(
  'drill.begun',
  2,
  fields({ drill: oneOf(drillKinds), path, ago: whole(0, dayLong), by: oneOf(['hand', 'yard']), words: text(300) }),
  (state, data, { entry, pos }) => ({
    ...attended(state, pos),
    drill: { ...data, begun: pos.ord - data.ago, pos, who: entry.who, over: null, made: [], asked: [] },
  }),
  [upgrade(fields({ drill: oneOf(provingDrills), path, words: text(300) }), (data) => ({ ...data, ago: 0, by: 'hand' }))],
);

/** While it runs: the path is put back, an event is made at the unit, the unit is made to call. */
export const drillMarked = kind(
  'drill.marked',
  1,
  fields({ mark: oneOf(['put back', 'made', 'asked']), at, zone: orNull(words(16)), is: orNull(oneOf(turns)), words: text(300) }),
  (state, { mark, at: when, zone, is, words: said }) => {
    const { drill } = state;
    if (drill === null) return state;
    switch (mark) {
      case 'put back':
        return { ...state, drill: { ...drill, over: when } };
      case 'made':
        return { ...state, drill: { ...drill, made: [...drill.made, { at: when, zone, is, words: said }] } };
      case 'asked':
        return { ...state, drill: { ...drill, asked: [...drill.asked, when] } };
    }
  },
);

/** A frame's own facts, which the desk compares with what it keeps. */
const frameFields = {
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
} as const;
const namedFrame = fields(frameFields);
const named = { took: orNull(namedFrame), back: orNull(namedFrame) } as const;

const ran = {
  path,
  begun: at,
  over: at,
  ...named,
  simulated: flag,
  words: text(500),
} as const;

/** What was made while nothing led out, and the call by which it came, with the unit's own time where its protocol carries one. */
const keptEvent = fields({
  at,
  zone: orNull(words(16)),
  is: orNull(oneOf(turns)),
  frame: orNull(namedFrame),
  own: orNull(at),
});

/** What came of the station from the cut until the drill was closed. */
const seen = fields({
  /** The last instant that was looked at. */
  to: at,
  /** Calls that count, by the path that was cut and by others, and their bytes as the desk got them by others. */
  byCut: whole(0, 1_000_000),
  byOthers: whole(0, 1_000_000),
  bytes: whole(0, 1_000_000_000),
  /** How many came with a time of their own from long before. */
  late: whole(0, 1_000_000),
  /** How often it changed paths after it was first back. */
  flaps: whole(0, 1_000_000),
});

/**
 * How a drill ended. `over` is when it was put back; `took` the first call by another path (of a slow path, the first call by any); `back` the first after that:
 * by the path itself, or, after a blackout, by any. `since`: the last instant when it was made to call and nothing came, so that the switch lies between.
 */
export const drillRun = kind(
  'drill.run',
  2,
  fields({
    drill: oneOf(drillKinds),
    ...ran,
    since: orNull(at),
    kept: listOf(keptEvent, 60),
    lost: orNull(namedFrame),
    seen: orNull(seen),
  }),
  (state, data, { entry, pos }) => {
    const { way } = drillRow(data.drill);
    const nothing = way === 'over' || way === 'slow' ? data.took === null : data.back === null;
    const unkept = way === 'kept' && (data.kept.length === 0 || data.kept.some(({ frame }) => frame === null));
    const words = nothing
      ? way === 'over'
        ? data.drill === 'supply loss'
          ? 'No call came by another path: one fuse or supply may feed both.'
          : 'No call came by another path.'
        : 'No call came.'
      : unkept
        ? 'What was made meanwhile did not come.'
        : '';
    return {
      ...withEvidence(attended(state, pos), {
        entry: entry.id,
        what: kinds.drill.what,
        grade: kinds.drill.grade,
        bears: [{ lamp: 'Standby', path: null }],
        ord: pos.ord,
        from: Math.min(data.begun, pos.ord),
        to: pos.ord,
        outcome: words === '' ? 'good' : 'bad',
        by: 'frame',
        simulated: data.simulated,
        facts: {
          words,
          drill: data.drill,
          path: data.path,
          begun: data.begun,
          over: data.over,
          since: data.since,
          took: data.took,
          back: data.back,
          kept: data.kept,
          lost: data.lost,
          seen: data.seen,
        },
        kindOf: `drill ${data.drill} ${data.path}`,
        receiver: null,
      }),
      drill: null,
    };
  },
  [upgrade(fields({ drill: oneOf(provingDrills), ...ran }), (data) => ({ ...data, since: null, kept: [], lost: null, seen: null }))],
);

/** Put aside without an end. */
export const drillEnded = kind('drill.ended', 1, fields({ words: text(300) }), (state) => ({ ...state, drill: null }));
