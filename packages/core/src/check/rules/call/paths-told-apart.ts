import { pairRule } from '../../rule.ts';

export const pathsToldApart = pairRule({
  id: 'call/paths-told-apart',
  lamp: 'Call',
  reads: 'path.address',
  codes: ['one-address'],
  find: (one, other) => (one.trim() === other.trim() ? [{ code: 'one-address', severity: 'fix', args: { address: one.trim() } }] : []),
  fires: ['198.51.100.24', '198.51.100.24'],
  silent: ['198.51.100.24', '198.51.100.25'],
});
