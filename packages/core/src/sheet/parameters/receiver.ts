import { parameter } from '../parameter.ts';

export const receiver = [
  parameter({
    key: 'receiver.account',
    holder: 'receiver',
    label: 'Account the desk expects',
    form: { is: 'text', most: 16, mono: true },
    bears: [],
    supplier: 'desk',
    enteredOn: null,
    why: 'Frames are matched to the station by it; two stations can’t share one.',
  }),
  parameter({
    key: 'receiver.host',
    holder: 'receiver',
    label: 'Desk’s address',
    form: { is: 'text', most: 253, mono: true },
    bears: ['Route', 'Call'],
    supplier: 'IT',
    enteredOn: 'desk',
    why: 'The outside address that units call; behind it stands a forward.',
  }),
  parameter({
    key: 'receiver.port',
    holder: 'receiver',
    label: 'Desk’s port',
    form: { is: 'count', least: 0, most: 99_999 },
    bears: ['Route', 'Call'],
    supplier: 'IT',
    enteredOn: 'desk',
    why: 'The same number stands on the unit, in the forward and at the listener.',
  }),
] as const;
