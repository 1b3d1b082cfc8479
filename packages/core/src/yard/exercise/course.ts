// Twelve exercises in the order of difficulty, from a dead card to a soft failure: what somebody complains of, what is wrong, and the fewest deeds that find it.
import { type Instant, instant } from '../../quantity/index.ts';
import { plantFault } from '../fault/index.ts';
import { practiceSpec } from '../practice.ts';
import { withStation } from '../spec.ts';
import type { UnitKind } from '../unit/index.ts';
import { newWorld, type PathWay, runWorld, type World } from '../world/index.ts';
import { deedMinutes, type DeedName, type View } from './deeds.ts';

export type Exercise = {
  readonly id: string;
  /** What the client or the desk says. */
  readonly complaint: string;
  readonly kind: UnitKind;
  readonly ways: readonly PathWay[];
  readonly fault: string;
  /** The view at which it shows first, and the fewest deeds to it. */
  readonly shows: View;
  readonly best: readonly DeedName[];
};

const atSite = ['drive', 'look'] as const;
export const course: readonly Exercise[] = [
  {
    id: 'dead-card',
    complaint: 'A new pump station has never called. The fitter says that everything is in.',
    kind: 'reporting module',
    ways: ['cellular'],
    fault: 'not-activated',
    shows: 'beyond',
    best: ['ring'],
  },
  {
    id: 'card-lock',
    complaint: 'Since the card was changed on Tuesday the station is silent.',
    kind: 'reporting module',
    ways: ['cellular'],
    fault: 'pin-on',
    shows: 'modem',
    best: atSite,
  },
  {
    id: 'no-modem',
    complaint: 'The logger fills its memory and sends nothing.',
    kind: 'logger',
    ways: ['cellular'],
    fault: 'cable-out',
    shows: 'unit',
    best: atSite,
  },
  {
    id: 'registered-and-dumb',
    complaint: 'Five bars on the display, and the desk has never heard it.',
    kind: 'reporting module',
    ways: ['cellular'],
    fault: 'apn-wrong',
    shows: 'modem',
    best: atSite,
  },
  {
    id: 'unknown-caller',
    complaint: 'The desk says that it has nothing from the chapel. The fitter swears that it calls.',
    kind: 'panel',
    ways: ['ethernet', 'cellular'],
    fault: 'account-swapped',
    shows: 'unit',
    best: atSite,
  },
  {
    id: 'refused',
    complaint: 'It worked on the bench. On site every call ends at once.',
    kind: 'panel',
    ways: ['ethernet', 'cellular'],
    fault: 'port-swapped',
    shows: 'unit',
    best: atSite,
  },
  {
    id: 'nothing-went-in',
    complaint: 'The settings were typed in yesterday, and it still calls as it did before.',
    kind: 'reporting module',
    ways: ['cellular'],
    fault: 'restart-forgotten',
    shows: 'unit',
    best: atSite,
  },
  {
    id: 'it-department',
    complaint: 'By cable nothing arrives; the client’s computers beside it are all well.',
    kind: 'panel',
    ways: ['ethernet'],
    fault: 'outbound-blocked',
    shows: 'unit',
    best: ['drive', 'look', 'look'],
  },
  {
    id: 'dies-when-it-speaks',
    complaint: 'It starts, registers, and is gone again as soon as it wants to send.',
    kind: 'I/O controller',
    ways: ['cellular'],
    fault: 'supply-sags',
    shows: 'site',
    best: ['drive', 'look', 'look'],
  },
  {
    id: 'after-the-rain',
    complaint: 'In dry weather it calls; after rain for days only now and then.',
    kind: 'reporting module',
    ways: ['cellular'],
    fault: 'water-in-cable',
    shows: 'modem',
    best: ['drive', 'look', 'climb'],
  },
  {
    id: 'cut-in-the-middle',
    complaint: 'Short messages arrive, the logger’s long ones never do.',
    kind: 'logger',
    ways: ['cellular'],
    fault: 'nat-forgets',
    shows: 'unit',
    best: ['drive', 'look', 'look', 'ring'],
  },
  {
    id: 'soft-failure',
    complaint: 'The line’s light is green. Everything by cable is lost, and the second path never takes over in time.',
    kind: 'branch gateway',
    ways: ['ethernet', 'cellular'],
    fault: 'line-side-cut',
    shows: 'site',
    best: ['drive', 'look', 'look'],
  },
];
export const exerciseNamed = (id: string): Exercise | null => course.find((one) => one.id === id) ?? null;
export const bestMinutes = ({ best }: Exercise): number => best.reduce((sum, name) => sum + deedMinutes[name], 0);

export const exerciseStation = 'exercise';
/** For how long its fault has been there when somebody begins, ms. */
const brokenFor = 900_000;
/** The world of an exercise: its fault has been there for a quarter of an hour. The same seed and instant give the same. */
export const exerciseWorld = ({ kind, ways, fault }: Exercise, seed: number, at: Instant): World => {
  const since = instant(at - brokenFor);
  const sound = withStation(newWorld(seed, since), practiceSpec({ id: exerciseStation, seed, kind, ways }), since);
  return runWorld(plantFault(sound, { fault, station: exerciseStation, blind: true }, since), at).world;
};
