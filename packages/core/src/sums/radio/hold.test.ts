import fc from 'fast-check';
import { freshOf, holdFigures, isLevelName, isSignalName, levelNames, percentile, qualityNames, refreshOf, type Sample } from './hold.ts';

const once = { seed: 17, numRuns: 200 };
const rsrp = (values: readonly number[], every = 1000): Sample[] =>
  values.map((value, i) => ({ at: i * every, values: { 'signal.rsrp': value } }));
const repeated = (values: readonly number[], times: number): number[] =>
  values.flatMap((value) => Array.from({ length: times }, () => value));

describe('percentile by nearest rank', () => {
  // The five values and their answers are the worked example that textbooks give for nearest rank; common practice, no source.
  test.each([
    [0.05, 15],
    [0.3, 20],
    [0.4, 20],
    [0.5, 35],
    [1, 50],
    [0, 15],
  ])('%p of 15, 20, 35, 40, 50 is %p', (p, expected) => expect(percentile([50, 15, 40, 20, 35], p)).toBe(expected));
  test('of nothing is an error', () => expect(() => percentile([], 0.5)).toThrow(RangeError));
  test('is always one of the values, and at least that share lies at or below it', () =>
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: -140, max: -40 }), { minLength: 1, maxLength: 60 }),
        fc.double({ min: 0.01, max: 1, noNaN: true }),
        (values, p) => {
          const found = percentile(values, p);
          expect(values).toContain(found);
          expect(values.filter((value) => value <= found).length).toBeGreaterThanOrEqual(Math.ceil(p * values.length - 1e-9));
        },
      ),
      once,
    ));
});

describe('only fresh readings count', () => {
  test('a modem that renews its figure every five seconds gives six fresh readings in thirty', () => {
    const samples = rsrp(repeated([-99, -101, -98, -100, -102, -99], 5));
    expect(refreshOf(samples)).toBe(5000);
    expect(freshOf(samples)).toHaveLength(6);
    expect(holdFigures(samples, true)).toMatchObject({ taken: 30, fresh: 6, refresh: 5000 });
  });
  test('two renewals with the same figure in a row count twice', () => {
    const samples = rsrp(repeated([-99, -101, -101, -98, -100, -97], 5));
    expect(refreshOf(samples)).toBe(5000);
    expect(freshOf(samples)).toHaveLength(6);
  });
  test('a figure that never moves is one reading, whatever it repeats', () => {
    const samples = rsrp(repeated([-95], 30));
    expect(refreshOf(samples)).toBeNull();
    expect(freshOf(samples)).toHaveLength(1);
  });
  test('one that moves each second is fresh each second', () => expect(freshOf(rsrp([-90, -91, -90, -92, -91, -90]))).toHaveLength(6));
  test('typed readings are all fresh: a person read each one', () =>
    expect(holdFigures(rsrp([-95, -95, -95]), false)).toMatchObject({ taken: 3, fresh: 3, refresh: null }));
  test('a period found from a device that renews regularly is that period, and no renewal is counted twice', () =>
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 8 }), fc.integer({ min: 4, max: 12 }), (period, renewals) => {
        const samples = rsrp(
          repeated(
            Array.from({ length: renewals }, (_, i) => -100 - (i % 3)),
            period,
          ),
        );
        expect(refreshOf(samples)).toBe(period * 1000);
        expect(freshOf(samples)).toHaveLength(renewals);
      }),
      once,
    ));
});

describe('steadiness', () => {
  test('tenth, middle and ninetieth, and the fall from the first third to the last', () => {
    const { of } = holdFigures(rsrp([-90, -90, -90, -92, -92, -92, -95, -95, -95, -96]), false);
    expect(of['signal.rsrp']).toEqual({ p10: -96, p50: -92, p90: -90, fall: 5, n: 10 });
  });
  test('a level that rises has a fall below nothing', () =>
    expect(holdFigures(rsrp([-100, -98, -90]), false).of['signal.rsrp']?.fall).toBe(-10));
  test('each reading has its own figures, and one that came only now and then is counted as it came', () => {
    const samples: Sample[] = [
      { at: 0, values: { 'signal.rsrp': -90, 'signal.rsrq': -9 } },
      { at: 1000, values: { 'signal.rsrp': -91 } },
    ];
    expect(holdFigures(samples, false).of).toMatchObject({ 'signal.rsrp': { n: 2 }, 'signal.rsrq': { n: 1, p50: -9 } });
  });
  test('no samples, no figures', () => expect(holdFigures([], true)).toEqual({ taken: 0, fresh: 0, refresh: null, of: {} }));
});
test('levels and qualities are told apart', () => {
  expect([...levelNames, ...qualityNames].every(isSignalName)).toBe(true);
  expect(qualityNames.some(isLevelName)).toBe(false);
  expect(isSignalName('supply.idle')).toBe(false);
});
