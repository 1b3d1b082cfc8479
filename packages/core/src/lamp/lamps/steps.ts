// Lamps that are proven by a list of things seen: Inputs, Standby, Reach. All of the asked ones prove it; any of them is marginal.
import { type LampName, plainText } from '../../name/index.ts';
import { readingOf } from '../../sheet/index.ts';
import { inUse, type Judging } from '../context.ts';
import { type Reason, reason } from '../reason.ts';
import type { Judged } from '../result.ts';
import { readingsBy, settle } from './readings.ts';

const label = (what: string): string => readingOf(what)?.label ?? what;

const judgeSteps = (j: Judging, lamp: LampName, asked: readonly string[], also: readonly string[], next: Reason): Judged =>
  settle(j, lamp, null, next, (read) => {
    const seen = [...asked, ...also].flatMap((what) => read.get(what) ?? []);
    const left = asked.filter((what) => !read.has(what)).map(label);
    const because = seen.map(({ evidence }) =>
      reason('seen', { label: label(what(evidence)), at: evidence.ord, grade: null }, [evidence.entry]),
    );
    if (left.length === 0) return { is: 'proven', because, on: seen };
    return { is: 'marginal', because: [...because, reason('steps-left', { left })], on: seen, next: reason('next-steps', { left }) };
  });

const what = (evidence: Parameters<typeof readingsBy>[0][number]['evidence']): string => {
  const facts = evidence.facts;
  return typeof facts === 'object' && facts !== null && 'what' in facts ? plainText(facts.what) : '';
};

const inputSteps = ['inputs.range', 'inputs.function', 'inputs.rest', 'inputs.zones'];
const standbySteps = ['standby.linkLoss', 'standby.softFailure', 'standby.supplyLoss', 'standby.return'];

export const inputs = (j: Judging): Judged =>
  judgeSteps(j, 'Inputs', inputSteps, [], reason('next-steps', { left: inputSteps.map(label) }));

export const standby = (j: Judging): Judged =>
  judgeSteps(
    j,
    'Standby',
    standbySteps,
    [],
    inUse(j).length < 2 ? reason('next-standby-none', {}) : reason('next-steps', { left: standbySteps.map(label) }),
  );

export const reach = (j: Judging): Judged => judgeSteps(j, 'Reach', ['reach.readBack'], ['reach.session'], reason('next-reach', {}));
