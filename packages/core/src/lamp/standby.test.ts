// Standby by its drills: what each kind has to show, and the cheapest ways to have shown nothing.
import { type DrillKind, drillKinds, provingDrills } from '../evidence/index.ts';
import { type House, shippedHouse, withSchool } from '../house/index.ts';
import { type Instant, instant, minutes, seconds } from '../quantity/index.ts';
import { drillSeen, isPowerEvent, ownTime } from './index.ts';
import { from, onePath, twoSims } from './testing.ts';

const nothing = { since: null, took: null, back: null, kept: [], lost: null, seen: null, simulated: false, words: '' } as const;
type Two = ReturnType<typeof twoSims>;
const named = ({ m }: Pick<Two, 'm'>) => {
  if (m.lastFrame === null) throw new Error('no frame came');
  const { frame, receiver, event, grade, path, how, strength, zone, is, source, received, simulated } = m.lastFrame;
  return { frame, receiver, event, grade, path, how, strength, zone, is, source, received, simulated };
};
/** A drill by its calls: the path is cut, an event comes by `by`, the path is put back, an event comes by the path itself. */
const drilled = (
  s: Two,
  drill: DrillKind,
  { by = 2, back = true, cut = 0, wait = 60_000, since = null as number | null, flaps = 0 } = {},
) => {
  const { m, paths } = s;
  const path = paths[cut] ?? paths[0];
  m.add('drill.begun', { drill, path, ago: 0, by: 'hand', words: '' });
  const begun = m.now;
  m.wait(wait - 3_000);
  m.call('0417', { event: `${drill} standby` }, from(by));
  const took = named(s);
  m.wait(60_000);
  const over = m.now;
  m.add('drill.marked', { mark: 'put back', at: over, zone: null, is: null, words: '' });
  if (back) m.call('0417', { event: `${drill} back` }, from(cut + 1));
  m.add('drill.run', {
    ...nothing,
    drill,
    path,
    begun,
    over,
    took,
    back: back ? named(s) : null,
    since: since === null ? null : instant(begun + since),
    seen: { to: m.now, byCut: 1, byOthers: 1, bytes: 40, late: 0, flaps },
    simulated: took.simulated,
  });
};
const bySchool = (question: string, choice: string): House => withSchool(shippedHouse, question, choice);

test('four presses are words: marginal', () => {
  const { m } = twoSims();
  for (const what of ['standby.linkLoss', 'standby.softFailure', 'standby.supplyLoss', 'standby.return'])
    m.read('Standby', null, what, true);
  expect(m.lamp('Standby')).toMatchObject({ is: 'marginal', next: { code: 'next-drill' } });
  m.none('Standby', null, 'taken out');
  expect(m.lamp('Standby')).toMatchObject({ is: 'none', because: [{ code: 'none', args: { reason: 'taken out' } }] });
});
test('three kinds of failure with the return prove it; the plug alone is marginal, and says what is left', () => {
  const s = twoSims();
  drilled(s, 'link loss');
  expect(s.m.lamp('Standby')).toMatchObject({ is: 'marginal', next: { code: 'next-drill', args: { drill: 'soft failure' } } });
  drilled(s, 'soft failure', { back: false });
  drilled(s, 'supply loss', { back: false });
  expect(s.m.lamp('Standby')).toMatchObject({ is: 'proven', next: null, simulated: false });
});
test('its figures are computed from the calls, and where it was made to call before the switch is an interval', () => {
  const s = twoSims();
  drilled(s, 'link loss', { wait: 50_000, since: 30_000 });
  const [because] = s.m.lamp('Standby').because;
  expect(because).toMatchObject({ code: 'drill', args: { least: 30_000, gap: 50_000, returned: 10_000 } });
});
test('a call by the path that was cut, a claim, or a drill without any call is no standby', () => {
  for (const wrong of [1, 9]) {
    const s = twoSims();
    for (const drill of provingDrills) drilled(s, drill, { by: wrong });
    expect(s.m.lamp('Standby').is).toBe('marginal');
  }
  const { m, paths } = twoSims();
  m.add('drill.run', { ...nothing, drill: 'link loss', path: paths[0], begun: m.now, over: m.now });
  expect(m.lamp('Standby')).toMatchObject({ is: 'failed' });
});
test('cutting the standby while the first path calls is no drill of it; where neither is first it is', () => {
  const s = twoSims();
  for (const drill of provingDrills) drilled(s, drill, { cut: 1, by: 1 });
  expect(s.m.lamp('Standby')).toMatchObject({ is: 'marginal', next: { code: 'next-drill', args: { drill: 'link loss' } } });
  const free = twoSims();
  free.m.set(free.paths[1], { 'path.priority': 1 });
  for (const modem of free.modems) free.m.entered(modem).restarted(modem);
  for (const drill of provingDrills) drilled(free, drill, { cut: 1, by: 1 });
  expect(free.m.lamp('Standby').is).toBe('proven');
});
describe('each path’s own cable and supply', () => {
  const own = ({ m, paths }: Two) =>
    m
      .line()
      .cuts.map(({ path, part, is }) => `${path === paths[0] ? 'first' : 'standby'} ${part} ${is}`)
      .filter((said) => !said.endsWith('dark'));

  test('each is proved by cutting it while another calls: the first by the standby’s call, the standby by the first’s', () => {
    const s = twoSims();
    drilled(s, 'link loss');
    expect(own(s)).toEqual(['first cable proven']);
    drilled(s, 'supply loss', { cut: 1, by: 1 });
    expect(own(s)).toEqual(['first cable proven', 'standby supply marginal']);
  });
  test('no call by any other while it was cut is one fuse for two, and Standby fails by it', () => {
    const s = twoSims();
    for (const drill of provingDrills) drilled(s, drill);
    const { m, paths } = s;
    m.add('drill.begun', { drill: 'supply loss', path: paths[1], ago: 0, by: 'hand', words: '' });
    m.add('drill.run', { ...nothing, drill: 'supply loss', path: paths[1], begun: m.now, over: m.now });
    expect(own(s)).toContain('standby supply failed');
    expect(m.lamp('Standby')).toMatchObject({
      is: 'failed',
      because: [{ args: { words: expect.stringContaining('one fuse') as string } }],
    });
  });
  test('that the last path was cut is a word: an ordinary call of the first while nothing was pulled makes it no more than weak', () => {
    const s = twoSims();
    for (const drill of ['link loss', 'supply loss', 'refused card'] as const) drilled(s, drill, { cut: 1, by: 1, back: false });
    expect(s.m.line().cuts.filter(({ is }) => is === 'proven')).toEqual([]);
    expect(s.m.lamp('Standby').is).toBe('marginal');
  });
  test('a press, a claim, or a call by the very path that is cut show nothing of it', () => {
    const s = twoSims();
    s.m.read('Standby', null, 'standby.supplyLoss', true);
    expect(own(s)).toEqual([]);
    drilled(s, 'supply loss', { cut: 1, by: 9 });
    expect(own(s)).toEqual(['standby supply failed']);
    const same = twoSims();
    drilled(same, 'link loss', { cut: 1, by: 2 });
    expect(own(same)).toEqual(['standby cable failed']);
  });
  test('a change at the station takes it back', () => {
    const s = twoSims();
    drilled(s, 'link loss', { cut: 1, by: 1 });
    s.m.set(s.paths[1], { 'path.priority': 3 });
    for (const modem of s.modems) s.m.entered(modem).restarted(modem);
    expect(own(s)).toEqual(['standby cable stale']);
  });
  test('a standby that was cut last is not known to be back, until a call comes by it', () => {
    const s = twoSims();
    for (const drill of provingDrills) drilled(s, drill);
    expect(s.m.lamp('Standby').is).toBe('proven');
    drilled(s, 'supply loss', { cut: 1, by: 1, back: false });
    expect(s.m.lamp('Standby')).toMatchObject({ is: 'marginal', next: { code: 'next-drill', args: { drill: 'link loss' } } });
    expect(s.m.lamp('Standby').because.map(({ code }) => code)).toContain('standby-unseen');
    drilled(s, 'link loss');
    expect(s.m.lamp('Standby').is).toBe('proven');
  });
  test('by house rule those of every path are cut before it is proven', () => {
    const s = twoSims();
    s.m.rules = { ...s.m.rules, house: bySchool('each path', 'each') };
    drilled(s, 'link loss', { cut: 1, by: 1 });
    for (const drill of provingDrills) drilled(s, drill);
    expect(s.m.lamp('Standby')).toMatchObject({ is: 'marginal', next: { code: 'next-own' } });
    drilled(s, 'supply loss', { cut: 1, by: 1 });
    drilled(s, 'soft failure');
    expect(s.m.lamp('Standby').is).toBe('proven');
  });
});
test('correcting the standby’s address afterwards takes the drill’s proof away', () => {
  const s = twoSims();
  for (const drill of provingDrills) drilled(s, drill);
  expect(s.m.lamp('Standby').is).toBe('proven');
  s.m.set(s.paths[1], { 'path.address': '198.51.100.77' });
  expect(s.m.lamp('Standby').is).toBe('marginal');
});
test('a path that comes back and goes again is no return; a quiet return in any drill is one', () => {
  const s = twoSims();
  for (const drill of provingDrills) drilled(s, drill, { flaps: 1 });
  expect(s.m.lamp('Standby')).toMatchObject({ is: 'marginal', next: { code: 'next-return' } });
  drilled(s, 'link loss');
  expect(s.m.lamp('Standby').is).toBe('proven');
});
test('later than the client allows leaves it weak, by house rule it counts; a late call alone is no late switch', () => {
  const s = twoSims();
  s.m.set(s.paths[0], { 'path.switchMost': minutes(2) });
  for (const drill of provingDrills) drilled(s, drill, { wait: minutes(5), ...(drill === 'link loss' ? { since: minutes(3) } : {}) });
  expect(s.m.lamp('Standby')).toMatchObject({ is: 'marginal', next: { code: 'next-drill', args: { drill: 'link loss' } } });
  expect(s.m.lamp('Standby').because.map(({ code }) => code)).toContain('drill-slow');
  s.m.rules = { ...s.m.rules, house: bySchool('late switch', 'counts') };
  expect(s.m.lamp('Standby').is).toBe('proven');
});

describe('blackout and all paths down', () => {
  /** Supply off for a minute; what comes after is `event`, over path one. */
  const blackout = (s: Two, event: string | null, { lost = null as string | null } = {}) => {
    const { m, paths } = s;
    m.add('drill.begun', { drill: 'blackout', path: paths[0], ago: 0, by: 'hand', words: '' });
    const begun = m.now;
    const mains = lost === null ? null : (m.call('0417', { event: lost }, from(1)), named(s));
    m.wait(60_000);
    const over = m.now;
    if (event !== null) m.call('0417', { event }, from(1));
    const back = event === null ? null : named(s);
    m.add('drill.run', {
      ...nothing,
      drill: 'blackout',
      path: paths[0],
      begun,
      over,
      back,
      lost: mains ?? (back !== null && isPowerEvent(back.event) ? back : null),
    });
  };
  /** Two events while nothing leads out, and when and as what they came; null for not at all. */
  const down = (s: Two, came: readonly ({ zone: string; own: number; early?: true } | null)[]) => {
    const { m, paths } = s;
    m.add('drill.begun', { drill: 'all paths down', path: paths[0], ago: 0, by: 'hand', words: '' });
    const begun = m.now;
    const made = came.map((_, i) => ({ at: instant(begun + seconds(10 * (i + 1))), zone: String(i + 1), is: 'alarm' as const }));
    m.wait(60_000);
    const over = m.now;
    const kept = came.map((one, i) => {
      const of = made[i] ?? { at: over, zone: '1', is: 'alarm' as const };
      if (one === null) return { ...of, frame: null, own: null };
      m.call('0417', { event: `zone ${one.zone}`, zone: one.zone }, from(1));
      return {
        ...of,
        frame: { ...named(s), ...(one.early === true ? { received: instant(over - 1_000) } : {}) },
        own: instant(one.own + begun),
      };
    });
    const back = kept.find(({ frame }) => frame !== null)?.frame ?? null;
    m.add('drill.run', { ...nothing, drill: 'all paths down', path: paths[0], begun, over, back, kept });
  };
  const proven = () => {
    const s = twoSims();
    for (const drill of provingDrills) drilled(s, drill);
    s.m.rules = { ...s.m.rules, house: bySchool('drills', 'dark') };
    return s;
  };
  test('they are asked for by house rule alone', () => {
    const s = proven();
    expect(s.m.lamp('Standby')).toMatchObject({ is: 'marginal', next: { args: { drill: 'blackout' } } });
    blackout(s, 'restart');
    expect(s.m.lamp('Standby')).toMatchObject({ is: 'marginal', next: { args: { drill: 'all paths down' } } });
    down(s, [
      { zone: '1', own: 10_000 },
      { zone: '2', own: 20_000 },
    ]);
    expect(s.m.lamp('Standby').is).toBe('proven');
    s.m.rules = { ...s.m.rules, house: shippedHouse };
    expect(s.m.lamp('Standby').is).toBe('proven');
  });
  test('a switch that nobody pressed, and a call that was due anyway, is no blackout; one event of its supply is', () => {
    const s = proven();
    blackout(s, 'test');
    expect(s.m.lamp('Standby')).toMatchObject({ is: 'marginal', next: { args: { drill: 'blackout' } } });
    blackout(s, 'test', { lost: 'mains_lost' });
    expect(s.m.lamp('Standby')).toMatchObject({ next: { args: { drill: 'all paths down' } } });
  });
  test('a station that stays dark has failed, with one path as with two', () => {
    const s = proven();
    blackout(s, null);
    expect(s.m.lamp('Standby').is).toBe('failed');
  });
  test.each([
    ['what did not come', [{ zone: '1', own: 10_000 }, null], 'failed'],
    [
      'another order',
      [
        { zone: '2', own: 10_000 },
        { zone: '1', own: 20_000 },
      ].reverse(),
      'marginal',
    ],
    [
      'the time of its arrival as its own',
      [
        { zone: '1', own: 10_000 },
        { zone: '2', own: minutes(9) },
      ],
      'marginal',
    ],
    [
      'a call from before the paths were back',
      [
        { zone: '1', own: 10_000, early: true },
        { zone: '2', own: 20_000 },
      ],
      'marginal',
    ],
  ] as const)('%s keeps nothing', (why, came, is) => {
    const s = proven();
    blackout(s, 'restart');
    down(
      s,
      why === 'another order'
        ? [
            { zone: '1', own: 900_000 },
            { zone: '2', own: 20_000 },
          ]
        : came,
    );
    expect(s.m.lamp('Standby').is).toBe(is);
  });
});
test('one path has no standby by its plan, by house rule a reason; and what it was drilled for is told, or has failed', () => {
  const { m, path } = onePath();
  expect(m.lamp('Standby')).toMatchObject({ is: 'none', next: null });
  const rules = m.rules;
  m.rules = { ...rules, house: bySchool('one path', 'reason') };
  expect(m.lamp('Standby')).toMatchObject({ is: 'dark', next: { code: 'next-standby-none' } });
  m.rules = rules;
  m.add('drill.run', { ...nothing, drill: 'blackout', path, begun: instant(m.now - 60_000), over: m.now });
  expect(m.lamp('Standby').is).toBe('failed');
});

test('what came is counted by its path, with its bytes, its lateness and its restlessness', () => {
  const { paths } = twoSims();
  const came = (at: number, path: 0 | 1, own: number | null = null, counts = true) => ({ at, path: paths[path], counts, own, bytes: 10 });
  const of = { path: paths[0], begun: 100, over: 500_000, to: 900_000 };
  expect(drillSeen(of, [came(50, 1), came(200_000, 1, 1_000), came(210_000, 1, null, false), came(600_000, 0), came(900_001, 1)])).toEqual({
    to: 900_000,
    byCut: 1,
    byOthers: 1,
    bytes: 10,
    late: 1,
    flaps: 0,
  });
  expect(drillSeen(of, [came(600_000, 0), came(650_000, 1), came(700_000, 0)])).toMatchObject({ flaps: 2 });
});
test.each([
  ['mains lost', true],
  ['mains', true],
  ['mains_back', true],
  ['restart', true],
  ['power-up', true],
  ['AC loss', true],
  ['periodic test', false],
  ['remains', false],
  ['burglary', false],
])('%s speaks of the supply: %p', (event, is) => expect(isPowerEvent(event)).toBe(is));
test('a unit’s own time is read as its protocol writes it', () =>
  expect([ownTime('2026-11-12T14:06:00Z'), ownTime('14:06:00,11-12-2026'), ownTime('noon'), ownTime(null)]).toEqual([
    1_794_492_360_000 as Instant,
    1_794_492_360_000 as Instant,
    null,
    null,
  ]));
test('each kind says how it is made and undone, and a live aerial is never unscrewed', () => {
  expect(drillKinds).toEqual(['link loss', 'soft failure', 'supply loss', 'blackout', 'all paths down', 'slow and lossy', 'refused card']);
});
