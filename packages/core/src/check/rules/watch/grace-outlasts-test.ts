// A lapse must not be raised by a test that is merely a little late. Periods of 24 h are common practice, no source.
import { ms, showDuration } from '../../../quantity/index.ts';
import { rule } from '../../rule.ts';

export const graceOutlastsTest = rule({
  id: 'watch/grace-outlasts-test',
  lamp: 'Watch',
  reads: ['unit.testEvery', 'desk.grace'],
  codes: ['grace-short', 'grace-long'],
  find: ({ 'unit.testEvery': every, 'desk.grace': grace }) => {
    const args = { every: showDuration(ms(every)), grace: showDuration(ms(grace)) };
    if (grace <= every) return [{ code: 'grace-short', severity: 'fix', args }];
    return grace > every * 3 ? [{ code: 'grace-long', severity: 'look', args }] : [];
  },
  fires: { 'unit.testEvery': 86_400_000, 'desk.grace': 86_400_000 },
  silent: { 'unit.testEvery': 86_400_000, 'desk.grace': 90_000_000 },
});
