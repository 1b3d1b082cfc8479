// What went through a tunnel: that it says it is up, a question from the station's LAN to the office, or one from the office to a host on the station's LAN.
import { isElementId } from '../../name/index.ts';
import { fields, flag, known, oneOf, orNull, text, whole, words } from '../../problem/index.ts';
import { kind } from '../kind.ts';
import { attended } from '../state/attended.ts';
import { mostCrossings } from '../state/state.ts';

const address = words(60);

/** `host` was asked from `from`; `seen`: the address that `host` saw, where somebody looked. By a device: its own output is kept, and is read again. */
export const tunnelCrossed = kind(
  'tunnel.crossed',
  1,
  fields({
    tunnel: known(isElementId, 'a tunnel'),
    way: oneOf(['up', 'there', 'back']),
    host: orNull(address),
    from: orNull(address),
    seen: orNull(address),
    replies: whole(0, 10_000),
    by: oneOf(['device', 'word']),
    simulated: flag,
    words: text(300),
  }),
  (state, { words: _, ...data }, { entry, pos }) => ({
    ...attended(state, pos),
    crossings: [...state.crossings, { ...data, inDrill: state.drill?.begun ?? null, entry: entry.id, pos }].slice(-mostCrossings),
  }),
);
