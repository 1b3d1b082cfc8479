import { wayOutEvent } from '../../wire/index.ts';
import { isElementId, isGrade, isLampName, type ElementId, type Grade, type LampName, perPathLamp, type Ulid } from '../../name/index.ts';
import { fields, flag, known, oneOf, orNull, text, whole, words } from '../../problem/index.ts';
import { isInstant } from '../../quantity/index.ts';
import { type HowAttributed, hows, kinds, type Strength, strengths, type Turn, turns } from '../../evidence/index.ts';
import { kind, upgrade } from '../kind.ts';
import { isAfter } from '../order.ts';
import { answeredBy, withAnswer } from '../state/challenge.ts';
import { withEvidence, withoutFrame } from '../state/evidence.ts';
import { put } from '../state/owned.ts';
import { noneKey, type State } from '../state/state.ts';

const lamp = known(isLampName, 'a lamp');
const path = orNull(known(isElementId, 'a path'));

export const declarationMade = kind(
  'declaration.made',
  1,
  fields({ lamp, path, outcome: oneOf(['good', 'weak', 'bad']), words: words(500) }),
  (state, data, { entry, pos }) =>
    withEvidence(state, {
      entry: entry.id,
      what: kinds.declaration.what,
      grade: kinds.declaration.grade,
      bears: [{ lamp: data.lamp, path: data.path }],
      ord: pos.ord,
      from: pos.ord,
      to: pos.ord,
      outcome: data.outcome,
      by: 'word',
      simulated: false,
      facts: { words: data.words, who: { ...entry.who } },
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
      none: data.lifted ? without(state.none, what) : put(state.none, what, { reason: data.reason, pos, who: entry.who }),
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
      : put(state.acceptedFindings, finding, { about, reason, pos, who: entry.who }),
  }),
);

const frame = {
  frame: whole(1, Number.MAX_SAFE_INTEGER),
  event: words(32),
  grade: known(isGrade, 'a grade'),
  path,
  source: fields({ address: words(64), port: whole(0, 65_535) }),
  received: known(isInstant, 'an instant'),
  simulated: flag,
};
/** As the first version had it: the receiver always known, of the zone nothing. */
const firstCall = { ...frame, receiver: known(isElementId, 'a receiver') };
const call = {
  ...frame,
  /** Null where it arrived at a listener that is no receiver of the station. */
  receiver: orNull(known(isElementId, 'a receiver')),
  zone: orNull(words(16)),
  is: orNull(oneOf(turns)),
  /** Which event of its block it was, from 0. */
  part: whole(0, 255),
  /** Null in what earlier versions wrote. */
  listener: orNull(words(16)),
  port: orNull(whole(0, 65_535)),
};

type Call = {
  frame: number;
  receiver: ElementId | null;
  event: string;
  grade: Grade;
  path: ElementId | null;
  zone: string | null;
  is: Turn | null;
  source: { address: string; port: number };
  simulated: boolean;
};

/** What a call bears on: the call itself, backwards its strand's Bearer and Route, and the input whose zone it names. At another listener it only shows the way out. */
const bearsOf = ({ path: of, receiver, event, zone }: Call): { lamp: LampName; path: ElementId | null }[] => {
  // Opened at a one-time address: an answer by this path, and nothing that the unit said.
  if (event === wayOutEvent) return of === null ? [] : (['Bearer', 'Route'] as const).map((lamp) => ({ lamp, path: of }));
  if (receiver === null) return of === null ? [] : [{ lamp: 'Bearer', path: of }];
  const inputs: { lamp: LampName; path: null }[] = zone === null ? [] : [{ lamp: 'Inputs', path: null }];
  return [...(of === null ? [{ lamp: 'Call' as const, path: null }] : perPathLamp.map((name) => ({ lamp: name, path: of }))), ...inputs];
};

type Attributed = { how: HowAttributed; strength: Strength };
/** The challenge that a call answers, if it came by the path that was meant: after how long, and over which path it was asked for. */
type Asked = { by: Ulid; after: number; path: ElementId | null };
const askedOf = (state: State, data: Call & { received: number; strength: Strength }): Asked | null => {
  const one = answeredBy(state, data);
  if (one?.pressed == null || (one.path !== null && one.path !== data.path)) return null;
  return { by: one.id, after: Math.max(0, data.received - one.pressed), path: one.path };
};

const withCall = (
  state: State,
  data: Call,
  { how, strength, asked }: Attributed & { asked: Asked | null },
  entry: State['picked'][string]['pos'],
): State =>
  withEvidence(state, {
    entry: entry.id,
    what: kinds.call.what,
    grade: data.grade,
    bears: bearsOf(data),
    ord: entry.ord,
    from: entry.ord,
    to: entry.ord,
    outcome: 'good',
    by: 'frame',
    simulated: data.simulated,
    facts: {
      frame: data.frame,
      receiver: data.receiver,
      event: data.event,
      zone: data.zone,
      is: data.is,
      how,
      strength,
      source: data.source,
      asked,
    },
    kindOf: data.event,
    receiver: data.receiver,
    strength,
    item: `${data.zone ?? ''} ${data.is ?? ''}`,
    asked: asked !== null,
  });

export type Sort = {
  readonly path: ElementId | null;
  readonly receiver: ElementId | null;
  readonly event: string;
  readonly zone: string | null;
  readonly is: Turn | null;
  readonly simulated: boolean;
};
export const pickKey = ({ path: of, receiver, event, zone, is, simulated }: Sort): string =>
  [of ?? '', receiver ?? '', event, zone ?? '', is ?? '', simulated ? 'simulated' : ''].join('|');

/** What was picked before the last change no longer keeps a frame from being evidence. */
const pickedSinceChange = (state: State): State['picked'] =>
  Object.fromEntries(Object.entries(state.picked).filter(([, { pos }]) => isAfter(pos, state.changed)));

const oldHows = ['address', 'tag', 'drill', 'pool', 'flag', 'only', 'told', 'unknown'] as const;
const upgradedHow: { readonly [H in (typeof oldHows)[number]]: Attributed } = {
  address: { how: 'address', strength: 'likely' },
  tag: { how: 'tag', strength: 'certain' },
  drill: { how: 'told', strength: 'claimed' },
  pool: { how: 'pool', strength: 'likely' },
  flag: { how: 'flag', strength: 'claimed' },
  only: { how: 'only', strength: 'claimed' },
  told: { how: 'told', strength: 'claimed' },
  unknown: { how: 'unknown', strength: 'unknown' },
};
const before = { zone: null, is: null, part: 0, listener: null, port: null };
type First = { how: (typeof oldHows)[number]; simulated: boolean; source: { address: string } };
/** [J7] An old 'only' or 'flag' is a claim, an old 'address' likely; what came from this computer itself proves nothing; a simulated one was the yard's. */
const attributedThen = ({ how, simulated, source }: First): Attributed =>
  simulated
    ? { how: 'yard', strength: 'certain' }
    : source.address === '127.0.0.1' || source.address === '::1'
      ? { how: 'unknown', strength: 'impossible' }
      : upgradedHow[how];

/** Version 1 knew neither strength nor zone, turn, part and listener. */
export const callArrived = kind(
  'call.arrived',
  2,
  fields({ ...call, how: oneOf(hows), strength: oneOf(strengths), account: words(16) }),
  (state, data, { pos, entry }) => {
    if (data.strength === 'impossible') return state;
    const { grade, strength, zone, frame: of } = data;
    const picked = put(pickedSinceChange(state), pickKey(data), { grade, strength, zone, pos, frame: of });
    const { how } = data;
    return withAnswer({ ...withCall(state, data, { how, strength, asked: askedOf(state, data) }, pos), picked }, data, entry.id);
  },
  [upgrade(fields({ ...firstCall, how: oneOf(oldHows), account: words(16) }), (data) => ({ ...data, ...before, ...attributedThen(data) }))],
);

/** A person says by which path a frame came. It stands in the frame's own place in time, is a claim, and changes the path alone. */
export const callAttributed = kind(
  'call.attributed',
  2,
  fields({ ...call, words: text(500) }),
  (state, data, { pos }) =>
    withCall(
      withoutFrame(state, data.frame),
      data,
      { how: 'told', strength: 'claimed', asked: null },
      { ord: Math.min(data.received, pos.ord), id: pos.id },
    ),
  [upgrade(fields({ ...firstCall, words: text(500) }), (data) => ({ ...data, ...before }))],
);
