// A tunnel is proved by hosts that reach each other over each path that carries it, and by nothing less.
import type { DataOf } from '../journal/index.ts';
import { days } from '../quantity/index.ts';
import { twoSims } from './testing.ts';

type Crossed = DataOf<'tunnel.crossed'>;
const pair = () => {
  const s = twoSims();
  const tunnel = s.m.element('tunnel', 'dale office');
  s.m.set(tunnel, { 'tunnel.here': '10.8.3.0/24', 'tunnel.there': '10.1.0.0/24' });
  for (const path of s.paths) s.m.set(path, { 'path.tunnel': tunnel });
  s.m.set(s.modems[0], { 'modem.lan': '10.8.3.1' });
  for (const modem of s.modems) s.m.entered(modem).restarted(modem);
  const cross = (way: Crossed['way'], change: Partial<Crossed> = {}) => {
    const [near, far] = ['10.8.3.20', '10.1.0.5'];
    const of = way === 'there' ? { host: far, from: near } : { host: near, from: far };
    s.m
      .wait(1_000)
      .add('tunnel.crossed', { tunnel, way, ...of, seen: null, replies: 3, by: 'device', simulated: false, words: '', ...change });
  };
  const is = () => {
    const [of] = s.m.line().tunnels;
    if (of === undefined) throw new Error('no tunnel');
    return of;
  };
  /** A drill of the first path, in which the standby called, with what went through the tunnel meanwhile. */
  const drilled = (meanwhile: () => void, { before, after }: { before?: () => void; after?: () => void } = {}) => {
    const { m, paths } = s;
    m.add('drill.begun', { drill: 'link loss', path: paths[0], ago: 0, by: 'hand', words: '' });
    const begun = m.now;
    before?.();
    m.call('0417', { event: 'by the standby' }, { address: '198.51.100.2', port: 40_000 });
    const { lastFrame } = m;
    if (lastFrame === null) throw new Error('no frame');
    const { frame, receiver, event, grade, path, how, strength, zone, is: turn, source, received, simulated } = lastFrame;
    meanwhile();
    m.wait(5_000);
    const over = m.now;
    m.add('drill.marked', { mark: 'put back', at: over, zone: null, is: null, words: '' });
    after?.();
    const took = { frame, receiver, event, grade, path, how, strength, zone, is: turn, source, received, simulated };
    m.add('drill.run', {
      drill: 'link loss',
      path: paths[0],
      begun,
      over,
      since: null,
      took,
      back: null,
      kept: [],
      lost: null,
      seen: null,
      simulated: false,
      words: '',
    });
  };
  return { ...s, tunnel, cross, is, drilled };
};

test('untested it is dark, ‘up’ is grade 3 and weak', () => {
  const { cross, is } = pair();
  expect(is()).toMatchObject({ is: 'dark', grade: null });
  cross('up', { host: null, from: null, replies: 1, by: 'word' });
  expect(is()).toMatchObject({ is: 'marginal', grade: 3 });
});
test('both ways over the first path, then both over the standby in a drill that has shown it: proven', () => {
  const { cross, is, drilled } = pair();
  cross('there');
  expect(is()).toMatchObject({ is: 'marginal', grade: 3 });
  cross('back');
  expect(is()).toMatchObject({ is: 'marginal', grade: 6 });
  expect(is().over.map(({ there, back }) => [there !== null, back !== null])).toEqual([
    [true, true],
    [false, false],
  ]);
  drilled(() => {
    cross('there');
    cross('back');
    // While the drill is open nobody knows by which path it ran.
    expect(is().over[1]).toMatchObject({ there: null, back: null });
  });
  expect(is()).toMatchObject({ is: 'proven', grade: 6, faults: [], simulated: false });
});
test.each([
  ['a word', { by: 'word' }, 'word'],
  ['no answer', { replies: 0 }, 'silent'],
  ['a laptop in the station’s own LAN that asks it', { from: '10.8.3.77' }, 'there'],
  ['another site’s host', { host: '10.9.9.9' }, 'here'],
  ['the router’s own end', { host: '10.8.3.1' }, 'own end'],
  ['an address that is changed on the way', { seen: '10.1.0.254' }, 'changed address'],
] as const)('%s proves nothing', (_, change, fault) => {
  const { cross, is } = pair();
  cross('there');
  cross('back', change);
  expect(is()).toMatchObject({ is: fault === 'silent' ? 'failed' : 'marginal', faults: [{ way: 'back', fault }] });
  expect(is().over[0]?.back).toBeNull();
});
test('a change after it takes its proof away, and so does a silent answer', () => {
  const one = pair();
  one.m.set(one.paths[1], { 'path.on': false });
  one.cross('there');
  one.cross('back');
  one.m.set(one.modems[0], { 'modem.lan': '10.8.3.2' }).entered(one.modems[0]).restarted(one.modems[0]);
  expect(one.is().faults.map(({ fault }) => fault)).toEqual(['changed since', 'changed since']);
  one.cross('there');
  one.cross('back');
  expect(one.is().faults).toEqual([]);
  one.cross('back', { replies: 0 });
  expect(one.is().is).toBe('failed');
});
test.each(['said cut before it was, asked, then pulled', 'asked after it was put back, before the drill was closed'] as const)(
  'cheaply over the standby: %s shows neither path',
  (how) => {
    const { cross, is, drilled } = pair();
    const both = () => {
      cross('there');
      cross('back');
    };
    drilled(() => undefined, how.startsWith('said') ? { before: both } : { after: both });
    expect(is().over.map(({ there, back }) => [there, back])).toEqual([
      [null, null],
      [null, null],
    ]);
  },
);
test('what was asked in a drill that was put aside shows no path, the first neither', () => {
  const { m, paths, cross, is } = pair();
  m.add('drill.begun', { drill: 'link loss', path: paths[0], ago: 0, by: 'hand', words: '' });
  cross('there');
  cross('back');
  m.add('drill.ended', { words: 'rain' });
  expect(is().over).toEqual(paths.map((path) => ({ path, there: null, back: null })));
});
test('its proof is as old as a drill’s may be, says until when, and has to be made again after that', () => {
  const { m, cross, is, drilled } = pair();
  const both = () => {
    cross('there');
    cross('back');
  };
  both();
  drilled(both);
  const { due } = is();
  expect([is().is, due === null ? 0 : Math.round((due - m.now) / days(1))]).toEqual(['proven', 182]);
  m.wait(days(183));
  expect(is()).toMatchObject({ is: 'stale', faults: [{ fault: 'aged' }, { fault: 'aged' }] });
  m.rules = { ...m.rules, house: { ...m.rules.house, age: {} } };
  expect(is()).toMatchObject({ is: 'proven', due: null });
});
test('what the yard shows is marked, and a real answer puts it aside', () => {
  const { cross, is } = pair();
  cross('there', { simulated: true });
  expect(is().simulated).toBe(true);
  cross('there');
  expect(is()).toMatchObject({ simulated: false });
});
