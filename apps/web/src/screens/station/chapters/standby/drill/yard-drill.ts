// A drill that the yard makes: cut, made to call, put back and closed, step by step from what stands in the journal and at the desk, so that a reload loses nothing.
import { useEffect, useState } from 'react';
import type { ElementId, Stream } from '@green-lamp/core/name';
import { yardStation } from '@green-lamp/core/api';
import { type DrillKind, drillRow } from '@green-lamp/core/evidence';
import type { Drilling } from '@green-lamp/core/journal';
import { instant } from '@green-lamp/core/quantity';
import type { DrillCall, DrillNow } from '@green-lamp/core/walk';
import { drillActs, type Act } from '@green-lamp/core/yard';
import { askByYard, type Through } from '../../../../../commands/through.ts';
import { ask } from '../../../../../store/api.ts';
import { append } from '../../../../../store/append.ts';
import { sharedNow } from '../../../../../store/device.ts';
import { tell } from '../../../../../store/live.ts';
import { actInYard, specFor } from '../../../../../store/yard.ts';

const perform = async (stream: Stream, acts: readonly Act[]): Promise<void> => {
  for (const act of acts) {
    const refused = await actInYard(act, stream);
    if (refused !== null) throw new Error(refused);
  }
};
const actsOf = async (stream: Stream, drill: DrillKind, path: ElementId): Promise<NonNullable<ReturnType<typeof drillActs>>> => {
  const acts = drillActs(await specFor(stream), drill, path);
  if (acts === null) throw new Error('The yard can’t make this kind of failure on this path.');
  return acts;
};
/** How long a unit may still have calls under way before it is cut, ms: one of them would come by the path that is cut. */
const quietWithin = 120_000;
const quiet = async (stream: Stream): Promise<void> => {
  const until = Date.now() + quietWithin;
  while (Date.now() < until) {
    const { seen } = await ask(yardStation, { query: { stream } });
    if (seen === null || (seen.station.unit.waits === 0 && seen.station.unit.call === null)) return;
    await new Promise((done) => setTimeout(done, 500));
  }
  throw new Error('The virtual unit still has calls that wait: look at it in the yard, then drill.');
};
export const cutInYard = async (stream: Stream, drill: DrillKind, path: ElementId): Promise<void> => {
  const { cut } = await actsOf(stream, drill, path);
  await quiet(stream);
  await perform(stream, cut);
};

/** Puts it back in the yard, and says so. */
export const backInYard = async (stream: Stream, { drill, path }: Drilling): Promise<void> => {
  await perform(stream, (await actsOf(stream, drill, path)).back);
  await mark(stream, 'put back', 'By the yard.');
};

/** How long after the last instant at which it was to call a cut is given up, ms: nothing takes over. */
const givenUp = 180_000;
/** How long supply or all paths stay away in the yard, and how often its unit is made to call once it is back, ms. */
const [dark, again] = [20_000, 15_000];
const made = ['tamper', 'tamper-rest'] as const;

type Step = 'call' | 'make' | 'ask through' | 'put back' | 'close' | 'wait';
/** What comes next in a drill of the yard. */
export const nextInYard = (
  drill: Drilling,
  now: number,
  {
    took,
    back,
    kept,
    asks,
    through,
  }: Pick<DrillNow<DrillCall>, 'took' | 'back' | 'kept'> & {
    readonly asks: readonly number[];
    /** Questions through tunnels that nobody has asked in this drill. */
    readonly through: readonly Through[];
  },
): Step => {
  const { way } = drillRow(drill.drill);
  if (drill.over !== null) {
    const came = kept.every(({ call }) => call !== null);
    if (back !== null && came) return 'close';
    const last = Math.max(drill.over, ...drill.asked);
    return way !== 'dark' && back === null && now - last >= again ? 'call' : 'wait';
  }
  if (way === 'dark') return now - drill.begun >= dark ? 'put back' : 'wait';
  if (way === 'kept') return drill.made.length < made.length ? 'make' : now - drill.begun >= dark ? 'put back' : 'wait';
  if (took !== null) return through.length > 0 ? 'ask through' : 'put back';
  if (now >= Math.max(...asks) + givenUp) return 'put back';
  const due = asks.filter((at) => at <= now).length;
  return drill.asked.length < due ? 'call' : 'wait';
};

const mark = (stream: Stream, what: 'asked' | 'made' | 'put back', words = ''): Promise<unknown> =>
  append(stream, [{ kind: 'drill.marked', data: { mark: what, at: instant(Math.round(sharedNow())), zone: null, is: null, words } }]);
const event = (stream: Stream, what: string): Act => ({ act: 'event', station: stream, event: what, over: null });

/** Drills that this page has closed. */
const closed = new Set<string>();

/** Says whether it was done: a unit that is without supply, or still starting, can't be made to call. */
const doStep = async (
  stream: Stream,
  drill: Drilling,
  step: Step,
  { close, through }: { readonly close: () => Promise<void>; readonly through: readonly Through[] },
): Promise<boolean> => {
  switch (step) {
    case 'call':
      if ((await actInYard(event(stream, 'test'), stream)) !== null) return false;
      await mark(stream, 'asked');
      return true;
    case 'make':
      await perform(stream, [event(stream, made[drill.made.length] ?? made[0])]);
      await mark(stream, 'made', 'By the yard.');
      return true;
    case 'ask through':
      for (const question of through) await askByYard(stream, question);
      return true;
    case 'put back':
      await backInYard(stream, drill);
      return true;
    case 'close':
      // Once: where the desk does not accept it, a person looks why.
      if (closed.has(drill.pos.id)) return true;
      closed.add(drill.pos.id);
      await close();
      return true;
    case 'wait':
      return true;
  }
};
/** After how long what could not be done is tried again, ms. */
const triedAgain = 3_000;

/** Drives a drill that the yard makes, in one tab at a time. */
export const useYardDrill = (stream: Stream, drill: Drilling, step: Step, by: Parameters<typeof doStep>[3]): void => {
  const [tries, setTries] = useState(0);
  useEffect(() => {
    if (drill.by !== 'yard' || step === 'wait') return;
    let timer: ReturnType<typeof setTimeout> | null = null;
    void navigator.locks
      .request(`green-lamp:yard-drill:${drill.pos.id}`, { ifAvailable: true }, async (lock) => {
        if (lock !== null && !(await doStep(stream, drill, step, by))) timer = setTimeout(() => setTries((was) => was + 1), triedAgain);
      })
      .catch(tell);
    return () => {
      if (timer !== null) clearTimeout(timer);
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- each step once: what it does changes what the next one is
  }, [stream, drill.pos.id, step, drill.asked.length, drill.made.length, tries]);
};
