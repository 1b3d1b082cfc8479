// 4 to 8 digits: common practice, no source. The line listener takes 1 to 16 letters and digits.
import { rule } from '../../rule.ts';

const left = new Set(['1234', '0000', '9999', '99999', '999999', '12345', '123456']);

export const accountForm = rule({
  id: 'call/account-form',
  lamp: 'Call',
  reads: ['receiver.account'],
  codes: ['account-form', 'account-example', 'account-unusual'],
  find: ({ 'receiver.account': account }) => {
    if (!/^[0-9A-Za-z]{1,16}$/.test(account)) return [{ code: 'account-form', severity: 'stop', args: { account } }];
    if (left.has(account)) return [{ code: 'account-example', severity: 'stop', args: { account } }];
    return /^\d{4,8}$/.test(account) ? [] : [{ code: 'account-unusual', severity: 'look', args: { account } }];
  },
  fires: { 'receiver.account': '9999' },
  silent: { 'receiver.account': '0417' },
});
