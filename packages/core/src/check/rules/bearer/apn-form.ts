// 3GPP TS 23.003 clause 9.1.
import { apnFault } from '../../../sums/index.ts';
import { rule } from '../../rule.ts';

export const apnForm = rule({
  id: 'bearer/apn-form',
  lamp: 'Bearer',
  reads: ['sim.apn'],
  codes: ['apn-form', 'apn-capitals'],
  find: ({ 'sim.apn': apn }) => {
    const fault = apnFault(apn);
    if (fault !== null) return [{ code: 'apn-form', severity: 'stop', args: { apn, fault } }];
    return /[A-Z]/.test(apn) ? [{ code: 'apn-capitals', severity: 'look', args: { apn } }] : [];
  },
  fires: { 'sim.apn': 'iot.fellwave ' },
  silent: { 'sim.apn': 'm2m.fellwave' },
});
