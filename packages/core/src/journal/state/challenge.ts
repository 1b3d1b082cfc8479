// Which open challenge a call answers: of its zone and turn, pressed before it came, within its time. By which path it came is said, and is the desk's finding.
import type { ElementId, Grade, Ulid } from '../../name/index.ts';
import type { Strength, Turn } from '../../evidence/index.ts';
import type { Challenge, State } from './state.ts';

export type Answering = {
  readonly received: number;
  readonly zone: string | null;
  readonly is: Turn | null;
  readonly grade: Grade;
  readonly strength: Strength;
};

/** How far (ms) two clocks that are told apart may still differ: a page measures the desk's over the network. Ours. */
const clocks = 1_500;

/** The oldest open challenge that a call answers; null for none. A test call answers none, and what can't have come by any path answers nothing. */
export const answeredBy = ({ challenges }: State, { received, zone, is, grade, strength }: Answering): Challenge | null =>
  grade < 7 || strength === 'impossible'
    ? null
    : (challenges.find(
        (one) =>
          one.answered === null &&
          one.dropped === null &&
          one.pressed !== null &&
          received >= one.pressed - clocks &&
          received <= one.until &&
          (one.zone === null || one.zone === zone) &&
          (one.is === null || one.is === (is ?? 'alarm')),
      ) ?? null);

export const withAnswer = (
  state: State,
  call: Answering & { readonly path: ElementId | null; readonly simulated: boolean },
  entry: Ulid,
): State => {
  const asked = answeredBy(state, call);
  if (asked === null) return state;
  const { received: at, path, strength, simulated } = call;
  return {
    ...state,
    challenges: state.challenges.map((one) => (one === asked ? { ...one, answered: { entry, at, path, strength, simulated } } : one)),
  };
};
