import { flag, listOf, text, whole, words } from '../../problem/index.ts';
import { fields } from '../../problem/index.ts';
import { kind } from '../kind.ts';

/** Most results that a person's state remembers; the entries of older ones stay. */
const most = 400;

/** An exercise is over: what was answered, how many minutes it took by what was done, and the fewest possible. */
export const practiceJudged = kind(
  'practice.judged',
  1,
  fields({
    exercise: words(40),
    fault: words(40),
    answers: listOf(text(40), 20),
    right: flag,
    minutes: whole(0, 100_000),
    best: whole(0, 100_000),
  }),
  (state, data, { pos }) => ({ ...state, practised: [...state.practised, { ...data, pos }].slice(-most) }),
);
