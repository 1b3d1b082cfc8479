// Signal: a single reading is marginal at most; a hold test that meets the house rules proves it.
import { type PathUse, readingOf } from '../../sheet/index.ts';
import type { Judging } from '../context.ts';
import { reason } from '../reason.ts';
import type { Judged } from '../result.ts';
import { readOf } from '../weigh.ts';
import { settle } from './readings.ts';

export const signal = (j: Judging, use: PathUse): Judged =>
  settle(j, 'Signal', use, reason('next-signal', {}), (read) => {
    const rules = [
      { what: 'signal.rsrp', in: 'dBm', fair: j.house.rsrpFair, least: j.house.rsrpLeast },
      { what: 'signal.bars', in: 'step', fair: j.house.barsFair, least: 2 },
    ] as const;
    const rule = rules.find(({ what }) => read.has(what));
    const one = rule === undefined ? undefined : read.get(rule.what);
    if (rule === undefined || one === undefined) return { is: 'dark', because: [reason('nothing', { lamp: 'Signal' })], on: [] };
    const value = Number(readOf(one.evidence).value);
    const label = readingOf(rule.what)?.label ?? '';
    if (value < rule.least)
      return {
        is: 'failed',
        because: [reason('too-weak', { label, value, in: rule.in, least: rule.least }, [one.evidence.entry])],
        on: [one],
        next: reason('next-mend', { lamp: 'Signal' }),
      };
    const weak = value < rule.fair ? [reason('too-weak', { label, value, in: rule.in, least: rule.fair })] : [];
    return {
      is: 'marginal',
      because: [
        reason('figure', { label, value, in: rule.in, at: one.evidence.ord }, [one.evidence.entry]),
        ...weak,
        reason('one-reading', {}),
      ],
      on: [one],
    };
  });
