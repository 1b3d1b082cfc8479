// The diagnosis is asked for, judged, and talked over: what it was, which sign would have told it, and whether it had been there to see.
import type { Instant } from '../../quantity/index.ts';
import { faultNamed, faultsFor } from '../fault/index.ts';
import type { World } from '../world/index.ts';
import { bestMinutes, exerciseStation, type Exercise } from './course.ts';
import { type Deed, minutesOf, type View } from './deeds.ts';

export type Answered = 'right' | 'the right part' | 'wrong';
/** Every fault that this equipment can have, the one that it has among them, by name. */
export const choicesOf = (world: World): readonly { readonly id: string; readonly name: string; readonly area: string }[] => {
  const planted = world.planted.flatMap(({ station, fault }) => (station === exerciseStation ? (faultNamed(fault) ?? []) : []));
  return [...planted, ...faultsFor(world, exerciseStation)]
    .map(({ id, name, area }) => ({ id, name, area }))
    .toSorted((a, b) => (a.name < b.name ? -1 : 1));
};
export const judgeAnswer = ({ fault }: Exercise, answer: string): Answered =>
  answer === fault ? 'right' : faultNamed(answer)?.area === faultNamed(fault)?.area ? 'the right part' : 'wrong';

export type Debriefing = {
  readonly was: string;
  readonly is: string;
  readonly sign: string;
  readonly shows: View;
  readonly minutes: number;
  readonly best: number;
  /** After how many minutes the view that shows it was open; null where it never was. */
  readonly seenAfter: number | null;
};
const openedView = (view: View, { what }: Deed): boolean =>
  ({ desk: /the desk$/, unit: /the unit$/, modem: /the modem$/, site: /supply, lines/, beyond: /^rang/ })[view].test(what);
export const debrief = (exercise: Exercise, of: { done: readonly Deed[]; began: Instant; now: Instant }): Debriefing => {
  const fault = faultNamed(exercise.fault);
  const i = of.done.findIndex((one) => openedView(exercise.shows, one));
  const seen = of.done[i];
  return {
    was: fault?.name ?? exercise.fault,
    is: fault?.is ?? '',
    sign: fault?.sign ?? '',
    shows: exercise.shows,
    minutes: minutesOf(of.done, of.now - of.began),
    best: bestMinutes(exercise),
    seenAfter: seen === undefined ? null : minutesOf(of.done.slice(0, i + 1), seen.at - of.began),
  };
};
