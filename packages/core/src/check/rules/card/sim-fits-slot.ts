import { rule } from '../../rule.ts';

const order = ['1FF', '2FF', '3FF', '4FF'];

export const simFitsSlot = rule({
  id: 'card/sim-fits-slot',
  lamp: 'Card',
  reads: ['sim.size', 'modem.slot'],
  codes: ['needs-adapter', 'too-big', 'soldered'],
  find: ({ 'sim.size': card, 'modem.slot': slot }) => {
    if (card === slot) return [];
    if (card === 'MFF2' || slot === 'MFF2') return [{ code: 'soldered', severity: 'stop', args: { card, slot } }];
    return order.indexOf(card) > order.indexOf(slot)
      ? [{ code: 'needs-adapter', severity: 'fix', args: { card, slot } }]
      : [{ code: 'too-big', severity: 'stop', args: { card, slot } }];
  },
  fires: { 'sim.size': '2FF', 'modem.slot': '4FF' },
  silent: { 'sim.size': '3FF', 'modem.slot': '3FF' },
});
