// How long a probe takes to see that a path is down.
import type { Origin } from '../../name/index.ts';
import type { Worked } from '../../problem/index.ts';

type Probe = { readonly every: number; readonly misses: number; readonly patience: number };

/**
 * The time from a fault to the verdict 'down', in ms: probes every `every` ms, each waiting `patience` ms (at most `every`), `misses` in a row.
 * Least (n−1)·I + t, mean (n−½)·I + t, most n·I + t. Dialling, registration, address and the unit's own retry come on top. Source: ours.
 */
export const failoverWindow = ({ every, misses, patience }: Probe, origin: Origin = 'typed'): Worked<'failover'> => {
  const inputs = [
    { name: 'probe-every', value: every, in: 'ms', origin },
    { name: 'probe-misses', value: misses, in: 'count', origin },
    { name: 'probe-patience', value: patience, in: 'ms', origin },
  ] as const;
  const sound = every > 0 && Number.isInteger(misses) && misses > 0 && patience >= 0;
  const outside = !sound ? 'failover-none' : patience > every ? 'failover-overlap' : null;
  if (outside !== null) return { sum: 'failover', value: null, in: 'ms', inputs, steps: [], assumes: [], outside };
  const source = { ours: 'definitions of least, mean and most' } as const;
  const least = (misses - 1) * every + patience;
  const mean = (misses - 0.5) * every + patience;
  const most = misses * every + patience;
  return {
    sum: 'failover',
    value: mean,
    in: 'ms',
    least,
    most,
    inputs,
    steps: [
      { code: 'failover-least', formula: '(n \u2212 1) \u00b7 I + t', gives: least, in: 'ms', source },
      { code: 'failover-mean', formula: '(n \u2212 \u00bd) \u00b7 I + t', gives: mean, in: 'ms', source },
      { code: 'failover-most', formula: 'n \u00b7 I + t', gives: most, in: 'ms', source },
    ],
    assumes: ['failover-first-lost', 'failover-on-top'],
    outside: null,
  };
};
