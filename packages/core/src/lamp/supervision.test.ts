// When a silence is noticed: by the schedule, once, never for a desk that was away itself, never while nobody is to be sent.
import { days, hours, instant, minutes, seconds } from '../quantity/index.ts';
import type { StationMaker } from '../scenario/index.ts';
import { openLapses, overdue, supervision, watchDue } from './index.ts';
import { onePath, twoSims, from } from './testing.ts';

const watched = { 'desk.supervision': true, 'desk.onTest': false, 'desk.grace': hours(25), 'desk.called': 'Ruth, then the client' };
const daily = () => {
  const s = onePath();
  s.m.set(null, watched).set(s.unit, { 'unit.testEvery': days(1) });
  s.m.entered('desk').restarted('desk').entered(s.unit).restarted(s.unit);
  s.m.add('placed', { place: 'site', where: 'the weir' });
  return s;
};
const of = (m: StationMaker, now: number = m.now, downs: { from: number; to: number }[] = []) => supervision(m.state, m.heard, now, downs);
const found = (m: StationMaker, now: number) => overdue(m.state, of(m, now), now).map(({ is, due }) => [is, due]);
const lapse = (m: StationMaker) => {
  const [window] = overdue(m.state, of(m), m.now);
  if (window === undefined) throw new Error('nothing is overdue');
  const { is, path, since, due } = window;
  return m.add('lapse.found', { is, path, since: instant(since), due: instant(due), called: 'Ruth' }, { part: 'desk' });
};

test('after a visit the first scheduled call is waited for; its absence is a lapse of its own kind, at the very end of its window', () => {
  const { m } = daily();
  const left = m.state.attended?.ord ?? 0;
  expect(of(m)).toMatchObject({
    is: 'armed',
    called: ['Ruth', 'the client'],
    windows: [{ is: 'first', since: left, due: left + hours(25) }],
  });
  expect(found(m, left + hours(25) - 1)).toEqual([]);
  expect(found(m, left + hours(25))).toEqual([['first', left + hours(25)]]);
});
test('where the longest silence is longer than a day and an hour, the first call is still due after a day and an hour', () => {
  const { m } = daily();
  m.set(null, { 'desk.grace': hours(49) })
    .entered('desk')
    .restarted('desk');
  const [window] = of(m).windows;
  expect((window?.due ?? 0) - (window?.since ?? 0)).toBe(hours(25));
  m.wait(hours(20)).call('0233', { event: 'test' });
  const [after] = of(m).windows;
  expect([after?.is, (after?.due ?? 0) - (after?.since ?? 0)]).toEqual(['silence', hours(49)]);
});
test('a call moves the window on; what is impossible does not', () => {
  const { m } = daily();
  m.wait(hours(20)).call('0233', { event: 'test' });
  const came = m.now;
  m.wait(hours(20));
  m.knowing = { ...m.knowing, here: { ...m.knowing.here, addresses: ['203.0.113.5'] } };
  m.call('0233', { event: 'test' }, { address: '127.0.0.1', port: 1 });
  expect(of(m).windows).toMatchObject([{ is: 'silence', since: came, due: came + hours(25) }]);
});
test.each([
  ['it is not armed', (m: StationMaker) => m.set(null, { 'desk.supervision': false }).entered('desk').restarted('desk'), 'off'],
  [
    'it is on test',
    (m: StationMaker) => m.add('test.begun', { until: instant(m.now + days(1)), elsewhere: false, told: '', words: '' }),
    'on test',
  ],
  ['it is muted', (m: StationMaker) => m.add('watch.muted', { until: instant(m.now + days(90)), reason: 'winter' }), 'muted'],
  ['it reports to another desk', (m: StationMaker) => m.set(null, { 'desk.whose': 'theirs' }), 'elsewhere'],
] as const)('nobody is sent where %s', (_, how, is) => {
  const { m } = daily();
  how(m);
  const now = m.now + hours(23);
  expect(of(m, now).is).toBe(is);
  expect(overdue(m.state, of(m, now), m.now + days(400))).toEqual([]);
});
test('simulated calls keep no real station awake; where there are none but them, theirs are waited for', () => {
  const { m } = daily();
  m.wait(hours(5)).call('0233', { event: 'test' }, undefined, true);
  const came = m.now;
  expect(of(m).windows).toMatchObject([{ is: 'silence', since: came }]);
  m.wait(hours(2)).call('0233', { event: 'test' });
  const real = m.now;
  m.wait(hours(2)).call('0233', { event: 'test' }, undefined, true);
  expect(of(m).windows).toMatchObject([{ since: real }]);
});
test('what was taken down is watched no more', () => {
  const { m } = daily();
  const rules = { id: 'shipped', version: 1, hash: '0'.repeat(64) as never };
  m.add('signed.off', {
    ending: 'taken down',
    name: 'Ines',
    words: '',
    lamps: [],
    house: rules,
    profiles: [],
    core: '1',
    head: null,
    signature: null,
    returns: null,
    untrue: '',
    closed: ['card', 'claim', 'account', 'keys'],
  });
  expect([of(m).is, found(m, m.now + days(9))]).toEqual(['off', []]);
});
test('a mute ends by itself, and what is silent by then is looked at in that moment', () => {
  const { m } = daily();
  m.add('watch.muted', { until: instant(m.now + days(3)), reason: 'works' });
  const end = m.state.muted?.until ?? 0;
  expect(watchDue(m.state, of(m))).toBe(end);
  expect(found(m, end - 1)).toEqual([]);
  expect(found(m, end)).toHaveLength(1);
});
test('it is found once; a call closes it, and the next silence is another', () => {
  const { m } = daily();
  m.wait(hours(26));
  lapse(m);
  expect(m.lamp('Watch')).toMatchObject({ is: 'failed', because: [{ code: 'lapse' }] });
  expect([found(m, m.now + days(9)), watchDue(m.state, of(m))]).toEqual([[], null]);
  m.call('0233', { event: 'test' });
  const { id } = openLapses(m.state)[0] ?? { id: m.last.id };
  m.add('lapse.closed', { lapse: id, frame: 1, at: m.now }, { part: 'desk' });
  expect(openLapses(m.state)).toEqual([]);
  expect(watchDue(m.state, of(m))).not.toBeNull();
  m.wait(hours(26));
  expect(found(m, m.now)).toHaveLength(1);
});
test('while the desk was away nothing is anybody’s silence: the next call is waited for once more', () => {
  const { m } = daily();
  m.wait(hours(10)).call('0233', { event: 'test' });
  const last = m.now;
  // It was away over the hour of the next call.
  const away = { from: last + hours(23), to: last + hours(26) };
  expect(of(m, last + hours(27), [away]).windows).toMatchObject([{ due: away.to + hours(25) }]);
  // Away over nothing that was due: as much longer as it was away, at least.
  const short = { from: last + hours(2), to: last + hours(2) + minutes(5) };
  expect(of(m, last + hours(3), [short]).windows[0]?.due).toBe(last + hours(25) + minutes(5));
  // Before the last call, and after the window: nothing.
  for (const other of [
    { from: last - hours(3), to: last - hours(2) },
    { from: last + hours(30), to: last + hours(31) },
  ])
    expect(of(m, last + hours(32), [other]).windows[0]?.due).toBe(last + hours(25));
});
test('a unit that tests each path is watched on each', () => {
  const { m, paths, unit } = twoSims();
  m.set(null, watched).set(unit, { 'unit.testEvery': days(1), 'unit.testPaths': 'each' });
  m.entered('desk').restarted('desk').entered(unit).restarted(unit).wait(hours(2));
  m.call('0417', { event: 'test' }, from(1)).wait(hours(20)).call('0417', { event: 'test' }, from(2));
  expect(of(m).windows.map(({ path }) => path)).toEqual([null, ...paths]);
  expect(found(m, m.now + hours(6)).length).toBe(1);
});

test('quieter than its own rhythm is said before the window ends, only where it is watched, and not by what came before the last visit', () => {
  const { m } = daily();
  for (let i = 0; i < 9; i++) m.wait(minutes(30)).call('0233', { event: 'test' });
  const last = m.now;
  // A call of the maker takes three seconds itself.
  const usual = minutes(30) + seconds(3);
  expect(of(m).quiet).toEqual({ since: last, usual, from: last + 2 * usual });
  m.add('watch.muted', { until: instant(last + hours(5)), reason: 'paint' });
  expect(of(m).quiet).toBeNull();
  const other = daily().m;
  for (let i = 0; i < 9; i++) other.wait(minutes(30)).call('0233', { event: 'test' });
  other.add('placed', { place: 'site', where: 'the weir' });
  expect(of(other).quiet).toBeNull();
});

const winter = (grace: number | null) => {
  const s = daily();
  s.m.set(null, { 'desk.winterFrom': '11-20', 'desk.winterTo': '03-15', ...(grace === null ? {} : { 'desk.winterGrace': grace }) });
  s.m.set(s.unit, { 'unit.winterEvery': days(7) });
  s.m.entered('desk').restarted('desk').entered(s.unit).restarted(s.unit);
  return s;
};
const day = (text: string): number => Date.parse(`${text}T00:00:00Z`);
test('in winter the winter’s own window counts, both days with it; a silence of before a season is none of it', () => {
  const { m } = winter(days(8));
  const year = new Date(m.now).getUTCFullYear();
  const begins = day(`${year}-11-20`);
  expect(of(m, begins - 1)).toMatchObject({ every: days(1), grace: hours(25), season: { is: 'usual', until: begins } });
  expect(of(m, begins)).toMatchObject({
    every: days(7),
    grace: days(8),
    season: { is: 'winter', from: begins, until: day(`${year + 1}-03-16`) },
  });
  // Its last call before spring was six days ago, as winter has it: spring takes nobody for dead at once.
  const spring = day(`${year + 1}-03-16`);
  m.wait(spring - days(6) - m.now).call('0233', { event: 'test' });
  expect(overdue(m.state, of(m, spring), spring)).toEqual([]);
  expect(of(m, spring).windows).toMatchObject([{ since: spring, due: spring + hours(25) }]);
  expect(overdue(m.state, of(m, spring + hours(25)), spring + hours(25))).toHaveLength(1);
});
test('a winter without a window of its own expects nothing, says until when, and keeps no proven Watch', () => {
  const { m } = winter(null);
  const year = new Date(m.now).getUTCFullYear();
  const at = day(`${year}-12-24`);
  expect(of(m, at)).toMatchObject({ is: 'closed', windows: [], changes: day(`${year + 1}-03-16`) });
  expect(overdue(m.state, of(m, at), at + days(400))).toEqual([]);
  expect(watchDue(m.state, of(m, at))).toBe(day(`${year + 1}-03-16`));
});
test('in a holiday others are called, from its first day to its last', () => {
  const { m } = daily();
  const year = new Date(m.now).getUTCFullYear() + 1;
  m.set(null, { 'desk.holidayFrom': `${year}-01-01`, 'desk.holidayTo': `${year}-01-06`, 'desk.holidayCalled': 'the warden' });
  m.entered('desk').restarted('desk');
  expect(of(m).changes).toBe(day(`${year}-01-01`));
  expect(of(m, day(`${year}-01-01`) - 1).called).toEqual(['Ruth', 'the client']);
  expect(of(m, day(`${year}-01-01`))).toMatchObject({
    called: ['the warden'],
    holiday: day(`${year}-01-07`),
    changes: day(`${year}-01-07`),
  });
  expect(of(m, day(`${year}-01-07`)).called).toEqual(['Ruth', 'the client']);
});
