import fc from 'fast-check';
import { isSettingKey, sure } from '../name/index.ts';
import { instant } from '../quantity/index.ts';
import { chance, StationMaker } from '../scenario/index.ts';
import { anyJournal, base } from './testing.ts';
import {
  advance,
  canonical,
  conflictOf,
  emptyState,
  foldAll,
  inOrder,
  type PlacedEntry,
  placedEntry,
  readEntry,
  type State,
  textOf,
  wanted,
  write,
} from './index.ts';

const asText = (state: State): string => canonical(state);
const shuffled = <T>(list: readonly T[], unit: () => number): T[] =>
  list
    .map((value) => ({ value, key: unit() }))
    .sort((a, b) => a.key - b.key)
    .map(({ value }) => value);

/** A cache as browser and server have it: folds on, and folds again where an entry sorts before the last. */
const cached = (stream: State['stream'], pieces: readonly (readonly PlacedEntry[])[]): State => {
  let all: PlacedEntry[] = [];
  let state = emptyState(stream);
  for (const piece of pieces) {
    all = [...all, ...piece];
    state = advance(state, piece) ?? foldAll(stream, all);
  }
  return state;
};

test('[J2] the cached fold is the full fold, in any order and any pieces', () =>
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 1_000_000 }), fc.integer({ min: 1, max: 9 }), (seed, size) => {
      const { stream, written } = anyJournal(seed, 40);
      const placed = shuffled(
        written.map(({ entry, received }) => placedEntry(entry, received)),
        chance(seed).unit,
      );
      const pieces = Array.from({ length: Math.ceil(placed.length / size) }, (_, i) => placed.slice(i * size, (i + 1) * size));
      const whole = asText(foldAll(stream, placed));
      expect(asText(cached(stream, pieces))).toBe(whole);
      expect(asText(foldAll(stream, [...placed, ...placed]))).toBe(whole);
    }),
    { seed: 11, numRuns: 200 },
  ));

test('[J2] a state that was given out never changes, though a fold changes in place what it has made itself', () =>
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 1_000_000 }), fc.integer({ min: 1, max: 9 }), (seed, size) => {
      const { stream, written } = anyJournal(seed, 40);
      const placed = inOrder(written.map(({ entry, received }) => placedEntry(entry, received)));
      const given: { state: State; text: string }[] = [];
      let state = emptyState(stream);
      for (let i = 0; i < placed.length; i += size) {
        state = advance(state, placed.slice(i, i + size)) ?? state;
        given.push({ state, text: asText(state) });
        // a branch of its own from the same state: what one fold owns is no other's
        const branch = advance(state, placed.slice(i + size).reverse()) ?? state;
        expect(asText(branch)).toBe(asText(foldAll(stream, placed)));
      }
      for (const { state: was, text } of given) expect(asText(was)).toBe(text);
    }),
    { seed: 12, numRuns: 100 },
  ));

const c = chance(5);
const key = sure(isSettingKey, 'site.place');
const maker = (): StationMaker =>
  new StationMaker({ chance: c, start: instant(base), writer: { person: c.ulid(base), device: c.ulid(base) }, name: 'Two writers' });
const set = (m: StationMaker, by: { at: number; since: number; over: string | null; value: string; re?: string[] }) =>
  write(
    { id: c.ulid(base), at: instant(by.at), skew: null, since: by.since, who: { person: c.ulid(base), device: c.ulid(base) } },
    m.stream,
    'setting.set',
    {
      key,
      value: by.value,
      origin: 'typed',
      simulated: false,
      over: by.over as never,
    },
    by.re === undefined ? {} : { re: by.re as never },
  );

test('two who set a key without seeing each other make a conflict that shows both, and the later in order stands', () => {
  const m = maker();
  const since = m.state.last?.ord ?? 0;
  const fast = set(m, { at: base + 7_200_000, since, over: null, value: 'by the fast clock' });
  const slow = set(m, { at: base - 7_200_000, since, over: null, value: 'by the slow clock' });
  const opened = m.steps.flatMap((step) => (step.is === 'entry' ? [placedEntry(step.entry, step.at)] : []));
  const state = foldAll(m.stream, [...opened, placedEntry(slow, base + 100_000), placedEntry(fast, base + 90_000)]);
  expect(conflictOf(state, key).map(({ value }) => value)).toEqual(['by the slow clock', 'by the fast clock']);
  expect(wanted(state, key)).toBe('by the fast clock');
  const settle = set(m, { at: base + 200_000, since: state.last?.ord ?? 0, over: fast.id, value: 'by the slow clock', re: [slow.id] });
  const settled = advance(state, [placedEntry(settle, base + 300_000)]);
  expect(settled === null ? null : { conflict: conflictOf(settled, key), value: wanted(settled, key) }).toEqual({
    conflict: [],
    value: 'by the slow clock',
  });
});
test('a set made after seeing another takes its place without a conflict', () => {
  const m = maker().set(null, { 'site.place': 'first' }).set(null, { 'site.place': 'second' });
  expect(conflictOf(m.state, key)).toEqual([]);
  expect(wanted(m.state, key)).toBe('second');
});
test('an unknown kind and a newer version are kept, counted and not folded', () => {
  const m = maker();
  const last = m.last;
  const strange = { ...last, id: c.ulid(base), kind: 'drone.flown', at: instant(base + 50_000), data: { height: 3 } };
  const newer = { ...last, id: c.ulid(base), v: 99, at: instant(base + 60_000), data: { name: 'Other', demo: false, colour: 'none' } };
  for (const entry of [strange, newer]) expect(readEntry(textOf(entry)).ok).toBe(true);
  const state = advance(m.state, [placedEntry(strange, null), placedEntry(newer, null)]);
  expect(state?.strange).toEqual({ 'drone.flown v1': 1, 'station.opened v99': 1 });
  expect(state?.station?.name).toBe('Two writers');
  expect(state?.count).toBe(m.state.count + 2);
});
test('the state of a long journal holds what stands, so that it stays small', () => {
  const m = maker();
  for (let i = 0; i < 300; i++) m.set(null, { 'site.place': `place ${i}` });
  expect(asText(m.state).length).toBeLessThan(2_000);
});
