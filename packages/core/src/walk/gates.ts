// Gates of cautions: a step is held until a person is named or a thing was done. What was said stays in the record; nothing here says that something is safe.
import type { Said, State } from '../journal/index.ts';
import { type Caution, cautionGates } from '../sheet/index.ts';

/** The name under which a gate is kept among a station's steps. */
export const gateName = (caution: Caution): string => `gate|${caution}`;

/** What was said at a gate; null while nobody has. */
export const gateSaid = (state: State, caution: Caution): Said | null => {
  const said = state.steps[gateName(caution)];
  return said?.done === true ? said : null;
};

/** The cautions of a step whose gate nobody has met. A name is asked for in words: blank ones meet nothing. */
export const unmetGates = (state: State, cautions: readonly Caution[]): readonly Caution[] =>
  cautions.filter((caution) => {
    const gate = cautionGates[caution];
    const said = gateSaid(state, caution);
    return gate !== undefined && (said === null || (gate.is === 'name' && said.words.trim() === ''));
  });
