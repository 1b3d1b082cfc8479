import { parameter } from '../parameter.ts';

export const desk = [
  parameter({
    key: 'desk.grace',
    holder: 'desk',
    label: 'Lapse raised after',
    form: { is: 'figure', measure: 'ms', least: 60_000, most: 62 * 86_400_000 },
    bears: ['Watch'],
    supplier: 'desk',
    enteredOn: 'desk',
    why: 'Silence for this long sends somebody out.',
  }),
  parameter({
    key: 'desk.supervision',
    holder: 'desk',
    label: 'Supervision',
    form: { is: 'yesno', yes: 'armed', no: 'off' },
    bears: ['Watch'],
    supplier: 'desk',
    enteredOn: 'desk',
    why: 'Without it nobody notices a dead station.',
  }),
  parameter({
    key: 'desk.onTest',
    holder: 'desk',
    label: 'Account',
    form: { is: 'yesno', yes: 'on test', no: 'live' },
    bears: ['Watch'],
    supplier: 'desk',
    enteredOn: 'desk',
    why: 'While it is on test, alarms send nobody.',
  }),
] as const;
