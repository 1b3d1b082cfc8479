// Asked and answered: an event that somebody makes now, and the call that answers it. A call that merely arrives may be yesterday's, or another's.
import { isElementId, isUlid } from '../../name/index.ts';
import { turns } from '../../evidence/index.ts';
import { fields, flag, known, oneOf, orNull, text, words } from '../../problem/index.ts';
import { isInstant } from '../../quantity/index.ts';
import { kind } from '../kind.ts';
import { attended } from '../state/attended.ts';
import { put } from '../state/owned.ts';
import { cellName } from '../state/state.ts';

/** Most that a station's state remembers; answered ones stay as entries. */
const most = 64;

/** What is asked: a zone's event or its end, over a path where one is meant, until an instant. The press that makes it may come in the same breath, or later. */
export const challengeMade = kind(
  'challenge.made',
  1,
  fields({
    path: orNull(known(isElementId, 'a path')),
    zone: orNull(words(16)),
    is: orNull(oneOf(turns)),
    /** What the event is called by those who make it: the input's name. */
    what: words(80),
    until: known(isInstant, 'an instant'),
    pressed: orNull(known(isInstant, 'an instant')),
    words: text(300),
  }),
  (state, { path, zone, is, what, until, pressed }, { entry, pos, skew }) => ({
    ...attended(state, pos),
    challenges: [
      ...state.challenges,
      {
        id: entry.id,
        path,
        zone,
        is,
        what,
        until: until + skew,
        pressed: pressed === null ? null : pressed + skew,
        dropped: null,
        answered: null,
        pos,
        who: entry.who,
      },
    ].slice(-most),
  }),
);

export const challengePressed = kind(
  'challenge.pressed',
  1,
  fields({ challenge: known(isUlid, 'a challenge'), at: known(isInstant, 'an instant') }),
  (state, { challenge, at }, { pos, skew }) => ({
    ...attended(state, pos),
    challenges: state.challenges.map((one) => (one.id === challenge && one.pressed === null ? { ...one, pressed: at + skew } : one)),
  }),
);

/** It can't be made, or nothing came: with the reason. */
export const challengeDropped = kind(
  'challenge.dropped',
  1,
  fields({ challenge: known(isUlid, 'a challenge'), reason: words(300) }),
  (state, { challenge, reason }) => ({
    ...state,
    challenges: state.challenges.map((one) => (one.id === challenge && one.answered === null ? { ...one, dropped: reason } : one)),
  }),
);

/** An event that nobody can make here, or not over this path or at this receiver: with the reason, or asked for again. */
export const cellAccepted = kind(
  'cell.accepted',
  1,
  fields({
    zone: orNull(words(16)),
    is: orNull(oneOf(turns)),
    path: orNull(known(isElementId, 'a path')),
    receiver: orNull(known(isElementId, 'a receiver')),
    reason: words(300),
    lifted: flag,
  }),
  (state, { reason, lifted, ...cell }, { entry, pos }) => {
    const name = cellName(cell);
    return {
      ...state,
      cells: lifted
        ? Object.fromEntries(Object.entries(state.cells).filter(([one]) => one !== name))
        : put(state.cells, name, { ...cell, reason, pos, who: entry.who }),
    };
  },
);
