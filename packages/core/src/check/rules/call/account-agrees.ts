import { nearness } from '../../../lamp/index.ts';
import { rule } from '../../rule.ts';

export const accountAgrees = rule({
  id: 'call/account-agrees',
  lamp: 'Call',
  reads: ['unit.account', 'receiver.account'],
  codes: ['account-swapped', 'account-zeros', 'account-differs'],
  find: ({ 'unit.account': sends, 'receiver.account': expects }) => {
    if (sends === expects) return [];
    const args = { sends, expects };
    if (nearness(sends, expects) === 'swapped') return [{ code: 'account-swapped', severity: 'stop', args }];
    return sends.replace(/^0+/, '') === expects.replace(/^0+/, '')
      ? [{ code: 'account-zeros', severity: 'stop', args }]
      : [{ code: 'account-differs', severity: 'stop', args }];
  },
  fires: { 'unit.account': '0471', 'receiver.account': '0417' },
  silent: { 'unit.account': '0417', 'receiver.account': '0417' },
});
