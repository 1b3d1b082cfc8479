import { parameter } from '../parameter.ts';

export const site = [
  parameter({
    key: 'site.place',
    holder: 'site',
    label: 'Where it stands',
    form: { is: 'text', most: 120, mono: false },
    bears: [],
    supplier: 'you',
    enteredOn: null,
    why: 'Whoever drives there in a year has to find it.',
  }),
  parameter({
    key: 'site.zone',
    holder: 'site',
    label: 'Time zone',
    form: { is: 'text', most: 40, mono: true, as: 'zone' },
    bears: ['Watch'],
    supplier: 'you',
    enteredOn: null,
    why: 'Check-ins are set by local time; a wrong zone makes every one of them late.',
  }),
] as const;
