// 3GPP TS 23.003 annex B.
import { wrongCheckDigit } from '../../../sums/index.ts';
import { rule } from '../../rule.ts';

export const imeiCheckDigit = rule({
  id: 'card/imei-check-digit',
  lamp: 'Card',
  reads: ['modem.imei'],
  codes: ['imei-digit', 'imei-zero'],
  find: ({ 'modem.imei': imei }) => {
    if (/^0+$/.test(imei)) return [{ code: 'imei-zero', severity: 'stop', args: {} }];
    const wrong = wrongCheckDigit(imei);
    return wrong === null ? [] : [{ code: 'imei-digit', severity: 'stop', args: wrong }];
  },
  fires: { 'modem.imei': '490154203237517' },
  silent: { 'modem.imei': '490154203237518' },
});
