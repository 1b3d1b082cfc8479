import { isLampName, isSettingKey, isUlid } from '../../name/index.ts';
import { fields, known, orNull, text, words } from '../../problem/index.ts';
import { kind } from '../kind.ts';

export const noteWritten = kind(
  'note.written',
  1,
  fields({ lamp: orNull(known(isLampName, 'a lamp')), words: words(4000) }),
  (state) => state,
);

export const secretRevealed = kind(
  'secret.revealed',
  1,
  fields({ ref: known(isUlid, 'a secret’s reference'), key: known(isSettingKey, 'a setting’s key') }),
  (state, { ref }, { entry: { who }, pos }) =>
    'person' in who ? { ...state, seen: { ...state.seen, [ref]: { ...state.seen[ref], [who.person]: pos.ord } } } : state,
);

/** A secret is let go of for good: its row goes with this entry, and the chain still verifies. */
export const secretErased = kind(
  'secret.erased',
  1,
  fields({ ref: known(isUlid, 'a secret’s reference'), key: known(isSettingKey, 'a setting’s key'), words: text(300) }),
  (state) => state,
);
