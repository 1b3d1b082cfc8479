// ISO/IEC 7812-1 annex B as ITU-T E.118 uses it. Some issuers use no check digit, so this is a look.
import { wrongCheckDigit } from '../../../sums/index.ts';
import { rule } from '../../rule.ts';

export const iccidCheckDigit = rule({
  id: 'card/iccid-check-digit',
  lamp: 'Card',
  reads: ['sim.iccid'],
  codes: ['iccid-digit'],
  find: ({ 'sim.iccid': iccid }) => {
    const wrong = wrongCheckDigit(iccid);
    return wrong === null ? [] : [{ code: 'iccid-digit', severity: 'look', args: wrong }];
  },
  fires: { 'sim.iccid': '8999901234567890125' },
  silent: { 'sim.iccid': '8999901234567890124' },
});
