import { isCategory, noticeTime, reportingTimes } from './notice.ts';

const [minute, hour, day] = [60_000, 3_600_000, 86_400_000];
// Ours, by definition: where a test each 24 h may be an hour late a silence is noticed after up to 25 h, after 49 where two may be missed.
test.each([
  [{ every: 24 * hour, late: hour, grace: 25 * hour }, 0, 25 * hour],
  [{ every: 24 * hour, late: hour, grace: 49 * hour }, 24 * hour, 49 * hour],
  [{ every: hour, late: 5 * minute, grace: 2 * hour }, 55 * minute, 2 * hour],
])('%j', (of, least, most) => expect(noticeTime(of)).toMatchObject({ least, most, value: most, outside: null }));
test.each([
  [{ every: 0, late: 0, grace: hour }, 'notice-none'],
  [{ every: day, late: -1, grace: 2 * day }, 'notice-none'],
  [{ every: day, late: hour, grace: day }, 'notice-short'],
])('%j gives nothing', (of, outside) => expect(noticeTime(of)).toMatchObject({ value: null, outside }));
test('a fault at any instant is noticed within least and most', () => {
  const of = { every: 60, late: 5, grace: 100 };
  const { least, most } = noticeTime(of);
  for (let fault = 1; fault <= of.every + of.late; fault++) {
    // The last call was at 0; the fault comes before the next, however late that is.
    const noticed = of.grace - fault;
    expect(noticed).toBeLessThanOrEqual(most ?? 0);
    expect(noticed).toBeGreaterThanOrEqual(least ?? 0);
  }
});
test('each category is at most as slow as the one before it, and double paths say both ways of the other', () => {
  const of = (names: readonly (keyof typeof reportingTimes)[]) => names.map((name) => reportingTimes[name].primary);
  for (const list of [of(['SP1', 'SP2', 'SP3', 'SP4', 'SP5', 'SP6']), of(['DP1', 'DP2', 'DP3', 'DP4'])])
    expect([...list].sort((a, b) => b - a)).toEqual(list);
  expect([isCategory('DP2'), isCategory('toString')]).toEqual([true, false]);
});
