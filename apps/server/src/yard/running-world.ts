// The yard's world in real time: it is moved by the clock and by acts, remembers what was done, and tells what comes out of it.
import { type Instant, instant } from '@green-lamp/core/quantity';
import { isObject, type Json } from '@green-lamp/core/name';
import { mask } from '@green-lamp/core/wire';
import {
  type Act,
  newWorld,
  nextAt,
  type Out,
  perform,
  runWorld,
  scenarioFormat,
  worldHash,
  type World,
  type YardScenario,
} from '@green-lamp/core/yard';
import type { Parsed } from '@green-lamp/core/problem';

/** Acts that are remembered for a scenario; with more of them the file begins to lose its first ones, and says so by naming no end. */
const mostActs = 20_000;
export const tickEvery = 200;
/** Most simulated time that one tick makes up for, ms. */
const slice = 600_000;

/** Whether a unit has called and waits for the desk's answer. */
const callsWait = ({ outfits }: World): boolean => Object.values(outfits).some(({ unit }) => unit.call?.is === 'waiting');

export class RunningWorld {
  #world: World;
  readonly #start: Instant;
  #acts: Done[] = [];
  #dropped = false;
  /** Since when somebody waits for the desk, in the world and on the wall. */
  #held: { readonly world: number; readonly real: number } | null = null;

  constructor(
    private readonly now: () => Instant,
    private readonly tell: (out: Out) => void,
    seed: number,
  ) {
    this.#start = now();
    this.#world = newWorld(seed, this.#start, true);
  }

  /** The world as it is now. */
  get world(): World {
    this.tick();
    return this.#world;
  }
  /** Moves the world to the clock's time. After a long sleep of the machine it comes after in slices, so that nothing else waits for it. */
  tick(): void {
    const until = Math.min(this.now(), this.#world.at + this.#most());
    // Whoever calls is answered in real time: a world that comes after stops there, or its units would give up on a desk that had no time to answer.
    for (let called = false; !called && this.#world.at < until; ) {
      const next = instant(Math.max(this.#world.at + 1, Math.min(until, nextAt(this.#world) ?? until)));
      const { world, out } = runWorld(this.#world, next);
      this.#world = world;
      out.forEach(this.tell);
      called = until - world.at > tickEvery && callsWait(world);
    }
  }
  /** How far the world may go at once: while somebody waits for the desk, as fast as real time passes and no faster. */
  #most(): number {
    if (!callsWait(this.#world)) {
      this.#held = null;
      return slice;
    }
    this.#held ??= { world: this.#world.at, real: performance.now() };
    return Math.max(0, Math.round(performance.now() - this.#held.real) - (this.#world.at - this.#held.world));
  }
  /** Does an act now. Answers why it was not let happen, or null; what is no act at all is told by its problems. */
  perform(act: Act | Json): Parsed<string | null> {
    this.tick();
    const at = instant(Math.max(Math.min(this.now(), this.#world.at + this.#most()), this.#world.at));
    const done = perform(this.#world, act, at);
    if (!done.ok) return done;
    this.#world = done.value.world;
    if (done.value.refused === null) this.#remember(at, act);
    done.value.out.forEach(this.tell);
    return { ok: true, value: done.value.refused };
  }
  #remember(at: Instant, act: Json): void {
    this.#acts.push({ after: at - this.#start, act });
    if (this.#acts.length <= mostActs) return;
    this.#acts = this.#acts.slice(-mostActs);
    this.#dropped = true;
  }

  /** Everything since the start as a scenario. Lines that were typed at a port and hold a secret are masked or left out; the end is then not named, since it could not be reached again. */
  scenario(title: string): YardScenario {
    const { world } = this;
    const acts = withoutSecrets(this.#acts);
    const end = acts === this.#acts && !this.#dropped ? worldHash(world) : '';
    return {
      format: scenarioFormat,
      version: 1,
      title,
      seed: world.seed,
      start: this.#start,
      answered: true,
      acts,
      runs: world.at - this.#start,
      end,
    };
  }
}

type Done = { readonly after: number; readonly act: Json };
const typed = ({ act }: Done): { port: string; bytes: string } | null =>
  isObject(act) && act['act'] === 'port' && typeof act['bytes'] === 'string'
    ? { port: JSON.stringify([act['station'], act['modem']]), bytes: act['bytes'] }
    : null;
/** The same list where no secret was typed. A line may come in pieces: at a port at which a secret was typed, whole lines are masked and every other piece is left out. */
export const withoutSecrets = (acts: Done[]): Done[] => {
  const lines = new Map<string, string>();
  for (const one of acts) {
    const of = typed(one);
    if (of !== null) lines.set(of.port, (lines.get(of.port) ?? '') + of.bytes);
  }
  const spoiled = new Set([...lines].flatMap(([port, text]) => (mask(text) === text ? [] : [port])));
  if (spoiled.size === 0) return acts;
  const fresh = new Map<string, boolean>();
  return acts.map((one) => {
    const of = typed(one);
    if (of === null || !spoiled.has(of.port) || !isObject(one.act)) return one;
    const whole = (fresh.get(of.port) ?? true) && of.bytes.endsWith('\r');
    fresh.set(of.port, of.bytes.endsWith('\r'));
    return { ...one, act: { ...one.act, bytes: whole ? mask(of.bytes) : '' } };
  });
};
