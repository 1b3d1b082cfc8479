import { rule } from '../../rule.ts';

export const serialSpeedAgrees = rule({
  id: 'inputs/serial-speed-agrees',
  lamp: 'Inputs',
  reads: ['link.unitSpeed', 'link.modemSpeed'],
  codes: ['speed-differs'],
  find: ({ 'link.unitSpeed': unit, 'link.modemSpeed': modem }) =>
    unit === modem ? [] : [{ code: 'speed-differs', severity: 'stop', args: { unit, modem } }],
  fires: { 'link.unitSpeed': '9600', 'link.modemSpeed': '19200' },
  silent: { 'link.unitSpeed': '19200', 'link.modemSpeed': '19200' },
});
