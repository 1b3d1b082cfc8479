// A plain, slow referee reads the whole history; the fold, which holds only what stands, has to agree with it on any journal.
import fc from 'fast-check';
import { isSettingKey, sure, type Ulid } from '../name/index.ts';
import { anyJournal } from './testing.ts';
import { conflictOf, type DataOf, foldAll, inOrder, placedEntry, type PlacedEntry, same, standing } from './index.ts';

const run = (property: (placed: PlacedEntry[], stream: ReturnType<typeof anyJournal>['stream']) => void): void =>
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 1_000_000 }), (seed) => {
      const { stream, written } = anyJournal(seed, 60);
      property(inOrder(written.map(({ entry, received }) => placedEntry(entry, received))), stream);
    }),
    { seed: 21, numRuns: 200 },
  );
const of = <N extends 'setting.set' | 'setting.staged' | 'reading.taken' | 'placed'>(
  placed: readonly PlacedEntry[],
  kind: N,
): { placed: PlacedEntry; data: DataOf<N> }[] =>
  placed.filter(({ entry }) => entry.kind === kind).map((one) => ({ placed: one, data: one.entry.data as unknown as DataOf<N> }));

test('what stands of a key is the last set that no other set was made over', () =>
  run((placed, stream) => {
    const key = sure(isSettingKey, 'site.place');
    const sets = of(placed, 'setting.set').filter(({ data }) => data.key === key);
    const over = new Set<Ulid | null>(sets.flatMap(({ data, placed: { entry } }) => [data.over, ...(entry.re ?? [])]));
    const leaves = sets.filter(({ placed: { pos } }) => !over.has(pos.id)).map(({ placed: { pos } }) => pos.id);
    const state = foldAll(stream, placed);
    expect(standing(state, key)?.pos.id ?? null).toBe(leaves.at(-1) ?? null);
    expect(conflictOf(state, key).map(({ pos }) => pos.id)).toEqual(leaves.length > 1 ? leaves : []);
  }));

test('a move is the last entry that put another value on the device than the one before it', () =>
  run((placed, stream) => {
    const items = of(placed, 'setting.staged').flatMap(({ placed: { pos, entry }, data }) =>
      data.of.map((item) => ({ pos, skew: entry.skew ?? 0, stage: data.stage, asOf: data.asOf, item })),
    );
    const key = items[0]?.item.key;
    const mine = items.filter(({ item }) => item.key === key);
    const moves = mine.filter(({ item }, i) => i > 0 && !same(item.value, mine[i - 1]?.item.value));
    const last = moves.at(-1)?.pos ?? null;
    const after = mine.slice(last === null ? 0 : mine.findIndex(({ pos }) => pos.id === last.id));
    const forces = after.flatMap(({ pos, stage, asOf, skew }) =>
      stage !== 'inForce' ? [] : pos.id === last?.id ? [pos.ord] : [Math.max(Math.min(asOf + skew, pos.ord), last?.ord ?? 0)],
    );
    const there = key === undefined ? undefined : foldAll(stream, placed).device[key];
    expect(there?.moved?.pos ?? null).toEqual(last);
    expect(there?.force ?? null).toBe(forces.length === 0 ? null : Math.min(...forces));
    expect(there?.value).toEqual(mine.at(-1)?.item.value);
  }));

test('in each slot of evidence stands the newest of its sort, made where the station then stood', () =>
  run((placed, stream) => {
    const state = foldAll(stream, placed);
    for (const simulated of [true, false])
      for (const place of ['bench', 'site'] as const) {
        const made = of(placed, 'reading.taken').filter(({ data, placed: { pos } }) => {
          const before = of(placed, 'placed').filter(
            ({ placed: { pos: at } }) => at.ord < pos.ord || (at.ord === pos.ord && at.id < pos.id),
          );
          return data.simulated === simulated && (before.at(-1)?.data.place ?? 'bench') === place;
        });
        const held = Object.values(state.evidence).filter((evidence) => evidence.simulated === simulated && evidence.place === place);
        expect(held.map(({ entry }) => entry)).toEqual(made.slice(-1).map(({ placed: { pos } }) => pos.id));
      }
  }));
