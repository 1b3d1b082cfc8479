// Practice: a yard of this page's own, with a desk of its own. No socket is involved, so time can be sped up; nothing of it reaches a station's journal.
import { useEffect } from 'react';
import { create } from 'zustand';
import { isObject, type Json, practiceStream } from '@green-lamp/core/name';
import { type Instant, instant } from '@green-lamp/core/quantity';
import {
  type Act,
  type Answered,
  choicesOf,
  costOf,
  type Dale,
  daleView,
  debrief,
  type Deed,
  type Exercise,
  exerciseNamed,
  exerciseWorld,
  faultsFor,
  judgeAnswer,
  lookAt,
  newWorld,
  type Out,
  perform,
  runWorld,
  scenarioFormat,
  startAct,
  type StationSpec,
  stationView,
  type View,
  type World,
  worldHash,
  wrongAnswer,
  type YardScenario,
} from '@green-lamp/core/yard';
import { append } from './append.ts';
import { db } from './db.ts';
import { chosenPerson, deviceNow } from './device.ts';
import type { StationSeen } from '@green-lamp/core/api';

type Done = { readonly after: number; readonly act: Json };
type Practice = {
  readonly world: World | null;
  readonly start: number;
  readonly acts: readonly Done[];
  /** Simulated seconds in a second; 0 stands still. */
  readonly speed: number;
  readonly heard: { readonly [stationAndModem: string]: string };
  /** The exercise that runs, or is talked over. */
  readonly exercise: Running | null;
};
type Running = {
  readonly id: string;
  readonly began: Instant;
  readonly done: readonly Deed[];
  readonly answers: readonly string[];
  /** When it was over; null while it runs. */
  readonly over: Instant | null;
};
const nothing: Practice = { world: null, start: 0, acts: [], speed: 1, heard: {}, exercise: null };
export const speeds = [0, 1, 10, 60, 600] as const;
export const usePractice = create<Practice>(() => nothing);

const mostHeard = 8000;
const hear = (heard: Practice['heard'], out: readonly Out[]): Practice['heard'] =>
  out.reduce((all, one) => {
    if (one.out !== 'bytes') return all;
    const key = `${one.station} ${one.modem}`;
    return { ...all, [key]: ((all[key] ?? '') + one.bytes).slice(-mostHeard) };
  }, heard);

/** Where practice stands in this browser's own store, so that a reload loses nothing of it. */
const kept = 'practice';
const keep = async (): Promise<void> => {
  await db.meta.put({ name: kept, value: JSON.stringify(usePractice.getState()) });
};
/** What the store holds was written by this page in this form, or it is let go. */
const isPractice = (value: unknown): value is Practice =>
  isObject(value) &&
  isObject(value['world']) &&
  Array.isArray(value['acts']) &&
  typeof value['speed'] === 'number' &&
  isObject(value['heard']);
export const recallPractice = async (): Promise<void> => {
  if (usePractice.getState().world !== null) return;
  const row = await db.meta.get(kept);
  // Something was begun while the store was read: that is what runs now.
  if (usePractice.getState().world !== null) return;
  try {
    const value: unknown = row === undefined ? null : JSON.parse(row.value);
    if (isPractice(value)) usePractice.setState({ ...nothing, ...value, speed: 0 });
  } catch {
    await db.meta.delete(kept);
  }
};

/** Begins anew with some equipment, by seed. */
export const beginPractice = async (specs: readonly StationSpec[], seed: number): Promise<void> => {
  const start = deviceNow();
  usePractice.setState({ ...nothing, world: newWorld(seed, start), start });
  for (const spec of specs) actInPractice(startAct(spec));
  await keep();
};
export const endPractice = async (): Promise<void> => {
  usePractice.setState(nothing);
  await db.meta.delete(kept);
};
/** Puts the end of a scenario that was played in place of what is here: it can be looked at and gone on with. */
export const takeOver = async (world: World, of: YardScenario): Promise<void> => {
  usePractice.setState({ ...nothing, world, start: of.start, acts: of.acts, speed: 0 });
  await keep();
};

/** Does something in the practice yard; answers why it was not let happen, or null. */
export const actInPractice = (act: Act | { readonly [name: string]: Json }): string | null => {
  const { world, start, acts, heard, exercise } = usePractice.getState();
  if (world === null) return 'Nothing runs here yet.';
  const runs = exercise?.over === null ? exercise : null;
  const costs = runs === null ? [] : costOf(act, runs.done, world.at);
  if (costs === null) return 'In an exercise nobody does that.';
  const done = perform(world, act, world.at);
  if (!done.ok) return 'That is no act of the yard.';
  const { refused, world: next, out } = done.value;
  const remembered = refused === null ? [...acts, { after: world.at - start, act: act as Json }] : acts; // perform has parsed it as plain JSON
  usePractice.setState({
    world: next,
    acts: remembered,
    heard: hear(heard, out),
    exercise: runs === null ? exercise : { ...runs, done: [...runs.done, ...costs] },
  });
  void keep();
  return refused;
};
/** Lets simulated time pass by a press, ms. */
export const waitInPractice = (by: number): void => {
  letPass(by);
  void keep();
};
const letPass = (by: number): void => {
  const { world, heard } = usePractice.getState();
  if (world === null || by <= 0) return;
  const { world: next, out } = runWorld(world, instant(world.at + Math.round(by)));
  usePractice.setState({ world: next, heard: hear(heard, out) });
};
const tick = 250;
/** Lets time run at the chosen speed while the page shows it, and keeps where it stands. */
export const usePracticeTime = (on: boolean): void => {
  const speed = usePractice((practice) => practice.speed);
  const runs = usePractice((practice) => practice.world !== null);
  useEffect(() => {
    if (!on || !runs || speed === 0) return undefined;
    let ticks = 0;
    const timer = setInterval(() => {
      letPass(tick * speed);
      ticks += 1;
      if (ticks % 8 === 0) void keep();
    }, tick);
    return () => {
      clearInterval(timer);
      void keep();
    };
  }, [on, runs, speed]);
};

/** Begins an exercise of the course: its fault is planted, and time stands still until somebody lets it pass. */
export const beginExercise = async (of: Exercise, seed: number): Promise<void> => {
  const start = deviceNow();
  const world = exerciseWorld(of, seed, start);
  usePractice.setState({ ...nothing, world, start, speed: 0, exercise: { id: of.id, began: start, done: [], answers: [], over: null } });
  await keep();
};
const onExercise = (change: (of: Running, world: World) => Running): void => {
  const { exercise, world } = usePractice.getState();
  if (exercise === null || world === null || exercise.over !== null) return;
  usePractice.setState({ exercise: change(exercise, world) });
  void keep();
};
/** A view was opened: in an exercise that costs minutes. */
export const lookInPractice = (view: View): void =>
  onExercise((of, world) => ({ ...of, done: [...of.done, ...lookAt(view, of.done, world.at)] }));
/** What it was, as somebody says; a wrong answer costs a wrong repair. Right, or given up (null), it is over, and kept with the person's practice. */
export const answerExercise = async (answer: string | null): Promise<Answered | null> => {
  const { exercise, world } = usePractice.getState();
  const of = exercise === null ? null : exerciseNamed(exercise.id);
  if (exercise === null || world === null || of === null || exercise.over !== null) return null;
  const judged = answer === null ? null : judgeAnswer(of, answer);
  const name = choicesOf(world).find(({ id }) => id === answer)?.name ?? '';
  const answers = answer === null ? exercise.answers : [...exercise.answers, answer];
  const done = judged === null || judged === 'right' ? exercise.done : [...exercise.done, wrongAnswer(name, world.at)];
  const over = judged === null || judged === 'right' ? world.at : null;
  usePractice.setState({ exercise: { ...exercise, done, answers, over }, speed: 0 });
  await keep();
  if (over === null) return judged;
  const person = chosenPerson();
  const { minutes, best } = debrief(of, { done, began: exercise.began, now: over });
  const data = {
    exercise: of.id,
    fault: of.fault,
    answers: answers.slice(0, 20),
    right: judged === 'right',
    minutes: Math.min(minutes, 100_000),
    best,
  };
  if (person !== null) await append(practiceStream(person), [{ kind: 'practice.judged', data }]);
  return judged;
};

export const practiceDale = (world: World): Dale => daleView(world, world.at);
export const practiceSeen = (world: World, heard: Practice['heard'], station: string): StationSeen | null => {
  const outfit = world.outfits[station];
  if (outfit === undefined) return null;
  return {
    station: stationView(world, outfit, world.at),
    faults: faultsFor(world, station).map(({ id, area, name }) => ({ id, area, name })),
    heard: Object.fromEntries(Object.keys(outfit.modems).map((id) => [id, heard[`${station} ${id}`] ?? ''])),
  };
};
/** Everything since the beginning as a scenario, with its end. */
export const practiceScenario = (title: string): YardScenario | null => {
  const { world, start, acts } = usePractice.getState();
  if (world === null) return null;
  return {
    format: scenarioFormat,
    version: 1,
    title,
    seed: world.seed,
    start,
    answered: false,
    acts,
    runs: world.at - start,
    end: worldHash(world),
  };
};
