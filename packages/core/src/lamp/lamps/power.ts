// Power: volts at the terminals, idle and transmitting, in the range that the unit takes. A power-on sign alone is marginal.
import { elementsOf } from '../../journal/index.ts';
import { readingOf } from '../../evidence/index.ts';
import { type Judging, runsOf } from '../context.ts';
import { reason } from '../reason.ts';
import type { Judged } from '../result.ts';
import { readOf, saidBy } from '../weigh.ts';
import { settle } from './readings.ts';

const asked = ['supply.idle', 'supply.transmitting'] as const;
const label = (what: string): string => readingOf(what)?.label ?? what;

/** What the supply may be: by the sheet and by every adopted profile, whichever is narrower. */
const rangeOf = (j: Judging): { least: number | null; most: number | null } => {
  const unit = elementsOf(j.state, 'unit')[0]?.id ?? null;
  const of = (param: 'supplyLeast' | 'supplyMost'): number[] => {
    const value = runsOf(j, 'unit', unit, param);
    return typeof value === 'number' ? [value] : [];
  };
  const supplies = j.profiles.flatMap(({ supply }) => supply ?? []);
  const [least, most] = [
    [...of('supplyLeast'), ...supplies.map((one) => one.least)],
    [...of('supplyMost'), ...supplies.map((one) => one.most)],
  ];
  return { least: least.length === 0 ? null : Math.max(...least), most: most.length === 0 ? null : Math.min(...most) };
};

export const power = (j: Judging): Judged =>
  settle(j, 'Power', null, reason('next-volts', { label: label('supply.idle') }), (read) => {
    const { least, most } = rangeOf(j);
    const volts = asked.flatMap((what) => {
      const one = read.get(what);
      const value = one === undefined ? null : readOf(one.evidence).value;
      return one !== undefined && typeof value === 'number' ? [{ what, one, value }] : [];
    });
    const sign = read.get('supply.sign');
    const on = volts.length > 0 ? volts.map(({ one }) => one) : sign === undefined ? [] : [sign];
    const because = volts.map(({ what, one, value }) =>
      reason('figure', { label: label(what), value, in: 'mV', at: one.evidence.ord, by: one.evidence.by, who: saidBy(one.evidence) }, [
        one.evidence.entry,
      ]),
    );
    if (volts.length === 0)
      return {
        is: 'marginal',
        because: on.map(({ evidence }) => reason('seen', { label: label('supply.sign'), at: evidence.ord, grade: null }, [evidence.entry])),
        on,
      };
    if (least === null || most === null) return { is: 'marginal', because: [...because, reason('no-range', {})], on };
    const out = volts.find(({ value }) => value < least || value > most);
    if (out !== undefined)
      return {
        is: 'failed',
        because: [reason('out-of-range', { label: label(out.what), value: out.value, least, most }, [out.one.evidence.entry])],
        on,
        next: reason('next-mend', { lamp: 'Power' }),
      };
    const left = asked.find((what) => !volts.some((one) => one.what === what));
    if (left !== undefined)
      return {
        is: 'marginal',
        because: [...because, reason('steps-left', { left: [label(left)] })],
        on,
        next: reason('next-volts', { label: label(left) }),
      };
    return { is: 'proven', because, on };
  });
