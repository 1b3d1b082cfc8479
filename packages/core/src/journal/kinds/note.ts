import { isLampName, isSettingKey, isUlid } from '../../name/index.ts';
import { fields, known, orNull, words } from '../../problem/index.ts';
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
