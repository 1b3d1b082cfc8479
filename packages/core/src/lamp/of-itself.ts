// Whether a call says that the unit calls when it is due: not one that somebody made for it.
import { elementsOf, type State, wanted } from '../journal/index.ts';
import { settingKey } from '../name/index.ts';
import { polledEvent, wayOutEvent } from '../wire/index.ts';

const callsHome = (state: State): boolean => {
  const units = elementsOf(state, 'unit');
  return units.length === 0 || units.some(({ id }) => wanted(state, settingKey('unit', id, 'callOn')) !== false);
};

/**
 * Whether the station made a call of itself. Whoever opened a one-time address stood there; an answer to the desk's own question
 * says that the way is open, and counts as a check-in of a unit alone that calls nobody.
 */
export const isOfItself = (state: State, { event }: { readonly event: string }): boolean =>
  event !== wayOutEvent && (event !== polledEvent || !callsHome(state));
