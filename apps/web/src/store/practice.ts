// Practice: a yard of this page's own, with a desk of its own. No socket is involved, so time can be sped up; nothing of it reaches a station's journal.
import { useEffect } from 'react';
import { create } from 'zustand';
import { isObject, type Json } from '@green-lamp/core/name';
import { instant } from '@green-lamp/core/quantity';
import {
  type Act,
  type Dale,
  daleView,
  faultsFor,
  newWorld,
  type Out,
  perform,
  runWorld,
  scenarioFormat,
  startAct,
  type StationSpec,
  stationView,
  type World,
  worldHash,
  type YardScenario,
} from '@green-lamp/core/yard';
import { db } from './db.ts';
import { deviceNow } from './device.ts';
import type { StationSeen } from './yard.ts';

type Done = { readonly after: number; readonly act: Json };
type Practice = {
  readonly world: World | null;
  readonly start: number;
  readonly acts: readonly Done[];
  /** Simulated seconds in a second; 0 stands still. */
  readonly speed: number;
  readonly heard: { readonly [stationAndModem: string]: string };
};
const nothing: Practice = { world: null, start: 0, acts: [], speed: 1, heard: {} };
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
  try {
    const value: unknown = row === undefined ? null : JSON.parse(row.value);
    if (isPractice(value)) usePractice.setState({ ...value, speed: 0 });
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
  const { world, start, acts, heard } = usePractice.getState();
  if (world === null) return 'Nothing runs here yet.';
  const done = perform(world, act, world.at);
  if (!done.ok) return 'That is no act of the yard.';
  const { refused, world: next, out } = done.value;
  const remembered = refused === null ? [...acts, { after: world.at - start, act: act as Json }] : acts; // perform has parsed it as plain JSON
  usePractice.setState({ world: next, acts: remembered, heard: hear(heard, out) });
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
