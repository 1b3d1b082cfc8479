// A machine card almost always roams. Common practice, no source.
import { rule } from '../../rule.ts';

export const roamingOff = rule({
  id: 'bearer/roaming-off',
  lamp: 'Bearer',
  reads: ['sim.roaming'],
  codes: ['roaming-off'],
  find: ({ 'sim.roaming': allowed }) => (allowed ? [] : [{ code: 'roaming-off', severity: 'look', args: {} }]),
  fires: { 'sim.roaming': false },
  silent: { 'sim.roaming': true },
});
