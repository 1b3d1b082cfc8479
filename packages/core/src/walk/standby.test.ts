// The gap as the sheet plans it, and what the paths share.
import { twoSims } from '../lamp/testing.ts';
import { minutes } from '../quantity/index.ts';
import { plannedGap, probedOf, sharedBetween } from './index.ts';

test('the gap goes from the first path in the unit’s order to the one behind it; without probes nothing can be said, by the link’s sign it can', () => {
  const { m, paths } = twoSims();
  expect(plannedGap(m.state)).toBeNull();
  m.set(paths[0], {
    'path.probe': 'ping',
    'path.probeEvery': 30_000,
    'path.probeMisses': 3,
    'path.probePatience': 5_000,
    'path.switchMost': minutes(5),
  });
  const gap = plannedGap(m.state);
  expect(gap).toMatchObject({ from: paths[0], to: paths[1], probing: { every: 30_000, misses: 3 }, allowed: minutes(5) });
  // A cellular standby that is not said to be on all the time has to wake and register.
  expect(gap?.stretches.map(({ code }) => code)).toEqual([
    'gap-notice',
    'gap-route',
    'gap-dial',
    'gap-register',
    'gap-context',
    'gap-desk',
  ]);
  m.set(paths[1], { 'path.on': true });
  expect(plannedGap(m.state)?.stretches.map(({ code }) => code)).toEqual(['gap-notice', 'gap-route', 'gap-desk']);
  m.set(paths[0], { 'path.probe': 'link' });
  expect(plannedGap(m.state)).toMatchObject({ probing: null });
  m.set(paths[0], { 'path.priority': 3 });
  expect(plannedGap(m.state)).toBeNull();
});
test('what is known of the path’s loss is taken, and what is not stands by practice', () => {
  const { m, paths } = twoSims();
  expect(probedOf(m.state)).toEqual({ patience: 5_000, loss: 0.01, burst: 5_000, bytes: 120 });
  m.set(paths[0], { 'path.loss': 4, 'path.probeBytes': 200 });
  expect(probedOf(m.state)).toMatchObject({ loss: 0.04, bytes: 200 });
});
test('two paths on one carrier, one mast or one receiver are named; each alone is not', () => {
  const { m, paths, sims } = twoSims();
  expect(sharedBetween(m.state)).toEqual([{ what: 'receiver', name: 'desk', paths: [...paths] }]);
  m.set(sims[0], { 'sim.carrier': 'Fellwave' }).set(sims[1], { 'sim.carrier': 'Tarnlink' });
  m.set(paths[0], { 'path.duct': 'Lune mast' }).set(paths[1], { 'path.duct': 'Lune mast' });
  expect(sharedBetween(m.state).map(({ what, name }) => [what, name])).toEqual([
    ['duct', 'Lune mast'],
    ['receiver', 'desk'],
  ]);
  m.set(sims[1], { 'sim.carrier': 'Fellwave' });
  expect(sharedBetween(m.state).map(({ what }) => what)).toContain('carrier');
});
