import { parameter } from '../parameter.ts';

const speeds = [300, 1200, 2400, 4800, 9600, 19_200, 38_400, 57_600, 115_200].map((baud) => ({
  value: String(baud),
  label: `${baud} baud`,
}));
const frames = ['8N1', '8E1', '8O1', '8N2', '7E1', '7O1', '7N2'].map((value) => ({ value, label: value }));

export const link = [
  parameter({
    key: 'link.unit',
    holder: 'link',
    label: 'Unit at this end',
    form: { is: 'element', group: 'unit' },
    bears: ['Inputs', 'Route', 'Call'],
    supplier: 'you',
    enteredOn: null,
    why: 'Says whose settings have to agree.',
  }),
  parameter({
    key: 'link.modem',
    holder: 'link',
    label: 'Modem at that end',
    form: { is: 'element', group: 'modem' },
    bears: ['Inputs', 'Route', 'Call'],
    supplier: 'you',
    enteredOn: null,
    why: 'Says whose settings have to agree.',
  }),
  parameter({
    key: 'link.unitSpeed',
    holder: 'link',
    label: 'Speed on the unit',
    form: { is: 'choice', of: speeds },
    bears: ['Inputs', 'Route', 'Call'],
    supplier: 'manual',
    enteredOn: 'unit',
    why: 'Unequal speeds make garbage or silence.',
  }),
  parameter({
    key: 'link.modemSpeed',
    holder: 'link',
    label: 'Speed on the modem',
    form: { is: 'choice', of: speeds },
    bears: ['Inputs', 'Route', 'Call'],
    supplier: 'manual',
    enteredOn: 'modem',
    why: 'Unequal speeds make garbage or silence.',
  }),
  parameter({
    key: 'link.unitFrame',
    holder: 'link',
    label: 'Framing on the unit',
    form: { is: 'choice', of: frames },
    bears: ['Inputs', 'Route', 'Call'],
    supplier: 'manual',
    enteredOn: 'unit',
    why: 'Bits, parity and stop have to be the same at both ends.',
  }),
  parameter({
    key: 'link.modemFrame',
    holder: 'link',
    label: 'Framing on the modem',
    form: { is: 'choice', of: frames },
    bears: ['Inputs', 'Route', 'Call'],
    supplier: 'manual',
    enteredOn: 'modem',
    why: 'Bits, parity and stop have to be the same at both ends.',
  }),
] as const;
