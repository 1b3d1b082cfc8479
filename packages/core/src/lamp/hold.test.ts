import { shippedHouse, withSchool } from '../house/index.ts';
import { holdFigures, type Sample, type SignalName } from '../sums/index.ts';
import { type Hold, holdOf, judgeHold, radioOf, sayReason } from './index.ts';
import { speakerOf } from '../journal/index.ts';
import { instant } from '../quantity/index.ts';
import { onePath } from './testing.ts';

type Values = { readonly [N in SignalName]?: number };
const hold = (each: readonly Values[], of: Partial<Pick<Hold, 'radio' | 'source' | 'time'>> = {}): Hold => {
  const samples: Sample[] = each.map((values, i) => ({ at: i * 1000, values }));
  return { radio: 'LTE', source: 'typed', time: 30_000, ...of, ...holdFigures(samples, of.source === 'modem') };
};
const lte = (level: number, quality = -10): Values[] =>
  Array.from({ length: 30 }, (_, i) => ({ 'signal.rsrp': level + (i % 2), 'signal.rsrq': quality }));
const judge = (of: Hold, called = false) => judgeHold(of, shippedHouse, called);
const codes = (of: Hold, called = false) => judge(of, called).because.map(({ code }) => code);

// Pass figures are ours: tenth percentile of a level, median of a quality.
test.each([
  [-100, -15, 'proven'],
  [-101, -15, 'marginal'],
  [-110, -15, 'marginal'],
  [-111, -15, 'failed'],
  [-90, -16, 'marginal'],
  [-90, -20, 'marginal'],
  [-90, -21, 'failed'],
] as const)('LTE at %p dBm and %p dB is %s', (level, quality, is) => expect(judge(hold(lte(level, quality))).is).toBe(is));
test.each([
  ['LTE-M', { 'signal.rsrp': -105, 'signal.rsrq': -15 }, 'proven'],
  ['NB-IoT', { 'signal.rsrp': -112, 'signal.sinr': -3 }, 'proven'],
  ['NB-IoT', { 'signal.rsrp': -123, 'signal.sinr': -3 }, 'failed'],
  ['UMTS', { 'signal.rscp': -95, 'signal.ecno': -12 }, 'proven'],
  ['GSM', { 'signal.rxlev': -90 }, 'proven'],
  ['GSM', { 'signal.rxlev': -103 }, 'failed'],
  ['Wi-Fi', { 'signal.wifi': -67 }, 'proven'],
  ['Wi-Fi', { 'signal.wifi': -76 }, 'failed'],
  ['NR', { 'signal.rsrp': -100, 'signal.sinr': 3 }, 'proven'],
] as const)('%s with %p is %s', (radio, values, is) =>
  expect(
    judge(
      hold(
        Array.from({ length: 30 }, () => values),
        { radio },
      ),
    ).is,
  ).toBe(is),
);

test('level alone lies: without a quality it is marginal, and says so', () => {
  const { is, next } = judge(hold(Array.from({ length: 30 }, () => ({ 'signal.rsrp': -80 }))));
  expect([is, next?.code]).toEqual(['marginal', 'next-quality']);
});
test('a good level with a bad quality fails, and sends the aerial another way, not higher', () => {
  const { is, next } = judge(hold(lte(-80, -25)));
  expect([is, next]).toMatchObject(['failed', { code: 'next-move', args: { level: false } }]);
});
test('too short is marginal', () => expect(codes(hold(lte(-90), { time: 29_999 }))).toContain('hold-short'));
test('a modem with few fresh readings has to be held as long as ten of them take', () => {
  const slow = Array.from({ length: 30 }, (_, i) => ({ 'signal.rsrp': -90 - (Math.floor(i / 6) % 2), 'signal.rsrq': -9 }));
  const { is, because, next } = judge(hold(slow, { source: 'modem' }));
  expect(is).toBe('marginal');
  expect(because.find(({ code }) => code === 'hold-fresh')?.args).toMatchObject({ fresh: 5, refresh: 6000, asked: 10 });
  expect(next).toMatchObject({ code: 'next-hold', args: { time: 60_000 } });
});
test.each([
  [6, 'proven'],
  [7, 'marginal'],
])('a swing of %p dB is %s', (swing, is) =>
  expect(
    judge(hold(Array.from({ length: 30 }, (_, i) => ({ 'signal.rsrp': i % 2 === 0 ? -80 : -80 + swing, 'signal.rsrq': -9 })))).is,
  ).toBe(is),
);
test.each([
  [3, 'proven'],
  [4, 'marginal'],
])('a fall of %p dB within the hold is %s', (fall, is) =>
  expect(
    judge(hold(Array.from({ length: 30 }, (_, i) => ({ 'signal.rsrp': i < 10 ? -80 : i < 20 ? -82 : -80 - fall, 'signal.rsrq': -9 })))).is,
  ).toBe(is),
);
test.each([
  [3, true, 'proven'],
  [3, false, 'marginal'],
  [2, true, 'marginal'],
  [1, true, 'failed'],
] as const)('%p bars of five, with a call meanwhile %p, is %s', (bars, called, is) =>
  expect(judge(hold(Array.from({ length: 30 }, () => ({ 'signal.bars': bars }))), called).is).toBe(is),
);
test('bars may swing by one step and no more', () => {
  const bars = (other: number) => hold(Array.from({ length: 30 }, (_, i) => ({ 'signal.bars': i % 2 === 0 ? 3 : other })));
  expect([judge(bars(4), true).is, judge(bars(5), true).is]).toEqual(['proven', 'marginal']);
});
test('readings that house rules judge no such radio by say which to read', () =>
  expect(judge(hold([{ 'signal.rxlev': -80 }], { radio: 'LTE' }))).toMatchObject({
    is: 'marginal',
    next: { code: 'next-level', args: { radio: 'LTE' } },
    worked: { outside: 'hold-verdict' },
  }));
test('nothing yet is judged without throwing', () => expect(judge(hold([])).is).toBe('marginal'));

test('the verdict opens into its steps, each with the house rules that it stands on', () => {
  const { worked } = judge(hold(lte(-100, -15)));
  expect(worked).toMatchObject({ sum: 'hold', value: -100, least: -100, most: -99, outside: null });
  expect(worked.steps.map(({ code }) => code)).toEqual(['hold-fresh', 'hold-level', 'hold-spread', 'hold-fall', 'hold-quality']);
  for (const { source } of worked.steps) expect(source).toEqual({ ours: 'house rules shipped version 1' });
});
test('it is a sentence that says why', () => {
  const { m } = onePath();
  const speaker = speakerOf(m.state, () => null, instant(m.now), 'UTC');
  expect(
    judge(hold(lte(-104)))
      .because.map((of) => sayReason(of, speaker))
      .join(' '),
  ).toBe(
    'Held for 30 s on LTE, 30 fresh readings. RSRP: a tenth of the time it was at or below \u2212104 dBm: fair, \u2212100 dBm is asked. RSRQ: in the middle \u221210 dB; \u221215 dB is asked.',
  );
});

const take = (m: ReturnType<typeof onePath>['m'], path: ReturnType<typeof onePath>['path'], level: number, simulated = false) => {
  const samples = lte(level).map((values, i) => ({ at: i * 1000, values }));
  return m.add('hold.run', { path, from: instant(m.now), to: instant(m.now + 30_000), radio: 'LTE', source: 'typed', samples, simulated });
};
test('a hold of the right length proves Signal; a weak reading later fails it; the next hold mends it', () => {
  const { m, path } = onePath();
  m.read('Signal', path, 'signal.rsrp', -90, 'dBm');
  expect(m.lamp('Signal', path).is).toBe('marginal');
  take(m, path, -92);
  expect(m.lamp('Signal', path)).toMatchObject({ is: 'proven', next: null, simulated: false });
  m.read('Signal', path, 'signal.rsrp', -118, 'dBm');
  expect(m.lamp('Signal', path)).toMatchObject({ is: 'failed', because: [{ code: 'too-weak' }] });
  take(m, path, -92);
  expect(m.lamp('Signal', path).is).toBe('proven');
});
test('a new aerial makes the hold stale; a simulated hold is marked and gives way to a real one', () => {
  const { m, path } = onePath();
  take(m, path, -92, true);
  expect(m.lamp('Signal', path)).toMatchObject({ is: 'proven', simulated: true });
  take(m, path, -104);
  expect(m.lamp('Signal', path)).toMatchObject({ is: 'marginal', simulated: false });
  m.add('antenna.changed', { element: path, words: '' });
  expect(m.lamp('Signal', path).is).toBe('stale');
});
test('facts that are none of a hold give none', () => {
  for (const facts of [
    null,
    1,
    'hold',
    {},
    { radio: 'LTE' },
    { radio: 'CB', source: 'typed' },
    { radio: 'LTE', source: 'typed', time: 1, taken: 1, fresh: 1 },
  ])
    expect(holdOf(facts)).toBeNull();
  const { of, ...rest } = hold(lte(-90));
  expect(holdOf({ what: 'hold', ...rest, of: { ...of, 'signal.sinr': { p10: 'x' } } })).toEqual({ ...rest, of });
});
// Access technologies as TS 27.007 and status pages name them.
test.each([
  ['E-UTRAN', 'LTE'],
  ['LTE Cat-M1', 'LTE-M'],
  ['E-UTRAN (NB-S1)', 'NB-IoT'],
  ['NB-IoT', 'NB-IoT'],
  ['NR connected to a 5GCN', 'NR'],
  ['UTRAN w/HSDPA', 'UMTS'],
  ['GSM w/EGPRS', 'GSM'],
  ['4G', 'LTE'],
  ['Wi-Fi', 'Wi-Fi'],
  ['smoke signals', null],
])('%s is judged as %p', (technology, kind) => expect(radioOf(technology)).toBe(kind));

describe('by the schools that house rules follow', () => {
  const bars = Array.from({ length: 30 }, () => ({ 'signal.bars': 4 }));
  test.each([
    ['a hold of 22 s', hold(lte(-90).slice(0, 23), { time: 22_000 }), 'hold', '20 s', 'marginal', 'proven'],
    ['a fair level', hold(lte(-105)), 'fair', 'passes', 'marginal', 'proven'],
    ['a fair level that has to be moved', hold(lte(-105)), 'fair', 'move', 'marginal', 'marginal'],
    ['a level too weak', hold(lte(-115)), 'fair', 'passes', 'failed', 'failed'],
    ['four bars without a call at rest', hold(bars), 'level', 'bars', 'marginal', 'proven'],
    [
      'a level without a quality',
      hold(Array.from({ length: 30 }, () => ({ 'signal.rsrp': -80 }))),
      'level',
      'colour',
      'marginal',
      'proven',
    ],
  ] as const)('%s', (_, of, question, choice, ours, theirs) => {
    expect(judgeHold(of, shippedHouse, false).is).toBe(ours);
    expect(judgeHold(of, withSchool(shippedHouse, question, choice), false).is).toBe(theirs);
  });
});
