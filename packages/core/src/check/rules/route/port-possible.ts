// TCP ports are 16 bits and 0 is none (RFC 9293 §3.1); under 1024 a listener needs rights of its own on most systems.
import { rule } from '../../rule.ts';

export const portPossible = rule({
  id: 'route/port-possible',
  lamp: 'Route',
  reads: ['unit.deskPort'],
  codes: ['port-impossible', 'port-low'],
  find: ({ 'unit.deskPort': port }) => {
    if (port < 1 || port > 65_535) return [{ code: 'port-impossible', severity: 'stop', args: { port } }];
    return port < 1024 ? [{ code: 'port-low', severity: 'look', args: { port } }] : [];
  },
  fires: { 'unit.deskPort': 70_000 },
  silent: { 'unit.deskPort': 4110 },
});
