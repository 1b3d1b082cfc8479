import { pairRule } from '../../rule.ts';

export const prioritiesDiffer = pairRule({
  id: 'standby/priorities-differ',
  lamp: 'Standby',
  reads: 'path.priority',
  codes: ['one-priority'],
  find: (one, other) => (one === other ? [{ code: 'one-priority', severity: 'fix', args: { priority: one } }] : []),
  fires: [1, 1],
  silent: [1, 2],
});
