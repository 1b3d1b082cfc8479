import fc from 'fast-check';
import { Waiting } from './waiting.ts';

const names = (taken: readonly { job: string }[]): string => taken.map(({ job }) => job).join(' ');

test('people come first, and frames that wait get half', () => {
  const waiting = new Waiting<string>();
  for (let i = 0; i < 6; i++) waiting.add(`p${i}`, null);
  for (let i = 0; i < 6; i++) waiting.add(`f${i}`, 'a');
  expect(names(waiting.take(4))).toBe('p0 p1 f0 f1');
  expect(names(waiting.take(8))).toBe('p2 p3 p4 p5 f2 f3 f4 f5');
  expect(waiting.size).toBe(0);
});
test('where only few frames wait, people get the rest', () => {
  const waiting = new Waiting<string>();
  for (let i = 0; i < 6; i++) waiting.add(`p${i}`, null);
  waiting.add('f0', 'a');
  expect(names(waiting.take(4))).toBe('p0 p1 p2 f0');
});
test('one source that floods waits its turn: each other gets one for one', () => {
  const waiting = new Waiting<string>();
  for (let i = 0; i < 100; i++) waiting.add(`a${i}`, 'a');
  waiting.add('b0', 'b');
  waiting.add('c0', 'c');
  expect(names(waiting.take(6))).toBe('a0 b0 c0 a1 a2 a3');
  waiting.add('b1', 'b');
  expect(names(waiting.take(2))).toBe('a4 b1');
});
test('nothing is lost or turned round: each source’s jobs come in their order, what was put back first', () =>
  fc.assert(
    fc.property(
      fc.array(fc.record({ source: fc.constantFrom(null, 'a', 'b', 'c'), most: fc.integer({ min: 1, max: 5 }), back: fc.boolean() }), {
        maxLength: 80,
      }),
      (steps) => {
        const waiting = new Waiting<number>();
        const came = new Map<string | null, number[]>();
        let n = 0;
        const served = (taken: ReturnType<typeof waiting.take>): void => {
          for (const { job, source } of taken) came.set(source, [...(came.get(source) ?? []), job]);
        };
        for (const { source, most, back } of steps) {
          waiting.add(n++, source);
          const taken = waiting.take(back ? most : 1);
          const half = back ? Math.floor(taken.length / 2) : taken.length;
          served(taken.slice(0, half));
          waiting.back(taken.slice(half));
        }
        while (waiting.size > 0) served(waiting.take(3));
        expect([...came.values()].flat()).toHaveLength(n);
        for (const jobs of came.values()) expect(jobs).toEqual([...jobs].sort((a, b) => a - b));
      },
    ),
    { seed: 48, numRuns: 200 },
  ));
