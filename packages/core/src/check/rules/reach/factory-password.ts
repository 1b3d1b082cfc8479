import { rule } from '../../rule.ts';

export const factoryPassword = rule({
  id: 'reach/factory-password',
  lamp: 'Reach',
  reads: ['modem.password'],
  codes: ['factory-password', 'short-password'],
  find: ({ 'modem.password': { secret } }, { traits }) => {
    const of = traits(secret);
    if (of === null) return [];
    if (of.factoryDefault) return [{ code: 'factory-password', severity: 'fix', args: {} }];
    return of.length < 8 ? [{ code: 'short-password', severity: 'look', args: { length: of.length } }] : [];
  },
  fires: { 'modem.password': { secret: '01ARZ3NDEKTSV4RRFFQ69G5FAV' } },
  silent: { 'modem.password': { secret: '01ARZ3NDEKTSV4RRFFQ69G5FAW' } },
  traits: { length: 5, alphabet: 'letters', factoryDefault: true, same: 'x' },
});
