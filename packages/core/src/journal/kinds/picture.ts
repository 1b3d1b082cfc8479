import { isElementId, isLampName } from '../../name/index.ts';
import { fields, known, orNull, text, whole, words } from '../../problem/index.ts';
import { isInstant } from '../../quantity/index.ts';
import { kind } from '../kind.ts';

/** Most pictures that a station's state remembers; the entries of older ones stay. */
const most = 400;

/** A picture that somebody took: its octets are a blob that the entry names. `step` is what was in hand. */
export const pictureTaken = kind(
  'picture.taken',
  1,
  fields({
    taken: known(isInstant, 'an instant'),
    step: words(200),
    lamp: orNull(known(isLampName, 'a lamp')),
    path: orNull(known(isElementId, 'an element')),
    width: whole(1, 65_535),
    height: whole(1, 65_535),
    bytes: whole(1, 4_000_000),
    words: text(200),
  }),
  (state, { taken, step, lamp, path }, { entry, pos }) => {
    const hash = entry.blobs?.[0];
    return hash === undefined
      ? state
      : {
          ...state,
          pictures: [...state.pictures, { hash, taken, step, lamp, path, of: entry.re?.[0] ?? null, pos, who: entry.who }].slice(-most),
        };
  },
);
