import fc from 'fast-check';
import { anyJournal } from './testing.ts';
import { comparePos, inOrder, ordOf, placedEntry } from './index.ts';

const run = (property: (seed: number) => void): void =>
  fc.assert(fc.property(fc.integer({ min: 1, max: 1_000_000 }), property), { seed: 1, numRuns: 200 });

test('[J1] whoever saw an entry sorts after it, whatever the clocks say', () =>
  run((seed) => {
    const { written } = anyJournal(seed, 40);
    const at = new Map(written.map(({ entry, received }, i) => [entry.id, { i, pos: placedEntry(entry, received).pos }]));
    const wrong = written.flatMap(({ entry, received, seen }, i) =>
      seen.filter((id) => {
        const before = at.get(id);
        return before !== undefined && before.i < i && comparePos(before.pos, placedEntry(entry, received).pos) >= 0;
      }),
    );
    expect(wrong).toEqual([]);
  }));
test('[J1] no entry sorts after the instant at which the server received it', () =>
  run((seed) => {
    expect(anyJournal(seed, 30).written.filter(({ entry, received }) => ordOf(entry, received) > received)).toEqual([]);
  }));
test('the order is total: the same list whatever way it came', () =>
  run((seed) => {
    const placed = anyJournal(seed, 25).written.map(({ entry, received }) => placedEntry(entry, received));
    expect(inOrder([...placed].reverse()).map(({ pos }) => pos.id)).toEqual(inOrder(placed).map(({ pos }) => pos.id));
  }));
test('a slow clock is lifted above what its writer had seen; a fast one is capped by receipt', () => {
  expect(ordOf({ at: 100 as never, skew: null, since: 500 }, 900)).toBe(501);
  expect(ordOf({ at: 9_000 as never, skew: null, since: 0 }, 900)).toBe(900);
  expect(ordOf({ at: 100 as never, skew: 50, since: 0 }, null)).toBe(150);
});
