// The course: each exercise has its fault in a world that was right without it, a best that is the least of what is tried, and an order; answers are judged, and talked over.
import { instant, minutes } from '../../quantity/index.ts';
import { faultNamed, perform, runWorld, stationView, trace } from '../index.ts';
import { start } from '../testing.ts';
import {
  bestMinutes,
  choicesOf,
  costOf,
  course,
  debrief,
  type Deed,
  deedMinutes,
  exerciseNamed,
  exerciseStation,
  exerciseWorld,
  judgeAnswer,
  lookAt,
  minutesOf,
  wrongAnswer,
} from './index.ts';

const first = exerciseNamed('dead-card') ?? course[0];
if (first === undefined) throw new Error('no course');

test('twelve of them, each once, none easier than the one before by its least minutes but for the first step from the desk', () => {
  expect(course).toHaveLength(12);
  expect(new Set(course.map(({ id }) => id)).size).toBe(12);
  expect(new Set(course.map(({ fault }) => fault)).size).toBe(12);
  expect([course[0]?.fault, course.at(-1)?.fault]).toEqual(['not-activated', 'line-side-cut']);
  const least = course.map(bestMinutes);
  expect(Math.min(...least)).toBe(least[0]);
});

describe.each(course)('$id', (exercise) => {
  const world = exerciseWorld(exercise, 7, start);
  test('has its fault and no other, planted blind, and it can be chosen among the others', () => {
    expect(world.planted).toMatchObject([{ fault: exercise.fault, station: exerciseStation, blind: true }]);
    const choices = choicesOf(world);
    expect(choices.filter(({ id }) => id === exercise.fault)).toHaveLength(1);
    expect(choices.length).toBeGreaterThan(10);
  });
  test('without it everything is right: every path gets through; with it something does not, or the unit is not heard', () => {
    const calls = (of: typeof world) => {
      const outfit = of.outfits[exerciseStation];
      return outfit === undefined ? [] : outfit.paths.map((path) => trace(of, outfit, path, of.at).why);
    };
    const sound = perform(world, { act: 'lift', station: exerciseStation, fault: exercise.fault }, start);
    if (!sound.ok) throw new Error('not lifted');
    // A card that was refused for good is asked for again after a start only.
    const modems = Object.keys(world.outfits[exerciseStation]?.modems ?? {});
    const again = modems.reduce((now, modem) => {
      const off = perform(now, { act: 'modem-power', station: exerciseStation, modem, on: false }, now.at);
      const on = off.ok ? perform(off.value.world, { act: 'modem-power', station: exerciseStation, modem, on: true }, now.at) : off;
      return on.ok ? on.value.world : now;
    }, sound.value.world);
    const restarted = runWorld(again, instant(start + minutes(3))).world;
    const faulty = runWorld(world, instant(start + minutes(3))).world;
    const told = (of: typeof world): string[] => {
      const asked = perform(of, { act: 'event', station: exerciseStation, event: 'test', over: null }, of.at);
      const ran = asked.ok ? runWorld(asked.value.world, instant(of.at + minutes(4))).world : of;
      const outfit = ran.outfits[exerciseStation];
      const seen = outfit === undefined ? null : stationView(ran, outfit, ran.at);
      return [
        ...(ran.outfits[exerciseStation]?.unit.told ?? []).map(({ said }) => said),
        JSON.stringify([outfit?.unit.saved, outfit?.unit.running, seen?.modems.map(({ level }) => level)]),
      ];
    };
    expect([calls(faulty), told(faulty)]).not.toEqual([calls(restarted), told(restarted)]);
  });
  test('the same seed and instant give the same world', () => expect(exerciseWorld(exercise, 7, start)).toEqual(world));
  test('says what is wrong only after it is over', () => {
    const fault = faultNamed(exercise.fault);
    expect(exercise.complaint).not.toContain(fault?.name ?? '?');
    expect(debrief(exercise, { done: [], began: start, now: start })).toMatchObject({ was: fault?.name, is: fault?.is, sign: fault?.sign });
  });
});

describe('what it costs', () => {
  const act = (name: string) => ({ act: name, station: exerciseStation });
  test('the first thing at the site has a drive before it, the next has none', () => {
    const done = lookAt('modem', [], start);
    expect(done.map(({ deed }) => deed)).toEqual(['drive', 'look']);
    expect(costOf(act('card'), done, start)?.map(({ deed }) => deed)).toEqual(['do']);
    expect(costOf(act('aerial'), [], start)?.map(({ deed }) => deed)).toEqual(['drive', 'climb']);
  });
  test('to ring somebody and to look at the desk needs no drive', () => {
    expect([lookAt('beyond', [], start), lookAt('desk', [], start)].map((of) => of.map(({ deed }) => deed))).toEqual([['ring'], ['look']]);
    expect(costOf(act('subscription'), [], start)?.map(({ deed }) => deed)).toEqual(['ring']);
  });
  test.each(['plant', 'lift', 'start', 'stop', 'answered'])('nobody does %s in an exercise', (name) =>
    expect(costOf(act(name), [], start)).toBeNull(),
  );
  test('deeds, a wrong repair and the time that passed are added', () => {
    const done: Deed[] = [...lookAt('unit', [], start), wrongAnswer('the card', start)];
    expect(minutesOf(done, minutes(12))).toBe(deedMinutes.drive + deedMinutes.look + deedMinutes.wrong + 12);
    expect(minutesOf([], -5)).toBe(0);
  });
});

test('an answer is right, of the right part, or wrong', () => {
  expect([judgeAnswer(first, 'not-activated'), judgeAnswer(first, 'suspended'), judgeAnswer(first, 'unit-off')]).toEqual([
    'right',
    'the right part',
    'wrong',
  ]);
});
test('the debriefing says when the sign was there to see, and when it never was', () => {
  const done = [...lookAt('unit', [], start), ...lookAt('beyond', [], start)];
  const of = debrief(first, { done, began: start, now: start });
  expect(of).toMatchObject({ shows: 'beyond', minutes: 52, best: 6, seenAfter: 52 });
  expect(debrief(first, { done: lookAt('unit', [], start), began: start, now: start }).seenAfter).toBeNull();
});
