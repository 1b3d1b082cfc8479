// Watch: scheduled check-ins that arrived while nobody was there, supervision armed, account off test.
import { settingKey } from '../../name/index.ts';
import { readingOf } from '../../sheet/index.ts';
import type { Judging } from '../context.ts';
import { reason } from '../reason.ts';
import type { Judged } from '../result.ts';
import { readOf } from '../weigh.ts';
import { settle } from './readings.ts';

export const watch = (j: Judging): Judged =>
  settle(j, 'Watch', null, reason('next-check-in', {}), (read) => {
    const one = read.get('watch.checkIns');
    const count = one === undefined ? 0 : Number(readOf(one.evidence).value);
    const on = one === undefined ? [] : [one];
    if (one === undefined || count < 1)
      return { is: 'dark', because: [reason('few-check-ins', { seen: count, asked: j.house.checkIns })], on };
    const seen = reason('figure', { label: readingOf('watch.checkIns')?.label ?? '', value: count, in: 'count', at: one.evidence.ord }, [
      one.evidence.entry,
    ]);
    if (count < j.house.checkIns)
      return { is: 'marginal', because: [seen, reason('few-check-ins', { seen: count, asked: j.house.checkIns })], on };
    if (j.runs(settingKey('desk', null, 'supervision')) !== true)
      return { is: 'marginal', because: [seen, reason('supervision-off', {})], on, next: reason('next-arm', {}) };
    if (j.runs(settingKey('desk', null, 'onTest')) !== false)
      return { is: 'marginal', because: [seen, reason('on-test', {})], on, next: reason('next-off-test', {}) };
    return { is: 'proven', because: [seen], on };
  });
