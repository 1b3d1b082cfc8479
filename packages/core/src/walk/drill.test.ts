// A drill while it runs, by what the desk has heard so far.
import { twoSims } from '../lamp/testing.ts';
import { type DrillKind, drillMade, drills } from '../evidence/index.ts';
import type { Drilling } from '../journal/index.ts';
import { minutes, seconds } from '../quantity/index.ts';
import { bindingsOf } from '../sheet/index.ts';
import { asPlanned } from '../lamp/index.ts';
import { gapOf, stretchesOf } from '../sums/index.ts';
import { drillAsks, type DrillCall, drillChoices, drillNow, gapLies, gapSpeaksOf, returnAfter } from './index.ts';

const { m, paths } = twoSims();
const uses = bindingsOf(asPlanned(m.state)).paths;
const running = (drill: DrillKind, change: Partial<Drilling> = {}): Drilling => {
  m.add('drill.begun', { drill, path: paths[0], ago: 0, by: 'hand', words: '' });
  const { drill: of } = m.state;
  if (of === null) throw new Error('no drill runs');
  return { ...of, begun: 0, ...change };
};
let ids = 0;
const call = (at: number, path: 0 | 1, change: Partial<DrillCall> = {}): DrillCall => ({
  id: ++ids,
  at: seconds(at),
  path: paths[path],
  counts: true,
  own: null,
  bytes: 20,
  event: 'test',
  zone: null,
  is: null,
  ...change,
});

test('a drill is begun some seconds before its press where gloves were on', () => {
  m.add('drill.begun', { drill: 'link loss', path: paths[0], ago: 10_000, by: 'hand', words: '' });
  expect(m.state.drill).toMatchObject({ begun: (m.state.drill?.pos.ord ?? 0) - 10_000, over: null });
});
test('the first call by the standby, and the first by the path itself after it was put back', () => {
  const calls = [call(300, 0), call(40, 1), call(90, 1), call(-5, 1), call(30, 1, { counts: false })];
  const now = drillNow(running('link loss', { over: seconds(200), asked: [seconds(20), seconds(39)] }), uses, calls);
  expect([now.took?.at, now.back?.at, now.uncut, now.since]).toEqual([seconds(40), seconds(300), null, seconds(20)]);
  expect(now.seen).toEqual({ to: seconds(300), byCut: 1, byOthers: 2, bytes: 40, late: 0, flaps: 0 });
});
test('while it runs nothing is back, a call by the cut path says that it is not cut, and a single ask makes no interval', () => {
  const now = drillNow(running('soft failure', { asked: [seconds(30)] }), uses, [call(20, 0), call(40, 1)]);
  expect([now.back, now.uncut?.at, now.since, now.seen]).toEqual([null, seconds(20), null, null]);
});
test('cut apart, the last path is back only as far as the station lives; what came by it meanwhile says that it is not cut', () => {
  const own = { path: paths[1], over: seconds(60) };
  const now = drillNow(running('supply loss', own), uses, [call(20, 0), call(90, 0)]);
  expect([now.took?.at, now.back?.at, now.uncut]).toEqual([seconds(20), seconds(90), null]);
  expect(drillNow(running('supply loss', own), uses, [call(20, 1), call(90, 1)])).toMatchObject({ took: null, uncut: { at: seconds(20) } });
});
test('a slow path is shown by any call meanwhile, its own too', () => {
  expect(drillNow(running('slow and lossy'), uses, [call(20, 0)])).toMatchObject({ uncut: null, took: { at: seconds(20) } });
});
test('what was made while nothing led out takes one call each, of its zone and turn, in the order in which it came', () => {
  const made = [1, 2, 1].map((zone, i) => ({ at: seconds(10 + i), zone: String(zone), is: 'alarm' as const, words: '' }));
  const calls = [call(70, 0, { zone: '1' }), call(71, 0, { zone: '2', is: 'restoral' }), call(72, 0, { zone: '2' })];
  const now = drillNow(running('all paths down', { over: seconds(60), made }), uses, calls);
  expect(now.kept.map(({ call: of }) => of?.at ?? null)).toEqual([seconds(70), seconds(72), null]);
  expect(drillNow(running('all paths down', { made }), uses, [call(20, 1)]).uncut).not.toBeNull();
});
test('after a blackout any path will do, and what speaks of the supply is found', () => {
  const now = drillNow(running('blackout', { over: seconds(60) }), uses, [call(5, 0, { event: 'mains lost' }), call(90, 1)]);
  expect([now.lost?.event, now.back?.at, now.took]).toEqual(['mains lost', seconds(90), null]);
});
test('which drills can be made follows from the paths: a refused card needs a card, a slow line no card, one path has no standby to try', () => {
  const names = (of: typeof uses): DrillKind[] => drillChoices(of).map(({ drill }) => drill);
  expect(names(uses)).toEqual(['link loss', 'soft failure', 'supply loss', 'blackout', 'all paths down', 'refused card']);
  expect(names(uses.slice(0, 1))).toEqual(['blackout', 'all paths down']);
  const cut = (kind: DrillKind) =>
    drillChoices(uses)
      .find(({ drill }) => drill === kind)
      ?.paths.map(({ use }) => use.path);
  // The last one is cut for its own cable, supply and card alone.
  expect(['link loss', 'supply loss', 'refused card', 'soft failure'].map((kind) => cut(kind as DrillKind)?.length)).toEqual([2, 2, 2, 1]);
  expect(cut('soft failure')).toEqual([paths[0]]);
  expect(names(uses.map((use) => ({ ...use, kind: 'ethernet' as const })))).toContain('slow and lossy');
});
test('no way of making one touches a live aerial, and those that take more off the network ask the client first', () => {
  expect(drillMade('link loss', 'cellular')).toMatch(/Never unscrew a live aerial/);
  for (const row of Object.values(drills)) expect(JSON.stringify(row.make)).not.toMatch(/(?<!Never )unscrew/i);
  expect(Object.entries(drills).flatMap(([kind, { agreed }]) => (agreed ? kind : []))).toEqual([
    'soft failure',
    'blackout',
    'slow and lossy',
  ]);
});

describe('measured against computed', () => {
  const gap = gapOf(
    stretchesOf({ every: seconds(30), misses: 3, patience: seconds(5) }, { kind: 'cellular', up: true, tunnel: false, retry: null }),
  );
  test('it is made to call at the least, the expected and the worst', () => {
    expect(drillAsks(1000, gap).map(({ at, is }) => [at - 1000, is])).toEqual([
      [gap.least, 'least'],
      [gap.expected, 'expected'],
      [gap.worst, 'worst'],
    ]);
    expect(drillAsks(0, null)).toEqual([]);
  });
  test.each([
    [0, seconds(80), 'as computed'],
    [seconds(70), seconds(100), 'as computed'],
    [0, seconds(20), 'shorter'],
    [seconds(110), seconds(200), 'longer'],
    [seconds(60), minutes(9), 'open'],
    [seconds(101), seconds(103), 'slowest'],
  ] as const)('between %p and %p ms: %s', (least, most, is) => expect(gapLies(gap, { least, most })).toBe(is));
});
test('a refused modem may be silent for twelve minutes (T3402, 3GPP TS 24.301, from memory), and a return delay comes on top', () => {
  expect([returnAfter('refused card', minutes(5)), returnAfter('link loss', minutes(5)), returnAfter('link loss', null)]).toEqual([
    minutes(17),
    minutes(5),
    0,
  ]);
  expect([gapSpeaksOf('refused card'), gapSpeaksOf('blackout')]).toEqual([true, false]);
});
