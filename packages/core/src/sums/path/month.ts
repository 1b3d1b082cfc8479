// What a station sends and receives in a month of thirty days.
import type { Origin } from '../../name/index.ts';
import type { Worked } from '../../problem/index.ts';

/** A day has 24 hours and a month 30 days here; bytes are decimal. */
const dayMs = 86_400_000;
/** IPv4, TCP with handshake, acknowledgement and close: seven packets of 40 bytes beside the payload's own. Ours. */
const sessionOverhead = 7 * 40 + 40;

export type MonthOf = {
  readonly eventsHour: number;
  readonly eventBytes: number;
  /** ms between test calls; null where there are none. */
  readonly testEvery: number | null;
  readonly probeEvery: number | null;
  /** Both ways, B. */
  readonly probeBytes: number | null;
};

/** Bytes in thirty days, both ways: events, test calls, probes, each call with its session's overhead. Inputs are not negative. Source: header sizes of RFC 791 and RFC 9293; the number of packets is ours. */
export const monthBytes = (of: MonthOf, origin: Origin = 'typed'): Worked<'month'> => {
  const { eventsHour, eventBytes, testEvery, probeEvery, probeBytes } = of;
  const source = { standard: 'RFC 791 and RFC 9293', clause: 'header sizes', fromMemory: true } as const;
  const events = eventsHour * 24 * 30 * (eventBytes + sessionOverhead);
  const tests = testEvery === null ? 0 : ((30 * dayMs) / testEvery) * (eventBytes + sessionOverhead);
  const probes = probeEvery === null || probeBytes === null ? 0 : ((30 * dayMs) / probeEvery) * probeBytes;
  const value = Math.round(events + tests + probes);
  return {
    sum: 'month',
    value,
    in: 'B',
    inputs: [
      { name: 'month-events', value: eventsHour, in: 'count', origin },
      { name: 'month-event-bytes', value: eventBytes, in: 'B', origin },
      ...(testEvery === null ? [] : [{ name: 'month-test-every', value: testEvery, in: 'ms', origin } as const]),
      ...(probeEvery === null || probeBytes === null
        ? []
        : ([
            { name: 'probe-every', value: probeEvery, in: 'ms', origin },
            { name: 'month-probe-bytes', value: probeBytes, in: 'B', origin },
          ] as const)),
    ],
    steps: [
      { code: 'month-step-events', formula: 'e \u00b7 24 \u00b7 30 \u00b7 (b + 320)', gives: Math.round(events), in: 'B', source },
      { code: 'month-step-tests', formula: '30 d / T \u00b7 (b + 320)', gives: Math.round(tests), in: 'B', source },
      { code: 'month-step-probes', formula: '30 d / I \u00b7 p', gives: Math.round(probes), in: 'B', source },
    ],
    assumes: ['month-no-retries', 'month-thirty'],
    outside: null,
  };
};
