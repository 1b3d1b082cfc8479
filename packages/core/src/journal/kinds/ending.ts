// How work at a station ends: what was undone for it and is put back, and the sign-off, which freezes what it was judged by.
import { isElementId, isGrade, isLampName, isSha256, isUlid } from '../../name/index.ts';
import { fields, flag, known, listOf, oneOf, orNull, text, whole, words } from '../../problem/index.ts';
import { isInstant } from '../../quantity/index.ts';
import { kind } from '../kind.ts';

/** What is commonly undone for the work, and forgotten. */
export const undoneKinds = ['isolation', 'bypass', 'threshold', 'interval', 'computer', 'cable', 'other'] as const;
export type UndoneKind = (typeof undoneKinds)[number];
export const endings = ['complete', 'watched', 'unfinished', 'taken down'] as const;
export type EndingIs = (typeof endings)[number];
/** What a lamp was at the sign-off. */
export const signedVerdicts = ['failed', 'stale', 'dark', 'marginal', 'proven', 'none'] as const;

export const undoneWords: { readonly [U in UndoneKind]: string } = {
  isolation: 'isolated or switched off',
  bypass: 'bypassed',
  threshold: 'a lowered threshold',
  interval: 'a shortened interval',
  computer: 'the computer’s address',
  cable: 'a cable or aerial moved',
  other: 'something else',
};

const mostUndone = 64;

export const undoneNoted = kind(
  'undone.noted',
  1,
  fields({ what: oneOf(undoneKinds), words: words(200) }),
  (state, data, { entry, pos }) => ({
    ...state,
    undone: [...state.undone, { id: entry.id, ...data, back: null, pos, who: entry.who }].slice(-mostUndone),
  }),
);

export const undoneBack = kind(
  'undone.back',
  1,
  fields({ undone: known(isUlid, 'something that was undone'), words: text(200) }),
  (state, { undone, words: said }, { entry, pos }) => ({
    ...state,
    undone: state.undone.map((one) =>
      one.id === undone && one.back === null ? { ...one, back: { words: said, pos, who: entry.who } } : one,
    ),
  }),
);

/** Something drawn: strokes on a field of 600 by 200 for a signature, by 400 for a sketch, as moves and lines. */
const strokes = /^(?:M\d{1,3} \d{1,3}(?: L\d{1,3} \d{1,3})+ ?)+$/;
export const isDrawn = (value: unknown): value is string => typeof value === 'string' && value.length <= 20_000 && strokes.test(value);

const rules = fields({ id: words(40), version: whole(1, 9999), hash: known(isSha256, 'a SHA-256') });

export const signedOff = kind(
  'signed.off',
  1,
  fields({
    ending: oneOf(endings),
    name: words(80),
    words: text(1000),
    /** Lamps as they were, with the reason for which a weak one was accepted. */
    lamps: listOf(
      fields({
        lamp: known(isLampName, 'a lamp'),
        path: orNull(known(isElementId, 'a path')),
        is: oneOf(signedVerdicts),
        grade: orNull(known(isGrade, 'a grade')),
        simulated: flag,
        rehearsal: flag,
        reason: text(300),
      }),
      200,
    ),
    house: rules,
    profiles: listOf(rules, 8),
    /** The version of the rules of this program. */
    core: words(40),
    /** The head of the chain as whoever signed knew it. */
    head: orNull(known(isSha256, 'a SHA-256')),
    signature: orNull(known(isDrawn, 'strokes of a signature')),
    /** Left unfinished: who comes back, by when, and what the desk must not believe until then. */
    returns: orNull(fields({ who: words(80), by: known(isInstant, 'an instant') })),
    untrue: text(500),
    /** Taken down: what of it is done. */
    closed: listOf(oneOf(['card', 'claim', 'account', 'keys']), 4),
  }),
  (state, { ending, name, words: said, returns, untrue, lamps }, { entry, pos }) => ({
    ...state,
    signed: {
      id: entry.id,
      ending,
      name,
      words: said,
      returns,
      untrue,
      lamps: lamps.map(({ lamp, path, is }) => ({ lamp, path, is })),
      pos,
      who: entry.who,
    },
    completed: ending === 'complete' ? pos : ending === 'watched' ? state.completed : null,
  }),
);
