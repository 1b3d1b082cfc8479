import { isElementId, isGroup, isUlid } from '../../name/index.ts';
import { fields, flag, known, words } from '../../problem/index.ts';
import { kind } from '../kind.ts';
import { put } from '../state/owned.ts';

export const stationOpened = kind('station.opened', 1, fields({ name: words(80), demo: flag }), (state, { name, demo }, { pos }) => ({
  ...state,
  station: { name, demo, opened: state.station?.opened ?? pos },
}));

export const stationNamed = kind('station.named', 1, fields({ name: words(80) }), (state, { name }) =>
  state.station === null ? state : { ...state, station: { ...state.station, name } },
);

export const elementAdded = kind(
  'element.added',
  1,
  fields({ group: known(isGroup, 'a group'), id: known(isElementId, 'six characters of an element'), label: words(60) }),
  (state, { group, id, label }) =>
    state.elements.some((element) => element.id === id)
      ? state
      : { ...state, elements: [...state.elements, { group, id, label, gone: false }] },
);

export const elementLabelled = kind(
  'element.labelled',
  1,
  fields({ id: known(isElementId, 'an element'), label: words(60) }),
  (state, { id, label }) => ({
    ...state,
    elements: state.elements.map((element) => (element.id === id ? { ...element, label } : element)),
  }),
);

export const elementRemoved = kind(
  'element.removed',
  1,
  fields({ id: known(isElementId, 'an element'), reason: words(500) }),
  (state, { id }) => ({ ...state, elements: state.elements.map((element) => (element.id === id ? { ...element, gone: true } : element)) }),
);

export const personAdded = kind(
  'person.added',
  1,
  fields({ id: known(isUlid, 'a person’s ULID'), name: words(60) }),
  (state, { id, name }) => ({ ...state, people: put(state.people, id, name) }),
);
