// The order of a yard's drill: what goes through the tunnel is asked while the standby carries it, neither before its first call nor after the path is back.
import type { Drilling } from '@green-lamp/core/journal';
import { chance } from '@green-lamp/core/scenario';
import type { DrillCall } from '@green-lamp/core/walk';
import { nextInYard } from './yard-drill.ts';

const made = chance(7);
const [first, standby, tunnel] = [made.element(), made.element(), made.element()];
const drill: Drilling = {
  drill: 'link loss',
  path: first,
  by: 'yard',
  words: '',
  begun: 0,
  over: null,
  pos: { ord: 0, id: made.ulid(1) },
  who: { person: made.ulid(2), device: made.ulid(3) },
  made: [],
  asked: [],
};
const call = (path: typeof first, at: number): DrillCall => ({
  id: at,
  at,
  path,
  counts: true,
  own: null,
  bytes: 20,
  event: 'test',
  zone: null,
  is: null,
});
const through = [
  { tunnel, way: 'there', host: '10.1.0.5', from: '10.8.3.20' },
  { tunnel, way: 'back', host: '10.8.3.20', from: '10.1.0.5' },
] as const;
const none = { took: null, back: null, kept: [], asks: [5_000], through } as const;

test('asked once the standby has called, then put back', () => {
  expect(nextInYard(drill, 1_000, none)).toBe('wait');
  expect(nextInYard(drill, 6_000, none)).toBe('call');
  const took = call(standby, 7_000);
  expect(nextInYard(drill, 8_000, { ...none, took })).toBe('ask through');
  expect(nextInYard(drill, 8_000, { ...none, took, through: [] })).toBe('put back');
});
test('where nothing took over nothing is asked, and the path is put back all the same; after that neither', () => {
  expect(nextInYard({ ...drill, asked: [5_000] }, 5_000 + 200_000, none)).toBe('put back');
  const took = call(standby, 7_000);
  const over = { ...drill, over: 10_000 };
  expect(nextInYard(over, 11_000, { ...none, took })).toBe('wait');
  expect(nextInYard(over, 30_000, { ...none, took })).toBe('call');
  expect(nextInYard(over, 30_000, { ...none, took, back: call(first, 29_000) })).toBe('close');
});
