import { parameter } from '../parameter.ts';

// These stand in the desk's own stream, not in a station's.
export const listener = [
  parameter({
    key: 'listener.firstByte',
    holder: 'listener',
    label: 'First byte within',
    form: { is: 'figure', measure: 'ms', least: 1000, most: 3_600_000 },
    bears: [],
    supplier: 'house rule',
    enteredOn: null,
    why: 'A connection that says nothing holds a place for nothing.',
  }),
  parameter({
    key: 'listener.idle',
    holder: 'listener',
    label: 'Idle at most',
    form: { is: 'figure', measure: 'ms', least: 1000, most: 7 * 86_400_000 },
    bears: [],
    supplier: 'house rule',
    enteredOn: null,
    why: 'A connection whose unit is gone is closed after this long.',
  }),
] as const;
