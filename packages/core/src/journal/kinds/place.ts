import { isElementId } from '../../name/index.ts';
import { fields, known, oneOf, orNull, text } from '../../problem/index.ts';
import { kind } from '../kind.ts';
import { attended } from '../state/attended.ts';
import type { HardwareKind } from '../state/state.ts';
import { put } from '../state/owned.ts';

export const placed = kind(
  'placed',
  1,
  fields({ place: oneOf(['bench', 'site']), where: text(120) }),
  (state, { place, where }, { entry, pos }) =>
    attended(
      place === 'bench' && (state.placed?.place ?? 'bench') === 'bench'
        ? { ...state, placed: { place, where, pos: state.placed?.pos ?? pos, who: entry.who } }
        : { ...state, placed: { place, where, pos, who: entry.who }, everAtSite: state.everAtSite || place === 'site', changed: pos },
      pos,
    ),
);

const changed = <const N extends HardwareKind>(name: N) =>
  kind(name, 1, fields({ element: orNull(known(isElementId, 'an element')), words: text(500) }), (state, { element }, { entry, pos }) => ({
    ...attended(state, pos),
    hardware: put(state.hardware, `${name}|${element ?? ''}`, { kind: name, element, pos, who: entry.who }),
    changed: pos,
  }));

export const cardChanged = changed('card.changed');
export const antennaChanged = changed('antenna.changed');
export const cableChanged = changed('cable.changed');
export const unitReplaced = changed('unit.replaced');
export const doorShut = changed('door.shut');
