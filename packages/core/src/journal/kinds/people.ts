// Who is told of what, as its reader says; and who may command the unit by which channel, as it was tried.
import { isElementId } from '../../name/index.ts';
import { turns } from '../../evidence/index.ts';
import { fields, flag, known, oneOf, orNull, text, words } from '../../problem/index.ts';
import { isInstant } from '../../quantity/index.ts';
import { kind } from '../kind.ts';
import { reachKey, toldKey } from '../state/people.ts';

export const tellers = ['text', 'mail', 'ring'] as const;
export type Teller = (typeof tellers)[number];
export const gots = ['as meant', 'otherwise', 'nothing'] as const;
/** Ways by which somebody commands a unit. */
export const reachChannels = ['text', 'ring', 'poll', 'session', 'portal', 'keypad'] as const;
export type ReachChannel = (typeof reachChannels)[number];

/** What a person who is told says of an event that was made: what came to them, by which way. `number` is the entry of the unit's list. */
export const toldConfirmed = kind(
  'told.confirmed',
  1,
  fields({
    number: known(isElementId, 'a number of the list'),
    zone: orNull(words(16)),
    is: oneOf(turns),
    event: words(60),
    by: oneOf(tellers),
    got: oneOf(gots),
    /** When it came there, by their word. */
    at: known(isInstant, 'an instant'),
    words: text(300),
  }),
  (state, data, { entry, pos }) => ({ ...state, told: { ...state.told, [toldKey(data)]: { ...data, pos, who: entry.who } } }),
);

/** Somebody tried to command the unit by a channel; whether the sheet lets them, and whether the unit did. `user` is an entry of a list, a login or a code. */
export const reachUsed = kind(
  'reach.used',
  1,
  fields({ user: known(isElementId, 'somebody on the sheet'), channel: oneOf(reachChannels), meant: flag, letIn: flag, words: text(300) }),
  (state, data, { entry, pos }) => ({ ...state, reached: { ...state.reached, [reachKey(data)]: { ...data, pos, who: entry.who } } }),
);
