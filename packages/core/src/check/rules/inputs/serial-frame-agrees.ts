import { rule } from '../../rule.ts';

export const serialFrameAgrees = rule({
  id: 'inputs/serial-frame-agrees',
  lamp: 'Inputs',
  reads: ['link.unitFrame', 'link.modemFrame'],
  codes: ['frame-differs'],
  find: ({ 'link.unitFrame': unit, 'link.modemFrame': modem }) =>
    unit === modem ? [] : [{ code: 'frame-differs', severity: 'stop', args: { unit, modem } }],
  fires: { 'link.unitFrame': '7E1', 'link.modemFrame': '8N1' },
  silent: { 'link.unitFrame': '8N1', 'link.modemFrame': '8N1' },
});
