import { pairRule } from '../../rule.ts';

export const oneCardTwice = pairRule({
  id: 'standby/one-card-twice',
  lamp: 'Standby',
  reads: 'sim.iccid',
  codes: ['one-card'],
  find: (one, other) => (one === other ? [{ code: 'one-card', severity: 'stop', args: { iccid: one } }] : []),
  fires: ['8999901234567890124', '8999901234567890124'],
  silent: ['8999901234567890124', '8999900000000000014'],
});
