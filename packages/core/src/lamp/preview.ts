// What would be another: lamps by another version of rules, before a station takes it; and verdicts that hang on a school.
import { otherSchools } from '../house/index.ts';
import type { Pin, State } from '../journal/index.ts';
import type { ElementId, LampName } from '../name/index.ts';
import type { JudgedBy } from './context.ts';
import { allLamps, lamps } from './lamps.ts';
import type { LampResult, Verdict } from './result.ts';
import { type NamedRules, rulesOf } from './rules.ts';

export type Change = { readonly was: LampResult; readonly is: LampResult };
type By = Omit<JudgedBy, 'house' | 'profiles'> & { readonly published: { readonly house: State | null; readonly profiles: State | null } };

const changes = (was: readonly LampResult[], then: readonly LampResult[]): Change[] =>
  was.flatMap((one, i) => {
    const is = then[i];
    return is === undefined || (is.is === one.is && (is.next === null) === (one.next === null)) ? [] : [{ was: one, is }];
  });

/** The lamps of a station that would be another if it adopted `pin` in a role. */
export const lampsThatChange = (state: State, role: NamedRules['role'], pin: Pin, { published, ...by }: By): Change[] => {
  const judged = (of: State) => allLamps(lamps(of, { ...rulesOf(of, published), ...by }));
  return changes(judged(state), judged({ ...state, adopted: { ...state.adopted, [role]: pin } }));
};

export type BySchool = {
  readonly question: string;
  readonly asks: string;
  readonly says: string;
  readonly lamp: LampName;
  readonly path: ElementId | null;
  readonly was: Verdict;
  readonly is: Verdict;
};

/** Lamps whose verdict hangs on a school: what each other school makes of them. */
export const bySchools = (state: State, by: JudgedBy): BySchool[] => {
  const was = allLamps(lamps(state, by));
  return otherSchools(by.house).flatMap(({ question, asks, says, house }) =>
    changes(was, allLamps(lamps(state, { ...by, house }))).flatMap(({ was: { lamp, path, is: old }, is: { is } }) =>
      is === old ? [] : [{ question, asks, says, lamp, path, was: old, is }],
    ),
  );
};
