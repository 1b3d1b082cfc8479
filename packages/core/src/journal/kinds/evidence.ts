import { isElementId, isGrade, isLampName, type ElementId, type LampName, perPathLamp } from '../../name/index.ts';
import { fields, flag, known, oneOf, orNull, text, whole, words } from '../../problem/index.ts';
import { isInstant } from '../../quantity/index.ts';
import type { HowAttributed } from '../evidence.ts';
import { kind } from '../kind.ts';
import { isAfter } from '../order.ts';
import { withEvidence, withoutFrame } from '../state/evidence.ts';
import { noneKey, type State } from '../state/state.ts';

const lamp = known(isLampName, 'a lamp');
const path = orNull(known(isElementId, 'a path'));
const how = oneOf(['address', 'tag', 'drill', 'pool', 'flag', 'only', 'told', 'unknown']);

export const declarationMade = kind(
  'declaration.made',
  1,
  fields({ lamp, path, outcome: oneOf(['good', 'weak', 'bad']), words: words(500) }),
  (state, data, { entry, pos }) =>
    withEvidence(state, {
      entry: entry.id,
      what: 'declaration',
      grade: null,
      bears: [{ lamp: data.lamp, path: data.path }],
      ord: pos.ord,
      from: pos.ord,
      to: pos.ord,
      outcome: data.outcome,
      told: true,
      simulated: false,
      facts: { words: data.words },
      kindOf: 'declaration',
      receiver: null,
    }),
);

const without = <T>(of: { readonly [name: string]: T }, name: string): { readonly [name: string]: T } =>
  Object.fromEntries(Object.entries(of).filter(([key]) => key !== name));

export const noneAccepted = kind(
  'none.accepted',
  1,
  fields({ lamp: orNull(lamp), path, reason: words(500), lifted: flag }),
  (state, data, { entry, pos }) => {
    const what = noneKey(data.lamp, data.path);
    return {
      ...state,
      none: data.lifted ? without(state.none, what) : { ...state.none, [what]: { reason: data.reason, pos, who: entry.who } },
    };
  },
);

export const findingAccepted = kind(
  'finding.accepted',
  1,
  fields({ finding: words(200), about: text(4000), reason: words(500), lifted: flag }),
  (state, { finding, about, reason, lifted }, { entry, pos }) => ({
    ...state,
    acceptedFindings: lifted
      ? without(state.acceptedFindings, finding)
      : { ...state.acceptedFindings, [finding]: { about, reason, pos, who: entry.who } },
  }),
);

const call = {
  frame: whole(1, Number.MAX_SAFE_INTEGER),
  receiver: known(isElementId, 'a receiver'),
  event: words(32),
  grade: known(isGrade, 'a grade'),
  path,
  source: fields({ address: words(64), port: whole(0, 65_535) }),
  received: known(isInstant, 'an instant'),
  simulated: flag,
};

/** What a call that came by a path bears on: the call itself, and backwards that strand's Bearer and Route. */
const bearsOf = (of: ElementId | null): { lamp: LampName; path: ElementId | null }[] =>
  of === null ? [{ lamp: 'Call', path: null }] : perPathLamp.map((name) => ({ lamp: name, path: of }));

type Call = {
  frame: number;
  receiver: ElementId;
  event: string;
  grade: 0 | 1 | 2 | 3 | 4 | 5 | 6 | 7 | 8 | 9;
  path: ElementId | null;
  source: { address: string; port: number };
  simulated: boolean;
};

const withCall = (state: State, data: Call, by: HowAttributed, entry: { id: State['picked'][string]['pos']['id'] }, ord: number): State =>
  withEvidence(state, {
    entry: entry.id,
    what: 'call',
    grade: data.grade,
    bears: bearsOf(data.path),
    ord,
    from: ord,
    to: ord,
    outcome: 'good',
    told: by === 'told',
    simulated: data.simulated,
    facts: { frame: data.frame, receiver: data.receiver, event: data.event, how: by, source: data.source },
    kindOf: data.event,
    receiver: data.receiver,
  });

export const pickKey = (of: { path: ElementId | null; receiver: ElementId; event: string; simulated: boolean }): string =>
  `${of.path ?? ''}|${of.receiver}|${of.event}|${of.simulated ? 'simulated' : ''}`;

/** What was picked before the last change no longer keeps a frame from being evidence. */
const pickedSinceChange = (state: State): State['picked'] =>
  Object.fromEntries(Object.entries(state.picked).filter(([, { pos }]) => isAfter(pos, state.changed)));

export const callArrived = kind('call.arrived', 1, fields({ ...call, how, account: words(16) }), (state, data, { entry, pos }) => ({
  ...withCall(state, data, data.how, entry, pos.ord),
  picked: { ...pickedSinceChange(state), [pickKey(data)]: { grade: data.grade, pos, frame: data.frame } },
}));

/** A person says by which path a frame came. It stands in the frame's own place in time, and is a claim. */
export const callAttributed = kind('call.attributed', 1, fields({ ...call, words: text(500) }), (state, data, { entry, pos }) =>
  withCall(withoutFrame(state, data.frame), data, 'told', entry, Math.min(data.received, pos.ord)),
);
