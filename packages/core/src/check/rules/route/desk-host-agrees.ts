import { rule } from '../../rule.ts';

export const deskHostAgrees = rule({
  id: 'route/desk-host-agrees',
  lamp: 'Route',
  reads: ['unit.deskHost', 'receiver.host'],
  codes: ['host-differs'],
  find: ({ 'unit.deskHost': calls, 'receiver.host': host }) =>
    calls.trim().toLowerCase() === host.trim().toLowerCase() ? [] : [{ code: 'host-differs', severity: 'stop', args: { calls, host } }],
  fires: { 'unit.deskHost': 'desk.varrow.example', 'receiver.host': 'desk2.varrow.example' },
  silent: { 'unit.deskHost': 'desk.varrow.example', 'receiver.host': 'desk.varrow.example' },
});
