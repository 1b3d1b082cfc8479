// Signal: a hold that meets the house rules proves it. A single reading is marginal at most, and fails it where it is too weak.
import type { House, Pass } from '../../house/index.ts';
import { evidencePos, isAfter } from '../../journal/index.ts';
import { readingOf } from '../../evidence/index.ts';
import type { PathUse } from '../../sheet/index.ts';
import { isLevelName, levelNames, type LevelName, type SignalName } from '../../sums/index.ts';
import { calledOver, type Judging } from '../context.ts';
import { holdOf, judgeHold } from '../hold.ts';
import { reason } from '../reason.ts';
import type { Judged } from '../result.ts';
import { readOf, saidBy, type Weighed } from '../weigh.ts';
import { type Answer, settle } from './readings.ts';

/** A single level, without its radio, is held against the easiest figures that any radio of the house has for it. */
const passOf = (house: House, name: SignalName): Pass | null => {
  if (name === 'signal.bars') return { proven: (house.steps.proven / 100) * 5, marginal: (house.steps.marginal / 100) * 5 };
  const passes = Object.values(house.signal).flatMap((of) => of[name] ?? []);
  return passes.length === 0
    ? null
    : {
        proven: house.signal.LTE?.[name]?.proven ?? Math.min(...passes.map(({ proven }) => proven)),
        marginal: house.signal.LTE?.[name]?.marginal ?? Math.min(...passes.map(({ marginal }) => marginal)),
      };
};

const inOf = (name: LevelName): 'dBm' | 'step' => (name === 'signal.bars' ? 'step' : 'dBm');

const ofReading = (j: Judging, name: LevelName, one: Weighed): Answer => {
  const value = Number(readOf(one.evidence).value);
  const label = readingOf(name)?.label ?? '';
  const pass = passOf(j.house, name);
  const entries = [one.evidence.entry];
  if (pass !== null && value < pass.marginal)
    return {
      is: 'failed',
      because: [reason('too-weak', { label, value, in: inOf(name), least: pass.marginal }, entries)],
      on: [one],
      next: reason('next-mend', { lamp: 'Signal' }),
    };
  const weak = pass !== null && value < pass.proven ? [reason('too-weak', { label, value, in: inOf(name), least: pass.proven })] : [];
  const { by, ord: at } = one.evidence;
  const figure = reason('figure', { label, value, in: inOf(name), at, by, who: saidBy(one.evidence) }, entries);
  return { is: 'marginal', because: [figure, ...weak, reason('one-reading', {})], on: [one] };
};

export const signal = (j: Judging, use: PathUse): Judged =>
  settle(j, 'Signal', use, reason('next-signal', { time: j.house.hold.time }), (read) => {
    const held = read.get('hold');
    const hold = held === undefined ? null : holdOf(held.evidence.facts);
    const levels = levelNames.flatMap((name) => {
      const one = read.get(name);
      return one === undefined || !isLevelName(name) ? [] : [{ name, one, answer: ofReading(j, name, one) }];
    });
    const later = levels.find(
      ({ one, answer }) => answer.is === 'failed' && held !== undefined && isAfter(evidencePos(one.evidence), evidencePos(held.evidence)),
    );
    if (later !== undefined) return later.answer;
    if (held !== undefined && hold !== null) {
      const { is, because, next } = judgeHold(hold, j.house, calledOver(j, use.path, held.evidence));
      return { is, because: because.map((one, i) => (i === 0 ? { ...one, entries: [held.evidence.entry] } : one)), on: [held], next };
    }
    return levels[0]?.answer ?? { is: 'dark', because: [reason('nothing', { lamp: 'Signal' })], on: [] };
  });
