import { rule } from '../../rule.ts';

export const deskPortAgrees = rule({
  id: 'route/desk-port-agrees',
  lamp: 'Route',
  reads: ['unit.deskPort', 'receiver.port'],
  codes: ['port-differs'],
  find: ({ 'unit.deskPort': calls, 'receiver.port': port }) =>
    calls === port ? [] : [{ code: 'port-differs', severity: 'stop', args: { calls, port } }],
  fires: { 'unit.deskPort': 4110, 'receiver.port': 4101 },
  silent: { 'unit.deskPort': 4110, 'receiver.port': 4110 },
});
