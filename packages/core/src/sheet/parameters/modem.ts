import { parameter } from '../parameter.ts';
import { cardSizes } from './sim.ts';

export const modem = [
  parameter({
    key: 'modem.imei',
    holder: 'modem',
    label: 'IMEI',
    form: { is: 'text', most: 24, mono: true, as: 'imei' },
    bears: [],
    supplier: 'label',
    enteredOn: null,
    why: 'Some cards are locked to one modem by it.',
  }),
  parameter({
    key: 'modem.slot',
    holder: 'modem',
    label: 'Card slot takes',
    form: { is: 'choice', of: cardSizes },
    bears: [],
    supplier: 'manual',
    enteredOn: null,
    why: 'Ask for a card that fits, or take an adapter.',
  }),
  parameter({
    key: 'modem.password',
    holder: 'modem',
    label: 'Login password',
    form: { is: 'secret', least: 1, most: 64, digits: false },
    bears: ['Reach'],
    supplier: 'you',
    enteredOn: 'modem',
    why: 'The factory one is known to everybody.',
  }),
  parameter({
    key: 'modem.idleLimit',
    holder: 'modem',
    label: 'Idle limit',
    form: { is: 'figure', measure: 'ms', least: 1000, most: 86_400_000 },
    bears: ['Call'],
    supplier: 'house rule',
    enteredOn: 'modem',
    why: 'It has to outlast the longest silence inside a session, or the call is cut short.',
  }),
] as const;
