import fc from 'fast-check';
import { type Equation, inputsOf, parseEquation } from './equation.ts';
import { type Logic, mostRuns, questions, simulate } from './simulate.ts';

const s = 1000;
const eq = (typed: string): Equation => {
  const parsed = parseEquation(typed);
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.problems));
  return parsed.value;
};
const logic = (typed: string, more: Partial<Logic> = {}): Logic => ({
  equation: eq(typed),
  duration: null,
  again: 'stays off',
  debounce: 0,
  afterPower: 'off',
  ...more,
});
const on = (at: number, input = 'I1') => ({ at, input, on: true });
const off = (at: number, input = 'I1') => ({ at, input, on: false });
const runsOf = (
  of: Logic,
  changes: readonly { at: number; input: string; on: boolean }[],
  until: number,
  powerFails: readonly { at: number; back: number }[] = [],
) => simulate(of, { changes, powerFails, until }).map(({ from, to, why }) => [from / s, to / s, why]);

test('AND binds closer than OR, NOT closest, brackets first; letter case does not count', () => {
  expect(eq('i1 or I2 and not I3')).toEqual(eq('I1 OR (I2 AND (NOT I3))'));
  expect(inputsOf(eq('LATCH(I1, I2) AND AFTER(I1, 30 s)'))).toEqual(['I1', 'I2']);
});
test.each([
  ['', 'an input such as I1 where it ends stands'],
  ['I1 AND', 'an input such as I1 where it ends stands'],
  ['(I1', ') where it ends stands'],
  ['I1 I2', 'its end where I2 stands, at character 4'],
  ['AFTER(I1, soon)', 'a time such as 30 s, at character 15'],
  ['Q1', 'an input such as I1 where Q1 stands, at character 1'],
])('%p is refused: %s', (typed, want) =>
  expect(parseEquation(typed)).toMatchObject({ ok: false, problems: [{ code: 'form', args: { want } }] }),
);
test('no text makes the reader throw', () =>
  fc.assert(
    fc.property(fc.string({ maxLength: 60 }), (typed) => typeof parseEquation(typed).ok === 'boolean'),
    { seed: 51, numRuns: 200 },
  ));

// Each worked by hand on a time line in seconds.
test('without a duration the output follows', () =>
  expect(runsOf(logic('I1'), [on(2 * s), off(5 * s)], 10 * s)).toEqual([[2, 5, 'equation']]));
test('with one it runs that long, and what then depends on the rule', () => {
  const timed = (again: Logic['again']) => runsOf(logic('I1', { duration: 3 * s, again }), [on(1 * s)], 12 * s);
  expect(timed('stays off')).toEqual([[1, 4, 'equation']]);
  expect(timed('starts again')).toEqual([
    [1, 4, 'equation'],
    [4, 7, 'again'],
    [7, 10, 'again'],
    [10, 12, 'again'],
  ]);
  expect(timed('stays on')).toEqual([[1, 12, 'equation']]);
});
test('an input that fell and came again starts it anew', () =>
  expect(runsOf(logic('I1', { duration: 3 * s }), [on(1 * s), off(2 * s), on(6 * s), off(7 * s)], 12 * s)).toEqual([
    [1, 4, 'equation'],
    [6, 9, 'equation'],
  ]));
test('a short blip does not count where the input has to last', () =>
  expect(runsOf(logic('I1', { debounce: 2 * s }), [on(1 * s), off(2 * s), on(4 * s), off(9 * s)], 14 * s)).toEqual([[6, 11, 'equation']]));
test('a latch holds after its input fell, until it is reset; a timer waits', () => {
  expect(runsOf(logic('LATCH(I1, I2)'), [on(1 * s), off(2 * s), on(6 * s, 'I2')], 10 * s)).toEqual([[1, 6, 'equation']]);
  expect(runsOf(logic('AFTER(I1, 3 s)'), [on(1 * s), off(3 * s), on(5 * s)], 10 * s)).toEqual([[8, 10, 'equation']]);
});
test('after a power failure it stays off, goes on as before, or goes by its logic', () => {
  const fail = [{ at: 4 * s, back: 6 * s }];
  const after = (afterPower: Logic['afterPower']) => runsOf(logic('I1', { afterPower }), [on(1 * s)], 10 * s, fail);
  expect(after('off')).toEqual([[1, 4, 'equation']]);
  expect(after('as before')).toEqual([
    [1, 4, 'equation'],
    [6, 10, 'power'],
  ]);
  expect(runsOf(logic('I1', { afterPower: 'by logic' }), [on(5 * s)], 10 * s, fail)).toEqual([[6, 10, 'power']]);
});
test('the questions: a stuck float runs for ever where it starts again, a chatter starts it often unless it has to last, a failure starts it by itself only where it may', () => {
  const of = (more: Partial<Logic>) => questions(logic('I1', { duration: 10 * s, ...more }), ['I1']);
  expect(of({ again: 'starts again' })[0]).toMatchObject({ question: 'stuck input', onAtEnd: true });
  expect(of({})[0]).toMatchObject({ onAtEnd: false, starts: 1 });
  expect(questions(logic('I1'), ['I1'])[1]?.starts).toBe(10);
  expect(questions(logic('I1', { debounce: 500 }), ['I1'])[1]?.starts).toBe(0);
  expect(of({ afterPower: 'as before' })[2]?.runs.some(({ why }) => why === 'power')).toBe(true);
  expect(of({})[2]?.runs.some(({ why }) => why === 'power')).toBe(false);
});
test('for any time line: runs do not overlap, none is longer than its duration unless it stays on, and it ends', () =>
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.integer({ min: 0, max: 100 }), fc.boolean()), { maxLength: 12 }),
      fc.constantFrom('starts again' as const, 'stays off' as const),
      fc.integer({ min: 1, max: 20 }),
      (rows, again, duration) => {
        const changes = rows.map(([at, is]) => ({ at: at * s, input: 'I1', on: is }));
        const runs = simulate(logic('I1', { duration: duration * s, again }), { changes, powerFails: [], until: 120 * s });
        return (
          runs.length <= mostRuns &&
          runs.every(({ from, to }, i) => to - from <= duration * s && (i === 0 || from >= (runs[i - 1]?.to ?? 0)))
        );
      },
    ),
    { seed: 52, numRuns: 200 },
  ));
